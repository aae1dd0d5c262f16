import type { RxAntenna, Wear } from "./antenna";
import type { FeedItem } from "./feed";
import type { Room } from "./propagation";
import type { LinkQuestion, Wall } from "./link";

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

/** What a receiver is to the radio: how wide it listens, how quiet and how strong it is. */
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
  site: {
    model: LinkQuestion["path"]["model"];
    room: Room;
    txHeightM: number;
    rxHeightM: number;
  },
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
