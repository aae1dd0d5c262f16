import { outcomeCode } from "~/contract/schemas/verificationOutcome";

type Rows = Record<string, unknown>[];
const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const renamed = (row: unknown, names: Readonly<Record<string, string>>): unknown =>
  isRecord(row)
    ? Object.fromEntries(Object.entries(row).map(([name, v]) => [names[name] ?? name, v]))
    : row;

/**
 * A day of an archive of version 1 as version 2 has it. It is looked at before its shape is
 * checked: what is not as it should be is left for the check to name.
 */
export function dayOfVersion1(day: unknown): unknown {
  if (!isRecord(day) || !isRecord(day.tables)) return day;
  const each = (table: string, change: (row: unknown) => unknown): unknown => {
    const rows = (day.tables as Record<string, unknown>)[table];
    return Array.isArray(rows) ? (rows as Rows).map(change) : rows;
  };
  return {
    ...day,
    day: renamed(day.day, { isGone: "isArchived" }),
    tables: {
      ...day.tables,
      channels: each("channels", (row) =>
        renamed(row, { isGone: "isArchived", also: "extraPacks" }),
      ),
      syncs: each("syncs", (row) => {
        const now = renamed(row, { seenId: "idempotencyKey" });
        return isRecord(now) && typeof now.outcome === "string"
          ? { ...now, outcome: outcomeCode(now.outcome) }
          : now;
      }),
      dayEvents: each("dayEvents", (row) => {
        const now = renamed(row, { seenId: "idempotencyKey" });
        return isRecord(now) && isRecord(now.data) ? { ...now, data: eventOf(now.data) } : now;
      }),
    },
  };
}

const eventOf = (data: Record<string, unknown>): Record<string, unknown> =>
  data.kind === "hit-closed" && data.how === "taken back"
    ? { ...data, how: "taken-back" }
    : data.kind === "power" && data.by === "its own word"
      ? { ...data, by: "own-word" }
      : data;
