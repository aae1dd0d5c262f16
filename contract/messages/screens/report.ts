/** What the screen says, part by part. */
export const REPORT_TEXTS = {
  // the screen itself
  nothingToReportYet: "Nothing to report yet",
  noInterferenceLoggedToday: "No interference logged today",
  practiceAllMadeUp: " · practice, all made up",
  rolled: (duration: string) => `Rolled for ${duration}. `,
  dayOfAsItStands: (
    production: string,
    dayNumber: number,
    dayCount: number,
    date: string,
    what: string,
    what2: string,
    what3: string,
    clock: string,
  ) =>
    `${production}, day ${dayNumber} of ${dayCount}, ${date}${what}${what2}. ${what3}As it stands at ${clock}.`,
  print: "Print",
  pdf: "PDF",
  json: "JSON",
  theWholeLogCsv: "The whole log, CSV",
  frequenciesCsv: "Frequencies, CSV",
  scans: "Scans",
  by: (clock: string, place: string, source: string) => `${clock} ${place}, by ${source}`,
  scan: (place: string, clock: string) => `Scan of ${place}, ${clock}`,
  licenceBandAndPower:
    "Licence, band and power are your responsibility: check with your regulator.",
} as const;
