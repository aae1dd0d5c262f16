import { SWEEP_FILE_TEXTS } from "~/contract/messages/screens/sweepFile";
import type { Route } from "./+types/route";
import { exportSweep } from "~/server/services/scan/sweepFiles.server";
import { dayIdOf, download, notFound, orNotFound } from "~/app/routes/shared/reply.server";

/** One scan as a file: columns, rows or the application's own JSON. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const form = params.form;
  if (form !== "columns.csv" && form !== "rows.csv" && form !== "json")
    throw notFound(SWEEP_FILE_TEXTS.aScanIsSaved);
  const file = orNotFound(
    await exportSweep(context.app, dayIdOf(params), Number(params.sweepId), form),
  );
  return download(file.text, file.contentType, file.name);
}
