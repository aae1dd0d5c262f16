import { parentPort } from "node:worker_threads";
import { JOBS, type JobName } from "./jobs";

/** The thread's side: one job after another, each answered under its number. */
parentPort?.on("message", ({ id, job, input }: { id: number; job: JobName; input: never }) => {
  try {
    parentPort?.postMessage({ id, value: (JOBS[job] as (input: never) => unknown)(input) });
  } catch (error) {
    const { message, stack } = error instanceof Error ? error : new Error(String(error));
    parentPort?.postMessage({ id, failure: { message, stack } });
  }
});
