import { itemAt, lastOf } from "~/core/units/items";
import type { Scene } from "~/core/schedule/scenes";
import { seededRandom } from "~/core/units/random";
import type { ScriptedEvent } from "./rig";

/** Somebody who may be struck by what happens. */
export interface ScriptChannel {
  talker: string;
  packKey: string;
  receiverKey: string;
}

const MINUTE_MS = 60_000;

/**
 * What can come over a shooting day, in the order in which it comes, spread evenly over its scenes.
 * Victims speak in the scene.
 */
type Plotted = ScriptedEvent extends infer H
  ? H extends ScriptedEvent
    ? Omit<H, "id" | "fromMs">
    : never
  : never;
type Make = (victim: ScriptChannel, other: ScriptChannel, fromMs: number) => Plotted;
const PLOT: readonly Make[] = [
  (v, _, ms) => ({
    kind: "newcomer",
    nearPack: v.packKey,
    offsetHz: 60_000,
    levelDbm: -40,
    untilMs: ms + 50 * MINUTE_MS,
  }),
  (v) => ({ kind: "skin", packKey: v.packKey, db: -19, untilMs: null }),
  (v) => ({ kind: "muted", packKey: v.packKey, untilMs: null }),
  (v) => ({ kind: "weak-cells", packKey: v.packKey, leftHours: 0.15, untilMs: null }),
  (v, _, ms) => ({
    kind: "noise",
    aroundPack: v.packKey,
    widthHz: 5e6,
    dbmPer200kHz: -49,
    untilMs: ms + 40 * MINUTE_MS,
  }),
  (v, o, ms) => ({
    kind: "product",
    withPack: o.packKey,
    ontoPack: v.packKey,
    newcomerDbm: -58,
    productDbm: -44,
    untilMs: ms + 30 * MINUTE_MS,
  }),
  (v) => ({ kind: "near", packKey: v.packKey, db: 40, untilMs: null }),
  (v, _, ms) => ({ kind: "behind", packKey: v.packKey, db: -54, untilMs: ms + 40_000 }),
  (v) => ({ kind: "antenna", receiverKey: v.receiverKey, antenna: "A", untilMs: null }),
  // near enough to be told of, too far to be heard
  (v, _, ms) => ({
    kind: "newcomer",
    nearPack: v.packKey,
    offsetHz: -900_000,
    levelDbm: -62,
    untilMs: ms + 60 * MINUTE_MS,
  }),
  (v) => ({ kind: "switched-off", packKey: v.packKey, untilMs: null }),
  (v) => ({ kind: "weak-cells", packKey: v.packKey, leftHours: 0.004, untilMs: null }),
];

/** How many things happen on a practice day. */
export const SCRIPTED_EVENTS = PLOT.length;

/**
 * The twelve things that happen on a practice day: one after the other, spread over the time in
 * which scenes run, each to somebody who speaks in its scene, the people taking turns as the seed
 * has it.
 * @returns none of a day without scenes or channels
 */
export function dayScript(p: {
  channels: readonly ScriptChannel[];
  scenes: readonly Scene[];
  seed: number;
}): ScriptedEvent[] {
  const scenes = [...p.scenes]
    .filter((s) => s.endMs > s.startMs)
    .sort((a, b) => a.startMs - b.startMs);
  const totalMs = scenes.reduce((sum, s) => sum + s.endMs - s.startMs, 0);
  if (totalMs === 0 || p.channels.length === 0) return [];
  const random = seededRandom(p.seed);
  let turn = Math.floor(random() * 7);
  return PLOT.map((make, i) => {
    let intoMs = ((i + 0.35 + 0.3 * random()) / PLOT.length) * totalMs;
    const scene =
      scenes.find((s) => {
        if (intoMs < s.endMs - s.startMs) return true;
        intoMs -= s.endMs - s.startMs;
        return false;
      }) ?? lastOf(scenes);
    const wired = p.channels.filter((c) => scene.speakers.includes(c.talker));
    const cast = wired.length > 0 ? wired : p.channels;
    const victim = itemAt(cast, (turn += 1) % cast.length);
    const other =
      p.channels.find((c) => c !== victim && c.receiverKey === victim.receiverKey) ??
      p.channels.find((c) => c !== victim) ??
      victim;
    const fromMs = Math.round(scene.startMs + intoMs);
    return { id: `happening ${i + 1}`, fromMs, ...make(victim, other, fromMs) };
  });
}
