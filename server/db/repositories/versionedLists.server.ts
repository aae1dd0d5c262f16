import type { Model, ModelStatic, Transaction } from "sequelize";
import type { SiteGeometry } from "~/core/location/siteGeometry";
import type { UnitScan } from "~/core/evidence/unitScan";
import type { Place } from "~/core/channel/facts";
import type { AssignedFrequency } from "~/core/coordination/problem/assigned";
import type { PlaceDrawing } from "~/core/location/floorPlan";
import type { RigDetail } from "~/core/report/rigCard";
import type { Scene } from "~/core/schedule/scenes";
import type { KitAntenna } from "~/core/kit/antennas";
import type { Destination, PatchLine } from "~/core/kit/patch";
import type { Supply } from "~/core/kit/supplies";
import type { Distribution } from "~/core/kit/distribution";
import type { Kit } from "~/core/kit/models";
import type { PairingRecord } from "~/core/kit/pairing";
import type { BatteryRule } from "~/core/schedule/batteryChanges";
import type { CaseUnit, StockItem } from "~/core/kit/units";
import type { QuickEvent } from "~/core/quick/session";
import type { Database } from "~/server/db/connection.server";
import { watchKit } from "~/server/db/kitWatch.server";

/** A television station that a register, or a person, puts at a day's places. */
export interface RegisteredStation {
  channel: number;
  name: string;
  note: string;
}

export interface DayPlace extends Place {
  /** The practice air that is heard there. */
  siteKey: string | null;
  /** Live loudspeakers play there; absent: none. */
  hasLoudspeakers?: boolean;
  geometry: SiteGeometry;
}

/** A step of the setting up that was done, and when. */
export interface Tick {
  stepId: string;
  atMs: number;
}

/** A session of the page of one system: everything that was said and done on it, the oldest first. */
export interface QuickRecord {
  sessionId: string;
  events: QuickEvent[];
}

/** What a day keeps as whole lists, version by version. */
export interface ListItems {
  scenes: Scene;
  handed: AssignedFrequency;
  stations: RegisteredStation;
  places: DayPlace;
  units: CaseUnit;
  stock: StockItem;
  antennas: KitAntenna;
  distributions: Distribution;
  supplies: Supply;
  destinations: Destination;
  patches: PatchLine;
  /** The user's own models, whole, as one item. */
  models: Kit;
  ticks: Tick;
  pairings: PairingRecord;
  drawings: PlaceDrawing;
  rigs: RigDetail;
  /** How cells are kept, as one item. */
  cellRules: BatteryRule;
  /** What receivers' own screens told of the air. */
  unitScans: UnitScan;
  /** The session of the page of one system that this day is made of, as one item. */
  quick: QuickRecord;
}

export type ListKind = keyof ListItems;

/**
 * A list as it stood from some moment on. Versions are only added, so that every change can be
 * taken back.
 */
export interface VersionedList<Item> {
  version: number;
  atMs: number;
  how: string;
  items: Item[];
}

const TABLES = {
  scenes: ["sceneLists", "scenesJson"],
  handed: ["handedLists", "linesJson"],
  stations: ["stationLists", "stationsJson"],
  places: ["placeLists", "itemsJson"],
  units: ["unitLists", "itemsJson"],
  stock: ["stockLists", "itemsJson"],
  antennas: ["antennaLists", "itemsJson"],
  distributions: ["distributionLists", "itemsJson"],
  supplies: ["supplyLists", "itemsJson"],
  destinations: ["destinationLists", "itemsJson"],
  patches: ["patchLists", "itemsJson"],
  models: ["modelLists", "itemsJson"],
  ticks: ["tickLists", "itemsJson"],
  pairings: ["pairingLists", "itemsJson"],
  drawings: ["drawingLists", "itemsJson"],
  rigs: ["rigLists", "itemsJson"],
  cellRules: ["cellRuleLists", "itemsJson"],
  unitScans: ["unitScanLists", "itemsJson"],
  quick: ["quickLists", "itemsJson"],
} as const;

/** Tables of one shape: to a list they are one. */
interface ListRow {
  dayId: number;
  version: number;
  atMs: number;
  how: string;
  [jsonColumn: string]: string | number;
}
const tableOf = (db: Database, kind: ListKind) =>
  db.models[TABLES[kind][0]] as unknown as ModelStatic<Model<ListRow, ListRow>>;

/**
 * The newest two versions, the older first: what stands, and what one can go back to. Older ones
 * stay stored.
 */
export async function newestVersions<K extends ListKind>(
  db: Database,
  kind: K,
  dayId: number,
  transaction?: Transaction,
): Promise<VersionedList<ListItems[K]>[]> {
  const [, column] = TABLES[kind];
  const rows = await tableOf(db, kind).findAll({
    where: { dayId },
    order: [["version", "DESC"]],
    limit: 2,
    transaction: transaction ?? null,
  });
  return rows.reverse().map((r) => {
    const row = r.get({ plain: true });
    return {
      version: row.version,
      atMs: row.atMs,
      how: row.how,
      items: JSON.parse(row[column] as string) as ListItems[K][],
    };
  });
}

/** The items of the newest version; none before the first. */
export async function newestItems<K extends ListKind>(
  db: Database,
  kind: K,
  dayId: number,
  transaction?: Transaction,
): Promise<ListItems[K][]> {
  return (await newestVersions(db, kind, dayId, transaction)).at(-1)?.items ?? [];
}

export async function appendVersion<K extends ListKind>(
  db: Database,
  kind: K,
  dayId: number,
  { items, ...head }: VersionedList<ListItems[K]>,
  transaction: Transaction,
): Promise<void> {
  const [, column] = TABLES[kind];
  if (kind === "units" || kind === "models") await watchKit(db, dayId, transaction);
  await tableOf(db, kind).create(
    { ...head, dayId, [column]: JSON.stringify(items) },
    { transaction },
  );
}

/** Every version of a list, without its items. */
export async function listHeads(
  db: Database,
  kind: ListKind,
  dayId: number,
): Promise<{ list: ListKind; version: number; atMs: number; how: string }[]> {
  const rows = await tableOf(db, kind).findAll({
    where: { dayId },
    order: [["version", "ASC"]],
    attributes: ["version", "atMs", "how"],
    raw: true,
  });
  return rows.map((r) => {
    const { version, atMs, how } = r as unknown as ListRow;
    return { list: kind, version, atMs, how };
  });
}

export const LIST_KINDS = Object.keys(TABLES) as ListKind[];
