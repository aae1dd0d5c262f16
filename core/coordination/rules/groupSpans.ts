import type { ChannelRequest } from "~/core/coordination/problem/request";

/** Occupied span of each receiver whose halves share a block. */
export class GroupSpans {
  private readonly bands = new Map<
    string,
    { lowHz: number; highHz: number; channelId: string }[]
  >();

  constructor(
    private readonly spanOf: ReadonlyMap<string, number>,
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
    const half = channel.bandwidthHz / 2;
    const list = this.bands.get(channel.group) ?? [];
    list.push({ lowHz: frequencyHz - half, highHz: frequencyHz + half, channelId: channel.id });
    this.bands.set(channel.group, list);
  }

  allows(channel: ChannelRequest, frequencyHz: number): boolean {
    return this.fits(channel, frequencyHz, this.bands.get(channel.group ?? "") ?? []);
  }

  /** The same if this channel's present frequency were given up. */
  allowsInstead(channel: ChannelRequest, frequencyHz: number): boolean {
    return this.fits(
      channel,
      frequencyHz,
      (this.bands.get(channel.group ?? "") ?? []).filter((b) => b.channelId !== channel.id),
    );
  }

  private fits(
    channel: ChannelRequest,
    frequencyHz: number,
    bands: readonly { lowHz: number; highHz: number }[],
  ): boolean {
    const span = channel.group ? this.spanOf.get(channel.group) : undefined;
    if (span === undefined) return true;
    const half = channel.bandwidthHz / 2;
    const lowHz = bands.reduce((l, b) => Math.min(l, b.lowHz), frequencyHz - half);
    const highHz = bands.reduce((h, b) => Math.max(h, b.highHz), frequencyHz + half);
    return highHz - lowHz <= span;
  }
}
