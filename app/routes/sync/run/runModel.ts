import type { ChannelView } from "~/server/services/day/dayView.server";
import type { AskedUnits } from "~/contract/messages/handRun";
import type { SeenItem } from "~/contract/schemas/seen";
import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import { handCells, type HandCell, nextCell } from "~/core/channel/handRun";
import { type Kit, packModel, receiverModel } from "~/core/kit/models";
import type { Numbered } from "~/core/kit/unitNumber";
import { unitNumberWords } from "~/contract/messages/unitNumber";
import { withWaiting } from "../waiting";

/** One channel of a run by hand. */
export interface RunRow {
  channel: ChannelView;
  wantedHz: number | null;
  cells: HandCell[];
  /** The question that is asked next; null where all have a good answer. */
  next: HandCell | null;
  units: AskedUnits;
  /** How its two ends write their numbers. */
  ends: { receiver: Numbered; pack: Numbered };
}

/** What a unit was last seen to show, with what waits to be sent. */
function lastShown(
  waiting: readonly SeenItem[],
  { id, packKey }: ChannelView,
  what: "receiver-shows" | "pack-shows",
): number | null {
  const item = waiting.findLast(
    (w) =>
      w.channelId === id &&
      w.seen.what === what &&
      (what === "receiver-shows" || w.of.packKey === packKey),
  );
  return item?.seen.what === what ? item.seen.frequencyHz : null;
}

/** Channels that meters alone do not verify: nobody can ask their units, or not all of it. */
export const isByHand = (c: ChannelView): boolean => !c.isDriven || c.neededParts.includes("far");

/**
 * How every question of each channel stands: what was answered counts at once, whether the cart was
 * told or not.
 */
export function runRows(
  channels: readonly ChannelView[],
  kit: Kit,
  waiting: readonly SeenItem[],
): RunRow[] {
  return channels.map((channel): RunRow => {
    const wantedHz =
      "frequencyHz" in channel.state.frequency ? channel.state.frequency.frequencyHz : null;
    const cells = handCells({
      channel,
      wantedHz,
      receiverHz: lastShown(waiting, channel, "receiver-shows") ?? channel.receiverHz,
      packHz: lastShown(waiting, channel, "pack-shows") ?? channel.packHz,
      verification: withWaiting(channel, waiting),
    });
    const ends = {
      receiver: receiverModel(kit, channel.receiverModelId),
      pack: packModel(kit, channel.packModelId),
    };
    const named = (model: Numbered): string =>
      wantedHz === null ? "" : unitNumberWords(model, wantedHz);
    return {
      channel,
      wantedHz,
      cells,
      next: nextCell(cells),
      units: {
        receiver:
          ends.receiver.halves > 1
            ? SYNC_TEXTS.halfWith(channel.receiverLabel, channel.half + 1)
            : channel.receiverLabel,
        pack: channel.packLabel,
        receiverTo: named(ends.receiver),
        packTo: named(ends.pack),
        choosesItself: channel.meets === "adaptive",
      },
      ends,
    };
  });
}

/**
 * The row that is asked after this one: the next below that has an open question, round to the top;
 * null where none has.
 * @param fromId - null: from the top
 */
export function rowAfter(rows: readonly RunRow[], fromId: number | null): RunRow | null {
  const at = rows.findIndex((r) => r.channel.id === fromId);
  return [...rows.slice(at + 1), ...rows.slice(0, at + 1)].find((r) => r.next !== null) ?? null;
}
