import { useEffect, useRef } from "react";

/** Keys of the screen, while nothing is typed and no list or menu is open. */
export function useKeys(keys: Readonly<Record<string, () => void>>): void {
  const held = useRef(keys);
  useEffect(() => {
    held.current = keys;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        target.closest("input, textarea, select, [role=listbox], [role=menu], [role=dialog]")
      )
        return;
      const act = held.current[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, []);
}
