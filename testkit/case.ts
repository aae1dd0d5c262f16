import type { CaseUnit, StockItem } from "~/core/kit/units";

/** Short ways to fill a case in tests. A unit's label is its key. */
export const packUnit = (
  key: string,
  modelId: string,
  powerMw: number | null = 50,
  more: Partial<CaseUnit> = {},
): CaseUnit => ({
  key,
  kind: "pack",
  modelId,
  label: key,
  powerMw,
  serial: null,
  keyName: null,
  ...more,
});
export const receiverUnit = (
  key: string,
  modelId: string,
  more: Partial<CaseUnit> = {},
): CaseUnit => ({
  key,
  kind: "receiver",
  modelId,
  label: key,
  powerMw: null,
  serial: null,
  keyName: null,
  ...more,
});
export const stockItem = (
  kind: StockItem["kind"],
  count: number,
  block: string | null = null,
  connector: string | null = null,
): StockItem => ({ kind, block, connector, count });
