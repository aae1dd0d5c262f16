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
