import { bodyMeanLossDb, type RxAntenna, type Wear } from "./antenna";
import type { FeedItem } from "./feed";
import type { IndoorSite, Room } from "./propagation";
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
  /** What a drawn plan knows of this way; absent where it was told by hand. */
  asDrawn?: DrawnWay;
}

/** What no hand sets: it holds as long as the way itself is not changed. */
export interface DrawnWay {
  model: LinkQuestion["path"]["model"];
  room: IndoorSite;
  bodyLossDb: number;
  isBehindBody: boolean;
  whip: NonNullable<LinkQuestion["tx"]["whip"]>;
  txHeightM: number;
  rxHeightM: number;
  rxTiltDeg: number;
  offAxisDeg: number;
  edges: LinkQuestion["path"]["edges"][number][];
  /** Absent in what was kept before it was reckoned. */
  reflectedDb?: number;
  /** Walls on the straight line, steel that is gone round among them. */
  wallCount: number;
}

/** What this place was found to do to a link: corrections by a walk, and what else is on the air. */
export type FoundHere = Pick<LinkQuestion, "corrections" | "interference">;

/** What a receiver is to the radio: how wide it listens, how quiet and how strong it is. */
export interface ReceiverFigures {
  bandwidthHz: number;
  noiseFigureDb: number;
  requiredSnrDb: number;
  overloadDbm: number;
}

/**
 * How a place's room is reckoned: by its kind where nothing is known of its walls; where they are
 * told or drawn they count one by one, and the kind's coefficient, which holds them too, does not.
 */
export const indoorSite = (p: {
  room: Room;
  walls: readonly unknown[];
  obstacles?: readonly unknown[];
}): IndoorSite => (p.walls.length + (p.obstacles?.length ?? 0) > 0 ? "walls-drawn" : p.room);

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
    walls: readonly Wall[];
  },
  setup: PathSetup,
  receiver: ReceiverFigures,
  frequencyHz: number,
  found: FoundHere = {},
): LinkQuestion {
  const { asDrawn } = setup;
  const heights = {
    tx: asDrawn?.txHeightM ?? site.txHeightM,
    rx: asDrawn?.rxHeightM ?? site.rxHeightM,
  };
  return {
    frequencyHz,
    txPowerDbm: setup.txPowerDbm,
    tx: {
      antenna: "whip-quarter",
      wear: setup.wear,
      skinContact: setup.skinContact,
      sleeve: setup.sleeve,
      tiltDeg: setup.tiltDeg,
      heightM: heights.tx,
      // nobody knows which way they will look: the mean of a turn
      bodyLossDb: asDrawn?.bodyLossDb ?? bodyMeanLossDb(setup.wear),
      ...(asDrawn ? { whip: asDrawn.whip } : {}),
    },
    rx: {
      antenna: setup.antenna,
      tiltDeg: asDrawn?.rxTiltDeg ?? 0,
      offAxisDeg: asDrawn?.offAxisDeg ?? 0,
      heightM: heights.rx,
    },
    path: {
      // two that stand over each other are no nearer than that
      distanceM: Math.max(setup.distanceM, Math.abs(heights.tx - heights.rx)),
      model: asDrawn?.model ?? site.model,
      room: asDrawn?.room ?? indoorSite(site),
      walls: setup.walls,
      edges: asDrawn?.edges ?? [],
      ...(asDrawn?.reflectedDb ? { reflectedDb: asDrawn.reflectedDb } : {}),
    },
    feed: setup.feed,
    receiver,
    ...found,
  };
}
