import { defined } from "~/core/units/items";

/**
 * Who may do a thing. "cart": only at the computer itself. "guest": a phone that was let into the
 * day, too. "public": whoever reaches the port.
 */
export type Right = "cart" | "guest" | "public";

export interface RouteRights {
  /** To look at it. */
  read?: Right;
  /** To send something to it: one right for all, or one for each intent. */
  write?: Right | Readonly<Record<string, Right>>;
}

const LOOKS: RouteRights = { read: "guest" };

/**
 * The one table of rights, by the router's own names. What stands in no line of it is the cart's
 * alone: a new screen, and a new intent, begin there. A guest sees the day, ticks verifications,
 * and keeps rig cards, batteries, walks, hits and notes.
 */
export const RIGHTS: Readonly<Record<string, RouteRights>> = {
  root: { read: "public" },
  "routes/home/route": LOOKS,
  // each browser keeps its own
  "routes/settings/route": LOOKS,
  "routes/join/route": { read: "public", write: "public" },
  // what goes wrong in a phone's page is heard of too
  "routes/pageTrouble/route": { write: "guest" },
  // a crew's own phone; what it may add to is told by the session it was given
  "routes/quick/route": LOOKS,
  "routes/quickEvents/route": { write: "guest" },
  "routes/archiveSchema/route": { read: "public" },
  "routes/kitSchema/route": { read: "public" },

  "routes/dayLayout/route": LOOKS,
  "routes/day/route": LOOKS,
  "routes/scan/route": LOOKS,
  "routes/scanEvents/route": LOOKS,
  "routes/frequencies/route": LOOKS,
  "routes/frequencyList/route": LOOKS,
  "routes/planFile/route": LOOKS,
  "routes/labels/route": LOOKS,
  "routes/level/route": LOOKS,
  "routes/antennas/route": LOOKS,
  "routes/linkBudget/route": LOOKS,
  "routes/picture/route": LOOKS,
  "routes/report/route": LOOKS,
  "routes/reportFile/route": LOOKS,
  "routes/live/route": LOOKS,
  "routes/rollLive/route": LOOKS,
  "routes/rfHistoryData/route": LOOKS,

  // verifications
  "routes/observations/route": { read: "guest", write: "guest" },
  "routes/sync/route": {
    read: "guest",
    write: {
      prove: "guest",
      "sync-pack": "guest",
      "take-back": "guest",
      "handle-pack": "guest",
      "screw-antenna": "guest",
    },
  },
  // rig cards and walks
  "routes/cards/route": LOOKS,
  "routes/walkTest/route": LOOKS,
  "routes/practiceWalk/route": { write: "guest" },
  "routes/range/route": {
    read: "guest",
    write: { rig: "guest", "undo-rig": "guest", "keep-fit": "guest" },
  },
  // batteries
  "routes/batteries/route": {
    read: "guest",
    write: { fresh: "guest", ran: "guest", switch: "guest", lamp: "guest" },
  },
  "routes/batteryCalendar/route": LOOKS,
  // hits and notes
  "routes/roll/route": {
    read: "guest",
    write: {
      hit: "guest",
      answer: "guest",
      "pack-follows": "guest",
      close: "guest",
      "close-unverified": "guest",
      "take-back": "guest",
      note: "guest",
    },
  },
  "routes/log/route": { read: "guest", write: { note: "guest" } },
};

/** Who may look at a screen. */
export const readRight = (routeId: string): Right => RIGHTS[routeId]?.read ?? "cart";

/** Who may send an intent to a screen. @param intent - null where the request names none */
export function writeRight(routeId: string, intent: string | null): Right {
  const write = RIGHTS[routeId]?.write ?? "cart";
  if (typeof write === "string") return write;
  return intent !== null && Object.hasOwn(write, intent) ? defined(write[intent]) : "cart";
}

/** Whether the right to write depends on what the request says. */
export const isByIntent = (routeId: string): boolean => typeof RIGHTS[routeId]?.write === "object";
