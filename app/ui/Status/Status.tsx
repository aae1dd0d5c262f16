import { Check, CircleDashed, History, TriangleAlert } from "lucide-react";
import styled from "styled-components";
import { UI_TEXTS } from "~/contract/messages/screens/parts/ui";

export type StatusName = "done" | "stale" | "problem" | "todo";

const ICONS = { done: Check, stale: History, problem: TriangleAlert, todo: CircleDashed };
const SPOKEN = { done: "done", stale: "stale", problem: "needs a hand", todo: UI_TEXTS.toDo };

/** A state as shape and word; colour only underlines it. */
export function Status({ status, children }: { status: StatusName; children: string }) {
  const Icon = ICONS[status];
  return (
    <Line data-status={status}>
      <Icon aria-label={SPOKEN[status]} size={17} strokeWidth={status === "problem" ? 2.4 : 2} />
      <span>{children}</span>
    </Line>
  );
}

const Line = styled.span`
  display: inline-flex;
  align-items: baseline;
  gap: 6px;
  svg {
    align-self: center;
    flex: none;
  }
  &[data-status="done"] {
    color: var(--good);
  }
  &[data-status="stale"],
  &[data-status="todo"] {
    color: var(--watch);
  }
  &[data-status="problem"] {
    color: var(--bad);
    font-weight: 700;
  }
`;
