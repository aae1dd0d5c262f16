/**
 * Guards of a set. A guard of 0 turns that kind off. Comparisons are strict: exactly at a guard is
 * no conflict.
 */
export interface Profile {
  minSpacingHz: number;
  guards: { third2Hz: number; third3Hz: number; fifth2Hz: number };
}

export type ProfileName = "normal" | "wide" | "tight";

/**
 * Named profiles. "wide" is the hand rule of 0.7 MHz; "normal" and "tight" are usual where a set is
 * computed (common practice, no published source).
 */
export const PROFILES: Readonly<Record<ProfileName, Profile>> = {
  normal: { minSpacingHz: 350_000, guards: { third2Hz: 100_000, third3Hz: 50_000, fifth2Hz: 0 } },
  wide: {
    minSpacingHz: 700_000,
    guards: { third2Hz: 200_000, third3Hz: 100_000, fifth2Hz: 50_000 },
  },
  tight: { minSpacingHz: 300_000, guards: { third2Hz: 75_000, third3Hz: 25_000, fifth2Hz: 0 } },
};

/**
 * What a plan may go by: one profile for all, or for each receiver the one that its model needs.
 */
export type ProfileChoice = ProfileName | "model";

export const PROFILE_CHOICES = [
  "normal",
  "wide",
  "tight",
  "model",
] as const satisfies readonly ProfileChoice[];

/** The strictest of some profiles, rule by rule; "normal" of none. */
export function strictestOf(profiles: readonly Profile[]): Profile {
  if (profiles.length === 0) return PROFILES.normal;
  const most = (value: (p: Profile) => number) => Math.max(...profiles.map(value));
  return {
    minSpacingHz: most((p) => p.minSpacingHz),
    guards: {
      third2Hz: most((p) => p.guards.third2Hz),
      third3Hz: most((p) => p.guards.third3Hz),
      fifth2Hz: most((p) => p.guards.fifth2Hz),
    },
  };
}

/** The same profile with `extraHz` on the spacing and on every guard that is on. */
export function widenedProfile(profile: Profile, extraHz: number): Profile {
  const widen = (guardHz: number) => (guardHz > 0 ? guardHz + extraHz : 0);
  return {
    minSpacingHz: profile.minSpacingHz > 0 ? profile.minSpacingHz + extraHz : 0,
    guards: {
      third2Hz: widen(profile.guards.third2Hz),
      third3Hz: widen(profile.guards.third3Hz),
      fifth2Hz: widen(profile.guards.fifth2Hz),
    },
  };
}
