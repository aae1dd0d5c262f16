import { defined, numberAt } from "~/core/units/items";
import { NEEDED_NOISE_DBM } from "~/core/spectrum/noiseLimit";
import { PORT_ELLERY_SITES, PORT_ELLERY_STATIONS } from "~/core/simulator/portEllery";
import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import type { PlaceDrawing } from "~/core/location/floorPlan";
import type { Rig, RigPack, RigScanner } from "~/core/simulator/rig";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import type { CaseUnit, StockItem } from "~/core/kit/units";
import { insertChannel, type StoredChannel } from "~/server/db/repositories/channels.server";
import {
  type Day,
  type DayPlace,
  insertDay,
  insertFirstPlaces,
  insertShoot,
  updateDay,
} from "~/server/db/repositories/days.server";
import { appendVersion } from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { practiceUnits } from "./practiceRig.server";

/**
 * The practice day: "Slack Water", a small drama in the invented ferry harbour of Port Ellery.
 * Every name and make is made up.
 */
const hours = (h: number, minutes = 0) => (h * 60 + minutes) * 60_000;

const unit = (
  kind: CaseUnit["kind"],
  key: string,
  modelId: string,
  label: string,
  serial: string,
  powerMw: number | null,
): CaseUnit => ({ key, kind, modelId, label, powerMw, serial, keyName: null });

const UNITS: readonly CaseUnit[] = [
  unit("receiver", "bag-1", "tarnfell-r2-47", "Bag 1", "TR-20417", null),
  unit("receiver", "bag-2", "tarnfell-r2-47", "Bag 2", "TR-20418", null),
  unit("receiver", "camera-b", "oystercatch-c1-51", "Camera B", "OC-0993", null),
  ...["A", "B", "C", "D"].map((letter, i) =>
    unit(
      "pack",
      `pack-${letter.toLowerCase()}`,
      "tarnfell-p-47",
      `Pack ${letter}`,
      `TP-3310${i + 1}`,
      50,
    ),
  ),
  unit("pack", "pack-e", "oystercatch-t-51", "Pack E", "OT-1127", 30),
  unit("pack", "pack-f", "tarnfell-ph-47", "Pack F", "TH-0442", 100),
  unit("pack", "pack-g", "tarnfell-p-56", "Pack G", "TP-56021", 50),
];

type Cast = Omit<StoredChannel, "id" | "version">;
const lavalier = {
  extraPacks: [],
  microphoneId: "pebble",
  micDistanceM: 0.2,
  peakFactorDb: 18,
  inputId: "recorder-line",
  source: null,
};

const CAST: readonly Cast[] = [
  {
    number: 1,
    talker: "Marit",
    mark: "Ma",
    part: "lead",
    moves: "upright, walks",
    effort: "normal",
    wear: "waist-back",
    ...lavalier,
    receiverKey: "bag-1",
    half: 0,
    packKey: "pack-a",
  },
  {
    number: 2,
    talker: "Tobiah",
    mark: "To",
    part: "ferryman",
    moves: "shouts across the water",
    effort: "shout",
    wear: "chest",
    ...lavalier,
    receiverKey: "bag-1",
    half: 1,
    packKey: "pack-b",
  },
  {
    number: 3,
    talker: "Irsa",
    mark: "Ir",
    part: "harbour office",
    moves: "seated",
    effort: "normal",
    wear: "waist-front",
    ...lavalier,
    receiverKey: "bag-2",
    half: 0,
    packKey: "pack-c",
  },
  {
    number: 4,
    talker: "Agnete",
    mark: "Ag",
    part: "grandmother",
    moves: "soft voice, turns away",
    effort: "soft",
    wear: "chest",
    ...lavalier,
    receiverKey: "bag-2",
    half: 1,
    packKey: "pack-d",
  },
  {
    number: 5,
    talker: "Nils",
    mark: "Ns",
    part: "deckhand",
    moves: "runs, on camera B",
    effort: "raised",
    wear: "ankle",
    ...lavalier,
    inputId: "camera-mic",
    receiverKey: "camera-b",
    half: 0,
    packKey: "pack-e",
  },
];

const PLACES: readonly Omit<DayPlace, "id" | "geometry">[] = [
  {
    name: "Net loft",
    setting: "indoors",
    note: "timber, beams, nets on the walls",
    startMs: hours(8),
    endMs: hours(11),
    siteKey: "net-loft",
  },
  {
    name: "Quay",
    setting: "outdoors",
    note: "steel hulls alongside, second crew across the basin",
    startMs: hours(11),
    endMs: hours(14, 30),
    siteKey: "quay",
  },
  {
    name: "Car deck",
    setting: "indoors",
    note: "all steel, one bad lamp driver",
    startMs: hours(15),
    endMs: hours(17),
    siteKey: "car-deck",
  },
  {
    name: "Lighthouse stair",
    setting: "indoors",
    note: "thick stone, narrow",
    startMs: hours(17, 30),
    endMs: hours(19, 30),
    siteKey: "lighthouse-stair",
  },
];

const scene = (
  number: string,
  title: string,
  place: number,
  startMs: number,
  endMs: number,
  speakers: string[],
  isRepeatable = true,
) => ({ number, title, place, startMs, endMs, speakers, isRepeatable });

/**
 * The call sheet: scene 14 has one voice more than there are channels, and the ferry of scene 16
 * leaves once.
 */
