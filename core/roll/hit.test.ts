import { PORT_ELLERY_SITES } from "../air/portEllery";
import { liveHalves, rigNow, stepRig } from "../air/liveRig";
import type { Rig, RigHappening, RigPack, RigReceiver } from "../air/rig";
import { hoursLeft } from "../power/discharge";
import { answersTo, type HitCause, judgeHit } from "./hitCause";
import { type HitEvidence, type SeenNow, usualRf } from "./hitEvidence";
import type { ChannelReading } from "./reading";

const figures = { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -20 };
const tuning = [{ lowHz: 470e6, highHz: 520e6, stepHz: 25_000 }];
const receiver = (key: string, halvesHz: number[]): RigReceiver => ({ key, tuning, figures, sweep: { stepHz: 25_000, msPerStep: 10 }, halvesHz, tells: true });
const pack = (key: string, frequencyHz: number): RigPack => ({ key, tuning, frequencyHz, powerMw: 50, isOn: true, isMuted: false, isMicPlugged: true, wear: "chest", cells: { chemistry: "alkaline", hours: 8, usedHours: 1, onSinceMs: 0 } });
const rig = (script: RigHappening[]): Rig => ({ siteKey: "net-loft", script, scanners: [], receivers: [receiver("r1", [491_000_000, 493_500_000]), receiver("r2", [507_000_000])], packs: [pack("a", 491_000_000), pack("b", 493_500_000), pack("c", 507_000_000)] });

const START = 3_600_000;
/** What the roll screen would know of the first channel when a hit is called three seconds after it began. */
function evidenceOf(happening: RigHappening | null, offsetMs: number): HitEvidence {
  // a silence is noticed later than a noise
  const calledMs = START + offsetMs + (happening?.kind === "mic-out" ? 9000 : 4000);
  const site = PORT_ELLERY_SITES.find((s) => s.key === "net-loft")!;
  let state = rig(happening ? [happening] : []);
  const seen: (ChannelReading | null)[][] = [[], [], []];
  for (let t = START + offsetMs - 30_000; t <= calledMs; t += 100) {
    state = stepRig(state, t);
    const now = rigNow(state, site, t);
    liveHalves(now, t).forEach((h, i) => seen[i]!.push({ ...h, isMuted: h.partner?.isMuted ?? false, isPartner: h.partner !== null }));
  }
  const noiseDbm = -106;
  const sensitivityDbm = noiseDbm + 20;
  const at = rigNow(state, site, calledMs);
  const carriers = (at.rig.strangers ?? []).map((s): SeenNow => ({ ...s, isNew: true }));
  const newcomer = (happening?.state ?? state.script?.[0]?.state)?.frequencyHz ?? null;
  const used = 1 + (START + offsetMs) / 3_600_000;
  const usedNow = happening?.kind === "weak-cells" ? 8 - happening.leftHours : used;
  return {
    frequencyHz: 491_000_000, limits: { sensitivityDbm, noiseDbm, overloadDbm: -20, bandwidthHz: 200_000 }, recent: seen[0]!.slice(-200), usual: usualRf(seen[0]!.slice(0, -60), noiseDbm), tellsMute: true,
    others: [1, 2].map((i) => ({ channelId: i, frequencyHz: [0, 493_500_000, 507_000_000][i]!, isSameReceiver: i === 1, recent: seen[i]!.slice(-200), usual: usualRf(seen[i]!.slice(0, -60), noiseDbm), sensitivityDbm })),
    look: { ageMs: 20_000, carriers: happening?.kind === "product" ? carriers.filter((c) => c.frequencyHz === newcomer) : carriers, noiseRoseDb: happening?.kind === "noise" ? 14 : 0.4 },
    products: happening?.kind === "product" && newcomer !== null ? [{ sources: ["newcomer", "b"], productHz: 2 * newcomer - 493_500_000, missHz: Math.abs(2 * newcomer - 493_500_000 - 491_000_000), levelDbm: -70 }] : [],
    cells: hoursLeft({ chemistry: "alkaline", hours: 8, ranHours: usedNow, volts: null }),
  };
}

const happens = (h: object): RigHappening => ({ id: "x", fromMs: 0, untilMs: null, ...h }) as RigHappening;
const CASES: [HitCause, object][] = [
  ["neighbour", { kind: "newcomer", nearPack: "a", offsetHz: 75_000, levelDbm: -62 }],
  ["product", { kind: "product", withPack: "b", ontoPack: "a", newcomerDbm: -70, productDbm: -66 }],
  ["noise", { kind: "noise", aroundPack: "a", widthHz: 6e6, dbmPer200kHz: -68 }],
  ["in-the-way", { kind: "skin", packKey: "a", db: -17 }],
  ["one-antenna", { kind: "antenna", receiverKey: "r1", antenna: "B" }],
  ["overload", { kind: "near", packKey: "a", db: 34 }],
  ["cells", { kind: "weak-cells", packKey: "a", leftHours: 0.0001 }],
  ["switched-off", { kind: "switched-off", packKey: "a" }],
  ["muted", { kind: "muted", packKey: "a" }],
  ["microphone", { kind: "mic-out", packKey: "a" }],
];

// the simulated air is the outside here: each cause made in it is to be told from the others by the readings it leaves
describe.each(CASES)("%s", (cause, made) => {
  test.each([[0], [13_300], [41_000], [77_700]])("made in the air, %i ms on", (offsetMs) => {
    const { causes, features } = judgeHit(evidenceOf(happens({ fromMs: START + offsetMs, ...made }), offsetMs));
    expect([causes[0]!.cause, causes[0]!.share > 0.45, features.count]).toEqual([cause, true, 80]);
    expect(causes[0]!.for.length).toBeGreaterThan(0);
    expect(causes.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9);
  });
});

test("a far talker among steel fades: both antennas go under for moments", () => {
  const e = evidenceOf(null, 5000);
  // deep moments of a weak walk
  const weak = e.recent.map((r, i) => (r ? { ...r, rfADbm: -80 - 14 * Math.abs(Math.sin(i / 3)), rfBDbm: -80 - 14 * Math.abs(Math.sin(i / 3 + 0.4)) } : null));
  const { causes } = judgeHit({ ...e, recent: weak, usual: { aDbm: -84, bDbm: -84 } });
  expect(causes[0]!.cause).toBe("fade");
});

test("nothing in the link: the answer is at the microphone, not at the frequency", () => {
  for (const offsetMs of [0, 17_000, 33_000]) {
    const { causes } = judgeHit(evidenceOf(null, offsetMs));
    expect(["not-radio", "fade"]).toContain(causes[0]!.cause);
  }
});

test("answers: that of the likeliest cause first, another that may be well behind it, leaving it last", () => {
  expect(answersTo([{ cause: "fade", share: 0.6, for: [], against: [] }, { cause: "neighbour", share: 0.3, for: [], against: [] }, { cause: "cells", share: 0.1, for: [], against: [] }])).toEqual(["nearer", "retune", "turn-pack", "power-up", "leave"]);
  expect(answersTo([])).toEqual(["leave"]);
});

test("no readings at all: nothing is claimed to be sure", () => {
  const e = evidenceOf(null, 0);
  const { causes, features } = judgeHit({ ...e, recent: [], usual: null });
  expect(features.count).toBe(0);
  expect(causes.every((c) => Number.isFinite(c.share))).toBe(true);
});
