import type { CoaxType } from "~/core/radio/feed";
import type { DistributionProblem } from "~/core/kit/distribution";
import type { KitAntenna } from "~/core/kit/antennas";
import { count, mhz, namesOrCount, rangesWords } from "./format";
import { ANTENNA_NAMES } from "./plan";
import { OTHER_BLOCK_DB } from "~/core/radio/antennaDesk";

/** How much nearer a talker must be in the open for so much less, in per cent. */
const lessRangePercent = (db: number): number => Math.round(100 * (1 - 10 ** (-db / 20)));
const { least, most } = OTHER_BLOCK_DB;

/** What an antenna of another block loses, in short. */
export const OTHER_BLOCK_SHORT = `about ${Math.round(least)} to ${Math.round(most)} dB less`;

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

/** What is wrong with a distribution: what lacks, why, and what mends it. */
export function distributionProblemWords(p: DistributionProblem): {
  short: string;
  why: string;
  mend: string;
} {
  switch (p.code) {
    case "ports-short":
      return {
        short: `${p.distribution} has too few ports`,
        why: `${count(p.receivers.length, "receiver")} on ${count(p.ways, "way")}: ${namesOrCount(p.receivers, "receiver")}`,
        mend: "add a distribution, or give a receiver antennas of its own",
      };
    case "fed-twice":
      return {
        short: `${p.receiver} is fed twice`,
        why: `${p.distributions[0]} and ${p.distributions[1]} both lead to it`,
        mend: "take it off one of them",
      };
    case "no-sockets":
      return {
        short: `${p.receiver} cannot be fed by ${p.distribution}`,
        why: "its antennas are fixed",
        mend: "take it off, and keep it near the talent",
      };
    case "unit-missing":
      return {
        short: `${p.distribution} feeds a receiver that is not in the kit`,
        why: p.receiverKey,
        mend: "take it off",
      };
    case "other-connector":
      return {
        short: `${p.distribution} does not join ${p.receiver}`,
        why: `it has ${p.has}, the receiver ${p.needs}`,
        mend: `bring cables ${p.has} to ${p.needs} and put them in the feed`,
      };
    case "no-through":
      return {
        short: `${p.distribution} hangs on nothing`,
        why: `${p.from} has no through output`,
        mend: "feed it from another one, or give it antennas",
      };
    case "circle":
      return {
        short: `${p.distribution} feeds itself`,
        why: "its way leads back to it",
        mend: "give one of them antennas",
      };
    case "filtered-out":
      return {
        short: `${p.distribution} filters ${p.receiver} out`,
        why: `${mhz(p.frequencyHz)} is outside what it lets through`,
        mend: "take another filter, or another frequency",
      };
    case "bias-missing":
      return {
        short: `${p.distribution} has an amplifier without power`,
        why: "nothing sends current up its cable",
        mend: "switch antenna power on, or take the amplifier out",
      };
  }
}

/** What a scan was made with: antennas alike by one word. */
export const scanAntennaWords = (a: Pick<KitAntenna, "kind" | "block" | "range">): string =>
  a.block !== null
    ? `${ANTENNA_NAMES[a.kind]} of block ${a.block}`
    : a.range
      ? `${ANTENNA_NAMES[a.kind]}, ${rangesWords([a.range])} MHz`
      : `wideband ${ANTENNA_NAMES[a.kind]}`;
