import { useEffect, useRef } from "react";
import { Smartphone } from "lucide-react";
import { Link, NavLink, Outlet, useLocation, useNavigation, useRevalidator } from "react-router";
import type { Route } from "./+types/route";
import { dataTrouble, diskOf } from "~/server/services/shoots/backups.server";
import { nextListOf } from "~/server/services/day/nextList.server";
import { getDayView } from "~/server/services/day/dayView.server";
import { whoAsks } from "~/server/services/phones/whoAsks.server";
import { failureWords } from "~/contract/messages/failure";
import { formatAge, formatClock } from "~/contract/messages/format";
import { stepWords } from "~/contract/messages/day";
import { ThemeToggle } from "~/app/features/frame/ThemeToggle";
import { LiveNotice } from "~/app/features/live/LiveNotice";
import { LiveContext, useLive } from "~/app/features/live/useLive";
import { useNow } from "~/app/features/frame/useNow";
import { Notice } from "~/app/ui/Notice/Notice";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";
import { currentPlace, namesOf } from "~/app/routes/shared/useDay";
import { ClockMenu } from "./ClockMenu";
import { ShortcutHelp } from "./ShortcutHelp";
import { usePointedRow } from "./usePointedRow";
import * as S from "./frame.styles";
import { pathOf, screenAt, SHEETS, STAGES } from "~/app/routes/shared/addresses";

export async function loader({ params, context }: Route.LoaderArgs) {
  const { asker, guestSessions } = context.app;
  const dayId = dayIdOf(params);
  const view = orNotFound(await getDayView(context.app, dayId));
  return {
    ...view,
    steps: await nextListOf(context.app, dayId),
    who: whoAsks(asker),
    guests: guestSessions.view.guests.length,
    disk: diskOf(context.app),
    trouble: dataTrouble(context.app),
  };
}

/** All screens of a day share it. */
const bridge = new Bridge<Awaited<ReturnType<typeof loader>>>(
  (path) => /^\/day\/\d+/.exec(path)?.[0] ?? path,
);
export const clientLoader = (args: Route.ClientLoaderArgs) => bridge.load(args);

export const meta: Route.MetaFunction = ({ loaderData }) => {
  // there is none where the day could not be read
  const view = loaderData as typeof loaderData | undefined;
  return [{ title: view ? `${view.day.production} · Plain Channel` : "Plain Channel" }];
};

/** Sheets that take the whole width: what comes next stands on the others. */
const WIDE: readonly string[] = ["draw", "roll", "batteries", "report"];
/**
 * On a phone a row of links is longer than the screen: the one that is open is brought into sight,
 * and nothing else moves.
 */
const showActive = (nav: HTMLElement | null): void => {
  const active = nav?.querySelector<HTMLElement>(".active");
  if (nav && active)
    nav.scrollLeft =
      active.offsetLeft - nav.offsetLeft - (nav.clientWidth - active.offsetWidth) / 2;
};

const REFRESH_MS = 20_000;

/**
 * What stands around every screen: whose day, the places in time order, the stages in the order of
 * the work, and what to do next.
 */
