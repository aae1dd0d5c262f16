import { sceneAfter, type Slate, slateAt } from "~/core/schedule/slate";
import { ok } from "~/core/units/result";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { recordEvent } from "~/server/services/day/recordEvent.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export interface SlateView extends Slate {
  /** The scene that a key steps to; null where there is no list. */
  nextScene: string | null;
}

/** What is being shot at a moment, and what comes after it in the list. */
export function slateOf({ events, prepFacts, day }: LoadedDay, atMs: number): SlateView {
  const slate = slateAt({ events, scenes: prepFacts.scenes, placeId: day.currentPlaceId, atMs });
  return { ...slate, nextScene: sceneAfter(slate.scene, prepFacts.scenes) };
}

/** Says which scene and take it is now. @returns what it was before */
export async function setTake(
  app: AppContext,
  dayId: number,
  take: { scene: string; take: number },
): ServiceResult<Slate> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const before = slateOf(got.value, got.value.facts.nowMs);
  await recordEvent(app, got.value.day, { kind: "take", ...take });
  return ok(before);
}
