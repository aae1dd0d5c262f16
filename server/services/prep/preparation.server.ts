import { notes } from "~/contract/messages/notes";
import Papa from "papaparse";
import { type SpareChains, spareChains } from "~/core/kit/chains";
import { packLegality, type Legality, pairing, type PairProblem } from "~/core/kit/match";
import { modelName, packModel, receiverModel } from "~/core/kit/models";
import { packingList, type PackingLine } from "~/core/schedule/packing";
import { type CaseUnit, powerOf, type StockItem } from "~/core/kit/units";
import type { Finding } from "~/core/schedule/prepFindings";
import {
  isSameScene,
  packDays,
  peakOf,
  wiredRanges,
  type PackDay,
  type Scene,
  type WiredRange,
} from "~/core/schedule/scenes";
import {
  type ColumnMap,
  guessColumns,
  readSceneTable,
  readTypedScene,
  type SceneRow,
  type SceneTold,
} from "~/core/schedule/sceneTable";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import {
  newestVersions,
  newestItems,
  type VersionedList,
} from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { requireDay, RERIG_MS } from "~/server/services/day/dayView.server";
import { changeUnit } from "./kits.server";
import { writeCalendar } from "./calendarFiles.server";
import { readBeside } from "~/server/services/roll/readings.server";
import { newestList, storeNextList } from "./versionedLists.server";

/** How one pack stands to each receiver of the case. */
export interface MatchRow {
  unit: CaseUnit;
  modelName: string;
  legality: Legality;
  receivers: { key: string; label: string; problem: PairProblem | null }[];
}

export interface PreparationView {
  list: Omit<VersionedList<Scene>, "items"> | null;
  earlierVersion: number | null;
  scenes: Scene[];
  peak: WiredRange | null;
  ranges: WiredRange[];
  packDays: PackDay[];
  findings: Finding[];
  match: MatchRow[];
  stock: StockItem[];
  packing: PackingLine[];
  /** What carries nobody. */
  spare: SpareChains;
}

/** Everything that preparing a day is judged by, judged now. */
export async function getPreparation(
  app: AppContext,
  dayId: number,
): Promise<Result<PreparationView, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { region, kit, units, stored, prepFacts, findings } = loaded.value;
  const lists = await newestVersions(app.db, "scenes", dayId);
  const list = lists.at(-1) ?? null;
  const scenes = list?.items ?? [];
  const { stock } = prepFacts;
  const receivers = units.filter((u) => u.kind === "receiver");
  return ok({
    list: list && { version: list.version, atMs: list.atMs, how: list.how },
    earlierVersion: lists.at(-2)?.version ?? null,
    scenes,
    peak: peakOf(scenes),
    ranges: wiredRanges(scenes),
    packDays: packDays(scenes, RERIG_MS),
    stock: [...stock],
    findings,
    packing: packingList(prepFacts),
    spare: spareChains(
      kit,
      region,
      units,
      stored,
      stored.flatMap((c) => c.extraPacks),
    ),
    match: units
      .filter((u) => u.kind === "pack")
      .map((unit) => {
        const model = packModel(kit, unit.modelId);
        return {
          unit,
          modelName: modelName(model),
          legality: packLegality(region, model, powerOf(kit, unit)),
          receivers: receivers.map((r) => {
            const found = pairing(receiverModel(kit, r.modelId), model, {
              receiver: r.keyName,
              pack: unit.keyName,
            });
            return { key: r.key, label: r.label, problem: found.works ? null : found.problem };
          }),
        };
      }),
  });
}

export interface ScenePreview {
  heading: string[];
  map: ColumnMap;
  rows: SceneRow[];
  /** The first cells of each row, as they stand in the list. */
  cells: string[][];
}

/**
 * Reads a scene list without keeping anything: which column is which, and every row with what is
 * wrong in it.
 * @param map - null to tell the columns by their headings
 */
export async function previewScenesOf(
  app: AppContext,
  dayId: number,
  text: string,
  map: ColumnMap | null,
): Promise<Result<ScenePreview, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { dateIso } = loaded.value.day;
  const table = await readBeside(app, "read-scene-file", { text, dateIso });
  if (!table.ok) return table;
  const { heading, cells } = table.value;
  const columns = map ?? guessColumns(heading);
  return ok({
    heading,
    map: columns,
    cells,
    rows: readSceneTable(cells, columns, loaded.value.places),
  });
}

/**
 * Takes a read list into the day's scenes, all its good rows together or nothing: a scene of the same
 * number is replaced, all others stay. Rows with something wrong stop it unless they are to be left
 * out. Refused when another window changed the list meanwhile.
 */
