import { useEffect, useRef } from "react";
import { isForScreen } from "~/app/routes/shared/isForScreen";

/** Keys of the screen, while nothing is typed and no list or menu is open. */
export function useKeys(keys: Readonly<Record<string, () => void>>): void {
  const held = useRef(keys);
  useEffect(() => {
    held.current = keys;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!isForScreen(event, "[role=dialog]")) return;
      const act = held.current[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, []);
}
