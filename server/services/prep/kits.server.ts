import { notes } from "~/contract/messages/notes";
import { itemAt } from "~/core/units/items";
import { isDeepStrictEqual } from "node:util";
import Papa from "papaparse";
import {
  type CaseProblem,
  caseProblems,
  fittingPowerMw,
  freeKey,
  nextLabel,
  radioModel,
  unitsOf,
} from "~/core/kit/caseCheck";
import {
  EMPTY_KIT,
  type Kit,
  KIT_PARTS,
  mergeKits,
  modelName,
  type PackModel,
  type ReceiverModel,
} from "~/core/kit/models";
import { workingKit } from "~/core/kit/lists";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { slug } from "~/core/kit/typical";
import { type SetAnswers, setFrom } from "~/core/kit/typicalSets";
import type { Region } from "~/core/regulations/region";
import { type UnitMap, guessUnitColumns, readUnitTable, type UnitRow } from "~/core/kit/unitTable";
import { type CaseUnit, powerOf, type StockItem } from "~/core/kit/units";
import { fail, ok } from "~/core/units/result";
import { type KitFile, writeKitFile } from "~/contract/codecs/kitFile";
import { newestVersions } from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { readBeside } from "~/server/services/roll/readings.server";
import { antennasOfStock, type KitAntenna, nextAntennaLabel } from "~/core/kit/antennas";
import type { Distribution } from "~/core/kit/distribution";
import { getAntennas } from "./antennas.server";
import { newestList, type NextList, storeNextList, storeNextLists } from "./versionedLists.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export type ModelOrigin = "ships" | "corrected" | "own";

interface Versioned<T> {
  version: number;
  earlierVersion: number | null;
  items: T[];
}

export interface KitView {
  kit: Kit;
  /** Of receivers and packs, by id. */
  origins: Record<string, ModelOrigin>;
  units: Versioned<CaseUnit>;
  stock: Versioned<StockItem>;
  models: Pick<Versioned<Kit>, "version" | "earlierVersion">;
  /** The talker that a unit serves, by the unit's key. */
  carriedBy: Record<string, string>;
  nextLabels: Record<CaseUnit["kind"], string>;
}

const carried = ({ facts }: LoadedDay) =>
  facts.channels.map(({ talker, receiverKey, receiverLabel, half, packKey, packLabel }) => ({
    talker,
    receiverKey,
    receiverLabel,
    half,
    packKey,
    packLabel,
  }));
const originOf = (own: Kit, part: "receivers" | "packs", id: string): ModelOrigin =>
  !own[part].some((m) => m.id === id)
    ? "ships"
    : SHIPPED_KIT[part].some((m) => m.id === id)
      ? "corrected"
      : "own";

/** The day's case and every model that is known. */
export async function getKit(app: AppContext, dayId: number): ServiceResult<KitView> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const [units, stock, models] = await Promise.all([
    newestList(app, "units", dayId),
    newestList(app, "stock", dayId),
    newestList(app, "models", dayId),
  ]);
  const own = models.items[0] ?? EMPTY_KIT;
  // as they were entered: what is worked with has other tuning where lists bind it
  const kit = mergeKits(SHIPPED_KIT, own);
  const carriedBy: Record<string, string> = {};
  for (const c of carried(loaded.value)) {
    carriedBy[c.packKey] = c.talker;
    carriedBy[c.receiverKey] = carriedBy[c.receiverKey]
      ? `${carriedBy[c.receiverKey]}, ${c.talker}`
      : c.talker;
  }
  return ok({
    kit,
    units,
    stock,
    models: {
      version: models.version,
      earlierVersion: models.items.length > 0 ? (models.earlierVersion ?? 0) : null,
    },
    carriedBy,
    origins: Object.fromEntries(
      (["receivers", "packs"] as const).flatMap((part) =>
        kit[part].map((m) => [m.id, originOf(own, part, m.id)] as const),
      ),
    ),
    nextLabels: {
      receiver: nextLabel(units.items, "receiver"),
      pack: nextLabel(units.items, "pack"),
    },
  });
}

/**
 * Keeps a case if nothing is wrong with it. A problem that stood before this change does not stop
 * it.
 */
