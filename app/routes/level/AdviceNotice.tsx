import { gainAdviceWords } from "~/contract/messages/level";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import type { GainControl } from "~/core/audio/gainAdvice";
import { Button } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import type { adviseAfter, Levels } from "./levelState";

interface AdviceNoticeProps {
  advice: ReturnType<typeof adviseAfter>;
  levels: Levels;
  onTurn: (control: GainControl, db: number, loudestSplAt1mDb: number) => void;
}

/** What a measured line asks for, with the one control to turn. */
export function AdviceNotice({ advice, levels, onTurn }: AdviceNoticeProps) {
  const turn =
    advice.code === "turn"
      ? { control: advice.control, loudest: advice.loudestSplAt1mDb }
      : advice.code === "pack-hides"
        ? { control: "pack" as const, loudest: levels.loudestSplAt1mDb }
        : null;
  return (
    <Notice
      kind={advice.code === "leave" ? "said" : "caution"}
      action={
        turn && "toDb" in advice ? (
          <Button onPress={() => onTurn(turn.control, advice.toDb, turn.loudest)}>
            {LEVEL_TEXTS.turn(levels.names[turn.control], levels.show(turn.control, advice.toDb))}
          </Button>
        ) : undefined
      }
    >
      {gainAdviceWords(advice, levels.show, levels.names)}
    </Notice>
  );
}
