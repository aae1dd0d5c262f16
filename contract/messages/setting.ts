import type { SettingStep } from "~/core/kit/settingSteps";
import { mhz } from "./format";

/** What to do on a unit, and what it shows when it is done. */
export function settingStepWords(step: SettingStep): string {
  switch (step.code) {
    case "block":
      return `Check that it is of block ${step.block}.`;
    case "number":
      return `Set ${mhz(step.frequencyHz)}: first the megahertz, then the steps.`;
    case "bank":
      return `Set bank ${step.bank}, then number ${step.member} (${mhz(step.frequencyHz)}).`;
    case "switches":
      return `Turn the left switch to ${step.left}, the right one to ${step.right}.`;
    case "tv":
      return `Choose TV channel ${step.channel}, then ${step.rest.includes(".") ? `${step.rest} MHz` : `number ${step.rest} (${mhz(step.frequencyHz)})`}.`;
    case "preset":
      return `Choose preset ${step.preset} (${mhz(step.frequencyHz)}).`;
    case "copy":
      return {
        infrared: `Switch it on, ${step.isBehindDoor ? "open its door, " : ""}hold its window to the receiver’s, and start the copy there. Hold it still until the receiver says done.`,
        "near-field":
          "Switch it on, start the copy on the receiver, and hold the two marks together until both say done.",
        cable: `Switch it on, ${step.isBehindDoor ? "open its door, " : ""}plug the cable, and start the copy on the receiver.`,
      }[step.method];
    case "base":
      return "Put it on the receiver’s base once, as the manual says. Both lights show when they are paired.";
    case "pair":
      return "Pair both ends, close together, as their makers say.";
    case "store":
      return step.how === "at-off"
        ? "Switch it off to store: taking the batteries out would lose it."
        : "Store: hold its key until the number stops blinking.";
    case "read-back":
      return "Switch it off and on again, and read its frequency again.";
  }
}