export default function DayFrame({ loaderData: view }: Route.ComponentProps) {
  const { day, places } = view;
  const nowMs = useNow(view.nowMs);
  const { revalidate, state } = useRevalidator();
  const navigation = useNavigation();
  const live = useLive(day.id);
  const [stagesNav, sheetsNav] = [useRef<HTMLElement>(null), useRef<HTMLElement>(null)];
  useBridge(bridge, view);
  useEffect(() => {
    // what only time changes: a scan that grows old, a place that begins
    const timer = setInterval(
      () =>
        document.visibilityState === "visible" &&
        state === "idle" &&
        live === "live" &&
        void revalidate(),
      REFRESH_MS,
    );
    return () => clearInterval(timer);
  }, [revalidate, state, live]);
  const base = `/day/${day.id}`;
  const location = useLocation();
  const open = screenAt(location.pathname.split("/")[3]);
  usePointedRow(location);
  const sheets = SHEETS.find((s) => s.list.some(({ screen }) => screen === open));
  const mayOpen = (screen: string): boolean =>
    view.who.rights === null || view.who.rights.screens.includes(screen);
  useEffect(() => {
    for (const nav of [stagesNav, sheetsNav]) showActive(nav.current);
  }, [open, stagesNav, sheetsNav]);
  const names = namesOf(view);
  const here = currentPlace(view);
  const startMs = places[0]?.startMs ?? 0;
  const spanMs = Math.max(1, (places.at(-1)?.endMs ?? 1) - startMs);
  const date = new Date(`${day.dateIso}T12:00:00Z`).toLocaleDateString("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    timeZone: "UTC",
  });

  return (
    <S.Frame>
      <S.Head>
        <S.Production
          to={view.who.rights === null ? "/shoots" : base}
          aria-label={
            view.who.rights === null ? `${day.production}: all shoots and days` : day.production
          }
        >
          {day.production}
        </S.Production>
        <S.Where>
          {[
            `day ${day.dayNumber} of ${day.dayCount}`,
            day.town,
            date,
            day.isPractice ? "practice" : "",
          ]
            .filter((part) => part !== "")
            .join(" · ")}
        </S.Where>
        <S.HeadTools>
          <ShortcutHelp dayId={day.id} />
          <ThemeToggle />
          {view.who.rights === null ? (
            <S.ToolLink
              to={`${base}/phones`}
              aria-label={view.guests === 0 ? "Phones: none is in" : `Phones: ${view.guests} in`}
            >
              <Smartphone aria-hidden size={18} />
              {view.guests > 0 && <b>{view.guests}</b>}
            </S.ToolLink>
          ) : (
            <S.WhoAmI>{view.who.name}</S.WhoAmI>
          )}
          <ClockMenu day={day} places={places} nowMs={nowMs} />
        </S.HeadTools>
      </S.Head>

      <S.Strip aria-label="Places of the day">
        {places.map((p, i) => {
          const untilMs = places[i + 1]?.startMs ?? p.endMs;
          const isHere = p.id === here.id;
          return (
            <S.PlaceItem
              key={p.id}
              $share={(untilMs - p.startMs) / spanMs}
              data-here={isHere || undefined}
              aria-current={isHere ? "location" : undefined}
            >
              <S.PlaceBar />
              <S.PlaceName>{`${p.name} · ${p.setting === "indoors" ? "inside" : "outside"}`}</S.PlaceName>
              <S.PlaceTimes>
                {`${formatClock(p.startMs)}–${formatClock(p.endMs)} · `}
                {p.lastScanAtMs === null
                  ? "not scanned"
                  : `scanned ${formatAge(nowMs - p.lastScanAtMs)}${isHere ? " here" : ""}`}
              </S.PlaceTimes>
            </S.PlaceItem>
          );
        })}
      </S.Strip>

      <S.Stages aria-label="Stages" ref={stagesNav}>
        {STAGES.filter(({ screen }) => mayOpen(screen)).map(({ screen, label }) => (
          <NavLink
            key={screen}
            to={pathOf(day.id, screen)}
            end
            className={({ isActive }) => (isActive || screen === sheets?.of ? "active" : "")}
          >
            {label}
          </NavLink>
        ))}
      </S.Stages>
      {sheets && (
        <S.Sheets aria-label={sheets.label} ref={sheetsNav}>
          {sheets.list
            .filter(({ screen }) => mayOpen(screen))
            .map(({ screen, label }) => (
              <NavLink
                key={screen}
                to={pathOf(day.id, screen)}
                className={({ isActive }) => (isActive ? "active" : "")}
              >
                {label}
              </NavLink>
            ))}
        </S.Sheets>
      )}

      <S.Columns data-wide={WIDE.includes(open) || undefined}>
        <main data-loading={navigation.state === "loading" || undefined}>
          <LiveContext value={live}>
            {view.disk.state !== "fine" && (
              <Notice kind="refused">
                {view.disk.state === "full"
                  ? "The disk is nearly full: free some room before the next take, or nothing more can be kept."
                  : "The disk is getting full: a long day with many channels takes up to 200 MB."}
              </Notice>
            )}
            {view.trouble && <Notice kind="refused">{failureWords(view.trouble, "")}</Notice>}
            <LiveNotice dayId={day.id} state={live} />
            <Outlet context={view} />
          </LiveContext>
        </main>
        <S.Next aria-labelledby="next-heading">
          <h2 id="next-heading">Next</h2>
          {view.steps.length === 0 && <p>Nothing waits. Roll.</p>}
          <ol>
            {view.steps.map((step, i) => {
              const words = stepWords(step, names, nowMs);
              const to = pathOf(day.id, step.stage);
              const channel =
                "channelIds" in step && step.channelIds.length > 0
                  ? `?channel=${step.channelIds[0]}`
                  : "";
              return (
                <li key={`${step.code}${words.what}`}>
                  <b aria-hidden>{i + 1}</b>
                  {mayOpen(step.stage) ? (
                    <Link to={to + channel}>{words.what}</Link>
                  ) : (
                    <span>{words.what}</span>
                  )}
                  <small>{words.why}</small>
                </li>
              );
            })}
          </ol>
        </S.Next>
      </S.Columns>
    </S.Frame>
  );
}
