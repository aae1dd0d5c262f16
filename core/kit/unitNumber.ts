import { canBeSet, type Bank, type TuningRange } from "~/core/devices/tuning";
import { channelAt, RASTERS } from "~/core/regulations/raster";
import { formatMhz, type FrequencyTextError, parseFrequencyText } from "~/core/units/frequencyText";
import { plainText } from "~/core/units/plainText";
import { fail, ok, type Result } from "~/core/units/result";
import type { ListWord, NamedBlock, PackModel, ReceiverModel } from "./models";
import { hzToSwitchCode, switchCodeToHz } from "./switchCode";

/** What of a model tells how it writes its numbers. */
export type Numbered = Pick<
  ReceiverModel | PackModel,
  "kind" | "tuning" | "readout" | "raster" | "numbering"
> & { banks?: readonly Bank[] };

/** A frequency as a unit shows it. */
export interface UnitNumber {
  kind: ListWord | "code" | "preset" | "TV" | "MHz";
  /** As it stands on the display: "A3", "11.8", "K4 · 33-05", "523.1". */
  text: string;
  /** What is chosen in its menu before the number; null where there is no such level. */
  block: string | null;
  list: string | null;
  number: string;
  /** Whether a user stored the list. */
  isUser: boolean;
}

/** Display and menu have two levels at least where lists are told. */
const goesByLists = ({ readout }: Pick<Numbered, "readout">): boolean =>
  readout === "bank-and-number" || readout === "tv-and-number";

/**
 * Whether a unit can be set to members of its lists only: one whose display tells nothing else has
 * nothing else, unless its model says otherwise. Without lists entered nothing is known.
 */
export const isListsOnly = (model: Numbered): boolean =>
  (model.banks ?? []).length > 0 && !(model.numbering?.isFree ?? !goesByLists(model));

/** Whether its display goes by lists that nobody entered, so that its own numbers are not known. */
export const lacksLists = (model: Numbered): boolean =>
  goesByLists(model) && (model.banks ?? []).length === 0;

/** What a unit is told before a number: the named block that holds a frequency; null without one. */
export const blockAt = (
  { numbering }: Pick<Numbered, "numbering">,
  frequencyHz: number,
): NamedBlock | null =>
  numbering?.blocks?.find((b) => frequencyHz >= b.lowHz && frequencyHz <= b.highHz) ?? null;

/** How a member of a list is called: its own name, or its place in the list, with its zeros. */
export function memberNumber(model: Numbered, bank: Bank, index: number): string {
  const name = bank.numbers?.[index] ?? String(index + 1);
  return /^\d+$/.test(name) ? name.padStart(model.numbering?.digits ?? 0, "0") : name;
}

/** "K4 · 33-05": a list's block, the list, its number. */
function inList(model: Numbered, bank: Bank, index: number): UnitNumber {
  const number = memberNumber(model, bank, index);
  const text = `${bank.id}${model.numbering?.separator ?? "."}${number}`;
  return {
    kind: model.readout === "tv-and-number" ? "TV" : (model.numbering?.listWord ?? "bank"),
    text: bank.block === undefined ? text : `${bank.block} · ${text}`,
    block: bank.block ?? null,
    list: bank.id,
    number,
    isUser: bank.isUser === true,
  };
}

/** Every place that a frequency has in a unit's lists, as its menu has them. */
const placesInLists = (model: Numbered, frequencyHz: number): UnitNumber[] =>
  (model.banks ?? []).flatMap((bank) =>
    bank.frequenciesHz.flatMap((hz, i) => (hz === frequencyHz ? [inList(model, bank, i)] : [])),
  );

/** How its lists name a frequency: "2.7"; null where it stands in none. */
export const memberText = (model: Numbered, frequencyHz: number): string | null =>
  placesInLists(model, frequencyHz)[0]?.text ?? null;

/** Megahertz as its display has room for; what is beyond is cut off, not rounded. */
export function displayMhz(model: Pick<Numbered, "numbering">, frequencyHz: number): string {
  const decimals = model.numbering?.decimals;
  if (decimals === undefined) return formatMhz(frequencyHz);
  const unitHz = 10 ** (6 - decimals);
  return ((Math.floor(frequencyHz / unitHz + 1e-9) * unitHz) / 1e6).toFixed(decimals);
}

