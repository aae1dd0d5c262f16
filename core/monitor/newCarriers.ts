import { SEEN_AGAIN_HZ } from "~/core/units/sameCarrier";
import { sampleAt } from "~/core/units/items";
import type { SweepAnalysis } from "~/core/spectrum/analyseSweep";
import { median } from "~/core/units/statistics";

/** Somebody who was not on the air when the frequencies were picked. */
export interface NewCarrier {
  frequencyHz: number;
  levelDbm: number;
  firstSeenMs: number;
  lastSeenMs: number;
  /** Whom of ours it comes nearest, and how near; null with none of ours about. */
  nearest: { channelId: number; offHz: number } | null;
  /** A spare of ours that is not clear any more because of it. */
  spareHz: number | null;
}

export interface OurPlaces {
  picks: readonly { channelId: number; frequencyHz: number }[];
  spares: readonly number[];
}

/** A spare with somebody so near is none. */
const SPARE_CLEAR_HZ = 350_000;
/** One that was not seen for so long has gone. */
const GONE_MS = 300_000;
/** A look sees noise too: what stands this little over its floor is left to the next look. */
const MIN_OVER_FLOOR_DB = 8;

/**
 * The new carriers after another look: those that were known and are still there or were lately, and
 * those that came. Carriers of our own, those of the scan that the plan was made over, and spurs of
 * the instrument are none.
 * @param known - carriers that were there when the plan was made, hertz @param first - the first
 *   look here: a bare line that stood in it already is the instrument's own
 */
export function afterLook(
  before: readonly NewCarrier[],
  look: SweepAnalysis,
  known: readonly number[],
  ours: OurPlaces,
  nowMs: number,
  first: SweepAnalysis | null = null,
): { newCarriers: NewCarrier[]; came: NewCarrier[] } {
  const isKnown = (hz: number) => known.some((k) => Math.abs(k - hz) < SEEN_AGAIN_HZ);
  // a carrier of ours is as wide as it is: what the sweep sees of its skirts is ours
  const isOurs = (hz: number) => ours.picks.some((p) => Math.abs(p.frequencyHz - hz) < 30_000);
  // by its level and not by what was found in the first look: a faint line of the instrument is
  // found in one look and missed in the next
  const isLine = (c: SweepAnalysis["carriers"][number]) =>
    c.widthHz < LINE_STEPS * look.stepHz &&
    first !== null &&
    strongestAt(first, c.frequencyHz) > c.levelDbm - LINE_ROSE_DB;
  const apart = look.carriers.filter(
    (c) =>
      c.own === null &&
      !c.isSpur &&
      !isLine(c) &&
      !isKnown(c.frequencyHz) &&
      !isOurs(c.frequencyHz) &&
      c.levelDbm > floorAt(look, c.frequencyHz) + MIN_OVER_FLOOR_DB,
  );
  const leaning = ours.picks
    .flatMap(
      (p) =>
        besideOwn(look, p.frequencyHz, [...ours.picks.map((o) => o.frequencyHz), ...known]) ?? [],
    )
    .filter(
      (c) =>
        !isKnown(c.frequencyHz) &&
        !ours.picks.some((p) => Math.abs(p.frequencyHz - c.frequencyHz) < 30_000),
    );
  // a station's own lines stood in it before
  const overStation = look.overTelevision.filter(
    (c) =>
      c.own === null &&
      !isKnown(c.frequencyHz) &&
      !isOurs(c.frequencyHz) &&
      !first?.overTelevision.some((f) => Math.abs(f.frequencyHz - c.frequencyHz) < SEEN_AGAIN_HZ),
  );
  const seen: { frequencyHz: number; levelDbm: number }[] = [
    ...leaning,
    ...overStation,
    ...apart.filter(
      (c) => !leaning.some((l) => Math.abs(l.frequencyHz - c.frequencyHz) < SEEN_AGAIN_HZ),
    ),
  ];
  const placed = (frequencyHz: number) => {
    const [first] = ours.picks
      .map((p) => ({ channelId: p.channelId, offHz: Math.abs(p.frequencyHz - frequencyHz) }))
      .sort((a, b) => a.offHz - b.offHz);
    return {
      nearest: first ?? null,
      spareHz: ours.spares.find((s) => Math.abs(s - frequencyHz) < SPARE_CLEAR_HZ) ?? null,
    };
  };
  const still = before
    .map((n) => {
      const again = seen.find((c) => Math.abs(c.frequencyHz - n.frequencyHz) < SEEN_AGAIN_HZ);
      return {
        ...n,
        ...placed(n.frequencyHz),
        ...(again ? { lastSeenMs: nowMs, levelDbm: again.levelDbm } : {}),
      };
    })
    .filter((n) => nowMs - n.lastSeenMs < GONE_MS && n.frequencyHz >= 0);
  const came = seen
    .filter((c) => !before.some((n) => Math.abs(n.frequencyHz - c.frequencyHz) < SEEN_AGAIN_HZ))
    .map((c): NewCarrier => ({
      frequencyHz: Math.round(c.frequencyHz / 1000) * 1000,
      levelDbm: c.levelDbm,
      firstSeenMs: nowMs,
      lastSeenMs: nowMs,
      ...placed(c.frequencyHz),
    }));
  return { newCarriers: [...still, ...came].sort((a, b) => b.levelDbm - a.levelDbm), came };
}

