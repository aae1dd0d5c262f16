import { numberAt } from "~/core/units/items";
import type { PackModel, ReceiverModel } from "~/core/kit/models";
import {
  isSameScale,
  type MeterFigure,
  type MeterScale,
  readMeterFigure,
} from "~/core/devices/meterFigure";
import type { Channel, SyncRecord } from "./facts";
import {
  isGoodOutcome,
  VERIFICATION_PARTS,
  type VerificationChange,
  type VerificationOutcome,
  type VerificationPart,
  ruleOf,
} from "./verificationParts";

/** RF this low counts as nothing: a flicker over it is somebody. */
export const SILENT_BELOW_DBM = -95;
/** RF this high counts as full. */
export const FULL_ABOVE_DBM = -85;
/** RF this high is too much for many receivers. All three: common practice, no published source. */
export const RED_ABOVE_DBM = -28;
/**
 * Two antennas of one receiver that differ by more over a whole look are not both there: fading
 * takes less (common practice, no published source).
 */
const DEAF_DB = 15;

/**
 * What a meter's readings over a look say of the silence: nothing, a flicker now and then, or
 * somebody all the time.
 * @param strongestDbm - the stronger antenna of each reading, not empty
 */
export function silenceOf(strongestDbm: readonly number[]): string {
  const loud = strongestDbm.filter((dbm) => dbm >= SILENT_BELOW_DBM).length;
  return loud === 0 ? "nothing" : loud < strongestDbm.length ? "flickers" : "steady";
}

export const rfOf = (strongestDbm: number): string =>
  strongestDbm < SILENT_BELOW_DBM
    ? "none"
    : strongestDbm < FULL_ABOVE_DBM
      ? "weak"
      : strongestDbm > RED_ABOVE_DBM
        ? "red"
        : "full";

/** Whether both antennas serve, from the best that each heard. */
export const antennasOf = ([aDbm, bDbm]: readonly [number, number]): string =>
  Math.abs(aDbm - bDbm) < DEAF_DB
    ? "both-take-turns"
    : aDbm > bDbm
      ? "only-a-serves"
      : "only-b-serves";

/**
 * Whose pack a receiver tells that it hears. One that chooses its carriers for itself hears nobody
 * but its partner.
 * @param toldName - the name that the receiver tells; null where it tells none
 * @param knownAs - what the pack is known by: its pairing record's name, else its own
 */
export function partnerOf(
  toldName: string | null,
  channel: Pick<Channel, "meets">,
  knownAs: string,
): VerificationOutcome {
  if (toldName === null) return "nothing-told";
  return channel.meets === "adaptive" || toldName === knownAs ? "its-own" : "another-pack";
}

/**
 * The parts that a receiver and a pack can be verified by: no two antennas where there is one or
 * where it chooses for itself and shows none, no partner where nothing tells it, no mute where there
 * is none, no recorder behind ears.
 */
export function verificationPartsOf(
  receiver: Pick<ReceiverModel, "diversity" | "tells" | "adaptive"> &
    Partial<Pick<ReceiverModel, "form">>,
  pack: Pick<PackModel, "hasMute">,
): VerificationPart[] {
  const has: Partial<Record<VerificationPart, boolean>> = {
    antennas: receiver.diversity !== "none" && receiver.adaptive === null,
    partner: (receiver.tells ?? []).length > 0,
    mute: pack.hasMute !== false,
    far: receiver.form !== "ear",
  };
  return VERIFICATION_PARTS.filter((part) => has[part] !== false);
}

export type VerificationRecord = Extract<SyncRecord, { kind: "proof" }>;

export interface VerificationState {
  part: VerificationPart;
  status: "done" | "stale" | "problem" | "todo";
  /** What made it stale; null unless it is. */
  why: VerificationChange | null;
  /** What was seen last; null where nothing was. */
  record: VerificationRecord | null;
}

/**
 * How each part of a channel's verification stands now: what was seen of this pack on this receiver and
 * frequency counts, unless something came between.
 * @param records - of this channel, the oldest first
 */
