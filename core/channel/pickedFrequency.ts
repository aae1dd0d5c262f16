/** A plan, as far as it says who stands where. */
interface Placed {
  picks: readonly { channelId: number; frequencyHz: number }[];
}

/**
 * Where a plan puts a channel, Hz; null where it gives the channel no place, or there is no plan.
 */
export const pickedHz = (plan: Placed | null | undefined, channelId: number): number | null =>
  plan?.picks.find((p) => p.channelId === channelId)?.frequencyHz ?? null;
