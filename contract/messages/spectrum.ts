import { formatRfLevel, mhz } from "./format";

/** What stands on and around a spectrum. */
export const SPECTRUM = {
  nearer: "Zoom in",
  farther: "Zoom out",
  whole: "Whole range",
  full: "Full screen",
  leaveFull: "Leave full screen",
  allProducts: "All products",
  hint: "Drag over a range to zoom in",
  overview: "What part of the whole range is shown",
  table: "The spectrum as a table",
  what: "What",
  from: "From MHz",
  to: "To MHz",
  spare: "Spare",
  noiseLimit: "Noise limit",
  notMeasured: "not measured",
} as const;

export const viewWords = (lowHz: number, highHz: number): string =>
  `${mhz(Math.round(lowHz)).replace(" MHz", "")} to ${mhz(Math.round(highHz))}`;
/** A limit with the bandwidth that it is meant in. */
export const limitFigureWords = (channelDbm: number, bandwidthKhz: number): string =>
  `${formatRfLevel(channelDbm)} in ${bandwidthKhz} kHz`;
export const limitLineWords = (channelDbm: number, bandwidthKhz: number): string =>
  `noise limit ${limitFigureWords(channelDbm, bandwidthKhz)}`;
