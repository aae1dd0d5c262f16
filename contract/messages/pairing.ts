import type { PairingProblem } from "~/core/kit/pairing";

/** Why an identity cannot be used. */
export function pairingProblemWords(problem: PairingProblem): string {
  switch (problem.code) {
    case "name-empty":
      return "it needs a name";
    case "name-letters":
      return "a name has capital letters, digits, spaces and dashes only";
    case "name-long":
      return `its display has room for ${problem.most} letters`;
    case "name-twice":
      return `another pack is called ${problem.name}`;
    case "group-outside":
      return `a group is ${problem.common.join("–")} (common) or ${problem.private.join("–")} (private)`;
    case "key-length":
      return `a key has ${problem.wanted} digits, this one ${problem.digits}`;
    case "key-letters":
      return "a key has the characters 0 to 9 and a to f";
    case "key-in-common":
      return "a common group has no key: anyone can join it";
  }
}
