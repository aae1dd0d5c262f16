import { type FeedItem, feedItem } from "~/core/radio/feed";
import type { FrequencyRange } from "~/core/regulations/region";
import { hasSockets } from "./antennas";
import type { ReceiverModel } from "./models";

/**
 * One antenna pair for several receivers: what lies between the antennas and the splitter, the
 * splitter, and a cable to each receiver. Both sides, A and B, are alike. One can hang on another's
 * through output: together they are a tree.
 */
export interface Distribution {
  id: string;
  label: string;
  /** The distribution whose through output feeds it; null: antennas of its own. */
  fedBy: string | null;
  /** From the antenna on, on each side: amplifier, cable, filter, pad. */
  line: FeedItem[];
  /** Ports on each side. */
  ways: number;
  /** What an active one gains from its input to a port; null: passive, it shares what comes in. */
  gainDb: number | null;
  /** Null: as its loss, for a passive one; a usual one for an active one. */
  noiseFigureDb: number | null;
  /** Third-order intercept at its input; null where it is not told. */
  inputIp3Dbm: number | null;
  /** Whether it sends current up the cable for an active antenna or an amplifier there. */
  givesBias: boolean;
  /** Whether a port more leads on to another distribution, with what it gains. */
  through: { gainDb: number } | null;
  connector: string;
  /** What its filter lets through; null: everything. */
  passes: FrequencyRange | null;
  outputs: { receiverKey: string; items: FeedItem[] }[];
}

/** An active splitter where nobody told (common practice, no published source). */
export const USUAL_SPLITTER_NF_DB = 6;

/** A splitter with nothing on it yet: four ways, active, no gain and no loss. */
export const newDistribution = (id: string, label: string): Distribution => ({
  id,
  label,
  fedBy: null,
  line: [],
  ways: 4,
  gainDb: 0,
  noiseFigureDb: null,
  inputIp3Dbm: null,
  givesBias: false,
  through: null,
  connector: "BNC",
  passes: null,
  outputs: [],
});

/** The splitter itself, from its input to a port. */
export const splitterItem = (d: Distribution): FeedItem =>
  d.gainDb === null
    ? { kind: "splitter", ways: d.ways + (d.through ? 1 : 0) }
    : {
        kind: "amplifier",
        gainDb: d.gainDb,
        noiseFigureDb: d.noiseFigureDb ?? USUAL_SPLITTER_NF_DB,
        as: "splitter",
      };

/** What lies before a distribution's splitter, from the antenna on: the others it hangs on too. */
export function lineTo(
  all: readonly Distribution[],
  d: Distribution,
  seen: ReadonlySet<string> = new Set(),
): FeedItem[] {
  const above = d.fedBy === null ? undefined : all.find((x) => x.id === d.fedBy);
  if (!above || seen.has(above.id)) return d.line;
  const through: FeedItem = {
    kind: "amplifier",
    gainDb: above.through?.gainDb ?? 0,
    noiseFigureDb: Math.max(above.noiseFigureDb ?? USUAL_SPLITTER_NF_DB, 0),
    as: "splitter",
  };
  return [
    ...lineTo(all, above, new Set([...seen, d.id])),
    above.gainDb === null ? splitterItem(above) : through,
    ...d.line,
  ];
}

/** The distribution that feeds a receiver; undefined where its antennas are its own. */
export const distributionOf = (
  all: readonly Distribution[],
  receiverKey: string,
): Distribution | undefined =>
  all.find((d) => d.outputs.some((o) => o.receiverKey === receiverKey));

/** Everything between the antennas and a receiver's sockets; null where its antennas are its own. */
export function feedOf(all: readonly Distribution[], receiverKey: string): FeedItem[] | null {
  const d = distributionOf(all, receiverKey);
  if (!d) return null;
  return [
    ...lineTo(all, d),
    splitterItem(d),
    ...(d.outputs.find((o) => o.receiverKey === receiverKey)?.items ?? []),
  ];
}