const SCENES = [
  scene("11", "Marit mends, Tobiah asks", 0, hours(8, 15), hours(9, 30), ["Marit", "Tobiah"]),
  scene("12", "The letter", 0, hours(9, 45), hours(10, 50), ["Marit", "Irsa", "Agnete"]),
  scene("14", "Everybody on the quay", 1, hours(11, 15), hours(12, 30), [
    "Marit",
    "Tobiah",
    "Irsa",
    "Agnete",
    "Nils",
    "Oswin",
  ]),
  scene("16", "The ferry leaves", 1, hours(13, 30), hours(14, 20), ["Tobiah", "Nils"], false),
  scene("18", "Between the cars", 2, hours(15, 10), hours(16, 45), ["Marit", "Nils"]),
  scene("21", "Up the stair", 3, hours(17, 40), hours(19, 15), ["Agnete", "Marit"]),
];

/**
 * The rest of the case: one antenna short for block 51, too few cells, nothing to wire a person
 * with.
 */
const stock = (
  kind: StockItem["kind"],
  count: number,
  block: string | null = null,
  connector: string | null = null,
): StockItem => ({ kind, block, connector, count });
const STOCK: readonly StockItem[] = [
  stock("microphone", 8),
  stock("recorder-track", 8),
  stock("camera-track", 1),
  stock("aa-cell", 10),
  stock("antenna", 4, "47", "SMA"),
  stock("antenna", 2, "51", "SMA"),
  stock("lead", 6),
];

/** Puts the practice day into an empty data file: 07:30, before the first place. */
export async function seedPracticeDay(app: Pick<AppContext, "db" | "realNowMs">): Promise<number> {
  const { db } = app;
  return db.write(async (t) => {
    const dayId = await insertDay(
      db,
      {
        shootId: await insertShoot(db, "Slack Water", t),
        dateIso: "2027-05-04",
        dayNumber: 3,
        dayCount: 9,
        town: "Port Ellery",
        region: "EU",
        profile: "normal",
        maxNoiseDbm: NEEDED_NOISE_DBM,
        noiseLimitDbm: null,
        verificationForm: null,
        antennaAttitude: null,
        licences: null,
        spares: 2,
        isPractice: true,
        clockDayMs: hours(7, 30),
        clockRealMs: app.realNowMs(),
      },
      t,
    );
    const places = PLACES.map((place) => ({
      ...place,
      geometry: defined(PORT_ELLERY_SITES.find((s) => s.key === place.siteKey)).geometry,
    }));
    const placeIds = await insertFirstPlaces(
      db,
      dayId,
      places,
      { atMs: hours(7, 30), how: "from the call sheet" },
      t,
    );
    await appendVersion(
      db,
      "units",
      dayId,
      { version: 1, atMs: hours(7, 30), how: "unpacked", items: [...UNITS] },
      t,
    );
    await appendVersion(
      db,
      "stations",
      dayId,
      {
        version: 1,
        atMs: hours(7, 30),
        how: "from the station list",
        items: [...PORT_ELLERY_STATIONS],
      },
      t,
    );
    const channelIds: Record<string, number> = {};
    for (const channel of CAST)
      channelIds[channel.talker] = await insertChannel(db, dayId, channel, t);
    const drawings = PLACES.map((place, i): PlaceDrawing => ({
      placeId: numberAt(placeIds, i),
      plan: defined(PORT_ELLERY_PLANS[defined(place.siteKey)]).plan(
        (talker) => channelIds[talker] ?? null,
      ),
      picture: null,
    }));
    await appendVersion(
      db,
      "drawings",
      dayId,
      { version: 1, atMs: hours(7, 30), how: "drawn at the recce", items: drawings },
      t,
    );
    await appendVersion(
      db,
      "scenes",
      dayId,
      {
        version: 1,
        atMs: hours(7, 30),
        how: "from the call sheet",
        items: SCENES.map(({ place, ...s }) => ({ ...s, placeId: numberAt(placeIds, place) })),
      },
      t,
    );
    await appendVersion(
      db,
      "stock",
      dayId,
      { version: 1, atMs: hours(7, 30), how: "unpacked", items: [...STOCK] },
      t,
    );
    await updateDay(db, dayId, { currentPlaceId: numberAt(placeIds, 0) }, t);
    return dayId;
  });
}

/**
 * How the practice units come out of the case: Irsa's pack was left on, on yesterday's frequency;
 * Agnete's is muted.
 */
export function practiceRig(): Rig {
  const { receivers, packs } = practiceUnits(SHIPPED_KIT, UNITS, CAST);
  const left: Record<string, Partial<RigPack>> = {
    "pack-c": { isOn: true, frequencyHz: 496_300_000 },
    "pack-d": { isMuted: true },
  };
  // one antenna of the receiver on the camera came off in the van
  const came = receivers.map((r) => (r.key === "camera-b" ? { ...r, deaf: "B" as const } : r));
  return {
    siteKey: "net-loft",
    receivers: came,
    packs: packs.map((p) => ({ ...p, ...left[p.key] })),
    scanners: [PRACTICE_SCANNER],
  };
}

/**
 * A scanner on the cart: wider and quicker than the receivers, reads higher than they do, and
 * leaves lines of its own.
 */
const PRACTICE_SCANNER: RigScanner = {
  key: "scanner",
  label: "Leadline scanner",
  lowHz: 470e6,
  highHz: 694e6,
  stepHz: 12_500,
  msPerStep: 1.5,
  readsDb: 3.2,
  lines: { everyHz: 8_000_000, levelDbm: -101 },
  figures: { bandwidthHz: 200_000, noiseFigureDb: 10, requiredSnrDb: 20, overloadDbm: -20 },
};

/** The practice places whose air a place of a practice day can have; none on any other day. */
export const practiceSites = (day: Pick<Day, "isPractice">): { id: string; label: string }[] =>
  day.isPractice
    ? PORT_ELLERY_SITES.map((s) => ({ id: s.key, label: s.key.replace("-", " ") }))
    : [];
