import { X } from "lucide-react";
import { useState } from "react";
import type { Route } from "./+types/route";
import {
  askRegister,
  editStations,
  getRegister,
  importStations,
  previewStations,
} from "~/server/services/frequencies/stations.server";
import { undoList } from "~/server/services/prep/versionedLists.server";
import {
  stationNoteWords,
  stationProblemWords,
  STATION_FIELD_WORDS,
} from "~/contract/messages/prep";
import {
  STATION_FIELDS,
  type StationField,
  type StationRow,
} from "~/core/regulations/stationTable";
import { capital, count, formatClock, formatSpan, listWords } from "~/contract/messages/format";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { ListImport, type RowWords } from "~/app/routes/shared/ListImport";
import {
  dayIdOf,
  orNotFound,
  previewed,
  readIntent,
  reply,
} from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { useTaken } from "~/app/routes/shared/useTaken";
import { registerIntents, type RegisterIntent } from "./intents";

const FIELDS = STATION_FIELDS.map((id) => ({ id, label: STATION_FIELD_WORDS[id] }));

const wordsOf = ({ row, station, problems, notes }: StationRow): RowWords => ({
  row,
  isGood: station !== null,
  problems: problems.map(stationProblemWords),
  notes: notes.map(stationNoteWords),
  becomes: "a station on the list",
  cells: station ? [<Figure key="c">{station.channel}</Figure>, station.name] : [],
});

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getRegister(context.app, dayIdOf(params)));
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, registerIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "ask":
      return reply(
        await askRegister(app, dayId, intent),
        (n) =>
          `The register answered: ${count(n, "station")} reach that position. The answer stays, with the register or without it.`,
      );
    case "add":
      return reply(
        await editStations(app, dayId, {
          add: { channel: intent.channel, name: intent.name, note: "put on by hand" },
          expectedVersion: intent.expectedVersion,
        }),
      );
    case "preview":
      return previewed(await previewStations(app, dayId, intent.text, intent.map));
    case "import":
      return reply(
        await importStations(app, dayId, intent),
        ({ imported, leftOut }) =>
          `${capital(count(imported, "station"))} put on the list${leftOut > 0 ? `, ${count(leftOut, "row")} left out` : ""}.`,
      );
    case "remove":
      return reply(
        await editStations(app, dayId, {
          removeChannel: intent.channel,
          expectedVersion: intent.expectedVersion,
        }),
      );
    case "undo":
      return reply(
        await undoList(app, "stations", dayId, intent.expectedVersion),
        () => "The list before is back.",
      );
  }
}

const OTHER_PLACE = 0;

