import { memo } from "react";
import type { StateWords } from "~/contract/messages/day";
import { formatClock, formatDuration } from "~/contract/messages/format";
import { LEVEL_ICONS, type RowChannel, RowWho } from "./RowWho";
import * as S from "./roll.styles";

interface ManualRowProps {
  channel: RowChannel;
  /** How its verification stands. */
  words: StateWords;
  /** By the clock; null where nobody said when its batteries went in. */
  hoursLeft: number | null;
  /** When its batteries are changed, as planned. */
  changeAtMs: number | null;
  /** What is due before it rolls on; null: nothing. */
  due: string | null;
  onHit: (channelNumber: number) => void;
}

const LEVELS = { done: "fine", stale: "watch", problem: "bad", todo: "watch" } as const;
/** One person whose receiver nothing reads: what was last checked by hand, and its batteries. */
export const ManualRow = memo(function ManualRow({
  channel: c,
  words,
  hoursLeft,
  changeAtMs,
  due,
  onHit,
}: ManualRowProps) {
  const level = due === null ? LEVELS[words.status] : "watch";
  return (
    <S.RowItem data-channel={c.id} data-level={level} aria-label={`${c.number} ${c.talker}`}>
      <RowWho channel={c} onHit={onHit} />
      <S.ByHand data-seam>{due === null ? "watch its own meter" : <b>{due}</b>}</S.ByHand>
      <div data-margin />
      <div data-cells>
        <S.Big>{hoursLeft === null ? "–" : formatDuration(hoursLeft * 3_600_000)}</S.Big>
        <S.Small>{batteryWords(hoursLeft, changeAtMs)}</S.Small>
      </div>
      <S.Word data-word data-level={level}>
        {LEVEL_ICONS[level]}
        <span>{words.text}</span>
      </S.Word>
    </S.RowItem>
  );
});

function batteryWords(hoursLeft: number | null, changeAtMs: number | null): string {
  if (hoursLeft === null) return "not known";
  return changeAtMs === null ? "left, by the clock" : `change ${formatClock(changeAtMs)}`;
}
