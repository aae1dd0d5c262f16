import { Link } from "react-router";
import styled from "styled-components";
import { DAY, type Names } from "~/contract/messages/day";
import { mhz } from "~/contract/messages/format";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { StateCell } from "~/app/features/channelTable/StateCell";
import { BigFigure, Heading, Row, Soft } from "~/app/ui/Page/Page";
import { frequencyOf, partsOf } from "./dayColumns";

/** Everything about one channel, and where each part of it is done. */
export function ChannelDetail({
  channel: c,
  base,
  names,
}: {
  channel: ChannelView;
  base: string;
  names: Names;
}) {
  const frequencyHz = frequencyOf(c);
  return (
    <>
      <div>
        <Heading>{`${c.number} · ${c.talker}${c.part === "" ? "" : `, ${c.part}`}`}</Heading>
        <Soft as="p">{`${c.packLabel} · ${c.receiverLabel}`}</Soft>
      </div>
      {frequencyHz !== null && <BigFigure>{mhz(frequencyHz)}</BigFigure>}
      <LegalFlag legality={c.legality} unit={c.packLabel} />
      <Parts>
        {partsOf(c, names).map(({ screen, label, words }) => (
          <li key={screen}>
            <Link to={`${base}/${screen}?channel=${c.id}`}>{label}</Link>
            <StateCell words={words} />
          </li>
        ))}
      </Parts>
      <Row>
        <Link to={`${base}/batteries?channel=${c.id}`}>{DAY.batteries}</Link>
        <Link to={`${base}/cards?channel=${c.id}`}>{DAY.card}</Link>
      </Row>
    </>
  );
}

const Parts = styled.ul`
  list-style: none;
  li {
    display: grid;
    grid-template-columns: 100px minmax(0, 1fr);
    gap: 8px;
    align-items: center;
    min-height: var(--row);
    border-bottom: 1px solid var(--rule);
  }
  a {
    display: flex;
    align-items: center;
    min-height: var(--target);
  }
`;
