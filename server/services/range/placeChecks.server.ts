import { notes } from "~/contract/messages/notes";
import { count } from "~/contract/messages/format";
import { packModel, receiverModel } from "~/core/kit/models";
import { withReach } from "~/core/kit/selfChoosing";
import { holds, walkForecast } from "~/core/location/forecast";
import type { FloorPlan, Walk } from "~/core/location/floorPlan";
import { linkCorrections, linkWalk } from "~/core/location/linkWalk";
import { planWay } from "~/core/location/planLink";
import type { SeenWalk } from "~/core/location/seenWalk";
import { tooHot } from "~/core/location/tooHot";
import type { Correction, WalkFit } from "~/core/location/walkFit";
import type { WalkedResult } from "~/core/location/walkTest";
import { linkBudget } from "~/core/radio/link";
import { type FoundHere, type PathSetup, pathQuestion } from "~/core/radio/pathSetup";
import { itemAt } from "~/core/units/items";
import { fail, ok } from "~/core/units/result";
import { changeChannel } from "~/server/db/repositories/channels.server";
import {
  forgetWalks,
  insertPlaceCheck,
  type StoredPlaceCheck,
} from "~/server/db/repositories/records.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { newestList } from "~/server/services/prep/versionedLists.server";
import type { ServiceResult } from "~/server/services/serviceResult";
import { checkFrequencyHz, findChannel, meanwhile } from "./channelChecks.server";
import { keepDrawing, placeRange, type Walker } from "./placePlans.server";

const MAX_WALLS = 12;
/** Nobody walks nearer to an antenna. */
const NEAREST_M = 0.5;

/** How a talker's thinnest walk of a plan stands, with the way it takes there. */
function checkOf(
  plan: FloorPlan,
  walker: Walker,
  walks: readonly Walk[],
): Omit<StoredPlaceCheck, "placeId" | "atMs"> {
  const { pack, receiver } = walker;
  const answers = walks.map((walk) => walkForecast(plan, walk, pack, plan.antennas, receiver));
  const answer = answers.reduce((a, b) => (b.worstMarginDb < a.worstMarginDb ? b : a));
  const at = itemAt(answer.points, answer.worst);
  const antenna = itemAt(plan.antennas, at.marginsDb.indexOf(Math.max(...at.marginsDb)));
  const facingDeg = pack.facingDeg === "along" ? at.headingDeg : pack.facingDeg;
  const here = { ...pack, x: at.x, y: at.y, facingDeg };
  const { question, wallCount, isBehindBody } = planWay(plan, here, antenna, receiver.figures);
  const { tx, rx, path } = question;
  return {
    channelId: walker.channelId,
    frequencyHz: pack.frequencyHz,
    marginDb: answer.worstMarginDb,
    holds: answers.every(holds),
    // as the screen tells it
    overload: walks.some(
      (walk) => (tooHot(plan, { walk, pack }, receiver, [])?.headroomDb ?? 0) < 0,
    ),
    setup: {
      wear: pack.wear,
      skinContact: pack.skinContact,
      sleeve: pack.sleeve,
      tiltDeg: pack.tiltDeg,
      distanceM: Math.max(NEAREST_M, path.distanceM),
      walls: path.walls.slice(0, MAX_WALLS).map((w) => ({ ...w })),
      antenna: antenna.kind,
      feed: antenna.feed,
      txPowerDbm: pack.txPowerDbm,
      asDrawn: {
        model: plan.model,
        room: path.room ?? plan.room,
        bodyLossDb: tx.bodyLossDb ?? 0,
        isBehindBody,
        whip: tx.whip ?? "straight",
        txHeightM: tx.heightM,
        rxHeightM: rx.heightM,
        rxTiltDeg: rx.tiltDeg,
        offAxisDeg: rx.offAxisDeg,
        edges: path.edges.map((e) => ({ ...e })),
        reflectedDb: path.reflectedDb ?? 0,
        wallCount,
      },
    },
  };
}

