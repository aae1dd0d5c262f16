import { capital, count } from "./format";

export type JoinProblem = { code: "door-shut" } | { code: "wrong-code"; left: number } | { code: "name-missing" } | { code: "no-network" } | { code: "port-taken" };

/** Why a phone is not let in, or no phone can be. */
export function joinProblemWords(problem: JoinProblem): string {
  switch (problem.code) {
    case "door-shut": return "Nobody is let in now. At the cart: Phones, then Let a phone in.";
    case "wrong-code": return problem.left > 0 ? `That is not the code on the cart’s screen. ${capital(count(problem.left, "try", "tries"))} left before it changes.` : "That is not the code. It has changed now: look at the cart’s screen again.";
    case "name-missing": return "Say whose phone it is: the name stands beside what you tick.";
    case "no-network": return "This computer is in no network. Join a Wi-Fi of your own, or make a hotspot, and try again.";
    case "port-taken": return "No port is free for phones. Close other programs that serve pages, and try again.";
  }
}