/** The distribution at whose antennas a tree begins. */
export function rootOf(all: readonly Distribution[], d: Distribution): Distribution {
  const seen = new Set<string>();
  let at = d;
  while (at.fedBy !== null && !seen.has(at.id)) {
    seen.add(at.id);
    const { fedBy } = at;
    const above = all.find((x) => x.id === fedBy);
    if (!above) break;
    at = above;
  }
  return at;
}

export type DistributionProblem =
  | { code: "ports-short"; distribution: string; ways: number; receivers: string[] }
  | { code: "fed-twice"; receiver: string; distributions: [string, string] }
  /** Its antennas do not come off. */
  | { code: "no-sockets"; distribution: string; receiver: string }
  | { code: "unit-missing"; distribution: string; receiverKey: string }
  | { code: "other-connector"; distribution: string; receiver: string; has: string; needs: string }
  | { code: "no-through"; distribution: string; from: string }
  | { code: "circle"; distribution: string }
  /** What a receiver tunes, or is set to, is filtered out. */
  | { code: "filtered-out"; distribution: string; receiver: string; frequencyHz: number }
  | { code: "bias-missing"; distribution: string };

/** What is wrong with a tree of distributions, as it is drawn. */
export function distributionProblems(
  all: readonly Distribution[],
  receivers: readonly {
    key: string;
    label: string;
    model: ReceiverModel;
    /** What its channels are set to; empty where nothing is yet. */
    frequenciesHz: readonly number[];
  }[],
): DistributionProblem[] {
  const problems: DistributionProblem[] = [];
  const fed = new Map<string, string>();
  for (const d of all) {
    const above = d.fedBy === null ? undefined : all.find((x) => x.id === d.fedBy);
    if (d.fedBy !== null && rootOf(all, d).fedBy !== null && above)
      problems.push({ code: "circle", distribution: d.label });
    else if (above && !above.through)
      problems.push({ code: "no-through", distribution: d.label, from: above.label });
    if (d.line.some((i) => i.kind === "amplifier") && !rootOf(all, d).givesBias && !d.givesBias)
      problems.push({ code: "bias-missing", distribution: d.label });
    const here = d.outputs.map((o) => receivers.find((r) => r.key === o.receiverKey));
    if (here.length > d.ways)
      problems.push({
        code: "ports-short",
        distribution: d.label,
        ways: d.ways,
        receivers: here.flatMap((r) => r?.label ?? []),
      });
    d.outputs.forEach(({ receiverKey, items }, i) => {
      const receiver = here[i];
      if (!receiver) {
        problems.push({ code: "unit-missing", distribution: d.label, receiverKey });
        return;
      }
      const before = fed.get(receiverKey);
      if (before !== undefined)
        problems.push({
          code: "fed-twice",
          receiver: receiver.label,
          distributions: [before, d.label],
        });
      fed.set(receiverKey, d.label);
      if (!hasSockets(receiver.model))
        problems.push({ code: "no-sockets", distribution: d.label, receiver: receiver.label });
      else if (
        // a cable between them can have another plug at each end
        items.length === 0 &&
        d.connector.toLowerCase() !== receiver.model.antennaConnector.toLowerCase()
      )
        problems.push({
          code: "other-connector",
          distribution: d.label,
          receiver: receiver.label,
          has: d.connector,
          needs: receiver.model.antennaConnector,
        });
      const { passes } = d;
      const outside =
        passes && receiver.frequenciesHz.find((f) => f < passes.lowHz || f > passes.highHz);
      if (outside)
        problems.push({
          code: "filtered-out",
          distribution: d.label,
          receiver: receiver.label,
          frequencyHz: outside,
        });
    });
  }
  return problems;
}

/** What a chain does to what comes through it, at a frequency: all of it together, dB. */
export const chainGainDb = (items: readonly FeedItem[], frequencyHz: number): number =>
  items.reduce((sum, i) => sum + feedItem(i, frequencyHz).gainDb, 0);