async function keepUnits(
  app: AppContext,
  loaded: LoadedDay,
  p: { kit?: Kit; expectedVersion: number; units: CaseUnit[]; how: string },
): ServiceResult {
  const problems = newProblems(loaded, p.kit ?? loaded.kit, p.units);
  if (problems.length > 0) return fail({ code: "case-refused", problems });
  return storeNextList(app, "units", loaded.day.id, {
    expectedVersion: p.expectedVersion,
    items: p.units,
    how: p.how,
  });
}

function newProblems(loaded: LoadedDay, kit: Kit, units: readonly CaseUnit[]): CaseProblem[] {
  const channels = carried(loaded);
  const before = new Set(
    caseProblems(loaded.kit, loaded.units, channels).map((x) => JSON.stringify(x)),
  );
  return caseProblems(kit, units, channels).filter((x) => !before.has(JSON.stringify(x)));
}

/** Puts one more unit of a model into the case. @returns its label */
export async function addUnit(
  app: AppContext,
  dayId: number,
  p: { modelId: string; expectedVersion: number },
): ServiceResult<string> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { units, kit } = loaded.value;
  const model = radioModel(kit, p.modelId);
  if (!model) return fail({ code: "not-found", what: "model" });
  const label = nextLabel(units, model.kind);
  const unit: CaseUnit = {
    key: freeKey(slug(label), units),
    kind: model.kind,
    modelId: model.id,
    label,
    powerMw: model.kind === "pack" ? Math.min(...model.powersMw) : null,
    serial: null,
    keyName: null,
  };
  const kept = await keepUnits(app, loaded.value, {
    expectedVersion: p.expectedVersion,
    units: [...units, unit],
    how: notes.added(label),
  });
  return kept.ok ? ok(label) : kept;
}

/** Puts a set into the kit: the models of both its ends, and as many units of each. */
export async function addSet(
  app: AppContext,
  dayId: number,
  p: { set: SetAnswers; expectedVersion: number },
): ServiceResult<{ units: string[] }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { set } = p;
  if (set.receivers + set.packs === 0) return fail({ code: "not-found", what: "unit" });
  const { units: before, kit } = loaded.value;
  const { models, units } = setFrom(set, kit, before);
  const labels = units.map((u) => u.label);
  const kept = await keepCase(app, loaded.value, {
    models,
    units: [...before, ...units],
    expectedVersion: p.expectedVersion,
    how: notes.added(labels.join(", ").slice(0, 80)),
  });
  return kept.ok ? ok({ units: labels }) : kept;
}

export type UnitChange = {
  [K in "label" | "modelId" | "powerMw" | "serial" | "keyName" | "firmware"]?:
    CaseUnit[K] | undefined;
};

/** Changes one unit. Another model brings a power that it has. */
export async function changeUnit(
  app: AppContext,
  dayId: number,
  p: { key: string; change: UnitChange; expectedVersion: number },
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { units, kit } = loaded.value;
  const unit = units.find((u) => u.key === p.key);
  if (!unit) return fail({ code: "not-found", what: "unit" });
  const given = Object.fromEntries(
    Object.entries(p.change).filter(([, v]) => v !== undefined),
  ) as Partial<CaseUnit>;
  const next: CaseUnit = { ...unit, ...given, label: (given.label ?? unit.label).trim() };
  const model = p.change.modelId ? radioModel(kit, p.change.modelId) : undefined;
  if (p.change.modelId && model?.kind !== unit.kind)
    return fail({ code: "not-found", what: "model" });
  if (model?.kind === "pack") next.powerMw = fittingPowerMw(model, next.powerMw);
  return keepUnits(app, loaded.value, {
    expectedVersion: p.expectedVersion,
    units: units.map((u) => (u === unit ? next : u)),
    how: notes.changed(next.label),
  });
}

/** Takes units out of the case; not those that a talker's channel rests on. */
export async function removeUnit(
  app: AppContext,
  dayId: number,
  p: { key: string; expectedVersion: number },
): ServiceResult<string> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const unit = loaded.value.units.find((u) => u.key === p.key);
  if (!unit) return fail({ code: "not-found", what: "unit" });
  const kept = await keepUnits(app, loaded.value, {
    expectedVersion: p.expectedVersion,
    units: loaded.value.units.filter((u) => u !== unit),
    how: notes.takenOut(unit.label),
  });
  return kept.ok ? ok(unit.label) : kept;
}

