import { defined, numberAt } from "~/core/units/items";
import {
  DIVERSITY_WORDS,
  JOINT_WORDS,
  MIC_POWER_WORDS,
  PHANTOM_WORDS,
  READOUT_WORDS,
  SCALE_WORDS,
  SYNC_WORDS,
} from "~/contract/messages/kit";
import { packModelShape, receiverModelShape } from "~/contract/codecs/kitFile";
import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import { formatLists, parseLists } from "~/core/kit/lists";
import { listsErrorWords } from "~/contract/messages/unitNumber";
import { NAME_LETTERS } from "~/core/kit/packNames";
import {
  AUDIO_JOINTS,
  CONTROL_SCALES,
  DIVERSITIES,
  MIC_POWERS,
  PARTNER_SIGNS,
  type PartnerSign,
  PHANTOM_EFFECTS,
  READOUTS,
  SYNC_METHODS,
  type PackModel,
  type ReceiverModel,
} from "~/core/kit/models";
import { formatNumberList, formatTuning, parseNumberList, parseTuning } from "~/core/kit/modelText";

type Model = ReceiverModel | PackModel;
/** The changed model, or what is wrong with what was typed. */
type Taken<M> = { ok: true; model: M } | { ok: false; why: string };

/** One figure of a model as a form shows it. */
export interface ModelField<M extends Model = Model> {
  id: string;
  label: string;
  hint?: string;
  rows?: number;
  isWide?: boolean;
  choices?: readonly { id: string; label: string }[];
  show: (model: M) => string;
  take: (model: M, text: string) => Taken<M>;
}

const good = <M extends Model>(model: M): Taken<M> => ({ ok: true, model });
const bad = (why: string) => ({ ok: false as const, why });
const number = (text: string): number | null => {
  const read = parseNumberList(text.trim().replace(/^([+\-−]?\d+),(\d+)$/, "$1.$2"));
  return read.ok && read.value.length === 1 ? numberAt(read.value, 0) : null;
};

function figure<M extends Model>(
  id: string,
  label: string,
  get: (m: M) => number,
  set: (m: M, n: number) => M,
  limits: { min: number; max: number; whole?: boolean },
): ModelField<M> {
  return {
    id,
    label,
    show: (m) => String(get(m)),
    take: (m, text) => {
      const n = number(text);
      if (n === null) return bad(MODELS_TEXTS.isNotANumber(text.slice(0, 20)));
      if (n < limits.min || n > limits.max || (limits.whole && !Number.isInteger(n)))
        return bad(MODELS_TEXTS.from(limits.min, limits.max, limits.whole ? ", whole" : ""));
      return good(set(m, n));
    },
  };
}

function list<M extends Model>(
  id: string,
  label: string,
  hint: string,
  get: (m: M) => number[],
  set: (m: M, n: number[]) => M,
  min = -200,
): ModelField<M> {
  return {
    id,
    label,
    hint,
    show: (m) => formatNumberList(get(m)),
    take: (m, text) => {
      const read = parseNumberList(text);
      if (!read.ok) return bad(MODELS_TEXTS.isNoListOfNumbers(read.error.text));
      return read.value.some((n) => n < min || n > 10_000)
        ? bad(MODELS_TEXTS.eachAtLeast(min))
        : good(set(m, read.value));
    },
  };
}

const word = <M extends Model>(
  id: string,
  label: string,
  get: (m: M) => string,
  set: (m: M, text: string) => M,
  isNeeded = true,
): ModelField<M> => ({
  id,
  label,
  show: get,
  take: (m, text) =>
    isNeeded && text.trim() === ""
      ? bad(MODELS_TEXTS.notEmpty)
      : text.trim().length > 80
        ? bad(MODELS_TEXTS.atMost80Characters)
        : good(set(m, text.trim())),
});

const choice = <M extends Model, T extends string>(
  id: string,
  label: string,
  choices: readonly { id: T; label: string }[],
  get: (m: M) => T,
  set: (m: M, v: T) => M,
): ModelField<M> => ({
  id,
  label,
  choices,
  show: get,
  take: (m, text) => {
    const found = choices.find((c) => c.id === text);
    return found ? good(set(m, found.id)) : bad(MODELS_TEXTS.oneOfTheList);
  },
});

