import { notes } from "~/contract/messages/notes";
import { quickHitNote } from "~/contract/messages/quick";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { LEVEL_AIMS } from "~/core/audio/recommend";
import { LOUDEST_SPL_AT_1M_DB } from "~/core/audio/levelChain";
import { usualChemistry } from "~/core/battery/packBatteries";
import { SELF_CHOSEN_HZ } from "~/core/channel/channelState";
import { STRICT } from "~/core/coordination/rules/relations";
import type { UnitFinding } from "~/core/evidence/unitScan";
import { EMPTY_KIT, type Kit } from "~/core/kit/models";
import { SOURCE_RULES } from "~/core/kit/sources";
import { freeKey } from "~/core/kit/caseCheck";
import type { CaseUnit } from "~/core/kit/units";
import { sketchOf } from "~/core/location/placeSketch";
import { choosesItself, modelsOf, placeText, type QuickSet } from "~/core/quick/quickSet";
import type { QuickEvent, QuickSession, QuickWhere } from "~/core/quick/session";
import { itemAt } from "~/core/units/items";
import { fail, ok, type Result } from "~/core/units/result";
import { countingScan } from "~/core/channel/channelState";
import type { AppContext } from "~/server/services/appContext.server";
import { batteriesRan, newBatteries, switchUnits } from "~/server/services/day/batteries.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { moveTo } from "~/server/services/day/moves.server";
import { acceptPlan } from "~/server/services/frequencies/plans.server";
import { chooseRegion } from "~/server/services/frequencies/regions.server";
import { addPlace, changePlace } from "~/server/services/prep/places.server";
import { addTalker } from "~/server/services/prep/talkers.server";
import { newestList, storeNextLists } from "~/server/services/prep/versionedLists.server";
import { keepLevel } from "~/server/services/range/channelChecks.server";
import { putNote } from "~/server/services/roll/roll.server";
import { addUnitScans } from "~/server/services/scan/unitScans.server";
import {
  handlePack,
  recordSeen,
  setReceivers,
  syncPack,
} from "~/server/services/sync/syncs.server";

type Done = Promise<Result<unknown, ServiceError>>;

/**
 * Carries one thing that was said on the page of one system into its day, by the same use cases as
 * the day's own screens.
 * @param session - as it stands after it
 */
export async function putOnDay(
  app: AppContext,
  dayId: number,
  e: QuickEvent,
  session: QuickSession,
): Done {
  switch (e.what) {
    case "begun": {
      const kept = await keepKit(app, dayId, session);
      if (!kept.ok) return kept;
      const placed = await keepWhere(app, dayId, e.where);
      return placed.ok ? joinSystem(app, dayId, session, 0) : placed;
    }
    case "set":
      return keepKit(app, dayId, session);
    case "second": {
      const kept = await keepKit(app, dayId, session);
      return kept.ok ? joinSystem(app, dayId, session, session.systems.length - 1) : kept;
    }
    case "where":
      return keepWhere(app, dayId, e.where);
    case "moved":
      return goTo(app, dayId, e.where);
    case "heard":
      return heard(app, dayId, e);
    case "used":
    case "undo":
      return keepNumbers(app, dayId, session);
    case "hit": {
      const hit = session.systems[e.system]?.hits.at(-1);
      const loaded = await requireDay(app, dayId);
      if (!loaded.ok) return loaded;
      if (hit) {
        const set = session.systems[e.system]?.set as QuickSet;
        const noted = await putNote(app, dayId, {
          text: quickHitNote(placeText(set, hit.place)),
          channelId: loaded.value.stored[e.system]?.id ?? null,
          agoMs: 0,
          idempotencyKey: e.id,
        });
        if (!noted.ok) return noted;
      }
      return keepNumbers(app, dayId, session);
    }
    case "matched":
    case "seen":
      return saw(app, dayId, e, session);
    case "level":
      return levelled(app, dayId, e, session);
    case "batteries":
      return batteriesIn(app, dayId, e);
    case "off": {
      const loaded = await requireDay(app, dayId);
      if (!loaded.ok) return loaded;
      return switchUnits(app, dayId, { keys: loaded.value.units.map((u) => u.key), isOn: false });
    }
  }
}

/** Ids of the models of one system: they stay while their figures are told anew. */
const idsOf = (system: number) => ({
  receiver: `quick-${system + 1}-rx`,
  pack: `quick-${system + 1}-tx`,
});

