import { Check, CircleDot, Power, TriangleAlert } from "lucide-react";
import { mhz } from "~/contract/messages/format";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { Mark } from "~/app/ui/Mark/Mark";
import * as S from "./roll.styles";

export type RowChannel = Pick<
  ChannelView,
  "id" | "number" | "talker" | "mark" | "packLabel" | "receiverHz"
>;

/** How a row stands, as a sign before its word. */
export const LEVEL_ICONS = {
  bad: <TriangleAlert aria-hidden size={22} strokeWidth={2.6} />,
  watch: <CircleDot aria-hidden size={20} />,
  off: <Power aria-hidden size={18} />,
  fine: <Check aria-hidden size={18} />,
} as const;

interface RowWhoProps {
  channel: RowChannel;
  onHit: (channelNumber: number) => void;
}

/** Whose row it is; pressed, it calls a hit. */
export function RowWho({ channel: c, onHit }: RowWhoProps) {
  const units = `${c.packLabel.replace(/^Pack /, "")} · ${c.receiverHz ? mhz(c.receiverHz).replace(" MHz", "") : "no number"}`;
  return (
    <S.Who type="button" onClick={() => onHit(c.number)} title={`Hit on ${c.talker}`}>
      <S.Number>{c.number}</S.Number>
      <Mark>{c.mark}</Mark>
      <S.Name>
        <b>{c.talker}</b>
        <small>{units}</small>
      </S.Name>
    </S.Who>
  );
}
