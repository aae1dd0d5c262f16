/** Whether this is `npm run test:long`, where nobody waits for the answer. */
export const IS_LONG = process.env["PLAIN_CHANNEL_LONG"] === "1";

/** Cases that every test run takes, and those that only the long one takes too. */
export const alsoLong = <T>(always: readonly T[], rest: readonly T[]): T[] =>
  IS_LONG ? [...always, ...rest] : [...always];
