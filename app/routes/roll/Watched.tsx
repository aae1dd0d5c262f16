import { defined } from "~/core/units/items";
import type { RollState } from "~/contract/schemas/rollState";
import {
  formatAge,
  formatClock,
  formatRfLevel,
  formatSpan,
  listWords,
  mhz,
} from "~/contract/messages/format";
import type { Names } from "~/contract/messages/day";
import { spareWords } from "~/contract/messages/unitNumber";
import { ROLL_TEXTS } from "~/contract/messages/screens/roll";
import * as S from "./roll.styles";

/** What watches for new carriers, and what it found; and what is ready. */
export function Watched({
  state,
  view,
  names,
  spares,
  nowMs,
}: {
  state: RollState | null;
  view: { channels: readonly { id: number; talker: string }[] };
  names: Pick<Names, "ownNumber" | "talker">;
  spares: readonly { frequencyHz: number; for: readonly number[] }[];
  nowMs: number;
}) {
  const watch = state?.watch;
  const taken = new Set(
    (watch?.newCarriers ?? []).flatMap((n) => (n.spareHz === null ? [] : [n.spareHz])),
  );
  const ready = spares.filter((s) => !taken.has(s.frequencyHz));
  return (
    <div>
      {watch?.newCarriers.map((n) => (
        <S.Watch key={n.frequencyHz} data-new role="status">
          {ROLL_TEXTS.newCarrierFirstSeen(
            mhz(n.frequencyHz),
            formatRfLevel(n.levelDbm),
            formatClock(n.firstSeenMs),
            n.nearest
              ? ROLL_TEXTS.from(
                  formatSpan(n.nearest.offHz),
                  view.channels.find((c) => c.id === defined(n.nearest).channelId)?.talker ?? "us",
                )
              : "",
            n.spareHz !== null ? ROLL_TEXTS.theSpareIsNoLonger(mhz(n.spareHz)) : "",
          )}
        </S.Watch>
      ))}
      <S.Watch>
        {watch?.problem && ROLL_TEXTS.theLastSweepFailed(watch.problem)}
        {state &&
          (watch?.instrument
            ? ROLL_TEXTS.watchesForNewCarriers(
                watch.instrument,
                watch.lookedAtMs === null
                  ? ROLL_TEXTS.firstSweepRunning
                  : ROLL_TEXTS.lastSweep(
                      formatAge(nowMs - watch.lookedAtMs),
                      watch.newCarriers.length === 0 ? ROLL_TEXTS.none : "",
                    ),
              )
            : state.line === "none"
              ? ""
              : ROLL_TEXTS.noReceiverIsFree)}
        {spares.length === 0
          ? ROLL_TEXTS.noSpareIsReady
          : ready.length === 0
            ? ROLL_TEXTS.noSpareIsClearFind
            : ROLL_TEXTS.ready(
                listWords(
                  ready.map((s) => {
                    const words = spareWords(s, names);
                    return words.own === null ? words.mhz : `${words.mhz} (${words.own})`;
                  }),
                ),
              )}
      </S.Watch>
    </div>
  );
}
