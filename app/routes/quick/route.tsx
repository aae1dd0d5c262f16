import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import { Link, useLocation } from "react-router";
import type { Route } from "./+types/route";
import { quickHome, type RememberedSet } from "~/server/services/quick/quickSessions.server";
import { regionOfLocale } from "~/core/regulations/regionOfLocale";
import { QUICK_BAND_WORDS, QUICK_STEP_WORDS } from "~/contract/messages/quick";
import { rangesWords } from "~/contract/messages/format";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import { aroundOf } from "~/core/quick/choices";
import { readCarried } from "~/core/quick/address";
import { choosesItself, type QuickPlace, type QuickSet } from "~/core/quick/quickSet";
import {
  nextStep,
  type QuickLevelSet,
  type QuickStep,
  type QuickWhere,
  type RanHours,
  stepsOf,
} from "~/core/quick/session";
import { itemAt } from "~/core/units/items";
import { ThemeToggle } from "~/app/features/frame/ThemeToggle";
import { Soft } from "~/app/ui/Page/Page";
import { Frequency } from "./Frequency";
import { Have } from "./Have";
import * as S from "./quick.styles";
import { useKeptPage } from "./useKeptPage";
import { useQuick } from "./useQuick";
import { Where } from "./Where";

/** What comes after the number: loaded while the first questions are answered. */
const LATER = {
  match: () => import("./Match"),
  verify: () => import("./Verify"),
  level: () => import("./LevelStep"),
  clip: () => import("./TestClip").then((m) => m.loadListening()),
  batteries: () => import("./Batteries"),
  go: () => import("./Go"),
  // wanted seldom, and perhaps where the cart cannot be reached
  faults: () => import("~/app/features/channel/FaultFinder"),
  qr: () => import("./QrCode"),
};
/** First what is looked at, then the rest. */
const LATER_MS = 1200;
const Match = lazy(() => LATER.match().then((m) => ({ default: m.Match })));
const Verify = lazy(() => LATER.verify().then((m) => ({ default: m.Verify })));
const LevelStep = lazy(() => LATER.level().then((m) => ({ default: m.LevelStep })));
const Batteries = lazy(() => LATER.batteries().then((m) => ({ default: m.Batteries })));
const Go = lazy(() => LATER.go().then((m) => ({ default: m.Go })));

export async function loader({ request, context }: Route.LoaderArgs) {
  const home = await quickHome(context.app);
  return {
    ...home,
    usualRegion:
      home.remembered[0]?.region ?? regionOfLocale(request.headers.get("accept-language")) ?? "EU",
  };
}

/** The page keeps its own state: the cart is asked once, and told what is said. */
export const shouldRevalidate = () => false;

export const meta: Route.MetaFunction = () => [{ title: QUICK_TEXTS.title }];

/** A set before it is told where it is. */
interface Begun {
  set: QuickSet;
  level: QuickLevelSet | null;
  region: string;
  assigned: QuickPlace[];
  ranBefore: RanHours | null;
  /** The session on the cart that it goes on; null: one of its own. */
  session: string | null;
}

/** The set that the address carries; null where it carries none. */
function useCarried(): ReturnType<typeof readCarried> | null {
  const hash = useLocation().hash;
  const [isMounted, setMounted] = useState(false);
  // what stands behind the # never reaches the cart: it is known when the page stands
  useEffect(() => setMounted(true), []);
  return useMemo(
    () => (isMounted && hash.length > 1 ? readCarried(hash) : null),
    [isMounted, hash],
  );
}

