import type { ChannelView } from "~/server/services/day/dayView.server";
import type { SeenItem } from "~/contract/schemas/seen";
import { isGoodOutcome } from "~/core/channel/verificationParts";

/**
 * What a channel's verification looks like with what waits to be sent: a tick shows at once, whether the
 * cart was told or not.
 */
export function withWaiting(
  channel: ChannelView,
  waiting: readonly SeenItem[],
): ChannelView["verification"] {
  const mine = waiting.filter((w) => w.channelId === channel.id);
  return channel.verification.map((state) => {
    const item = mine.findLast(({ seen }) => seen.what === "proof" && seen.part === state.part);
    if (item?.seen.what !== "proof") return state;
    const { part, outcome, shown } = item.seen;
    return {
      part,
      status: isGoodOutcome(part, outcome) ? "done" : "problem",
      why: null,
      record: {
        kind: "proof",
        channelId: channel.id,
        placeId: 0,
        atMs: item.atMs ?? 0,
        who: null,
        part,
        outcome,
        shown,
        strongestDbm: null,
        antennasDbm: null,
        ...item.of,
      },
    };
  });
}
