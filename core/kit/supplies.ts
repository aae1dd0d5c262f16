import type { BatterySet } from "./models";

export const SUPPLY_KINDS = ["bag", "camera", "other"] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

/** What powers receivers that have no batteries of their own: the bag's or the camera's supply. */
export interface Supply {
  id: string;
  label: string;
  kind: SupplyKind;
  cell: BatterySet;
  /** Keys of the receivers that it powers: when it goes, they go. */
  feeds: string[];
}

/** The supply that a receiver hangs on; undefined where nobody said. */
export const supplyOf = (supplies: readonly Supply[], receiverKey: string): Supply | undefined =>
  supplies.find((s) => s.feeds.includes(receiverKey));
