import { data } from "react-router";
import { z } from "zod";
import { RF_HISTORY_DATA_TEXTS } from "~/contract/messages/screens/rfHistoryData";
import type { Route } from "./+types/route";
import { recentReadings, rfHistoryOf } from "~/server/services/roll/roll.server";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";

const number = z.string().trim().min(1).transform(Number).pipe(z.number());
const asked = z.union([
  z.object({ seconds: number }),
  z.object({ from: number, to: number, columns: number.pipe(z.number().int()) }),
]);

/** The last seconds as they were read, or any stretch of the day by its extremes. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const parsed = asked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!parsed.success)
    return data({ message: RF_HISTORY_DATA_TEXTS.sayHowManySeconds }, { status: 400 });
  const q = parsed.data;
  const headers = { "cache-control": "no-store" };
  return data(
    "seconds" in q
      ? recentReadings(context.app, dayId, q.seconds)
      : orNotFound(
          await rfHistoryOf(context.app, dayId, { fromMs: q.from, toMs: q.to, columns: q.columns }),
        ),
    { headers },
  );
}
