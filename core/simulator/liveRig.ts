import { defined, numberAt } from "~/core/units/items";
import { batteryVolts } from "~/core/battery/discharge";
import { powerSumDb } from "~/core/units/decibels";
import { hashText, seededRandom } from "~/core/units/random";
import { tuningSpan } from "~/core/devices/tuning";
import { wavelengthM } from "~/core/radio/propagation";
import { type AirCarrier, readAir } from "./air";
import { UNPAIRED_HZ } from "~/core/devices/reports";
import {
  packCarriers,
  type Rig,
  type ScriptedEvent,
  type RigPack,
  type RigReceiver,
  usedHoursOf,
} from "./rig";
import type { Site } from "./site";
import type { LiveHalf } from "~/core/devices/readings";

/**
 * Lets happen what its moment has come for: what acts once is done to the units, what lasts
 * remembers where it came down. The same rig where nothing did.
 * @param site - whose air tells where somebody who comes could be seen at all
 */
export function stepRig(rig: Rig, site: Site, nowMs: number): Rig {
  const due = (rig.script ?? []).filter((h) => !h.state && h.fromMs <= nowMs);
  if (due.length === 0) return rig;
  return due.reduce((r, h) => begin(r, site, h, nowMs), rig);
}

/**
 * Whoever comes stands so far over what is there already: an exercise that nobody can solve teaches
 * nothing.
 */
const SEEN_OVER_DB = 15;
/** And so far from a station's edge. */
const EDGE_HZ = 250_000;
const APART_HZ = 350_000;
/** As near as two can stand and still be told apart. */
const TOLD_APART_HZ = 200_000;
type Product = Extract<ScriptedEvent, { kind: "product" }>;

/** Whether somebody who came on the air there could be told from what is on it. */
function wouldBeSeen(
  rig: Rig,
  site: Site,
  frequencyHz: number,
  levelDbm: number,
  nowMs: number,
  apartHz: number,
): boolean {
  const taken = [
    ...rig.packs.filter((p) => p.isOn).map((p) => p.frequencyHz),
    ...site.air.carriers.map((c) => c.frequencyHz),
    ...(rig.strangers ?? []).map((c) => c.frequencyHz),
  ];
  return (
    taken.every((hz) => Math.abs(hz - frequencyHz) >= apartHz) &&
    // at a station's edge its skirt takes it for its own
    [-EDGE_HZ, 0, EDGE_HZ].every(
      (offHz) =>
        readAir({ ...site.air, carriers: [] }, frequencyHz + offHz, 200_000, nowMs) <
        levelDbm - SEEN_OVER_DB,
    )
  );
}

/**
 * Whom of ours a new carrier makes a product with, and where he stands for it to fall where it is to:
 * as it was meant, else where he would be seen, else louder than what hides him.
 */
function productSource(
  rig: Rig,
  site: Site,
  event: Product,
  nowMs: number,
): { is: Product; frequencyHz: number } | null {
  const { withPack, ontoPack, newcomerDbm: newCarrierDbm } = event;
  const now = rigNow(rig, site, nowMs);
  const onto = rig.packs.find((p) => p.key === ontoPack);
  if (!onto || onto.frequencyHz <= 0) return null;
  const partners = rig.packs
    .filter((p) => p.key !== ontoPack && p.frequencyHz > 0 && (p.isOn || p.key === withPack))
    .sort((a, b) => Number(b.key === withPack) - Number(a.key === withPack));
  const span = tuningSpan(rig.receivers.flatMap((r) => r.tuning));
  const ways = [
    ...partners.map((p) => ({
      is: { ...event, withPack: p.key },
      frequencyHz: Math.round((p.frequencyHz + onto.frequencyHz) / 2),
    })),
    ...partners.map((p) => ({
      is: { ...event, withPack: p.key, doubled: "pack" as const },
      frequencyHz: 2 * p.frequencyHz - onto.frequencyHz,
    })),
  ].filter((w) => span && w.frequencyHz >= span.lowHz && w.frequencyHz <= span.highHz);
  const isSeen = (w: { frequencyHz: number }, dbm: number) =>
    wouldBeSeen(now.rig, now.site, w.frequencyHz, dbm, nowMs, APART_HZ);
  const seen = ways.find((w) => isSeen(w, newCarrierDbm));
  if (seen) return seen;
  const hidden = ways.find((w) => isSeen(w, Infinity)) ?? ways[0];
  return hidden
    ? {
        ...hidden,
        is: {
          ...hidden.is,
          newcomerDbm: Math.max(
            newCarrierDbm,
            readAir({ ...now.site.air, carriers: [] }, hidden.frequencyHz, 200_000, nowMs) +
              SEEN_OVER_DB +
              5,
          ),
        },
      }
    : null;
}

