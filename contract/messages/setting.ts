import type { SettingStep } from "~/core/kit/settingSteps";
import { formatMhz } from "~/core/units/frequencyText";
import { formatSpan, mhz } from "./format";

/** What to do on a unit, and what it shows when it is done. */
export function settingStepWords(step: SettingStep): string {
  switch (step.code) {
    case "block":
      return `Check that it is of block ${step.block}.`;
    case "choose-block":
      return `Choose ${step.block} in its menu.`;
    case "number":
      return step.coarse
        ? `Coarse steps of ${formatSpan(step.coarse.stepHz)} to ${formatMhz(step.coarse.toHz)}, then fine ones${step.fineHz === null ? "" : ` of ${formatSpan(step.fineHz)}`} to ${mhz(step.frequencyHz)}.`
        : `Set ${mhz(step.frequencyHz)}: first the megahertz, then the steps.`;
    case "list":
      return `Choose ${step.isUser ? "user " : ""}${step.word} ${step.list}.`;
    case "list-number":
      return step.frequencyHz === null
        ? `Choose number ${step.number} in it.`
        : `Choose number ${step.number} in it (${mhz(step.frequencyHz)}).`;
    case "switches":
      return `Turn the left switch to ${step.left}, the right one to ${step.right}.`;
    case "code-window":
      return `Press its buttons until its window shows ${step.text}.`;
    case "tv":
      return `Choose TV channel ${step.channel}.`;
    case "tv-number":
      return step.number.includes(".")
        ? `Set ${step.number} MHz in it.`
        : `Choose number ${step.number} in it (${mhz(step.frequencyHz)}).`;
    case "preset":
      return `Choose preset ${step.preset} (${mhz(step.frequencyHz)}).`;
    case "lists-missing":
      return `Set ${mhz(step.frequencyHz)}. Its own number is not known: enter its lists under Models.`;
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
    case "wake":
      return "Phantom power on at its input, or switch it on: without power from there it sleeps.";
    case "others-off":
      return "Switch off every other pack of this kind that is near.";
    case "linked":
      return step.tellsName
        ? "Its link light is steady, and it shows the pack’s name."
        : "Its link light is steady.";
    case "identify":
      return "Let it be identified: press its key or speak, and see which receiver answers.";
    case "store":
      return {
        "at-once": "It keeps the number at once.",
        "by-hand": "Store: hold its key until the number stops blinking.",
        asks: "It asks whether to use the new number: say yes.",
        "at-off": "Switch it off to store: taking the batteries out would lose it.",
      }[step.how];
    case "read-back":
      return step.isAfterOff
        ? `Switch it off and on again: it shows ${step.shown}.`
        : `It shows ${step.shown}.`;
  }
}
