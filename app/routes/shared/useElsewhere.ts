import { useState } from "react";
import { chosenChannel } from "~/app/features/channel/ChannelChooser";

/**
 * Whether what a form is about was changed by somebody else since it was opened: the form begins
 * anew with what stands, and says so.
 * @param isMine - whether a change that comes now is one's own, still on its way @param mineAt -
 *   when one's own last change was answered
 */
export function useElsewhere(
  id: number,
  version: number,
  isMine: boolean,
  mineAt: number,
): boolean {
  const [seen, setSeen] = useState({ id, version, mineAt, isElsewhere: false });
  if (seen.id !== id || seen.version !== version || (seen.mineAt !== mineAt && seen.isElsewhere)) {
    setSeen({
      id,
      version,
      mineAt,
      isElsewhere: seen.id === id && seen.version !== version && !isMine && seen.mineAt === mineAt,
    });
  }
  return seen.isElsewhere;
}

/**
 * The channel that a screen works on: the one that the address names, else the first that is not
 * done. It goes on to the next after one's own step, never under one's hands because of somebody
 * else's.
 * @param mineAt - when one's own last step was answered
 */
export function useWorkedOn<C extends { id: number }>(
  channels: readonly C[],
  asked: string | null,
  isOpen: (channel: C) => boolean,
  mineAt: number,
): C | null {
  const named = channels.find((c) => String(c.id) === asked);
  const [held, setHeld] = useState<{ id: number; mineAt: number } | null>(null);
  if (named) return named;
  const standing =
    held && held.mineAt === mineAt ? channels.find((c) => c.id === held.id) : undefined;
  const next = standing ?? chosenChannel(channels, null, isOpen) ?? null;
  if (next && (held?.id !== next.id || held.mineAt !== mineAt)) setHeld({ id: next.id, mineAt });
  return next;
}
