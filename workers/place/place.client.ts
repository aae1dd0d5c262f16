import { proxy, type Remote, wrap } from "comlink";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { Placement, RankedHelp } from "~/core/location/search";
import { askWorker, type Running } from "~/workers/ask";
import type { AskedWalk, MapAsked, PlanMap, WalkOfPowers, WalksTold } from "./place.api";
import type { PlacePageApi } from "./place.worker";

const startWorker = () =>
  new Worker(new URL("./place.worker.ts", import.meta.url), { type: "module" });

/**
 * Maps and forecasts while a plan is on the screen, by one worker that keeps what it has reckoned.
 */
export class PlanDesk {
  private readonly worker = startWorker();
  private readonly api: Remote<PlacePageApi> = wrap<PlacePageApi>(this.worker);

  constructor(onCrash: (detail: string) => void) {
    this.worker.addEventListener("error", (event) =>
      onCrash(event.message || "the worker could not start"),
    );
  }

  map(asked: MapAsked, onMap: (map: PlanMap) => void): Promise<boolean> {
    return this.api.map(asked, proxy(onMap));
  }

  told(plan: FloorPlan, walks: readonly WalkOfPowers[]): Promise<WalksTold> {
    return this.api.told(plan, walks);
  }

  close(): void {
    this.worker.terminate();
  }
}

/** What would help, ranked; can be stopped. */
export const askHelps = (
  plan: FloorPlan,
  walks: readonly AskedWalk[],
  mostPowersDbm: readonly number[],
  onProgress: (share: number) => void,
): Running<RankedHelp[]> =>
  askWorker<PlacePageApi, RankedHelp[]>(startWorker, (worker) =>
    worker.helps(plan, walks, mostPowersDbm, proxy(onProgress)),
  );

/** Two places for the antennas; can be stopped. */
export const askPlacement = (
  plan: FloorPlan,
  walks: readonly AskedWalk[],
  onProgress: (share: number) => void,
): Running<Placement | null> =>
  askWorker<PlacePageApi, Placement | null>(startWorker, (worker) =>
    worker.placement(plan, walks, proxy(onProgress)),
  );
