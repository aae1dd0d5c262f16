import { controlText } from "~/contract/messages/level";
import { inputGainsDb } from "~/core/kit/setups";
import { modelsOf, type QuickSet } from "~/core/quick/quickSet";

/** A gain as the control of a set's input shows it. */
export const inputText = (set: QuickSet, db: number): string => {
  const { input } = modelsOf(set);
  return controlText(input.gain?.scale ?? "db", db, inputGainsDb(input));
};