/**
 * How a unit shows a frequency: its switch code, its block, list and number, its preset, a
 * television channel with what it stands at there, or megahertz with its decimals.
 * @param preferList - of a frequency that stands in several lists, the one to tell it by
 * @returns null where it cannot show this one, or where its lists were not entered
 * @example unitNumber(model, 553_900_000)?.text // "A3"
 */
export function unitNumber(
  model: Numbered,
  frequencyHz: number,
  preferList: string | null = null,
): UnitNumber | null {
  const first = model.tuning[0];
  if (!first) return null;
  const block = blockAt(model, frequencyHz)?.id ?? null;
  const plain = (kind: UnitNumber["kind"], text: string): UnitNumber => ({
    kind,
    text,
    block,
    list: null,
    number: text,
    isUser: false,
  });
  switch (model.readout) {
    case "switch-code": {
      const code = hzToSwitchCode(frequencyHz, first.lowHz);
      return code.ok ? plain("code", code.value) : null;
    }
    case "preset": {
      const [entered] = placesInLists(model, frequencyHz);
      if (entered)
        return (model.banks ?? []).length > 1
          ? { ...entered, kind: "preset" }
          : plain("preset", entered.number);
      // without a list they count from the lowest up
      const at = model.tuning.findIndex((t) => t.lowHz === frequencyHz && t.highHz === frequencyHz);
      return at < 0 ? null : plain("preset", String(at + 1));
    }
    case "tv-and-mhz": {
      const tv = channelAt(RASTERS[model.raster ?? "EU-8"], frequencyHz);
      if (!tv || !canBeSet(model.tuning, frequencyHz)) return null;
      const rest = displayMhz(model, frequencyHz);
      return {
        ...plain("TV", `${tv.channel} ${rest}`),
        list: String(tv.channel),
        number: rest,
      };
    }
    case "bank-and-number":
    case "tv-and-number": {
      const places = placesInLists(model, frequencyHz);
      return places.find((p) => p.list === preferList) ?? places[0] ?? null;
    }
    case "nothing":
      return null;
    case "mhz":
      return plain("MHz", displayMhz(model, frequencyHz));
  }
}

/**
 * The same where it is not plain megahertz with three decimals: what is told beside them.
 * @example shownAs(model, 553_900_000) // { kind: "code", text: "A3", … }
 */
export function shownAs(model: Numbered, frequencyHz: number): UnitNumber | null {
  const shown = unitNumber(model, frequencyHz);
  return shown?.kind === "MHz" && shown.text === formatMhz(frequencyHz) ? null : shown;
}

/**
 * A frequency as a unit shows it: its code, list and number, or preset, else plain megahertz.
 * @example writtenAs(model, 553_900_000) // "code A3"
 */
export function writtenAs(model: Numbered, frequencyHz: number): string {
  const shown = unitNumber(model, frequencyHz);
  if (!shown) return `${formatMhz(frequencyHz)} MHz`;
  return shown.kind === "MHz" ? `${shown.text} MHz` : `${shown.kind} ${shown.text}`;
}

/**
 * How the ends of a channel show a frequency where that is not plain megahertz at both.
 * @example endsShow([receiver, handheld], 568_375_000) // "group 2.3"
 */
export function endsShow(ends: readonly Numbered[], frequencyHz: number): string | null {
  const shown = ends.flatMap((end) => shownAs(end, frequencyHz) ?? []);
  const texts = shown.map((s) => (s.kind === "MHz" ? `${s.text} MHz` : `${s.kind} ${s.text}`));
  return texts.length === 0 ? null : [...new Set(texts)].join(", ");
}

/** A reading of what somebody typed, where there are several. */
export interface NumberReading {
  frequencyHz: number;
  /** As the unit writes it. */
  text: string;
}

export type UnitNumberError =
  | { code: "unreadable"; text: string; problem: FrequencyTextError["code"] | "unknown" }
  /** A frequency, or a code, that this unit cannot be set to. */
  | { code: "not-settable"; text: string; frequencyHz: number; isListsOnly: boolean }
  | { code: "no-such-member"; list: string; number: string; members: number }
  /** Several of its numbers read like that. */
  | { code: "ambiguous"; text: string; readings: NumberReading[] };

