import {
  bodyLossDb,
  polarisationLossDb,
  type RxAntenna,
  fromAroundDb,
  rxGain,
  skinLossDb,
  type TxAntenna,
  txGainDbi,
  type Wear,
} from "./antenna";
import { cascadedNoiseFigureDb, type FeedItem, feedItem, noiseFloorDbm } from "./feed";
import {
  diffractionParameter,
  freeSpaceLossDb,
  indoorLossDb,
  knifeEdgeLossDb,
  planeEarthLossDb,
  type IndoorSite,
  INDOOR_SOURCE,
} from "./propagation";
import { powerSumDb } from "~/core/units/decibels";
import { type Layer, layeredSlab, type Material, slabLossDb } from "./slab";
import { whipMismatchDb } from "./antennaDesk";

export interface Wall {
  material: Material;
  thicknessM: number;
  /** Where it is built of several sheets: these, and not the material and thickness. */
  layers?: Layer[];
  incidenceDeg?: number;
  /** What it takes straight through, as told or measured: counts in place of its material. */
  lossDb?: number;
  /** An engineering allowance for mesh, pipes, damp: only where asked for. */
  allowanceDb?: number;
}

export interface LinkQuestion {
  frequencyHz: number;
  txPowerDbm: number;
  tx: {
    antenna: TxAntenna;
    /** How its whip is; absent: straight. */ whip?: WhipState;
    /** What its whip is cut for; absent: for this frequency. */ cutForHz?: number;
    wear: Wear;
    /** Towards this antenna, where it is known; absent: as usual for where it is worn. */ bodyLossDb?: number;
    skinContact: boolean;
    sleeve: boolean;
    tiltDeg: number;
    heightM: number;
  };
  rx: {
    antenna: RxAntenna;
    /** What a whip or dipole is cut for; absent: for this frequency. */ cutForHz?: number;
    tiltDeg: number;
    offAxisDeg: number;
    heightM: number;
  };
  path: {
    distanceM: number;
    model: "free-space" | "plane-earth" | "indoor";
    room?: IndoorSite;
    walls: readonly Wall[];
    edges: readonly { heightAboveRayM: number; d1M: number; d2M: number }[];
    /** What comes past all of that by reflections, beside the straight ray; absent: nothing. */ reflectedDb?: number;
  };
  feed: readonly FeedItem[];
  /** What this place was found to add or take, from a walk test; absent: nothing. */
  corrections?: readonly LinkTerm[];
  /**
   * What else is on the frequency, as an antenna with no feed would hear it in the receiver's
   * bandwidth: the air's own noise, products, neighbours. Absent: nothing.
   */
  interference?: readonly Interference[];
  receiver: {
    bandwidthHz: number;
    noiseFigureDb: number;
    requiredSnrDb: number;
    /** The rated reach that the required ratio was raised for; absent: it is the model's own. */
    fromReachM?: number;
    overloadDbm: number;
    /**
     * What lies before its sockets beside the antenna's own line: a distribution and its cables.
     * Absent: nothing.
     */
    feed?: readonly FeedItem[];
  };
}

/** Something else on the frequency. */
export interface Interference {
  label: string;
  dbm: number;
  /**
   * Comes from all sides, told as a dipole of the right length hears it: a directional antenna takes
   * in less of it, one of another block less too. Absent: told as this antenna hears it.
   */
  isFromAround?: true;
}

export interface LinkTerm {
  label: string;
  /** Signed: gains positive, losses negative. */
  db: number;
  source: string;
}

export interface LinkAnswer {
  receivedDbm: number;
  sensitivityDbm: number;
  marginDb: number;
  overload: boolean;
  /** How far under overload; negative above it. */
  overloadHeadroomDb: number;
  /** What of the noise floor is not the receiver's own; null where nothing else is there. */
  interferenceDbm: number | null;
  /** They add up to receivedDbm − txPowerDbm. */
  terms: LinkTerm[];
  noiseFloorDbm: number;
  systemNoiseFigureDb: number;
}

