import type { CoaxType } from "~/core/radio/feed";
import { formatDb } from "./format";
import { OTHER_BLOCK_DB } from "~/core/radio/antennaDesk";

/** How much nearer a talker must be in the open for so much less, in per cent. */
const lessRangePercent = (db: number): number => Math.round(100 * (1 - 10 ** (-db / 20)));
const { least, most } = OTHER_BLOCK_DB;

/** What an antenna of another block loses, in short. */
export const OTHER_BLOCK_SHORT = `about ${Math.round(least)} to ${Math.round(most)} dB less`;

/** The same for a block whose place is known. */
export const otherBlockLossWords = (lossDb: number | null): string =>
  lossDb === null ? OTHER_BLOCK_SHORT : `about ${formatDb(Math.max(1, Math.round(lossDb)))} less`;

/** The same with what that does to the range. */
export const OTHER_BLOCK_WORDS = `An antenna of another block, 15 to 20 % off its length, loses ${Math.round(least)} to ${Math.round(most)} dB: ${lessRangePercent(least)} to ${lessRangePercent(most)} % of the range in the open.`;

/** Cables as they are asked for, the thinnest first. */
export const COAX_CHOICES: readonly { id: CoaxType; label: string }[] = [
  { id: "RG-174", label: "RG-174, thin" },
  { id: "RG-58", label: "RG-58" },
  { id: "RG-8X", label: "RG-8X" },
  { id: "RG-213", label: "RG-213, thick" },
  { id: "low-loss-10", label: "low-loss, 10 mm" },
];
/** The same where there may be none: the receiver's own antennas. */
export const COAX_OR_NONE: readonly { id: CoaxType | "none"; label: string }[] = [
  { id: "none", label: "no cable" },
  ...COAX_CHOICES,
];
