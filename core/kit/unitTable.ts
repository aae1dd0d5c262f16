import { defined, itemAt } from "~/core/units/items";
import type { TuningRange } from "~/core/devices/tuning";
import { parseFrequencyText } from "~/core/units/frequencyText";
import { type Kit, modelName, type PackModel, type ReceiverModel } from "./models";
import { slug, typicalPack, typicalReceiver } from "./typical";
import type { CaseUnit } from "./units";

export const UNIT_FIELDS = [
  "label",
  "kind",
  "maker",
  "model",
  "serial",
  "power",
  "key",
  "firmware",
  "low",
  "high",
  "step",
] as const;
export type UnitField = (typeof UNIT_FIELDS)[number];
export type UnitMap = Record<UnitField, number | null>;

export type UnitRowProblem =
  | { code: "label-missing" }
  | { code: "label-twice"; label: string; firstRow: number }
  | { code: "serial-twice"; serial: string; where: { row: number } | { label: string } }
  | { code: "name-too-long"; field: UnitField; length: number }
  | { code: "kind-unreadable"; text: string }
  | { code: "model-missing" }
  | { code: "model-unknown"; text: string }
  | { code: "kind-needed"; text: string }
  | { code: "frequency-unreadable"; field: "low" | "high" | "step"; text: string }
  | { code: "range-upside-down"; lowHz: number; highHz: number }
  | { code: "power-unreadable"; text: string }
  | { code: "power-unknown"; powerMw: number; powersMw: number[] };

export type UnitRowNote =
  | { code: "replaces"; label: string }
  | { code: "new-model"; name: string }
  | { code: "range-differs"; lowHz: number; highHz: number };

export interface UnitRow {
  row: number;
  unit: CaseUnit | null;
  /** A model that is made of this row's own figures, where its name is not known. */
  newModel: ReceiverModel | PackModel | null;
  problems: UnitRowProblem[];
  notes: UnitRowNote[];
}

const HEADINGS: Record<UnitField, RegExp> = {
  label: /^(label|unit|name|id|no\.?|number)$/i,
  kind: /^(kind|type|what|rx ?\/ ?tx)$/i,
  maker: /^(maker|make|brand|manufacturer)$/i,
  model: /^(model|product|system)$/i,
  serial: /^(serial|serial ?(no|nr|number)\.?|s\/?n)$/i,
  power: /^(power|power ?\(?mw\)?|mw|rf power)$/i,
  key: /^(key|encryption|key name)$/i,
  firmware: /^(firmware|fw|version|firmware version)$/i,
  low: /^(low|from|low ?\(?mhz\)?|start|lowest)$/i,
  high: /^(high|to|high ?\(?mhz\)?|end|highest)$/i,
  step: /^(step|step ?\(?khz\)?|raster|grid)$/i,
};

export function guessUnitColumns(heading: readonly string[]): UnitMap {
  const at = (field: UnitField) => {
    const found = heading.findIndex((h) => HEADINGS[field].test(h.trim()));
    return found < 0 ? null : found;
  };
  return Object.fromEntries(UNIT_FIELDS.map((f) => [f, at(f)])) as UnitMap;
}

const RECEIVER_WORDS = /^(rx|r|receiver|recv|rec)$/i;
const PACK_WORDS = /^(tx|t|pack|transmitter|bodypack|body-?pack|beltpack|handheld|plug-?on)$/i;
const MAX_NAME_LENGTH = 80;
const DEFAULT_STEP_HZ = 25_000;
const DEFAULT_POWER_MW = 50;

/** Milliwatts as people write them: "50", "50 mW", "0,1 W". @returns null when it is not a power */
export function parsePowerMw(text: string): number | null {
  const match = /^(\d+(?:[.,]\d+)?)\s*(m?w)?$/i.exec(text.trim());
  if (!match) return null;
  const value =
    Number(defined(match[1]).replace(",", ".")) * (match[2]?.toLowerCase() === "w" ? 1000 : 1);
  return value > 0 && value <= 10_000 ? value : null;
}

/**
 * Reads the rows of a unit list, each judged by itself. A model that is not known may be described
 * by the row itself (low, high); it is then made with ordinary figures. A label that is in the case
 * already means that unit.
 * @param rows - cells, without the heading @param standing - what the case holds now
 */