/** Takes the case before the last change back, if the channels of now can rest on it. */
export async function undoUnits(
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const before = (await newestVersions(app.db, "units", dayId)).at(-2);
  if (!before) return fail({ code: "not-found", what: "earlier list" });
  return keepUnits(app, loaded.value, {
    expectedVersion,
    units: before.items,
    how: notes.backToList(before.version),
  });
}

/** Counts what else is in the case. Lines of none are dropped. */
export async function setStock(
  app: AppContext,
  dayId: number,
  p: { items: StockItem[]; expectedVersion: number },
): ServiceResult {
  return storeNextList(app, "stock", dayId, {
    expectedVersion: p.expectedVersion,
    items: p.items.filter((i) => i.count > 0),
    how: notes.counted,
  });
}

export interface UnitPreview {
  heading: string[];
  map: UnitMap;
  rows: UnitRow[];
  cells: string[][];
}

/** Reads a unit list without keeping anything. */
export async function previewUnits(
  app: AppContext,
  dayId: number,
  text: string,
  map: UnitMap | null,
): ServiceResult<UnitPreview> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const table = await readBeside(app, "read-table", { text });
  if (!table.ok) return table;
  const { heading, cells } = table.value;
  const columns = map ?? guessUnitColumns(heading);
  return ok({
    heading,
    map: columns,
    cells,
    rows: readUnitTable(cells, columns, loaded.value.kit, loaded.value.units).map((r) =>
      onRaster(r, loaded.value.region),
    ),
  });
}

/** A model that a list brings shows TV channels as this region counts them. */
function onRaster(row: UnitRow, { raster }: Region): UnitRow {
  return row.newModel === null || typeof raster !== "string"
    ? row
    : { ...row, newModel: { ...row.newModel, raster } };
}

/** Takes a unit list over, with the models it brings: all its good rows together or nothing. */
export async function importUnits(
  app: AppContext,
  dayId: number,
  p: { text: string; map: UnitMap; leaveOutBad: boolean; expectedVersion: number },
): ServiceResult<{ imported: number; leftOut: number }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const preview = await previewUnits(app, dayId, p.text, p.map);
  if (!preview.ok) return preview;
  const good = preview.value.rows.filter((r) => r.unit !== null);
  const leftOut = preview.value.rows.length - good.length;
  if (good.length === 0 || (leftOut > 0 && !p.leaveOutBad))
    return fail({
      code: "list-rows-bad",
      rows: preview.value.rows.filter((r) => !r.unit).map((r) => r.row),
    });
  const newModels = good.flatMap((r) => r.newModel ?? []);
  const fromList: Kit = {
    ...EMPTY_KIT,
    receivers: uniqueById(newModels.filter((m) => m.kind === "receiver")),
    packs: uniqueById(newModels.filter((m) => m.kind === "pack")),
  };
  const units = putUnits(
    loaded.value.units,
    good.flatMap((r) => r.unit ?? []),
  );
  const stored = await keepCase(app, loaded.value, {
    models: fromList,
    units,
    expectedVersion: p.expectedVersion,
    how: notes.readFromList,
  });
  return stored.ok ? ok({ imported: good.length, leftOut }) : stored;
}

const uniqueById = <T extends { id: string }>(list: readonly T[]): T[] =>
  list.filter((m, i) => list.findIndex((n) => n.id === m.id) === i);

/** New units beside those of the case; one of the same key takes the other's place. */
function putUnits(standing: readonly CaseUnit[], added: readonly CaseUnit[]): CaseUnit[] {
  const units = [...standing];
  for (const unit of added) {
    const at = units.findIndex(
      (u) => u.key === unit.key && u.label.toLowerCase() === unit.label.toLowerCase(),
    );
    if (at >= 0) units[at] = unit;
    else units.push({ ...unit, key: freeKey(unit.key, units) });
  }
  return units;
}

