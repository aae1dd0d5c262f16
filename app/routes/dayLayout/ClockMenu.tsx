import { Menu, MenuItem, MenuTrigger, Popover } from "react-aria-components";
import type { DayView } from "~/server/services/day/dayView.server";
import { formatDayClock } from "~/contract/messages/format";
import { CLOCK, clockWords, skipToWords } from "~/contract/messages/frame";
import type { DayIntent } from "~/app/routes/day/intents";
import { useIsCart } from "~/app/routes/shared/CartOnly";
import { useIntent } from "~/app/routes/shared/useIntent";
import * as S from "./frame.styles";

/** The day's clock. On a practice day it can be moved on. */
export function ClockMenu({
  day,
  places,
  nowMs,
}: {
  day: DayView["day"];
  places: DayView["places"];
  nowMs: number;
}) {
  const { send } = useIntent<DayIntent>(`/day/${day.id}?index`);
  const isCart = useIsCart();
  if (!day.isPractice || !isCart) return <S.Time>{formatDayClock(nowMs)}</S.Time>;
  const later = places.filter((p) => p.startMs > nowMs);
  return (
    <MenuTrigger>
      <S.ClockButton aria-label={clockWords(nowMs)}>{formatDayClock(nowMs)}</S.ClockButton>
      <S.Popup as={Popover} placement="bottom end">
        <Menu
          onAction={(key) =>
            send(
              key === "next-event"
                ? { intent: "clock-to-next-event" }
                : typeof key === "string" && key.startsWith("place-")
                  ? { intent: "clock-to-place", placeId: Number(key.slice(6)) }
                  : { intent: "clock-on", minutes: Number(key) },
            )
          }
        >
          <S.Choice as={MenuItem} id="15">
            {CLOCK.quarter}
          </S.Choice>
          <S.Choice as={MenuItem} id="60">
            {CLOCK.hour}
          </S.Choice>
          <S.Choice as={MenuItem} id="next-event">
            {CLOCK.event}
          </S.Choice>
          {later.map((p) => (
            <S.Choice as={MenuItem} key={p.id} id={`place-${p.id}`}>
              {skipToWords(p.startMs, p.name)}
            </S.Choice>
          ))}
        </Menu>
      </S.Popup>
    </MenuTrigger>
  );
}
