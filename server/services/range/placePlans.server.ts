import type { Transaction } from "sequelize";
import { bandsFor } from "~/core/regulations/region";
import { notes } from "~/contract/messages/notes";
import { defined, itemAt } from "~/core/units/items";
import { levelOf } from "~/core/coordination/explaining/explain";
import { conflictsOfEach, eachOnce } from "~/core/coordination/rules/relations";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { mwToDbm } from "~/core/units/decibels";
import { type Distribution, distributionOf, feedOf, lineTo } from "~/core/kit/distribution";
import { type PackModel, packModel, type ReceiverModel, receiverModel } from "~/core/kit/models";
import { requiredSnrWithReachDb } from "~/core/kit/selfChoosing";
import { powerOf } from "~/core/kit/units";
import type { FeedItem } from "~/core/radio/feed";
import { ordinaryRig, type RigDetail } from "~/core/report/rigCard";
import { PACK_HEIGHTS_M, WORN_TILT_DEG } from "~/core/location/forecast";
import {
  emptyPlan,
  type FloorPlan,
  type PlaceDrawing,
  type PlanPicture,
  planProblems,
} from "~/core/location/floorPlan";
import { bindToLaw } from "~/core/location/tooHot";
import type { WalkPack, WalkReceiver } from "~/core/location/walk";
import { fail, ok } from "~/core/units/result";
import { listWords } from "~/contract/messages/format";
import {
  countPictures,
  findPicture,
  insertPicture,
} from "~/server/db/repositories/planPictures.server";
import { undoWalks } from "~/server/db/repositories/records.server";
import type { AppContext } from "~/server/services/appContext.server";
import { checkFrequencyHz } from "./channelChecks.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { type PickBasis, pickBasis } from "~/server/services/frequencies/plans.server";
import { newestList, storeNextList, undoList } from "~/server/services/prep/versionedLists.server";
import type { ServiceResult } from "~/server/services/serviceResult";

/** A talker as the plan needs them: what they carry, how it is heard, what it may be set to. */
export interface Walker {
  channelId: number;
  number: number;
  talker: string;
  mark: string;
  moves: string;
  pack: WalkPack;
  packLabel: string;
  receiver: WalkReceiver;
  receiverLabel: string;
  /** Powers that the pack has, and the highest of them within the law where it transmits. */
  powersMw: number[];
  mostMw: number;
  law: { maxEirpMw: number; licence: string; asOf: string } | null;
  isPicked: boolean;
  rig: RigDetail;
}

export interface PlaceRange {
  placeId: number;
  version: number;
  earlierVersion: number | null;
  /** Null: nothing is drawn yet. */
  drawing: PlaceDrawing | null;
  walkers: Walker[];
}

/**
 * What a distribution puts before a receiver. The cable from the antenna is the plan's, which knows
 * where both stand.
 */
function behindAntennas(
  distributions: readonly Distribution[],
  receiverKey: string,
): Pick<WalkReceiver["figures"], "feed"> {
  const feed = feedOf(distributions, receiverKey);
  const d = distributionOf(distributions, receiverKey);
  if (!feed || !d) return {};
  const onTheWay = new Set<FeedItem>(lineTo(distributions, d).filter((i) => i.kind === "coax"));
  return { feed: feed.filter((i) => !onTheWay.has(i)) };
}

const HALF_OF_PATHS_DB = 2;

/**
 * Two paths take the better; one that switches comes to it late: two decibels more are needed
 * (common practice, no published source).
 */
function receiverOf(
  model: ReceiverModel,
  pack: PackModel,
  distributions: readonly Distribution[],
  receiverKey: string,
): WalkReceiver {
  const { bandwidthHz, noiseFigureDb, overloadDbm, diversity } = model;
  const requiredSnrDb = requiredSnrWithReachDb(model, pack);
  return {
    figures: {
      bandwidthHz,
      noiseFigureDb,
      overloadDbm,
      requiredSnrDb: requiredSnrDb + (diversity === "one-path" ? HALF_OF_PATHS_DB : 0),
      ...(model.adaptive ? { fromReachM: model.adaptive.rangeM } : {}),
      ...behindAntennas(distributions, receiverKey),
    },
    isDiversity: diversity !== "none",
  };
}

/**
 * The products that the plan in use leaves in its channels, at the levels that are usual here. What
 * Frequencies calls clear is clear here too: the same rules count.
 */
