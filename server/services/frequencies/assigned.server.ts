import { notes } from "~/contract/messages/notes";
import { itemAt } from "~/core/units/items";
import Papa from "papaparse";
import {
  guessAssignedColumns,
  assignedFaults,
  readAssignedTable,
  type AssignedFrequency,
  type AssignedFault,
  type AssignedColumns,
  type AssignedRow,
  type AssignedTalker,
} from "~/core/coordination/problem/assigned";
import { packModel, receiverModel } from "~/core/kit/models";
import { readChannelNumber } from "~/core/kit/unitNumber";
import { rasterOf } from "~/core/regulations/region";
import { fail, ok, type Result } from "~/core/units/result";
import { formatMhz } from "~/core/units/frequencyText";
import { pickedHz } from "~/core/channel/pickedFrequency";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { newestVersions, newestItems } from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { readBeside } from "~/server/services/roll/readings.server";
import { pickBasis } from "./plans.server";
import { storeNextList } from "~/server/services/prep/versionedLists.server";

export interface AssignedView {
  version: number;
  atMs: number | null;
  earlierVersion: number | null;
  lines: AssignedFrequency[];
  faults: AssignedFault[];
  /** Whether a scan of this place stands behind the judgement. */
  isMeasured: boolean;
}

/** The list that a coordinator assigned, held against today's law, television, scan and kit. */
export async function getAssigned(
  app: AppContext,
  dayId: number,
): Promise<Result<AssignedView, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const lists = await newestVersions(app.db, "handed", dayId);
  const list = lists.at(-1);
  const basis = await pickBasis(app, loaded.value, loaded.value.day.profile);
  const lines = list?.items ?? [];
  // the lines themselves stand in the list; the problem's own copies of them are left out
  const others = basis.request.others.filter((o) => !o.id.startsWith("handed "));
  return ok({
    version: list?.version ?? 0,
    atMs: list?.atMs ?? null,
    earlierVersion: lists.at(-2)?.version ?? null,
    lines,
    faults: assignedFaults({ ...basis.request, others }, lines, rasterOf(loaded.value.region)),
    isMeasured: basis.sweep !== null,
  });
}

/** Our channels, each with how its own units write a number. */
function assignedTalkers({ kit, unit, stored, facts }: LoadedDay): AssignedTalker[] {
  return stored.map((c, i) => ({
    id: c.id,
    talker: c.talker,
    readOwn: (text) => {
      const ends = [
        receiverModel(kit, unit(c.receiverKey).modelId),
        packModel(kit, unit(c.packKey).modelId),
      ];
      const read = readChannelNumber(ends, itemAt(facts.channels, i).tuning, text);
      if (read.ok) return read;
      return read.error.code === "ambiguous" ? fail(read.error) : null;
    },
  }));
}

export interface AssignedPreview {
  heading: string[];
  map: AssignedColumns;
  rows: AssignedRow[];
  cells: string[][];
}

/** Reads a coordinator's list without keeping anything. */
export async function previewAssigned(
  app: AppContext,
  dayId: number,
  text: string,
  map: AssignedColumns | null,
): Promise<Result<AssignedPreview, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const table = await readBeside(app, "read-table", { text });
  if (!table.ok) return table;
  const { heading, cells } = table.value;
  const columns = map ?? guessAssignedColumns(heading);
  return ok({
    heading,
    map: columns,
    cells,
    rows: readAssignedTable(
      cells,
      columns,
      rasterOf(loaded.value.region),
      assignedTalkers(loaded.value),
    ),
  });
}

/** Takes a list over: all its good lines together or nothing. */
export async function importAssigned(
  app: AppContext,
  dayId: number,
  p: { text: string; map: AssignedColumns; leaveOutBad: boolean; expectedVersion: number },
): Promise<Result<{ imported: number; leftOut: number }, ServiceError>> {
  const preview = await previewAssigned(app, dayId, p.text, p.map);
  if (!preview.ok) return preview;
  const lines = preview.value.rows.flatMap((r) => (r.line ? [r.line] : []));
  const leftOut = preview.value.rows.length - lines.length;
  if (lines.length === 0 || (leftOut > 0 && !p.leaveOutBad))
    return fail({
      code: "list-rows-bad",
      rows: preview.value.rows.filter((r) => !r.line).map((r) => r.row),
    });
  const stored = await storeNextList(app, "handed", dayId, {
    expectedVersion: p.expectedVersion,
    items: lines,
    how: notes.readFromList,
  });
  return stored.ok ? ok({ imported: lines.length, leftOut }) : stored;
}