/** Something a model has or has not; as usual it is not told. */
const has = <K extends string, M extends Model & Partial<Record<K, boolean>>>(
  id: K,
  label: string,
  usual: boolean,
): ModelField<M> =>
  choice<M, "yes" | "no">(
    id,
    label,
    [
      { id: "yes", label: "yes" },
      { id: "no", label: "no" },
    ],
    (m) => ((m[id] ?? usual) ? "yes" : "no"),
    (m, v) => ((v === "yes") === (m[id] ?? usual) ? m : { ...m, [id]: v === "yes" }),
  );

const COMMON: ModelField[] = [
  word(
    "maker",
    "Maker",
    (m) => m.maker,
    (m, maker) => ({ ...m, maker }),
  ),
  word(
    "name",
    "Model",
    (m) => m.name,
    (m, name) => ({ ...m, name }),
  ),
  {
    id: "tuning",
    label: MODELS_TEXTS.tunesMhz,
    isWide: true,
    hint: MODELS_TEXTS.n470542In25Khz,
    show: (m) => formatTuning(m.tuning),
    take: (m, text) => {
      const read = parseTuning(text);
      if (!read.ok) return bad(MODELS_TEXTS.isNeitherARangeNor(read.error.text));
      const upside = read.value.find((t) => t.highHz < t.lowHz);
      if (upside) return bad(MODELS_TEXTS.liesAbove(upside.lowHz / 1e6, upside.highHz / 1e6));
      return read.value.length === 0 && m.adaptive === null
        ? bad(MODELS_TEXTS.atLeastOneRange)
        : good({ ...m, tuning: read.value });
    },
  },
  word(
    "block",
    "Block",
    (m) => m.block ?? "",
    (m, block) => ({ ...m, block: block || null }),
    false,
  ),
  {
    id: "modulations",
    label: MODELS_TEXTS.modulation,
    isWide: true,
    hint: MODELS_TEXTS.bothEndsNeedOne,
    show: (m) => m.modulations.join(", "),
    take: (m, text) => {
      const modulations = text
        .split(/[,;]/)
        .map((t) => t.trim())
        .filter(Boolean);
      return modulations.length === 0 ? bad(MODELS_TEXTS.atLeastOne) : good({ ...m, modulations });
    },
  },
  word(
    "antennaConnector",
    MODELS_TEXTS.antennaJoint,
    (m) => m.antennaConnector,
    (m, antennaConnector) => ({ ...m, antennaConnector }),
  ),
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
  {
    id: "syncMethods",
    label: MODELS_TEXTS.isSynced,
    isWide: true,
    hint: SYNC_METHODS.map((s) => SYNC_WORDS[s]).join(", "),
    show: (m) => m.syncMethods.map((s) => SYNC_WORDS[s]).join(", "),
    take: (m, text) => {
      const wanted = text
        .split(/[,;]/)
        .map((t) => t.trim().toLowerCase())
        .filter(Boolean);
      const unknown = wanted.find((w) => !SYNC_METHODS.some((s) => SYNC_WORDS[s] === w));
      if (unknown !== undefined || wanted.length === 0)
        return bad(
          unknown === undefined
            ? MODELS_TEXTS.atLeastOne
            : MODELS_TEXTS.isNoneOfThose(unknown.slice(0, 20)),
        );
      return good({
        ...m,
        syncMethods: [...new Set(wanted)].map((w) =>
          defined(SYNC_METHODS.find((s) => SYNC_WORDS[s] === w)),
        ),
      });
    },
  },
];

const FIRMWARE: ModelField = {
  id: "newestFirmware",
  label: MODELS_TEXTS.newestFirmware,
  hint: MODELS_TEXTS.theNewestAvailableUnits,
  show: (m) => m.newestFirmware ?? "",
  take: (m, text) => {
    const { newestFirmware: _, ...rest } = m;
    const version = text.trim();
    return version.length > 80
      ? bad(MODELS_TEXTS.atMost80Characters)
      : good(version === "" ? rest : { ...m, newestFirmware: version });
  },
};

/** What is kept of the manual. */
const NOTE: ModelField = {
  id: "note",
  label: MODELS_TEXTS.goodToKnow,
  hint: MODELS_TEXTS.fromItsManualHow,
  rows: 2,
  show: (m) => m.note,
  take: (m, text) =>
    text.length > 600 ? bad(MODELS_TEXTS.atMost600Characters) : good({ ...m, note: text.trim() }),
};

const SPACINGS = [
  { id: "normal", label: MODELS_TEXTS.n035MhzAsUsual },
  { id: "wide", label: MODELS_TEXTS.n07Mhz },
  { id: "tight", label: MODELS_TEXTS.n03Mhz },
] as const;

