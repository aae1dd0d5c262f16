import { defined, itemAt, numberAt } from "~/core/units/items";
import { PORT_ELLERY_SITES } from "~/core/simulator/portEllery";
import { liveHalves, rigNow, stepRig } from "~/core/simulator/liveRig";
import type { Rig, ScriptedEvent, RigPack, RigReceiver } from "~/core/simulator/rig";
import { hoursLeft } from "~/core/battery/discharge";
import { judgeHit, type JudgedCause } from "~/core/monitor/hitCause";
import type { HitCause } from "~/core/monitor/hitCauses";
import { type HitEvidence, type SeenNow, usualRf } from "~/core/monitor/hitEvidence";
import { BYTES, type ChannelReading, writeReading } from "~/core/monitor/reading";
import { seededRandom, shuffled } from "~/core/units/random";
import { roundPoints, type Scored, seedOf } from "./exercise";

/** Causes that can be made in the simulated air and told by the readings they leave. */
export const FAULT_CAUSES = [
  "neighbour",
  "product",
  "noise",
  "in-the-way",
  "one-antenna",
  "overload",
  "cells",
  "switched-off",
  "muted",
  "microphone",
] as const satisfies readonly HitCause[];
export type FaultCause = (typeof FAULT_CAUSES)[number];

export interface FaultCase {
  evidence: HitEvidence;
  /** What three channels read, four bytes a tenth; the first is the one that was hit. */
  channels: { frequencyHz: number; bytes: Uint8Array; sensitivityDbm: number }[];
  is: FaultCause;
}

export interface FaultExercise {
  cases: FaultCase[];
}

export type FaultAnswer = (HitCause | null)[];

export interface FaultLine {
  code: "case";
  number: number;
  is: FaultCause;
  said: HitCause | null;
  /** What the core judged, likeliest first. */
  judged: JudgedCause[];
}

const CASES = 4;
const START_MS = 3_600_000;
const BEFORE_MS = 30_000;
const FREQUENCIES = [491_000_000, 493_500_000, 507_000_000] as const;
const NOISE_DBM = -106;
const SENSITIVITY_DBM = NOISE_DBM + 20;
const FULL_HOURS = 8;

const figures = { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -20 };
const tuning = [{ lowHz: 470e6, highHz: 520e6, stepHz: 25_000 }];
const receiver = (key: string, halvesHz: number[]): RigReceiver => ({
  key,
  tuning,
  figures,
  sweep: { stepHz: 25_000, msPerStep: 10 },
  halvesHz,
  tells: true,
});
const pack = (key: string, frequencyHz: number): RigPack => ({
  key,
  tuning,
  frequencyHz,
  powerMw: 50,
  isOn: true,
  isMuted: false,
  isMicPlugged: true,
  wear: "chest",
  cells: { chemistry: "alkaline", hours: FULL_HOURS, usedHours: 1, onSinceMs: 0 },
});
const rigWith = (script: ScriptedEvent[]): Rig => ({
  siteKey: "net-loft",
  script,
  scanners: [],
  receivers: [receiver("r1", [FREQUENCIES[0], FREQUENCIES[1]]), receiver("r2", [FREQUENCIES[2]])],
  packs: [pack("a", FREQUENCIES[0]), pack("b", FREQUENCIES[1]), pack("c", FREQUENCIES[2])],
});

/** What makes a cause in the air, on pack "a". @param by - how strong or how far, 0…1 */
export function madeIn(cause: FaultCause, by: number): Record<string, unknown> {
  switch (cause) {
    case "neighbour":
      return {
        kind: "newcomer",
        nearPack: "a",
        offsetHz: 60_000 + 40_000 * by,
        levelDbm: -52 + 8 * by,
      };
    case "product":
      return {
        kind: "product",
        withPack: "b",
        ontoPack: "a",
        newcomerDbm: -60,
        productDbm: -55 + 4 * by,
      };
    case "noise":
      return { kind: "noise", aroundPack: "a", widthHz: 6e6, dbmPer200kHz: -57 + 3 * by };
    case "in-the-way":
      return { kind: "skin", packKey: "a", db: -16 - 3 * by };
    case "one-antenna":
      return { kind: "antenna", receiverKey: "r1", antenna: by < 0.5 ? "A" : "B" };
    case "overload":
      return { kind: "near", packKey: "a", db: 34 + 4 * by };
    case "cells":
      return { kind: "weak-cells", packKey: "a", leftHours: 0.0001 };
    case "switched-off":
      return { kind: "switched-off", packKey: "a" };
    case "muted":
      return { kind: "muted", packKey: "a" };
    case "microphone":
      return { kind: "mic-out", packKey: "a" };
  }
}

/**
 * What a mixer would know of three channels when a hit on the first is called some seconds after
 * something happened to it.
 * @param offsetMs - into a walk that goes on, so that no two are alike @param made - what happens;
 *   null: nothing
 */
