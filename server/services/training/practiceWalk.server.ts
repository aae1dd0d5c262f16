import { defined } from "~/core/units/items";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { SimulatedWalk } from "~/core/simulator/walkAir";
import { fail, type Result } from "~/core/units/result";
import type { AppContext } from "~/server/services/appContext.server";
import { requireDay } from "~/server/services/day/dayView.server";
import { placeRange } from "~/server/services/range/placePlans.server";

/** A talker of practice walks a walk of the plan, as the antennas stand now. */
export async function practiceWalk(
  app: AppContext,
  dayId: number,
  p: { walkId: string; channelId: number; seed: number },
): Promise<Result<SimulatedWalk, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const range = await placeRange(app, dayId);
  if (!range.ok) return range;
  const practice = loaded.value.day.isPractice ? app.simulator : null;
  if (!practice) return fail({ code: "no-rig" });
  const walk = range.value.drawing?.plan.walks.find((w) => w.id === p.walkId);
  const walker = range.value.walkers.find((w) => w.channelId === p.channelId);
  const channel = loaded.value.stored.find((c) => c.id === p.channelId);
  if (!walk || !walker || !channel)
    return fail({ code: "not-found", what: walk ? "channel" : "walk" });
  const { plan } = defined(range.value.drawing);
  const walked = await practice.walk({
    packKey: channel.packKey,
    walk,
    antennas: plan.antennas,
    plan,
    pack: walker.pack,
    receiver: walker.receiver,
    seed: p.seed,
  });
  return walked.ok ? walked : fail({ code: "device", error: walked.error, unit: walker.packLabel });
}