/** Words that people put before a number; they tell nothing that the unit does not know. */
const LEVEL_WORDS =
  /\b(?:tv|ch|chan|channel|group|grp|bank|list|preset|code|block|nr|no|number)\b/g;

/** One spelling of a number: small, parts parted by a dot, zeros before figures gone. */
const spelled = (text: string): string =>
  plainText(text)
    .toLowerCase()
    .replace(LEVEL_WORDS, " ")
    .split(/[\s.,:/·–—-]+/)
    .filter((p) => p !== "")
    .map((p) => (/^\d+$/.test(p) ? String(Number(p)) : p))
    .join(".");

/** Every spelling of every member of the lists that a model has, made once. */
const spellings = new WeakMap<readonly Bank[], Map<string, { bank: Bank; index: number }[]>>();

function spellingsOf(banks: readonly Bank[]): Map<string, { bank: Bank; index: number }[]> {
  const known = spellings.get(banks);
  if (known) return known;
  const map = new Map<string, { bank: Bank; index: number }[]>();
  const add = (text: string, member: { bank: Bank; index: number }) => {
    const key = spelled(text);
    map.set(key, [...(map.get(key) ?? []), member]);
  };
  for (const bank of banks) {
    bank.frequenciesHz.forEach((_, index) => {
      const number = bank.numbers?.[index] ?? String(index + 1);
      add(`${bank.id} ${number}`, { bank, index });
      if (bank.block !== undefined) add(`${bank.block} ${bank.id} ${number}`, { bank, index });
      // where there is one list only, its number is enough
      if (banks.length === 1) add(number, { bank, index });
    });
  }
  spellings.set(banks, map);
  return map;
}

/** Settings whose display reads like that: with fewer decimals than its steps need, several do. */
function byDisplay(model: Numbered, text: string): number[] {
  const decimals = model.numbering?.decimals;
  const typed = /^(\d{2,4})(?:[.,](\d+))?(?: ?mhz)?$/i.exec(plainText(text));
  if (decimals === undefined || !typed || (typed[2] ?? "").length > decimals) return [];
  const unitHz = 10 ** (6 - decimals);
  const fromHz = Math.round(Number(`${typed[1]}.${typed[2] ?? "0"}`) * 1e6);
  // somebody who types fewer decimals than it shows means zeros
  return model.tuning.flatMap(({ lowHz, highHz, stepHz }) => {
    const found: number[] = [];
    const first = Math.max(0, Math.ceil((fromHz - lowHz) / stepHz - 1e-9));
    for (let hz = lowHz + first * stepHz; hz < fromHz + unitHz && hz <= highHz; hz += stepHz)
      found.push(Math.round(hz));
    return found;
  });
}

/**
 * Reads a number as a unit's display or a person writes it: megahertz, block, list and number, a
 * code, a preset, a television channel with megahertz.
 * @param text - "523.1", "11.8", "9-4", "K4 · 33-05", "A3", "preset 4", "TV 24 497.2"
 * @returns the frequency that it stands for; several readings where it stands for more than one
 * @example readUnitNumber(model, "11.8") // { ok: true, value: 574_300_000 }
 */
