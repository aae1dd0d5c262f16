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
import { STATIONS_TEXTS } from "~/contract/messages/screens/stations";
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
  becomes: STATIONS_TEXTS.aStationOnTheList,
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
      return reply(await askRegister(app, dayId, intent), (n) =>
        STATIONS_TEXTS.theStationListAnsweredReach(count(n, "station")),
      );
    case "add":
      return reply(
        await editStations(app, dayId, {
          add: { channel: intent.channel, name: intent.name, note: STATIONS_TEXTS.putOnByHand },
          expectedVersion: intent.expectedVersion,
        }),
      );
    case "preview":
      return previewed(await previewStations(app, dayId, intent.text, intent.map));
    case "import":
      return reply(await importStations(app, dayId, intent), ({ imported, leftOut }) =>
        STATIONS_TEXTS.putOnTheList(
          capital(count(imported, "station")),
          leftOut > 0 ? STATIONS_TEXTS.leftOut(count(leftOut, "row")) : "",
        ),
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
        () => STATIONS_TEXTS.theListBeforeIsBack,
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
    list.length === 1
      ? STATIONS_TEXTS.tv(list[0] ?? "")
      : STATIONS_TEXTS.tvWith(list[0] ?? "", list.at(-1) ?? "");
  return (
    <Stack $gapPx={20}>
      <div>
        <Answer>
          {best
            ? STATIONS_TEXTS.mostRoom(
                channelWords(best.channels),
                formatSpan(best.usableHz),
                count(best.packs.length, "pack"),
              )
            : STATIONS_TEXTS.noRangeThatYourKit}
        </Answer>
        <Sub>
          {STATIONS_TEXTS.onTheList(
            capital(count(register.stations.length, "station")),
            register.list ? `, ${register.list.how} (${formatClock(register.list.atMs)})` : "",
            register.isMeasured
              ? STATIONS_TEXTS.includesTheNewestScanHere
              : STATIONS_TEXTS.noScanHereYet,
          )}
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      <Row style={{ alignItems: "end" }}>
        <SelectField
          label={STATIONS_TEXTS.position}
          value={placeId}
          onChange={setPlaceId}
          choices={[
            ...view.places.map((p) => ({
              id: p.id,
              label: p.name,
              isDisabled: !p.geometry.position,
            })),
            { id: OTHER_PLACE, label: STATIONS_TEXTS.otherCoordinates },
          ]}
        />
        {!place?.geometry.position && (
          <>
            <NumberField
              label={STATIONS_TEXTS.latitude}
              unit="°"
              min={-90}
              max={90}
              step={0.01}
              value={typed.latitudeDeg}
              onChange={(latitudeDeg) => setTyped((t) => ({ ...t, latitudeDeg }))}
            />
            <NumberField
              label={STATIONS_TEXTS.longitude}
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
          {STATIONS_TEXTS.askTheStationList}
        </PrimaryButton>
        {!register.hasRegister && <Soft>{STATIONS_TEXTS.noStationListService}</Soft>}
        {register.earlierVersion !== null && (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "undo", expectedVersion })}
          >
            {STATIONS_TEXTS.undoPreviousList}
          </QuietButton>
        )}
      </Row>
      <section>
        <Heading>{STATIONS_TEXTS.roomForThisKit}</Heading>
        <Table>
          <thead>
            <tr>
              <th>{STATIONS_TEXTS.range}</th>
              <th>{STATIONS_TEXTS.mhz}</th>
              <th>{STATIONS_TEXTS.usable}</th>
              <th>{STATIONS_TEXTS.packsThatTuneThere}</th>
              <th>{STATIONS_TEXTS.mhzPacks}</th>
            </tr>
          </thead>
          <tbody>
            {register.rank.map((r) => (
              <tr key={r.lowHz}>
                <th scope="row">
                  <b>{channelWords(r.channels)}</b>
                </th>
                <td data-label={STATIONS_TEXTS.mhz}>
                  <Figure>{`${r.lowHz / 1e6}–${r.highHz / 1e6}`}</Figure>
                </td>
                <td data-label={STATIONS_TEXTS.usable}>
                  <Figure>{formatSpan(r.usableHz)}</Figure>
                </td>
                <td data-label={STATIONS_TEXTS.packs}>
                  {listWords(r.packs.map((p) => p.replace(/^Pack /, "")))}
                </td>
                <td data-label={STATIONS_TEXTS.mhzPacks}>
                  <Figure>{Math.round(r.packMhz)}</Figure>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </section>
      <section>
        <Heading>{STATIONS_TEXTS.stations}</Heading>
        <Table>
          <thead>
            <tr>
              <th>{STATIONS_TEXTS.channel}</th>
              <th>{STATIONS_TEXTS.station}</th>
              <th>{STATIONS_TEXTS.whatIsKnown}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {register.stations.map((s) => (
              <tr key={s.channel}>
                <th scope="row">
                  <Figure>{s.channel}</Figure>
                </th>
                <td data-label={STATIONS_TEXTS.station}>{s.name}</td>
                <td data-label={STATIONS_TEXTS.whatIsKnown}>
                  <Soft>{s.note}</Soft>
                </td>
                <td data-wide>
                  <Button
                    isDisabled={isBusy}
                    aria-label={STATIONS_TEXTS.removeFromTheList(s.name)}
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
            label={STATIONS_TEXTS.tvChannel}
            value={channel}
            onChange={setChannel}
            choices={register.channels.map((c) => ({ id: c, label: String(c) }))}
          />
          <TextField label={STATIONS_TEXTS.station} value={name} onChange={setName} widthCh={20} />
          <Button
            isDisabled={isBusy}
            why={name.trim() === "" ? STATIONS_TEXTS.typeItsNameFirst : null}
            onPress={() => {
              send({ intent: "add", channel, name, expectedVersion });
              taken(() => setName(""));
            }}
          >
            {STATIONS_TEXTS.addToTheList}
          </Button>
        </Row>
        <div style={{ marginTop: 16 }}>
          <ListImport<StationField, StationRow>
            button={STATIONS_TEXTS.importAStationList}
            hint={STATIONS_TEXTS.csvOneStationALine}
            thing="station"
            fields={FIELDS}
            columns={["Channel", "Station"]}
            wordsOf={wordsOf}
            onImport={(p) => send({ intent: "import", ...p, expectedVersion })}
          />
        </div>
      </section>
      <Notice kind="caution">{STATIONS_TEXTS.aStationList}</Notice>
    </Stack>
  );
}