export function faultCase(
  made: Record<string, unknown> | null,
  offsetMs: number,
): { evidence: HitEvidence; channels: FaultCase["channels"] } {
  const event = made
    ? ({ id: "x", fromMs: START_MS + offsetMs, untilMs: null, ...made } as unknown as ScriptedEvent)
    : null;
  // a silence is noticed later than a noise
  const calledMs = START_MS + offsetMs + (event?.kind === "mic-out" ? 9000 : 4000);
  const site = defined(PORT_ELLERY_SITES.find((s) => s.key === "net-loft"));
  let state = rigWith(event ? [event] : []);
  const seen: ChannelReading[][] = [[], [], []];
  for (let t = START_MS + offsetMs - BEFORE_MS; t <= calledMs; t += 100) {
    state = stepRig(state, site, t);
    const now = rigNow(state, site, t);
    liveHalves(now, t).forEach((h, i) =>
      itemAt(seen, i).push({
        ...h,
        isMuted: h.partner?.isMuted ?? false,
        isPartner: h.partner !== null,
      }),
    );
  }
  const carriers = (rigNow(state, site, calledMs).rig.strangers ?? []).map((s): SeenNow => ({
    ...s,
    isNew: true,
  }));
  const newCarrierHz = state.script?.[0]?.state?.frequencyHz ?? null;
  const ranHours =
    event?.kind === "weak-cells"
      ? FULL_HOURS - event.leftHours
      : 1 + (START_MS + offsetMs) / 3_600_000;
  const isProduct = event?.kind === "product" && newCarrierHz !== null;
  return {
    evidence: {
      frequencyHz: FREQUENCIES[0],
      limits: {
        sensitivityDbm: SENSITIVITY_DBM,
        noiseDbm: NOISE_DBM,
        overloadDbm: figures.overloadDbm,
        bandwidthHz: figures.bandwidthHz,
      },
      recent: itemAt(seen, 0).slice(-200),
      usual: usualRf(itemAt(seen, 0).slice(0, -60), NOISE_DBM),
      tellsMute: true,
      lately: [],
      failed: [],
      others: [1, 2].map((i) => ({
        channelId: i,
        frequencyHz: numberAt(FREQUENCIES, i),
        isSameReceiver: i === 1,
        recent: itemAt(seen, i).slice(-200),
        usual: usualRf(itemAt(seen, i).slice(0, -60), NOISE_DBM),
        sensitivityDbm: SENSITIVITY_DBM,
      })),
      look: {
        ageMs: 20_000,
        carriers: isProduct ? carriers.filter((c) => c.frequencyHz === newCarrierHz) : carriers,
        noiseRoseDb: event?.kind === "noise" ? 14 : 0.4,
      },
      products: isProduct
        ? [
            {
              sources: ["the newcomer", "channel 2"],
              productHz: 2 * newCarrierHz - FREQUENCIES[1],
              missHz: Math.abs(2 * newCarrierHz - FREQUENCIES[1] - FREQUENCIES[0]),
              levelDbm: -70,
            },
          ]
        : [],
      cells: hoursLeft({ chemistry: "alkaline", hours: FULL_HOURS, ranHours, volts: null }),
    },
    channels: FREQUENCIES.map((frequencyHz, i) => {
      const bytes = new Uint8Array(itemAt(seen, i).length * BYTES);
      itemAt(seen, i).forEach((r, slot) => writeReading(bytes, slot, r));
      return { frequencyHz, bytes, sensitivityDbm: SENSITIVITY_DBM };
    }),
  };
}

/** Find the fault: four hits, each with what was read before it. */
export function faultExercise(seed: number): FaultExercise {
  const random = seededRandom(seedOf("fault", seed));
  return {
    cases: shuffled(FAULT_CAUSES, random)
      .slice(0, CASES)
      .map((is): FaultCase => ({
        is,
        ...faultCase(madeIn(is, random()), Math.round(random() * 90_000)),
      })),
  };
}

/** Twenty-five points for each that is right; ten where the core held it well possible too. */
export function scoreFault({ cases }: FaultExercise, answer: FaultAnswer): Scored<FaultLine> {
  const lines = cases.map((c, i): FaultLine => ({
    code: "case",
    number: i + 1,
    is: c.is,
    said: answer[i] ?? null,
    judged: judgeHit(c.evidence).causes,
  }));
  const worth = (line: FaultLine, said: HitCause | null) =>
    said === line.is
      ? 100 / CASES
      : said !== null && (line.judged.find((j) => j.cause === said)?.share ?? 0) > 0.15
        ? 10
        : 0;
  const sum = (of: (l: FaultLine) => HitCause | null) =>
    roundPoints(lines.reduce((total, l) => total + worth(l, of(l)), 0));
  return { points: sum((l) => l.said), bestPoints: sum((l) => itemAt(l.judged, 0).cause), lines };
}
