import { lastOf, numberAt } from "~/core/units/items";
import { standsBetween, planLink, type PlanPack } from "./planLink";
import type { FloorPlan, PlacedAntenna, Walk } from "./floorPlan";
import { fitWalk, type WalkFit, type WalkReading } from "./walkFit";
import type { TimedReading } from "./walkReadings";
import { type WalkPack, walkPoints, type WalkReceiver } from "./walk";

export interface TestedWalk {
  walk: Walk;
  pack: WalkPack;
  receiver: WalkReceiver;
  readings: readonly TimedReading[];
}

/** Local means along a walk, for one antenna, beside what was reckoned by the book there. */
export interface WalkWindow extends WalkReading {
  walkId: string;
  antenna: number;
  atM: number;
  /** Over what the receiver needs. */
  measuredMarginDb: number;
}

export interface WalkTestAnswer {
  windows: WalkWindow[];
  /** Each reading where it was taken, as what was in hand. */
  points: { walkId: string; atM: number; aDb: number; bDb: number | null }[];
  fit: WalkFit;
  /** Windows that lay in the noise and say nothing. */
  inNoise: number;
}

/**
 * Local means are taken over so much of the way: tens of wavelengths take the fading out (Lee 1985,
 * from memory: 20 to 40 λ; two metres are 3 to 4 λ, so some scatter stays).
 */
const WINDOW_M = 2;
/** As near to the noise as this a level says little of the signal. */
const OVER_NOISE_DB = 3;

/**
 * What walks read against what the book reckons, and this place's corrections by least squares.
 * Readings go from the walk's first point to its last, evenly in time. The plan's own earlier
 * corrections are left out: what is found stands for all of it.
 * @param antennas - as they stood while it was walked
 */
export function walkTest(
  plan: FloorPlan,
  antennas: readonly PlacedAntenna[],
  walks: readonly TestedWalk[],
): WalkTestAnswer {
  const book: FloorPlan = { ...plan, fit: null };
  const windows: WalkWindow[] = [];
  const points: WalkTestAnswer["points"] = [];
  let inNoise = 0;
  for (const { walk, pack, receiver, readings } of walks) {
    const pair = antennas.slice(0, receiver.isDiversity ? 2 : 1);
    const track = walkPoints(walk, 0.25);
    const lengthM = lastOf(track).atM;
    const [fromS, toS] = [readings[0]?.atS ?? 0, readings.at(-1)?.atS ?? 1];
    const placed = readings.map((r) => ({
      ...r,
      atM: ((r.atS - fromS) / Math.max(1e-9, toS - fromS)) * lengthM,
    }));
    const at = (m: number) =>
      track.reduce((best, p) => (Math.abs(p.atM - m) < Math.abs(best.atM - m) ? p : best));
    const links = pair.map((antenna) => (m: number) => {
      const p = at(m);
      const here: PlanPack = {
        ...pack,
        x: p.x,
        y: p.y,
        facingDeg: pack.facingDeg === "along" ? p.headingDeg : pack.facingDeg,
      };
      return {
        link: planLink(book, here, antenna, receiver.figures),
        ...standsBetween(
          book,
          { from: here, to: antenna, frequencyHz: pack.frequencyHz },
          pack.wear,
          here.facingDeg,
        ),
      };
    });
    const needs = links.map((l) => l(0).link.sensitivityDbm);
    for (const r of placed)
      points.push({
        walkId: walk.id,
        atM: r.atM,
        aDb: r.aDbm - numberAt(needs, 0),
        bDb: r.bDbm === null || needs[1] === undefined ? null : r.bDbm - needs[1],
      });
    for (let start = 0; start < lengthM; start += WINDOW_M) {
      const inside = placed.filter((r) => r.atM >= start && r.atM < start + WINDOW_M);
      if (inside.length === 0) continue;
      const middleM = Math.min(lengthM, start + WINDOW_M / 2);
      links.forEach((l, antenna) => {
        const levels = inside.flatMap((r) =>
          antenna === 0 ? [r.aDbm] : r.bDbm === null ? [] : [r.bDbm],
        );
        if (levels.length === 0) return;
        const { link, walls, isBehindBody } = l(middleM);
        const meanMw = levels.reduce((sum, dbm) => sum + 10 ** (dbm / 10), 0) / levels.length;
        // a receiver reads signal and noise together
        const signalMw = meanMw - 10 ** (link.noiseFloorDbm / 10);
        const measuredDbm = signalMw > 0 ? 10 * Math.log10(signalMw) : -Infinity;
        if (
          10 * Math.log10(meanMw) < link.noiseFloorDbm + OVER_NOISE_DB ||
          !Number.isFinite(measuredDbm)
        ) {
          inNoise += 1;
          return;
        }
        windows.push({
          walkId: walk.id,
          antenna,
          atM: middleM,
          measuredDbm,
          predictedDbm: link.receivedDbm,
          wallCount: walls,
          isBehindBody,
          measuredMarginDb: measuredDbm - link.sensitivityDbm,
        });
      });
    }
  }
  return { windows, points, fit: fitWalk(windows), inNoise };
}
