import { defined, itemAt, numberAt } from "~/core/units/items";
import type { SeenCarrier } from "~/core/spectrum/analyseSweep";
import type { InstrumentLines } from "~/core/spectrum/instrumentLines";
import type { SweepDifference } from "~/core/spectrum/compareSweeps";
import type { BroadbandNoise } from "~/core/spectrum/broadbandNoise";
import type { FeedLoad } from "~/core/spectrum/throughFeed";
import type { TvChannel } from "~/core/spectrum/television";
import type { FrequencyRange } from "~/core/regulations/region";
import type { BlockRoom, QuietRange } from "~/core/coordination/problem/quietPlaces";
import type { AirView, ElsewhereView, LawView } from "~/contract/schemas/airView";
import { formatMhz } from "~/core/units/frequencyText";
import {
  capital,
  count,
  formatClock,
  formatDb,
  formatRfLevel,
  listWords,
  rangesWords,
} from "./format";

export const rounded = (hz: number): number => Math.round(hz / 5000) * 5000;
const whole = (hz: number): number => Math.round(hz / 100_000) * 100_000;
const MAX_NAMED = 5;
const carriers = (list: readonly SeenCarrier[]): string => {
  const named = list
    .slice(0, MAX_NAMED)
    .map((c) => `${formatMhz(rounded(c.frequencyHz))} (${formatRfLevel(c.levelDbm)})`);
  return list.length > MAX_NAMED
    ? `${named.join(", ")} and ${list.length - MAX_NAMED} more`
    : listWords(named);
};

/** "broad noise 487–531 MHz, 20 dB above the rest: a lamp, a motor or a screen, not a transmitter" */
export const broadbandNoiseWords = (h: BroadbandNoise): string =>
  `broadband noise ${rangesWords([{ lowHz: whole(h.lowHz), highHz: whole(h.highHz) }])} MHz, ${formatDb(Math.round(h.overDb))} above the rest: a lamp, a motor or a screen, not a transmitter`;

/**
 * What a raster channel holds, in a word; a channel that was swept whole and is neither full nor
 * empty is doubtful.
 */
export function tvStateWords(t: Pick<TvChannel, "state" | "covered">): string {
  switch (t.state) {
    case "busy":
      return "taken";
    case "clear":
      return "not received";
    case "partial":
      return t.covered < 0.97 ? "partly seen" : "doubtful: partly filled";
    case "unseen":
      return "not swept";
  }
}

/** Scan against register: empty where they agree. */
export function tvAgainstRegister(t: Pick<TvChannel, "state">, isRegistered: boolean): string {
  if (isRegistered && t.state === "clear") return "expected, not received here";
  if (!isRegistered && t.state === "busy") return "received, on no list";
  return "";
}

/** The difference of two sweeps, a sentence to each thing. Empty when there is none. */
export function differenceWords(d: SweepDifference): string[] {
  const words: string[] = [];
  if (Math.abs(d.floorRoseDb) >= 1.5)
    words.push(
      `The floor is ${formatDb(Math.round(Math.abs(d.floorRoseDb)))} ${d.floorRoseDb > 0 ? "higher" : "lower"}`,
    );
  if (d.came.length > 0) words.push(`Appeared: ${carriers(d.came)}`);
  if (d.went.length > 0) words.push(`Gone: ${carriers(d.went)}`);
  if (d.tvCame.length > 0)
    words.push(`TV stations appeared: ${listWords(d.tvCame.map((t) => `TV ${t.channel}`))}`);
  if (d.tvWent.length > 0)
    words.push(`TV stations gone: ${listWords(d.tvWent.map((t) => `TV ${t.channel}`))}`);
  if (d.tvChanged.length > 0)
    words.push(
      `TV stations changed: ${listWords(d.tvChanged.map((t) => `TV ${t.channel} by ${formatDb(Math.round(t.byDb))}`))}`,
    );
  for (const r of d.rose)
    words.push(
      `${r.byDb > 0 ? "Noisier" : "Quieter"} by ${formatDb(Math.round(Math.abs(r.byDb)))}: ${rangesWords([{ lowHz: whole(r.lowHz), highHz: whole(r.highHz) }])} MHz`,
    );
  for (const c of d.changed.slice(0, MAX_NAMED))
    words.push(
      `${formatMhz(rounded(c.frequencyHz))} is ${formatDb(Math.round(Math.abs(c.byDb)))} ${c.byDb > 0 ? "stronger" : "weaker"}`,
    );
  return words;
}