function begin(rig: Rig, site: Site, event: ScriptedEvent, nowMs: number): Rig {
  const packHz = (key: string) => rig.packs.find((p) => p.key === key)?.frequencyHz ?? null;
  const isMissed = event.untilMs !== null && event.untilMs <= nowMs;
  const put = (
    frequencyHz: number | null,
    change: Partial<Pick<Rig, "packs" | "receivers">> = {},
    isOver = isMissed,
    is: ScriptedEvent = event,
  ): Rig => ({
    ...rig,
    ...change,
    script: defined(rig.script).map((h) =>
      h.id === event.id ? { ...is, state: { frequencyHz, ...(isOver ? { isOver } : {}) } } : h,
    ),
  });
  if (isMissed) return put(null);
  const pack = (key: string, of: (p: RigPack) => RigPack) => ({
    packs: rig.packs.map((p) => (p.key === key ? of(p) : p)),
  });
  switch (event.kind) {
    case "newcomer": {
      const hz = packHz(event.nearPack);
      if (hz === null || hz <= 0) return put(null, {}, true);
      // one that is only to be told of comes where there is something to tell
      const now = rigNow(rig, site, nowMs);
      const ways =
        Math.abs(event.offsetHz) < APART_HZ
          ? []
          : [1, -1, 0.7, -0.7].map((by) => hz + by * event.offsetHz);
      const span = tuningSpan(rig.receivers.flatMap((r) => r.tuning));
      return put(
        ways.find(
          (way) =>
            span &&
            way >= span.lowHz &&
            way <= span.highHz &&
            wouldBeSeen(now.rig, now.site, way, event.levelDbm, nowMs, TOLD_APART_HZ),
        ) ?? hz + event.offsetHz,
      );
    }
    case "product": {
      const source = productSource(rig, site, event, nowMs);
      return source ? put(source.frequencyHz, {}, isMissed, source.is) : put(null, {}, true);
    }
    case "noise":
      return put(packHz(event.aroundPack));
    case "weak-cells":
      return put(
        null,
        pack(event.packKey, (p) =>
          p.cells
            ? {
                ...p,
                cells: {
                  ...p.cells,
                  usedHours: Math.max(0, p.cells.hours - event.leftHours),
                  onSinceMs: p.isOn ? nowMs : null,
                },
              }
            : p,
        ),
        true,
      );
    case "muted":
      return put(
        null,
        pack(event.packKey, (p) => ({ ...p, isMuted: true })),
        true,
      );
    case "mic-out":
      return put(
        null,
        pack(event.packKey, (p) => ({ ...p, isMicPlugged: false })),
        true,
      );
    case "switched-off":
      return put(
        null,
        pack(event.packKey, (p) => ({
          ...p,
          isOn: false,
          ...(p.cells
            ? { cells: { ...p.cells, usedHours: usedHoursOf(p.cells, nowMs), onSinceMs: null } }
            : {}),
        })),
        true,
      );
    case "antenna":
      return put(
        null,
        {
          receivers: rig.receivers.map((r) =>
            r.key === event.receiverKey ? { ...r, deaf: event.antenna } : r,
          ),
        },
        true,
      );
    default:
      return put(null);
  }
}

const isOnNow = (h: ScriptedEvent, nowMs: number): boolean =>
  h.state !== undefined &&
  !h.state.isOver &&
  nowMs >= h.fromMs &&
  (h.untilMs === null || nowMs < h.untilMs);

/** Before its end a set loses signal slowly. */
const SAG_FROM_LEFT_HOURS = 0.06;
const SAG_DB = 8;

/**
 * The rig as it is at a moment: strangers that came, noise, what stands in the way, packs whose
 * cells are empty. The state that goes in stays as it is.
 */