export function verificationStates(p: {
  parts: readonly VerificationPart[];
  records: readonly SyncRecord[];
  frequencyHz: number;
  packKey: string;
  receiverKey: string;
  placeId: number;
  pairedMs?: number | null;
}): VerificationState[] {
  const verifications = p.records.filter((r) => r.kind === "proof");
  const since = (kind: "cells" | "pack-synced", at: number): boolean =>
    p.records.some((r, i) => i > at && r.kind === kind && r.packKey === p.packKey);
  return p.parts.map((part): VerificationState => {
    const { endsWith } = ruleOf(part);
    const changeOf = (r: VerificationRecord): VerificationChange | null => {
      const changed: Record<VerificationChange, () => boolean> = {
        plan: () => r.frequencyHz !== p.frequencyHz,
        pack: () => r.packKey !== p.packKey,
        receiver: () => r.receiverKey !== p.receiverKey,
        place: () => r.placeId !== p.placeId,
        cells: () => since("cells", p.records.indexOf(r)),
        synced: () => since("pack-synced", p.records.indexOf(r)),
        paired: () => r.atMs < (p.pairedMs ?? -Infinity),
      };
      return endsWith.find((c) => changed[c]()) ?? null;
    };
    const mine = verifications.filter((r) => r.part === part);
    // what was last seen of these very ends on this number speaks; failing that, the last that was
    // seen at all
    const record =
      mine.findLast((r) => !["plan", "pack", "receiver"].includes(changeOf(r) ?? "")) ??
      mine.at(-1) ??
      null;
    const why = record && changeOf(record);
    if (!record) return { part, status: "todo", why: null, record };
    if (!isGoodOutcome(part, record.outcome))
      return why
        ? { part, status: "todo", why: null, record: null }
        : { part, status: "problem", why, record };
    return why ? { part, status: "stale", why, record } : { part, status: "done", why, record };
  });
}

/**
 * What a channel that is retuned while it plays is verified by: the pack stays on, so the silence
 * before it is not asked.
 */
export const WHILE_PLAYING: readonly VerificationPart[] = ["rf", "antennas", "partner", "voice"];

/**
 * The parts of a verification while it plays to which nobody has given a good answer yet. Empty: it
 * is verified.
 */
export const lackingWhilePlaying = (
  states: readonly Pick<VerificationState, "part" | "status">[],
): VerificationPart[] =>
  states.filter((s) => WHILE_PLAYING.includes(s.part) && s.status !== "done").map((s) => s.part);

/** The figures that were noted of a receiver's own meter, the oldest first, each on its scale. */
const figuresOf = (records: readonly SyncRecord[], receiverKey: string): MeterFigure[] =>
  records.flatMap((r) => {
    if (r.kind !== "proof" || r.receiverKey !== receiverKey || r.shown === null) return [];
    // what was noted before scales were asked is a bare figure: it counts as a share of a hundred
    const read = readMeterFigure(r.shown, { name: "percent" });
    return read.ok && r.part === "rf" && r.outcome === "full" ? [read.value] : [];
  });

/**
 * What a receiver's own scale usually reads when all is well: the middle of the figures that were
 * noted with a full RF on the scale that was used last, of whatever pack; null before there are
 * two. A third of it is an antenna that is off (common practice, no published source).
 */
export function usualFigure(records: readonly SyncRecord[], receiverKey: string): number | null {
  const noted = figuresOf(records, receiverKey);
  const last = noted.at(-1);
  if (!last) return null;
  const figures = noted
    .filter((f) => isSameScale(f, last))
    .map((f) => f.value)
    .sort((a, b) => a - b);
  return figures.length < 2 ? null : numberAt(figures, Math.floor(figures.length / 2));
}

/** The scale that a receiver's meter was last read on; null where nobody noted one. */
export function scaleUsed(records: readonly SyncRecord[], receiverKey: string): MeterScale | null {
  const last = records.findLast(
    (r) => r.kind === "proof" && r.receiverKey === receiverKey && r.shown !== null,
  );
  if (last?.kind !== "proof" || last.shown === null) return null;
  const read = readMeterFigure(last.shown, { name: "percent" });
  if (!read.ok) return null;
  return read.value.name === "bars"
    ? { name: "bars", of: read.value.of }
    : { name: read.value.name };
}
