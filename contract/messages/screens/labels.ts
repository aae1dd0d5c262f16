/** What the screen says, part by part. */
export const LABELS_TEXTS = {
  // the screen itself
  tape12Mm: "tape, 12 mm",
  oneLineOnEach: "one line on each",
  tape24Mm: "tape, 24 mm",
  twoLines: "two lines",
  sheet7036Mm: "sheet, 70 × 36 mm",
  threeAcross: "three across",
  half: (n: number) => ` half ${n}`,
  automatic: "automatic",
  toWriteOn: "___.___",
  text: (kind: string, text: string) => ` · ${kind} ${text}`,
  mw: (packPowerMw: number) => `${packPowerMw} mW`,
  for: (count: string, count2: string) => `${count} for ${count2}`,
  frequenciesOfPlan: (version: string | number) => `Frequencies of plan ${version}.`,
  withoutAFrequencyThatLine: (count: string) =>
    `${count} without a frequency: that line stays empty to write on.`,
  noFrequenciesYetThatLine: "No frequencies yet: that line stays empty to write on.",
  talentIsShownAtMost: (what: string) =>
    `${what} Show talent the mute at most, never the power switch.`,
  print: "Print",
  size: "Size",
  withThePackingList: "with the packing list",
  labels: "Labels",
  blockTape: (unit: string, block: string, n: string) => `${unit} · block ${block}, ${n} tape`,
  batteries: (power: string) => `${power} · batteries ____:____`,
  packingList: "Packing list",
  what: "What",
  needed: "Needed",
  inTheKit: "In the kit",
  packed: "Packed",
  notCounted: "not counted",
  short: (have: number, n: number) => `${have}, ${n} short`,
  pinsAndProngedClipsScratch:
    "Pins and pronged clips scratch: show them, mind skin and children. Never mix or charge primary batteries. Keep away from a hot or swollen lithium pack.",
} as const;