/** Which television reaches a position, and where the most room is left for this kit. */
export default function RegisterScreen({ loaderData: register }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<RegisterIntent>();
  const [placeId, setPlaceId] = useState(currentPlace(view).id);
  const place = view.places.find((p) => p.id === placeId);
  const [typed, setTyped] = useState({ latitudeDeg: 0, longitudeDeg: 0 });
  const at = place?.geometry.position ?? typed;
  const taken = useTaken(answer);
  const [name, setName] = useState("");
  const [channel, setChannel] = useState(register.channels[0] ?? 21);
  const expectedVersion = register.list?.version ?? 0;
  const [best] = register.rank;
  const channelWords = (list: number[]) =>
    list.length === 1 ? `TV ${list[0]}` : `TV ${list[0]}–${list.at(-1)}`;
  return (
    <Stack $gapPx={20}>
      <div>
        <Answer>
          {best
            ? `Most room: ${channelWords(best.channels)}, ${formatSpan(best.usableHz)} for ${count(best.packs.length, "pack")}`
            : "No stretch that your kit tunes is left"}
        </Answer>
        <Sub>{`${capital(count(register.stations.length, "station"))} on the list${register.list ? `, ${register.list.how} (${formatClock(register.list.atMs)})` : ""}. ${register.isMeasured ? "The newest scan here is counted in." : "Nothing is scanned here yet: a prediction knows no hills and no walls."}`}</Sub>
      </div>
      <ReplyNotice reply={answer} />
      <Row style={{ alignItems: "end" }}>
        <SelectField
          label="Position"
          value={placeId}
          onChange={setPlaceId}
          choices={[
            ...view.places.map((p) => ({
              id: p.id,
              label: p.name,
              isDisabled: !p.geometry.position,
            })),
            { id: OTHER_PLACE, label: "another, by its figures" },
          ]}
        />
        {!place?.geometry.position && (
          <>
            <NumberField
              label="Latitude"
              unit="°"
              min={-90}
              max={90}
              step={0.01}
              value={typed.latitudeDeg}
              onChange={(latitudeDeg) => setTyped((t) => ({ ...t, latitudeDeg }))}
            />
            <NumberField
              label="Longitude"
              unit="°"
              min={-180}
              max={180}
              step={0.01}
              value={typed.longitudeDeg}
              onChange={(longitudeDeg) => setTyped((t) => ({ ...t, longitudeDeg }))}
            />
          </>
        )}
        <PrimaryButton
          isDisabled={isBusy || !register.hasRegister}
          onPress={() =>
            send({ intent: "ask", at, setting: place?.setting ?? "outdoors", expectedVersion })
          }
        >
          Ask the register
        </PrimaryButton>
        {!register.hasRegister && (
          <Soft>
            No register service is set up here: type the stations below, or import a list.
          </Soft>
        )}
        {register.earlierVersion !== null && (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "undo", expectedVersion })}
          >
            Undo: back to the list before
          </QuietButton>
        )}
      </Row>
      <section>
        <Heading>Room for this kit</Heading>
        <Table>
          <thead>
            <tr>
              <th>Stretch</th>
              <th>MHz</th>
              <th>Usable</th>
              <th>Packs that tune there</th>
              <th>MHz × packs</th>
            </tr>
          </thead>
          <tbody>
            {register.rank.map((r) => (
              <tr key={r.lowHz}>
                <th scope="row">
                  <b>{channelWords(r.channels)}</b>
                </th>
                <td data-label="MHz">
                  <Figure>{`${r.lowHz / 1e6}–${r.highHz / 1e6}`}</Figure>
                </td>
                <td data-label="Usable">
                  <Figure>{formatSpan(r.usableHz)}</Figure>
                </td>
                <td data-label="Packs">{listWords(r.packs.map((p) => p.replace(/^Pack /, "")))}</td>
                <td data-label="MHz × packs">
                  <Figure>{Math.round(r.packMhz)}</Figure>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </section>
      <section>
        <Heading>Stations</Heading>
        <Table>
          <thead>
            <tr>
              <th>Channel</th>
              <th>Station</th>
              <th>What is known</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {register.stations.map((s) => (
              <tr key={s.channel}>
                <th scope="row">
                  <Figure>{s.channel}</Figure>
                </th>
                <td data-label="Station">{s.name}</td>
                <td data-label="What is known">
                  <Soft>{s.note}</Soft>
                </td>
                <td data-wide>
                  <Button
                    isDisabled={isBusy}
                    aria-label={`Take ${s.name} off the list`}
                    onPress={() => send({ intent: "remove", channel: s.channel, expectedVersion })}
                  >
                    <X aria-hidden />
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
        <Row style={{ alignItems: "end", marginTop: 12 }}>
          <SelectField
            label="TV channel"
            value={channel}
            onChange={setChannel}
            choices={register.channels.map((c) => ({ id: c, label: String(c) }))}
          />
          <TextField label="Station" value={name} onChange={setName} widthCh={20} />
          <Button
            isDisabled={isBusy}
            why={name.trim() === "" ? "Type its name first." : null}
            onPress={() => {
              send({ intent: "add", channel, name, expectedVersion });
              taken(() => setName(""));
            }}
          >
            Put on the list
          </Button>
        </Row>
        <div style={{ marginTop: 16 }}>
          <ListImport<StationField, StationRow>
            button="Import a station list"
            hint="CSV: a station a line. Stations on the same channel are replaced, others stay; nothing is taken over before you say so"
            thing="station"
            fields={FIELDS}
            columns={["Channel", "Station"]}
            wordsOf={wordsOf}
            onImport={(p) => send({ intent: "import", ...p, expectedVersion })}
          />
        </div>
      </section>
      <Notice kind="caution">
        A register is as good as its date. What is licensed here is protected whether you hear it or
        not: check with your regulator.
      </Notice>
    </Stack>
  );
}
