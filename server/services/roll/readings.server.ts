import { fail, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { ComputeError } from "~/server/compute/compute.server";
import type { JobInput, JobName, JobOutput } from "~/server/compute/jobs";
import type { AppContext } from "~/server/services/appContext.server";

/** A file is read in seconds, or it is none of its kind. */
const READING_MS = 10_000;

type ReadingJob = { [J in JobName]: JobOutput<J> extends { ok: boolean } ? J : never }[JobName];
type ReadValue<J extends ReadingJob> = Extract<JobOutput<J>, { ok: true }>["value"];
type ReadError<J extends ReadingJob> = Extract<JobOutput<J>, { ok: false }>["error"] & {
  code: string;
};

export const stoppedReading = (error: ComputeError) =>
  fail({
    code: "reading-stopped" as const,
    why:
      error.code === "compute-too-long"
        ? ("time" as const)
        : error.code === "compute-too-large"
          ? ("room" as const)
          : ("broke" as const),
  });

/**
 * Reads something that came from outside, beside the event loop and within limits: what goes over
 * them is refused in words, and nothing of it is kept.
 */
export async function readBeside<J extends ReadingJob>(
  app: AppContext,
  job: J,
  input: JobInput<J>,
  timeoutMs = READING_MS,
): Promise<
  Result<ReadValue<J>, ReadError<J> | Extract<ServiceError, { code: "reading-stopped" }>>
> {
  const done = await app.compute.run(job, input, { timeoutMs });
  if (done.ok) return done.value;
  if (done.error.code === "compute-broke")
    app.log.error("reading-broke", { job, detail: done.error.detail });
  return stoppedReading(done.error);
}
