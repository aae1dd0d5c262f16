import { formatDuration } from "./format";

/**
 * Why a phone is not let in. `waitMs` is how long its device must wait before the next try is
 * looked at.
 */
export type JoinProblem =
  | { code: "door-shut" }
  | { code: "wrong-code"; waitMs: number }
  | { code: "wait"; waitMs: number }
  | { code: "too-many"; most: number }
  | { code: "name-missing" }
  | { code: "no-network" }
  | { code: "port-taken" };

const waitWords = (ms: number): string =>
  ms < 60_000 ? `${Math.ceil(ms / 1000)} s` : formatDuration(ms);

/** Why a phone is not let in, or no phone can be. */
export function joinProblemWords(problem: JoinProblem): string {
  switch (problem.code) {
    case "door-shut":
      return "Nobody is let in now. At the cart: Phones, then Let a phone in.";
    case "wrong-code":
      return `That is not the code on the cart’s screen.${problem.waitMs === 0 ? "" : ` Wait ${waitWords(problem.waitMs)} before the next try.`}`;
    case "wait":
      return `Too many wrong codes from this phone: wait ${waitWords(problem.waitMs)}, then try again.`;
    case "too-many":
      return `${problem.most} phones are in, and no more come in. Send one away at the cart first.`;
    case "name-missing":
      return "Say whose phone it is: the name stands beside what you tick.";
    case "no-network":
      return "This computer is in no network. Join a Wi-Fi of your own, or make a hotspot, and try again.";
    case "port-taken":
      return "No port is free for phones. Close other programs that serve pages, and try again.";
  }
}