export function rigNow(rig: Rig, site: Site, nowMs: number): { rig: Rig; site: Site } {
  const event = (rig.script ?? []).filter((h) => isOnNow(h, nowMs));
  const strangers = event.flatMap((h) => {
    const hz = defined(h.state).frequencyHz;
    if (h.kind === "newcomer" && hz !== null) return [{ frequencyHz: hz, levelDbm: h.levelDbm }];
    if (h.kind !== "product" || hz === null) return [];
    const pack = rig.packs.find((p) => p.key === h.withPack);
    // no second source, no product
    const product = pack?.isOn
      ? [
          {
            frequencyHz:
              h.doubled === "pack" ? 2 * pack.frequencyHz - hz : 2 * hz - pack.frequencyHz,
            levelDbm: h.productDbm,
          },
        ]
      : [];
    return [{ frequencyHz: hz, levelDbm: h.newcomerDbm }, ...product];
  });
  const broadband = event.flatMap((h) =>
    h.kind === "noise" && typeof h.state?.frequencyHz === "number"
      ? [
          {
            centreHz: h.state.frequencyHz,
            widthHz: h.widthHz,
            levelDbmPer200kHz: h.dbmPer200kHz,
          },
        ]
      : [],
  );
  const packs = rig.packs.map((p): RigPack => {
    const left = p.cells ? p.cells.hours - usedHoursOf(p.cells, nowMs) : Infinity;
    const sagDb =
      left > SAG_FROM_LEFT_HOURS ? 0 : -SAG_DB * (1 - Math.max(0, left) / SAG_FROM_LEFT_HOURS);
    const extraDb = event.reduce(
      (sum, h) => sum + ("packKey" in h && "db" in h && h.packKey === p.key ? h.db : 0),
      (p.extraDb ?? 0) + sagDb,
    );
    const isOn = p.isOn && left > 0;
    // a pack that is as it was stays the same one: what was reckoned of it still holds
    return isOn === p.isOn && extraDb === (p.extraDb ?? 0) ? p : { ...p, extraDb, isOn };
  });
  return {
    rig: { ...rig, strangers: [...(rig.strangers ?? []), ...strangers], packs },
    site:
      broadband.length === 0
        ? site
        : { ...site, air: { ...site.air, broadband: [...site.air.broadband, ...broadband] } },
  };
}

/**
 * Ends what lasts until somebody does something about it: a pack that is turned over or gets its
 * sleeve, somebody who is sent back from the antennas.
 */
export const rigFree = (rig: Rig, packKey: string): Rig => ({
  ...rig,
  script: (rig.script ?? []).map((h) =>
    (h.kind === "skin" || h.kind === "behind" || h.kind === "near") &&
    h.packKey === packKey &&
    h.state
      ? { ...h, state: { ...h.state, isOver: true } }
      : h,
  ),
});

const WALK_MPS = 1.2;
/** Somebody walks and stands still in turns. */
const TURN_MS = 23_000;
const RAYS = 8;
/** Share of the direct ray: what a small set usually has (common practice, no published source). */
const DIRECT_SHARE = 0.8;
const SQUELCH_OVER_NOISE_DB = 8;
const TELLS_FROM_DB = -6;
const TELLS_OVER_DB = 24;

/**
 * What every half shows at a moment. Each pack's way fades as its wearer walks and stands, on each
 * antenna for itself; a neighbour, a product or noise on the frequency spoils the link though the
 * level stays.
 * @param p.rig - as `rigNow` makes it
 */
export function liveHalves({ rig, site }: { rig: Rig; site: Site }, nowMs: number): LiveHalf[] {
  return rig.receivers.flatMap((receiver) => {
    const carriers = packCarriers(site, rig, receiver);
    return receiver.halvesHz.map((_, half) => liveHalf(site, rig, receiver, half, carriers, nowMs));
  });
}