async function keepCase(
  app: AppContext,
  loaded: LoadedDay,
  p: {
    models: Kit;
    units: CaseUnit[];
    /** What else of the kit changes with it. */
    along?: readonly NextList[];
    expectedVersion: number;
    how: string;
  },
): ServiceResult {
  const models = await newestList(app, "models", loaded.day.id);
  const own = mergeKits(models.items[0] ?? EMPTY_KIT, p.models);
  const problems = newProblems(loaded, workingKit(SHIPPED_KIT, own), p.units);
  if (problems.length > 0) return fail({ code: "case-refused", problems });
  const hasModels = KIT_PARTS.some((part) => p.models[part].length > 0);
  return storeNextLists(app, loaded.day.id, p.how, [
    { kind: "units", expectedVersion: p.expectedVersion, items: p.units },
    ...(p.along ?? []),
    ...(hasModels
      ? [{ kind: "models" as const, expectedVersion: models.version, items: [own] }]
      : []),
  ]);
}

/** What a kit file would bring. */
export interface KitFilePreview {
  newModels: string[];
  changedModels: string[];
  units: string[];
  stockLines: number;
}

async function readKit(app: AppContext, text: string): ServiceResult<KitFile> {
  const read = await readBeside(app, "read-kit-file", { text });
  if (read.ok) return read;
  return fail(
    read.error.code === "reading-stopped" ? read.error : { code: "kit-file", error: read.error },
  );
}

/** Reads a kit file without keeping anything. */
export async function previewKitFile(
  app: AppContext,
  dayId: number,
  text: string,
): ServiceResult<KitFilePreview> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const read = await readKit(app, text);
  if (!read.ok) return read;
  const { kit } = loaded.value;
  const named = KIT_PARTS.flatMap((part) =>
    read.value.models[part].map((m) => ({
      name: "maker" in m ? modelName(m) : "tape" in m ? `block ${m.id}` : m.name,
      was: kit[part].find((k) => k.id === m.id),
      is: m,
    })),
  );
  return ok({
    newModels: named.filter((n) => !n.was).map((n) => n.name),
    changedModels: named.filter((n) => n.was && !isDeepStrictEqual(n.was, n.is)).map((n) => n.name),
    units: read.value.units.map((u) => u.label),
    stockLines: read.value.stock.length,
  });
}

/**
 * Takes a kit file over, beside the case or in its place; a broken file, or one that takes away
 * what a channel rests on, changes nothing.
 */
export async function importKitFile(
  app: AppContext,
  dayId: number,
  p: { text: string; mode: "add" | "replace"; expectedVersion: number },
): ServiceResult<{ units: number }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const read = await readKit(app, p.text);
  if (!read.ok) return read;
  const file = read.value;
  const stock = await newestList(app, "stock", dayId);
  const isWhole = p.mode === "replace";
  const items = isWhole ? file.stock : addStock(stock.items, file.stock);
  // files of before count their antennas with the rest
  const { antennas = antennasOfStock(file.stock), distributions = [] } = file;
  const units = isWhole ? file.units : putUnits(loaded.value.units, file.units);
  // what ships is left out of one's own models, so that a later version's corrections count
  const models = Object.fromEntries(
    KIT_PARTS.map((part) => [
      part,
      file.models[part].filter(
        (m) =>
          !isDeepStrictEqual(
            SHIPPED_KIT[part].find((s) => s.id === m.id),
            m,
          ),
      ),
    ]),
  ) as unknown as Kit;
  const stored = await keepCase(app, loaded.value, {
    models,
    units,
    along: [
      {
        kind: "stock",
        expectedVersion: stock.version,
        items: items.filter((s) => s.kind !== "antenna"),
      },
      {
        kind: "antennas",
        expectedVersion: stock.version,
        items: isWhole ? antennas : addAntennas(loaded.value.antennas, antennas),
      },
      {
        kind: "distributions",
        expectedVersion: stock.version,
        items: isWhole
          ? distributions
          : addDistributions(loaded.value.distributions, distributions, units),
      },
    ],
    expectedVersion: p.expectedVersion,
    how: notes.readFromKitFile,
  });
  return stored.ok ? ok({ units: file.units.length }) : stored;
}

