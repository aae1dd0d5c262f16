import { REPORT_FILE_TEXTS } from "~/contract/messages/screens/reportFile";
import type { Route } from "./+types/route";
import { logCsv, reportJson } from "~/server/services/day/report.server";
import { reportPdf } from "~/server/services/day/reportPdf.server";
import { dayIdOf, download, notFound, orNotFound } from "~/app/routes/shared/reply.server";

/** The report to save: on paper, for other programs, or the whole log as a table. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const name = `day-${dayId}`;
  switch (params.form) {
    case "report.pdf": {
      const bytes = orNotFound(await reportPdf(context.app, dayId));
      return download(bytes as BodyInit, "application/pdf", `report-${name}.pdf`);
    }
    case "report.json":
      return download(
        orNotFound(await reportJson(context.app, dayId)),
        "application/json",
        `report-${name}.json`,
      );
    case "log.csv":
      return download(orNotFound(await logCsv(context.app, dayId)), "text/csv", `log-${name}.csv`);
    default:
      throw notFound(REPORT_FILE_TEXTS.thereIsNoSuchFile);
  }
}