/** Both ends of every system as models and units of the kit. */
async function keepKit(app: AppContext, dayId: number, session: QuickSession): Done {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const models: Kit = { ...EMPTY_KIT, receivers: [], packs: [] };
  const units: CaseUnit[] = [];
  session.systems.forEach(({ set }, i) => {
    const ids = idsOf(i);
    const { receiver, pack } = modelsOf(set);
    // the second pack of one receiver needs no other receiver
    const isShared =
      i > 0 &&
      (loaded.value.kit.receivers.find((r) => r.id === idsOf(0).receiver)?.halves ?? 1) > 1;
    // the second pack of one receiver speaks to that one, whatever it is called
    const { modulations } = isShared ? itemAt(models.receivers, 0) : receiver;
    models.packs.push({ ...pack, id: ids.pack, modulations });
    if (!isShared) models.receivers.push({ ...receiver, id: ids.receiver });
    const add = (unit: Omit<CaseUnit, "key" | "serial" | "keyName">) =>
      units.push({ ...unit, key: freeKey(unit.modelId, units), serial: null, keyName: null });
    if (!isShared) add({ kind: "receiver", modelId: ids.receiver, label: set.name, powerMw: null });
    add({
      kind: "pack",
      modelId: ids.pack,
      label: `Pack ${String.fromCharCode(65 + i)}`,
      powerMw: Math.min(...pack.powersMw),
    });
  });
  const [kept, standing] = [
    await newestList(app, "models", dayId),
    await newestList(app, "units", dayId),
  ];
  if (
    JSON.stringify(kept.items[0]) === JSON.stringify(models) &&
    JSON.stringify(standing.items) === JSON.stringify(units)
  )
    return ok(null);
  return storeNextLists(
    app,
    dayId,
    notes.changed(session.systems.map((s) => s.set.name).join(", ")),
    [
      { kind: "models", expectedVersion: kept.version, items: [models] },
      { kind: "units", expectedVersion: standing.version, items: units },
    ],
  );
}

/** A channel for one system, on its own pair. */
async function joinSystem(
  app: AppContext,
  dayId: number,
  session: QuickSession,
  system: number,
): Done {
  const set = session.systems[system]?.set;
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  // a crew that takes up what was prepared for it has its channel already
  if (loaded.value.stored[system]) return ok(null);
  if (!set) return fail({ code: "not-found", what: "channel" });
  const { input } = modelsOf(set);
  return addTalker(app, dayId, { talker: set.name, source: set.source, inputId: input.id });
}

/** What the page tells of where it is, in the day's present place. */
async function keepWhere(app: AppContext, dayId: number, where: QuickWhere): Done {
  const region = await chooseRegion(app, dayId, where.region);
  if (!region.ok) return region;
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const here = loaded.value.places.find((p) => p.id === loaded.value.day.currentPlaceId);
  if (!here) return fail({ code: "not-found", what: "place" });
  const { version } = await newestList(app, "places", dayId);
  return changePlace(app, dayId, {
    placeId: here.id,
    expectedVersion: version,
    withScenes: false,
    place: {
      ...told(here),
      name: where.place || here.name,
      sketch: { ...sketchOf(here.setting, here.geometry), setting: where.setting },
    },
  });
}

const told = ({ name, note, startMs, endMs, siteKey }: LoadedDay["places"][number]) => ({
  name,
  note,
  startMs,
  endMs,
  siteKey,
  position: null,
});

/** Another place of the same day, and everything there. */
async function goTo(app: AppContext, dayId: number, where: QuickWhere): Done {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { places, day } = loaded.value;
  const here = places.find((p) => p.id === day.currentPlaceId);
  if (!here) return fail({ code: "not-found", what: "place" });
  const { version } = await newestList(app, "places", dayId);
  const name = where.place || notes.nextPlace(places.length + 1);
  const added = await addPlace(app, dayId, {
    expectedVersion: version,
    place: {
      ...told(here),
      name,
      sketch: { ...sketchOf(here.setting, here.geometry), setting: where.setting },
    },
  });
  if (!added.ok) return added;
  const after = await requireDay(app, dayId);
  if (!after.ok) return after;
  const place = after.value.places.at(-1);
  const moved = place ? await moveTo(app, dayId, place.id) : ok(null);
  return moved.ok ? chooseRegion(app, dayId, where.region) : moved;
}

/** What its own scan told, as far as it names megahertz. */
async function heard(
  app: AppContext,
  dayId: number,
  { word, system }: Extract<QuickEvent, { what: "heard" }>,
): Done {
  if (word.kind !== "proposal" && word.kind !== "graph") return ok(null);
  const { frequencyHz } = word.place;
  if (frequencyHz === null) return ok(null);
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const receiverKey = loaded.value.stored[system]?.receiverKey;
  if (receiverKey === undefined) return fail({ code: "not-found", what: "channel" });
  const finding: UnitFinding =
    word.kind === "graph"
      ? { kind: "graph", frequencyHz }
      : { kind: "proposal", frequencyHz, from: null };
  return addUnitScans(app, dayId, { receiverKey, findings: [finding] });
}

