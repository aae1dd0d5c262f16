import { formatDb, formatDbfs } from "~/contract/messages/format";
import { levelWords } from "~/contract/messages/day";
import { LEVEL } from "~/contract/messages/level";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { ChannelColumn } from "~/app/features/channelTable/ChannelTable";
import { StateCell } from "~/app/features/channelTable/StateCell";

/** The gains that are kept of each channel, where its peaks lie, and how that stands. */
export const LEVEL_COLUMNS: readonly ChannelColumn<ChannelView>[] = [
  {
    id: "pack",
    heading: LEVEL.pack,
    isFigure: true,
    onPhone: true,
    worth: (c) => c.lastLevel?.gainDb ?? Infinity,
    cell: (c) => (c.lastLevel ? formatDb(c.lastLevel.gainDb) : "–"),
  },
  {
    id: "peaks",
    heading: LEVEL.peaks,
    isFigure: true,
    worth: (c) => c.lastLevel?.finalPeakDbfs ?? Infinity,
    cell: (c) =>
      c.lastLevel ? formatDbfs(c.lastLevel.measured?.peakDbfs ?? c.lastLevel.finalPeakDbfs) : "–",
  },
  {
    id: "state",
    heading: LEVEL.state,
    isWidest: true,
    onPhone: true,
    worth: (c) => ["problem", "stale", "todo", "done"].indexOf(c.state.level.status),
    cell: (c) => <StateCell words={levelWords(c.state)} />,
  },
];