export const bankWords = (b: { id: string; members: number; freeHz: readonly number[] }): string =>
  `bank ${b.id}: ${b.freeHz.length} of ${b.members} free`;

/** Broadband noise at several places in one sentence. */
export const broadbandNoiseSentence = (broadband: readonly BroadbandNoise[]): string =>
  broadband.length === 0
    ? ""
    : `${capital(broadband.slice(0, 2).map(broadbandNoiseWords).join("; "))}${broadband.length > 2 ? `; and ${count(broadband.length - 2, "more")}` : ""}.`;

/** Evenly spaced lines, as what they are. */
export const instrumentLinesWords = (c: InstrumentLines): string =>
  `${capital(count(c.linesHz.length, "line"))} ${formatMhz(Math.round(c.spacingHz / 1000) * 1000)} MHz apart, from ${formatMhz(rounded(numberAt(c.linesHz, 0)))}: instrument lines (spurs), not transmitters.`;

/**
 * What a block that is full or nearly so should do: where the others have room. Empty when every
 * block has some.
 */
export function fullBlockWords(
  blocks: readonly Pick<BlockRoom, "block" | "fits" | "receivers">[],
): string[] {
  const offers = blocks.filter((b) => b.fits > 0);
  return blocks
    .filter((b) => b.fits === 0)
    .map((full) => {
      const head = `${capital(full.block)} is full here`;
      return offers.length === 0
        ? `${head}, and so is every other: use tight spacing, less power, or move the receivers.`
        : `${head}: ${listWords(offers.map((o) => `${o.block} (${listWords(o.receivers)}) has room for ${count(o.fits, "channel")}`))}.`;
    });
}

const sideWords = (setting: "indoors" | "outdoors"): string =>
  setting === "indoors" ? "inside" : "outside";

/** A scan of elsewhere, shown where none answers for here. */
export const elsewhereWords = (
  e: Pick<ElsewhereView, "takenAtMs" | "place" | "setting" | "isSamePlace">,
): string =>
  `The line was measured ${e.isSamePlace ? `here ${sideWords(e.setting)}` : `at ${e.place}, ${sideWords(e.setting)}`} at ${formatClock(e.takenAtMs)}: ${e.isSamePlace ? "inside and outside differ" : "it is valid there, not here"}.`;

/**
 * What a scan means, in the screen's first line: how much is quiet and free, and where it is
 * quietest for so many channels.
 * @param wanted - channels that need a place
 */
export function airHeadline(
  open: readonly FrequencyRange[],
  quiet: readonly QuietRange[],
  wanted: number,
): string {
  if (open.length === 0) return "Nothing quiet and allowed here";
  const openHz = open.reduce((sum, s) => sum + (s.highHz - s.lowHz) + 25_000, 0);
  const roomy = quiet.filter((s) => s.fits >= Math.max(1, wanted) && s.noisiestDbm !== null);
  const best = roomy.reduce<QuietRange | null>(
    (a, s) => (a && defined(a.noisiestDbm) <= defined(s.noisiestDbm) ? a : s),
    null,
  );
  const head = `${Math.round(openHz / 1e6)} MHz quiet and free`;
  if (best)
    return `${head}, quietest at ${rangesWords([{ lowHz: whole(best.lowHz), highHz: whole(best.highHz) }])}`;
  return `${head}, in ${count(open.length, "range")}`;
}

/** What was done with the limit. */
export const noiseLimitSetWords = (limitDbm: number | null): string =>
  limitDbm === null
    ? "The noise limit follows what the receivers need again."
    : `The noise limit is ${formatRfLevel(limitDbm)} in a channel now.`;