export async function importScenes(
  app: AppContext,
  dayId: number,
  p: { text: string; map: ColumnMap; leaveOutBad: boolean; expectedVersion: number },
): Promise<
  Result<{ imported: number; leftOut: number; replaced: number; stay: number }, ServiceError>
> {
  const preview = await previewScenesOf(app, dayId, p.text, p.map);
  if (!preview.ok) return preview;
  const good = preview.value.rows.flatMap((r) => (r.scene ? [r.scene] : []));
  const leftOut = preview.value.rows.length - good.length;
  if (good.length === 0 || (leftOut > 0 && !p.leaveOutBad))
    return fail({
      code: "list-rows-bad",
      rows: preview.value.rows.filter((r) => !r.scene).map((r) => r.row),
    });
  const { items: standing } = await newestList(app, "scenes", dayId);
  const others = standing.filter((s) => !good.some((g) => isSameScene(g, s)));
  const items = [...others, ...good].sort((a, b) => a.startMs - b.startMs || a.endMs - b.endMs);
  const stored = await storeNextList(app, "scenes", dayId, {
    expectedVersion: p.expectedVersion,
    items,
    how: notes.readFromList,
  });
  return stored.ok
    ? ok({
        imported: good.length,
        leftOut,
        replaced: standing.length - others.length,
        stay: others.length,
      })
    : stored;
}

/** Puts one scene on the list, in the place of another if it replaces one. */
export async function putScene(
  app: AppContext,
  dayId: number,
  p: { scene: SceneTold; replaces: string | null; expectedVersion: number },
): Promise<Result<null, ServiceError>> {
  const { items } = await newestList(app, "scenes", dayId);
  const rest = items.filter((s) => s.number !== p.replaces);
  const read = readTypedScene(
    p.scene,
    rest.map((s) => s.number),
  );
  if (!read.scene) return fail({ code: "scene-typed", problems: read.problems });
  return storeNextList(app, "scenes", dayId, {
    expectedVersion: p.expectedVersion,
    items: [...rest, read.scene].sort((a, b) => a.startMs - b.startMs || a.endMs - b.endMs),
    how:
      p.replaces === null
        ? notes.sceneAdded(read.scene.number)
        : notes.sceneChanged(read.scene.number),
  });
}

export async function removeScene(
  app: AppContext,
  dayId: number,
  p: { number: string; expectedVersion: number },
): Promise<Result<null, ServiceError>> {
  const { items } = await newestList(app, "scenes", dayId);
  if (!items.some((s) => s.number === p.number)) return fail({ code: "not-found", what: "scene" });
  return storeNextList(app, "scenes", dayId, {
    expectedVersion: p.expectedVersion,
    items: items.filter((s) => s.number !== p.number),
    how: notes.sceneStruck(p.number),
  });
}

/** Sets a pack's power. A practice pack follows. */
export async function setPackPower(
  app: AppContext,
  dayId: number,
  key: string,
  powerMw: number,
): Promise<Result<null, ServiceError>> {
  return changeUnit(app, dayId, {
    key,
    change: { powerMw },
    expectedVersion: (await newestList(app, "units", dayId)).version,
  });
}

/** The scene list as an iCalendar file. */
export async function exportCalendar(
  app: AppContext,
  dayId: number,
): Promise<Result<string, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, places } = loaded.value;
  const scenes = await newestItems(app.db, "scenes", dayId);
  return ok(
    writeCalendar(scenes, {
      dateIso: day.dateIso,
      stampMs: app.realNowMs(),
      placeOf: (id) => places.find((p) => p.id === id)?.name ?? "",
    }),
  );
}

/** The scene list as CSV, in the columns that an import knows. */
export async function exportScenes(
  app: AppContext,
  dayId: number,
): Promise<Result<string, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const scenes = await newestItems(app.db, "scenes", dayId);
  const clock = (ms: number) =>
    `${String(Math.floor(ms / 3_600_000) % 24).padStart(2, "0")}:${String(Math.floor(ms / 60_000) % 60).padStart(2, "0")}`;
  const place = (id: number | null) => loaded.value.places.find((p) => p.id === id)?.name ?? "";
  return ok(
    Papa.unparse(
      {
        fields: ["scene", "title", "place", "from", "to", "speakers", "repeatable"],
        data: scenes.map((s) => [
          s.number,
          s.title,
          place(s.placeId),
          clock(s.startMs),
          clock(s.endMs),
          s.speakers.join("; "),
          s.isRepeatable ? "yes" : "no",
        ]),
      },
      { newline: "\n", escapeFormulae: true },
    ),
  );
}
