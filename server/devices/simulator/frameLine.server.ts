import type { Request, Response } from "express";
import type { LiveFrame } from "~/core/devices/readings";
import { liveHalves } from "~/core/simulator/liveRig";
import type { RigMemory } from "./rigMemory.server";

/** Ten looks a second, as such receivers give them. */
const FRAME_MS = 100;
/** Farther behind (a clock that was moved on, a computer that slept) nothing is made up for. */
const MAX_BEHIND_FRAMES = 20;

/** What all receivers read, ten times a second, to whoever follows. */
export class FrameLine {
  private readonly followers = new Set<(frame: string) => void>();
  private frames = 0;
  private timer: NodeJS.Timeout | null = null;

  /** @param isDriven - frames come only by `lookNow` */
  constructor(
    private readonly memory: RigMemory,
    private readonly isDriven: boolean,
  ) {}

  follow(request: Request, response: Response): void {
    response.writeHead(200, { "content-type": "text/event-stream", "cache-control": "no-store" });
    const tell = (text: string) => void response.write(text);
    this.followers.add(tell);
    if (!this.timer && !this.isDriven) this.lookOn(this.memory.nowMs);
    request.on("close", () => {
      this.followers.delete(tell);
      if (this.followers.size === 0) this.stop();
    });
  }

  /** @returns how many follow */
  lookNow(): number {
    if (this.followers.size > 0) this.look(this.memory.nowMs);
    return this.followers.size;
  }

  stop(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }

  private look(atMs: number): void {
    const frame: LiveFrame = {
      number: (this.frames += 1),
      atMs,
      halves: liveHalves(this.memory.live(), atMs).map((h) => ({
        ...h,
        rfADbm: tenth(h.rfADbm),
        rfBDbm: tenth(h.rfBDbm),
        audioDbfs: h.audioDbfs === null ? null : tenth(h.audioDbfs),
      })),
    };
    const text = `data: ${JSON.stringify(frame)}\n\n`;
    for (const tell of this.followers) tell(text);
  }

  /**
   * At the instrument's own pace, whatever else this process has to do: a moment that is due comes
   * late, and is not left out.
   */
  private lookOn(dueMs: number): void {
    let next = dueMs;
    const { nowMs } = this.memory;
    const behindMs = nowMs - dueMs;
    if (behindMs < 0 || behindMs > MAX_BEHIND_FRAMES * FRAME_MS) next = nowMs;
    for (; next <= this.memory.nowMs; next += FRAME_MS) this.look(next);
    this.timer = setTimeout(() => this.lookOn(next), Math.max(0, next - this.memory.nowMs));
  }
}

const tenth = (v: number): number => Math.round(v * 10) / 10;
