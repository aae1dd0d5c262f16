import { useEffect, useRef, useState } from "react";
import { X } from "lucide-react";
import styled from "styled-components";
import { REPLY } from "~/contract/messages/frame";
import { QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { PHONE } from "~/app/ui/theme/theme";
import type { Reply } from "~/contract/schemas/reply";

/** How long a word of what was done stays in sight; longer where it can be undone. */
const SAID_MS = 8_000;
const UNDO_MS = 20_000;
/** Asked again this soon while someone is at it. */
const BUSY_MS = 2_000;

/**
 * What came of the last intent, with its undo where there is one, said at the edge of the window: no
 * row moves for it. What was done goes by itself; what was refused stays until it is closed.
 */
// the intent that undoes is the screen's own: it knows which of its intents it sent
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters
export function ReplyNotice<Intent extends object>({
  reply,
  onUndo,
}: {
  reply: Reply | undefined;
  onUndo?: (intent: Intent) => void;
}) {
  // one undo for each answer: pressed, it is gone, whatever comes of it
  const [usedAt, setUsedAt] = useState<number | null>(null);
  const [closed, setClosed] = useState<string | null>(null);
  const said = useRef<HTMLDivElement>(null);
  const key = reply?.message ? `${reply.at} ${reply.message}` : null;
  const at = reply?.ok === true && reply.message ? reply.at : null;
  const hasUndo = reply?.ok === true && Boolean(reply.undo) && onUndo !== undefined;
  useEffect(() => {
    if (at === null) return;
    let timer = setTimeout(go, hasUndo ? UNDO_MS : SAID_MS);
    function go() {
      if (said.current?.matches(":hover, :focus-within") === true) timer = setTimeout(go, BUSY_MS);
      else setClosed(key);
    }
    return () => clearTimeout(timer);
  }, [at, key, hasUndo]);

  if (!reply?.message || key === closed) return null;
  const undo = !reply.ok || reply.at === usedAt ? null : reply.undo;
  return (
    <Said ref={said}>
      <Notice
        kind={reply.ok ? "said" : "refused"}
        action={
          <>
            {undo && onUndo && (
              <QuietButton
                onPress={() => {
                  setUsedAt(reply.at);
                  onUndo(undo as Intent);
                }}
              >
                {REPLY.undo}
              </QuietButton>
            )}
            <QuietButton aria-label={REPLY.close} onPress={() => setClosed(key)}>
              <X aria-hidden size={18} />
            </QuietButton>
          </>
        }
      >
        {reply.message}
      </Notice>
    </Said>
  );
}

const Said = styled.div`
  position: fixed;
  z-index: 11;
  right: 12px;
  bottom: 12px;
  width: min(440px, calc(100vw - 24px));
  border: 1px solid var(--soft);
  box-shadow: 0 2px 12px rgb(0 0 0 / 25%);
  /* over the name of the shoot: the next button of a phone is in its middle or below */
  ${PHONE} {
    inset: calc(4px + env(safe-area-inset-top)) 8px auto;
    width: auto;
  }
  @media print {
    display: none;
  }
`;
