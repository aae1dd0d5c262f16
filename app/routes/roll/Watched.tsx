import { defined } from "~/core/units/items";
import type { RollState } from "~/contract/schemas/rollState";
import {
  formatAge,
  formatClock,
  formatDbm,
  formatSpan,
  listWords,
  mhz,
} from "~/contract/messages/format";
import * as S from "./roll.styles";

/** What looks for newcomers, and what it found; and what is ready. */
export function Watched({
  state,
  view,
  spares,
  nowMs,
}: {
  state: RollState | null;
  view: { channels: readonly { id: number; talker: string }[] };
  spares: readonly { frequencyHz: number }[];
  nowMs: number;
}) {
  const watch = state?.watch;
  const taken = new Set(
    (watch?.newcomers ?? []).flatMap((n) => (n.spareHz === null ? [] : [n.spareHz])),
  );
  const ready = spares.filter((s) => !taken.has(s.frequencyHz));
  return (
    <div>
      {watch?.newcomers.map((n) => (
        <S.Watch
          key={n.frequencyHz}
          data-new
          role="status"
        >{`New on the air: ${mhz(n.frequencyHz)}, ${formatDbm(n.levelDbm)}, first seen ${formatClock(n.firstSeenMs)}${n.nearest ? `, ${formatSpan(n.nearest.offHz)} from ${view.channels.find((c) => c.id === defined(n.nearest).channelId)?.talker ?? "us"}` : ""}${n.spareHz !== null ? `; the spare ${mhz(n.spareHz)} is not clear any more` : ""}`}</S.Watch>
      ))}
      <S.Watch>
        {watch?.problem && `The last look failed (${watch.problem}); it is tried again. `}
        {state &&
          (watch?.instrument
            ? `${watch.instrument} looks for newcomers${watch.lookedAtMs === null ? ", the first look is under way" : `, last look ${formatAge(nowMs - watch.lookedAtMs)}${watch.newcomers.length === 0 ? ": nobody new" : ""}`}. `
            : state.line === "none"
              ? ""
              : "Nothing is free to look for newcomers: every receiver carries somebody. Scan between takes. ")}
        {spares.length === 0
          ? "No spare is ready."
          : ready.length === 0
            ? "No spare is clear any more: pick again at the next break."
            : `Ready: ${listWords(ready.map((s) => mhz(s.frequencyHz)))}.`}
      </S.Watch>
    </div>
  );
}
