import { display } from "~/contract/messages/display";
import { rfFigure } from "~/contract/messages/format";
import { dbuvToDbm } from "~/core/units/decibels";
import { bisector, scaleLinear } from "d3";
import { columnsOf, type SpectrumTrace } from "./columns";
import { formatMhz } from "~/core/units/frequencyText";

export type { SpectrumTrace } from "./columns";

export interface SpectrumFlag {
  id: string;
  mark: string;
  frequencyHz: number;
  kind: "own" | "spare" | "other";
  /** In full, where there is room for it: hover, focus and the table say it. */
  name?: string;
  /** Stands where it breaks a rule. */
  isWrong?: boolean;
}

/** Up to which noise a place is quiet: of one step, where the line stands, and of a whole channel. */
export interface NoiseLimitLine {
  binDbm: number;
  channelDbm: number;
  bandwidthHz: number;
}

/** What the spectrum can show. Everything but the domain may be missing. */
export interface SpectrumData {
  lowHz: number;
  highHz: number;
  traces: SpectrumTrace[];
  floor: SpectrumTrace | null;
  /** Another measurement to hold this one against, drawn as a line. */
  other?: SpectrumTrace | null;
  /** What law and television take away. */
  taken: { lowHz: number; highHz: number; label: string; kind: "tv" | "law" }[];
  /** Carriers of ours on the spectrum. */
  flags: SpectrumFlag[];
  /** Our products under the spectrum; weight 0 … 1 is how near one comes to a carrier. */
  roots: { frequencyHz: number; weight: number; kind: "third2" | "third3" }[];
  limit: NoiseLimitLine | null;
}