/** A check for everybody who walks in a plan. */
const checksOf = (plan: FloorPlan, walkers: readonly Walker[]) =>
  walkers.flatMap((w) => {
    const walks = plan.walks.filter((x) => x.channelId === w.channelId);
    return walks.length === 0 || plan.antennas.length === 0 ? [] : [checkOf(plan, w, walks)];
  });

/**
 * Keeps, for everybody who walks in the plan, what is left at the thinnest point of their walks
 * here.
 */
export async function keepRange(app: AppContext, dayId: number): ServiceResult<string> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const range = await placeRange(app, dayId);
  if (!range.ok) return range;
  const { drawing, walkers, placeId } = range.value;
  if (!drawing) return fail({ code: "not-found", what: "floor plan" });
  const atMs = Math.round(dayNowMs(app, loaded.value.day));
  const kept = checksOf(drawing.plan, walkers);
  if (kept.length === 0) return fail({ code: "not-found", what: "walk" });
  await app.db.write(async (t) => {
    for (const check of kept) await insertPlaceCheck(app.db, dayId, { ...check, placeId, atMs }, t);
  });
  return ok(count(kept.length, "channel"));
}

/** A walk that was walked, whose, and what was told of it. */
export type WalkedBy = WalkedResult & { channelId: number };

/**
 * Keeps what a walk test found of this place, or forgets it. Predictions go by it from then on, and
 * everybody who walks in the plan is checked again by it in the same write: what dropped stands as
 * that, whatever the model says.
 */
export async function keepFit(
  app: AppContext,
  dayId: number,
  p: {
    expectedVersion: number;
    placeId: number;
    fit: WalkFit | null;
    walked: readonly WalkedBy[];
  },
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { items } = await newestList(app, "drawings", dayId);
  const drawing = items.find((d) => d.placeId === p.placeId);
  if (!drawing) return fail({ code: "not-found", what: "floor plan" });
  const range = await placeRange(app, dayId);
  if (!range.ok) return range;
  const atMs = Math.round(dayNowMs(app, loaded.value.day));
  const plan = { ...drawing.plan, fit: p.fit && { ...p.fit, atMs } };
  const drawingVersion = p.expectedVersion + 1;
  const isHere = range.value.placeId === p.placeId;
  const checks = p.fit && isHere ? checksOf(plan, range.value.walkers) : [];
  return keepDrawing(
    app,
    dayId,
    {
      ...drawing,
      expectedVersion: p.expectedVersion,
      plan,
      how: p.fit ? "saved a walk test" : "removed a walk test",
    },
    async (t) => {
      if (!p.fit) await forgetWalks(app.db, dayId, { placeId: p.placeId, drawingVersion }, t);
      for (const check of checks) {
        const walked = theirWalk(p.walked, check.channelId);
        await insertPlaceCheck(
          app.db,
          dayId,
          { ...check, placeId: p.placeId, atMs, drawingVersion, ...(walked ? { walked } : {}) },
          t,
        );
      }
    },
  );
}

/** Several walks of one talker: all their dropouts, the least of what was read. */
function theirWalk(all: readonly WalkedBy[], channelId: number): WalkedResult | null {
  const mine = all.filter((w) => w.channelId === channelId);
  if (mine.length === 0) return null;
  const least = mine.flatMap((w) => w.leastMarginDb ?? []);
  return {
    droppedAtM: mine.flatMap((w) => w.droppedAtM).sort((a, b) => a - b),
    lengthM: Math.max(...mine.map((w) => w.lengthM)),
    leastMarginDb: least.length > 0 ? Math.min(...least) : null,
  };
}

/** What a link that is judged by itself has to go by at this place. */
export interface LinkHere {
  /** The receiver's figures as the plan takes them. */
  receiver: Walker["receiver"];
  interference: FoundHere["interference"];
  /** How the place is as a room, where it is drawn; null: as its list says. */
  room: Pick<FloorPlan, "model" | "room"> | null;
  fit: (WalkFit & { atMs: number }) | null;
  /** Of this link's own walk, where no plan was walked after it; else of another link's. */
  general: Correction | null;
}

