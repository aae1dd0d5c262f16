import type { Kit, PackModel, ReceiverModel } from "./models";
import type { CaseUnit } from "./units";

/** Why a case cannot stand as it is meant. */
export type CaseProblem =
  | { code: "unit-model-missing"; label: string; modelId: string }
  | { code: "label-missing" }
  | { code: "label-twice"; label: string }
  | { code: "serial-twice"; serial: string; labels: [string, string] }
  | { code: "power-unknown"; label: string; powerMw: number; powersMw: number[] }
  /** A talker's channel rests on it. */
  | { code: "unit-in-use"; label: string; talker: string }
  | { code: "half-in-use"; label: string; half: number; talker: string }
  /** Two channels rest on one pack, or on one receiver channel. */
  | { code: "shared"; label: string; talkers: [string, string] }
  | { code: "part-missing"; part: "microphone" | "input"; id: string; talker: string }
  | { code: "talker-twice"; talker: string };

/** What a channel rests on. */
export interface CarriedBy {
  talker: string;
  receiverKey: string;
  receiverLabel: string;
  half: number;
  packKey: string;
  packLabel: string;
  /** Keys of other packs of the same position; absent: none. */
  extraPacks?: readonly string[];
  /** Absent where it is not looked at. */
  microphoneId?: string;
  inputId?: string;
}

/**
 * Everything wrong with a case: models that are not there, doubles, powers that a model has not,
 * and units gone or changed that channels rest on.
 */
export function caseProblems(
  kit: Kit,
  units: readonly CaseUnit[],
  channels: readonly CarriedBy[],
): CaseProblem[] {
  const problems: CaseProblem[] = [];
  const labels = new Set<string>();
  const serials = new Map<string, string>();
  for (const u of units) {
    const model: ReceiverModel | PackModel | undefined = (
      u.kind === "receiver" ? kit.receivers : kit.packs
    ).find((m) => m.id === u.modelId);
    if (!model) problems.push({ code: "unit-model-missing", label: u.label, modelId: u.modelId });
    if (u.label.trim() === "") problems.push({ code: "label-missing" });
    if (labels.has(u.label.toLowerCase())) problems.push({ code: "label-twice", label: u.label });
    labels.add(u.label.toLowerCase());
    const holder = u.serial === null ? undefined : serials.get(u.serial.toLowerCase());
    if (u.serial !== null && holder !== undefined)
      problems.push({ code: "serial-twice", serial: u.serial, labels: [holder, u.label] });
    if (u.serial !== null) serials.set(u.serial.toLowerCase(), u.label);
    if (model?.kind === "pack" && u.powerMw !== null && !model.powersMw.includes(u.powerMw))
      problems.push({
        code: "power-unknown",
        label: u.label,
        powerMw: u.powerMw,
        powersMw: model.powersMw,
      });
  }
  for (const c of channels) {
    const receiver = units.find((u) => u.key === c.receiverKey && u.kind === "receiver");
    if (!receiver) problems.push({ code: "unit-in-use", label: c.receiverLabel, talker: c.talker });
    else if (c.half >= (kit.receivers.find((m) => m.id === receiver.modelId)?.halves ?? Infinity))
      problems.push({ code: "half-in-use", label: receiver.label, half: c.half, talker: c.talker });
    if (!units.some((u) => u.key === c.packKey && u.kind === "pack"))
      problems.push({ code: "unit-in-use", label: c.packLabel, talker: c.talker });
    if (c.microphoneId !== undefined && !kit.microphones.some((m) => m.id === c.microphoneId))
      problems.push({
        code: "part-missing",
        part: "microphone",
        id: c.microphoneId,
        talker: c.talker,
      });
    if (c.inputId !== undefined && !kit.inputs.some((m) => m.id === c.inputId))
      problems.push({ code: "part-missing", part: "input", id: c.inputId, talker: c.talker });
  }
  return [...problems, ...sharedProblems(channels)];
}

/**
 * Channels that rest on the same pack or the same receiver channel, and talkers that are there
 * twice.
 */
function sharedProblems(channels: readonly CarriedBy[]): CaseProblem[] {
  const packsOf = (c: CarriedBy): string[] => [c.packKey, ...(c.extraPacks ?? [])];
  return channels.flatMap((a, i) =>
    channels.slice(i + 1).flatMap((b): CaseProblem[] => [
      ...(packsOf(a).some((key) => packsOf(b).includes(key))
        ? [
            {
              code: "shared" as const,
              label: a.packLabel,
              talkers: [a.talker, b.talker] as [string, string],
            },
          ]
        : []),
      ...(a.receiverKey === b.receiverKey && a.half === b.half
        ? [
            {
              code: "shared" as const,
              label: `${a.receiverLabel}, channel ${a.half + 1}`,
              talkers: [a.talker, b.talker] as [string, string],
            },
          ]
        : []),
      ...(a.talker.toLowerCase() === b.talker.toLowerCase()
        ? [{ code: "talker-twice" as const, talker: a.talker }]
        : []),
    ]),
  );
}

/** A key for a new unit that none has. */
export function freeKey(wanted: string, units: readonly Pick<CaseUnit, "key">[]): string {
  for (let n = 1; ; n += 1) {
    const key = n === 1 ? wanted : `${wanted}-${n}`;
    if (!units.some((u) => u.key === key)) return key;
  }
}

/**
 * The next label in the case's own row of labels: after "Pack A … Pack G" comes "Pack H", after
 * "Bag 2" "Bag 3". A letter counts where it stands alone: after "CAM-TX" comes "CAM-TX 2".
 */
export function nextLabel(units: readonly CaseUnit[], kind: CaseUnit["kind"]): string {
  const taken = new Set(units.map((u) => u.label.toLowerCase()));
  const labels = units.filter((u) => u.kind === kind).map((u) => u.label);
  const last = labels.map((label) => SERIAL.exec(label)).findLast((m) => m !== null);
  const named = labels.at(-1);
  const stem =
    last?.input.slice(0, last.index) ??
    (named === undefined ? (kind === "pack" ? "Pack " : "Receiver ") : `${named} `);
  const isLetter = last ? /[A-Z]/.test(last[0]) : kind === "pack" && named === undefined;
  for (let n = 0; ; n += 1) {
    // beside a unit without a number the next one is the second
    const number = last || named === undefined ? n + 1 : n + 2;
    const label = `${stem}${isLetter ? (n < 26 ? String.fromCharCode(65 + n) : `Z${n - 25}`) : number}`;
    if (!taken.has(label.toLowerCase())) return label;
  }
}

/** A letter that stands alone, or a number, at a label's end. */
const SERIAL = /(?:(?<!\p{L})[A-Z]|\d+)$/u;

/**
 * The power to set a pack of another model to: the same if it has it, else the highest below, else
 * its lowest.
 */
export const fittingPowerMw = (model: PackModel, powerMw: number | null): number | null => {
  if (powerMw === null || model.powersMw.includes(powerMw)) return powerMw;
  const below = model.powersMw.filter((p) => p < powerMw);
  return below.length > 0 ? Math.max(...below) : Math.min(...model.powersMw);
};

/** The labels of the units of a model. */
export const unitsOf = (units: readonly CaseUnit[], modelId: string): string[] =>
  units.filter((u) => u.modelId === modelId).map((u) => u.label);

/** A receiver or pack model by its id, of either kind. */
export const radioModel = (kit: Kit, id: string): ReceiverModel | PackModel | undefined =>
  kit.receivers.find((m) => m.id === id) ?? kit.packs.find((m) => m.id === id);
