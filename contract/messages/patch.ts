import type { DestinationKind, LeadKind, PatchProblem } from "~/core/kit/patch";
import { capital, count, listWords } from "./format";

export const DESTINATION_WORDS: Readonly<Record<DestinationKind, string>> = {
  camera: "camera",
  recorder: "recorder",
  mixer: "mixer",
};
export const LEAD_WORDS: Readonly<Record<LeadKind, string>> = {
  "xlr-xlr": "XLR to XLR",
  "jack-xlr": "mini-jack to XLR",
  "jack-jack": "mini-jack to mini-jack",
  "ta3-xlr": "TA3 to XLR",
  "ta3-ta3": "TA3 to TA3",
  slot: "none, in its slot",
  digital: "digital",
};

/** How the patch stands, in one line. */
export function patchHeadline(
  channels: number,
  destinations: number,
  problems: readonly PatchProblem[],
): string {
  if (channels === 0) return "No channel to patch yet";
  if (destinations === 0) return "No camera or recorder yet";
  const open = problems.filter((p) => p.code === "no-socket").length;
  if (open > 0) return `${capital(count(open, "channel"))} without an input`;
  return problems.length === 0
    ? `${channels === 1 ? "The channel has" : "Every channel has"} an input and a cable`
    : `${capital(count(problems.length, "thing"))} to fix in the patch`;
}

/** What is wrong, as a sentence. */
export function patchProblemWords(p: PatchProblem): string {
  switch (p.code) {
    case "no-socket":
      return `${p.talker} has no input`;
    case "socket-shared":
      return `${listWords(p.talkers)} share ${p.socket}, which takes ${p.takes}: they cannot be separated later`;
    case "track-shared":
      return `${listWords(p.talkers)} go onto track ${p.track}`;
    case "cables-short":
      return `${capital(count(p.needed - p.have, "cable"))} short: ${LEAD_WORDS[p.lead]}, ${p.needed} needed, ${p.have} in the kit`;
    case "cable-kind":
      return p.lead === "digital"
        ? `${p.talker}’s receiver has no digital output`
        : `${LEAD_WORDS[p.lead]} loses half the level of ${p.talker}’s balanced output`;
    case "cable-unknown":
      return `Cable not said for ${listWords(p.talkers)}`;
  }
}

/** What of it is about one talker. */
export const problemsOfTalker = (problems: readonly PatchProblem[], talker: string): string[] =>
  problems
    .filter((p) =>
      "talker" in p ? p.talker === talker : "talkers" in p && p.talkers.includes(talker),
    )
    .map(patchProblemWords);
