import { Link } from "react-router";
import styled from "styled-components";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import type { Status as StateStatus } from "~/core/channel/channelState";
import { Mark } from "~/app/ui/Mark/Mark";
import { Status } from "~/app/ui/Status/Status";
import { PHONE } from "~/app/ui/theme/theme";

export interface ChooserItem {
  id: number;
  mark: string;
  talker: string;
  status: StateStatus;
  words: string;
}

/** Whose channel one works on: people in their order, each with how this part stands. */
export function ChannelChooser({
  items,
  chosenId,
}: {
  items: readonly ChooserItem[];
  chosenId: number;
}) {
  return (
    <List aria-label={FEATURES_TEXTS.channels}>
      {items.map((c) => (
        <li key={c.id}>
          <Item
            to={`?channel=${c.id}`}
            replace
            preventScrollReset
            aria-current={c.id === chosenId ? "true" : undefined}
          >
            <Mark>{c.mark}</Mark>
            <span>
              <b>{c.talker}</b>
              <small>
                <Status status={c.status}>{c.words}</Status>
              </small>
            </span>
          </Item>
        </li>
      ))}
    </List>
  );
}

/** The channel an address asks for, or the first that is not done. */
export function chosenChannel<T extends { id: number }>(
  channels: readonly T[],
  asked: string | null,
  isOpen: (channel: T) => boolean,
): T | undefined {
  return channels.find((c) => String(c.id) === asked) ?? channels.find(isOpen) ?? channels[0];
}

const List = styled.ul`
  list-style: none;
  display: flex;
  flex-direction: column;
  min-width: 190px;
  ${PHONE} {
    flex-direction: row;
    overflow-x: auto;
    margin: 0 -12px;
    padding: 0 12px;
  }
`;
const Item = styled(Link)`
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 56px;
  padding: 6px 12px 6px 8px;
  text-decoration: none;
  border-left: 4px solid transparent;
  border-bottom: 1px solid var(--rule);
  small {
    display: block;
    font-size: var(--small);
    line-height: 1.25;
  }
  &[aria-current] {
    border-left-color: var(--accent);
    background: var(--sheet);
  }
  &:hover {
    background: var(--hover);
  }
  ${PHONE} {
    min-width: 170px;
    border-left: 0;
    border-bottom: 4px solid transparent;
    &[aria-current] {
      border-bottom-color: var(--accent);
    }
  }
`;
