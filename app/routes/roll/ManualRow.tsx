import { Check, CircleDot, TriangleAlert } from "lucide-react";
import { memo } from "react";
import type { StateWords } from "~/contract/messages/day";
import { formatClock, formatDuration, mhz } from "~/contract/messages/format";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { Mark } from "~/app/ui/Mark/Mark";
import * as S from "./roll.styles";

interface ManualRowProps {
  channel: Pick<ChannelView, "id" | "number" | "talker" | "mark" | "packLabel" | "receiverHz">;
  /** How its verification stands. */
  words: StateWords;
  /** By the clock; null where nobody said when its batteries went in. */
  hoursLeft: number | null;
  /** When its batteries are changed, as planned. */
  changeAtMs: number | null;
  onHit: (channelNumber: number) => void;
}

const LEVELS = { done: "fine", stale: "watch", problem: "bad", todo: "watch" } as const;
const ICONS = {
  fine: <Check aria-hidden size={18} />,
  watch: <CircleDot aria-hidden size={20} />,
  bad: <TriangleAlert aria-hidden size={22} strokeWidth={2.6} />,
};

/** One person whose receiver nothing reads: what was last checked by hand, and its batteries. */
export const ManualRow = memo(function ManualRow({
  channel: c,
  words,
  hoursLeft,
  changeAtMs,
  onHit,
}: ManualRowProps) {
  const level = LEVELS[words.status];
  return (
    <S.RowItem data-level={level} aria-label={`${c.number} ${c.talker}`}>
      <S.Who type="button" onClick={() => onHit(c.number)} title={`Hit on ${c.talker}`}>
        <S.Number>{c.number}</S.Number>
        <Mark>{c.mark}</Mark>
        <S.Name>
          <b>{c.talker}</b>
          <small>{`${c.packLabel.replace(/^Pack /, "")} · ${c.receiverHz ? mhz(c.receiverHz).replace(" MHz", "") : "no number"}`}</small>
        </S.Name>
      </S.Who>
      <S.ByHand data-seam>not connected: watch its own meter</S.ByHand>
      <div data-margin />
      <div data-cells>
        <S.Big>{hoursLeft === null ? "–" : formatDuration(hoursLeft * 3_600_000)}</S.Big>
        <S.Small>{batteryWords(hoursLeft, changeAtMs)}</S.Small>
      </div>
      <S.Word data-word data-level={level}>
        {ICONS[level]}
        <span>{words.text}</span>
      </S.Word>
    </S.RowItem>
  );
});

function batteryWords(hoursLeft: number | null, changeAtMs: number | null): string {
  if (hoursLeft === null) return "batteries not known";
  return changeAtMs === null ? "left, by the clock" : `change ${formatClock(changeAtMs)}`;
}
