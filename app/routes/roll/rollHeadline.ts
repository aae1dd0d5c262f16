import type { Route } from "./+types/route";
import { itemAt } from "~/core/units/items";
import type { RollState } from "~/contract/schemas/rollState";
import {
  attentionWords,
  endedWords,
  ROLL_HEADLINES,
  ROLL_SUBLINES,
  rollHeadline,
  rollingWords,
} from "~/contract/messages/roll";
import { formatClock, formatDuration } from "~/contract/messages/format";

/** The screen in one line: who is in trouble, who needs an eye, else who holds. */
export function headline(
  state: RollState | null,
  channels: readonly { id: number; talker: string }[],
  roll: "before" | "rolling" | "over",
  line: "live" | "away",
  isDriven: boolean,
): string {
  const known = (of: "rolling" | "before" | "over"): keyof typeof ROLL_HEADLINES | null =>
    channels.length === 0
      ? "nobody"
      : !isDriven
        ? "manual"
        : of === "over"
          ? "over"
          : of === "before"
            ? "ready"
            : !state
              ? "listening"
              : line === "away" || state.line === "silent"
                ? "silent"
                : null;
  const code = known(roll);
  if (code !== null || !state) return ROLL_HEADLINES[code ?? "listening"];
  const talker = (id: number) => channels.find((c) => c.id === id)?.talker ?? "?";
  const named = (level: "bad" | "watch") =>
    state.channels
      .filter((c) => c.attention[0]?.level === level)
      .map((c) => ({
        talker: talker(c.channelId),
        words: attentionWords(itemAt(c.attention, 0)).short,
      }));
  const on = state.channels.filter(
    (c) => (c.isOn || c.attention.length > 0) && c.attention[0]?.code !== "retuning",
  ).length;
  return rollHeadline({
    bad: named("bad"),
    watch: named("watch"),
    ok: Math.max(0, on - named("bad").length - named("watch").length),
    all: channels.length,
  });
}

/** Since when it rolls, and how old is what is drawn. */
export function subline(
  state: RollState | null,
  roll: Route.ComponentProps["loaderData"],
  nowMs: number,
  isDriven: boolean,
): string {
  if (!isDriven) return ROLL_SUBLINES.manual;
  if (roll.state === "before") return ROLL_SUBLINES.before;
  const since = formatClock(roll.sinceMs ?? nowMs);
  if (roll.state === "over") return endedWords(since);
  return rollingWords(
    since,
    state?.line === "silent"
      ? { isOld: true, ago: state.heardAgoMs === null ? null : formatSeconds(state.heardAgoMs) }
      : null,
  );
}

const formatSeconds = (ms: number): string =>
  ms < 60_000 ? `${(ms / 1000).toFixed(1)} s` : formatDuration(ms);
