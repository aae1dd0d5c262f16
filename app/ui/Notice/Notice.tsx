import { Info, TriangleAlert } from "lucide-react";
import type { ReactNode } from "react";
import styled from "styled-components";

/** What came of an action: said once, where it was done. */
export function Notice({
  kind,
  children,
  action,
}: {
  kind: "said" | "refused" | "caution";
  children: ReactNode;
  action?: ReactNode;
}) {
  const Icon = kind === "said" || kind === "caution" ? Info : TriangleAlert;
  return (
    <Box
      data-kind={kind}
      role={kind === "refused" ? "alert" : kind === "said" ? "status" : undefined}
    >
      <Icon aria-hidden size={20} />
      <div>{children}</div>
      {action}
    </Box>
  );
}

const Box = styled.div`
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 12px;
  border-left: 4px solid var(--good);
  background: var(--sheet);
  > div {
    flex: 1;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  > svg {
    flex: none;
  }
  &[data-kind="refused"] {
    border-color: var(--bad);
  }
  &[data-kind="caution"] {
    border-color: var(--watch);
    font-size: var(--text);
    color: var(--soft);
  }
`;
