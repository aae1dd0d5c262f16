import { FileTrigger } from "react-aria-components";
import type { Route } from "./+types/route";
import { requireDay } from "~/server/services/day/dayView.server";
import { getPreparation } from "~/server/services/prep/preparation.server";
import {
  addRegionFile,
  chooseRegion,
  dropRegionFile,
  knownRegions,
  setLicences,
} from "~/server/services/frequencies/regions.server";
import { capital, count, formatSpan, listWords, rangesWords } from "~/contract/messages/format";
import { legalityWords } from "~/contract/messages/prep";
import { rasterChannels } from "~/core/regulations/raster";
import { rasterOf } from "~/core/regulations/region";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { lawIntents, type LawIntent } from "./intents";
import { Licences } from "./Licences";

export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const { region: held } = orNotFound(await requireDay(context.app, dayId));
  const { match } = orNotFound(await getPreparation(context.app, dayId));
  const known = await knownRegions(context.app.db);
  // shown as it stands in its file, whatever licence is held
  const whole = known.find((k) => k.region.name === held.name);
  return {
    region: whole?.region ?? held,
    match,
    origin: whole?.origin ?? "ships",
    known: known.map((k) => ({ name: k.region.name, title: k.region.title, origin: k.origin })),
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, lawIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "choose":
      return reply(
        await chooseRegion(app, dayId, intent.name),
        (title) => `This day is judged by the rules of ${title}.`,
      );
    case "licences":
      return reply(
        await setLicences(app, dayId, intent.held),
        () =>
          intent.held === null
            ? "Not asked: every band counts as open to you."
            : intent.held.length === 0
              ? "No licence: only what is open to everybody counts."
              : `Held: ${listWords(intent.held)}.`,
        (before): LawIntent => ({ intent: "licences", held: before }),
      );
    case "add-file":
      return reply(
        await addRegionFile(app, intent.text),
        (name) => `Region ${name} is taken over. Choose it above if this day is there.`,
      );
    case "drop-file":
      return reply(
        await dropRegionFile(app, intent.name),
        (name) => `Region ${name} is what ships again.`,
      );
  }
}

const ORIGINS = {
  ships: "ships with Plain Channel",
  corrected: "corrected by you",
  own: "your own file",
};

/**
 * What may be done here, by a dated summary, and which of the packs may not do what they are set
 * to.
 */
export default function LawScreen({
  loaderData: { region, match, origin, known },
}: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<LawIntent>();
  const unknown = match.filter((m) => m.legality.code === "no-rule");
  const wrong = match.filter((m) => m.legality.code !== "fine" && m.legality.code !== "no-rule");
  const labels = (list: typeof match) =>
    list.length > 3 ? count(list.length, "pack") : listWords(list.map((m) => m.unit.label));
  const raster = rasterChannels(rasterOf(region));
  const readFile = async (file: File | undefined) => {
    if (file) send({ intent: "add-file", text: file.size > 2_000_000 ? "" : await file.text() });
  };
  return (
    <Stack $gapPx={20}>
      <div>
        <Answer>
          {wrong.length > 0
            ? `${capital(labels(wrong))} may not transmit here as ${wrong.length === 1 ? "it is" : "they are"} set`
            : unknown.length > 0
              ? `No rule known for ${labels(unknown)}: ask the regulator`
              : `All ${count(match.length, "pack")} may transmit here as they are set`}
        </Answer>
        <Sub>{`${region.title}, ${ORIGINS[origin]}. Television in steps of ${formatSpan(rasterOf(region).widthHz)}, channels ${raster[0]?.channel} to ${raster.at(-1)?.channel}.${region.maxBandwidthHz === null ? "" : ` A carrier may be at most ${formatSpan(region.maxBandwidthHz)} wide.`}`}</Sub>
      </div>
      <Notice kind="caution">
        {region.advice} Licence, band and power are yours to answer for: check with your regulator.
      </Notice>
      <Row>
        <SelectField
          label="Region of this day"
          isLabelHidden
          isDisabled={isBusy}
          value={region.name}
          choices={known.map((k) => ({ id: k.name, label: k.title, detail: ORIGINS[k.origin] }))}
          onChange={(name) => name !== region.name && send({ intent: "choose", name })}
        />
        <a href={`/day/${view.day.id}/region.json`} download>
          Save this region as a file
        </a>
        <FileTrigger
          acceptedFileTypes={[".json", "application/json"]}
          onSelect={(files) => void readFile(files?.[0])}
        >
          <Button isDisabled={isBusy}>Read a region file</Button>
        </FileTrigger>
        {origin === "corrected" && (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "drop-file", name: region.name })}
          >
            Undo: back to the one that ships
          </QuietButton>
        )}
      </Row>
      <Licences region={region} held={view.day.licences} isBusy={isBusy} send={send} />
      <ReplyNotice<LawIntent> reply={answer} onUndo={send} />
      <Table>
        <thead>
          <tr>
            <th>MHz</th>
            <th>Licence</th>
            <th>At most</th>
            <th>What for</th>
            <th>Source</th>
          </tr>
        </thead>
        <tbody>
          {region.bands.map((b) => (
            <tr key={`${b.lowHz}${b.licence}`}>
              <th scope="row">
                <Figure>{`${b.lowHz / 1e6}–${b.highHz / 1e6}`}</Figure>
              </th>
              <td data-label="Licence">{capital(b.licence)}</td>
              <td data-label="At most">
                {b.maxEirpMw === 0 ? (
                  <Status status="problem">forbidden</Status>
                ) : (
                  <Figure>{`${b.maxEirpMw} mW`}</Figure>
                )}
              </td>
              <td data-wide>{b.note}</td>
              <td data-wide>
                <Soft>{`${b.source}, as of ${b.asOf}`}</Soft>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <section>
        <Heading>Your packs here</Heading>
        <Table>
          <thead>
            <tr>
              <th>Pack</th>
              <th>Set to</th>
              <th>Where it may be</th>
            </tr>
          </thead>
          <tbody>
            {match.map((m) => (
              <tr key={m.unit.key}>
                <th scope="row">
                  <b>{m.unit.label}</b> <Soft>{m.modelName}</Soft>
                </th>
                <td data-label="Set to">
                  <Figure>{`${m.unit.powerMw ?? "–"} mW`}</Figure>
                </td>
                <td data-label="Where">
                  {m.legality.code === "fine" ? (
                    <Figure>{`${rangesWords(m.legality.where)} MHz`}</Figure>
                  ) : (
                    <Status status="problem">{legalityWords(m.legality)}</Status>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </section>
    </Stack>
  );
}
