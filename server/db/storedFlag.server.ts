/**
 * A flag as the data file keeps it: SQLite has no booleans, a raw row says 0 or 1 where its model
 * says true or false.
 */
export const storedFlag = (flag: unknown): boolean => Boolean(flag);
