import { useMemo, useState } from "react";
import { readingsErrorWords } from "~/contract/messages/planFile";
import { WALK_TEST_TEXTS } from "~/contract/messages/screens/walkTest";
import type { FloorPlan } from "~/core/location/floorPlan";
import { readWalkReadings, type TimedReading } from "~/core/location/walkReadings";
import { type TestedWalk, walkedResults, walkTest } from "~/core/location/walkTest";
import type { SeenWalk } from "~/core/location/seenWalk";
import type { WalkedResult } from "~/core/location/walkTest";
import { defined } from "~/core/units/items";
import type { WalkedBy } from "~/app/routes/shared/usePlanReckoning";
import type { ToldWalks } from "./useHandWalk";
import { type Recorder, useRecorder } from "./useRecorder";

export type WalkTestResult = ReturnType<typeof walkTest> & {
  /** The short of each walk that was told of, and whose it is. */
  results: (WalkedResult & { walkId: string; channelId: number })[];
};

/** A walk that was walked: by whom, how it came in, and what was read. */
interface Walked {
  walkId: string;
  from: string;
  readings: readonly TimedReading[];
}

export interface WalkedInHand {
  walked: readonly Walked[];
  /** Over what was reckoned; null before anything was read. */
  test: WalkTestResult | null;
  /** Why the last one was not taken. */
  refusal: string | null;
  /** A practice talker is on the way. */
  isWalking: boolean;
  recorder: Recorder;
  /** Takes readings that were typed, or came in a file. @returns whether they were taken */
  take: (text: string, from: string) => boolean;
  refuse: (words: string) => void;
  letWalk: () => Promise<void>;
  beginAgain: () => void;
}

/** So many are laid over each other. */
const MAX_WALKED = 24;

/** What was walked on this visit to the screen, and what it says of the place. */
export function useWalked(
  dayId: number,
  plan: FloorPlan,
  walks: readonly WalkedBy[],
  chosen: WalkedBy | undefined,
  told: ToldWalks,
): WalkedInHand {
  const [walked, setWalked] = useState<Walked[]>([]);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [isWalking, setWalking] = useState(false);
  const add = (from: string, readings: readonly TimedReading[]) => {
    if (!chosen) return;
    setWalked((all) => [...all, { walkId: chosen.walk.id, from, readings }].slice(-MAX_WALKED));
    setRefusal(null);
  };
  const recorder = useRecorder(chosen?.walker.channelId ?? 0, (readings) => {
    if (readings.length >= 2) add("recorded", readings);
    else setRefusal(WALK_TEST_TEXTS.nothingWasRead);
  });
  const test = useMemo(() => testOf(plan, walks, walked, told), [plan, walks, walked, told]);
  return {
    walked,
    test,
    refusal,
    isWalking,
    recorder,
    refuse: setRefusal,
    take: (text, from) => {
      const read = readWalkReadings(text);
      if (read.ok) add(from, read.value);
      else setRefusal(readingsErrorWords(from, read.error));
      return read.ok;
    },
    letWalk: async () => {
      if (!chosen) return;
      setWalking(true);
      setRefusal(null);
      const { readings, message } = await practiceWalk(dayId, chosen);
      if (readings) add(WALK_TEST_TEXTS.walkedWith(chosen.walker.talker), readings);
      else setRefusal(message ?? WALK_TEST_TEXTS.thePracticeUnitsDidNot);
      setWalking(false);
    },
    beginAgain: () => setWalked([]),
  };
}

function testOf(
  plan: FloorPlan,
  walks: readonly WalkedBy[],
  walked: readonly Walked[],
  told: ToldWalks,
): WalkTestResult | null {
  const of = (
    walkId: string,
    what: Pick<TestedWalk, "readings" | "seen">,
  ): (TestedWalk & { channelId: number })[] => {
    const by = walks.find((w) => w.walk.id === walkId);
    return by
      ? [
          {
            ...what,
            ...{ walk: by.walk, pack: by.pack, receiver: by.receiver },
            channelId: by.walker.channelId,
          },
        ]
      : [];
  };
  const known = [
    ...walked.flatMap(({ walkId, readings }) => of(walkId, { readings })),
    ...Object.entries(told).flatMap(([walkId, seen]) =>
      isTold(seen) ? of(walkId, { readings: [], seen }) : [],
    ),
  ];
  if (known.length === 0) return null;
  const found = walkTest(plan, plan.antennas, known);
  return {
    ...found,
    results: [...walkedResults(known, found.windows)].map(([walkId, result]) => ({
      ...result,
      walkId,
      channelId: defined(known.find((k) => k.walk.id === walkId)).channelId,
    })),
  };
}

/** Whether anything was said of a walk. */
export const isTold = (seen: SeenWalk): boolean => seen.points.length > 0 || seen.heldToM !== null;

interface WalkAnswer {
  readings?: TimedReading[];
  message?: string;
}

/** Lets a practice talker walk it, each time a little otherwise. */
async function practiceWalk(dayId: number, { walk, walker }: WalkedBy): Promise<WalkAnswer> {
  const seed = 1 + Math.floor(Math.random() * 1e6);
  const response = await fetch(`/day/${dayId}/practice-walk`, {
    method: "POST",
    body: JSON.stringify({ walkId: walk.id, channelId: walker.channelId, seed }),
    headers: { "content-type": "application/json" },
  }).catch(() => null);
  if (!response) return {};
  return (await response.json().catch(() => ({}))) as WalkAnswer;
}
