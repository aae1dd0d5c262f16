/** What the screen says, part by part. */
export const BACKUPS_TEXTS = {
  // the screen itself
  copiedAndChecked: "Copied and checked.",
  restoredTheDataFromBefore: "Restored. The data from before is a backup too.",
  backupsPlainChannel: "Backups · Plain Channel",
  kb: (max: number) => `${max} kB`,
  mb: (toFixed: string) => `${toFixed} MB`,
  gb: (toFixed: string) => `${toFixed} GB`,
  allShootsAndDays: "All shoots and days",
  noBackupYetTheFirst: "No backup yet: the first is made in a moment",
  theNewest: (count: string, age: string) => `${count}, the newest ${age}`,
  every20MinutesOfWork: (folder: string) =>
    `Every 20 minutes of work, the whole data file is copied and the copy is checked. Kept are the newest six, one an hour for a day, one a day for three weeks. Copy one to another disk now and then: ${folder}`,
  theLastBackupFailed: (failure: string) =>
    `The last backup failed (${failure}). The data is unharmed; it is tried again.`,
  backUpNow: "Back up now",
  currentData: (summary: string) => `Current data: ${summary}`,
  restoreABackup: "Restore a backup",
  restore: (when: string) => `Restore ${when}?`,
  okAgain: (summary: string, difference: string) => `It holds ${summary}. ${difference}`,
  theCurrentDataIsBacked: "The current data is backed up first, so that you can come back to it.",
  restore2: "Restore",
  cancel: "Cancel",
  copies: "Copies",
  madeBeforeARestore: "· made before a restore",
  restoreWith: (when: string) => `Restore ${when} …`,
  problems: "Problems",
  noneSinceThisProgramStarted: "None since this program started.",
  saveAReportForSupport: "Save a report for support",
  versionsSizesAndProblemsNo: "versions, sizes and problems; no names, no keys, no day data",
  onlyFreeOnThisDisk: (size: string) =>
    `Only ${size} free on this disk. Free some space before the next take, or nothing more can be saved.`,
  freeOnThisDisk: (size: string) =>
    `${size} free on this disk. A long day with many channels takes up to 200 MB, and each backup as much as the file.`,
  noShoot: "no shoot",
  last: (clock: string, date: string) => `; last ${clock} of ${date}`,
  asManyDaysAndEntries: "As many days and entries as now.",
  ofNowNot: (count: string, what: string) => `${count} of now ${what} not in it`,
  moreThanNow: (count: string) => `${count} more than now`,
  nor: (count: string) => `, nor ${count}`,
  andMore: (count: string) => `, and ${count} more`,
} as const;