/** What governs the noise limit, and by how much; empty before anything was measured. */
export function limitWords({ limit, maxNoiseDbm }: Pick<LawView, "limit" | "maxNoiseDbm">): string {
  if (!limit) return "";
  const most = formatRfLevel(maxNoiseDbm);
  switch (limit.by) {
    case "instrument":
      return `This instrument’s own floor is ${formatRfLevel(limit.floorDbm)} in a channel, so anything up to ${most} counts as quiet.`;
    case "receiver":
      return `The noise limit is ${most} in a channel: what the receivers need.`;
    case "given":
      return limit.floorDbm > maxNoiseDbm
        ? `The noise limit is set by hand to ${most} in a channel, below this instrument’s own floor of ${formatRfLevel(limit.floorDbm)}: nothing can count as quiet.`
        : `The noise limit is ${most} in a channel: set by hand.`;
  }
}

/**
 * What else a careful reader says of it: stations against the register, others' carriers, broad
 * noise, and what one look cannot tell.
 */
export function airSentences(
  {
    tv,
    carriers,
    broadband: broadband,
    looksPerBin,
  }: Pick<AirView, "tv" | "carriers" | "broadband" | "looksPerBin">,
  spectrum: FrequencyRange,
  registered: readonly number[],
): string {
  const inSight = tv.filter((t) => t.highHz > spectrum.lowHz && t.lowHz < spectrum.highHz);
  const busy = inSight.filter((t) => t.state === "busy");
  const names = (list: readonly TvChannel[]) => listWords(list.map((t) => `TV ${t.channel}`));
  const unlisted = busy.filter((t) => !registered.includes(t.channel));
  const unheard = inSight.filter((t) => t.state === "clear" && registered.includes(t.channel));
  // broad noise fills channels without being television; a registered station under it may be there
  // or not
  const isUnderNoise = (t: TvChannel) =>
    broadband.some((h) => h.lowHz < t.highHz && h.highHz > t.lowHz);
  const partly = inSight.filter((t) => t.state === "partial" && t.covered >= 0.97);
  const doubtful = partly.filter((t) => !isUnderNoise(t));
  const hidden = partly.filter((t) => isUnderNoise(t) && registered.includes(t.channel));
  const others = carriers.filter((c) => c.own === null && !c.isSpur);
  const rare = others.filter((c) => c.occupancy < 0.8);
  return [
    busy.length === 0
      ? "No TV station received."
      : `${names(busy)} ${busy.length === 1 ? "is" : "are"} on the air${unlisted.length > 0 ? `, ${names(unlisted)} on no list` : ""}.`,
    unheard.length > 0 ? `Listed but not received here: ${names(unheard)}.` : "",
    hidden.length > 0 ? `Hidden by broadband noise: ${names(hidden)}.` : "",
    doubtful.length > 0 ? `Doubtful: ${names(doubtful)}, partly filled.` : "",
    others.length === 0
      ? "No other carrier."
      : `${capital(count(others.length, "narrow carrier"))} of others, strongest at ${formatMhz(rounded(itemAt(others, 0).frequencyHz))}.`,
    rare.length > 0
      ? `Now and then: ${listWords(rare.slice(0, MAX_NAMED).map((c) => `${formatMhz(rounded(c.frequencyHz))} (${Math.round(c.occupancy * 100)} % of the time)`))}.`
      : "",
    broadbandNoiseSentence(broadband),
    looksPerBin < 2 ? "One pass: what is rarely on may be missing." : "",
  ]
    .filter((w) => w !== "")
    .join(" ");
}

/** @param detail - what the data file said */
export const scanNotKeptWords = (detail: string): string =>
  `The scan could not be saved: ${detail}. The day is unchanged.`;

/** How near a feed brings a receiver to overload, what does it, and what to do. */
export function feedLoadWords(l: FeedLoad): string {
  const { strongest: s } = l;
  const what = s.channel === null ? `${formatMhz(s.lowHz)} MHz` : `TV ${s.channel}`;
  const where = `${capital(what)}, ${formatRfLevel(s.dbm)} at the antenna, and what else is strong arrive at ${l.receiver} with ${formatRfLevel(l.arrivingDbm)}`;
  return l.arrivingDbm >= l.overloadDbm
    ? `${l.feed} overloads: ${where}; it bears ${formatRfLevel(l.overloadDbm)}. Add a pad or a filter before the splitter, or take the amplifier out.`
    : `${l.feed} is near overload: ${where}; it bears ${formatRfLevel(l.overloadDbm)}. Keep a pad or a filter at hand.`;
}
