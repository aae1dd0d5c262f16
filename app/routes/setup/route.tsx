import { useState } from "react";
import { Link } from "react-router";
import type { Route } from "./+types/route";
import { requireDay } from "~/server/services/day/dayView.server";
import {
  addPlace,
  changePlace,
  copyPlace,
  removePlace,
  undoPlaces,
} from "~/server/services/prep/places.server";
import { getPreparation } from "~/server/services/prep/preparation.server";
import { changeDay, getShoots } from "~/server/services/shoots/shoots.server";
import {
  addTalker,
  addTalkersOfScenes,
  changeTalker,
  removeTalker,
  restoreTalker,
} from "~/server/services/prep/talkers.server";
import { newestList } from "~/server/services/prep/versionedLists.server";
import {
  capital,
  count,
  formatClock,
  formatDate,
  formatMetres,
  listWords,
  numberWord,
} from "~/contract/messages/format";
import { WALL_NAMES } from "~/contract/messages/place";
import { sketchOf } from "~/core/location/placeSketch";
import { receiverModel } from "~/core/kit/models";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Mark } from "~/app/ui/Mark/Mark";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { setupIntents, type SetupIntent } from "./intents";
import { PlaceForm } from "./PlaceForm";
import { NewTalker, TalkerForm } from "./TalkerForm";
import { practiceSites } from "~/server/services/training/practiceDay.server";

export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const { day } = orNotFound(await requireDay(context.app, dayId));
  const { scenes, findings } = orNotFound(await getPreparation(context.app, dayId));
  const { version, earlierVersion } = await newestList(context.app, "places", dayId);
  const days = (await getShoots(context.app)).shoots.flatMap((s) =>
    s.days
      .filter((d) => !d.isArchived)
      .map((d) => ({ id: d.id, label: `${s.name}, ${formatDate(d.dateIso)}` })),
  );
  return {
    placeList: { version, earlierVersion },
    days,
    hasScenes: scenes.length > 0,
    scenesAt: Object.fromEntries(
      scenes.flatMap((s) => (s.placeId === null ? [] : [[s.placeId, true]])),
    ),
    without: findings.flatMap((f) => (f.code === "talker-without-channel" ? [f.talker] : [])),
    airs: practiceSites(day),
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, setupIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "change-day":
      return reply(
        await changeDay(app, dayId, intent.change as Parameters<typeof changeDay>[2]),
        () => "Kept.",
        ({ before }) => ({ intent: "change-day", change: before }),
      );
    case "add-place":
      return reply(
        await addPlace(app, dayId, intent),
        () => `${intent.place.name} is on the list.`,
      );
    case "change-place":
      return reply(await changePlace(app, dayId, intent), ({ movedScenes }) =>
        movedScenes > 0 ? `Kept; ${count(movedScenes, "scene")} moved along.` : "Kept.",
      );
    case "remove-place":
      return reply(
        await removePlace(app, dayId, intent),
        (name) => `${name} is off the list; what happened there stays on record.`,
      );
    case "copy-place":
      return reply(await copyPlace(app, dayId, intent), (name) => `${name} is on the list.`);
    case "undo-places":
      return reply(
        await undoPlaces(app, dayId, intent.expectedVersion),
        () => "The places before are back.",
      );
    case "add-talker":
      return reply(
        await addTalker(app, dayId, intent.told as Parameters<typeof addTalker>[2]),
        (talker) => `${talker} has a channel.`,
      );
    case "add-talkers-of-scenes":
      return reply(await addTalkersOfScenes(app, dayId), ({ added, without }) =>
        `${added.length > 0 ? `${listWords(added)} ${added.length === 1 ? "has a channel" : "have channels"}.` : ""}${without.length > 0 ? ` Nothing that fits is left for ${listWords(without)}.` : ""}`.trim(),
      );
    case "change-talker":
      return reply(
        await changeTalker(app, dayId, intent),
        () => "Kept.",
        ({ before, version }) => ({
          intent: "change-talker",
          channelId: intent.channelId,
          expectedVersion: version,
          change: before,
        }),
      );
    case "remove-talker":
      return reply(
        await removeTalker(app, dayId, intent),
        ({ talker }) => `${talker} left; the pack and the receiver channel are free.`,
        ({ version }) => ({
          intent: "restore-talker",
          channelId: intent.channelId,
          expectedVersion: version,
        }),
      );
    case "restore-talker":
      return reply(await restoreTalker(app, dayId, intent), ({ talker }) => `${talker} is back.`);
  }
}

type Open =
  | { what: "place"; id: number | null }
  | { what: "talker"; id: number | null }
  | { what: "copy-place"; id: number }
  | null;