const TELLS: ModelField<ReceiverModel> = {
  id: "tells",
  label: MODELS_TEXTS.showsOfThePack,
  hint: MODELS_TEXTS.emptyNothing(PARTNER_SIGNS.join(", ")),
  show: (m) => (m.tells ?? []).join(", "),
  take: (m, text) => {
    const tells = [
      ...new Set(
        text
          .split(/[,;]/)
          .map((t) => t.trim().toLowerCase())
          .filter(Boolean),
      ),
    ];
    const unknown = tells.find((t) => !(PARTNER_SIGNS as readonly string[]).includes(t));
    if (unknown !== undefined) return bad(MODELS_TEXTS.isNoneOfThose(unknown.slice(0, 20)));
    const { tells: _, ...rest } = m;
    return good(tells.length === 0 ? rest : { ...m, tells: tells as PartnerSign[] });
  },
};

const SCALES = CONTROL_SCALES.map((id) => ({ id, label: SCALE_WORDS[id] }));
const JOINTS = AUDIO_JOINTS.map((id) => ({ id, label: JOINT_WORDS[id] }));

const RECEIVER: ModelField<ReceiverModel>[] = [
  TELLS,
  choice(
    "form",
    MODELS_TEXTS.sits,
    [
      { id: "bag", label: MODELS_TEXTS.theBag },
      { id: "camera", label: MODELS_TEXTS.aCamera },
      { id: "rack", label: MODELS_TEXTS.aRack },
      { id: "slot", label: MODELS_TEXTS.aSlot },
    ],
    (m) => m.form,
    (m, form) => ({ ...m, form }),
  ),
  choice(
    "diversity",
    "Hears",
    DIVERSITIES.map((id) => ({ id, label: DIVERSITY_WORDS[id] })),
    (m) => m.diversity,
    (m, diversity) => ({ ...m, diversity }),
  ),
  figure(
    "halves",
    MODELS_TEXTS.channels,
    (m) => m.halves,
    (m, halves) => ({ ...m, halves }),
    { min: 1, max: 8, whole: true },
  ),
  {
    id: "halfSpan",
    label: MODELS_TEXTS.itsChannelsShareASpan,
    hint: MODELS_TEXTS.emptyIfEachTunesFreely,
    show: (m) => (m.halfSpanHz === null ? "" : String(m.halfSpanHz / 1e6)),
    take: (m, text) => {
      if (text.trim() === "") return good({ ...m, halfSpanHz: null });
      const n = number(text);
      return n !== null && n > 0
        ? good({ ...m, halfSpanHz: Math.round(n * 1e6) })
        : bad(MODELS_TEXTS.mhzAbove0OrEmpty);
    },
  },
  figure(
    "bandwidth",
    MODELS_TEXTS.bandwidthKhz,
    (m) => m.bandwidthHz / 1000,
    (m, n) => ({ ...m, bandwidthHz: Math.round(n * 1000) }),
    { min: 1, max: 20_000 },
  ),
  choice(
    "spacing",
    MODELS_TEXTS.needsBetweenChannels,
    SPACINGS,
    (m) => m.spacing ?? "normal",
    (m, spacing) => (spacing === (m.spacing ?? "normal") ? m : { ...m, spacing }),
  ),
  figure(
    "noiseFigure",
    MODELS_TEXTS.noiseFigureDb,
    (m) => m.noiseFigureDb,
    (m, noiseFigureDb) => ({ ...m, noiseFigureDb }),
    { min: 0, max: 40 },
  ),
  figure(
    "snr",
    MODELS_TEXTS.needsOverItsNoiseDb,
    (m) => m.requiredSnrDb,
    (m, requiredSnrDb) => ({ ...m, requiredSnrDb }),
    { min: 0, max: 80 },
  ),
  figure(
    "overload",
    MODELS_TEXTS.overloadsAtDbm,
    (m) => m.overloadDbm,
    (m, overloadDbm) => ({ ...m, overloadDbm }),
    { min: -80, max: 20 },
  ),
  figure(
    "outputFullScale",
    MODELS_TEXTS.outputAtFullScaleDbu,
    (m) => m.output.fullScaleDbu,
    (m, fullScaleDbu) => ({ ...m, output: { ...m.output, fullScaleDbu } }),
    { min: -60, max: 30 },
  ),
  list(
    "outputSteps",
    MODELS_TEXTS.outputStepsDb,
    "0, -6, -12, or 0 to -24 by 6",
    (m) => m.output.stepsDb,
    (m, stepsDb) => ({ ...m, output: { ...m.output, stepsDb } }),
  ),
  choice(
    "outputJoint",
    MODELS_TEXTS.itsOutput,
    JOINTS,
    (m) => m.outputJoint ?? "balanced",
    (m, outputJoint) => (outputJoint === (m.outputJoint ?? "balanced") ? m : { ...m, outputJoint }),
  ),
  choice(
    "phantom",
    MODELS_TEXTS.phantomPowerDoes,
    PHANTOM_EFFECTS.map((id) => ({ id, label: PHANTOM_WORDS[id] })),
    (m) => m.phantom ?? "nothing",
    (m, phantom) => (phantom === (m.phantom ?? "nothing") ? m : { ...m, phantom }),
  ),
  {
    id: "banks",
    label: MODELS_TEXTS.banks,
    hint: MODELS_TEXTS.onePerLine1470,
    rows: 4,
    show: (m) => formatLists(m.banks),
    take: (m, text) => {
      const read = parseLists(text, m.raster);
      return read.ok ? good({ ...m, banks: read.value }) : bad(listsErrorWords(read.error));
    },
  },
];

