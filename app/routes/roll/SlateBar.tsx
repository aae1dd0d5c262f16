import { useState } from "react";
import { ROLL_TEXTS } from "~/contract/messages/screens/roll";
import type { SlateView } from "~/server/services/roll/slate.server";
import { Button } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Soft } from "~/app/ui/Page/Page";
import * as S from "./roll.styles";

interface SlateBarProps {
  slate: SlateView;
  isBusy: boolean;
  onTake: (take: { scene: string; take: number }) => void;
}

/** Scene and take now: typed, or stepped with a key. Hits and notes are put down with them. */
export function SlateBar({ slate, isBusy, onTake }: SlateBarProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const commit = () => {
    const scene = typed?.trim() ?? "";
    setTyped(null);
    if (scene !== "" && scene !== slate.scene) onTake({ scene, take: 1 });
  };
  return (
    <S.Slate aria-label={ROLL_TEXTS.sceneAndTake}>
      <Soft>{ROLL_TEXTS.scene2}</Soft>
      <TextField
        label={ROLL_TEXTS.scene2}
        isLabelHidden
        value={typed ?? slate.scene ?? ""}
        onChange={setTyped}
        onCommit={commit}
        widthCh={5}
        placeholder="–"
      />
      <Soft>{ROLL_TEXTS.take2}</Soft>
      <b>{slate.take ?? "–"}</b>
      {slate.scene !== null && (
        <Button isDisabled={isBusy} onPress={() => onTake(nextTake(slate))}>
          {ROLL_TEXTS.nextTake} <kbd>T</kbd>
        </Button>
      )}
      {slate.nextScene !== null && (
        <Button
          isDisabled={isBusy}
          onPress={() => onTake({ scene: slate.nextScene ?? "", take: 1 })}
        >
          {ROLL_TEXTS.sceneWith(slate.nextScene)}
          <kbd>S</kbd>
        </Button>
      )}
      {!slate.isSaid && slate.scene !== null && <Soft>{ROLL_TEXTS.asPlanned}</Soft>}
    </S.Slate>
  );
}

/** The take after this one of the same scene. */
export const nextTake = ({ scene, take }: SlateView): { scene: string; take: number } => ({
  scene: scene ?? "",
  take: (take ?? 0) + 1,
});
