import { useEffect } from "react";
import type { HelpStage } from "~/contract/messages/help";
import { CommandBox, type CommandGroup } from "./CommandBox";
import { HelpSheet } from "./HelpSheet";
import { setOverlay, useOverlay } from "./overlayStore";

/** The command box and the help, whichever is open. */
export function Overlays({ groups, stage }: { groups: readonly CommandGroup[]; stage: HelpStage }) {
  const open = useOverlay();
  // left open on the way to a screen without a day, it would come again by itself
  useEffect(() => () => setOverlay(null), []);
  return (
    <>
      <CommandBox
        isOpen={open === "commands"}
        onOpen={(isOpen) => setOverlay(isOpen ? "commands" : null)}
        groups={groups}
      />
      <HelpSheet
        isOpen={open === "help"}
        onOpen={(isOpen) => setOverlay(isOpen ? "help" : null)}
        stage={stage}
      />
    </>
  );
}