/** Antennas beside those that stand; a label or an id that is taken gets the next free one. */
function addAntennas(standing: readonly KitAntenna[], added: readonly KitAntenna[]): KitAntenna[] {
  return added.reduce<KitAntenna[]>(
    (all, a) => {
      const isTaken = all.some(
        (x) => x.id === a.id || x.label.toLowerCase() === a.label.toLowerCase(),
      );
      const label = isTaken ? nextAntennaLabel(all, a.label.replace(/-\d+$/, "")) : a.label;
      return [...all, isTaken ? { ...a, label, id: `${label}-${all.length}` } : a];
    },
    [...standing],
  );
}

/** Distributions beside those that stand, with the receivers of theirs that came too. */
function addDistributions(
  standing: readonly Distribution[],
  added: readonly Distribution[],
  units: readonly CaseUnit[],
): Distribution[] {
  const isThere = (key: string) =>
    units.some((u) => u.key === key) &&
    !standing.some((d) => d.outputs.some((o) => o.receiverKey === key));
  return [
    ...standing,
    ...added
      .filter((d) => !standing.some((s) => s.id === d.id))
      .map((d) => ({ ...d, outputs: d.outputs.filter((o) => isThere(o.receiverKey)) })),
  ];
}

function addStock(standing: readonly StockItem[], added: readonly StockItem[]): StockItem[] {
  const isSame = (a: StockItem, b: StockItem) =>
    a.kind === b.kind && a.block === b.block && a.connector === b.connector;
  return [
    ...standing.map((s) => ({
      ...s,
      count: s.count + (added.find((a) => isSame(a, s))?.count ?? 0),
    })),
    ...added.filter((a) => !standing.some((s) => isSame(a, s))),
  ];
}

/**
 * The case as a file: its units, the rest, and every model that they are or that is the user's own.
 */
export async function exportKitFile(app: AppContext, dayId: number): ServiceResult<string> {
  const view = await getKit(app, dayId);
  if (!view.ok) return view;
  const { kit, units, stock, origins } = view.value;
  const isWanted = (id: string) =>
    origins[id] !== "ships" || units.items.some((u) => u.modelId === id);
  const models: Kit = {
    ...kit,
    receivers: kit.receivers.filter((m) => isWanted(m.id)),
    packs: kit.packs.filter((m) => isWanted(m.id)),
  };
  const antennas = await getAntennas(app, dayId);
  if (!antennas.ok) return antennas;
  return ok(
    writeKitFile({
      models,
      units: units.items,
      stock: stock.items.filter((s) => s.kind !== "antenna"),
      antennas: antennas.value.antennas.map(({ covers: _, ...a }) => a),
      distributions: antennas.value.distributions,
    }),
  );
}

/** The units as CSV, in the columns that an import knows. */
export async function exportUnits(app: AppContext, dayId: number): ServiceResult<string> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { kit, units } = loaded.value;
  const data = units.map((u) => {
    const model = radioModel(kit, u.modelId);
    const mhz = (hz: number | undefined) => (hz === undefined ? "" : hz / 1e6);
    return [
      u.label,
      u.kind,
      model?.maker ?? "",
      model?.name ?? u.modelId,
      u.serial ?? "",
      u.kind === "pack" ? powerOf(kit, u) : "",
      u.keyName ?? "",
      u.firmware ?? "",
      mhz(model?.tuning[0]?.lowHz),
      mhz(model?.tuning.at(-1)?.highHz),
      model?.tuning.length === 1 ? itemAt(model.tuning, 0).stepHz / 1000 : "",
    ];
  });
  return ok(
    Papa.unparse(
      {
        fields: [
          "label",
          "kind",
          "maker",
          "model",
          "serial",
          "power mW",
          "key",
          "firmware",
          "low MHz",
          "high MHz",
          "step kHz",
        ],
        data,
      },
      { newline: "\n", escapeFormulae: true },
    ),
  );
}

