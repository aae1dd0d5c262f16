/** What the screen says, part by part. */
export const PRACTICE_TEXTS = {
  // the screen itself
  practicePlainChannel: "Practice · Plain Channel",
  allShootsAndDays: "All shoots and days",
  practice: "Practice",
  practiseTheJobWithoutGear: "Practise the job without gear",
  done: (count: string) => `${count} done`,
  eachExerciseIsMade:
    "Each exercise is made from a number and graded against its best answer, with reasons. Share its name and others get the same.",
  notYet: "not yet",
  bestOf100Last: (count: string, best: string | number, points: number) =>
    `${count}, best ${best} of 100; last ${points}`,
  onThePracticeDayNpm: "on the practice day (npm run demo)",
  tryOne: "Try one",
  another: "Another",
  openByName: "Open by name",
  forExampleAir12: "For example air-12 or fault-4711.",
  open: "Open",
  howItWent: "How it went",
} as const;
