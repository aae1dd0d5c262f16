import type { FleetRow } from "~/core/quick/fleet";
import type { UnitFindingError } from "~/core/evidence/unitScan";
import type { DeviceError } from "~/core/devices/deviceError";
import type { BrokenRule } from "~/core/coordination/explaining/explain";
import type { NoPair } from "~/core/schedule/freePair";
import type { AssignedRowProblem } from "~/core/coordination/problem/assigned";
import type { SceneRowProblem } from "~/core/schedule/sceneTable";
import type { CaseProblem } from "~/core/kit/caseCheck";
import type { VerificationPart } from "~/core/channel/verificationParts";
import type { PairingProblem } from "~/core/kit/pairing";
import type { ArchiveError, KitFileError, RegionFileError } from "./fileErrors";
import type { SettingRefusal } from "./settingRefusal";
import type { ShootArchiveError } from "./shootArchive";
import type { PlanProblem } from "~/core/location/floorPlan";
import type { SweepFileError } from "~/core/spectrum/sweep";

/** What is wrong with a plan's file. `message` is the shape's own word, where it has one. */
export type PlanLinesProblem =
  | { code: "shape"; at: string; message: string | null }
  | { code: "not-json" }
  | { code: "headings-missing" }
  | { code: "not-a-frequency"; row: number; text: string }
  | { code: "nothing-in-it" };

export type PairingFileProblem =
  { code: "line"; line: number; what: string } | { code: "no-pack-of-the-case" };

/** What a use case can answer instead of a value. Plain data, with what the words need. */
export type ServiceError =
  | {
      code: "not-found";
      what:
        | "day"
        | "place"
        | "channel"
        | "pack"
        | "plan"
        | "earlier list"
        | "assigned line"
        | "region file"
        | "model"
        | "unit"
        | "shoot"
        | "scene"
        | "step"
        | "scan"
        | "floor plan"
        | "walk"
        | "picture"
        | "hit"
        | "entry"
        | "copy";
    }
  | { code: "changed-meanwhile"; talker: string; changes: { atMs: number; what: string }[] }
  | { code: "plan-changed"; version: number; atMs: number }
  | { code: "scan-changed"; atMs: number }
  | {
      code: "rules-broken";
      picks: { talker: string; broken: BrokenRule[] }[];
      names: Record<string, string>;
    }
  | {
      code: "list-changed";
      list:
        | "scenes"
        | "handed"
        | "stations"
        | "places"
        | "units"
        | "stock"
        | "antennas"
        | "distributions"
        | "supplies"
        | "destinations"
        | "patches"
        | "models"
        | "ticks"
        | "pairings"
        | "drawings"
        | "rigs"
        | "cellRules"
        | "unitScans"
        | "quick";
      atMs: number;
    }
  | {
      code: "list-unreadable";
      why: "empty" | "binary" | "large" | "calendar" | "calendar-other-day";
    }
  | { code: "list-rows-bad"; rows: number[] }
  | { code: "crew-rows"; rows: FleetRow[] }
  | { code: "region-file"; error: RegionFileError }
  | { code: "kit-file"; error: KitFileError }
  | { code: "case-refused"; problems: CaseProblem[] }
  | { code: "part-ships" }
  | { code: "model-in-use"; name: string; labels: string[] }
  | { code: "place-needed"; why: "here" | "last" }
  | { code: "talker-twice"; talker: string }
  | { code: "no-pair"; talker: string; why: NoPair }
  | { code: "handed-typed"; problems: AssignedRowProblem[] }
  | { code: "scene-typed"; problems: SceneRowProblem[] }
  | { code: "drawing-refused"; problems: PlanProblem[] }
  | { code: "picture-refused"; why: "type" | "large" | "many" }
  | { code: "nothing-picked" }
  | { code: "plan-file"; problem: PlanLinesProblem }
  | { code: "pairing-refused"; label: string; problems: PairingProblem[] }
  | { code: "pairing-file"; problem: PairingFileProblem }
  /** A copy of the data file that could not be made, or that may not be put in its place. */
  | { code: "copy-failed"; detail: string }
  | {
      code: "copy-refused";
      error: { code: "copy-unreadable" | "copy-newer" | "copy-damaged"; detail: string };
    }
  | { code: "shoot-archive"; error: ShootArchiveError }
  | { code: "cells-empty"; label: string }
  /** A verification whose questions nobody answered: it cannot be written. */
  | { code: "not-verified"; talker: string; parts: VerificationPart[] }
  /** A page's number of what it sent stands for something else. */
  | { code: "number-taken" }
  /** What came from outside could not be read within its limits. */
  | { code: "reading-stopped"; why: "time" | "room" | "broke" }
  | { code: "no-rig" }
  | { code: "nothing-scans" }
  | { code: "no-register" }
  | { code: "scan-running" }
  | { code: "no-scan-running" }
  | { code: "setting-unknown"; refusal: SettingRefusal }
  /** What a receiver is said to show, and cannot. */
  | { code: "unit-scan"; unit: string; error: UnitFindingError }
  | { code: "device"; error: DeviceError; unit: string }
  | { code: "sweep-file"; name: string; error: SweepFileError }
  | { code: "sweep-archive"; name: string; error: ArchiveError }
  | { code: "sweep-file-large"; name: string; bytes: number; mostBytes: number };
