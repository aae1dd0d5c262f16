import { sweepWarningWords } from "~/contract/messages/sweepWarning";
import { SWEEP_UPLOAD_TEXTS } from "~/contract/messages/screens/sweepUpload";
import type { Route } from "./+types/route";
import { importSweepStream } from "~/server/services/scan/sweepFiles.server";
import { dayIdOf, refuse, reply } from "~/app/routes/shared/reply.server";

/**
 * Takes one sweep file as delivered in, however long: it is read piece by piece. The name goes along
 * in a header, for messages.
 */
export async function action({ params, request, context }: Route.ActionArgs) {
  if (!request.body) return refuse(SWEEP_UPLOAD_TEXTS.noFileCame, 400);
  const name = (fileNameOf(request.headers.get("x-file-name")) ?? SWEEP_UPLOAD_TEXTS.theFile).slice(
    0,
    200,
  );
  return reply(
    await importSweepStream(
      context.app,
      dayIdOf(params),
      name,
      request.body as unknown as AsyncIterable<Uint8Array>,
    ),
    ({ measurement }) =>
      [
        SWEEP_UPLOAD_TEXTS.readPoints(measurement.points, name),
        ...measurement.warnings.map(sweepWarningWords),
      ].join(" "),
  );
}

/** Null where there is none, or one that is not encoded as ours are. */
function fileNameOf(encoded: string | null): string | null {
  try {
    return encoded === null ? null : decodeURIComponent(encoded);
  } catch (error) {
    if (error instanceof URIError) return null;
    throw error;
  }
}
