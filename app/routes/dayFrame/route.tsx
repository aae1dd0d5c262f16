import { Moon, Sun } from "lucide-react";
import { useEffect, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigation, useRevalidator, useRouteLoaderData } from "react-router";
import type { Route } from "./+types/route";
import { getDayView } from "../../../server/services/dayView.server";
import { formatAge, formatClock } from "../../../contract/format";
import { stepWords } from "../../../contract/dayWords";
import { themeCookie } from "../../features/frame/themeCookie";
import { useNow } from "../../features/frame/useNow";
import type { ThemeName } from "../../ui/theme/theme";
import { ToggleButton } from "../../ui/Button/Button";
import { dayIdOf, orNotFound } from "../shared/reply.server";
import { currentPlace, namesOf } from "../shared/useDay";
import { ClockMenu } from "./ClockMenu";
import { ShortcutHelp } from "./ShortcutHelp";
import * as S from "./frame.styles";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getDayView(context.app, dayIdOf(params)));
}

export const meta: Route.MetaFunction = ({ data }) => [{ title: data ? `${data.day.production} · Plain Channel` : "Plain Channel" }];

const STAGES = [["", "Day"], ["prepare", "Prepare"], ["scan", "Scan"], ["pick", "Pick"], ["sync", "Sync"], ["level", "Level"], ["place", "Place"]] as const;
const REFRESH_MS = 20_000;

/** What stands around every screen: whose day, the places in time order, the stages in the order of the work, and what to do next. */
export default function DayFrame({ loaderData: view }: Route.ComponentProps) {
  const { day, places } = view;
  const nowMs = useNow(view.nowMs);
  const { revalidate, state } = useRevalidator();
  const navigation = useNavigation();
  useEffect(() => {
    // other tablets work on the same day
    const timer = setInterval(() => document.visibilityState === "visible" && state === "idle" && void revalidate(), REFRESH_MS);
    return () => clearInterval(timer);
  }, [revalidate, state]);
  const base = `/day/${day.id}`;
  const isPreparing = /\/(handed|kit|models|labels|law|register)$/.test(useLocation().pathname);
  const names = namesOf(view);
  const here = currentPlace(view);
  const startMs = places[0]?.startMs ?? 0;
  const spanMs = Math.max(1, (places.at(-1)?.endMs ?? 1) - startMs);
  const date = new Date(`${day.dateIso}T12:00:00Z`).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short", timeZone: "UTC" });

  return (
    <S.Frame>
      <S.Head>
        <S.Production to={base}>{day.production}</S.Production>
        <S.Where>{`day ${day.dayNumber} of ${day.dayCount} · ${day.town} · ${date}`}{day.isPractice && " · practice"}</S.Where>
        <S.HeadTools>
          <ShortcutHelp base={base} />
          <ThemeToggle />
          <ClockMenu day={day} places={places} nowMs={nowMs} />
        </S.HeadTools>
      </S.Head>

      <S.Strip aria-label="Places of the day">
        {places.map((p, i) => {
          const untilMs = places[i + 1]?.startMs ?? p.endMs;
          const isHere = p.id === here.id;
          return (
            <S.PlaceItem key={p.id} $share={(untilMs - p.startMs) / spanMs} data-here={isHere || undefined} aria-current={isHere ? "location" : undefined}>
              <S.PlaceBar />
              <S.PlaceName>{`${p.name} · ${p.setting === "indoors" ? "inside" : "outside"}`}</S.PlaceName>
              <S.PlaceTimes>
                {`${formatClock(p.startMs)}–${formatClock(p.endMs)} · `}
                {p.lastScanAtMs === null ? "not scanned" : `scanned ${formatAge(nowMs - p.lastScanAtMs)}${isHere ? " here" : ""}`}
              </S.PlaceTimes>
            </S.PlaceItem>
          );
        })}
      </S.Strip>

      <S.Stages aria-label="Stages">
        {STAGES.map(([path, label]) => <NavLink key={path} to={path ? `${base}/${path}` : base} end className={({ isActive }) => (isActive || (path === "prepare" && isPreparing) ? "active" : "")}>{label}</NavLink>)}
      </S.Stages>

      <S.Columns>
        <main data-loading={navigation.state === "loading" || undefined}><Outlet context={view} /></main>
        <S.Next aria-labelledby="next-heading">
          <h2 id="next-heading">Next</h2>
          {view.steps.length === 0 && <p>Nothing waits. Roll.</p>}
          <ol>
            {view.steps.map((step, i) => {
              const words = stepWords(step, names, nowMs);
              const to = step.stage === "day" ? base : `${base}/${step.stage}`;
              const channel = "channelIds" in step && step.channelIds.length === 1 ? `?channel=${step.channelIds[0]}` : "";
              return (
                <li key={`${step.code}${words.what}`}>
                  <b aria-hidden>{i + 1}</b>
                  <Link to={to + (step.stage === "level" || step.stage === "place" ? channel : "")}>{words.what}</Link>
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

/** The theme is a matter of this browser alone: kept in a cookie at once, so that the next page comes in it. */
function ThemeToggle() {
  const saved = useRouteLoaderData<{ theme: ThemeName }>("root")?.theme ?? "daylight";
  const [chosen, setChosen] = useState<ThemeName | null>(null);
  const isNight = (chosen ?? saved) === "night";
  const choose = (theme: ThemeName) => {
    document.cookie = themeCookie(theme);
    document.documentElement.dataset["theme"] = theme;
    setChosen(theme);
  };
  return (
    <ToggleButton isSelected={isNight} aria-label={isNight ? "Night colours: on" : "Night colours: off"} onChange={(night) => choose(night ? "night" : "daylight")}>
      {isNight ? <Moon aria-hidden /> : <Sun aria-hidden />}
    </ToggleButton>
  );
}
