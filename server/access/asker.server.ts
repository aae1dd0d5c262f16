/** Who asks. Decided once, at the door, and handed on; nothing behind the door decides it again. */
export type Asker =
  | { kind: "cart" }
  /** A phone that was let into one day. */
  | { kind: "guest"; id: number; name: string; dayId: number }
  /** Who has not typed the code. `device`: as the network knows it. */
  | { kind: "nobody"; device: string };

export const CART: Asker = { kind: "cart" };

/** Whose hands stand beside a record: a guest's name, null at the cart.
 * @throws {Error} for nobody, who may write nothing: that would be a hole in the door */
export function nameOf(asker: Asker): string | null {
  if (asker.kind === "nobody") throw new Error("nobody may write nothing");
  return asker.kind === "guest" ? asker.name : null;
}
