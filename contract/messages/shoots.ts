/** Where everything begins: all shoots, or none yet. */
export const SHOOTS = {
  product: "Plain Channel finds clean frequencies and keeps them clean",
  productAbout:
    "It scans, picks, syncs, sets levels and places antennas with you. Then it watches the day.",
  choices: "Begin with",
  whole: "A whole shoot",
  wholeAbout: "Days, locations, talent, scenes and a bag of systems.",
  one: "One system and a camera",
  oneAbout: "One receiver, one or two packs: verified and levelled in two minutes.",
  oneName: "One system",
  crewsName: "Crews",
  onePlace: "Location 1",
  practise: "Practise",
  practiseAbout: "Exercises on simulated gear. Nothing reaches real units.",
  regulations: "Regulations of",
} as const;

/** The practice day, to one who sees it for the first time. */
export const PRACTICE_WELCOME =
  "Plain Channel finds clean frequencies and keeps them clean. This is a practice day on simulated gear: press the button beside Next.";
