/**
 * A stage's third-order intercept lies so far over its 1 dB compression, for which a receiver's
 * overload is taken (a cubic, textbook; tanh 9.0, arctan 8.6).
 */
export const INTERCEPT_OVER_COMPRESSION_DB = 9.6;

/**
 * A stage's fifth-order intercept lies under its third-order one: 0.6 dB for a tanh, 1.5 dB for an
 * arctan (their expansions x − x³/3 + 2x⁵/15 and x − x³/3 + x⁵/5); the worse of them.
 */
const FIFTH_UNDER_THIRD_DB = 1.5;

/** What a stage that is driven far over its compression still makes, under that (tanh and arctan
 * driven 30 dB over it: 8.5 and 5.7 dB, fifth order 13 and 10.6). */
const MAX_UNDER_COMPRESSION_DB = { 3: 5, 5: 10 } as const;

/**
 * Level of an intermodulation product from its sources' sum: third order Σ − 2·IP3, fifth Σ −
 * 4·IP5 (textbook; ITU-R SM.1134, from memory), and no more than a stage in full compression makes.
 * @param sumDbm - the sources, each by its factor @param ip3Dbm - referred as the sources are
 */
export function productOfDbm(order: 3 | 5, sumDbm: number, ip3Dbm: number): number {
  const product = order === 3 ? sumDbm - 2 * ip3Dbm : sumDbm - 4 * (ip3Dbm - FIFTH_UNDER_THIRD_DB);
  return Math.min(
    product,
    ip3Dbm - INTERCEPT_OVER_COMPRESSION_DB - MAX_UNDER_COMPRESSION_DB[order],
  );
}

/**
 * Input third-order intercept of stages in a row, dBm: 1/P = Σ G₁…Gᵢ₋₁/Pᵢ in milliwatts, for products
 * that add in power (Pozar, Microwave Engineering, cascaded intercept point).
 * @param stages - each with its gain and its own input intercept; null: it adds no products
 * @returns null where no stage does
 */
export function cascadedInputIp3Dbm(
  stages: readonly { gainDb: number; inputIp3Dbm: number | null }[],
): number | null {
  let sum = 0;
  let gain = 1;
  for (const { gainDb, inputIp3Dbm } of stages) {
    if (inputIp3Dbm !== null) sum += gain / 10 ** (inputIp3Dbm / 10);
    gain *= 10 ** (gainDb / 10);
  }
  return sum === 0 ? null : -10 * Math.log10(sum);
}
