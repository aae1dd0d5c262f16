import {
  DAY,
  frequencyWords,
  levelWords,
  type Names,
  placeWords,
  type StateWords,
  syncWords,
} from "~/contract/messages/day";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { ChannelColumn } from "~/app/features/channelTable/ChannelTable";
import { FrequencyCell } from "~/app/features/channelTable/FrequencyCell";
import { StateCell } from "~/app/features/channelTable/StateCell";

/** The parts of a channel's work, each with the screen where it is done. */
export const partsOf = (
  c: ChannelView,
  names: Names,
): readonly { screen: string; label: string; words: StateWords }[] => [
  { screen: "frequencies", label: DAY.frequency, words: frequencyWords(c.state, names) },
  { screen: "sync", label: DAY.sync, words: syncWords(c.state, names) },
  { screen: "level", label: DAY.level, words: levelWords(c.state) },
  { screen: "range", label: DAY.range, words: placeWords(c.state) },
];

/** What is wrong comes first, then what is to do. */
const ORDER: Record<StateWords["status"], number> = { problem: 0, stale: 1, todo: 2, done: 3 };

export const frequencyOf = (c: ChannelView): number | null =>
  "frequencyHz" in c.state.frequency ? c.state.frequency.frequencyHz : null;

export function dayColumns(names: Names): ChannelColumn<ChannelView>[] {
  const part = (i: 1 | 2 | 3, isWidest = false): ChannelColumn<ChannelView> => {
    const of = (c: ChannelView) => {
      const found = partsOf(c, names)[i];
      if (!found) throw new RangeError(`no part ${i}`);
      return found;
    };
    return {
      id: ["frequency", "sync", "level", "range"][i] ?? "",
      heading: [DAY.frequency, DAY.sync, DAY.level, DAY.range][i] ?? "",
      worth: (c) => ORDER[of(c).words.status],
      isWidest,
      cell: (c) => <StateCell words={of(c).words} />,
    };
  };
  return [
    {
      id: "frequency",
      heading: DAY.mhz,
      isFigure: true,
      onPhone: true,
      worth: (c) => frequencyOf(c) ?? Infinity,
      cell: (c) => <FrequencyCell channelId={c.id} frequencyHz={frequencyOf(c)} names={names} />,
    },
    part(1),
    part(2),
    part(3, true),
    {
      // a phone has room for one of them: the first that is not done
      id: "open",
      heading: "",
      isPhoneOnly: true,
      onPhone: true,
      cell: (c) => {
        const parts = partsOf(c, names);
        const open =
          parts.find(({ words }) => words.status === "problem") ??
          parts.find(({ words }) => words.status !== "done");
        return <StateCell words={open?.words ?? { status: "done", text: DAY.ready }} />;
      },
    },
  ];
}
