import { dayScript } from "~/core/simulator/dayScript";
import type { ScriptedEvent } from "~/core/simulator/rig";
import type { AppContext } from "~/server/services/appContext.server";
import type { LoadedDay } from "~/server/services/day/dayView.server";

/** A practice day has its scripted events: they are laid out when it first rolls. */
export async function plotDay(
  app: AppContext,
  { day, facts, prepFacts }: LoadedDay,
): Promise<void> {
  const practice = day.isPractice ? app.simulator : null;
  const standing = await practice?.script();
  if (!practice || !standing?.ok || standing.value.length > 0) return;
  const script = dayScript({ channels: facts.channels, scenes: prepFacts.scenes, seed: day.id });
  // what would have been before it rolled does not come
  await practice.setScript(
    script.map((h): ScriptedEvent =>
      h.fromMs < facts.nowMs ? { ...h, state: { frequencyHz: null, isOver: true } } : h,
    ),
  );
}
