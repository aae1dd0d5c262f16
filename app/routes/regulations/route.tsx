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
import { REGULATIONS_TEXTS } from "~/contract/messages/screens/regulations";
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
      return reply(await chooseRegion(app, dayId, intent.name), (title) =>
        REGULATIONS_TEXTS.thisDayIsJudged(title),
      );
    case "licences":
      return reply(
        await setLicences(app, dayId, intent.held),
        () =>
          intent.held === null
            ? REGULATIONS_TEXTS.notAskedEveryBandCounts
            : intent.held.length === 0
              ? REGULATIONS_TEXTS.noLicenceOnlyWhat
              : REGULATIONS_TEXTS.held(listWords(intent.held)),
        (before): LawIntent => ({ intent: "licences", held: before }),
      );
    case "add-file":
      return reply(await addRegionFile(app, intent.text), (name) =>
        REGULATIONS_TEXTS.regionIsImportedChoose(name),
      );
    case "drop-file":
      return reply(await dropRegionFile(app, intent.name), (name) =>
        REGULATIONS_TEXTS.regionIsWhatShipsAgain(name),
      );
  }
}

const ORIGINS = {
  ships: REGULATIONS_TEXTS.shipsWithPlainChannel,
  corrected: REGULATIONS_TEXTS.correctedByYou,
  own: REGULATIONS_TEXTS.yourOwnFile,
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
            ? REGULATIONS_TEXTS.mayNotTransmitHere(
                capital(labels(wrong)),
                wrong.length === 1 ? REGULATIONS_TEXTS.it : REGULATIONS_TEXTS.they,
              )
            : unknown.length > 0
              ? REGULATIONS_TEXTS.noRuleKnownForAsk(labels(unknown))
              : REGULATIONS_TEXTS.allMayTransmitHere(count(match.length, "pack"))}
        </Answer>
        <Sub>
          {REGULATIONS_TEXTS.tvChannelsOfChannels(
            region.title,
            ORIGINS[origin],
            formatSpan(rasterOf(region).widthHz),
            raster[0]?.channel ?? "",
            raster.at(-1)?.channel ?? "",
            region.maxBandwidthHz === null
              ? ""
              : REGULATIONS_TEXTS.aCarrierMay(formatSpan(region.maxBandwidthHz)),
          )}
        </Sub>
      </div>
      <Notice kind="caution">{REGULATIONS_TEXTS.licenceBandAndPower(region.advice)}</Notice>
      <Row>
        <SelectField
          label={REGULATIONS_TEXTS.regionOfThisDay}
          isLabelHidden
          isDisabled={isBusy}
          value={region.name}
          choices={known.map((k) => ({ id: k.name, label: k.title, detail: ORIGINS[k.origin] }))}
          onChange={(name) => name !== region.name && send({ intent: "choose", name })}
        />
        <a href={`/day/${view.day.id}/region.json`} download>
          {REGULATIONS_TEXTS.saveThisRegion}
        </a>
        <FileTrigger
          acceptedFileTypes={[".json", "application/json"]}
          onSelect={(files) => void readFile(files?.[0])}
        >
          <Button isDisabled={isBusy}>{REGULATIONS_TEXTS.importARegionFile}</Button>
        </FileTrigger>
        {origin === "corrected" && (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "drop-file", name: region.name })}
          >
            {REGULATIONS_TEXTS.undoBuiltInRegulations}
          </QuietButton>
        )}
      </Row>
      <Licences region={region} held={view.day.licences} isBusy={isBusy} send={send} />
      <ReplyNotice<LawIntent> reply={answer} onUndo={send} />
      <Table>
        <thead>
          <tr>
            <th>{REGULATIONS_TEXTS.mhz}</th>
            <th>{REGULATIONS_TEXTS.licence}</th>
            <th>{REGULATIONS_TEXTS.atMost}</th>
            <th>{REGULATIONS_TEXTS.what}</th>
            <th>{REGULATIONS_TEXTS.source}</th>
          </tr>
        </thead>
        <tbody>
          {region.bands.map((b) => (
            <tr key={`${b.lowHz}${b.licence}`}>
              <th scope="row">
                <Figure>{`${b.lowHz / 1e6}–${b.highHz / 1e6}`}</Figure>
              </th>
              <td data-label={REGULATIONS_TEXTS.licence}>{capital(b.licence)}</td>
              <td data-label={REGULATIONS_TEXTS.atMost}>
                {b.maxEirpMw === 0 ? (
                  <Status status="problem">{REGULATIONS_TEXTS.forbidden}</Status>
                ) : (
                  <Figure>{REGULATIONS_TEXTS.mw(b.maxEirpMw)}</Figure>
                )}
              </td>
              <td data-wide>{b.note}</td>
              <td data-wide>
                <Soft>{REGULATIONS_TEXTS.as(b.source, b.asOf)}</Soft>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <section>
        <Heading>{REGULATIONS_TEXTS.yourPacksHere}</Heading>
        <Table>
          <thead>
            <tr>
              <th>{REGULATIONS_TEXTS.pack}</th>
              <th>{REGULATIONS_TEXTS.set}</th>
              <th>{REGULATIONS_TEXTS.whereItMayTransmit}</th>
            </tr>
          </thead>
          <tbody>
            {match.map((m) => (
              <tr key={m.unit.key}>
                <th scope="row">
                  <b>{m.unit.label}</b> <Soft>{m.modelName}</Soft>
                </th>
                <td data-label={REGULATIONS_TEXTS.set}>
                  <Figure>{REGULATIONS_TEXTS.mwWith(m.unit.powerMw ?? "–")}</Figure>
                </td>
                <td data-label={REGULATIONS_TEXTS.where}>
                  {m.legality.code === "fine" ? (
                    <Figure>{REGULATIONS_TEXTS.mhzWith(rangesWords(m.legality.where))}</Figure>
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