/** The same for every channel, so that one link and the plan tell the same. */
export async function linksHere(
  app: AppContext,
  dayId: number,
): ServiceResult<Record<number, LinkHere>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const range = await placeRange(app, dayId);
  if (!range.ok) return range;
  const { walkers, drawing } = range.value;
  return ok(
    Object.fromEntries(
      walkers.map((w) => [w.channelId, linkHere(loaded.value, w, drawing?.plan ?? null)]),
    ),
  );
}

function linkHere(
  { day, placeChecks }: Pick<LoadedDay, "day" | "placeChecks">,
  walker: Walker,
  plan: FloorPlan | null,
): LinkHere {
  const fit = plan?.fit ?? null;
  const walked = placeChecks.filter((c) => c.placeId === day.currentPlaceId && c.general);
  const own = walked.findLast((c) => c.channelId === walker.channelId);
  // a walk test of the plan that came later knows better than the link's own walk
  const last = own ?? walked.at(-1);
  const newest = fit && (!own || own.atMs <= fit.atMs) ? undefined : last;
  return {
    receiver: walker.receiver,
    interference: walker.pack.interference,
    room: plan && { model: plan.model, room: plan.room },
    fit,
    general: newest?.general ?? null,
  };
}

/**
 * Keeps how a channel reaches its receiver at the present place, with the margin the core computes;
 * or what a walk told of it, which then corrects that margin. How it is worn goes with the channel.
 */
export async function keepPlace(
  app: AppContext,
  dayId: number,
  p: {
    channelId: number;
    expectedVersion: number;
    setup: PathSetup;
    /** A walk away from the antennas; null: none was walked. */
    walk: SeenWalk | null;
  },
): ServiceResult<string> {
  const found = await findChannel(app, dayId, p.channelId);
  if (!found.ok) return found;
  const { loaded, channel } = found.value;
  const place = loaded.places.find((x) => x.id === loaded.day.currentPlaceId);
  if (!place) return fail({ code: "not-found", what: "place" });
  const frequencyHz = checkFrequencyHz(loaded, channel.id);
  if (frequencyHz === null) return fail({ code: "not-found", what: "plan" });
  const links = await linksHere(app, dayId);
  if (!links.ok) return links;
  const here = links.value[channel.id];
  const receiver =
    here?.receiver.figures ??
    withReach(
      receiverModel(loaded.kit, loaded.unit(channel.receiverKey).modelId),
      packModel(loaded.kit, loaded.unit(channel.packKey).modelId),
    );
  const ask = (setup: PathSetup, foundHere: FoundHere) =>
    pathQuestion({ ...place.geometry, ...here?.room }, setup, receiver, frequencyHz, foundHere);
  const interference = here?.interference ? { interference: here.interference } : {};
  const told = p.walk
    ? linkWalk(
        (distanceM) => ask({ ...p.setup, distanceM: Math.max(NEAREST_M, distanceM) }, interference),
        here?.receiver.isDiversity ?? false,
        p.walk,
      )
    : null;
  const setup = told
    ? { ...p.setup, distanceM: Math.max(NEAREST_M, told.walked.lengthM) }
    : p.setup;
  const { marginDb, overload } = linkBudget(
    ask(setup, {
      ...interference,
      corrections: linkCorrections(
        { fit: here?.fit ?? null, general: told?.general ?? here?.general ?? null },
        setup,
      ),
    }),
  );
  const atMs = Math.round(dayNowMs(app, loaded.day));
  return app.db.write(async (t) => {
    const changes = await changeChannel(
      app.db,
      {
        channelId: channel.id,
        expectedVersion: p.expectedVersion,
        atMs,
        what: notes.placeKept(marginDb, setup.distanceM),
        change: { wear: setup.wear },
      },
      t,
    );
    if (changes) return meanwhile(channel.talker, changes);
    await insertPlaceCheck(
      app.db,
      loaded.day.id,
      {
        channelId: channel.id,
        placeId: place.id,
        atMs,
        frequencyHz,
        marginDb,
        overload,
        setup,
        ...(told
          ? { walked: told.walked, ...(told.general ? { general: told.general } : {}) }
          : {}),
      },
      t,
    );
    return ok(channel.talker);
  });
}
