import styled from "styled-components";
import type { Names } from "~/contract/messages/day";
import { formatMhz } from "~/core/units/frequencyText";

/**
 * A channel's frequency in a row: what its units show, where they have numbers of their own, then
 * the megahertz where there is room for both.
 */
export function FrequencyCell({
  channelId,
  frequencyHz,
  names,
}: {
  channelId: number;
  frequencyHz: number | null;
  names: Pick<Names, "ownNumber">;
}) {
  if (frequencyHz === null) return "–";
  const own = names.ownNumber(channelId, frequencyHz);
  if (own === null) return formatMhz(frequencyHz);
  return (
    <>
      <b>{own}</b> <Mhz>{formatMhz(frequencyHz)}</Mhz>
    </>
  );
}

const Mhz = styled.span`
  color: var(--soft);
  @media (max-width: 720px) {
    display: none;
  }
`;
