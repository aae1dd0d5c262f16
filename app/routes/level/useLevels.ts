import { currentPlace } from "~/app/routes/shared/useDay";
import { useMemo, useReducer } from "react";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import type { LevelSettings } from "~/core/kit/setups";
import { type LevelChange, levelReducer, levelsOf, startLevels, type Turned } from "./levelState";

/** Everything about one channel's levels: what is turned here, and what follows from it at once. */
export function useLevels(view: DayView, channel: ChannelView) {
  const hasLoudspeakers = currentPlace(view).hasLoudspeakers ?? false;
  const about = { view, channel, hasLoudspeakers };
  const [turned, change] = useReducer(
    (now: Turned, to: LevelChange) => levelReducer(about, now, to),
    about,
    startLevels,
  );
  const levels = useMemo(
    () => levelsOf({ view, channel, hasLoudspeakers }, turned),
    [turned, view, channel, hasLoudspeakers],
  );
  return {
    levels,
    microphoneId: turned.microphoneId,
    turn: (to: Partial<Turned>) => change({ type: "turned", change: to }),
    set: (settings: Partial<LevelSettings>) => change({ type: "set", settings }),
    ask: ({ voice = {}, ...to }: Partial<Turned> & { voice?: Partial<LevelSettings> }) =>
      change({ type: "asked", change: to, voice }),
  };
}
