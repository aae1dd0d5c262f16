import { useEffect } from "react";
import { commandStore } from "./commandStore";
import { isForScreen } from "./isForScreen";
import { isNothingFocused } from "./keptFocus";

/** The first of two keys: what follows it is a place to go. */
const FIRST_KEY = "g";
/** So long the second key of two may take. */
const SECOND_KEY_MS = 1500;
/** A second Enter this soon was meant for the button before. */
const SETTLE_MS = 600;

/** Enter, while nothing has the focus, presses the one button that the screen marks for it. */
function pressMain(event: KeyboardEvent): boolean {
  const button = document.querySelector<HTMLButtonElement>("main button[data-enter]:enabled");
  if (!button) return false;
  event.preventDefault();
  button.click();
  return true;
}

/** Whether a control that has the focus wants the key for itself. */
const isPressed = (event: KeyboardEvent): boolean =>
  (event.key === " " || event.key === "Enter") && !isNothingFocused();

/**
 * Hands each key to the command that has it. Keys are left alone while one types, and where a part
 * of the screen has taken them already; two after each other come before all of them.
 * @param onBox - Ctrl or ⌘ with K
 */
export function useCommandKeys(onBox: () => void): void {
  useEffect(() => {
    let firstAtMs = -Infinity;
    let enteredAtMs = -Infinity;
    const pressTwo = (event: KeyboardEvent) => {
      if (!isForScreen(event)) return;
      // what has the focus is pressed now and may be gone a moment later
      if (event.key === "Enter" && !isNothingFocused()) enteredAtMs = event.timeStamp;
      const isSecond = event.timeStamp - firstAtMs < SECOND_KEY_MS;
      firstAtMs = -Infinity;
      if (!isSecond) {
        if (event.key === FIRST_KEY && !event.repeat) firstAtMs = event.timeStamp;
        return;
      }
      const command = commandStore.byKey(`${FIRST_KEY} ${event.key.toLowerCase()}`);
      if (!command) return;
      event.preventDefault();
      event.stopPropagation();
      command.run();
    };
    const press = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && !event.altKey && event.key.toLowerCase() === "k") {
        event.preventDefault();
        onBox();
        return;
      }
      if (event.defaultPrevented || event.repeat || !isForScreen(event, "[role=slider]")) return;
      if (event.key === "Enter" && isNothingFocused()) {
        if (event.timeStamp - enteredAtMs > SETTLE_MS && pressMain(event))
          enteredAtMs = event.timeStamp;
        return;
      }
      if (isPressed(event)) return;
      const command = commandStore.byKey(event.key);
      if (!command) return;
      event.preventDefault();
      command.run();
    };
    window.addEventListener("keydown", pressTwo, true);
    // at the window: what listens at the document has had the key by then
    window.addEventListener("keydown", press);
    return () => {
      window.removeEventListener("keydown", pressTwo, true);
      window.removeEventListener("keydown", press);
    };
  }, [onBox]);
}
