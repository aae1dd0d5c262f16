import { itemAt } from "~/core/units/items";
import { regionOfLocale } from "~/core/regulations/regionOfLocale";
import { useState } from "react";
import { Link, redirect } from "react-router";
import type { Route } from "./+types/route";
import { knownRegions } from "~/server/services/frequencies/regions.server";
import {
  changeDay,
  copyDay,
  type DayInShoot,
  getShoots,
  newShoot,
  renameShootTo,
  type ShootsView,
} from "~/server/services/shoots/shoots.server";
import { capital, count, formatDate, listWords } from "~/contract/messages/format";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { ThemeToggle } from "~/app/features/frame/ThemeToggle";
import { SelectField, SwitchField, TextField } from "~/app/ui/Field/Field";
import { AwayPage } from "~/app/ui/Page/Away";
import { Answer, Heading, Panel, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useIntent } from "~/app/routes/shared/useIntent";
import { OpenArchive } from "./OpenArchive";
import { shootsIntents, type ShootsIntent } from "./intents";

export async function loader({ request, context }: Route.LoaderArgs) {
  const view = await getShoots(context.app);
  const days = view.shoots.flatMap((s) => s.days).sort((a, b) => a.id - b.id);
  return {
    view,
    /** Where one shot last; before the first day what the browser's languages point to. */
    usualRegion: days.at(-1)?.region ?? regionOfLocale(request.headers.get("accept-language")),
    regions: (await knownRegions(context.app.db)).map((k) => ({
      id: k.region.name,
      label: k.region.title,
    })),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Shoots and days · Plain Channel" }];

export async function action({ request, context }: Route.ActionArgs) {
  const { app } = context;
  const read = await readIntent(request, shootsIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "new-shoot": {
      const made = await newShoot(app, intent);
      return made.ok ? redirect(`/day/${made.value}/setup`) : reply(made);
    }
    case "rename":
      return reply(
        await renameShootTo(app, intent.shootId, intent.name),
        () => `It is called ${intent.name} now.`,
        ({ before }) => ({ ...intent, name: before }),
      );
    case "copy-day": {
      const made = await copyDay(app, intent.dayId, intent);
      return made.ok ? redirect(`/day/${made.value}/setup`) : reply(made);
    }
    case "move-day":
      return reply(
        await changeDay(app, intent.dayId, { dateIso: intent.dateIso }),
        () => `Moved to ${formatDate(intent.dateIso)}.`,
        ({ before }) => ({ ...intent, dateIso: before.dateIso }),
      );
    case "put-away":
      return reply(
        await changeDay(app, intent.dayId, { isArchived: true }),
        () => "The day is put away; nothing of it is lost.",
        () => ({ intent: "bring-back", dayId: intent.dayId }),
      );
    case "bring-back":
      return reply(
        await changeDay(app, intent.dayId, { isArchived: false }),
        () => "The day is back.",
      );
  }
}

/** Every shoot and its days: begin one, copy one, move one, put one away. */
export default function ShootsScreen({
  loaderData: { view, regions, usualRegion },
}: Route.ComponentProps) {
  const { send, reply: answer, isBusy } = useIntent<ShootsIntent>();
  const days = view.shoots.flatMap((s) => s.days);
  const standing = days.filter((d) => !d.isArchived);
  const gone = days.filter((d) => d.isArchived);
  const [isNew, setNew] = useState(standing.length === 0);
  const next = view.isPractice
    ? undefined
    : [...standing]
        .filter((d) => d.dateIso >= view.todayIso)
        .sort((a, b) => (a.dateIso < b.dateIso ? -1 : 1))[0];
  const shootOf = (d: DayInShoot) => view.shoots.find((s) => s.days.includes(d))?.name ?? "";
  return (
    <AwayPage
      head={
        <>
          <b>Plain Channel</b>
          {view.isPractice && <Soft>practice data, kept apart from yours</Soft>}
          <ThemeToggle />
        </>
      }
    >
      <Stack as="main" $gapPx={22}>
        <div>
          <Answer>
            {standing.length === 0
              ? "No shoot yet: what do you work on?"
              : next
                ? `Next: ${shootOf(next)}, ${next.dateIso === view.todayIso ? "today" : formatDate(next.dateIso)}`
                : `${capital(count(view.shoots.length, "shoot"))}, ${count(standing.length, "day")}`}
          </Answer>
          <Sub>
            {standing.length === 0
              ? "A shoot has days, a day has places, scenes and talkers. Begin with its name; the rest can follow. To look round first, the practice day opens with npm run demo."
              : "Open a day, copy it to another date with its places, case and cast, or begin another shoot."}
          </Sub>
        </div>
        <ReplyNotice<ShootsIntent> reply={answer} onUndo={send} />
        {isNew ? (
          <NewShoot
            regions={regions}
            usualRegion={usualRegion}
            todayIso={view.todayIso}
            isBusy={isBusy}
            send={send}
            onDrop={standing.length > 0 ? () => setNew(false) : null}
          />
        ) : (
          <Row>
            <Button onPress={() => setNew(true)}>Begin another shoot</Button>
          </Row>
        )}
        {view.shoots
          .filter((s) => s.days.some((d) => !d.isArchived))
          .map((shoot) => (
            <ShootSection key={shoot.id} shoot={shoot} view={view} isBusy={isBusy} send={send} />
          ))}
        <OpenArchive />
        <Row>
          <Link to="/backups">Copies of everything</Link>
          <Link to="/practice">Practise without any gear</Link>
        </Row>
        {gone.length > 0 && (
          <section>
            <Heading>Put away</Heading>
            {gone.map((d) => (
              <Row key={d.id}>
                <span>{`${shootOf(d)}, ${formatDate(d.dateIso)}`}</span>
                <QuietButton
                  isDisabled={isBusy}
                  onPress={() => send({ intent: "bring-back", dayId: d.id })}
                >
                  Bring it back
                </QuietButton>
              </Row>
            ))}
          </section>
        )}
      </Stack>
    </AwayPage>
  );
}

interface Parts {
  isBusy: boolean;
  send: (intent: ShootsIntent) => void;
}

function ShootSection({
  shoot,
  view,
  isBusy,
  send,
}: Parts & { shoot: ShootsView["shoots"][number]; view: ShootsView }) {
  const [name, setName] = useState<string | null>(null);
  const [copied, setCopied] = useState<DayInShoot | null>(null);
  const rename = () => {
    if (name !== null && name.trim() !== "" && name.trim() !== shoot.name)
      send({ intent: "rename", shootId: shoot.id, name: name.trim() });
    setName(null);
  };
  return (
    <section aria-label={shoot.name}>
      <Row>
        {name === null ? (
          <>
            <Heading>{shoot.name}</Heading>
            <QuietButton onPress={() => setName(shoot.name)} aria-label={`Rename ${shoot.name}`}>
              rename
            </QuietButton>
            <a href={`/shoots/${shoot.id}/archive.zip`} download>
              whole shoot as one archive
            </a>
          </>
        ) : (
          <TextField
            label="Name of the shoot"
            isLabelHidden
            value={name}
            onChange={setName}
            onCommit={rename}
            widthCh={30}
            isFocused
          />
        )}
      </Row>
      <Table>
        <thead>
          <tr>
            <th>Day</th>
            <th>Where</th>
            <th>Places</th>
            <th>Prepared</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {shoot.days
            .filter((d) => !d.isArchived)
            .map((d) => (
              <tr key={d.id}>
                <th scope="row">
                  <Link to={`/day/${d.id}`}>
                    <b>{formatDate(d.dateIso)}</b>
                  </Link>{" "}
                  <Soft>{`day ${d.dayNumber} of ${d.dayCount}${d.dateIso === view.todayIso ? " · today" : ""}`}</Soft>
                </th>
                <td data-label="Where">{d.town || <Soft>–</Soft>}</td>
                <td data-label="Places">{listWords(d.placeNames)}</td>
                <td data-label="Prepared">
                  <Soft>{`${count(d.scenes, "scene")}, ${count(d.talkers, "talker")}`}</Soft>
                </td>
                <td data-wide>
                  <Row>
                    <QuietButton
                      isDisabled={isBusy}
                      onPress={() => setCopied(d)}
                      aria-label={`Copy ${formatDate(d.dateIso)}`}
                    >
                      copy
                    </QuietButton>
                    <QuietButton
                      isDisabled={isBusy}
                      onPress={() => send({ intent: "put-away", dayId: d.id })}
                      aria-label={`put away ${formatDate(d.dateIso)}`}
                    >
                      put away
                    </QuietButton>
                  </Row>
                </td>
              </tr>
            ))}
        </tbody>
      </Table>
      {copied && (
        <CopyDay
          key={copied.id}
          day={copied}
          shootId={shoot.id}
          view={view}
          isBusy={isBusy}
          send={send}
          onDrop={() => setCopied(null)}
        />
      )}
    </section>
  );
}

const dayAfter = (dateIso: string) =>
  new Date(Date.parse(`${dateIso}T12:00:00Z`) + 86_400_000).toISOString().slice(0, 10);

function CopyDay({
  day,
  shootId,
  view,
  isBusy,
  send,
  onDrop,
}: Parts & { day: DayInShoot; shootId: number; view: ShootsView; onDrop: () => void }) {
  const [dateIso, setDateIso] = useState(dayAfter(day.dateIso));
  const [to, setTo] = useState(shootId);
  const [withScenes, setWithScenes] = useState(false);
  return (
    <Panel aria-label="Copy a day">
      <Heading as="h3">{`A day like ${formatDate(day.dateIso)}`}</Heading>
      <Row style={{ alignItems: "end" }}>
        <TextField label="Date" type="date" value={dateIso} onChange={setDateIso} widthCh={13} />
        <SelectField
          label="Shoot"
          value={to}
          onChange={setTo}
          choices={view.shoots.map((s) => ({ id: s.id, label: s.name }))}
        />
        <SwitchField isSelected={withScenes} onChange={setWithScenes}>
          its scenes too
        </SwitchField>
      </Row>
      <Soft as="p">
        Places, case, stations and talkers come along; what was scanned, picked and proved does not.
      </Soft>
      <Row>
        <PrimaryButton
          isDisabled={isBusy}
          why={dateIso === "" ? "Say the date first." : null}
          onPress={() =>
            send({ intent: "copy-day", dayId: day.id, shootId: to, dateIso, withScenes })
          }
        >
          Make the day
        </PrimaryButton>
        <QuietButton onPress={onDrop}>Drop it</QuietButton>
      </Row>
    </Panel>
  );
}

function NewShoot({
  regions,
  usualRegion,
  todayIso,
  isBusy,
  send,
  onDrop,
}: Parts & {
  regions: { id: string; label: string }[];
  usualRegion: string | null;
  todayIso: string;
  onDrop: (() => void) | null;
}) {
  const [name, setName] = useState("");
  // whoever opens it for the first time stands on a set
  const [dateIso, setDateIso] = useState(onDrop ? dayAfter(todayIso) : todayIso);
  const [town, setTown] = useState("");
  const [region, setRegion] = useState(
    regions.find((r) => r.id === usualRegion)?.id ??
      regions.find((r) => r.id === "EU")?.id ??
      itemAt(regions, 0).id,
  );
  const [place, setPlace] = useState("");
  const whyNot =
    name.trim() === "" ? "Type a name first." : dateIso === "" ? "Say the date first." : null;
  const begin = () => {
    if (whyNot !== null || isBusy) return;
    send({
      intent: "new-shoot",
      name: name.trim(),
      dateIso,
      town: town.trim(),
      region,
      place: place.trim() || "First place",
    });
  };
  return (
    <Panel aria-label="A new shoot">
      <Heading as="h2">A new shoot</Heading>
      <Settings>
        <TextField
          label="Name"
          value={name}
          onChange={setName}
          onEnter={begin}
          isFocused={onDrop === null}
          widthCh={24}
        />
        <TextField
          label="First day"
          type="date"
          value={dateIso}
          onChange={setDateIso}
          widthCh={13}
        />
        <TextField label="Town" value={town} onChange={setTown} widthCh={20} />
        <SelectField
          label="By the rules of"
          value={region}
          onChange={setRegion}
          choices={regions}
        />
        <TextField
          label="First place"
          value={place}
          onChange={setPlace}
          widthCh={20}
          placeholder="a room, a street"
        />
      </Settings>
      <Row>
        <PrimaryButton isDisabled={isBusy} why={whyNot} onPress={begin}>
          Begin it
        </PrimaryButton>
        {onDrop && <QuietButton onPress={onDrop}>Drop it</QuietButton>}
      </Row>
    </Panel>
  );
}