function productsOf(
  { plan, stored }: LoadedDay,
  { request }: PickBasis,
): Record<number, { label: string; dbm: number }[]> {
  if (!plan) return {};
  const name = (id: string) => stored.find((c) => carrierId(c.id) === id)?.talker ?? "another crew";
  const conflicts = eachOnce(
    conflictsOfEach(
      [
        ...plan.picks.map((p) => ({ id: carrierId(p.channelId), frequencyHz: p.frequencyHz })),
        ...request.others,
      ],
      plan.picks.map((p) => carrierId(p.channelId)),
      request.profile,
      request.relations && { ...request.relations, ...plan.allows, careful: null },
    ),
  );
  const found: Record<number, { label: string; dbm: number }[]> = {};
  for (const conflict of conflicts) {
    const { sources, victim } = conflict;
    const channel = stored.find((c) => carrierId(c.id) === victim);
    const level = levelOf(request, conflict);
    if (level && channel)
      (found[channel.id] ??= []).push({
        label: `product of ${listWords(sources.map(name))}`,
        dbm: level.productDbm,
      });
  }
  return found;
}

async function walkersOf(
  app: AppContext,
  loaded: LoadedDay,
  rigs: readonly RigDetail[],
): Promise<Walker[]> {
  const { kit, unit, stored, facts, region } = loaded;
  const basis = await pickBasis(app, loaded, loaded.plan?.profile ?? loaded.day.profile);
  const products = productsOf(loaded, basis);
  return stored.flatMap((c, i): Walker[] => {
    const frequencyHz = checkFrequencyHz(loaded, c.id);
    if (frequencyHz === null) return [];
    const channel = itemAt(facts.channels, i);
    const model = packModel(kit, unit(c.packKey).modelId);
    const receiver = receiverModel(kit, unit(c.receiverKey).modelId);
    const rig = rigs.find((r) => r.channelId === c.id) ?? ordinaryRig(c.id);
    // the air's own noise where it was measured: it is in the way as much as the receiver's own
    const half = receiver.bandwidthHz / 2;
    const noise = basis.request.noise
      .filter((n) => n.highHz > frequencyHz - half && n.lowHz < frequencyHz + half)
      .map((n) => n.levelDbm);
    const law =
      bandsFor(region, model.adaptive !== null).find(
        (b) => frequencyHz >= b.lowHz && frequencyHz <= b.highHz,
      ) ?? null;
    const powerMw = powerOf(kit, unit(c.packKey));
    return [
      {
        channelId: c.id,
        number: c.number,
        talker: c.talker,
        mark: c.mark,
        moves: c.moves,
        packLabel: channel.packLabel,
        receiverLabel: channel.receiverLabel,
        receiver: receiverOf(receiver, model, loaded.distributions, c.receiverKey),
        powersMw: model.powersMw,
        mostMw: bindToLaw(model.powersMw, law?.maxEirpMw ?? null) ?? powerMw,
        law: law ? { maxEirpMw: law.maxEirpMw, licence: law.licence, asOf: law.asOf } : null,
        isPicked: facts.plan?.picks.some((p) => p.channelId === c.id) ?? false,
        rig,
        pack: {
          heightM: PACK_HEIGHTS_M[c.wear],
          frequencyHz,
          txPowerDbm: mwToDbm(powerMw),
          wear: c.wear,
          skinContact: rig.skinContact,
          sleeve: rig.sleeve,
          whip: rig.whip,
          tiltDeg: WORN_TILT_DEG,
          facingDeg: "along",
          ...(noise.length + (products[c.id]?.length ?? 0) > 0
            ? {
                interference: [
                  ...(noise.length > 0
                    ? [
                        {
                          label: "noise of this location, as scanned",
                          dbm: Math.max(...noise),
                          isFromAround: true as const,
                        },
                      ]
                    : []),
                  ...(products[c.id] ?? []),
                ],
              }
            : {}),
        },
      },
    ];
  });
}

/** The plan of the place where the unit is, and who walks in it. */
export async function placeRange(app: AppContext, dayId: number): ServiceResult<PlaceRange> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day } = loaded.value;
  const [drawings, rigs] = await Promise.all([
    newestList(app, "drawings", dayId),
    newestList(app, "rigs", dayId),
  ]);
  return ok({
    placeId: day.currentPlaceId,
    version: drawings.version,
    earlierVersion: drawings.earlierVersion,
    drawing: drawings.items.find((d) => d.placeId === day.currentPlaceId) ?? null,
    walkers: await walkersOf(app, loaded.value, rigs.items),
  });
}

