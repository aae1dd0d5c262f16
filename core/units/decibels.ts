import { assertPositive } from "./guards";

/** Power ratio of a level difference: 10^(dB/10). @example dbToPowerRatio(3.0103) // 2 */
export const dbToPowerRatio = (db: number): number => 10 ** (db / 10);

/** Level difference of a power ratio: 10·log10(ratio). A ratio of 0 gives -Infinity. */
export const powerRatioToDb = (ratio: number): number => 10 * Math.log10(ratio);

/** Sum of powers given as levels: 10·log10 Σ 10^(L/10); an empty list is no power, -Infinity.
 * @example powerSumDb([-90, -90]) // -86.99 */
export function powerSumDb(levelsDb: Iterable<number>): number {
  let sum = 0;
  for (const level of levelsDb) sum += dbToPowerRatio(level);
  return powerRatioToDb(sum);
}

/** dBm of a level in dBµV across a resistance (50 Ω unless given): dBm = dBµV − 10·log10(R) − 90.
 * @example dbuvToDbm(106.99) // 0 at 50 Ω */
export function dbuvToDbm(levelDbuv: number, resistanceOhm = 50): number {
  assertPositive("resistanceOhm", resistanceOhm);
  return levelDbuv - 10 * Math.log10(resistanceOhm) - 90;
}

/** dBµV across a resistance of a level in dBm: the way back. @example dbmToDbuv(-107) // -0.01 */
export const dbmToDbuv = (levelDbm: number, resistanceOhm = 50): number =>
  levelDbm + 10 * Math.log10(resistanceOhm) + 90;

/** Milliwatts to dBm. @example mwToDbm(50) // 16.99 */
export const mwToDbm = (mw: number): number => 10 * Math.log10(mw);