export interface SpectrumLayout {
  widthPx: number;
  heightPx: number;
  axisY: number;
  /**
   * Of each trace, the floor and the other measurement: where its highest level stands in each
   * column of pixels; NaN where nothing was measured.
   */
  air: Float32Array[];
  floor: Float32Array | null;
  other: Float32Array | null;
  taken: { x: number; width: number; label: string; kind: "tv" | "law"; labelX: number | null }[];
  /** Where each carrier stands; a label that has no room is null, and its mark alone is drawn. */
  flags: (SpectrumFlag & { x: number; labelX: number | null; lane: number })[];
  /** The products that come nearest to a carrier. */
  roots: { x: number; length: number; kind: "third2" | "third3" }[];
  /** How close together the other products stand, 0 … 1 of the densest, by column of pixels. */
  density: Float32Array | null;
  ticks: { x: number; text: string }[];
  levelTicks: { y: number; text: string }[];
  /** Height of the air over the axis, and of the room under it. */
  airPx: number;
  rootsPx: number;
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
const MAX_LANES = 4;
/** So high the air is at least, however low the window. */
const MIN_AIR_PX = 110;

/** The room of a picture: so wide, and as a whole or above its axis so high. */
export interface SpectrumSize {
  widthPx: number;
  /** Height of the air; absent: what `heightPx` leaves. */
  airPx?: number;
  heightPx?: number;
  /** Room under the axis, 0 where nothing hangs. */
  rootsPx: number;
}

/**
 * Places everything of a spectrum: the air above one frequency axis, our products below it. Each
 * column of pixels keeps the highest of its levels, so that a narrow carrier never drops out of a
 * wide picture. Pure: no DOM.
 * @param size - widthPx > 0
 */
export function spectrumLayout(
  data: SpectrumData,
  { widthPx, rootsPx, ...size }: SpectrumSize,
): SpectrumLayout {
  const x = scaleLinear([data.lowHz, data.highHz], [0, widthPx]);
  const flags = placeFlags(data.flags, x, widthPx);
  const lanes = flags.reduce(
    (most, f) => Math.max(most, f.lane + 1),
    data.flags.length > 0 ? 1 : 0,
  );
  const topPx = lanes * LANE_PX;
  const airPx =
    size.airPx ?? Math.max(MIN_AIR_PX, (size.heightPx ?? 0) - topPx - rootsPx - AXIS_PX);
  const axisY = topPx + airPx;
  const y = scaleLinear([LOWEST_DBM, HIGHEST_DBM], [axisY, topPx]).clamp(true);
  const heights = (trace: SpectrumTrace) =>
    columnsOf(trace, data, widthPx).map((level) => (Number.isNaN(level) ? NaN : y(level)));
  return {
    widthPx,
    heightPx: axisY + rootsPx + AXIS_PX,
    axisY,
    flags,
    airPx,
    rootsPx,
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
    roots: nearestRoots(data)
      .filter((r) => r.frequencyHz >= data.lowHz && r.frequencyHz <= data.highHz)
      .map((r) => ({
        x: x(r.frequencyHz),
        length: 6 + Math.max(0, Math.min(1, r.weight)) * (rootsPx - 10),
        kind: r.kind,
      })),
    density: densityOf(data, x, widthPx),
    ticks: x
      .ticks(Math.max(3, Math.floor(widthPx / 90)))
      .map((f) => ({ x: x(f), text: formatMhz(f).replace(/\.000$/, "") }))
      .filter((t) => t.x > 12 && t.x < widthPx - 12),
    levelTicks: levelTicksDbm().map((dbm) => ({ y: y(dbm), text: rfFigure(dbm) })),
    xOf: (f) => x(f),
    frequencyAtPx: (px) => x.invert(px),
    yOf: (dbm) => y(dbm),
    levelAtPx: (px) => y.invert(px),
  };
}

type Scale = (value: number) => number;

/** Whole twenties in the unit that is shown. */
const levelTicksDbm = (): number[] =>
  display().level === "dbuv" ? [10, 30, 50].map((dbuv) => dbuvToDbm(dbuv)) : [-100, -80, -60];

function placeFlags(
  flags: SpectrumData["flags"],
  x: Scale,
  widthPx: number,
): SpectrumLayout["flags"] {
  // our own come first to the room there is; spares and others take what is left
  const taken: { from: number; to: number; lane: number }[] = [];
  const isFree = (from: number, to: number, lane: number) =>
    taken.every((t) => t.lane !== lane || t.to <= from || t.from >= to);
  return [...flags]
    .sort((a, b) => KIND_ORDER[a.kind] - KIND_ORDER[b.kind] || a.frequencyHz - b.frequencyHz)
    .map((f) => {
      const poleX = x(f.frequencyHz);
      const at = Math.max(FLAG_PX / 2, Math.min(widthPx - FLAG_PX / 2, poleX));
      const [from, to] = [at - FLAG_PX / 2 - 1, at + FLAG_PX / 2 + 1];
      const lane = LANES.find((l) => isFree(from, to, l));
      if (lane === undefined) return { ...f, x: poleX, labelX: null, lane: 0 };
      taken.push({ from, to, lane });
      return { ...f, x: poleX, labelX: at, lane };
    });
}

const LANES = Array.from({ length: MAX_LANES }, (_, lane) => lane);
const KIND_ORDER: Record<SpectrumFlag["kind"], number> = { own: 0, spare: 1, other: 2 };

/** The product that comes nearest to each of our carriers, each once. */
function nearestRoots({ flags, roots }: SpectrumData): SpectrumData["roots"] {
  const sorted = [...roots].sort((a, b) => a.frequencyHz - b.frequencyHz);
  const nearest = flags
    .filter((f) => f.kind === "own")
    .flatMap((f) => {
      const at = bisector((r: SpectrumData["roots"][number]) => r.frequencyHz).center(
        sorted,
        f.frequencyHz,
      );
      const root = sorted[at];
      return root && root.weight > 0 ? [root] : [];
    });
  return [...new Set(nearest)];
}

function densityOf({ roots }: SpectrumData, x: Scale, widthPx: number): Float32Array | null {
  if (roots.length === 0) return null;
  const columns = new Float32Array(Math.ceil(widthPx));
  for (const r of roots) {
    const column = Math.floor(x(r.frequencyHz));
    if (column >= 0 && column < columns.length) columns[column] = (columns[column] ?? 0) + 1;
  }
  const most = columns.reduce((a, b) => Math.max(a, b), 0);
  return most === 0 ? null : columns.map((n) => n / most);
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