export function readUnitNumber(model: Numbered, text: string): Result<number, UnitNumberError> {
  const plain = plainText(text);
  const found = new Map<number, string>();
  const add = (hz: number, shown?: string) => {
    if (canBeSet(model.tuning, hz) && !found.has(hz)) found.set(hz, shown ?? writtenAs(model, hz));
  };
  const mhz = parseFrequencyText(plain);
  const displayed = byDisplay(model, plain);
  if (displayed.length > 0) for (const hz of displayed) add(hz, `${formatMhz(hz)} MHz`);
  else if (mhz.ok) add(mhz.value);
  const first = model.tuning[0];
  const banks = model.banks ?? [];
  const members = spellingsOf(banks).get(spelled(plain)) ?? [];
  for (const { bank, index } of members)
    add(bank.frequenciesHz[index] ?? NaN, inList(model, bank, index).text);
  let meantHz: number | null = mhz.ok ? mhz.value : null;
  if (model.readout === "switch-code" && first) {
    const code = switchCodeToHz(plain.replace(/^code /i, ""), first.lowHz);
    if (code.ok) add((meantHz = code.value));
  }
  if (model.readout === "preset") {
    const number = Number(/^(?:preset )?(\d{1,3})$/i.exec(plain)?.[1]);
    const preset = model.tuning[number - 1];
    if (preset && banks.length === 0) add(preset.lowHz);
  }
  if (model.readout === "tv-and-mhz") {
    const rest = /^(?:tv ?)?\d{1,2}[ ·:]{1,3}(.+)$/i.exec(plain)?.[1];
    const read = rest === undefined ? null : parseFrequencyText(rest);
    if (read?.ok) add((meantHz = read.value));
  }
  const [only] = found.keys();
  if (found.size > 1)
    return fail({
      code: "ambiguous",
      text: plain.slice(0, 40),
      readings: [...found].map(([frequencyHz, shown]) => ({ frequencyHz, text: shown })),
    });
  if (only !== undefined) return ok(only);
  const absent = absentMember(banks, plain);
  if (absent) return fail(absent);
  return meantHz === null
    ? fail({
        code: "unreadable",
        text: plain.slice(0, 20),
        problem: mhz.ok ? "unknown" : mhz.error.code,
      })
    : fail({
        code: "not-settable",
        text: plain.slice(0, 20),
        frequencyHz: meantHz,
        isListsOnly: isListsOnly(model),
      });
}

/** A list that it has, and a number that the list has not. */
function absentMember(
  banks: readonly Bank[],
  text: string,
): Extract<UnitNumberError, { code: "no-such-member" }> | null {
  const parts = spelled(text).split(".");
  const number = parts.pop();
  const list = parts.pop();
  const [block] = parts;
  const bank = banks.find(
    (b) => spelled(b.id) === list && (block === undefined || spelled(b.block ?? "") === block),
  );
  return bank && number !== undefined && parts.length <= 1
    ? {
        code: "no-such-member",
        list: bank.id,
        number,
        members: bank.frequenciesHz.length,
      }
    : null;
}

/**
 * Reads a number as either end of a channel writes it.
 * @param tuning - where both ends can be set; what only one of them can is told apart by it
 */
export function readChannelNumber(
  ends: readonly Numbered[],
  tuning: readonly TuningRange[],
  text: string,
): Result<number, UnitNumberError> {
  const readings = new Map<number, string>();
  let error: UnitNumberError | null = null;
  for (const end of ends) {
    const read = readUnitNumber(end, text);
    if (read.ok) readings.set(read.value, writtenAs(end, read.value));
    else if (read.error.code === "ambiguous")
      for (const r of read.error.readings) readings.set(r.frequencyHz, r.text);
    else error ??= read.error;
  }
  const shared = [...readings].filter(([hz]) => canBeSet(tuning, hz));
  const kept = shared.length > 0 ? shared : [...readings];
  const [one] = kept;
  if (one && kept.length === 1) return ok(one[0]);
  if (one)
    return fail({
      code: "ambiguous",
      text: plainText(text).slice(0, 40),
      readings: kept.map(([frequencyHz, shown]) => ({ frequencyHz, text: shown })),
    });
  return fail(
    error ?? { code: "unreadable", text: plainText(text).slice(0, 20), problem: "unknown" },
  );
}

/** A level of a unit's menu, with what is free in it. */
export interface FreeLevel {
  block: string | null;
  list: string;
  isUser: boolean;
  members: { number: string; frequencyHz: number; isFree: boolean }[];
}

/**
 * A unit's lists with their members, each free or not, block by block as its menu has them.
 * @param isFree - what law, scan, others and the set leave
 */
export const freeLevels = (
  model: Numbered,
  isFree: (frequencyHz: number) => boolean,
): FreeLevel[] =>
  (model.banks ?? []).map((bank) => ({
    block: bank.block ?? null,
    list: bank.id,
    isUser: bank.isUser === true,
    members: bank.frequenciesHz.map((frequencyHz, i) => ({
      number: memberNumber(model, bank, i),
      frequencyHz,
      isFree: isFree(frequencyHz),
    })),
  }));