const STORING_CHOICES = [
  { id: "at-once", label: MODELS_TEXTS.atOnce },
  { id: "by-hand", label: MODELS_TEXTS.whenTold },
  { id: "at-off", label: MODELS_TEXTS.whenSwitchedOff },
] as const;

const AUTO_GAINS = [
  { id: "none", label: "cannot" },
  { id: "off", label: MODELS_TEXTS.canOffByDefault },
  { id: "on", label: MODELS_TEXTS.onByDefault },
] as const;

const PACK: ModelField<PackModel>[] = [
  has("hasMute", MODELS_TEXTS.canBeMuted, true),
  has("isBehindDoor", MODELS_TEXTS.syncedWithItsDoorOpen, false),
  choice(
    "outside",
    MODELS_TEXTS.aNumberOutsideItsRange,
    [
      { id: "refuses", label: MODELS_TEXTS.itRefuses },
      { id: "clips", label: MODELS_TEXTS.itGoesToTheNearest },
    ],
    (m) => m.outside ?? "refuses",
    (m, outside) => (outside === (m.outside ?? "refuses") ? m : { ...m, outside }),
  ),
  figure(
    "nameLetters",
    MODELS_TEXTS.lettersOfItsName,
    (m) => m.nameLetters ?? NAME_LETTERS,
    (m, nameLetters) =>
      nameLetters === (m.nameLetters ?? NAME_LETTERS) ? m : { ...m, nameLetters },
    { min: 2, max: 40, whole: true },
  ),
  choice(
    "stores",
    "Keeps a number",
    STORING_CHOICES,
    (m) => m.stores ?? "at-once",
    (m, stores) => (stores === (m.stores ?? "at-once") ? m : { ...m, stores }),
  ),
  choice(
    "form",
    "Is a",
    [
      { id: "bodypack", label: "bodypack" },
      { id: "handheld", label: "handheld" },
      { id: "plug-on", label: "plug-on" },
    ],
    (m) => m.form,
    (m, form) => ({ ...m, form }),
  ),
  list(
    "powers",
    MODELS_TEXTS.powersMw,
    "10, 25, 50",
    (m) => m.powersMw,
    (m, powersMw) => ({ ...m, powersMw }),
    0.1,
  ),
  list(
    "gainSteps",
    MODELS_TEXTS.gainStepsDb,
    "0 to -60 by 3",
    (m) => m.gainStepsDb,
    (m, gainStepsDb) => ({ ...m, gainStepsDb }),
  ),
  choice(
    "gainScale",
    MODELS_TEXTS.itsGainIsTold,
    SCALES,
    (m) => m.gainScale ?? "db",
    (m, gainScale) => (gainScale === (m.gainScale ?? "db") ? m : { ...m, gainScale }),
  ),
  choice(
    "micPower",
    MODELS_TEXTS.givesItsMicrophone,
    MIC_POWERS.map((id) => ({ id, label: MIC_POWER_WORDS[id] })),
    (m) => m.micPower ?? "bias",
    (m, micPower) => (micPower === (m.micPower ?? "bias") ? m : { ...m, micPower }),
  ),
  choice(
    "autoGain",
    MODELS_TEXTS.setsItsGainByItself,
    AUTO_GAINS,
    (m) => m.autoGain ?? "none",
    (m, v) => {
      const { autoGain: _, ...rest } = m;
      return v === "none" ? rest : { ...m, autoGain: v };
    },
  ),
  figure(
    "fullScaleInput",
    MODELS_TEXTS.fullScaleAtGain0,
    (m) => m.fullScaleInputDbu,
    (m, fullScaleInputDbu) => ({ ...m, fullScaleInputDbu }),
    { min: -120, max: 30 },
  ),
  figure(
    "inputNoise",
    MODELS_TEXTS.inputNoiseDbu,
    (m) => m.inputNoiseDbu,
    (m, inputNoiseDbu) => ({ ...m, inputNoiseDbu }),
    { min: -140, max: 0 },
  ),
  choice(
    "cellKind",
    "Cells",
    [
      { id: "aa", label: MODELS_TEXTS.aa },
      { id: "9v", label: "9 V" },
      { id: "internal", label: "built-in" },
    ],
    (m) => m.cell.kind,
    (m, kind) => ({ ...m, cell: { ...m.cell, kind } }),
  ),
  figure(
    "perPack",
    MODELS_TEXTS.batteriesAtOnce,
    (m) => m.cell.perPack,
    (m, perPack) => ({ ...m, cell: { ...m.cell, perPack } }),
    { min: 1, max: 12, whole: true },
  ),
  figure(
    "hours",
    MODELS_TEXTS.aNewSetLastsH,
    (m) => m.cell.hours,
    (m, hours) => ({ ...m, cell: { ...m.cell, hours } }),
    { min: 0.5, max: 100 },
  ),
];

