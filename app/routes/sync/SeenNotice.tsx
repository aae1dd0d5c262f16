import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import type { OutboxState } from "~/app/features/live/outbox";
import { QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";

interface SeenNoticeProps {
  last: NonNullable<OutboxState["last"]>;
  /** Its own row shows the answer and its undo: only what went wrong is told here. */
  isQuiet: boolean;
  onUndo: (() => void) | null;
}

/** What became of the last that somebody saw: that it is noted, or why it was refused. */
export function SeenNotice({ last, isQuiet, onUndo }: SeenNoticeProps) {
  if (last.words === null && (onUndo === null || (isQuiet && last.seen.what !== "cells")))
    return null;
  return (
    <Notice
      kind={last.words === null ? "said" : "refused"}
      action={onUndo ? <QuietButton onPress={onUndo}>{SYNC_TEXTS.undo2}</QuietButton> : undefined}
    >
      {last.words ??
        (last.seen.what === "cells" ? SYNC_TEXTS.newBatteriesSavedWhatMust : SYNC_TEXTS.saved)}
    </Notice>
  );
}
