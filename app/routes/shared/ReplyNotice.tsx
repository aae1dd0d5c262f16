import { QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import type { Reply } from "~/contract/schemas/reply";

/** What came of the last intent, with its undo where there is one. */
// the intent that undoes is the screen's own: it knows which of its intents it sent
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters
export function ReplyNotice<Intent extends object>({
  reply,
  onUndo,
}: {
  reply: Reply | undefined;
  onUndo?: (intent: Intent) => void;
}) {
  if (!reply?.message) return null;
  const undo = reply.ok ? reply.undo : null;
  return (
    <Notice
      kind={reply.ok ? "said" : "refused"}
      action={
        undo && onUndo ? (
          <QuietButton onPress={() => onUndo(undo as Intent)}>Undo</QuietButton>
        ) : undefined
      }
    >
      {reply.message}
    </Notice>
  );
}
