import { type Bank, presets, type TuningRange } from "~/core/devices/tuning";
import { rasterChannels, type RasterName, RASTERS } from "~/core/regulations/raster";
import { parseFrequencyText } from "~/core/units/frequencyText";
import { defined, itemAt } from "~/core/units/items";
import { plainText } from "~/core/units/plainText";
import { fail, ok, type Result } from "~/core/units/result";
import { type Kit, mergeKits, type PackModel, type ReceiverModel } from "./models";
import { isListsOnly } from "./unitNumber";

export type ListsError =
  | { code: "list-line"; line: string }
  | { code: "list-twice"; list: string }
  | { code: "too-long"; members: number; most: number };

/** As many lists, and members of one, as a unit's menu can have at all. */
export const MAX_LISTS = 200;
export const MAX_MEMBERS = 400;

/** The key that tells lists apart: a list of one number may stand in several blocks. */
const keyOf = ({ block, id }: Bank): string => `${block ?? ""} ${id}`.toLowerCase();

/**
 * Even steps as makers' tables have them.
 * @param startHz - the first
 * @returns whole hertz
 * @example evenSteps({ startHz: 566.1e6, stepHz: 375e3, count: 2 }) // [566100000, 566475000]
 */
export const evenSteps = (p: { startHz: number; stepHz: number; count: number }): number[] =>
  Array.from({ length: p.count }, (_, i) => Math.round(p.startHz + i * p.stepHz));

/**
 * One list for each television channel, its numbers in even steps above the lower edge; what falls
 * beyond a channel's upper edge is left out.
 * @param offsetHz - of the first number, above the channel's lower edge
 */
export const listsPerTvChannel = (p: {
  raster: RasterName;
  from: number;
  to: number;
  offsetHz: number;
  stepHz: number;
  count: number;
}): Bank[] =>
  rasterChannels(RASTERS[p.raster])
    .filter((c) => c.channel >= p.from && c.channel <= p.to)
    .map((c) => ({
      id: String(c.channel),
      frequenciesHz: evenSteps({ ...p, startHz: c.lowHz + p.offsetHz }).filter((f) => f < c.highHz),
    }));

const figure = (text: string | undefined): number =>
  text === undefined ? NaN : Number(text.replace(",", "."));

/** "470.1 by 0.375 x 12" */
const EVEN = /^([\d.,]+) ?(?:mhz)? by ([\d.,]+) ?(mhz|khz)? ?[x×*] ?(\d{1,3})$/i;
/** "TV 21-48: 0.1 by 0.1 x 79" */
const PER_TV =
  /^tv ?(\d{1,2}) ?(?:-|–|to) ?(\d{1,2}) ?: ?([\d.,]+) by ([\d.,]+) ?[x×*] ?(\d{1,3})$/i;
/** "user U1: …", "K4 / 33: …" */
const NAMED = /^(user )?(?:([^:/]{1,20}) ?\/ ?)?([^:/]{1,20}) ?: ?(.+)$/i;

function members(text: string): number[] | null {
  const even = EVEN.exec(plainText(text));
  if (even) {
    const start = parseFrequencyText(defined(even[1]));
    const stepHz = figure(even[2]) * (even[3]?.toLowerCase() === "khz" ? 1e3 : 1e6);
    return start.ok && stepHz > 0
      ? evenSteps({ startHz: start.value, stepHz, count: Number(even[4]) })
      : null;
  }
  const read = text
    .split(/[;\s]+|,\s+/)
    .filter(Boolean)
    .map(parseFrequencyText);
  const found = read.flatMap((r) => (r.ok ? [r.value] : []));
  return found.length > 0 && found.length === read.length ? found : null;
}

/**
 * A row of a table: "11.8, 574.300", "11,8,574.300", "K4;33;05;574.3", "33-05 574.3", its cells
 * parted by commas, semicolons or tabs; the last is the frequency.
 */
function rowOf(
  line: string,
): { block: string | null; list: string; number: string; hz: number } | null {
  const cells = line
    .split(line.includes("\t") ? "\t" : line.includes(";") ? ";" : ",")
    .map((c) => plainText(c))
    .filter(Boolean);
  if (cells.length < 2) return null;
  const hz = parseFrequencyText(defined(cells.pop()));
  if (!hz.ok) return null;
  // one cell holds all levels: "K4 · 33-05"
  const path =
    cells.length > 1
      ? cells
      : itemAt(cells, 0)
          .split(/[\s·./-]+/)
          .filter(Boolean);
  const number = path.at(-1);
  const list = path.at(-2);
  return number === undefined || list === undefined || path.length > 3
    ? null
    : {
        block: path.length > 2 && path[0] !== "-" ? itemAt(path, 0) : null,
        list,
        number,
        hz: hz.value,
      };
}

const HEADING = /^(?:block|group|bank|list|channel|number|tv)\b.*(?:mhz|frequency|hz)/i;

/**
 * Reads a unit's lists as people have them: one to a line ("1: 470.1 471.15", "K4 / 33: …", "user
 * U1: …"), in even steps ("1: 470.1 by 0.375 x 12", "TV 21-48: 0.1 by 0.1 x 79"), or a maker's
 * table pasted or read from a file, a row for each number ("11.8, 574.300", "group;channel;MHz").
 * @param raster - whose television channels "TV" means
 */
