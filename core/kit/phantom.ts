import type { ReceiverModel } from "./models";

/**
 * What phantom power of the input does to a receiver: one rule for Level, Arrival and the fault
 * finder. One that runs from it is woken by it, whatever else is told of it.
 */
export const phantomOf = (
  receiver: Pick<ReceiverModel, "phantom" | "power">,
): "harms" | "nothing" | "wakes" =>
  receiver.power?.from === "phantom" ? "wakes" : (receiver.phantom ?? "nothing");
