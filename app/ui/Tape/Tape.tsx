import type { ReactNode } from "react";
import styled from "styled-components";

/** A strip of tape beside its word: never the colour alone. */
export function Tape({ colour, children }: { colour: string | null; children: ReactNode }) {
  return (
    <Strip>
      <i aria-hidden style={{ background: colour ?? "transparent" }} />
      {children}
    </Strip>
  );
}

const Strip = styled.span`
  display: inline-flex;
  align-items: center;
  gap: 8px;
  i {
    width: 20px;
    height: 12px;
    border: 1px solid var(--soft);
    flex: none;
  }
`;
