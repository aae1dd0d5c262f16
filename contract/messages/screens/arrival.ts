/** What the screen says, part by part. */
export const ARRIVAL_TEXTS = {
  // the screen itself
  nothingToSetUp: "Nothing to set up: the kit is empty",
  allSetUp: "All set up",
  thingsToSetUp: (numberWord: string) => `${numberWord} things to set up`,
  ofSetUp: (numberWord: string, numberWord2: string) => `${numberWord} of ${numberWord2} set up`,
  next: (what: string) => `Next: ${what}.`,
  antennasBeforePowerReceiversBefore: "Antennas before power, receivers before packs.",
  cablesAcrossAFloor:
    "Cables across a floor are a trip hazard: tape or ramp them. Stands: clear of power lines, weighted, never climb alone. Phantom power and unbalanced outputs can harm gear.",
} as const;
