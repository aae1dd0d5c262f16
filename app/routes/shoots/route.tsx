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
import { FRAME } from "~/contract/messages/frame";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { ThemeToggle } from "~/app/features/frame/ThemeToggle";
import { SelectField, SwitchField, TextField } from "~/app/ui/Field/Field";
import { AwayPage } from "~/app/ui/Page/Away";
import { Answer, Heading, Panel, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useIntent } from "~/app/routes/shared/useIntent";
import { SHOOTS } from "~/contract/messages/shoots";
import { SHOOTS_TEXTS } from "~/contract/messages/screens/shoots";
import { FirstChoices } from "./FirstChoices";
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

export const meta: Route.MetaFunction = () => [{ title: SHOOTS_TEXTS.shootsAndDaysPlainChannel }];

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
        () => SHOOTS_TEXTS.itIsCalledNow(intent.name),
        ({ before }) => ({ ...intent, name: before }),
      );
    case "copy-day": {
      const made = await copyDay(app, intent.dayId, intent);
      return made.ok ? redirect(`/day/${made.value}/setup`) : reply(made);
    }
    case "move-day":
      return reply(
        await changeDay(app, intent.dayId, { dateIso: intent.dateIso }),
        () => SHOOTS_TEXTS.moved(formatDate(intent.dateIso)),
        ({ before }) => ({ ...intent, dateIso: before.dateIso }),
      );
    case "put-away":
      return reply(
        await changeDay(app, intent.dayId, { isArchived: true }),
        () => SHOOTS_TEXTS.theDayIsArchivedNothing,
        () => ({ intent: "bring-back", dayId: intent.dayId }),
      );
    case "bring-back":
      return reply(
        await changeDay(app, intent.dayId, { isArchived: false }),
        () => SHOOTS_TEXTS.theDayIsBack,
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
  const isEmpty = days.length === 0;
  const [isNew, setNew] = useState(standing.length === 0 && !isEmpty);
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
          <b>{SHOOTS_TEXTS.plainChannel}</b>
          {view.isPractice && <Soft>{SHOOTS_TEXTS.practiceDataSeparateFromYours}</Soft>}
          <ThemeToggle />
        </>
      }
    >
      <Stack as="main" $gapPx={22}>
        <div>
          <Answer>
            {isEmpty
              ? SHOOTS.product
              : standing.length === 0
                ? SHOOTS_TEXTS.noShootYet
                : next
                  ? SHOOTS_TEXTS.next(
                      shootOf(next),
                      next.dateIso === view.todayIso ? "today" : formatDate(next.dateIso),
                    )
                  : `${capital(count(view.shoots.length, "shoot"))}, ${count(standing.length, "day")}`}
          </Answer>
          <Sub>
            {isEmpty
              ? SHOOTS.productAbout
              : standing.length === 0
                ? SHOOTS_TEXTS.aShootHasDays
                : SHOOTS_TEXTS.openADayCopy}
          </Sub>
        </div>
        <ReplyNotice<ShootsIntent> reply={answer} onUndo={send} />
        {isEmpty && <FirstChoices isBusy={isBusy} onWhole={() => setNew(true)} />}
        {isNew ? (
          <NewShoot
            regions={regions}
            usualRegion={usualRegion}
            todayIso={view.todayIso}
            isBusy={isBusy}
            send={send}
            onDrop={standing.length > 0 || isEmpty ? () => setNew(false) : null}
            isFirst={standing.length === 0}
          />
        ) : (
          !isEmpty && (
            <Row>
              <Button onPress={() => setNew(true)}>{SHOOTS_TEXTS.startAnotherShoot}</Button>
            </Row>
          )
        )}
        {view.shoots
          .filter((s) => s.days.some((d) => !d.isArchived))
          .map((shoot) => (
            <ShootSection key={shoot.id} shoot={shoot} view={view} isBusy={isBusy} send={send} />
          ))}
        <OpenArchive />
        <Row>
          <Link to="/quick">{SHOOTS.one}</Link>
          <Link to="/backups">{SHOOTS_TEXTS.backups}</Link>
          <Link to="/practice">{SHOOTS_TEXTS.practiseWithoutAnyGear}</Link>
          <Link to="/settings">{FRAME.settings}</Link>
        </Row>
        {gone.length > 0 && (
          <section>
            <Heading>{SHOOTS_TEXTS.archive}</Heading>
            {gone.map((d) => (
              <Row key={d.id}>
                <span>{`${shootOf(d)}, ${formatDate(d.dateIso)}`}</span>
                <QuietButton
                  isDisabled={isBusy}
                  onPress={() => send({ intent: "bring-back", dayId: d.id })}
                >
                  {SHOOTS_TEXTS.restore}
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
            <QuietButton
              onPress={() => setName(shoot.name)}
              aria-label={SHOOTS_TEXTS.renameWith(shoot.name)}
            >
              {SHOOTS_TEXTS.rename}
            </QuietButton>
            <a href={`/shoots/${shoot.id}/archive.zip`} download>
              {SHOOTS_TEXTS.wholeShootAsAnArchive}
            </a>
          </>
        ) : (
          <TextField
            label={SHOOTS_TEXTS.nameOfTheShoot}
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
            <th>{SHOOTS_TEXTS.day}</th>
            <th>{SHOOTS_TEXTS.where}</th>
            <th>{SHOOTS_TEXTS.locations}</th>
            <th>{SHOOTS_TEXTS.prepared}</th>
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
                  <Soft>
                    {SHOOTS_TEXTS.dayWith(
                      d.dayNumber,
                      d.dayCount,
                      d.dateIso === view.todayIso ? SHOOTS_TEXTS.today : "",
                    )}
                  </Soft>
                </th>
                <td data-label={SHOOTS_TEXTS.where}>{d.town || <Soft>–</Soft>}</td>
                <td data-label={SHOOTS_TEXTS.locations}>{listWords(d.placeNames)}</td>
                <td data-label={SHOOTS_TEXTS.prepared}>
                  <Soft>{`${count(d.scenes, "scene")}, ${count(d.talkers, "channel")}`}</Soft>
                </td>
                <td data-wide>
                  <Row>
                    <QuietButton
                      isDisabled={isBusy}
                      onPress={() => setCopied(d)}
                      aria-label={SHOOTS_TEXTS.copyWith(formatDate(d.dateIso))}
                    >
                      {SHOOTS_TEXTS.copy}
                    </QuietButton>
                    <QuietButton
                      isDisabled={isBusy}
                      onPress={() => send({ intent: "put-away", dayId: d.id })}
                      aria-label={SHOOTS_TEXTS.archiveWith(formatDate(d.dateIso))}
                    >
                      {SHOOTS_TEXTS.archive}
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
    <Panel aria-label={SHOOTS_TEXTS.copyADay}>
      <Heading as="h3">{SHOOTS_TEXTS.aDayLike(formatDate(day.dateIso))}</Heading>
      <Row style={{ alignItems: "end" }}>
        <TextField
          label={SHOOTS_TEXTS.date}
          type="date"
          value={dateIso}
          onChange={setDateIso}
          widthCh={13}
        />
        <SelectField
          label={SHOOTS_TEXTS.shoot}
          value={to}
          onChange={setTo}
          choices={view.shoots.map((s) => ({ id: s.id, label: s.name }))}
        />
        <SwitchField isSelected={withScenes} onChange={setWithScenes}>
          {SHOOTS_TEXTS.itsScenesToo}
        </SwitchField>
      </Row>
      <Soft as="p">{SHOOTS_TEXTS.locationsKitStationsAndTalent}</Soft>
      <Row>
        <PrimaryButton
          isDisabled={isBusy}
          why={dateIso === "" ? SHOOTS_TEXTS.typeTheDateFirst : null}
          onPress={() =>
            send({ intent: "copy-day", dayId: day.id, shootId: to, dateIso, withScenes })
          }
        >
          {SHOOTS_TEXTS.addTheDay}
        </PrimaryButton>
        <QuietButton onPress={onDrop}>{SHOOTS_TEXTS.cancel}</QuietButton>
      </Row>
    </Panel>
  );
}

interface RegionChoice {
  id: string;
  label: string;
}

const usualRegionIn = (regions: readonly RegionChoice[], usual: string | null): string =>
  regions.find((r) => r.id === usual)?.id ??
  regions.find((r) => r.id === "EU")?.id ??
  itemAt(regions, 0).id;

function NewShoot({
  regions,
  usualRegion,
  todayIso,
  isBusy,
  send,
  onDrop,
  isFirst,
}: Parts & {
  regions: RegionChoice[];
  usualRegion: string | null;
  todayIso: string;
  onDrop: (() => void) | null;
  /** Whoever opens it for the first time stands on a set. */
  isFirst: boolean;
}) {
  const [name, setName] = useState("");
  const [dateIso, setDateIso] = useState(isFirst ? todayIso : dayAfter(todayIso));
  const [town, setTown] = useState("");
  const [region, setRegion] = useState(usualRegionIn(regions, usualRegion));
  const [place, setPlace] = useState("");
  const whyNot =
    name.trim() === ""
      ? SHOOTS_TEXTS.typeANameFirst
      : dateIso === ""
        ? SHOOTS_TEXTS.typeTheDateFirst
        : null;
  const begin = () => {
    if (whyNot !== null || isBusy) return;
    send({
      intent: "new-shoot",
      name: name.trim(),
      dateIso,
      town: town.trim(),
      region,
      place: place.trim() || SHOOTS_TEXTS.firstLocation,
    });
  };
  return (
    <Panel aria-label={SHOOTS_TEXTS.newShoot}>
      <Heading as="h2">{SHOOTS_TEXTS.newShoot}</Heading>
      <Settings>
        <TextField
          label={SHOOTS_TEXTS.name}
          value={name}
          onChange={setName}
          onEnter={begin}
          isFocused={isFirst}
          widthCh={24}
        />
        <TextField
          label={SHOOTS_TEXTS.firstDay}
          type="date"
          value={dateIso}
          onChange={setDateIso}
          widthCh={13}
        />
        <TextField label={SHOOTS_TEXTS.town} value={town} onChange={setTown} widthCh={20} />
        <SelectField
          label={SHOOTS.regulations}
          value={region}
          onChange={setRegion}
          choices={regions}
        />
        <TextField
          label={SHOOTS_TEXTS.firstLocation}
          value={place}
          onChange={setPlace}
          widthCh={20}
          placeholder={SHOOTS_TEXTS.aRoomAStreet}
        />
      </Settings>
      <Row>
        <PrimaryButton isDisabled={isBusy} why={whyNot} onPress={begin}>
          {SHOOTS_TEXTS.start}
        </PrimaryButton>
        {onDrop && <QuietButton onPress={onDrop}>{SHOOTS_TEXTS.cancel}</QuietButton>}
      </Row>
    </Panel>
  );
}
