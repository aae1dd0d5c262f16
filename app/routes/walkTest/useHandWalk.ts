import { useEffect, useState } from "react";
import { z } from "zod";
import { seenWalkShape } from "~/contract/schemas/placePlan";
import type { Walk } from "~/core/location/floorPlan";
import { seenInTime, type SeenWalk, type TimedSign, type WalkSign } from "~/core/location/seenWalk";
import { walkLengthM } from "~/core/location/walk";

/** What a person told, by walk. */
export type ToldWalks = Readonly<Record<string, SeenWalk>>;

interface Walking {
  walkId: string;
  sinceMs: number;
  signs: readonly TimedSign[];
}

export interface HandWalk {
  told: ToldWalks;
  /** Somebody is on the way; null: nobody. */
  walking: { seconds: number; drops: number } | null;
  start: () => void;
  /** What is heard or read now, on the way. */
  mark: (sign: WalkSign) => void;
  end: () => void;
  giveUp: () => void;
  /** Marked so far of the chosen walk, put right afterwards. */
  change: (to: SeenWalk) => void;
  undo: (() => void) | null;
  clear: () => void;
}

const NOTHING: SeenWalk = { points: [], heldToM: null };
export const toldOf = (told: ToldWalks, walkId: string): SeenWalk => told[walkId] ?? NOTHING;

const keptShape = z.record(z.string(), seenWalkShape);
const MAX_BACK = 100;

/** Marked so far on this visit survives the page being loaded again; a phone does that in a pocket. */
function readKept(key: string): ToldWalks {
  try {
    const read = keptShape.safeParse(JSON.parse(sessionStorage.getItem(key) ?? "{}"));
    return read.success ? read.data : {};
  } catch {
    return {};
  }
}

/** Walks that a person tells: pressed while walking, or put on the plan afterwards. */
export function useHandWalk(key: string, walk: Walk | undefined): HandWalk {
  const [told, setTold] = useState<ToldWalks>({});
  const [back, setBack] = useState<ToldWalks[]>([]);
  const [walking, setWalking] = useState<Walking | null>(null);
  const [nowMs, setNowMs] = useState(0);
  useEffect(() => setTold(readKept(key)), [key]);
  const isWalking = walking !== null;
  useEffect(() => {
    if (!isWalking) return undefined;
    const timer = setInterval(() => setNowMs(performance.now()), 500);
    return () => clearInterval(timer);
  }, [isWalking]);
  const keep = (next: ToldWalks) => {
    setTold(next);
    try {
      sessionStorage.setItem(key, JSON.stringify(next));
    } catch {
      /* without room it lives as long as the page */
    }
  };
  const change = (next: ToldWalks) => {
    setBack((b) => [...b, told].slice(-MAX_BACK));
    keep(next);
  };
  const secondsOf = (w: Walking) => (performance.now() - w.sinceMs) / 1000;
  return {
    told,
    walking: walking && {
      seconds: Math.max(0, Math.floor((nowMs - walking.sinceMs) / 1000)),
      drops: walking.signs.filter((s) => s.sign === "dropped").length,
    },
    start: () => {
      if (!walk) return;
      setNowMs(performance.now());
      setWalking({ walkId: walk.id, sinceMs: performance.now(), signs: [] });
    },
    mark: (sign) =>
      setWalking((w) => w && { ...w, signs: [...w.signs, { ...sign, atS: secondsOf(w) }] }),
    end: () => {
      if (!walking || walk?.id !== walking.walkId) return;
      setWalking(null);
      change({
        ...told,
        [walk.id]: seenInTime(walking.signs, secondsOf(walking), walkLengthM(walk)),
      });
    },
    giveUp: () => setWalking(null),
    change: (to) => walk && change({ ...told, [walk.id]: to }),
    undo:
      back.length > 0
        ? () => {
            keep(back.at(-1) ?? {});
            setBack((b) => b.slice(0, -1));
          }
        : null,
    clear: () => change({}),
  };
}
