import type { Transaction } from "sequelize";
import type { Place } from "../../../core/day/facts";
import type { ProfileName } from "../../../core/coordination/profile";
import type { SiteGeometry } from "../../../core/air/site";
import type { Database } from "../connection.server";
import type { DayRow } from "../models/models.server";

export interface Day {
  id: number;
  production: string;
  title: string;
  dateIso: string;
  dayNumber: number;
  dayCount: number;
  town: string;
  region: string;
  profile: ProfileName;
  maxNoiseDbm: number;
  spares: number;
  isPractice: boolean;
  currentPlaceId: number;
  /** The day's wall clock stood here … */
  clockDayMs: number;
  /** … at this moment of the computer's clock. */
  clockRealMs: number;
}

export interface DayPlace extends Place {
  siteKey: string | null;
  geometry: SiteGeometry;
}

export type NewDay = Omit<Day, "id" | "currentPlaceId">;

const toDay = (row: DayRow): Day => ({ ...row, profile: row.profile as ProfileName, isPractice: Boolean(row.isPractice), currentPlaceId: row.currentPlaceId ?? 0 });

export async function listDays(db: Database): Promise<Day[]> {
  return (await db.models.days.findAll({ order: [["id", "ASC"]], raw: true })).map((r) => toDay(r as unknown as DayRow));
}

export async function findDay(db: Database, dayId: number, transaction?: Transaction): Promise<Day | null> {
  const row = await db.models.days.findByPk(dayId, { raw: true, transaction: transaction ?? null });
  return row ? toDay(row as unknown as DayRow) : null;
}

export async function insertDay(db: Database, day: NewDay, transaction: Transaction): Promise<number> {
  return (await db.models.days.create({ ...day, currentPlaceId: null }, { transaction })).get("id") as number;
}

export async function updateDay(db: Database, dayId: number, change: Partial<Pick<Day, "currentPlaceId" | "clockDayMs" | "clockRealMs" | "profile" | "region">>, transaction: Transaction): Promise<void> {
  await db.models.days.update(change, { where: { id: dayId }, transaction });
}

export async function listPlaces(db: Database, dayId: number): Promise<DayPlace[]> {
  const rows = await db.models.places.findAll({ where: { dayId }, order: [["startMs", "ASC"]] });
  return rows.map((r) => {
    const { geometryJson, setting, ...rest } = r.get({ plain: true });
    return { ...rest, setting: setting as Place["setting"], geometry: JSON.parse(geometryJson) as SiteGeometry };
  });
}

export async function insertPlace(db: Database, dayId: number, place: Omit<DayPlace, "id">, transaction: Transaction): Promise<number> {
  const { geometry, ...rest } = place;
  return (await db.models.places.create({ ...rest, dayId, geometryJson: JSON.stringify(geometry) }, { transaction })).get("id") as number;
}
