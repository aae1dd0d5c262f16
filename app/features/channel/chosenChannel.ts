import { createContext, useCallback, useContext, useEffect, useMemo, useState } from "react";

/** The channel that is looked at: it stays chosen from stage to stage. */
export interface ChosenChannel {
  /** Null where nobody has chosen one yet. */
  channelId: number | null;
  choose: (channelId: number) => void;
  /** The visit whose address named it: its detail is asked for. Null where none did. */
  namedBy: string | null;
}

export const ChosenChannelContext = createContext<ChosenChannel>({
  channelId: null,
  namedBy: null,
  choose: () => undefined,
});

export const useChosenChannel = (): ChosenChannel => useContext(ChosenChannelContext);

const keptAs = (dayId: number): string => `plain-channel-channel-${dayId}`;

/**
 * Keeps the choice of a day; an address that names a channel chooses it.
 * @param named - the channel that the address names; null where it names none
 */
export function useChoice(
  dayId: number,
  named: { channelId: number | null; visit: string },
): ChosenChannel {
  const [chosen, setChosen] = useState<number | null>(named.channelId);
  const [visit, setVisit] = useState(named.visit);
  if (visit !== named.visit) {
    setVisit(named.visit);
    if (named.channelId !== null) setChosen(named.channelId);
  }
  useEffect(() => {
    // kept over a reload in this tab; read after the first drawing, which the server made
    const kept = Number(sessionStorage.getItem(keptAs(dayId)));
    if (kept > 0) setChosen((now) => now ?? kept);
  }, [dayId]);
  const choose = useCallback(
    (channelId: number) => {
      setChosen(channelId);
      sessionStorage.setItem(keptAs(dayId), String(channelId));
    },
    [dayId],
  );
  const namedBy = named.channelId === null ? null : named.visit;
  return useMemo(() => ({ channelId: chosen, choose, namedBy }), [chosen, choose, namedBy]);
}
