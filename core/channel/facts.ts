import type { Source } from "~/core/kit/sources";
import type { Effort } from "~/core/audio/levelChain";
import type { SeenAndHeard } from "~/core/audio/gainAdvice";
import type { LevelAimName, School } from "~/core/audio/recommend";
import type { Wear } from "~/core/radio/antenna";
import type { TuningRange } from "~/core/devices/tuning";
import type { Correction } from "~/core/location/walkFit";
import type { WalkedResult } from "~/core/location/walkTest";
import type { UnitScan } from "~/core/evidence/unitScan";
import type { VerificationPart } from "./verificationParts";
import type { UnitReports } from "~/core/devices/reports";

/**
 * What is known of a day: who, where, with what, and what happened. Times are milliseconds of the
 * day's own wall clock.
 */
export interface Place {
  id: number;
  name: string;
  setting: "indoors" | "outdoors";
  note: string;
  startMs: number;
  endMs: number;
}

export interface Channel {
  id: number;
  number: number;
  talker: string;
  mark: string;
  part: string;
  moves: string;
  effort: Effort;
  wear: Wear;
  microphoneId: string;
  /** Of the recorder or camera that it plays into. */
  inputId: string;
  /** The socket of the patch that it plays into; null where none is told. */
  socket: { id: string; name: string; track: number | null } | null;
  /** What its sound comes from. */
  source: Source;
  receiverLabel: string;
  receiverKey: string;
  receiverModelId: string;
  /** Whether its receiver can look for free places by itself. */
  canScanItself: boolean;
  /** Its receiver is worn and plays into ears; absent: it is recorded. */
  feedsEars?: true;
  half: number;
  packLabel: string;
  packKey: string;
  /** Whether its two ends share frequencies, choose for themselves, or never meet. */
  meets: "tunes" | "adaptive" | "never";
  /** Where both ends can be; empty unless they tune. */
  tuning: TuningRange[];
  packTuning: TuningRange[];
  /**
   * Other packs of the same position: a handheld beside the bodypack. They share the frequency, and
   * only one may be on.
   */
  extraPacks: { packKey: string; packLabel: string; tuning: TuningRange[] }[];
  /**
   * How its receiver's record of the pack stands, where they pair by name, group number and key;
   * null where they do not.
   */
  paired: "no-identity" | "not-held" | "name" | "group" | "key" | "same" | null;
  /**
   * When these two ends were given their name and key; null where that is not known, or they have
   * none.
   */
  pairedMs: number | null;
  /** What its pack is to be called on its own display. */
  packName: string;
  /** What its two ends can be verified by. */
  verificationParts: VerificationPart[];
  /** Those of them that it waits for before it counts as verified. */
  neededParts: VerificationPart[];
  version: number;
}

/**
 * When a new scan is due: at each place and side of the door, or once a day wherever the unit goes.
 */
export type RescanRule = "each-move" | "daily";

export interface SweepRecord {
  id: number;
  placeId: number;
  takenAtMs: number;
  setup: {
    /** Null when nobody said: then it counts as the place's. */ setting:
      "indoors" | "outdoors" | null;
  };
}

export interface PlanRecord {
  version: number;
  placeId: number;
  sweepId: number | null;
  acceptedAtMs: number;
  picks: { channelId: number; frequencyHz: number }[];
}

/** One thing that was done or seen, by whom: null at the cart. */
export type SyncRecord = {
  channelId: number;
  placeId: number;
  atMs: number;
  who: string | null;
} & (
  | { kind: "receiver-set"; frequencyHz: number }
  | {
      kind: "pack-synced";
      packKey: string;
      /** What it showed after. */ frequencyHz: number;
      /** What it was told to go to; null where somebody set it by hand. */ toldHz: number | null;
    }
  /** Fresh or charged cells went into a pack. */
  | { kind: "cells"; packKey: string }
  | {
      kind: "proof";
      part: VerificationPart;
      outcome: string;
      frequencyHz: number;
      packKey: string;
      receiverKey: string;
      /** Measured; null where somebody watched a meter that nobody can ask. */
      strongestDbm: number | null;
      antennasDbm: [number, number] | null;
      /** What the receiver's own scale read, as noted by hand. */
      shown: string | null;
    }
);

/**
 * What a level was kept with, beside the figures; what was kept before this was asked has none of
 * it.
 */
export interface LevelDetail {
  /** The units it was kept for: with others it holds no more. */
  with?: { packKey: string; receiverKey: string; microphoneId: string; inputId: string };
  loudestSplAt1mDb?: number;
  school?: School;
  aim?: LevelAimName;
  /** What a line really measured; null where it was reckoned only. */
  measured?: MeasuredLevel | null;
  /**
   * From the end's level to the aim, of what was measured where anything was; and of the best that
   * these units can be set to.
   */
  offAim?: { byDb: number; bestDb: number; from: "measured" | "reckoned" };
  /** What its lamp and the ear said of the loudest line; absent: nobody was asked. */
  heard?: SeenAndHeard;
  /** Traps that were looked at. */
  looked?: string[];
}

/** How a measured level came in: a clip, a practice line, a microphone, or a meter that was read. */
export const LEVEL_SOURCES = ["clip", "practice", "microphone", "meter"] as const;
export type LevelSource = (typeof LEVEL_SOURCES)[number];

export interface MeasuredLevel {
  /** Absent in what was kept before this was asked. */
  from?: LevelSource;
  peakDbfs: number;
  voiceDbfs: number | null;
  pausesDbfs: number | null;
  /** What stood out, by its code. */
  found: string[];
}

export interface LevelRecord extends LevelDetail {
  channelId: number;
  atMs: number;
  effort: Effort;
  gainDb: number;
  headroomDb: number;
  finalPeakDbfs: number;
}

/**
 * What a check of a place rests on beside the model of radio; what was kept before this was asked
 * has none of it.
 */
export interface PlaceDetail {
  /**
   * Whether all walks drawn for the channel may be said to hold; absent: nothing is drawn, or it
   * was kept before that was asked.
   */
  holds?: boolean;
  /** The walk that was walked; absent: it is reckoned only. */
  walked?: WalkedResult;
  /** What this link's own walk found the place to add, where no plan takes it. */
  general?: Correction;
  /** The version of the plan that came of the same walk: undone together. */
  drawingVersion?: number;
  /** The version of the plan in which the walk was forgotten. */
  forgottenIn?: number;
}

export interface PlaceRecord extends PlaceDetail {
  channelId: number;
  placeId: number;
  atMs: number;
  frequencyHz: number;
  marginDb: number;
  overload: boolean;
}

export interface DayFacts {
  nowMs: number;
  places: Place[];
  currentPlaceId: number;
  channels: Channel[];
  sweeps: SweepRecord[];
  /** What receivers' own screens told, the oldest first. */
  unitScans: UnitScan[];
  rescan: RescanRule;
  plan: PlanRecord | null;
  syncs: SyncRecord[];
  levels: LevelRecord[];
  placeChecks: PlaceRecord[];
  reports: UnitReports | null;
  /** How the preparation stands: units in the case, and what would go wrong. */
  preparation: { units: number; findings: number };
}
