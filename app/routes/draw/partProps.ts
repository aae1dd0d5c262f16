import type { Lengths } from "~/app/features/plan/lengths";

/** What a part of the properties is given: the item, how its figures are set, and lengths. */
export interface PartProps<Item> {
  item: Item;
  set: (change: Partial<Item>) => void;
  lengths: Lengths;
}
