import {
  BATTERY_WORDS,
  DIVERSITY_WORDS,
  JOINT_WORDS,
  PHANTOM_WORDS,
  SCALE_WORDS,
  SUPPLY_WORDS,
} from "~/contract/messages/kit";
import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import {
  AUDIO_JOINTS,
  CONTROL_SCALES,
  DIVERSITIES,
  PARTNER_SIGNS,
  type PartnerSign,
  PHANTOM_EFFECTS,
  RECEIVER_SUPPLIES,
  type ReceiverModel,
} from "~/core/kit/models";
import { parseSensitivity, requiredSnrFromDb } from "~/core/kit/sensitivity";
import { bad, choice, figure, good, list, type ModelField, number } from "./fieldKinds";

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

export const SCALES = CONTROL_SCALES.map((id) => ({ id, label: SCALE_WORDS[id] }));
const JOINTS = AUDIO_JOINTS.map((id) => ({ id, label: JOINT_WORDS[id] }));

/** Batteries of its own: kind, how many, hours: "2 AA, 8 h". */
const OWN_BATTERIES: ModelField<ReceiverModel> = {
  id: "ownBatteries",
  label: MODELS_TEXTS.itsBatteries,
  hint: MODELS_TEXTS.itsBatteriesHint,
  show: (m) => {
    const cell = m.power?.cell;
    return cell ? `${cell.perPack} ${BATTERY_WORDS[cell.kind]}, ${cell.hours} h` : "";
  },
  take: (m, text) => {
    if (m.power?.from !== "batteries") return good(m);
    if (text.trim() === "") return good({ ...m, power: { from: "batteries" } });
    const read = /^(\d{1,2}) ?(aa|9 ?v|built[ -]in),? ?(\d{1,2}(?:[.,]\d)?) ?h?$/i.exec(
      text.trim(),
    );
    if (!read) return bad(MODELS_TEXTS.itsBatteriesHint);
    const [perPack, kind, hours] = [
      Number(read[1]),
      read[2] ?? "",
      Number(read[3]?.replace(",", ".")),
    ];
    return good({
      ...m,
      power: {
        from: "batteries",
        cell: {
          kind: /^a/i.test(kind) ? "aa" : /^9/.test(kind) ? "9v" : "internal",
          perPack,
          hours,
        },
      },
    });
  },
};

export const RECEIVER: ModelField<ReceiverModel>[] = [
  choice(
    "powerFrom",
    MODELS_TEXTS.itRunsOn,
    [
      { id: "unknown", label: MODELS_TEXTS.notSaid },
      ...RECEIVER_SUPPLIES.map((id) => ({ id, label: SUPPLY_WORDS[id] })),
    ],
    (m) => m.power?.from ?? "unknown",
    (m, from) => {
      const { power: _, ...rest } = m;
      return from === "unknown" ? rest : { ...m, power: { ...m.power, from } };
    },
  ),
  OWN_BATTERIES,
  TELLS,
  choice(
    "form",
    MODELS_TEXTS.sits,
    [
      { id: "bag", label: MODELS_TEXTS.theBag },
      { id: "camera", label: MODELS_TEXTS.aCamera },
      { id: "rack", label: MODELS_TEXTS.aRack },
      { id: "slot", label: MODELS_TEXTS.aSlot },
      { id: "ear", label: MODELS_TEXTS.ears },
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
  choice(
    "halvesShare",
    MODELS_TEXTS.itsChannelsShare,
    [
      { id: "nothing", label: MODELS_TEXTS.nothingElse },
      { id: "block", label: MODELS_TEXTS.oneNamedBlock },
      { id: "list", label: MODELS_TEXTS.oneList },
    ],
    (m) => m.halvesShare ?? "nothing",
    (m, v) => {
      const { halvesShare: _, ...rest } = m;
      return v === "nothing" ? rest : { ...m, halvesShare: v };
    },
  ),
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
  {
    // turns a data sheet's words into the figure above; kept is that figure alone
    id: "sensitivity",
    label: MODELS_TEXTS.orItsSensitivity,
    hint: MODELS_TEXTS.orItsSensitivityHint,
    show: () => "",
    take: (m, text) => {
      if (text.trim() === "") return good(m);
      const read = parseSensitivity(text);
      if (!read.ok) return bad(MODELS_TEXTS.orItsSensitivityHint);
      const requiredSnrDb = requiredSnrFromDb(read.value, m);
      return requiredSnrDb < 0 || requiredSnrDb > 80
        ? bad(MODELS_TEXTS.sensitivityCannotBe(requiredSnrDb))
        : good({ ...m, requiredSnrDb });
    },
  },
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
];