/** Adds a model of one's own, or corrects the one of that id. */
export async function saveModel(
  app: AppContext,
  dayId: number,
  p: { model: ReceiverModel | PackModel; expectedVersion: number },
): ServiceResult<string> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const own = (await newestList(app, "models", dayId)).items[0] ?? EMPTY_KIT;
  const added: Kit = {
    ...EMPTY_KIT,
    ...(p.model.kind === "receiver" ? { receivers: [p.model] } : { packs: [p.model] }),
  };
  const next = mergeKits(own, added);
  const problems = newProblems(loaded.value, workingKit(SHIPPED_KIT, next), loaded.value.units);
  if (problems.length > 0) return fail({ code: "case-refused", problems });
  const stored = await storeNextList(app, "models", dayId, {
    expectedVersion: p.expectedVersion,
    items: [next],
    how: notes.kept(modelName(p.model)),
  });
  return stored.ok ? ok(modelName(p.model)) : stored;
}

/** What a kit holds beside receivers and packs. */
export type KitPart =
  | { part: "microphones"; item: Kit["microphones"][number] }
  | { part: "inputs"; item: Kit["inputs"][number] }
  | { part: "blocks"; item: Kit["blocks"][number] };

/** Adds or corrects a microphone, an input or a block's tape. */
export async function savePart(
  app: AppContext,
  dayId: number,
  p: KitPart & { expectedVersion: number },
): ServiceResult {
  const own = (await newestList(app, "models", dayId)).items[0] ?? EMPTY_KIT;
  const next = mergeKits(own, { ...EMPTY_KIT, [p.part]: [p.item] });
  return storeNextList(app, "models", dayId, {
    expectedVersion: p.expectedVersion,
    items: [next],
    how: notes.changed(p.part),
  });
}

/**
 * Drops a microphone, an input or a tape of one's own, or the correction of one that ships; not
 * what a channel plays through.
 */
export async function dropPart(
  app: AppContext,
  dayId: number,
  p: { part: KitPart["part"]; id: string; expectedVersion: number },
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const own = (await newestList(app, "models", dayId)).items[0] ?? EMPTY_KIT;
  if (!own[p.part].some((m) => m.id === p.id)) return fail({ code: "part-ships" });
  const users = loaded.value.stored
    .filter(
      (c) =>
        (p.part === "microphones" ? c.microphoneId : p.part === "inputs" ? c.inputId : null) ===
        p.id,
    )
    .map((c) => c.talker);
  if (users.length > 0 && !SHIPPED_KIT[p.part].some((m) => m.id === p.id))
    return fail({ code: "model-in-use", name: "It", labels: users });
  const next = { ...own, [p.part]: own[p.part].filter((m) => m.id !== p.id) };
  return storeNextList(app, "models", dayId, {
    expectedVersion: p.expectedVersion,
    items: [next],
    how: notes.changed(p.part),
  });
}

/** Takes the models before the last change back, if the units of the case can be of them. */
export async function undoModels(
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const before = (await newestVersions(app.db, "models", dayId)).at(-2);
  const models = before?.items[0] ?? EMPTY_KIT;
  const problems = newProblems(loaded.value, workingKit(SHIPPED_KIT, models), loaded.value.units);
  if (problems.length > 0) return fail({ code: "case-refused", problems });
  return storeNextList(app, "models", dayId, {
    expectedVersion,
    items: [models],
    how: notes.backToModels,
  });
}

/**
 * Drops a model of one's own, or a correction of one that ships; not while units of it are in the
 * case and nothing stands under it.
 */
export async function dropModel(
  app: AppContext,
  dayId: number,
  p: { id: string; expectedVersion: number },
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const own = (await newestList(app, "models", dayId)).items[0] ?? EMPTY_KIT;
  if (!own.receivers.some((m) => m.id === p.id) && !own.packs.some((m) => m.id === p.id))
    return fail({ code: "not-found", what: "model" });
  const next: Kit = {
    ...own,
    receivers: own.receivers.filter((m) => m.id !== p.id),
    packs: own.packs.filter((m) => m.id !== p.id),
  };
  const model = radioModel(loaded.value.kit, p.id);
  const labels = unitsOf(loaded.value.units, p.id);
  if (labels.length > 0 && !radioModel(workingKit(SHIPPED_KIT, next), p.id))
    return fail({ code: "model-in-use", name: model ? modelName(model) : p.id, labels });
  return storeNextList(app, "models", dayId, {
    expectedVersion: p.expectedVersion,
    items: [next],
    how: notes.dropped(model ? modelName(model) : p.id),
  });
}