function liveHalf(
  site: Site,
  rig: Rig,
  receiver: RigReceiver,
  half: number,
  carriers: readonly AirCarrier[],
  nowMs: number,
): LiveHalf {
  const frequencyHz = numberAt(receiver.halvesHz, half);
  const pack = receiver.adaptive
    ? rig.packs.find(
        (p) => p.isOn && p.pairedWith?.receiverKey === receiver.key && p.pairedWith.half === half,
      )
    : rig.packs.find(
        (p) =>
          p.isOn &&
          !p.pairedWith &&
          p.frequencyHz !== UNPAIRED_HZ &&
          Math.abs(p.frequencyHz - frequencyHz) < 1000,
      );
  const { bandwidthHz, requiredSnrDb, overloadDbm } = receiver.figures;
  const noiseDbm = receiver.adaptive
    ? site.air.noiseDbmPer200kHz
    : readAir(
        site.air,
        frequencyHz,
        bandwidthHz,
        nowMs,
        carriers.filter((c) => c.id !== pack?.key),
      );
  const meanDbm = pack
    ? receiver.adaptive
      ? -58 + (pack.extraDb ?? 0)
      : defined(carriers.find((c) => c.id === pack.key)).levelDbm
    : -Infinity;
  const wanted = (antenna: "A" | "B"): number =>
    pack
      ? meanDbm +
        fadeDb(
          `${site.key}|${pack.key}|${receiver.key}|${antenna}`,
          receiver.adaptive ? 2.4e9 : frequencyHz,
          pack.key,
          nowMs,
        ) -
        (receiver.deaf === antenna ? DEAF_DB : 0)
      : -Infinity;
  const [a, b] = [wanted("A"), wanted("B")];
  const better = Math.max(a, b);
  const snrDb = better - noiseDbm;
  const heardDb = Math.max(better, noiseDbm) - airFloor(site);
  const isOpen = heardDb > SQUELCH_OVER_NOISE_DB;
  // a stronger one on the frequency takes the receiver: our own voice is gone, or breaks
  const isClear = pack !== undefined && snrDb > requiredSnrDb - 10;
  const hasAudio =
    isOpen && isClear && !pack.isMuted && pack.isMicPlugged && speaks(pack.key, nowMs);
  const isBroken = isOpen && pack !== undefined && snrDb < requiredSnrDb;
  const rough = seededRandom(hashText(`${receiver.key}|${half}|${Math.floor(nowMs / 100)}`))();
  const audioDbfs = !isOpen
    ? null
    : isBroken && rough < 0.6
      ? -14 - 6 * rough
      : hasAudio
        ? -24 + 14 * rough
        : -68 + 4 * rough;
  const told =
    receiver.tells && isOpen && isClear
      ? { name: pack.name ?? pack.key, volts: voltsOf(pack, nowMs), isMuted: pack.isMuted }
      : null;
  return {
    receiverKey: receiver.key,
    half,
    rfADbm: powerSumDb([a, noiseDbm]),
    rfBDbm: powerSumDb([b, noiseDbm]),
    audioDbfs,
    hasAudio: hasAudio || (audioDbfs !== null && audioDbfs > -60),
    isOverloaded: better > overloadDbm,
    quality: receiver.tells
      ? Math.min(1, Math.max(0, (snrDb - requiredSnrDb - TELLS_FROM_DB) / TELLS_OVER_DB))
      : null,
    partner: told,
  };
}

const DEAF_DB = 24;
const airFloor = (site: Site): number => site.air.noiseDbmPer200kHz;
/** Told in hundredths of a volt. */
const voltsOf = ({ cells }: RigPack, nowMs: number): number | null =>
  cells
    ? Math.round(batteryVolts(cells.chemistry, usedHoursOf(cells, nowMs) / cells.hours) * 100) / 100
    : null;

/** Somebody speaks, and listens, in turns of a few seconds. */
function speaks(key: string, nowMs: number): boolean {
  const turn = Math.floor(nowMs / 2600);
  return seededRandom(hashText(`${key}|turn|${turn}`))() < 0.55;
}

/** How far somebody has walked by now: he walks, slows down, stands and goes on. */
const metresOf = (key: string, nowMs: number): number => {
  const shift = (hashText(key) % 1000) / 1000;
  const turns = nowMs / TURN_MS + shift;
  return (WALK_MPS * TURN_MS * (turns - Math.sin(2 * Math.PI * turns) / (2 * Math.PI))) / 2000;
};

const rays = new Map<string, { cos: number; phase: number; size: number }[]>();

/**
 * Fading of one way: a direct ray and eight scattered ones (Clarke's model with a steady part), as
 * far as its wearer has walked. While somebody stands it stands too.
 */
function fadeDb(way: string, frequencyHz: number, wearer: string, nowMs: number): number {
  let list = rays.get(way);
  if (!list) {
    const random = seededRandom(hashText(way));
    list = Array.from({ length: RAYS }, () => ({
      cos: Math.cos(2 * Math.PI * random()),
      phase: 2 * Math.PI * random(),
      size: Math.sqrt((1 - DIRECT_SHARE) / RAYS) * (0.5 + random()),
    }));
    rays.set(way, list);
  }
  const turn = (2 * Math.PI * metresOf(wearer, nowMs)) / wavelengthM(frequencyHz);
  let [re, im] = [Math.sqrt(DIRECT_SHARE), 0];
  for (const { cos, phase, size } of list) {
    re += size * Math.cos(turn * cos + phase);
    im += size * Math.sin(turn * cos + phase);
  }
  return 10 * Math.log10(re * re + im * im + 1e-6);
}