/** The day itself: when it is, where it goes, who speaks. */
export default function SetupScreen({ loaderData: setup }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<SetupIntent>();
  const [open, setOpen] = useState<Open>(null);
  const { day, places, channels } = view;
  const expectedVersion = setup.placeList.version;
  const shut = () => setOpen(null);
  return (
    <Stack $gapPx={24}>
      <div>
        <Answer>{`${capital(count(places.length, "place"))}, ${channels.length === 0 ? "nobody wired yet" : count(channels.length, "talker")}`}</Answer>
        <Sub>{`${day.production}, ${formatDate(day.dateIso)}. What changes here changes everywhere; each change can be taken back.`}</Sub>
      </div>
      <ReplyNotice<SetupIntent> reply={answer} onUndo={send} />
      <DayHead
        key={`${day.dateIso}${day.dayNumber}${day.dayCount}${day.town}`}
        isBusy={isBusy}
        send={send}
      />
      <section>
        <Row>
          <Heading>Places</Heading>
          {setup.placeList.earlierVersion !== null && (
            <QuietButton
              isDisabled={isBusy}
              onPress={() => send({ intent: "undo-places", expectedVersion })}
            >
              Undo: back to the places before
            </QuietButton>
          )}
        </Row>
        <Table>
          <thead>
            <tr>
              <th>Place</th>
              <th>Times</th>
              <th>In the way</th>
              <th>Farthest</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {places.map((p) => {
              const sketch = sketchOf(p.setting, p.geometry);
              return (
                <tr key={p.id}>
                  <th scope="row">
                    <b>{p.name}</b>{" "}
                    <Soft>
                      {[p.setting === "indoors" ? "inside" : "outside", p.note]
                        .filter(Boolean)
                        .join(", ")}
                    </Soft>
                  </th>
                  <td data-label="Times">
                    <Figure>{`${formatClock(p.startMs)}–${formatClock(p.endMs)}`}</Figure>
                  </td>
                  <td data-label="In the way">
                    {sketch.wallCount === 0 ? (
                      <Soft>nothing</Soft>
                    ) : (
                      `${numberWord(sketch.wallCount)} × ${WALL_NAMES[sketch.walls]}`
                    )}
                  </td>
                  <td data-label="Farthest">
                    <Figure>{formatMetres(sketch.distanceM)}</Figure>
                  </td>
                  <td data-wide>
                    <Row style={{ gap: 0 }}>
                      <QuietButton
                        onPress={() => setOpen({ what: "place", id: p.id })}
                        aria-label={`Change ${p.name}`}
                      >
                        change
                      </QuietButton>
                      <QuietButton
                        onPress={() => setOpen({ what: "copy-place", id: p.id })}
                        aria-label={`Copy ${p.name}`}
                      >
                        copy
                      </QuietButton>
                      <QuietButton
                        isDisabled={isBusy}
                        onPress={() =>
                          send({ intent: "remove-place", placeId: p.id, expectedVersion })
                        }
                        aria-label={`take off ${p.name}`}
                      >
                        take off
                      </QuietButton>
                    </Row>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
        {open?.what === "place" && (
          <PlaceForm
            key={open.id ?? "new"}
            place={places.find((p) => p.id === open.id) ?? null}
            fromMs={Math.max(...places.map((p) => p.endMs))}
            airs={setup.airs}
            hasScenes={open.id !== null && setup.scenesAt[open.id] === true}
            isBusy={isBusy}
            onDrop={shut}
            onKeep={(place, withScenes) => {
              send(
                open.id === null
                  ? { intent: "add-place", place, expectedVersion }
                  : {
                      intent: "change-place",
                      placeId: open.id,
                      place,
                      withScenes,
                      expectedVersion,
                    },
              );
              shut();
            }}
          />
        )}
        {open?.what === "copy-place" && (
          <CopyPlace
            key={open.id}
            name={places.find((p) => p.id === open.id)?.name ?? ""}
            days={setup.days}
            here={day.id}
            isBusy={isBusy}
            onDrop={shut}
            onCopy={(toDayId) => {
              send({ intent: "copy-place", placeId: open.id, toDayId, expectedVersion });
              shut();
            }}
          />
        )}
        {open?.what !== "place" && (
          <Row style={{ marginTop: 10 }}>
            <Button onPress={() => setOpen({ what: "place", id: null })}>Add a place</Button>
          </Row>
        )}
      </section>
      <section>
        <Heading>Talkers</Heading>
        {channels.length > 0 && (
          <Table>
            <thead>
              <tr>
                <th>Channel</th>
                <th>Speaks</th>
                <th>Carried by</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {channels.map((c) => (
                <tr key={c.id}>
                  <th scope="row">
                    <Row as="span">
                      <Soft>{c.number}</Soft>
                      <Mark>{c.mark}</Mark>
                      <span>
                        <b>{c.talker}</b> <Soft>{c.part}</Soft>
                      </span>
                    </Row>
                  </th>
                  <td data-label="Speaks">
                    {c.effort}
                    {c.moves && <Soft>{`, ${c.moves}`}</Soft>}
                  </td>
                  <td data-label="Carried by">
                    {`${c.packLabel}, ${c.receiverLabel}${receiverModel(view.kit, c.receiverModelId).halves > 1 ? ` half ${c.half + 1}` : ""}`}{" "}
                    <LegalFlag legality={c.legality} unit={c.packLabel} />
                  </td>
                  <td data-wide>
                    <QuietButton
                      onPress={() => setOpen({ what: "talker", id: c.id })}
                      aria-label={`Change ${c.talker}`}
                    >
                      change
                    </QuietButton>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
        {open?.what === "talker" && open.id === null && (
          <NewTalker view={view} isBusy={isBusy} send={send} onDrop={shut} />
        )}
        {channels
          .filter((c) => open?.what === "talker" && open.id === c.id)
          .map((c) => (
            <TalkerForm
              key={`${c.id}.${c.version}`}
              channel={c}
              view={view}
              isBusy={isBusy}
              send={send}
              onDrop={shut}
            />
          ))}
        <Row style={{ marginTop: 10 }}>
          {open?.what !== "talker" && (
            <Button onPress={() => setOpen({ what: "talker", id: null })}>Add a talker</Button>
          )}
          {setup.without.length > 0 && (
            <PrimaryButton
              isDisabled={isBusy}
              onPress={() => send({ intent: "add-talkers-of-scenes" })}
            >{`Give ${setup.without.length > 3 ? `the ${numberWord(setup.without.length)} of the scenes` : listWords(setup.without)} ${setup.without.length === 1 ? "a channel" : "channels"}`}</PrimaryButton>
          )}
          {view.packs.length === 0 && (
            <Link to={`/day/${day.id}/kit`}>
              The case is empty: put receivers and packs in first
            </Link>
          )}
        </Row>
      </section>
    </Stack>
  );
}

function DayHead({ isBusy, send }: { isBusy: boolean; send: (intent: SetupIntent) => void }) {
  const { day } = useDay();
  const [head, setHead] = useState({
    dateIso: day.dateIso,
    dayNumber: day.dayNumber,
    dayCount: day.dayCount,
    town: day.town,
  });
  const isChanged = (["dateIso", "dayNumber", "dayCount", "town"] as const).some(
    (k) => head[k] !== day[k],
  );
  return (
    <section aria-label="The day">
      <Settings>
        <TextField
          label="Date"
          type="date"
          value={head.dateIso}
          onChange={(dateIso) => setHead((h) => ({ ...h, dateIso }))}
          widthCh={13}
        />
        <NumberField
          label="Shooting day"
          unit=""
          min={0}
          max={999}
          step={1}
          value={head.dayNumber}
          onChange={(dayNumber) => setHead((h) => ({ ...h, dayNumber }))}
        />
        <NumberField
          label="of"
          unit="days"
          min={1}
          max={999}
          step={1}
          value={head.dayCount}
          onChange={(dayCount) => setHead((h) => ({ ...h, dayCount }))}
        />
        <TextField
          label="Town"
          value={head.town}
          onChange={(town) => setHead((h) => ({ ...h, town }))}
          widthCh={18}
        />
      </Settings>
      {isChanged && (
        <Row style={{ marginTop: 10 }}>
          <PrimaryButton
            isDisabled={isBusy || head.dateIso === ""}
            onPress={() => send({ intent: "change-day", change: head })}
          >
            Keep the change
          </PrimaryButton>
        </Row>
      )}
    </section>
  );
}

function CopyPlace({
  name,
  days,
  here,
  isBusy,
  onCopy,
  onDrop,
}: {
  name: string;
  days: { id: number; label: string }[];
  here: number;
  isBusy: boolean;
  onCopy: (toDayId: number) => void;
  onDrop: () => void;
}) {
  const [to, setTo] = useState(here);
  return (
    <Row style={{ alignItems: "end", marginTop: 10 }}>
      <SelectField
        label={`${name} once more`}
        value={to}
        onChange={setTo}
        choices={days.map((d) =>
          d.id === here ? { ...d, label: "on this day, after the last place" } : d,
        )}
      />
      <PrimaryButton isDisabled={isBusy} onPress={() => onCopy(to)}>
        Copy it
      </PrimaryButton>
      <QuietButton onPress={onDrop}>Drop it</QuietButton>
    </Row>
  );
}