/** A transmitter that carries sound is wider than so many steps of a sweep. */
const LINE_STEPS = 3;
/** A line that stood so little lower in the first look was there. */
const LINE_ROSE_DB = 6;

/**
 * The highest mean level of a look within two of its steps of a frequency, dBm; −Infinity outside
 * of it.
 */
function strongestAt(look: SweepAnalysis, frequencyHz: number): number {
  const middle = Math.round((frequencyHz - look.lowHz) / look.stepHz);
  let highest = -Infinity;
  for (let i = middle - 2; i <= middle + 2; i += 1) {
    const level = look.meanDbm[i];
    if (level !== undefined && level > highest) highest = level;
  }
  return highest;
}

const LEAN_FROM_HZ = 40_000;
const LEAN_TO_HZ = 350_000;
const LEAN_DB = 7;
const LEAN_OVER_FLOOR_DB = 25;
const SMOOTH = 2;

/**
 * Somebody so near to a carrier of ours that a sweep sees one: a frequency-modulated carrier is as
 * strong on one side of its middle as on the other, and what leans to one side is not ours alone.
 * Null where nothing leans; one right in the middle cannot be seen.
 * @param others - carriers that are known: their skirts lean too, so it is looked no farther than
 *   half way to the nearest
 */
export function besideOwn(
  look: SweepAnalysis,
  ownHz: number,
  others: readonly number[] = [],
): { frequencyHz: number; levelDbm: number } | null {
  const middle = (ownHz - look.lowHz) / look.stepHz;
  // between two steps, in decibels: half a step aside a steep skirt is worth more than any lean
  const levelAt = (at: number): number => {
    const i = Math.floor(at);
    const [a, b] = [look.meanDbm[i] ?? NaN, look.meanDbm[at === i ? i : i + 1] ?? NaN];
    return a + (b - a) * (at - i);
  };
  const powerAt = (at: number): number => {
    // five steps together: one look scatters
    let sum = 0;
    for (let k = -SMOOTH; k <= SMOOTH; k += 1) sum += 10 ** (levelAt(at + k) / 10);
    return Number.isFinite(sum) ? sum / (2 * SMOOTH + 1) : NaN;
  };
  const reachHz = others.reduce(
    (least, hz) =>
      Math.abs(hz - ownHz) < SEEN_AGAIN_HZ / 2 ? least : Math.min(least, Math.abs(hz - ownHz) / 2),
    LEAN_TO_HZ,
  );
  let best: { side: 1 | -1; steps: number; mw: number } | null = null;
  let mostDb = 0;
  for (
    let steps = Math.ceil(LEAN_FROM_HZ / look.stepHz);
    steps * look.stepHz <= reachHz;
    steps += 1
  ) {
    const [up, down] = [powerAt(middle + steps), powerAt(middle - steps)];
    if (Number.isNaN(up) || Number.isNaN(down)) continue;
    const db = 10 * Math.log10(up / down);
    const louder = 10 * Math.log10(Math.max(up, down));
    if (louder > floorAt(look, ownHz) + 12) mostDb = Math.max(mostDb, Math.abs(db));
    const mw = Math.abs(up - down);
    if (!best || mw > best.mw) best = { side: up > down ? 1 : -1, steps, mw };
  }
  if (!best || mostDb < LEAN_DB) return null;
  const frequencyHz = ownHz + best.side * best.steps * look.stepHz;
  let mw = 0;
  for (let steps = 1; steps * look.stepHz <= reachHz; steps += 1) {
    const more =
      10 ** (levelAt(middle + best.side * steps) / 10) -
      10 ** (levelAt(middle - best.side * steps) / 10);
    if (more > 0) mw += more;
  }
  const levelDbm = 10 * Math.log10(mw);
  // a line of the instrument beside ours leans a little too
  return levelDbm < floorAt(look, ownHz) + LEAN_OVER_FLOOR_DB
    ? null
    : { frequencyHz: Math.round(frequencyHz), levelDbm };
}

const floorAt = (look: SweepAnalysis, hz: number): number =>
  look.floorDbm[
    Math.min(look.floorDbm.length - 1, Math.max(0, Math.round((hz - look.lowHz) / look.stepHz)))
  ] ?? -Infinity;

const AROUND_HZ = 1_500_000;
const OWN_SKIRT_HZ = 300_000;

/**
 * The level around a frequency without what stands on it: median of the steps 0.3 … 1.5 MHz away,
 * per hertz; null where it was not looked at.
 */
export function levelAround(look: SweepAnalysis, frequencyHz: number): number | null {
  const values: number[] = [];
  const first = Math.max(0, Math.ceil((frequencyHz - AROUND_HZ - look.lowHz) / look.stepHz));
  const last = Math.min(
    look.points - 1,
    Math.floor((frequencyHz + AROUND_HZ - look.lowHz) / look.stepHz),
  );
  for (let i = first; i <= last; i += 1) {
    const v = sampleAt(look.meanDbm, i);
    if (Math.abs(look.lowHz + i * look.stepHz - frequencyHz) >= OWN_SKIRT_HZ && Number.isFinite(v))
      values.push(v);
  }
  return values.length < 8 ? null : median(values) - 10 * Math.log10(look.stepHz);
}
