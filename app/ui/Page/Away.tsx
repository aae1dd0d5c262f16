import type { ReactNode } from "react";
import styled from "styled-components";
import { PHONE } from "~/app/ui/theme/theme";

/** A page beside the days: what lies over all of them. */
export function AwayPage({ head, children }: { head: ReactNode; children: ReactNode }) {
  return (
    <Frame>
      <Top>{head}</Top>
      {children}
    </Frame>
  );
}

const Frame = styled.div`
  max-width: 1120px;
  margin: 0 auto;
  padding: 10px 28px 40px;
  ${PHONE} {
    padding: 6px 14px 32px;
  }
`;
const Top = styled.header`
  display: flex;
  gap: 14px;
  align-items: center;
  border-bottom: 2px solid var(--ink);
  padding: 4px 0 6px;
  margin-bottom: 22px;
  font-size: var(--text);
  > :last-child {
    margin-left: auto;
  }
`;
