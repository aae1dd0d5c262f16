import { Button as AriaButton, Menu, MenuItem, MenuTrigger, Popover } from "react-aria-components";
import styled from "styled-components";
import type { DayView } from "~/server/services/day/dayView.server";
import { formatClock, formatDayClock } from "~/contract/messages/format";
import { MONO, TARGET_PX } from "~/app/ui/theme/theme";
import type { DayIntent } from "~/app/routes/day/intents";
import { useIsCart } from "~/app/routes/shared/CartOnly";
import { useIntent } from "~/app/routes/shared/useIntent";

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
  if (!day.isPractice || !isCart) return <Time>{formatDayClock(nowMs)}</Time>;
  const later = places.filter((p) => p.startMs > nowMs);
  return (
    <MenuTrigger>
      <ClockButton aria-label={`The day's clock, ${formatClock(nowMs)}: move it on`}>
        {formatClock(nowMs)}
      </ClockButton>
      <Sheet as={Popover} placement="bottom end">
        <Menu
          onAction={(key) =>
            send(
              key === "happening"
                ? { intent: "clock-to-happening" }
                : typeof key === "string" && key.startsWith("place-")
                  ? { intent: "clock-to-place", placeId: Number(key.slice(6)) }
                  : { intent: "clock-on", minutes: Number(key) },
            )
          }
        >
          <Item as={MenuItem} id="15">
            15 minutes on
          </Item>
          <Item as={MenuItem} id="60">
            One hour on
          </Item>
          <Item as={MenuItem} id="happening">
            Until something happens
          </Item>
          {later.map((p) => (
            <Item
              as={MenuItem}
              key={p.id}
              id={`place-${p.id}`}
            >{`To ${formatClock(p.startMs)}, ${p.name.toLowerCase()}`}</Item>
          ))}
        </Menu>
      </Sheet>
    </MenuTrigger>
  );
}

const Time = styled.span`
  font-family: ${MONO};
  font-size: 20px;
`;
const ClockButton = styled(AriaButton)`
  font-family: ${MONO};
  font-size: 20px;
  min-height: ${TARGET_PX}px;
  padding: 0 10px;
  background: transparent;
  border: 1px solid var(--rule);
  border-radius: 4px;
  cursor: pointer;
  &[data-hovered] {
    background: var(--hover);
  }
`;
const Sheet = styled.div`
  background: var(--sheet);
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  padding: 4px;
  min-width: 220px;
`;
const Item = styled.div`
  min-height: ${TARGET_PX}px;
  display: flex;
  align-items: center;
  padding: 6px 12px;
  cursor: pointer;
  border-radius: 3px;
  outline: none;
  &[data-focused] {
    background: var(--hover);
  }
`;
