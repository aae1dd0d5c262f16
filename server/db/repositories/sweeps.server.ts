import type { Transaction } from "sequelize";
import type { OwnCarrier } from "~/core/spectrum/analyseSweep";
import { PLAIN_SETUP, type SweepSetup } from "~/core/spectrum/setup";
import type { Measurement } from "~/core/spectrum/sweep";
import { readSweepWarnings } from "~/core/spectrum/sweepWarning";
import type { Database } from "~/server/db/connection.server";

/** A stored scan without its levels. */
export interface StoredSweep {
  id: number;
  placeId: number;
  takenAtMs: number;
  source: string;
  lowHz: number;
  stepHz: number;
  points: number;
  completePasses: number;
  /** Our own packs that were on while it was taken. */
  own: OwnCarrier[];
  setup: SweepSetup;
}

export type NewSweep = Omit<
  StoredSweep,
  "id" | "lowHz" | "stepHz" | "points" | "completePasses"
> & { measurement: Measurement };

const HEAD = [
  "id",
  "placeId",
  "takenAtMs",
  "source",
  "lowHz",
  "stepHz",
  "points",
  "completePasses",
  "ownJson",
  "setupJson",
];

export async function listSweeps(db: Database, dayId: number): Promise<StoredSweep[]> {
  const rows = await db.models.sweeps.findAll({
    where: { dayId },
    order: [
      ["takenAtMs", "ASC"],
      ["id", "ASC"],
    ],
    attributes: HEAD,
  });
  return rows.map((r) => {
    const {
      id,
      placeId,
      takenAtMs,
      source,
      lowHz,
      stepHz,
      points,
      completePasses,
      ownJson,
      setupJson,
    } = r.get({ plain: true });
    return {
      id,
      placeId,
      takenAtMs,
      source,
      lowHz,
      stepHz,
      points,
      completePasses,
      own: JSON.parse(ownJson) as OwnCarrier[],
      setup: setupOf(setupJson),
    };
  });
}

/** Scans that are looked through for an instrument's last file. */
const MAX_REMEMBERED = 300;

/** Newest scans of all days, for what was said of their instruments. */
export async function listInstrumentFiles(
  db: Database,
): Promise<Pick<StoredSweep, "lowHz" | "stepHz" | "setup">[]> {
  const rows = await db.models.sweeps.findAll({
    order: [["id", "DESC"]],
    limit: MAX_REMEMBERED,
    attributes: ["lowHz", "stepHz", "setupJson"],
  });
  return rows.map((r) => {
    const { lowHz, stepHz, setupJson } = r.get({ plain: true });
    return { lowHz, stepHz, setup: setupOf(setupJson) };
  });
}

const setupOf = (json: string): SweepSetup => ({
  ...PLAIN_SETUP,
  ...(JSON.parse(json) as Partial<SweepSetup>),
});

/**
 * The measurement of one scan as it was read, without its setup: its passes as they were stored,
 * NaN where a pass saw nothing.
 */
export async function loadMeasurement(db: Database, sweepId: number): Promise<Measurement | null> {
  const row = (await db.models.sweeps.findByPk(sweepId))?.get({ plain: true });
  if (!row) return null;
  const bytes = Uint8Array.from(row.levels);
  const all = new Float64Array(bytes.buffer);
  const passes = Array.from({ length: all.length / row.points }, (_, i) =>
    all.slice(i * row.points, (i + 1) * row.points),
  );
  return {
    format: row.format as Measurement["format"],
    lowHz: row.lowHz,
    stepHz: row.stepHz,
    points: row.points,
    passes,
    completePasses: row.completePasses,
    warnings: readSweepWarnings(JSON.parse(row.warningsJson)),
    ...(row.peaks ? { peakDbm: new Float64Array(Uint8Array.from(row.peaks).buffer) } : {}),
  };
}

/** Says which of our own packs were on while a scan was taken. */
export async function updateSweepOwn(
  db: Database,
  sweepId: number,
  own: readonly OwnCarrier[],
  transaction: Transaction,
): Promise<void> {
  await db.models.sweeps.update(
    { ownJson: JSON.stringify(own) },
    { where: { id: sweepId }, transaction },
  );
}

/** Says how a scan was taken, and with what. */
export async function updateSweepSetup(
  db: Database,
  sweepId: number,
  p: { source: string; setup: SweepSetup },
  transaction: Transaction,
): Promise<void> {
  await db.models.sweeps.update(
    { source: p.source, setupJson: JSON.stringify(p.setup) },
    { where: { id: sweepId }, transaction },
  );
}

export async function insertSweep(
  db: Database,
  dayId: number,
  sweep: NewSweep,
  transaction: Transaction,
): Promise<number> {
  const { measurement: m, own, setup, ...rest } = sweep;
  const all = new Float64Array(m.points * m.passes.length);
  m.passes.forEach((pass, i) => all.set(pass, i * m.points));
  const row = await db.models.sweeps.create(
    {
      ...rest,
      dayId,
      format: m.format,
      lowHz: m.lowHz,
      stepHz: m.stepHz,
      points: m.points,
      completePasses: m.completePasses,
      warningsJson: JSON.stringify(m.warnings),
      ownJson: JSON.stringify(own),
      setupJson: JSON.stringify(setup),
      levels: Buffer.from(all.buffer),
      peaks: m.peakDbm
        ? Buffer.from(m.peakDbm.buffer, m.peakDbm.byteOffset, m.peakDbm.byteLength)
        : null,
    },
    { transaction },
  );
  return row.get("id") as number;
}
