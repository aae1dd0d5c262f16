import { scaleLinear } from "d3";
import { columnsOf, type SpectrumTrace } from "./columns";
import { formatMhz } from "~/core/units/frequencyText";

export type { SpectrumTrace } from "./columns";

export interface SpectrumFlag {
  id: string;
  mark: string;
  frequencyHz: number;
  kind: "own" | "spare" | "other";
  /** Stands where it breaks a rule. */
  isWrong?: boolean;
}

/** Up to which noise a place is quiet: of one step, where the line stands, and of a whole channel. */
export interface NoiseLimitLine {
  binDbm: number;
  channelDbm: number;
}

/** What the spine can show. Everything but the domain may be missing. */
export interface SpectrumData {
  lowHz: number;
  highHz: number;
  traces: SpectrumTrace[];
  floor: SpectrumTrace | null;
  /** Another measurement to hold this one against, drawn as a line. */
  other?: SpectrumTrace | null;
  /** What law and television take away. */
  taken: { lowHz: number; highHz: number; label: string; kind: "tv" | "law" }[];
  /** Carriers of ours on the spine. */
  flags: SpectrumFlag[];
  /** Our products under the spine; weight 0 … 1 is how near one comes to a carrier. */
  roots: { frequencyHz: number; weight: number; kind: "third2" | "third3" }[];
  limit: NoiseLimitLine | null;
}

export interface SpectrumLayout {
  widthPx: number;
  heightPx: number;
  spineY: number;
  /**
   * Of each trace, the floor and the other measurement: where its highest level stands in each
   * column of pixels; NaN where nothing was measured.
   */
  air: Float32Array[];
  floor: Float32Array | null;
  other: Float32Array | null;
  taken: { x: number; width: number; label: string; kind: "tv" | "law"; labelX: number | null }[];
  flags: (SpectrumFlag & { x: number; labelX: number; lane: number })[];
  roots: { x: number; length: number; kind: "third2" | "third3" }[];
  ticks: { x: number; text: string }[];
  levelTicks: { y: number; text: string }[];
  /** Height of the air over the spine. */
  airPx: number;
  xOf: (frequencyHz: number) => number;
  frequencyAtPx: (x: number) => number;
  yOf: (levelDbm: number) => number;
  levelAtPx: (y: number) => number;
}

const LOWEST_DBM = -122;
const HIGHEST_DBM = -42;
const AXIS_PX = 26;
const FLAG_PX = 34;
const LANE_PX = 26;
const MAX_LANES = 3;

/**
 * Places everything of a spectrum: the air above one frequency axis, our products below it. Each
 * column of pixels keeps the highest of its levels, so that a narrow carrier never drops out of a
 * wide picture. Pure: no DOM.
 * @param widthPx - > 0; @param rootsPx - room under the spine, 0 where nothing hangs
 */
export function spectrumLayout(
  data: SpectrumData,
  { widthPx, airPx, rootsPx }: { widthPx: number; airPx: number; rootsPx: number },
): SpectrumLayout {
  const x = scaleLinear([data.lowHz, data.highHz], [0, widthPx]);
  const flags = placeFlags(data.flags, x, widthPx);
  const lanes = flags.reduce(
    (most, f) => Math.max(most, f.lane + 1),
    data.flags.length > 0 ? 1 : 0,
  );
  const topPx = lanes * LANE_PX;
  const spineY = topPx + airPx;
  const y = scaleLinear([LOWEST_DBM, HIGHEST_DBM], [spineY, topPx]).clamp(true);
  const heights = (trace: SpectrumTrace) =>
    columnsOf(trace, data, widthPx).map((level) => (Number.isNaN(level) ? NaN : y(level)));
  return {
    widthPx,
    heightPx: spineY + rootsPx + AXIS_PX,
    spineY,
    flags,
    airPx,
    air: data.traces.map(heights),
    other: data.other ? heights(data.other) : null,
    floor: data.floor ? heights(data.floor) : null,
    taken: data.taken.flatMap((t) => {
      const from = Math.max(0, x(t.lowHz));
      const width = Math.min(widthPx, x(t.highHz)) - from;
      return width <= 0
        ? []
        : [
            {
              x: from,
              width,
              label: t.label,
              kind: t.kind,
              labelX: width >= 30 ? from + width / 2 : null,
            },
          ];
    }),
    roots: data.roots
      .filter((r) => r.frequencyHz >= data.lowHz && r.frequencyHz <= data.highHz)
      .map((r) => ({
        x: x(r.frequencyHz),
        length: 6 + Math.max(0, Math.min(1, r.weight)) * (rootsPx - 10),
        kind: r.kind,
      })),
    ticks: x
      .ticks(Math.max(3, Math.floor(widthPx / 90)))
      .map((f) => ({ x: x(f), text: formatMhz(f).replace(/\.000$/, "") }))
      .filter((t) => t.x > 12 && t.x < widthPx - 12),
    levelTicks: [-100, -80, -60].map((dbm) => ({ y: y(dbm), text: `−${-dbm}` })),
    xOf: (f) => x(f),
    frequencyAtPx: (px) => x.invert(px),
    yOf: (dbm) => y(dbm),
    levelAtPx: (px) => y.invert(px),
  };
}

type Scale = (value: number) => number;

function placeFlags(
  flags: SpectrumData["flags"],
  x: Scale,
  widthPx: number,
): SpectrumLayout["flags"] {
  const ends: number[] = [];
  return [...flags]
    .sort((a, b) => a.frequencyHz - b.frequencyHz)
    .map((f) => {
      const poleX = x(f.frequencyHz);
      const at = Math.max(FLAG_PX / 2, Math.min(widthPx - FLAG_PX / 2, poleX));
      let lane = ends.findIndex((end) => at - FLAG_PX / 2 >= end);
      if (lane < 0) lane = ends.length < MAX_LANES ? ends.length : ends.indexOf(Math.min(...ends));
      ends[lane] = at + FLAG_PX / 2 + 2;
      return { ...f, x: poleX, labelX: at, lane };
    });
}

/** The level that a picture shows at a frequency: the measured bin there, or null. */
export function levelAt(traces: readonly SpectrumTrace[], frequencyHz: number): number | null {
  let found: number | null = null;
  for (const t of traces) {
    const level = t.levelsDbm[Math.round((frequencyHz - t.lowHz) / t.stepHz)];
    if (level !== undefined && !Number.isNaN(level)) found = Math.max(found ?? -Infinity, level);
  }
  return found;
}
