import { Check, CircleDashed, CircleDot, Power, TriangleAlert } from "lucide-react";

/** How a channel stands, as a sign before its word. */
export const LEVEL_ICONS = {
  bad: <TriangleAlert aria-hidden size={18} strokeWidth={2.6} />,
  watch: <CircleDot aria-hidden size={17} />,
  off: <Power aria-hidden size={16} />,
  wait: <CircleDashed aria-hidden size={16} />,
  fine: <Check aria-hidden size={16} />,
} as const;

export type RollLevel = keyof typeof LEVEL_ICONS;