/**
 * Puts one line on the list: an ear feed, a talkback or a camera link of ours, or somebody who told
 * his frequency. What keeps to its frequency is planned round; a line in a talker's name is meant
 * for that channel.
 */
export async function putAssigned(
  app: AppContext,
  dayId: number,
  p: { who: string; frequency: string; expectedVersion: number },
): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const [row] = readAssignedTable(
    [[p.who, p.frequency]],
    { who: 0, primary: 1, backup: null },
    rasterOf(loaded.value.region),
    assignedTalkers(loaded.value),
  );
  if (!row?.line)
    return fail({ code: "handed-typed", problems: row?.problems ?? [{ code: "who-missing" }] });
  const lines = await newestItems(app.db, "handed", dayId);
  return storeNextList(app, "handed", dayId, {
    expectedVersion: p.expectedVersion,
    items: [...lines, row.line],
    how: notes.putOnList(row.line.who),
  });
}

/** Takes one line off the list. */
export async function removeAssigned(
  app: AppContext,
  dayId: number,
  p: { line: number; expectedVersion: number },
): Promise<Result<null, ServiceError>> {
  const lines = await newestItems(app.db, "handed", dayId);
  const line = lines[p.line];
  if (!line) return fail({ code: "not-found", what: "assigned line" });
  return storeNextList(app, "handed", dayId, {
    expectedVersion: p.expectedVersion,
    items: lines.filter((l) => l !== line),
    how: notes.takenOffList(line.who),
  });
}

/** Says which channel of ours a line is meant for; null for another crew's. */
export async function assignToChannel(
  app: AppContext,
  dayId: number,
  p: { line: number; channelId: number | null; expectedVersion: number },
): Promise<Result<null, ServiceError>> {
  const lines = await newestItems(app.db, "handed", dayId);
  if (!lines[p.line]) return fail({ code: "not-found", what: "assigned line" });
  const changed = lines.map((line, i) =>
    i === p.line
      ? { ...line, channelId: p.channelId }
      : line.channelId === p.channelId
        ? { ...line, channelId: null }
        : line,
  );
  return storeNextList(app, "handed", dayId, {
    expectedVersion: p.expectedVersion,
    items: changed,
    how: notes.assigned,
  });
}

/**
 * What we need and what we use, in the form that a coordinator's list has: who, primary, backup.
 * The backup is the first spare that a channel can use.
 */
export async function exportPlan(
  app: AppContext,
  dayId: number,
): Promise<Result<string, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { plan, stored, facts } = loaded.value;
  const free = [...(plan?.spares ?? [])];
  const rows = stored.map((c, i) => {
    const frequencyHz = pickedHz(plan, c.id);
    const at = free.findIndex((s) => s.for.includes(c.id));
    const [spare] = at >= 0 ? free.splice(at, 1) : [];
    const tuning = itemAt(facts.channels, i).tuning;
    return [
      c.talker,
      frequencyHz === null ? "" : formatMhz(frequencyHz),
      spare ? formatMhz(spare.frequencyHz) : "",
      tuning
        .map((t) =>
          t.lowHz === t.highHz ? `${t.lowHz / 1e6}` : `${t.lowHz / 1e6}-${t.highHz / 1e6}`,
        )
        .join(" "),
      tuning[0] && tuning[0].lowHz < tuning[0].highHz ? tuning[0].stepHz / 1000 : "",
    ];
  });
  return ok(
    Papa.unparse(
      { fields: ["who", "primary MHz", "backup MHz", "tunes MHz", "step kHz"], data: rows },
      { newline: "\n", escapeFormulae: true },
    ),
  );
}