/** Those that choose for themselves: how many to a room, and how far. */
const ADAPTIVE: ModelField[] = [
  figure(
    "mostPerRoom",
    MODELS_TEXTS.atMostInARoom,
    (m) => m.adaptive?.mostPerRoom ?? 0,
    (m, mostPerRoom) => ({ ...m, adaptive: m.adaptive && { ...m.adaptive, mostPerRoom } }),
    { min: 1, max: 200, whole: true },
  ),
  figure(
    "rangeM",
    MODELS_TEXTS.reachesInTheOpenM,
    (m) => m.adaptive?.rangeM ?? 0,
    (m, rangeM) => ({ ...m, adaptive: m.adaptive && { ...m.adaptive, rangeM } }),
    { min: 1, max: 5000 },
  ),
];

export const fieldsOf = (model: Model): ModelField[] => [
  ...COMMON.filter((f) => f.id !== "tuning" || !model.adaptive),
  ...(model.adaptive ? ADAPTIVE : []),
  ...((model.kind === "receiver" ? RECEIVER : PACK) as unknown as ModelField[]),
  FIRMWARE,
  NOTE,
];

/**
 * Takes everything that was typed into a model, or names the fields that are wrong. What a field
 * takes is judged by the kit's own shape in the end: there is no second one.
 */
export function takeDraft(
  model: Model,
  draft: Readonly<Record<string, string>>,
): { model: Model; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  let taken = model;
  let isSound = refusalOf(model) === null;
  for (const field of fieldsOf(model)) {
    const text = draft[field.id];
    if (text === undefined) continue;
    const read = field.take(taken, text);
    // what was unsound before is not this field's fault
    const refused = read.ok && isSound ? refusalOf(read.model) : null;
    if (!read.ok) errors[field.id] = read.why;
    else if (refused !== null) errors[field.id] = refused;
    else {
      taken = read.model;
      isSound ||= refusalOf(taken) === null;
    }
  }
  return { model: taken, errors };
}

/** Why the kit's shape takes no such model; null where it does. */
function refusalOf(model: Model): string | null {
  const shape = model.kind === "receiver" ? receiverModelShape : packModelShape;
  const issue = shape.safeParse(model).error?.issues[0];
  if (!issue) return null;
  const of = (origin: string) =>
    ({ string: " characters", array: MODELS_TEXTS.ofThem })[origin] ?? "";
  switch (issue.code) {
    case "too_big":
      return MODELS_TEXTS.atMost(Number(issue.maximum), of(issue.origin));
    case "too_small":
      return `${issue.inclusive === false ? MODELS_TEXTS.moreThan : MODELS_TEXTS.atLeast} ${issue.minimum}${of(issue.origin)}`;
    default:
      return issue.message;
  }
}
