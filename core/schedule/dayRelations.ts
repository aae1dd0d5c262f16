import { itemAt } from "~/core/units/items";
import { mwToDbm } from "~/core/units/decibels";
import { pathQuestion, type ReceiverFigures } from "~/core/radio/pathSetup";
import type { SiteGeometry } from "~/core/location/siteGeometry";
import type { CarrierLevel, ImLevels } from "~/core/coordination/rules/imLevels";
import {
  PROFILES,
  type ProfileChoice,
  type ProfileName,
  strictestOf,
} from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import type { ReceiverModel } from "~/core/kit/models";
import { type SetRelations, STRICT } from "~/core/coordination/rules/relations";
import { bodyMeanLossDb, type Wear, WHIP_ON_CASE_GAIN_DBI } from "~/core/radio/antenna";
import { INTERCEPT_OVER_COMPRESSION_DB } from "~/core/radio/intercept";
import { linkBudget } from "~/core/radio/link";
import { freeSpaceLossDb } from "~/core/radio/propagation";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { type Scene, wiredRanges } from "./scenes";

/** A channel as its relations to the others need it. */
export interface RelatedChannel {
  id: number;
  talker: string;
  wear: Wear;
  powerMw: number;
  receiver: ReceiverFigures & Pick<ReceiverModel, "spacing">;
}

/** How near talkers come to the receivers (common practice, no published source). */
const NEAREST_M = 3;
/**
 * How packs of people who play together stand to each other: usually an arm's length to across a
 * room (common practice, no published source).
 */
const PACKS_APART_M = { least: 0.5, most: 4 };
/**
 * Standard deviation of a Rayleigh-faded level in decibels (textbook), and of a worn pack turning
 * with its wearer (common practice, no published source).
 */
const FADING_SD_DB = 5.57;
const TURNING_SD_DB = 4;
/**
 * Output intercept of a pack over its power: 30 dBm at 50 mW (common practice, no published
 * source).
 */
const PACK_OIP3_OVER_POWER_DB = 13;
const TILT_DEG = 20;
const LOOKS = 33;
/** By how much the guards of a carrier are wider whose scene cannot be repeated. Our own. */
export const CAREFUL_EXTRA_HZ = 100_000;

/**
 * Levels of all carriers at a place, as typical as long as nobody measured them: talkers anywhere
 * between near the receivers and as far as the place goes, packs worn as they are, fading.
 * @param others - carriers of other people, as strong as they were scanned
 */
export function packLevels(
  geometry: SiteGeometry,
  channels: readonly RelatedChannel[],
  others: readonly { id: string; levelDbm: number }[],
  frequencyHz: number,
): ImLevels {
  const nearM = Math.min(NEAREST_M, geometry.distanceM);
  const distances = Array.from(
    { length: LOOKS },
    (_, i) => nearM + ((geometry.distanceM - nearM) * i) / (LOOKS - 1),
  );
  const carriers = channels.map(({ id, wear, powerMw, receiver }): CarrierLevel => {
    const txPowerDbm = mwToDbm(powerMw);
    const looks = distances.map((distanceM) =>
      linkBudget(
        pathQuestion(
          geometry,
          {
            wear,
            skinContact: false,
            sleeve: false,
            tiltDeg: TILT_DEG,
            distanceM,
            walls: geometry.walls,
            antenna: "whip-quarter",
            feed: [],
            txPowerDbm,
          },
          receiver,
          frequencyHz,
        ),
      ),
    );
    const { mean, variance } = momentsOf(looks.map((l) => l.receivedDbm));
    const { overloadDbm, requiredSnrDb, bandwidthHz } = receiver;
    return {
      id: carrierId(id),
      txPowerDbm,
      receivedDbm: mean,
      spreadDb: Math.sqrt(variance + FADING_SD_DB ** 2 + TURNING_SD_DB ** 2),
      receiver: {
        iip3Dbm: overloadDbm + INTERCEPT_OVER_COMPRESSION_DB,
        noiseDbm: itemAt(looks, 0).noiseFloorDbm,
        requiredSnrDb,
        bandwidthHz,
      },
    };
  });
  const apart = Array.from({ length: LOOKS }, (_, i) =>
    freeSpaceLossDb({
      distanceM:
        PACKS_APART_M.least * (PACKS_APART_M.most / PACKS_APART_M.least) ** (i / (LOOKS - 1)),
      frequencyHz,
    }),
  );
  const { mean, variance } = momentsOf(apart);
  const bodyDb =
    channels.reduce((sum, c) => sum + bodyMeanLossDb(c.wear), 0) / Math.max(1, channels.length);
  return {
    carriers: [
      ...carriers,
      ...others.map((o): CarrierLevel => ({
        id: o.id,
        receivedDbm: o.levelDbm,
        spreadDb: FADING_SD_DB,
        txPowerDbm: null,
        receiver: null,
      })),
    ],
    packOip3OverPowerDb: PACK_OIP3_OVER_POWER_DB,
    // one body at least is between two packs most of the time
    packToPack: {
      lossDb: mean - 2 * WHIP_ON_CASE_GAIN_DBI + bodyDb,
      spreadDb: Math.sqrt(variance + TURNING_SD_DB ** 2),
    },
  };
}

function momentsOf(values: readonly number[]): { mean: number; variance: number } {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  return { mean, variance: values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length };
}

/** A request that goes by one profile, or by what each receiver's model needs. */
export function byProfile<
  R extends Pick<CoordinationRequest, "profile" | "relations" | "channels">,
>(request: R, choice: ProfileChoice, needs: Readonly<Record<string, ProfileName>>): R {
  if (choice !== "model")
    return {
      ...request,
      profile: PROFILES[choice],
      relations: request.relations ? { ...request.relations, profiles: null } : null,
    };
  const profiles = Object.fromEntries(
    request.channels.map((c) => [c.id, PROFILES[needs[c.id] ?? "normal"]]),
  );
  const areAlike = new Set(request.channels.map((c) => needs[c.id] ?? "normal")).size < 2;
  return {
    ...request,
    profile: strictestOf(Object.values(profiles)),
    relations: {
      ...(request.relations ?? { ...STRICT, together: null, careful: null, levels: null }),
      profiles: areAlike ? null : profiles,
    },
  };
}

/**
 * What the day knows of its channels beside their tuning: levels at the place, who plays with whom,
 * and whose scene cannot be repeated. Strict until told otherwise: products count wherever they
 * fall, and all are taken to be on together.
 * @param placeId - where the set is for: what is shot elsewhere needs no wider guards here
 */
export function pickRelations(
  levels: ImLevels | null,
  channels: readonly Pick<RelatedChannel, "id" | "talker">[],
  scenes: readonly Scene[],
  placeId: number,
): SetRelations {
  const idsOf = (talkers: readonly string[]) =>
    channels.filter((c) => talkers.includes(c.talker)).map((c) => carrierId(c.id));
  const together = wiredRanges(scenes)
    .map((s) => idsOf(s.talkers))
    .filter((ids) => ids.length > 0);
  // a scene that names no place may be shot here
  const once = idsOf(
    scenes
      .filter((s) => !s.isRepeatable && (s.placeId === null || s.placeId === placeId))
      .flatMap((s) => s.speakers),
  );
  return {
    ...STRICT,
    levels,
    together: together.length > 0 ? together : null,
    careful: once.length > 0 ? { channelIds: once, extraHz: CAREFUL_EXTRA_HZ } : null,
  };
}
