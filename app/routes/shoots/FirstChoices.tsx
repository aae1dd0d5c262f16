import { Cable, Clapperboard, GraduationCap } from "lucide-react";
import { Button as AriaButton } from "react-aria-components";
import { Link } from "react-router";
import styled, { css } from "styled-components";
import { SHOOTS } from "~/contract/messages/shoots";

/** The three ways in, where nothing is there yet. */
export function FirstChoices({ isBusy, onWhole }: { isBusy: boolean; onWhole: () => void }) {
  return (
    <Cards aria-label={SHOOTS.choices}>
      <Card onPress={onWhole} isDisabled={isBusy}>
        <Clapperboard aria-hidden />
        <b>{SHOOTS.whole}</b>
        <span>{SHOOTS.wholeAbout}</span>
      </Card>
      <CardLink to="/quick">
        <Cable aria-hidden />
        <b>{SHOOTS.one}</b>
        <span>{SHOOTS.oneAbout}</span>
      </CardLink>
      <CardLink to="/practice">
        <GraduationCap aria-hidden />
        <b>{SHOOTS.practise}</b>
        <span>{SHOOTS.practiseAbout}</span>
      </CardLink>
    </Cards>
  );
}

const Cards = styled.section`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(250px, 1fr));
  gap: 14px;
`;
const card = css`
  display: grid;
  gap: 4px;
  align-content: start;
  justify-items: start;
  text-align: left;
  min-height: 124px;
  padding: 16px 18px;
  border: 2px solid var(--ink);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  text-decoration: none;
  cursor: pointer;
  b {
    font-size: var(--head);
  }
  span {
    color: var(--soft);
  }
  &:hover {
    background: var(--hover);
  }
  &[data-disabled] {
    opacity: 0.45;
  }
`;
const Card = styled(AriaButton)`
  ${card}
`;
const CardLink = styled(Link)`
  ${card}
`;