/** Keeps a place's plan; what makes no sense in it is refused, and the one before stands. */
export async function keepDrawing(
  app: AppContext,
  dayId: number,
  p: {
    expectedVersion: number;
    placeId: number;
    plan: FloorPlan;
    picture: PlanPicture | null;
    how: string;
  },
  along?: (transaction: Transaction) => Promise<void>,
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  if (!loaded.value.places.some((x) => x.id === p.placeId))
    return fail({ code: "not-found", what: "place" });
  const problems = planProblems(p.plan);
  if (problems.length > 0) return fail({ code: "drawing-refused", problems });
  if (p.picture && !(await findPicture(app.db, dayId, p.picture.id)))
    return fail({ code: "not-found", what: "picture" });
  const { items } = await newestList(app, "drawings", dayId);
  const next: PlaceDrawing = { placeId: p.placeId, plan: p.plan, picture: p.picture };
  return storeNextList(
    app,
    "drawings",
    dayId,
    {
      expectedVersion: p.expectedVersion,
      how: p.how,
      items: [...items.filter((d) => d.placeId !== p.placeId), next],
    },
    along,
  );
}

/**
 * A sheet to begin with: as large as the place's own distance asks for, and empty. Where walls
 * stand and people go, only somebody who was there can say.
 */
function firstPlan({ geometry }: Pick<LoadedDay["places"][number], "geometry">): FloorPlan {
  const widthM = Math.ceil(geometry.distanceM + 6);
  return emptyPlan({
    model: geometry.model,
    room: geometry.room,
    widthM,
    heightM: Math.ceil(Math.max(8, widthM * 0.6)),
  });
}

/** Puts an empty sheet down where nothing is drawn yet. */
export async function beginDrawing(
  app: AppContext,
  dayId: number,
  p: { expectedVersion: number; placeId: number },
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const place = loaded.value.places.find((x) => x.id === p.placeId);
  if (!place) return fail({ code: "not-found", what: "place" });
  return keepDrawing(app, dayId, {
    ...p,
    plan: firstPlan(place),
    picture: null,
    how: notes.begun,
  });
}

export const undoDrawings = (
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult =>
  undoList(app, "drawings", dayId, expectedVersion, (t) =>
    undoWalks(app.db, dayId, expectedVersion, t),
  );

const MAX_PICTURE_BYTES = 8 * 1024 * 1024;
/** Of a day: several for each of its places, those that were replaced too. */
const MAX_PICTURES = 60;
const BEGINS: Record<string, number[]> = {
  "image/png": [0x89, 0x50, 0x4e, 0x47],
  "image/jpeg": [0xff, 0xd8, 0xff],
  "image/webp": [0x52, 0x49, 0x46, 0x46],
};

/** Keeps a picture to draw over. What it is, its own bytes say. @returns its number */
export async function keepPicture(
  app: AppContext,
  dayId: number,
  bytes: Uint8Array,
): ServiceResult<number> {
  if (bytes.length > MAX_PICTURE_BYTES) return fail({ code: "picture-refused", why: "large" });
  const type = Object.keys(BEGINS).find((t) => defined(BEGINS[t]).every((b, i) => bytes[i] === b));
  if (!type) return fail({ code: "picture-refused", why: "type" });
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  return app.db.write(async (t): ServiceResult<number> => {
    if ((await countPictures(app.db, dayId, t)) >= MAX_PICTURES)
      return fail({ code: "picture-refused", why: "many" });
    return ok(await insertPicture(app.db, dayId, { type, bytes: Buffer.from(bytes) }, t));
  });
}

export const pictureOf = async (
  app: AppContext,
  dayId: number,
  id: number,
): ServiceResult<{ type: string; bytes: Buffer }> => {
  const found = await findPicture(app.db, dayId, id);
  return found ? ok(found) : fail({ code: "not-found", what: "picture" });
};

/** Keeps how a talker is rigged. */
export async function keepRig(
  app: AppContext,
  dayId: number,
  p: { expectedVersion: number; rig: RigDetail },
): ServiceResult<string> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const talker = loaded.value.stored.find((c) => c.id === p.rig.channelId)?.talker;
  if (talker === undefined) return fail({ code: "not-found", what: "channel" });
  const { items } = await newestList(app, "rigs", dayId);
  const stored = await storeNextList(app, "rigs", dayId, {
    expectedVersion: p.expectedVersion,
    how: notes.rigged(talker),
    items: [...items.filter((r) => r.channelId !== p.rig.channelId), p.rig],
  });
  return stored.ok ? ok(talker) : stored;
}

export const undoRigs = (app: AppContext, dayId: number, expectedVersion: number): ServiceResult =>
  undoList(app, "rigs", dayId, expectedVersion);
export const rigVersion = async (app: AppContext, dayId: number): Promise<number> =>
  (await newestList(app, "rigs", dayId)).version;