/** A pack's whip as it hangs: bent over, or coiled in the pouch. */
export type WhipState = "straight" | "bent" | "coiled";
/**
 * A quarter wave works by its length: bent it is detuned and partly cancels itself (common
 * practice, no published source).
 */
const WHIP_LOSS_DB: Readonly<Record<WhipState, number>> = { straight: 0, bent: 4, coiled: 10 };

const WEAR_WORDS: Readonly<Record<Wear, string>> = {
  free: "nothing near the pack",
  hand: "held in the hand",
  chest: "worn on the chest",
  "waist-front": "worn at the waist, in front",
  "waist-back": "worn at the waist, behind",
  thigh: "worn on the thigh",
  ankle: "worn at the ankle",
};

/**
 * The level that reaches a receiver's input from a worn pack, term by term, and what is in hand
 * over what the receiver needs. All levels are at the receiver's input, after the feed; the noise
 * figure of the system is referred to the antenna (Friis).
 * @throws RangeError for a distance, frequency, thickness or bandwidth not > 0 (the border refuses
 *   those with the field's path)
 * @example linkBudget(…).marginDb // 21.4: may lose 21.4 dB before it hisses
 */
export function linkBudget(q: LinkQuestion): LinkAnswer {
  const { frequencyHz, tx, rx, path } = q;
  const terms: LinkTerm[] = [];
  const put = (label: string, db: number, source: string) => {
    if (db !== 0) terms.push({ label, db, source });
  };
  put("pack antenna", txGainDbi(tx.antenna), "Balanis, Antenna Theory");
  put(
    `body: ${WEAR_WORDS[tx.wear]}`,
    -(tx.bodyLossDb ?? bodyLossDb(tx.wear)),
    "common practice, no published source",
  );
  put(
    `whip ${tx.whip ?? "straight"}`,
    -WHIP_LOSS_DB[tx.whip ?? "straight"],
    "common practice, no published source",
  );
  if (tx.cutForHz)
    put(
      "pack antenna of another block",
      -whipMismatchDb(frequencyHz, tx.cutForHz),
      "a worn whip off its length, fitted to NEC2",
    );
  if (tx.skinContact)
    put(
      tx.sleeve ? "antenna on skin, in a sleeve" : "antenna on skin",
      -skinLossDb(tx.sleeve),
      "common practice, no published source",
    );
  put("antennas not parallel", -polarisationLossDb(tx.tiltDeg - rx.tiltDeg), "IEEE Std 145");
  pathTerms(q, put);
  for (const wall of path.walls) {
    put(
      wallWords(wall),
      -wallLossDb(wall, frequencyHz, wall.incidenceDeg ?? 0),
      wall.lossDb === undefined
        ? "ITU-R P.2040 method, extrapolated below 1 GHz"
        : "as told or measured",
    );
    if (wall.allowanceDb)
      put(
        `allowance for that ${wall.material}`,
        -wall.allowanceDb,
        "engineering allowance, no published source",
      );
  }
  for (const edge of path.edges)
    put(
      "over an edge",
      -knifeEdgeLossDb(diffractionParameter({ ...edge, frequencyHz })),
      "ITU-R P.526",
    );
  put(
    "reflections past what stands between",
    path.reflectedDb ?? 0,
    "scattered part of the power: common practice, no published source",
  );
  const gain = rxGain(rx.antenna, rx.offAxisDeg);
  const name = typeof rx.antenna === "string" ? rx.antenna : `${rx.antenna.gainDbi} dBi`;
  put(
    `receiving antenna (${name})`,
    gain.gainDbi,
    "Balanis, Antenna Theory; wideband types: common practice",
  );
  put("receiving antenna turned away", gain.patternDb, "pattern: Balanis, Antenna Theory");
  const isCut = rx.antenna === "whip-quarter" || rx.antenna === "dipole";
  const offCutDb = rx.cutForHz && isCut ? whipMismatchDb(frequencyHz, rx.cutForHz) : 0;
  if (rx.cutForHz && isCut)
    put(
      "receiving antenna of another block",
      -offCutDb,
      "a worn whip off its length, fitted to NEC2",
    );
  for (const c of q.corrections ?? []) put(c.label, c.db, c.source);
  const stages = [...q.feed, ...(q.receiver.feed ?? [])].map((item) => feedItem(item, frequencyHz));
  for (const stage of stages) put(stage.label, stage.gainDb, "usual catalogue values, from memory");

  const receivedDbm = q.txPowerDbm + terms.reduce((sum, t) => sum + t.db, 0);
  const feedGainDb = stages.reduce((sum, s) => sum + s.gainDb, 0);
  const systemNoiseFigureDb = cascadedNoiseFigureDb([
    ...stages,
    { gainDb: 0, noiseFigureDb: q.receiver.noiseFigureDb },
  ]);
  const ownDbm =
    noiseFloorDbm({ bandwidthHz: q.receiver.bandwidthHz, noiseFigureDb: systemNoiseFigureDb }) +
    feedGainDb;
  const aroundDb = fromAroundDb(rx.antenna) - offCutDb;
  const others = (q.interference ?? []).map(
    (i) => i.dbm + (i.isFromAround ? aroundDb : 0) + feedGainDb,
  );
  const noiseDbm = others.length > 0 ? powerSumDb([ownDbm, ...others]) : ownDbm;
  const sensitivityDbm = noiseDbm + q.receiver.requiredSnrDb;
  return {
    receivedDbm,
    sensitivityDbm,
    marginDb: receivedDbm - sensitivityDbm,
    overload: receivedDbm > q.receiver.overloadDbm,
    overloadHeadroomDb: q.receiver.overloadDbm - receivedDbm,
    interferenceDbm: others.length > 0 ? powerSumDb(others) : null,
    terms,
    noiseFloorDbm: noiseDbm,
    systemNoiseFigureDb,
  };
}

