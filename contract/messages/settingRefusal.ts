import type { SettingRefusal } from "~/contract/schemas/settingRefusal";
import { formatDb, rangesWords } from "./format";

/** Why it cannot be set or kept; begins small, and ends without a stop. */
export function settingRefusalWords(refusal: SettingRefusal): string {
  switch (refusal.code) {
    case "cells-do-not-fit":
      return `${refusal.chemistry} batteries do not fit ${refusal.unit}`;
    case "no-words":
      return `a ${refusal.of} without a word`;
    case "ends-before-it-begins":
      return "a location must end after it starts";
    case "held-by":
      return `${refusal.talker} has that ${refusal.unit}`;
    case "given-away":
      return `${refusal.holder} has ${refusal.talker}’s pack or receiver channel now`;
    case "out-of-the-case":
      return `${refusal.talker}’s pack or receiver is no longer in the kit`;
    case "no-such-exercise":
      return `an exercise number ${refusal.seed}`;
    case "nothing-clear":
      return refusal.of === "the air"
        ? `no frequency is clear for ${refusal.talker} now: find frequencies again`
        : `nothing is clear for ${refusal.talker} beside the others`;
    case "no-such-tv-channel":
      return `there is no TV channel ${refusal.channel} on this raster (${refusal.first ?? ""} is the first)`;
    case "no-such-power":
      return `${refusal.unit ?? "the pack"} has no ${refusal.asked} power`;
    case "no-such-window":
      return "such a window: it must go on, for a week at most";
    case "cannot-show":
      return `${refusal.unit} cannot show that: it tunes ${rangesWords(refusal.tuning)} MHz`;
    case "no-such-proof-outcome":
      return `"${refusal.outcome}" is not an answer to this question`;
    case "newer-recorded":
      return "there is a newer entry";
    case "cannot-go-there":
      return `${refusal.unit} cannot go to ${refusal.talker}’s frequency`;
    case "no-such-microphone":
      return "there is no such microphone in the kit";
    case "no-such-step":
      return `${refusal.model} has no ${refusal.of} step of ${formatDb(refusal.askedDb)}`;
  }
}