export function readUnitTable(
  rows: readonly (readonly string[])[],
  map: UnitMap,
  kit: Kit,
  standing: readonly CaseUnit[],
): UnitRow[] {
  const labels = new Map<string, number>();
  const serials = new Map<string, number>();
  const made = new Map<string, ReceiverModel | PackModel>();
  return rows.flatMap((cells, i): UnitRow[] => {
    if (cells.every((c) => c.trim() === "")) return [];
    const row = i + 2;
    const problems: UnitRowProblem[] = [];
    const notes: UnitRowNote[] = [];
    const cell = (field: UnitField): string => {
      const text = (map[field] === null ? "" : (cells[map[field]] ?? ""))
        .trim()
        .replace(/\s+/g, " ");
      if (Array.from(text).length <= MAX_NAME_LENGTH) return text;
      problems.push({ code: "name-too-long", field, length: Array.from(text).length });
      return "";
    };
    const label = cell("label");
    const known = standing.find((u) => u.label.toLowerCase() === label.toLowerCase());
    if (label === "") problems.push({ code: "label-missing" });
    else if (labels.has(label.toLowerCase()))
      problems.push({
        code: "label-twice",
        label,
        firstRow: defined(labels.get(label.toLowerCase())),
      });
    else {
      labels.set(label.toLowerCase(), row);
      if (known) notes.push({ code: "replaces", label: known.label });
    }
    const serial = cell("serial") || null;
    if (serial) {
      const holder = standing.find(
        (u) => u.serial?.toLowerCase() === serial.toLowerCase() && u !== known,
      );
      const first = serials.get(serial.toLowerCase());
      if (first !== undefined)
        problems.push({ code: "serial-twice", serial, where: { row: first } });
      else if (holder)
        problems.push({ code: "serial-twice", serial, where: { label: holder.label } });
      else serials.set(serial.toLowerCase(), row);
    }
    const model = modelOfRow(cell, kit, made, problems, notes);
    const powerMw =
      model?.kind === "pack"
        ? powerOfRow(cell("power"), model, made.has(model.id), problems)
        : null;
    if (problems.length > 0 || !model)
      return [{ row, unit: null, newModel: null, problems, notes }];
    const isNew = made.has(model.id);
    if (isNew) notes.push({ code: "new-model", name: modelName(model) });
    const firmware = cell("firmware") || (known?.firmware ?? "");
    const unit: CaseUnit = {
      key: known?.key ?? `${slug(label)}-${row}`,
      kind: model.kind,
      modelId: model.id,
      label,
      powerMw,
      serial,
      keyName: cell("key") || null,
      ...(firmware ? { firmware } : {}),
    };
    return [{ row, unit, newModel: isNew ? model : null, problems, notes }];
  });
}

function modelOfRow(
  cell: (field: UnitField) => string,
  kit: Kit,
  made: Map<string, ReceiverModel | PackModel>,
  problems: UnitRowProblem[],
  notes: UnitRowNote[],
): ReceiverModel | PackModel | null {
  const kindText = cell("kind");
  const kind = RECEIVER_WORDS.test(kindText)
    ? "receiver"
    : PACK_WORDS.test(kindText)
      ? "pack"
      : null;
  if (kindText !== "" && kind === null) problems.push({ code: "kind-unreadable", text: kindText });
  const tuning = rangeOfRow(cell, problems);
  const [maker, name] = [cell("maker"), cell("model")];
  if (name === "") {
    problems.push({ code: "model-missing" });
    return null;
  }
  const wanted = name.toLowerCase();
  const candidates = [...kit.receivers, ...kit.packs].filter(
    (m) =>
      (kind === null || m.kind === kind) &&
      (maker === "" || m.maker.toLowerCase() === maker.toLowerCase()),
  );
  const names = (m: ReceiverModel | PackModel) =>
    [m.id, m.name, modelName(m)].map((n) => n.toLowerCase());
  const exact = candidates.filter((m) => names(m).includes(wanted));
  const found =
    exact.length > 0
      ? exact
      : candidates.filter((m) =>
          names(m).some((n) => n.startsWith(`${wanted},`) || n.startsWith(`${wanted} `)),
        );
  if (found.length === 1) {
    const model = itemAt(found, 0);
    if (tuning && !model.tuning.some((t) => t.lowHz <= tuning.lowHz && t.highHz >= tuning.highHz))
      notes.push({ code: "range-differs", lowHz: tuning.lowHz, highHz: tuning.highHz });
    return model;
  }
  if (!tuning || problems.some((p) => p.code === "range-upside-down")) {
    problems.push({ code: "model-unknown", text: name });
    return null;
  }
  if (kind === null) {
    problems.push({ code: "kind-needed", text: name });
    return null;
  }
  const plate = {
    maker: maker || "Unknown make",
    name,
    block: null,
    tuning: [tuning],
    halves: 1,
    powersMw: [DEFAULT_POWER_MW],
  };
  const model = kind === "receiver" ? typicalReceiver(plate) : typicalPack(plate);
  const before = made.get(model.id);
  made.set(model.id, before ?? model);
  return before ?? model;
}

function rangeOfRow(
  cell: (field: UnitField) => string,
  problems: UnitRowProblem[],
): TuningRange | null {
  const read = (field: "low" | "high"): number | null => {
    const text = cell(field);
    if (text === "") return null;
    const parsed = parseFrequencyText(text);
    if (parsed.ok) return parsed.value;
    problems.push({ code: "frequency-unreadable", field, text });
    return null;
  };
  const [lowHz, highHz] = [read("low"), read("high")];
  const stepText = cell("step");
  const stepKhz =
    stepText === ""
      ? DEFAULT_STEP_HZ / 1000
      : Number(stepText.replace(",", ".").replace(/\s*khz$/i, ""));
  if (!(stepKhz > 0 && stepKhz <= 10_000))
    problems.push({ code: "frequency-unreadable", field: "step", text: stepText });
  if (lowHz === null || highHz === null) return null;
  if (lowHz > highHz) problems.push({ code: "range-upside-down", lowHz, highHz });
  return { lowHz, highHz, stepHz: Math.round(stepKhz * 1000) };
}

/** The power a row says. A model made of this very list learns its powers from it. */
function powerOfRow(
  text: string,
  model: PackModel,
  isNew: boolean,
  problems: UnitRowProblem[],
): number | null {
  if (text === "") return null;
  const powerMw = parsePowerMw(text);
  if (powerMw === null) problems.push({ code: "power-unreadable", text });
  else if (isNew && !model.powersMw.includes(powerMw))
    model.powersMw = [...model.powersMw, powerMw].sort((a, b) => a - b);
  else if (!model.powersMw.includes(powerMw))
    problems.push({ code: "power-unknown", powerMw, powersMw: model.powersMw });
  return powerMw;
}