function pathTerms(
  { frequencyHz, tx, rx, path }: LinkQuestion,
  put: (label: string, db: number, source: string) => void,
): void {
  const { distanceM } = path;
  const freeDb = freeSpaceLossDb({ distanceM, frequencyHz });
  put(`air, ${Number(distanceM.toFixed(2))} m`, -freeDb, "ITU-R P.525");
  if (path.model === "plane-earth") {
    const lossDb = planeEarthLossDb({
      distanceM,
      frequencyHz,
      txHeightM: tx.heightM,
      rxHeightM: rx.heightM,
    });
    put("the ground's reflection", freeDb - lossDb, "two-ray sum, medium dry ground");
  } else if (path.model === "indoor") {
    const room = path.room ?? "office";
    if (room === "walls-drawn") return;
    const lossDb = indoorLossDb({ distanceM, frequencyHz, room });
    put(`clutter of a room (${room})`, freeDb - lossDb, INDOOR_SOURCE[room]);
  }
}

/** What a wall is, wherever it stands. */
export type BuiltWall = Pick<Wall, "material" | "thicknessM" | "layers" | "lossDb" | "allowanceDb">;

/** What a wall loses at an angle, as told, or built of one sheet or of several; no allowance. */
export const wallLossDb = (
  { material, thicknessM, layers, lossDb }: BuiltWall,
  frequencyHz: number,
  incidenceDeg: number,
): number =>
  lossDb !== undefined
    ? lossDb
    : layers
      ? layeredSlab({ layers, frequencyHz, incidenceDeg, polarisation: "TE" }).lossDb
      : slabLossDb({ material, thicknessM, frequencyHz, incidenceDeg, polarisation: "TE" });

const wallWords = ({ material, thicknessM, layers }: Wall): string =>
  layers
    ? layers.map((l) => `${l.material} ${Math.round(l.thicknessM * 1000)}`).join(" + ") + " mm"
    : `${material}, ${Math.round(thicknessM * 1000)} mm`;
