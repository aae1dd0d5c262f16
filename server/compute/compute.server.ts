import { Worker } from "node:worker_threads";
import { fail, ok, type Result } from "~/core/units/result";
import { JOBS, type JobInput, type JobName, type JobOutput } from "./jobs";

/** Why a job gave nothing: it took longer than it may, more room than there is, or it broke. */
export type ComputeError =
  | { code: "compute-too-long"; afterMs: number }
  | { code: "compute-too-large" }
  | { code: "compute-broke"; detail: string };

/** Where heavy things are reckoned. */
export interface Compute {
  run: <J extends JobName>(
    job: J,
    input: JobInput<J>,
    limits?: { timeoutMs?: number },
  ) => Promise<Result<JobOutput<J>, ComputeError>>;
  close: () => Promise<void>;
}

const TIMEOUT_MS = 20_000;
/** A thread's own heap; what it may hold of bytes beside is bounded by the readers themselves. */
const MAX_HEAP_MB = 400;
/** One reads while another analyses; the machines this runs on have few cores. */
const THREADS = 2;

interface Waiting {
  id: number;
  job: JobName;
  input: unknown;
  timeoutMs: number;
  settle: (result: Result<unknown, ComputeError>) => void;
}

/** One thread, made when it is first needed and anew after it was stopped. */
class Thread {
  private worker: Worker | null = null;
  private current: (Waiting & { timer: NodeJS.Timeout }) | null = null;

  constructor(
    private readonly file: string,
    private readonly onIdle: () => void,
  ) {}

  get isIdle(): boolean {
    return this.current === null;
  }

  start(waiting: Waiting): void {
    this.current = {
      ...waiting,
      timer: setTimeout(
        () => this.stopWith({ code: "compute-too-long", afterMs: waiting.timeoutMs }),
        waiting.timeoutMs,
      ),
    };
    try {
      this.ready().postMessage({ id: waiting.id, job: waiting.job, input: waiting.input });
    } catch (error) {
      // what cannot be cloned is a fault of ours, and of this job alone
      this.settle(fail({ code: "compute-broke", detail: (error as Error).message }));
    }
  }

  async close(): Promise<void> {
    this.settle(fail({ code: "compute-broke", detail: "the application was closed" }));
    await this.worker?.terminate();
  }

  private ready(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(this.file, {
      resourceLimits: { maxOldGenerationSizeMb: MAX_HEAP_MB },
    });
    this.worker = worker;
    // an idle thread keeps nobody from ending
    worker.unref();
    worker.on(
      "message",
      ({ id, value, failure }: { id: number; value?: unknown; failure?: { message: string } }) => {
        if (id === this.current?.id)
          this.settle(
            failure ? fail({ code: "compute-broke", detail: failure.message }) : ok(value),
          );
      },
    );
    const ended = (error: NodeJS.ErrnoException | null) => {
      if (this.worker !== worker) return;
      this.worker = null;
      this.settle(
        fail(
          error?.code === "ERR_WORKER_OUT_OF_MEMORY"
            ? { code: "compute-too-large" }
            : { code: "compute-broke", detail: error?.message ?? "the thread ended" },
        ),
      );
    };
    worker.on("error", ended);
    worker.on("exit", () => ended(null));
    return worker;
  }

  private stopWith(error: ComputeError): void {
    const { worker } = this;
    this.worker = null;
    void worker?.terminate();
    this.settle(fail(error));
  }

  private settle(result: Result<unknown, ComputeError>): void {
    const { current } = this;
    if (!current) return;
    clearTimeout(current.timer);
    this.current = null;
    current.settle(result);
    this.onIdle();
  }
}

/**
 * Threads beside the event loop: one job each at a time, with a limit of time and of room; over it
 * the thread is stopped, the job refused, and the next one gets a thread of its own.
 * @param file - the thread's own bundle
 */
export function threadedCompute(file: string): Compute {
  const queue: Waiting[] = [];
  let lastId = 0;
  const next = () => {
    const idle = threads.find((t) => t.isIdle);
    const waiting = idle && queue.shift();
    if (waiting) idle.start(waiting);
  };
  const threads = Array.from({ length: THREADS }, () => new Thread(file, next));
  return {
    run: <J extends JobName>(job: J, input: JobInput<J>, { timeoutMs = TIMEOUT_MS } = {}) =>
      new Promise<Result<JobOutput<J>, ComputeError>>((resolve) => {
        queue.push({
          id: (lastId += 1),
          job,
          input,
          timeoutMs,
          settle: (result) => resolve(result as Result<JobOutput<J>, ComputeError>),
        });
        next();
      }),
    close: async () => {
      await Promise.all(threads.map((t) => t.close()));
    },
  };
}

/**
 * The same in this very thread, without limits: for tests of what is reckoned, and where no
 * thread's bundle is at hand.
 */
export const inlineCompute: Compute = {
  run: (job, input) => {
    try {
      return Promise.resolve(ok((JOBS[job] as (i: typeof input) => JobOutput<typeof job>)(input)));
    } catch (error) {
      return Promise.resolve(fail({ code: "compute-broke", detail: (error as Error).message }));
    }
  },
  close: () => Promise.resolve(),
};
