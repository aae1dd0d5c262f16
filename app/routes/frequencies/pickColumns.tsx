import { FREQUENCIES, marginDb } from "~/contract/messages/frequencies";
import { formatSpan } from "~/contract/messages/format";
import type { Names, StateWords } from "~/contract/messages/day";
import type { Profile } from "~/core/coordination/problem/profile";
import { formatMhz } from "~/core/units/frequencyText";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { ChannelColumn } from "~/app/features/channelTable/ChannelTable";
import { FrequencyCell } from "~/app/features/channelTable/FrequencyCell";
import { StateCell } from "~/app/features/channelTable/StateCell";
import { type Count, inHandOf, type ShownPick, type ShownSet, weakest } from "./pickModel";

/** How one channel stands in a set, in a word or two. */
export function pickStateWords(
  c: ChannelView,
  pick: ShownPick | null,
  shown: ShownSet,
): StateWords {
  if (c.meets === "adaptive") return { status: "done", text: FREQUENCIES.picksItself };
  if (c.meets !== "tunes") return { status: "problem", text: FREQUENCIES.neverMeet };
  if (!pick)
    return shown.unplaced.some((u) => u.channelId === c.id)
      ? { status: "problem", text: FREQUENCIES.noneClear }
      : { status: "todo", text: FREQUENCIES.noneYet };
  if (pick.broken.length > 0) return { status: "problem", text: FREQUENCIES.rule };
  return { status: "done", text: pick.isLocked ? FREQUENCIES.locked : FREQUENCIES.clear };
}

/** Frequency, what comes nearest on each count, and how it stands. */
export function pickColumns(
  shown: ShownSet,
  profile: Profile,
  names: Pick<Names, "ownNumber">,
): ChannelColumn<ChannelView>[] {
  const picks = new Map(shown.picks.map((p) => [p.channelId, p]));
  const pickOf = (c: ChannelView) => picks.get(c.id) ?? null;
  const figure = (
    id: string,
    heading: string,
    worth: (pick: ShownPick) => number | null,
    words: (value: number) => string,
    tells: Count | null,
    rest: Partial<ChannelColumn<ChannelView>> = {},
  ): ChannelColumn<ChannelView> => {
    const of = (c: ChannelView) => {
      const pick = pickOf(c);
      return pick && worth(pick);
    };
    return {
      id,
      heading,
      isFigure: true,
      worth: (c) => of(c) ?? Infinity,
      cell: (c) => {
        const value = of(c);
        const pick = pickOf(c);
        if (value === null || !pick) return "–";
        // what has least to spare is the pick's own number
        return tells !== null && inHandOf(pick.reason, profile)[0]?.count === tells ? (
          <b>{words(value)}</b>
        ) : (
          words(value)
        );
      },
      ...rest,
    };
  };
  return [
    figure("frequency", FREQUENCIES.mhz, (p) => p.frequencyHz, formatMhz, null, {
      onPhone: true,
      cell: (c) => (
        <FrequencyCell
          channelId={c.id}
          frequencyHz={pickOf(c)?.frequencyHz ?? null}
          names={names}
        />
      ),
    }),
    figure(
      "product",
      FREQUENCIES.product,
      (p) => p.reason.nearestProduct?.missHz ?? null,
      formatSpan,
      "product",
    ),
    figure("noise", FREQUENCIES.noise, (p) => p.reason.margins.noiseDb, marginDb, "quiet"),
    figure("next", FREQUENCIES.next, (p) => p.reason.neighbourHz, formatSpan, "apart", {
      isExtra: true,
    }),
    {
      id: "state",
      heading: FREQUENCIES.state,
      isWidest: true,
      onPhone: true,
      worth: (c) => {
        const pick = pickOf(c);
        if (!pick) return -Infinity;
        return pick.broken.length > 0 ? -1e9 : weakest(pick.reason, profile);
      },
      cell: (c) => <StateCell words={pickStateWords(c, pickOf(c), shown)} />,
    },
  ];
}
