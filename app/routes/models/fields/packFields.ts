import { MIC_POWER_WORDS } from "~/contract/messages/kit";
import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import { MIC_POWERS, type PackModel } from "~/core/kit/models";
import { NAME_LETTERS } from "~/core/kit/packNames";
import { choice, figure, has, list, type ModelField } from "./fieldKinds";
import { SCALES } from "./receiverFields";

const AUTO_GAINS = [
  { id: "none", label: "cannot" },
  { id: "off", label: MODELS_TEXTS.canOffByDefault },
  { id: "on", label: MODELS_TEXTS.onByDefault },
] as const;

export const PACK: ModelField<PackModel>[] = [
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
    "form",
    "Is a",
    [
      { id: "bodypack", label: "bodypack" },
      { id: "handheld", label: "handheld" },
      { id: "plug-on", label: "plug-on" },
      { id: "stationary", label: MODELS_TEXTS.stationary },
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
