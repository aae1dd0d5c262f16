import { type Kit, packModel } from "./models";

/** One receiver or pack in the case. */
export interface CaseUnit {
  key: string;
  kind: "receiver" | "pack";
  modelId: string;
  label: string;
  /** What a pack is set to radiate; null for receivers. */
  powerMw: number | null;
  serial: string | null;
  /** The name of the key it encrypts with; null when it does not. */
  keyName: string | null;
  /** What it runs, as its display tells; absent or null: nobody looked. */
  firmware?: string | null;
}

/** What lies in the case beside receivers and packs. */
export const STOCK_KINDS = [
  "microphone",
  "recorder-track",
  "camera-track",
  "wired-recorder",
  "aa-cell",
  "9v-cell",
  "antenna",
  "lead",
] as const;
export type StockKind = (typeof STOCK_KINDS)[number];

export interface StockItem {
  kind: StockKind;
  /** The block an antenna is cut for; null for anything else, and for wideband ones. */
  block: string | null;
  /** How an antenna is joined; null when nobody said, and for anything else. */
  connector: string | null;
  count: number;
}

/** What a pack is set to radiate, milliwatts: its highest power when nobody said. */
export const powerOf = (kit: Kit, unit: Pick<CaseUnit, "modelId" | "powerMw">): number =>
  unit.powerMw ?? Math.max(...packModel(kit, unit.modelId).powersMw);
