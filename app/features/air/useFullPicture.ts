import { useEffect, useState } from "react";
import { SPECTRUM } from "~/contract/messages/spectrum";
import { useCommands } from "~/app/features/commands/commandStore";

/** A picture that can take the whole window: f gives it, f or Escape takes it back. */
export function useFullPicture(): { isFull: boolean; onFull: () => void } {
  const [isFull, setFull] = useState(false);
  const onFull = () => setFull((full) => !full);
  useCommands([{ label: isFull ? SPECTRUM.leaveFull : SPECTRUM.full, key: "f", run: onFull }]);
  useEffect(() => {
    if (!isFull) return undefined;
    const press = (event: KeyboardEvent) => event.key === "Escape" && setFull(false);
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [isFull]);
  return { isFull, onFull };
}
