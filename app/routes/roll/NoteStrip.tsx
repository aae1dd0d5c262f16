import { useEffect } from "react";
import { ROLL_TEXTS } from "~/contract/messages/screens/roll";
import { newId } from "~/app/features/live/newId";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useIntent } from "~/app/routes/shared/useIntent";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import type { RollIntent } from "./intents";
import * as S from "./roll.styles";
import type { OpenNote, RollStep } from "./rollScreenState";

/** A note of the moment. It goes from the screen when it is kept, and not before. */
export function NoteStrip({
  note,
  step,
}: {
  note: OpenNote | null;
  step: (step: RollStep) => void;
}) {
  const { send, reply, isBusy } = useIntent<RollIntent>();
  const sentAfter = note?.sentAfter ?? null;
  useEffect(() => {
    if (sentAfter !== null && reply && reply.at !== sentAfter)
      step({ do: "note-answered", isOk: reply.ok });
  }, [sentAfter, reply, step]);
  const keep = () => {
    if (!note || note.sentAfter !== null) return;
    if (note.text.trim() === "") {
      step({ do: "leave-note" });
      return;
    }
    send({
      intent: "note",
      text: note.text,
      channelId: null,
      agoMs: Math.max(0, performance.now() - note.begunAt),
      idempotencyKey: newId(),
    });
    step({ do: "send-note", answeredAt: reply?.at ?? 0 });
  };
  return (
    <>
      {note && (
        <S.Strip>
          <TextField
            label={ROLL_TEXTS.note}
            value={note.text}
            onChange={(text) => step({ do: "write", text })}
            isFocused
            widthCh={48}
            onEnter={keep}
          />
          <Button onPress={keep} isDisabled={isBusy}>
            {ROLL_TEXTS.save}
          </Button>
          <QuietButton onPress={() => step({ do: "leave-note" })}>{ROLL_TEXTS.cancel}</QuietButton>
        </S.Strip>
      )}
      <ReplyNotice reply={reply} />
    </>
  );
}
