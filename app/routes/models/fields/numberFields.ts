import { READOUT_WORDS } from "~/contract/messages/kit";
import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import { listsErrorWords } from "~/contract/messages/unitNumber";
import { formatLists, parseLists } from "~/core/kit/lists";
import { readBlocks } from "~/core/kit/modelText";
import { LIST_WORDS, type Numbering, READOUTS, SEPARATORS } from "~/core/kit/models";
import { bad, choice, good, type Model, type ModelField, number } from "./fieldKinds";

const STORING_CHOICES = [
  { id: "at-once", label: MODELS_TEXTS.atOnce },
  { id: "by-hand", label: MODELS_TEXTS.whenTold },
  { id: "asks", label: MODELS_TEXTS.whenItIsAnsweredYes },
  { id: "at-off", label: MODELS_TEXTS.whenSwitchedOff },
] as const;

/** Megahertz with a name each: "K1: 494–518; K2: 518–542". */
const BLOCKS: ModelField = {
  id: "blocks",
  label: MODELS_TEXTS.namedBlocks,
  isWide: true,
  hint: MODELS_TEXTS.namedBlocksHint,
  show: (m) =>
    (m.numbering?.blocks ?? [])
      .map((b) => `${b.id}: ${b.lowHz / 1e6}–${b.highHz / 1e6}`)
      .join("; "),
  take: (m, text) => {
    const { blocks, refused } = readBlocks(text);
    if (refused[0] !== undefined) return bad(MODELS_TEXTS.isNoBlock(refused[0]));
    return good(withNumbering(m, "blocks", blocks.length === 0 ? undefined : blocks));
  },
};

/** A model with one thing of its numbering changed; undefined takes it away. */
function withNumbering<K extends keyof Numbering>(
  model: Model,
  key: K,
  value: Numbering[K] | undefined,
): Model {
  const { [key]: _, ...rest } = model.numbering ?? {};
  const numbering: Numbering = value === undefined ? rest : { ...rest, [key]: value };
  const { numbering: __, ...bare } = model;
  return Object.keys(numbering).length === 0 ? bare : { ...bare, numbering };
}

/** A figure of its numbering; empty: as usual. */
const numberingFigure = (
  id: "digits" | "decimals" | "coarseHz" | "fineHz",
  label: string,
  perUnit: number,
  limits: { min: number; max: number },
): ModelField => ({
  id,
  label,
  hint: MODELS_TEXTS.emptyAsUsual,
  show: (m) => {
    const value = m.numbering?.[id];
    return value === undefined ? "" : String(value / perUnit);
  },
  take: (m, text) => {
    if (text.trim() === "") return good(withNumbering(m, id, undefined));
    const n = number(text);
    return n !== null && n >= limits.min && n <= limits.max
      ? good(withNumbering(m, id, Math.round(n * perUnit)))
      : bad(MODELS_TEXTS.from(limits.min, limits.max, ""));
  },
});

/** How it writes its numbers, and what its menu asks for before them. */
export const NUMBERS: ModelField[] = [
  choice(
    "readout",
    MODELS_TEXTS.itsDisplayShows,
    READOUTS.map((id) => ({ id, label: READOUT_WORDS[id] })),
    (m) => m.readout,
    (m, readout) => ({ ...m, readout }),
  ),
  choice(
    "raster",
    MODELS_TEXTS.itsTvChannels,
    [
      { id: "EU-8", label: MODELS_TEXTS.n8MhzFrom21 },
      { id: "US-6", label: MODELS_TEXTS.n6MhzFrom14 },
      { id: "AU-7", label: MODELS_TEXTS.n7MhzFrom28 },
    ],
    (m) => m.raster ?? "EU-8",
    (m, raster) => (raster === (m.raster ?? "EU-8") ? m : { ...m, raster }),
  ),
  choice(
    "listWord",
    MODELS_TEXTS.callsItsLists,
    LIST_WORDS.map((id) => ({ id, label: id })),
    (m) => m.numbering?.listWord ?? "bank",
    (m, word) => withNumbering(m, "listWord", word === "bank" ? undefined : word),
  ),
  choice(
    "separator",
    MODELS_TEXTS.betweenListAndNumber,
    SEPARATORS.map((id) => ({ id, label: `11${id}08` })),
    (m) => m.numbering?.separator ?? ".",
    (m, mark) => withNumbering(m, "separator", mark === "." ? undefined : mark),
  ),
  choice(
    "isFree",
    MODELS_TEXTS.canBeSet,
    [
      { id: "usual", label: MODELS_TEXTS.asItsDisplayTells },
      { id: "lists", label: MODELS_TEXTS.toItsListsOnly },
      { id: "free", label: MODELS_TEXTS.toEveryStep },
    ],
    (m) => (m.numbering?.isFree === undefined ? "usual" : m.numbering.isFree ? "free" : "lists"),
    (m, v) => withNumbering(m, "isFree", v === "usual" ? undefined : v === "free"),
  ),
  choice(
    "setBy",
    MODELS_TEXTS.itsCodeIsSet,
    [
      { id: "usual", label: MODELS_TEXTS.asUsual },
      { id: "switches", label: MODELS_TEXTS.onSwitches },
      { id: "buttons", label: MODELS_TEXTS.withButtons },
    ],
    (m) => m.numbering?.setBy ?? "usual",
    (m, v) => withNumbering(m, "setBy", v === "usual" ? undefined : v),
  ),
  numberingFigure("digits", MODELS_TEXTS.digitsOfANumber, 1, { min: 1, max: 4 }),
  numberingFigure("decimals", MODELS_TEXTS.decimalsOfMhz, 1, { min: 0, max: 4 }),
  numberingFigure("coarseHz", MODELS_TEXTS.coarseStep, 1000, { min: 1, max: 100_000 }),
  numberingFigure("fineHz", MODELS_TEXTS.fineStep, 1000, { min: 1, max: 100_000 }),
  choice(
    "stores",
    MODELS_TEXTS.keepsANumber,
    STORING_CHOICES,
    (m) => m.stores ?? "at-once",
    (m, stores) => (stores === (m.stores ?? "at-once") ? m : { ...m, stores }),
  ),
  BLOCKS,
  {
    id: "banks",
    label: MODELS_TEXTS.banks,
    hint: MODELS_TEXTS.onePerLine1470,
    rows: 4,
    show: (m) => formatLists(m.banks ?? []),
    take: (m, text) => {
      const read = parseLists(text, m.raster);
      return read.ok
        ? good(read.value.length === 0 && m.banks === undefined ? m : { ...m, banks: read.value })
        : bad(listsErrorWords(read.error));
    },
  },
];
