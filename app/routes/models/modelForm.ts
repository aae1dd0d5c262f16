import { packModelShape, receiverModelShape } from "~/contract/codecs/kitFile";
import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import { ADAPTIVE, COMMON, FIRMWARE, LAMPS, NOTE } from "./fields/commonFields";
import { type Model, type ModelField } from "./fields/fieldKinds";
import { NUMBERS } from "./fields/numberFields";
import { PACK } from "./fields/packFields";
import { RECEIVER } from "./fields/receiverFields";

/** Parts of the form, in the order that a data sheet is read. */
export const SECTIONS = ["is", "numbers", "sync", "radio", "sound", "power"] as const;
export type Section = (typeof SECTIONS)[number];

const SECTION_OF: Readonly<Record<string, Section>> = {
  ...Object.fromEntries(
    ["maker", "name", "form", "block", "halves", "note", "newestFirmware"].map((id) => [id, "is"]),
  ),
  ...Object.fromEntries(
    ["tuning", "adaptive", ...NUMBERS.map((f) => f.id)].map((id) => [id, "numbers"]),
  ),
  ...Object.fromEntries(
    ["syncMethods", "stores", "isBehindDoor", "outside", "nameLetters", "tells", "hasMute"].map(
      (id) => [id, "sync"],
    ),
  ),
  ...Object.fromEntries(
    [
      "outputFullScale",
      "outputSteps",
      "outputJoint",
      "phantom",
      "gainSteps",
      "gainScale",
      "micPower",
      "autoGain",
      "fullScaleInput",
      "inputNoise",
      "limiter",
    ].map((id) => [id, "sound"]),
  ),
  ...Object.fromEntries(
    ["cellKind", "perPack", "hours", "powerFrom", "ownBatteries", "lamps"].map((id) => [
      id,
      "power",
    ]),
  ),
};
export const sectionOf = ({ id }: ModelField): Section => SECTION_OF[id] ?? "radio";

/** Whether a field says anything of a model as it stands: what its display never shows is not asked. */
function isAsked({ id }: ModelField, m: Model): boolean {
  const byLists = m.readout === "bank-and-number" || m.readout === "tv-and-number";
  const hasLists = byLists || m.readout === "preset" || (m.banks ?? []).length > 0;
  const byMhz = m.readout === "mhz" || m.readout === "tv-and-mhz";
  switch (id) {
    case "tuning":
      return m.adaptive === null;
    case "raster":
      return m.readout === "tv-and-number" || m.readout === "tv-and-mhz";
    case "listWord":
      return hasLists && m.readout !== "tv-and-number" && m.readout !== "preset";
    case "separator":
    case "digits":
    case "isFree":
      return hasLists && m.readout !== "preset";
    case "setBy":
      return m.readout === "switch-code";
    case "decimals":
    case "coarseHz":
    case "fineHz":
      return byMhz;
    case "blocks":
      return byMhz || byLists;
    case "banks":
      return m.adaptive === null && m.readout !== "switch-code";
    case "halvesShare":
    case "halfSpan":
      return m.kind === "receiver" && m.halves > 1 && m.adaptive === null;
    case "ownBatteries":
      return m.kind === "receiver" && m.power?.from === "batteries";
    case "readout":
    case "stores":
      return m.adaptive === null;
    default:
      return true;
  }
}

const everyField = (model: Model): ModelField[] => [
  ...COMMON,
  ...NUMBERS,
  ...(model.adaptive ? ADAPTIVE : []),
  ...((model.kind === "receiver" ? RECEIVER : PACK) as unknown as ModelField[]),
  LAMPS,
  FIRMWARE,
  NOTE,
];

/** The fields that say something of a model as it stands. */
export const fieldsOf = (model: Model): ModelField[] =>
  everyField(model).filter((f) => isAsked(f, model));

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
  for (const field of everyField(model)) {
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
