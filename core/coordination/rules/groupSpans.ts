import type { ChannelRequest, HalvesGroup } from "~/core/coordination/problem/request";
import type { FrequencyRange } from "~/core/regulations/region";

/** A block, or a list, that the halves of a receiver can share: what of the air belongs to it. */
export type Home = readonly FrequencyRange[];

const isIn = (home: Home, frequencyHz: number): boolean =>
  home.some((r) => frequencyHz >= r.lowHz && frequencyHz <= r.highHz);

/**
 * The blocks or lists of a group that hold all of these frequencies; null where its halves need
 * share none.
 */
export const homesOf = (
  { oneOf }: Pick<HalvesGroup, "oneOf">,
  frequenciesHz: readonly number[],
): readonly Home[] | null =>
  oneOf === undefined ? null : oneOf.filter((home) => frequenciesHz.every((f) => isIn(home, f)));

/** Whether one of these homes holds a frequency; where none is needed, any does. */
export const isAtHome = (homes: readonly Home[] | null, frequencyHz: number): boolean =>
  homes === null || homes.some((home) => isIn(home, frequencyHz));

/** What the halves of each receiver take, and what that leaves to the others of them. */
export class GroupSpans {
  private readonly taken = new Map<
    string,
    { frequencyHz: number; halfHz: number; channelId: string }[]
  >();

  constructor(
    private readonly groupOf: ReadonlyMap<string, HalvesGroup>,
    channels: readonly ChannelRequest[],
    placed: ReadonlyMap<string, number>,
  ) {
    for (const channel of channels) {
      const frequencyHz = placed.get(channel.id);
      if (frequencyHz !== undefined) this.add(channel, frequencyHz);
    }
  }

  add(channel: ChannelRequest, frequencyHz: number): void {
    if (!channel.group) return;
    const list = this.taken.get(channel.group) ?? [];
    list.push({ frequencyHz, halfHz: channel.bandwidthHz / 2, channelId: channel.id });
    this.taken.set(channel.group, list);
  }

  allows(channel: ChannelRequest, frequencyHz: number): boolean {
    return this.fits(channel, frequencyHz, this.taken.get(channel.group ?? "") ?? []);
  }

  /** The same if this channel's present frequency were given up. */
  allowsInstead(channel: ChannelRequest, frequencyHz: number): boolean {
    return this.fits(
      channel,
      frequencyHz,
      (this.taken.get(channel.group ?? "") ?? []).filter((b) => b.channelId !== channel.id),
    );
  }

  private fits(
    channel: ChannelRequest,
    frequencyHz: number,
    others: readonly { frequencyHz: number; halfHz: number }[],
  ): boolean {
    const group = channel.group ? this.groupOf.get(channel.group) : undefined;
    if (group === undefined) return true;
    const half = channel.bandwidthHz / 2;
    const lowHz = others.reduce(
      (l, b) => Math.min(l, b.frequencyHz - b.halfHz),
      frequencyHz - half,
    );
    const highHz = others.reduce(
      (h, b) => Math.max(h, b.frequencyHz + b.halfHz),
      frequencyHz + half,
    );
    if (highHz - lowHz > group.maxSpanHz) return false;
    return group.oneOf === undefined
      ? true
      : isAtHome(
          homesOf(
            group,
            others.map((o) => o.frequencyHz),
          ),
          frequencyHz,
        );
  }
}
