import { z } from "zod";
import type { PairingProblem } from "../../core/kit/pairing";

/** Why an identity cannot be used. */
export function pairingProblemWords(problem: PairingProblem): string {
  switch (problem.code) {
    case "name-empty":
      return "it needs a name";
    case "name-letters":
      return "a name has capital letters, figures, blanks and dashes only";
    case "name-long":
      return `its display holds ${problem.most} letters`;
    case "name-twice":
      return `another pack is called ${problem.name}`;
    case "group-outside":
      return `a group is ${problem.common.join("–")} (common) or ${problem.private.join("–")} (private)`;
    case "key-length":
      return `a key has ${problem.wanted} digits, this one ${problem.digits}`;
    case "key-letters":
      return "a key has the digits 0 to 9 and a to f";
    case "key-in-common":
      return "a common group has no key: anybody may join it";
  }
}

const identity = {
  name: z.string().trim().min(1).max(40),
  group: z.number().int().min(0).max(999_999),
  key: z.string().trim().max(64),
};

export const PAIRING_FORMAT = "plain-channel-pairing";

/**
 * The pairing record as a file, carried to the bases of other receivers. It holds the keys: it is
 * kept like them.
 */
export const pairingFile = z.object({
  format: z.literal(PAIRING_FORMAT),
  version: z.literal(1),
  packs: z
    .array(z.object({ pack: z.string().trim().min(1).max(80), ...identity }))
    .min(1)
    .max(200),
});
export type PairingFile = z.output<typeof pairingFile>;
