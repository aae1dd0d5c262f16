import type { Route } from "./+types/route";
import { planCsv, planFileOf } from "../../../server/services/planFiles.server";
import { dayIdOf, download, notFound, orNotFound } from "../shared/reply.server";

/** The standing plan as a file, CSV or JSON. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const file = orNotFound(await planFileOf(context.app, dayId));
  const name = `plan-${file.plan}-day-${dayId}`;
  if (params.form === "plan.csv") return download(planCsv(file), "text/csv", `${name}.csv`);
  if (params.form === "plan.json") return download(`${JSON.stringify(file, null, 2)}\n`, "application/json", `${name}.json`);
  throw notFound("A plan can be had as plan.csv or plan.json.");
}
