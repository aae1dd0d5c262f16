import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";
import { rigNow, stepRig } from "~/core/simulator/liveRig";
import { fitOutRig, type Rig } from "~/core/simulator/rig";
import type { Site } from "~/core/simulator/site";
import { itemAt } from "~/core/units/items";

export interface RigMemoryOptions {
  sites: readonly Site[];
  initialRig: Rig;
  /**
   * Where the units keep their settings while they are off, as real ones do; null keeps nothing.
   */
  stateFile: string | null;
  nowMs: () => number;
  /** Told when the units' settings could not be kept. */
  onTrouble?: (error: unknown) => void;
}

/** The practice units as they stand, their clock, and what they remember over a restart. */
export class RigMemory {
  private now: Rig;
  private clock: { dayMs: number; realMs: number } | null;

  constructor(private readonly options: RigMemoryOptions) {
    const remembered = readState(options.stateFile);
    this.now = remembered
      ? { ...fitOutRig(remembered, options.initialRig), scanners: options.initialRig.scanners }
      : options.initialRig;
    // while it was shut its time stood still
    const { clockMs } = this.now;
    this.clock = clockMs === undefined ? null : { dayMs: clockMs, realMs: options.nowMs() };
  }

  get rig(): Rig {
    return this.now;
  }

  get nowMs(): number {
    const realMs = this.options.nowMs();
    return this.clock ? this.clock.dayMs + (realMs - this.clock.realMs) : realMs;
  }

  get site(): Site {
    const { sites } = this.options;
    return sites.find((s) => s.key === this.now.siteKey) ?? itemAt(sites, 0);
  }

  hasSite(key: string): boolean {
    return this.options.sites.some((s) => s.key === key);
  }

  /** The rig and its air at this moment, with everything that happens in it. */
  live(): { rig: Rig; site: Site } {
    const stepped = stepRig(this.now, this.site, this.nowMs);
    if (stepped !== this.now) this.keep(stepped);
    return rigNow(this.now, this.site, this.nowMs);
  }

  keep(next: Rig): void {
    this.now = next;
    try {
      writeState(this.options.stateFile, next);
    } catch (error) {
      // a full disk costs the units their memory over a restart, and nothing else
      this.options.onTrouble?.(error);
    }
  }

  /** Tells the units what time of the day it is. */
  setClock(dayMs: number): void {
    // the first time that it is told: what is on has been on since just now
    const packs = this.clock
      ? this.now.packs
      : this.now.packs.map((p) =>
          p.cells && p.cells.onSinceMs !== null
            ? { ...p, cells: { ...p.cells, onSinceMs: dayMs } }
            : p,
        );
    this.clock = { dayMs, realMs: this.options.nowMs() };
    this.keep({ ...this.now, packs, clockMs: dayMs });
    this.live();
  }
}

function readState(file: string | null): Rig | null {
  if (file === null || !existsSync(file)) return null;
  try {
    return JSON.parse(readFileSync(file, "utf8")) as Rig;
  } catch {
    // settings that cannot be read are settings lost, as in a unit whose memory cell died
    return null;
  }
}

function writeState(file: string | null, rig: Rig): void {
  if (file === null) return;
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(`${file}.new`, JSON.stringify(rig));
  renameSync(`${file}.new`, file);
}
