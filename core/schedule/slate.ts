import type { DayEventDetail } from "~/core/journal/dayEvents";
import type { Scene } from "./scenes";

/** What is being shot: a scene, and which take of it. */
export interface Slate {
  scene: string | null;
  take: number | null;
  /** Whether somebody said so; else it is the scene that is planned for now. */
  isSaid: boolean;
}

/** What somebody said last holds for so long: after that the schedule speaks again. */
const SAID_FOR_MS = 4 * 3_600_000;

/**
 * The scene and take at a moment: what was said last at this place, else the scene that is planned
 * there for then.
 * @param events - the oldest first
 */
export function slateAt(p: {
  events: readonly { atMs: number; placeId: number; what: DayEventDetail }[];
  scenes: readonly Pick<Scene, "number" | "placeId" | "startMs" | "endMs">[];
  placeId: number;
  atMs: number;
}): Slate {
  const said = p.events.findLast(
    (e) =>
      e.what.kind === "take" &&
      e.placeId === p.placeId &&
      e.atMs <= p.atMs &&
      p.atMs - e.atMs < SAID_FOR_MS,
  );
  if (said?.what.kind === "take")
    return { scene: said.what.scene, take: said.what.take, isSaid: true };
  const planned = p.scenes.find(
    (s) => s.placeId === p.placeId && p.atMs >= s.startMs && p.atMs <= s.endMs,
  );
  return { scene: planned?.number ?? null, take: null, isSaid: false };
}

/**
 * The scene after this one in the order of the list, round to the first; the first where it is not
 * in the list.
 */
export function sceneAfter(
  scene: string | null,
  scenes: readonly Pick<Scene, "number">[],
): string | null {
  const at = scenes.findIndex((s) => s.number === scene);
  return scenes[(at + 1) % Math.max(1, scenes.length)]?.number ?? null;
}
