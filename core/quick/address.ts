import type { Bank } from "~/core/devices/tuning";
import { SELF_CHOOSING_BANDS } from "~/core/kit/selfChoosingBands";
import { formatMhz, parseFrequencyText } from "~/core/units/frequencyText";
import { fail, ok, type Result } from "~/core/units/result";
import {
  QUICK_CARRIES,
  QUICK_INTOS,
  QUICK_KINDS,
  QUICK_SCANS,
  QUICK_SOURCES,
  type QuickPlace,
  type QuickSet,
  usualSet,
} from "./quickSet";

/**
 * A set as plain text in an address, for a link or a QR code from phone to phone:
 * "set=banks&name=Camera%20A&tunes=520-562&list.7=3:528.125,9:531.425&use=7.9&backup=7.12". Names
 * as they stand here; order does not matter; what is usual of its kind may be left out. Described
 * in docs/quick-address.md.
 */
export interface CarriedSet {
  set: QuickSet;
  /** The number it is to use, and the one to go to after interference. */
  use: QuickPlace | null;
  backup: QuickPlace | null;
  /** A region's name; null where it is not told. */
  region: string | null;
  /** The session on the cart that this set belongs to; null: a session of its own. */
  session: string | null;
}

export type CarriedSetError =
  | { code: "no-set" }
  | { code: "kind-unknown"; text: string }
  | { code: "value-unreadable"; name: string; text: string };

const MAX_NAME = 40;
const MAX_MEMBERS = 400;

const range = ({ lowHz, highHz }: { lowHz: number; highHz: number }): string =>
  lowHz === highHz ? formatMhz(lowHz) : `${formatMhz(lowHz)}-${formatMhz(highHz)}`;

const placeValue = ({ list, number, frequencyHz }: QuickPlace): string =>
  [
    list === null ? number : number === null ? list : `${list}.${number}`,
    frequencyHz === null ? null : formatMhz(frequencyHz),
  ]
    .filter((x) => x !== null)
    .join("@");

/** Writes a set, and the number it uses, as an address carries it. */
export function carriedText({ set, use, backup, region, session }: CarriedSet): string {
  const usual = usualSet(set.kind, set.name);
  const fields: [string, string | null][] = [
    ["set", set.kind],
    ["name", set.name],
    ["block", set.block],
    ["tunes", set.ranges.length === 0 ? null : set.ranges.map(range).join(",")],
    ["band", set.band],
    ["packs", set.packs === usual.packs ? null : String(set.packs)],
    ["scan", set.scan === usual.scan ? null : set.scan],
    ["match", set.carry === usual.carry ? null : set.carry],
    ["source", set.source === usual.source ? null : set.source],
    ["into", set.into === usual.into ? null : set.into],
    ["thirds", set.hasThirds ? "yes" : null],
    ...set.lists.map((b): [string, string] => [
      `list.${b.id}`,
      b.frequenciesHz.map((hz, i) => `${b.numbers?.[i] ?? i + 1}:${formatMhz(hz)}`).join(","),
    ]),
    ["use", use && placeValue(use)],
    ["backup", backup && placeValue(backup)],
    ["region", region],
    ["session", session],
  ];
  return fields
    .filter((f): f is [string, string] => f[1] !== null && f[1] !== "")
    .map(([name, value]) => `${plain(name)}=${plain(value)}`)
    .join("&");
}

/** As plain as an address allows: people read it. */
const plain = (text: string): string =>
  encodeURIComponent(text).replace(/%(2C|3A|40|2F)/g, (c) => decodeURIComponent(c));

const unplain = (text: string): string | null => {
  try {
    return decodeURIComponent(text.replace(/\+/g, " "));
  } catch {
    return null;
  }
};

