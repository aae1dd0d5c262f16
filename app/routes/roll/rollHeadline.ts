import type { Route } from "./+types/route";
import { itemAt } from "~/core/units/items";
import type { RollState } from "~/contract/schemas/rollState";
import { attentionWords } from "~/contract/messages/roll";
import { capital, count, formatClock, formatDuration, listWords } from "~/contract/messages/format";

/** The screen in one line: who is in trouble, who needs an eye, else who holds. */
export function headline(
  state: RollState | null,
  channels: readonly { id: number; talker: string }[],
  roll: string,
  line: "live" | "away",
  isDriven: boolean,
): string {
  if (channels.length === 0) return "Nobody is wired";
  if (!isDriven) return "Manual: nothing is connected";
  if (roll !== "rolling") return roll === "over" ? "It is not rolling any more" : "Ready to roll";
  if (!state) return "Listening to the receivers";
  if (line === "away" || state.line === "silent") return "The receivers do not answer";
  const talker = (id: number) => channels.find((c) => c.id === id)?.talker ?? "?";
  const worst = (level: "bad" | "watch") =>
    state.channels
      .filter((c) => c.attention[0]?.level === level)
      .map((c) => `${talker(c.channelId)} ${attentionWords(itemAt(c.attention, 0)).short}`);
  const [bad, watch] = [worst("bad"), worst("watch")];
  if (bad.length > 0) return capital(listWords(bad));
  const holding = state.channels.filter(
    (c) => (c.isOn || c.attention.length > 0) && c.attention[0]?.code !== "retuning",
  ).length;
  if (watch.length > 0)
    return `${capital(count(holding, "channel"))} ${holding === 1 ? "holds" : "hold"}; an eye on ${listWords(watch)}`;
  return holding === 0
    ? "All packs are off"
    : `${holding === channels.length && holding > 1 ? `All ${count(holding, "channel").replace(" channels", "")}` : capital(count(holding, "channel"))} ${holding === 1 ? "holds" : "hold"}`;
}

/** Since when it rolls, and how old is what is drawn. */
export function subline(
  state: RollState | null,
  roll: Route.ComponentProps["loaderData"],
  nowMs: number,
  isDriven: boolean,
): string {
  if (!isDriven)
    return "Nothing is read from here. Hits, notes and batteries are kept: H and the number calls a hit.";
  if (roll.state === "before") return "Rolling begins as soon as a receiver can be asked.";
  if (roll.state === "over")
    return `Ended ${formatClock(roll.sinceMs ?? nowMs)}. What was read is kept; the log and the report have it.`;
  return `Rolling since ${formatClock(roll.sinceMs ?? nowMs)}. ${state?.line === "silent" ? `${state.heardAgoMs === null ? "Nothing was read yet" : `Last read ${formatSeconds(state.heardAgoMs)} ago`}: what is drawn is old.` : state?.line === "live" && state.heardAgoMs !== null ? `Read ${formatSeconds(state.heardAgoMs)} ago. The seam opens by what is in hand, antenna A up, B down; where both close, it drops out.` : "The seam opens by what is in hand, antenna A up, B down; where both close, it drops out."}`;
}

const formatSeconds = (ms: number): string =>
  ms < 60_000 ? `${(ms / 1000).toFixed(1)} s` : formatDuration(ms);
