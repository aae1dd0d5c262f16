import type { Request, Response } from "express";
import { rigSweep, type SweepInstrument, sweepPoints } from "~/core/simulator/rig";
import { itemAt } from "~/core/units/items";
import type { RigMemory } from "./rigMemory.server";

const MAX_PASSES = 240;
/** Pieces that are kept for a listener who comes back. */
const KEPT_PIECES = 600;
/** A sweep that nobody follows for so long ends. */
const ALONE_MS = 20_000;

interface RunningSweep {
  isStopped: boolean;
  /** What has come in, the oldest first; the first of them is the piece `firstId`. */
  pieces: { event: string; data: string }[];
  firstId: number;
  listener: (() => void) | null;
  aloneSince: number;
}

/** Sweeps that instruments step through, at their own pace, followed or not. */
export class RunningSweeps {
  private readonly sweeps = new Map<string, RunningSweep>();
  private readonly timers = new Set<NodeJS.Timeout>();
  private last = 0;

  /**
   * @param p.speed - how many times faster than real receivers @param p.tickMs - how often a sweep
   *   tells what it has
   */
  constructor(
    private readonly memory: RigMemory,
    private readonly p: { speed: number; tickMs: number },
  ) {}

  /** Begins one. @returns by what it is followed and stopped, and its grid */
  begin(instrument: SweepInstrument, askedPasses: number) {
    const id = String((this.last += 1));
    const passes = Math.max(1, Math.min(MAX_PASSES, askedPasses));
    this.measure(id, instrument, passes);
    const { lowHz, stepHz } = instrument;
    return { id, lowHz, stepHz, points: sweepPoints(instrument), passes };
  }

  stop(id: string): void {
    const sweep = this.sweeps.get(id);
    if (sweep) sweep.isStopped = true;
  }

  /** Ends all of them, without a word. */
  end(): void {
    this.timers.forEach((t) => clearInterval(t));
  }

  /**
   * Tells what came since the listener's last piece, and goes on.
   * @returns false where there is no such sweep
   */
  follow(id: string, request: Request, response: Response): boolean {
    const sweep = this.sweeps.get(id);
    if (!sweep) return false;
    response.writeHead(200, { "content-type": "text/event-stream", "cache-control": "no-store" });
    let sent = Math.max(Number(request.get("last-event-id")) || 0, sweep.firstId - 1);
    const catchUp = () => {
      for (; sent < sweep.firstId - 1 + sweep.pieces.length; sent += 1) {
        const { event, data } = itemAt(sweep.pieces, sent - sweep.firstId + 1);
        response.write(`id: ${sent + 1}\nevent: ${event}\ndata: ${data}\n\n`);
        if (event !== "levels") response.end();
      }
    };
    sweep.listener = catchUp;
    request.on("close", () => {
      if (sweep.listener !== catchUp) return;
      sweep.listener = null;
      sweep.aloneSince = Date.now();
    });
    catchUp();
    return true;
  }

  /** Pieces wait for whoever asks. */
  private measure(id: string, instrument: SweepInstrument, passes: number): void {
    const sweep: RunningSweep = {
      isStopped: false,
      pieces: [],
      firstId: 1,
      listener: null,
      aloneSince: Date.now(),
    };
    this.sweeps.set(id, sweep);
    const { tickMs, speed } = this.p;
    const points = sweepPoints(instrument);
    const perTick = Math.max(1, Math.round((tickMs * speed) / instrument.msPerStep));
    const startMs = this.memory.nowMs;
    let pass = 0;
    let at = 0;
    const put = (event: string, data: unknown) => {
      sweep.pieces.push({ event, data: JSON.stringify(data) });
      if (sweep.pieces.length > KEPT_PIECES) {
        sweep.pieces.shift();
        sweep.firstId += 1;
      }
      sweep.listener?.();
    };
    const timer = setInterval(() => {
      const isAlone = sweep.listener === null && Date.now() - sweep.aloneSince > ALONE_MS;
      const isDone = pass >= passes;
      if (sweep.isStopped || isAlone || isDone) {
        clearInterval(timer);
        this.timers.delete(timer);
        put(isDone ? "done" : "stopped", {});
        // kept for a while: its last word may not have been heard
        setTimeout(() => this.sweeps.delete(id), ALONE_MS).unref();
        return;
      }
      const to = Math.min(points, at + perTick);
      const { site, rig } = this.memory.live();
      const passStartMs = startMs + pass * points * instrument.msPerStep;
      const levels = rigSweep(site, rig, instrument, at, to, passStartMs);
      put("levels", {
        pass,
        fromIndex: at,
        levelsDbm: Array.from(levels, (l) => Math.round(l * 100) / 100),
      });
      at = to === points ? 0 : to;
      if (at === 0) pass += 1;
    }, tickMs);
    this.timers.add(timer);
  }
}
