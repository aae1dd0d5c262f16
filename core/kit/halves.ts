import type { FrequencyRange } from "~/core/regulations/region";
import type { ReceiverModel } from "./models";

/**
 * The blocks or lists of a receiver one of which must hold all its halves, as a search takes them;
 * nothing where they share none, and where its model names none.
 */
export function halvesOneOf({
  halves,
  halvesShare,
  numbering,
  banks,
}: Pick<ReceiverModel, "halves" | "halvesShare" | "numbering" | "banks">): {
  halvesOneOf?: FrequencyRange[][];
} {
  if (halves < 2 || halvesShare === undefined) return {};
  const homes =
    halvesShare === "block"
      ? (numbering?.blocks ?? []).map(({ lowHz, highHz }) => [{ lowHz, highHz }])
      : banks.map((b) => b.frequenciesHz.map((f) => ({ lowHz: f, highHz: f })));
  return homes.length === 0 ? {} : { halvesOneOf: homes };
}
