import type { RxAntenna } from "../radio/antenna";
import { linkBudget, type LinkQuestion, type Wall } from "../radio/link";
import type { Room } from "../radio/propagation";
import type { FeedItem } from "../radio/feed";
import type { Wear } from "../radio/antenna";
import type { Position } from "../regulations/register";
import type { AirScene } from "./air";

/**
 * A place of the practice day: what is on the air there, and what stands between a talker and the
 * receivers.
 */
export interface Site {
  key: string;
  air: AirScene;
  geometry: SiteGeometry;
}

/** The path from the playing area to the bag, as measured with a tape and an eye. */
export interface SiteGeometry {
  model: LinkQuestion["path"]["model"];
  room: Room;
  /** Where the talker is farthest. */
  distanceM: number;
  walls: Wall[];
  txHeightM: number;
  rxHeightM: number;
  /** Where on the earth; for a register of television. */
  position?: Position;
}

/** How a pack is worn and a receiver hears, beside the site's geometry. */
export interface PathSetup {
  wear: Wear;
  skinContact: boolean;
  sleeve: boolean;
  tiltDeg: number;
  distanceM: number;
  walls: Wall[];
  antenna: Extract<RxAntenna, string>;
  feed: FeedItem[];
  txPowerDbm: number;
}

export interface ReceiverFigures {
  bandwidthHz: number;
  noiseFigureDb: number;
  requiredSnrDb: number;
  overloadDbm: number;
}

/**
 * The link question of a channel at a place: the site gives the model and the heights, the setup
 * everything that hands can change.
 */
export function pathQuestion(
  site: Pick<SiteGeometry, "model" | "room" | "txHeightM" | "rxHeightM">,
  setup: PathSetup,
  receiver: ReceiverFigures,
  frequencyHz: number,
): LinkQuestion {
  return {
    frequencyHz,
    txPowerDbm: setup.txPowerDbm,
    tx: {
      antenna: "whip-quarter",
      wear: setup.wear,
      skinContact: setup.skinContact,
      sleeve: setup.sleeve,
      tiltDeg: setup.tiltDeg,
      heightM: site.txHeightM,
    },
    rx: { antenna: setup.antenna, tiltDeg: 0, offAxisDeg: 0, heightM: site.rxHeightM },
    path: {
      distanceM: setup.distanceM,
      model: site.model,
      room: site.room,
      walls: setup.walls,
      edges: [],
    },
    feed: setup.feed,
    receiver,
  };
}

/** Milliwatts to dBm. @example mwToDbm(50) // 16.99 */
export const mwToDbm = (mw: number): number => 10 * Math.log10(mw);

/** What arrives at a receiver from a pack at a site, dBm. */
export function arrivingDbm(
  site: Site,
  setup: PathSetup,
  receiver: ReceiverFigures,
  frequencyHz: number,
): number {
  return linkBudget(pathQuestion(site.geometry, setup, receiver, frequencyHz)).receivedDbm;
}