/** The numbers that are in use as the day's plan, each locked: a person chose them. */
async function keepNumbers(app: AppContext, dayId: number, session: QuickSession): Done {
  // a number that its screen told with its megahertz is one that its model has now
  const kept = await keepKit(app, dayId, session);
  if (!kept.ok) return kept;
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { stored, plan, facts } = loaded.value;
  const picks = session.systems.flatMap((s, i) => {
    const channel = stored[i];
    const frequencyHz = s.use?.place.frequencyHz ?? null;
    return channel && frequencyHz !== null
      ? [{ channelId: channel.id, frequencyHz, isLocked: true }]
      : [];
  });
  if (picks.length === 0 || JSON.stringify(picks) === JSON.stringify(plan?.picks ?? []))
    return ok(null);
  return acceptPlan(app, dayId, {
    basePlanVersion: plan?.version ?? 0,
    sweepId: countingScan(facts)?.id ?? null,
    profile: "normal",
    picks,
    spares: [],
    allows: STRICT,
    how: notes.oneSystem,
  });
}

/** What was seen of both ends, on the number that is in use. */
async function saw(
  app: AppContext,
  dayId: number,
  e: Extract<QuickEvent, { what: "matched" | "seen" }>,
  session: QuickSession,
): Done {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const channel = loaded.value.stored[e.system];
  const s = session.systems[e.system];
  if (!channel || !s) return fail({ code: "not-found", what: "channel" });
  const isSelf = choosesItself(s.set);
  const frequencyHz = isSelf ? SELF_CHOSEN_HZ : (s.use?.place.frequencyHz ?? null);
  // without its megahertz the day has no number that this could be seen of
  if (frequencyHz === null) return ok(null);
  const byHands =
    e.what === "matched" ? await practiceHands(app, dayId, channel.id, isSelf) : ok(null);
  if (!byHands.ok) return byHands;
  const item = {
    channelId: channel.id,
    atMs: null,
    of: { frequencyHz, packKey: channel.packKey, receiverKey: channel.receiverKey },
  };
  const told =
    e.what === "seen"
      ? [
          {
            ...item,
            id: e.id,
            seen: { what: "proof" as const, part: e.part, outcome: e.outcome, shown: null },
          },
        ]
      : [
          ...(isSelf
            ? []
            : [
                {
                  ...item,
                  id: `${e.id}-r`,
                  seen: { what: "receiver-shows" as const, frequencyHz },
                },
              ]),
          { ...item, id: `${e.id}-p`, seen: { what: "pack-shows" as const, frequencyHz } },
        ];
  const done = await recordSeen(app, dayId, told);
  if (!done.ok) return done;
  const note = done.value.find((a) => a.syncId === null)?.note;
  return note && note.code !== "moved-on" && note.code !== "seen-later" ? fail(note) : ok(null);
}

/** Practice gear has no hands but these: what a person says they did is done on it. */
async function practiceHands(
  app: AppContext,
  dayId: number,
  channelId: number,
  isSelf: boolean,
): Done {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const channel = loaded.value.facts.channels.find((c) => c.id === channelId);
  const reports = loaded.value.facts.reports;
  if (!app.simulator || isSelf || !channel || reports?.receivers[channel.receiverKey] === undefined)
    return ok(null);
  const on = await handlePack(app, dayId, channel.packKey, { isOn: true });
  if (!on.ok) return on;
  const tuned = await setReceivers(app, dayId, [channelId]);
  return tuned.ok ? syncPack(app, dayId, channelId) : tuned;
}

async function levelled(
  app: AppContext,
  dayId: number,
  { level, system }: Extract<QuickEvent, { what: "level" }>,
  session: QuickSession,
): Done {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const channel = loaded.value.stored[system];
  const set = session.systems[system]?.set;
  if (!channel || !set) return fail({ code: "not-found", what: "channel" });
  const { micDistanceM, peakFactorDb } = SOURCE_RULES[set.source];
  const { microphone } = modelsOf(set);
  const { voice, gainDb, outputDb, inputGainDb, seenDbfs } = level;
  return keepLevel(app, dayId, {
    channelId: channel.id,
    expectedVersion: channel.version,
    microphoneId: loaded.value.kit.microphones.some((m) => m.id === microphone.id)
      ? microphone.id
      : channel.microphoneId,
    settings: { effort: voice, micDistanceM, peakFactorDb, gainDb, outputDb, inputGainDb },
    detail: {
      loudestSplAt1mDb: LOUDEST_SPL_AT_1M_DB[voice],
      school: "low",
      aim: "minus-20" satisfies keyof typeof LEVEL_AIMS,
      measured:
        seenDbfs === null
          ? null
          : {
              peakDbfs: seenDbfs,
              from: "meter",
              voiceDbfs: null,
              pausesDbfs: null,
              found: [],
            },
      looked: [],
    },
  });
}

async function batteriesIn(
  app: AppContext,
  dayId: number,
  { end, ranHours, system }: Extract<QuickEvent, { what: "batteries" }>,
): Done {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const channel = loaded.value.stored[system];
  if (!channel) return fail({ code: "not-found", what: "channel" });
  if (end === "pack" && ranHours === 0)
    return newBatteries(app, dayId, { packKey: channel.packKey, chemistry: null });
  const key = end === "pack" ? channel.packKey : channel.receiverKey;
  return batteriesRan(app, dayId, { packKey: key, ranHours, chemistry: usualChemistry("aa") });
}