/** One system, one camera: from nothing to a verified channel and a levelled voice. */
export default function QuickScreen({
  loaderData: { current, remembered, regions, usualRegion, isPractice },
}: Route.ComponentProps) {
  const quick = useQuick(current);
  const { session, nowMs } = quick;
  const [begun, setBegun] = useState<Begun | null>(null);
  const carried = useCarried();
  const [open, setOpen] = useState<{ step: QuickStep; system: number } | null>(null);
  /** Whether the next set begins a session of its own. */
  const [isAnother, setAnother] = useState(false);
  // a link with a set is what somebody came with, whatever runs
  useEffect(() => {
    if (!carried) return;
    setAnother(true);
    setOpen({ step: "have", system: 0 });
  }, [carried]);
  const [isWhole, setWhole] = useState(false);
  const keptPage = useKeptPage(isWhole);
  const [isMoving, setMoving] = useState(false);
  const standing = nextStep(session);
  const { step, system } = open ?? (begun ? { step: "where" as const, system: 0 } : standing);
  const s = session?.systems[system] ?? null;
  const set = begun?.set ?? s?.set ?? null;
  const region = regions.find((r) => r.name === session?.where.region) ?? itemAt(regions, 0);
  useEffect(() => {
    const timer = setTimeout(() => {
      void Promise.all(Object.values(LATER).map((load) => load()))
        .then(() => setWhole(true))
        .catch(() => undefined);
    }, LATER_MS);
    return () => clearTimeout(timer);
  }, []);
  const around = session && s ? aroundOf(session, system, region) : null;
  const go = () => setOpen(null);
  const where: QuickWhere = session?.where ?? {
    region: begun?.region ?? usualRegion,
    setting: "outdoors",
    place: "",
  };
  const again = (r: RememberedSet) => {
    setBegun({
      set: r.set,
      level: r.level,
      region: r.region,
      assigned: [],
      ranBefore: r.ranBefore,
      session: null,
    });
    go();
  };
  const steps = stepsOf(session, system);
  return (
    <S.Page>
      <S.Steps aria-label={QUICK_TEXTS.steps}>
        {steps.map(({ step: id, isDone }, i) => (
          <li key={id}>
            <S.StepMark
              aria-label={QUICK_TEXTS.stepLabel(i + 1, QUICK_STEP_WORDS[id], isDone)}
              {...(id === step ? { "aria-current": "step" as const } : {})}
              data-done={isDone || undefined}
              data-standing={id === step || undefined}
              disabled={session === null && id !== "have"}
              onClick={() => setOpen({ step: id, system })}
            />
          </li>
        ))}
      </S.Steps>
      <S.Summary>
        <span>
          {set ? (
            summaryOf(set, session?.where ?? null)
          ) : (
            <Link to="/shoots">{QUICK_TEXTS.back}</Link>
          )}
        </span>
        <ThemeToggle />
      </S.Summary>
      {quick.isOffline && <S.Caution role="status">{QUICK_TEXTS.offline}</S.Caution>}
      {!quick.isKept && <S.Caution role="status">{QUICK_TEXTS.notStored}</S.Caution>}
      {quick.refused.map((words) => (
        <S.Caution key={words}>{words}</S.Caution>
      ))}
      {session && session.systems.length > 1 && step !== "have" && step !== "where" && (
        <S.Two>
          {session.systems.map((x, i) => (
            <S.Tile
              key={i}
              aria-pressed={i === system}
              data-chosen={i === system || undefined}
              onClick={() =>
                setOpen({ step: nextStep({ ...session, systems: [x] }).step, system: i })
              }
            >
              {x.set.name}
            </S.Tile>
          ))}
        </S.Two>
      )}
      {step === "have" && (
        <Have
          key={isAnother ? "another" : (session?.startedMs ?? "new")}
          standing={begun?.set ?? (isAnother ? null : (s?.set ?? null))}
          remembered={remembered}
          carried={carried}
          onCarried={({ set: told, use, backup, region: named, session: belongsTo }) => {
            setBegun({
              set: told,
              level: null,
              region: regions.find((r) => r.name === named)?.name ?? usualRegion,
              assigned: [use, backup].filter((p) => p !== null),
              ranBefore: null,
              session: belongsTo,
            });
            go();
          }}
          freeName={QUICK_TEXTS.usualName(remembered.length)}
          onRemembered={again}
          onSet={(told) => {
            if (session && !isAnother) quick.say({ what: "set", set: told });
            else
              setBegun({
                set: told,
                level: null,
                region: usualRegion,
                assigned: [],
                ranBefore: null,
                session: null,
              });
            go();
          }}
        />
      )}
      {step === "where" && set && (
        <Where
          set={set}
          where={isMoving ? { ...where, place: "" } : where}
          regions={regions}
          onWhere={(told) => {
            if (begun)
              quick.begin(begun.session, {
                what: "begun",
                set: begun.set,
                where: told,
                level: begun.level,
                assigned: begun.assigned,
                ranBefore: begun.ranBefore,
              });
            else
              quick.say(isMoving ? { what: "moved", where: told } : { what: "where", where: told });
            setBegun(null);
            setAnother(false);
            setMoving(false);
            go();
          }}
        />
      )}
      {step === "frequency" && s && around && (
        <Frequency
          key={`${system} ${session?.movedMs}`}
          around={around}
          isSecond={system > 0}
          last={s.last}
          assigned={s.assigned}
          onHeard={(word) => quick.say({ what: "heard", system, word })}
          onUse={(place, from) => {
            quick.say({ what: "used", system, place, from });
            go();
          }}
        />
      )}
      <Suspense fallback={null}>
        {step === "match" && s && around && (
          <Match
            key={`${system} ${s.use?.atMs}`}
            around={around}
            place={choosesItself(s.set) ? null : (s.use?.place ?? null)}
            onMhz={(frequencyHz) =>
              s.use &&
              quick.say({
                what: "used",
                system,
                place: { ...s.use.place, frequencyHz },
                from: s.use.from,
              })
            }
            onMatched={() => {
              quick.say({ what: "matched", system });
              go();
            }}
          />
        )}
        {step === "verify" && s && around && (
          <Verify
            system={s}
            around={around}
            onSeen={(seen) => {
              quick.say(
                ...seen.map(([part, outcome]) => ({
                  what: "seen" as const,
                  system,
                  part,
                  outcome,
                })),
              );
              go();
            }}
            onNext={(place) => {
              quick.say({ what: "hit", system, next: place });
              go();
            }}
            onChoose={() => setOpen({ step: "frequency", system })}
          />
        )}
        {step === "level" && s && (
          <LevelStep
            key={system}
            set={s.set}
            isPractice={isPractice}
            standing={s.level}
            onLevel={(level) => {
              quick.say(
                { what: "level", system, level },
                { what: "seen", system, part: "far", outcome: "meter-follows" },
              );
              go();
            }}
          />
        )}
        {step === "batteries" && s && (
          <Batteries
            system={s}
            nowMs={nowMs}
            onIn={(end, ranHours) => {
              quick.say({ what: "batteries", system, end, ranHours });
              setOpen({ step: "batteries", system });
            }}
            onDone={go}
          />
        )}
        {step === "go" && session && s && (
          <Go
            quick={quick}
            system={system}
            region={region}
            onMoved={() => {
              setMoving(true);
              setOpen({ step: "where", system });
            }}
            onNew={() => {
              setAnother(true);
              setOpen({ step: "have", system: 0 });
            }}
          />
        )}
      </Suspense>
      {keptPage !== "unknown" && (
        <S.Hint>{keptPage === "kept" ? QUICK_TEXTS.keptPage : QUICK_TEXTS.cannotKeep}</S.Hint>
      )}
      {quick.unsent > 0 && <Soft>{QUICK_TEXTS.unsent(quick.unsent)}</Soft>}
    </S.Page>
  );
}

/** "Camera A · 520–562 · EU, outside" */
function summaryOf(set: QuickSet, where: QuickWhere | null): string {
  const tunes = choosesItself(set)
    ? QUICK_BAND_WORDS[set.band ?? "2.4"]
    : set.ranges.length > 0
      ? rangesWords(set.ranges)
      : null;
  const place =
    where &&
    `${where.region}, ${where.place === "" ? (where.setting === "indoors" ? QUICK_TEXTS.inside : QUICK_TEXTS.outside).toLowerCase() : where.place}`;
  return [set.name, tunes, place].filter((x) => x !== null).join(" · ");
}
