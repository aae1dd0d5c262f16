/** A television raster: `count` channels of one width side by side. */
export interface Raster {
  firstChannel: number;
  firstLowHz: number;
  widthHz: number;
  count: number;
  /** Channels that are never used for television (US 37: radio astronomy and medical telemetry). */
  skip?: readonly number[];
}

export interface RasterChannel {
  channel: number;
  lowHz: number;
  highHz: number;
}

export type RasterName = "US-6" | "EU-8" | "AU-7";

/** UHF rasters as the national tables give them (from memory). */
export const RASTERS: Readonly<Record<RasterName, Raster>> = {
  "US-6": { firstChannel: 14, firstLowHz: 470e6, widthHz: 6e6, count: 23, skip: [37] },
  "EU-8": { firstChannel: 21, firstLowHz: 470e6, widthHz: 8e6, count: 28 },
  "AU-7": { firstChannel: 28, firstLowHz: 526e6, widthHz: 7e6, count: 24 },
};

/**
 * The channels of a raster with their edges in hertz, in order.
 * @example rasterChannels(RASTERS["EU-8"])[0] // { channel: 21, lowHz: 470000000, highHz: 478000000
 *   }
 */
export function rasterChannels(raster: Raster): RasterChannel[] {
  const channels: RasterChannel[] = [];
  for (let i = 0; i < raster.count; i += 1) {
    const channel = raster.firstChannel + i;
    if (raster.skip?.includes(channel)) continue;
    const lowHz = raster.firstLowHz + i * raster.widthHz;
    channels.push({ channel, lowHz, highHz: lowHz + raster.widthHz });
  }
  return channels;
}

/**
 * The television channel a frequency lies in, or null outside the raster. A shared edge belongs to
 * the upper channel.
 */
export function channelAt(raster: Raster, frequencyHz: number): RasterChannel | null {
  return (
    rasterChannels(raster).find((c) => frequencyHz >= c.lowHz && frequencyHz < c.highHz) ?? null
  );
}
