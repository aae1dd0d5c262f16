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
      return "No phone can connect now. At the cart, choose Phones, then Connect a phone.";
    case "wrong-code":
      return `That is not the code on the cart’s screen.${problem.waitMs === 0 ? "" : ` Wait ${waitWords(problem.waitMs)} before the next try.`}`;
    case "wait":
      return `Too many wrong codes from this phone: wait ${waitWords(problem.waitMs)}, then try again.`;
    case "too-many":
      return `${problem.most} phones are connected, the most there can be. Disconnect one at the cart first.`;
    case "name-missing":
      return "Say whose phone this is. The name stands beside what you check.";
    case "no-network":
      return "This computer is not on a network. Join your own Wi-Fi or make a hotspot, then try again.";
    case "port-taken":
      return "No port is free for phones. Close other programs that serve pages, then try again.";
  }
}
