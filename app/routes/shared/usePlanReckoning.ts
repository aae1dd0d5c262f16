import { startTransition, useEffect, useMemo, useRef, useState } from "react";
import type { PlaceRange, Walker } from "~/server/services/range/placePlans.server";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { WalkForecast } from "~/core/location/forecast";
import type { RankedHelp } from "~/core/location/search";
import { mwToDbm } from "~/core/units/decibels";
import type { TooStrong } from "~/core/location/tooHot";
import type { AskedWalk, PlanMap, WalkOfPowers, WalksTold } from "~/workers/place/place.api";
import { useSame } from "./useSame";
import { askHelps, PlanDesk } from "~/workers/place/place.client";

export interface WalkedBy extends AskedWalk {
  walker: Walker;
}

/** Which way a talker looks: as they walk, or in each place the way that is worst. */
export type Facing = "along" | "worst";

/** Each walk with who walks it; one that is nobody's is walked by the first. */
export function walksOf(plan: FloorPlan, walkers: readonly Walker[], facing: Facing): WalkedBy[] {
  return plan.walks.flatMap((walk) => {
    const walker =
      walkers.find((w) => w.channelId === walk.channelId) ??
      (walk.channelId === null ? walkers[0] : undefined);
    return walker && walk.points.length > 1
      ? [
          {
            walk,
            walker,
            receiver: walker.receiver,
            pack: { ...walker.pack, facingDeg: facing === "along" ? ("along" as const) : null },
          },
        ]
      : [];
  });
}

/** What a worker is asked: no more than it needs. */
const askedOf = (walks: readonly WalkedBy[]): WalkOfPowers[] =>
  walks.map(({ walk, pack, receiver, walker }) => ({
    walk,
    pack,
    receiver,
    powersMw: walker.powersMw,
  }));

export interface Reckoning {
  walks: WalkedBy[];
  /** Null while they are reckoned. */
  forecasts: WalkForecast[] | null;
  tooStrong: TooStrong | null;
  map: PlanMap | null;
  crash: string | null;
}

/**
 * Maps and forecasts of a plan, kept up with it by a worker; while something is dragged only the
 * map is.
 */
export function usePlanReckoning(
  plan: FloorPlan | null,
  allWalkers: PlaceRange["walkers"],
  facing: Facing,
  mapFor: Walker | null,
  mapFacingDeg: number | null,
  isDragging: boolean,
): Reckoning {
  const [desk, setDesk] = useState<PlanDesk | null>(null);
  const [crash, setCrash] = useState<string | null>(null);
  const [map, setMap] = useState<PlanMap | null>(null);
  const [told, setTold] = useState<{ key: string; walks: WalksTold } | null>(null);
  useEffect(() => {
    const made = new PlanDesk(setCrash);
    setDesk(made);
    return () => {
      made.close();
    };
  }, []);
  const walkers = useSame(allWalkers);
  const walks = useMemo(
    () => (plan ? walksOf(plan, walkers, facing) : []),
    [plan, walkers, facing],
  );
  const key = useMemo(() => JSON.stringify([plan, askedOf(walks)]), [plan, walks]);
  const lastKey = useRef("");
  useEffect(() => {
    if (!desk || !plan || isDragging || plan.antennas.length === 0) return;
    lastKey.current = key;
    desk.told(plan, askedOf(walks)).then(
      (found) => {
        // a key that is pressed meanwhile comes first
        if (lastKey.current === key) startTransition(() => setTold({ key, walks: found }));
      },
      () => undefined,
    );
  }, [desk, plan, walks, key, isDragging]);
  const mapPack = mapFor ? JSON.stringify([mapFor.pack, mapFor.receiver]) : "";
  useEffect(() => {
    if (!desk || !plan || mapPack === "" || plan.antennas.length === 0) return;
    const [pack, receiver] = JSON.parse(mapPack) as [Walker["pack"], Walker["receiver"]];
    void desk
      .map({ plan, pack, receiver, facingDeg: mapFacingDeg }, (next) =>
        startTransition(() => setMap(next)),
      )
      .catch(() => undefined);
  }, [desk, plan, mapPack, mapFacingDeg]);
  const hasAntennas = plan !== null && plan.antennas.length > 0;
  const now = hasAntennas && told?.key === key ? told.walks : null;
  return {
    walks,
    forecasts: now?.forecasts ?? null,
    tooStrong: now?.tooStrong ?? null,
    map: hasAntennas ? map : null,
    crash,
  };
}

export type HelpsState =
  | { state: "waiting" }
  | { state: "reckoning"; share: number }
  | { state: "told"; helps: RankedHelp[] }
  | { state: "failed"; detail: string };

const SETTLE_MS = 500;

/** What would help, found again a moment after the plan came to rest. */
export function useHelps(
  plan: FloorPlan | null,
  walks: readonly WalkedBy[],
  isResting: boolean,
): HelpsState {
  const [told, setTold] = useState<{ key: string; state: HelpsState } | null>(null);
  const key = useMemo(
    () => JSON.stringify([plan, askedOf(walks), walks.map((w) => w.walker.mostMw)]),
    [plan, walks],
  );
  useEffect(() => {
    if (!plan || !isResting || walks.length === 0 || plan.antennas.length === 0) return undefined;
    let running: ReturnType<typeof askHelps> | null = null;
    const timer = setTimeout(() => {
      let isOver = false;
      // what is told of progress may come in after the answer
      running = askHelps(
        plan,
        askedOf(walks),
        walks.map((w) => mwToDbm(w.walker.mostMw)),
        (share) => {
          if (!isOver)
            startTransition(() => setTold({ key, state: { state: "reckoning", share } }));
        },
      );
      void running.result.then((r) => {
        isOver = true;
        if (r.ok) startTransition(() => setTold({ key, state: { state: "told", helps: r.value } }));
        else if (r.error.code === "worker-crashed")
          setTold({ key, state: { state: "failed", detail: r.error.detail } });
      });
    }, SETTLE_MS);
    return () => {
      clearTimeout(timer);
      running?.cancel();
    };
  }, [plan, walks, key, isResting]);
  return told?.key === key ? told.state : { state: "waiting" };
}