/** Reads a set out of an address; anything that does not belong to it is passed over. */
export function readCarried(text: string): Result<CarriedSet, CarriedSetError> {
  const fields = new Map<string, string>();
  for (const part of text.replace(/^[#?]/, "").split("&")) {
    const at = part.indexOf("=");
    if (at < 1) continue;
    const [name, value] = [unplain(part.slice(0, at)), unplain(part.slice(at + 1))];
    if (name === null || value === null)
      return fail({ code: "value-unreadable", name: part.slice(0, at), text: part.slice(at + 1) });
    fields.set(name, value);
  }
  const kindText = fields.get("set");
  if (kindText === undefined) return fail({ code: "no-set" });
  const kind = QUICK_KINDS.find((k) => k === kindText);
  if (!kind) return fail({ code: "kind-unknown", text: kindText });
  const set = usualSet(kind, (fields.get("name") ?? "").slice(0, MAX_NAME));
  const wrong: CarriedSetError[] = [];
  /** One of the words that a field may have; what it has already where the field is missing. */
  const oneOf = <T extends string>(name: string, words: readonly T[], usual: T): T => {
    const value = fields.get(name);
    if (value === undefined) return usual;
    const found = words.find((w) => w === value);
    if (found === undefined) wrong.push({ code: "value-unreadable", name, text: value });
    return found ?? usual;
  };
  const tunes = fields.get("tunes");
  const ranges = tunes === undefined ? [] : readRanges(tunes);
  if (ranges === null) return fail({ code: "value-unreadable", name: "tunes", text: tunes ?? "" });
  const lists: Bank[] = [];
  for (const [name, value] of fields) {
    if (!name.startsWith("list.")) continue;
    const list = readList(name.slice("list.".length), value);
    if (!list) return fail({ code: "value-unreadable", name, text: value });
    lists.push(list);
  }
  const places = { use: fields.get("use"), backup: fields.get("backup") };
  const carried: CarriedSet = {
    set: {
      ...set,
      block: fields.get("block")?.slice(0, MAX_NAME) ?? null,
      ranges,
      lists,
      band:
        kind === "self-choosing"
          ? oneOf(
              "band",
              SELF_CHOOSING_BANDS.map((b) => b.id),
              set.band ?? "2.4",
            )
          : null,
      packs: oneOf("packs", ["1", "2"], set.packs === 1 ? "1" : "2") === "1" ? 1 : 2,
      scan: oneOf("scan", QUICK_SCANS, set.scan),
      carry: oneOf("match", QUICK_CARRIES, set.carry),
      source: oneOf("source", QUICK_SOURCES, set.source),
      into: oneOf("into", QUICK_INTOS, set.into),
      hasThirds: oneOf("thirds", ["yes", "no"], "no") === "yes",
    },
    use: places.use === undefined ? null : readPlace(places.use),
    backup: places.backup === undefined ? null : readPlace(places.backup),
    region: fields.get("region")?.slice(0, MAX_NAME) ?? null,
    session: /^[\w-]{8,60}$/.exec(fields.get("session") ?? "")?.[0] ?? null,
  };
  return wrong[0] ? fail(wrong[0]) : ok(carried);
}

function readRanges(text: string): QuickSet["ranges"] | null {
  const ranges: QuickSet["ranges"] = [];
  for (const part of text.split(",")) {
    const [low = "", high = low] = part.split("-");
    const [lowHz, highHz] = [parseFrequencyText(low), parseFrequencyText(high)];
    if (!lowHz.ok || !highHz.ok) return null;
    ranges.push({ lowHz: lowHz.value, highHz: highHz.value });
  }
  return ranges;
}

function readList(id: string, text: string): Bank | null {
  const members = text.split(",").map((m) => {
    const at = m.indexOf(":");
    const hz = parseFrequencyText(m.slice(at + 1));
    return at < 1 || !hz.ok ? null : { number: m.slice(0, at), hz: hz.value };
  });
  if (id === "" || members.length > MAX_MEMBERS || members.some((m) => m === null)) return null;
  const known = members.flatMap((m) => m ?? []);
  return { id, numbers: known.map((m) => m.number), frequenciesHz: known.map((m) => m.hz) };
}

/** "7.9@531.425", "7.9", "@531.425", "531.425" where nothing else is told. */
function readPlace(text: string): QuickPlace | null {
  const [own = "", mhz] = text.split("@");
  const told = mhz === undefined ? null : parseFrequencyText(mhz);
  if (mhz === undefined && /^\d{3,4}\.\d{3,}$/.test(own)) {
    const hz = parseFrequencyText(own);
    return hz.ok ? { list: null, number: null, frequencyHz: hz.value } : null;
  }
  const at = own.lastIndexOf(".");
  return {
    list: at < 1 ? null : own.slice(0, at),
    number: own === "" ? null : own.slice(at + 1),
    frequencyHz: told?.ok ? told.value : null,
  };
}