export function parseLists(text: string, raster: RasterName = "EU-8"): Result<Bank[], ListsError> {
  const banks: Bank[] = [];
  const rows = new Map<string, Bank & { numbers: string[] }>();
  for (const line of text
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter(Boolean)) {
    if (HEADING.test(line)) continue;
    const broken = () => fail<ListsError>({ code: "list-line", line: line.slice(0, 60) });
    const tv = PER_TV.exec(plainText(line));
    if (tv) {
      const [from, to, offset, step, count] = tv.slice(1).map(figure);
      const made = listsPerTvChannel({
        raster,
        from: defined(from),
        to: defined(to),
        offsetHz: defined(offset) * 1e6,
        stepHz: defined(step) * 1e6,
        count: defined(count),
      });
      if (made.length === 0) return broken();
      banks.push(...made);
      continue;
    }
    const named = NAMED.exec(line);
    const found = named ? members(defined(named[4])) : null;
    if (named && found) {
      banks.push({
        id: defined(named[3]).trim(),
        frequenciesHz: found,
        ...(named[2] === undefined ? {} : { block: named[2].trim() }),
        ...(named[1] === undefined ? {} : { isUser: true }),
      });
      continue;
    }
    const row = rowOf(line);
    if (!row) return broken();
    const key = `${row.block ?? ""} ${row.list}`.toLowerCase();
    const bank = rows.get(key) ?? {
      id: row.list,
      frequenciesHz: [],
      numbers: [],
      ...(row.block === null ? {} : { block: row.block }),
    };
    if (!rows.has(key)) {
      rows.set(key, bank);
      banks.push(bank);
    }
    bank.frequenciesHz.push(row.hz);
    bank.numbers.push(row.number);
  }
  for (const bank of rows.values()) {
    // plain counting needs no names
    if (bank.numbers.every((n, i) => Number(n) === i + 1)) delete (bank as Bank).numbers;
  }
  const seen = new Set<string>();
  for (const bank of banks) {
    if (seen.has(keyOf(bank))) return fail({ code: "list-twice", list: bank.id });
    seen.add(keyOf(bank));
    if (bank.frequenciesHz.length > MAX_MEMBERS)
      return fail({ code: "too-long", members: bank.frequenciesHz.length, most: MAX_MEMBERS });
  }
  return banks.length > MAX_LISTS
    ? fail({ code: "too-long", members: banks.length, most: MAX_LISTS })
    : ok(banks);
}

/** Lists as `parseLists` reads them: those that count plainly on one line, others row by row. */
export const formatLists = (banks: readonly Bank[]): string =>
  banks
    .map((b) => {
      const block = b.block === undefined ? "" : `${b.block} / `;
      return b.numbers === undefined
        ? `${b.isUser ? "user " : ""}${block}${b.id}: ${b.frequenciesHz.map((f) => f / 1e6).join(" ")}`
        : listRows(b)
            .map((r) => r.join("; "))
            .join("\n");
    })
    .join("\n");

const listRows = (b: Bank): string[][] =>
  b.frequenciesHz.map((f, i) => [
    ...(b.block === undefined ? [] : [b.block]),
    b.id,
    b.numbers?.[i] ?? String(i + 1),
    String(f / 1e6),
  ]);

/** Lists as a table for other programs, a row for each number; `parseLists` reads it back. */
export function listsCsv(banks: readonly Bank[]): string {
  const hasBlocks = banks.some((b) => b.block !== undefined);
  return [
    ...(hasBlocks ? ["block,list,number,MHz"] : ["list,number,MHz"]),
    ...banks.flatMap((b) =>
      listRows(b).map((r) => (hasBlocks && b.block === undefined ? ["-", ...r] : r).join(",")),
    ),
  ].join("\n");
}

/** Where a unit can be set: on members of its lists where it has no other numbers. */
const settable = (model: { tuning: TuningRange[]; banks?: Bank[] }): TuningRange[] =>
  presets((model.banks ?? []).flatMap((b) => b.frequenciesHz));

const asSet = <M extends ReceiverModel | PackModel>(model: M): M =>
  isListsOnly(model) ? { ...model, tuning: settable(model) } : model;

/** Lists that receivers of a pack's kind have: of one maker and block, with one modulation. */
const listsOfPartners = (pack: PackModel, receivers: readonly ReceiverModel[]): Bank[] =>
  receivers.find(
    (r) =>
      r.banks.length > 0 &&
      r.maker === pack.maker &&
      r.block === pack.block &&
      r.modulations.some((m) => pack.modulations.includes(m)),
  )?.banks ?? [];

/**
 * A kit as it is worked with: packs that go by lists have those of their receivers where they have
 * none of their own, and what has no numbers but its lists' tunes nowhere else.
 */
export const withLists = (kit: Kit): Kit => ({
  ...kit,
  receivers: kit.receivers.map(asSet),
  packs: kit.packs.map((p) => {
    const banks = p.banks?.length
      ? p.banks
      : p.readout === "bank-and-number" || p.readout === "tv-and-number"
        ? listsOfPartners(p, kit.receivers)
        : [];
    return asSet(banks.length === 0 ? p : { ...p, banks });
  }),
});

/** What ships and one's own over it, as it is worked with. */
export const workingKit = (shipped: Kit, own: Kit): Kit => withLists(mergeKits(shipped, own));
