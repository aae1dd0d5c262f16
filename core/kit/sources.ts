import type { Wear } from "~/core/radio/antenna";
import type { MicrophoneModel, PackModel } from "./models";

/** What a channel's sound comes from. */
export const SOURCES = ["lavalier", "headset", "handheld", "plug-on", "line-feed", "boom"] as const;
export type Source = (typeof SOURCES)[number];

/** What a kind of source means for wear, rig, level. */
export interface SourceRule {
  wear: Wear;
  micDistanceM: number;
  peakFactorDb: number;
  /** Whether a person is wired, so that hands come to a body. */
  isWorn: boolean;
  /** Whether the point where the chin touches says where it sits. */
  hasChinRule: boolean;
}

/**
 * Where a source is, how far from the mouth, and what its peaks stand over its average (common
 * practice, no published source).
 */
export const SOURCE_RULES: Readonly<Record<Source, SourceRule>> = {
  lavalier: {
    wear: "waist-back",
    micDistanceM: 0.2,
    peakFactorDb: 18,
    isWorn: true,
    hasChinRule: true,
  },
  headset: {
    wear: "waist-back",
    micDistanceM: 0.03,
    peakFactorDb: 18,
    isWorn: true,
    hasChinRule: false,
  },
  handheld: {
    wear: "hand",
    micDistanceM: 0.05,
    peakFactorDb: 20,
    isWorn: false,
    hasChinRule: false,
  },
  "plug-on": {
    wear: "hand",
    micDistanceM: 0.3,
    peakFactorDb: 18,
    isWorn: false,
    hasChinRule: false,
  },
  "line-feed": {
    wear: "free",
    micDistanceM: 1,
    peakFactorDb: 14,
    isWorn: false,
    hasChinRule: false,
  },
  boom: {
    wear: "hand",
    micDistanceM: 0.6,
    peakFactorDb: 18,
    isWorn: false,
    hasChinRule: false,
  },
};

/** What a channel's source is where nobody said: by its pack. */
export const sourceOfPack = (form: PackModel["form"]): Source =>
  form === "bodypack" ? "lavalier" : form === "stationary" ? "line-feed" : form;

/** Forms of pack that a source goes on. */
export const formsOf = (source: Source): readonly PackModel["form"][] =>
  source === "handheld"
    ? ["handheld"]
    : source === "plug-on"
      ? ["plug-on"]
      : source === "line-feed"
        ? ["stationary", "bodypack", "plug-on"]
        : ["bodypack", "plug-on"];

/**
 * A desk's or camera's output of +4 dBu, as a microphone that an ordinary voice at one metre (60 dB)
 * drives to that: 1.228 V from 0.02 Pa.
 */
export const LINE_FEED: MicrophoneModel = {
  id: "line-feed",
  name: "line feed, +4 dBu",
  sensitivityMvPerPa: 61_400,
  selfNoiseDba: 0,
  maxSplDb: 200,
  pattern: "omni",
  needs: "none",
};

/** Whether live loudspeakers would come back through a microphone like this. */
export const minds = (source: Source, microphone: Pick<MicrophoneModel, "pattern">): boolean =>
  source !== "line-feed" && (microphone.pattern ?? "omni") === "omni";
