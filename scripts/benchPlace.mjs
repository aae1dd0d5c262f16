// How fast a place is reckoned: the map of margin, the same while an antenna is dragged, and the
// search for two places.
export const PLACE_MODULES = [
  "location/floorPlan",
  "location/planCoverage",
  "location/search",
  "location/walk",
];

const random = (() => {
  let x = 7;
  return () => (x = (x * 16807) % 2147483647) / 2147483647;
})();
const KINDS = [
  ["brick", 0.11],
  ["concrete", 0.2],
  ["plasterboard", 0.026],
  ["wood", 0.04],
  ["glass", 0.006],
];

/** A place of rooms: short walls along and across, every twentieth of steel. */
function planOf(core, walls) {
  return {
    ...core.emptyPlan({ model: "indoor", room: "office" }),
    widthM: 100,
    heightM: 60,
    cable: { type: "RG-213", mostM: 200 },
    walls: Array.from({ length: walls }, (_, i) => {
      const [x, y, lengthM] = [random() * 90, random() * 50, 3 + random() * 12];
      const [material, thicknessM] = i % 20 === 19 ? ["steel", 0.01] : KINDS[i % KINDS.length];
      return {
        id: `w${i}`,
        x1: x,
        y1: y,
        x2: i % 2 === 0 ? Math.min(100, x + lengthM) : x,
        y2: i % 2 === 0 ? y : Math.min(60, y + lengthM),
        material,
        thicknessM,
      };
    }),
    walks: [0, 1].map((i) => ({
      id: `k${i}`,
      channelId: i,
      name: "",
      speedMps: 1.3,
      points: [
        { x: 10, y: 10 + 20 * i },
        { x: 60, y: 30 },
        { x: 90, y: 50 - 20 * i },
      ],
    })),
    antennas: [
      [10, 10],
      [90, 10],
      [10, 50],
      [90, 50],
    ].map(([x, y], i) => ({
      id: `a${i}`,
      name: "A",
      x,
      y,
      heightM: 2.5,
      kind: "butterfly",
      aimDeg: 0,
      tiltDeg: 0,
      feed: [],
    })),
  };
}
const pack = {
  heightM: 1.1,
  frequencyHz: 560e6,
  txPowerDbm: 17,
  wear: "waist-back",
  skinContact: false,
  sleeve: false,
  tiltDeg: 20,
};
const receiver = {
  figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
  isDiversity: true,
};

export async function benchPlace(core, least, say) {
  const map = (plan, cellM, antennas = plan.antennas) => {
    const maps = antennas.map((a) =>
      core.antennaCoverage({ plan, pack, receiver: receiver.figures, cellM }, a),
    );
    for (const facingDeg of [null, 90]) core.withBody(plan, pack.wear, facingDeg, maps);
  };
  const plan = planOf(core, 60);
  const full = least(() => map(plan, 0.25), 3);
  say("map of margin, 100 m × 60 m at 0.25 m, 60 walls, 4 antennas, both ways", full);
  console.log(`  that took ${full.toFixed(0)} ms here (target: 350 ms in a worker)`);
  console.log(
    `  one antenna dragged: coarse ${least(() => map(plan, 1.5, plan.antennas.slice(0, 1)), 5).toFixed(1)} ms (a frame is 16), full ${least(() => map(plan, 0.25, plan.antennas.slice(0, 1)), 3).toFixed(0)} ms (target: 400)`,
  );
  const times = (label, list) =>
    console.log(
      `  grows with ${label}: ${list.map(([what, ms]) => `${what} ${(ms / full).toFixed(2)}`).join(", ")}`,
    );
  times(
    "walls",
    [30, 60, 120, 240].map((n) => {
      const p = planOf(core, n);
      return [n, least(() => map(p, 0.25), 2)];
    }),
  );
  times(
    "cells of",
    [1, 0.5, 0.25, 0.125].map((cellM) => [`${cellM} m`, least(() => map(plan, cellM), 2)]),
  );
  const spots = core.gridSpots(plan, Math.sqrt(6000 / 400), 2.5);
  const walks = plan.walks.map((walk) => ({ walk, pack: { ...pack, facingDeg: "along" } }));
  const start = performance.now();
  let told = 0;
  core.placeAntennas(
    { plan: { ...plan, cart: null }, walks, receiver, spots, kinds: ["butterfly", "whip-quarter"] },
    () => {
      told += 1;
    },
  );
  console.log(
    `placement over ${spots.length} places × 2 kinds: ${((performance.now() - start) / 1000).toFixed(2)} s (target: 4 s), progress told ${told} times`,
  );
}
