import type { AntennaAttitude } from "~/core/radio/antennaDesk";
import { LENGTH_UNITS, type LengthUnit, usualLengthUnit } from "~/core/units/lengths";
import { storedFlag } from "~/server/db/storedFlag.server";
import { numberAt } from "~/core/units/items";
import { randomUUID } from "node:crypto";
import type { Transaction } from "sequelize";
import type { ProfileName } from "~/core/coordination/problem/profile";
import type { RescanRule } from "~/core/channel/facts";
import type { VerificationForm } from "~/core/channel/verificationParts";
import type { Database } from "~/server/db/connection.server";
import type { RowOf } from "~/server/db/models/models.server";
import { appendVersion, type DayPlace, newestVersions, newestItems } from "./versionedLists.server";

export type { DayPlace } from "./versionedLists.server";

export interface Shoot {
  id: number;
  /** By what it is known on any machine. */
  uid: string;
  name: string;
  /** What its places are measured in; null: as usual in its region. */
  lengthUnit: LengthUnit | null;
}

export interface Day {
  id: number;
  uid: string;
  shootId: number;
  /** The shoot's name. */
  production: string;
  /** What the shoot's places are measured in. */
  lengthUnit: LengthUnit;
  dateIso: string;
  dayNumber: number;
  dayCount: number;
  town: string;
  region: string;
  profile: ProfileName;
  /** Up to which noise the receivers work as planned, per channel bandwidth. */
  maxNoiseDbm: number;
  /** A noise limit set by hand; null: none. */
  noiseLimitDbm: number | null;
  /** How much is asked of a channel before it counts as verified; null: nobody chose. */
  verificationForm: VerificationForm | null;
  /** How the receivers' antennas lean; null: parallel, as nobody chose. */
  antennaAttitude: AntennaAttitude | null;
  /** Licences that are held for the shoot, by the words of their bands; null: nobody was asked. */
  licences: string[] | null;
  spares: number;
  isPractice: boolean;
  /** Put away: kept, and shown nowhere but among what can be brought back. */
  isArchived: boolean;
  currentPlaceId: number;
  rescan: RescanRule;
  /** A practice day's wall clock stood here … */
  clockDayMs: number;
  /** … at this moment of the computer's clock. */
  clockRealMs: number;
}

export type NewDay = Omit<
  Day,
  "id" | "uid" | "currentPlaceId" | "production" | "lengthUnit" | "isArchived" | "rescan"
>;
export type DayChange = Partial<
  Pick<
    Day,
    | "currentPlaceId"
    | "rescan"
    | "clockDayMs"
    | "clockRealMs"
    | "profile"
    | "region"
    | "shootId"
    | "dateIso"
    | "dayNumber"
    | "dayCount"
    | "town"
    | "isArchived"
    | "isPractice"
    | "maxNoiseDbm"
    | "noiseLimitDbm"
    | "verificationForm"
    | "antennaAttitude"
    | "licences"
    | "spares"
  >
>;

const toDay = ({ licencesJson, ...row }: RowOf<"days">, shoots: readonly Shoot[]): Day => ({
  ...row,
  licences: licencesJson === null ? null : (JSON.parse(licencesJson) as string[]),
  profile: row.profile as ProfileName,
  rescan: row.rescan as RescanRule,
  verificationForm: row.verificationForm as VerificationForm | null,
  antennaAttitude: row.antennaAttitude as AntennaAttitude | null,
  isPractice: storedFlag(row.isPractice),
  isArchived: storedFlag(row.isArchived),
  currentPlaceId: row.currentPlaceId ?? 0,
  production: shoots.find((s) => s.id === row.shootId)?.name ?? "",
  lengthUnit: shoots.find((s) => s.id === row.shootId)?.lengthUnit ?? usualLengthUnit(row.region),
});

export async function listShoots(db: Database, transaction?: Transaction): Promise<Shoot[]> {
  return (
    await db.models.shoots.findAll({ order: [["id", "ASC"]], transaction: transaction ?? null })
  ).map((r) => {
    const { lengthUnit, ...shoot } = r.get({ plain: true });
    return { ...shoot, lengthUnit: LENGTH_UNITS.find((u) => u === lengthUnit) ?? null };
  });
}

export async function insertShoot(
  db: Database,
  name: string,
  transaction: Transaction,
  uid: string = randomUUID(),
): Promise<number> {
  return (await db.models.shoots.create({ uid, name, lengthUnit: null }, { transaction })).get(
    "id",
  ) as number;
}

export async function renameShoot(
  db: Database,
  id: number,
  name: string,
  transaction: Transaction,
): Promise<void> {
  await db.models.shoots.update({ name }, { where: { id }, transaction });
}

export async function setShootLengths(
  db: Database,
  id: number,
  lengthUnit: LengthUnit | null,
  transaction: Transaction,
): Promise<void> {
  await db.models.shoots.update({ lengthUnit }, { where: { id }, transaction });
}

/** All days, those put away too, in the order in which they were made. */
export async function listDays(db: Database): Promise<Day[]> {
  const shoots = await listShoots(db);
  return (await db.models.days.findAll({ order: [["id", "ASC"]], raw: true })).map((r) =>
    toDay(r as unknown as RowOf<"days">, shoots),
  );
}

export async function findDay(
  db: Database,
  dayId: number,
  transaction?: Transaction,
): Promise<Day | null> {
  const row = await db.models.days.findByPk(dayId, { raw: true, transaction: transaction ?? null });
  return row ? toDay(row as unknown as RowOf<"days">, await listShoots(db, transaction)) : null;
}

/** A change as it is stored: lists as text. */
function stored<T extends { licences?: string[] | null }>({ licences, ...rest }: T) {
  return licences === undefined
    ? rest
    : { ...rest, licencesJson: licences === null ? null : JSON.stringify(licences) };
}

export async function insertDay(
  db: Database,
  day: NewDay,
  transaction: Transaction,
  uid: string = randomUUID(),
): Promise<number> {
  return (
    await db.models.days.create(
      {
        licencesJson: null,
        ...stored(day),
        uid,
        isArchived: false,
        rescan: "each-move",
        currentPlaceId: null,
      },
      { transaction },
    )
  ).get("id") as number;
}

export async function updateDay(
  db: Database,
  dayId: number,
  change: DayChange,
  transaction: Transaction,
): Promise<void> {
  await db.models.days.update(stored(change), { where: { id: dayId }, transaction });
}

/** The day's places as they stand, in the order of their times. */
export async function listPlaces(db: Database, dayId: number): Promise<DayPlace[]> {
  return (await newestItems(db, "places", dayId)).sort(
    (a, b) => a.startMs - b.startMs || a.id - b.id,
  );
}

/** A number for a new place, which records can point at. */
export async function insertPlaceId(
  db: Database,
  dayId: number,
  transaction: Transaction,
): Promise<number> {
  return (await db.models.places.create({ dayId }, { transaction })).get("id") as number;
}

/** Puts places into a day that has none. @returns their ids, in the order given */
export async function insertFirstPlaces(
  db: Database,
  dayId: number,
  places: readonly Omit<DayPlace, "id">[],
  p: { atMs: number; how: string },
  transaction: Transaction,
): Promise<number[]> {
  const ids: number[] = [];
  for (const _ of places) ids.push(await insertPlaceId(db, dayId, transaction));
  const version =
    ((await newestVersions(db, "places", dayId, transaction)).at(-1)?.version ?? 0) + 1;
  await appendVersion(
    db,
    "places",
    dayId,
    { version, ...p, items: places.map((place, i) => ({ ...place, id: numberAt(ids, i) })) },
    transaction,
  );
  return ids;
}
