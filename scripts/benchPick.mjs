// What the bench says of Pick: speed of a usual job, whether found sets can be bettered by
// exchanging one or two picks, and a general solver beside.
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { fits } from "./gecode/fixture.mjs";
import { root } from "./lib.mjs";

const now = () => performance.now();
const STEP_HZ = 25_000;

function generator(seed) {
  let state = seed;
  return () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648;
}

/**
 * A usual job: so many channels over 72 MHz of which half is television, with measured noise and a
 * few carriers of others.
 */
export function usualJob(core, seed, channels, spares, timeLimitMs) {
  const random = generator(seed);
  const exclusions = Array.from({ length: 9 }, (_, k) => ({
    lowHz: 470e6 + k * 8e6,
    highHz: 478e6 + k * 8e6,
    reason: `TV ${21 + k}`,
  })).filter(() => random() < 0.5);
  const noise = Array.from({ length: 2880 }, (_, i) => ({
    lowHz: 470e6 + i * STEP_HZ,
    highHz: 470e6 + (i + 1) * STEP_HZ,
    levelDbm: -112 + 6 * random() + 10 * Math.max(0, Math.sin(i / 90)),
  }));
  const tuning = [{ lowHz: 470e6, highHz: 542e6, stepHz: STEP_HZ }];
  return {
    windows: [{ lowHz: 470e6, highHz: 694e6 }],
    exclusions: exclusions.slice(0, 5),
    noise,
    maxNoiseDbm: -95,
    profile: core.PROFILES.normal,
    groups: [],
    spares,
    timeLimitMs,
    seed: 1,
    others: Array.from({ length: 3 }, (_, i) => ({
      id: `o${i}`,
      frequencyHz: 470e6 + Math.floor(random() * 2880) * STEP_HZ,
    })),
    channels: Array.from({ length: channels }, (_, i) => ({
      id: `c${i}`,
      tuning,
      bandwidthHz: 200_000,
    })),
  };
}

/** The four places of the demo day, from their own made-up air. */
export function demoJobs(core) {
  return core.PORT_ELLERY_SITES.map((site) => {
    const levels = core.sweepAir(site.air, 470e6, 566e6, STEP_HZ, 0, 35);
    const analysis = core.analyseSweep(
      {
        format: "columns",
        lowHz: 470e6,
        stepHz: STEP_HZ,
        points: levels.length,
        passes: [levels],
        completePasses: 1,
        warnings: [],
      },
      core.RASTERS["EU-8"],
    );
    const channel = (id, lowMhz, highMhz, receiverKey) => ({
      id,
      number: id,
      tuning: [{ lowHz: lowMhz * 1e6, highHz: highMhz * 1e6, stepHz: STEP_HZ }],
      bandwidthHz: 200_000,
      powerMw: 50,
      receiverKey,
      halfSpanHz: receiverKey ? 72e6 : null,
      lockedHz: null,
    });
    const request = core.pickProblem({
      region: core.REGIONS.EU,
      raster: core.RASTERS["EU-8"],
      stations: [],
      analysis,
      profile: core.PROFILES.normal,
      maxNoiseDbm: -95,
      spares: 2,
      channels: [
        channel(1, 470, 542, "a"),
        channel(2, 470, 542, "a"),
        channel(3, 470, 542, "b"),
        channel(4, 470, 542, "b"),
        channel(5, 518, 566, null),
      ].map((c, i) => ({ ...c, receiverKey: c.receiverKey ?? `r${i}` })),
    });
    return { ...request, timeLimitMs: 4000 };
  });
}

/** The worst margin of a set on the 25 kHz grid, and its noisiest place. */
function worthOf(core, request, carriers) {
  let extraHz = 0;
  const isClean = (hz) =>
    core
      .conflictsOf([...carriers, ...request.others], core.widenedProfile(request.profile, hz), null)
      .every((c) => ![...c.sources, c.victim].some((id) => carriers.some((x) => x.id === id)));
  while (extraHz < 4e6 && isClean(extraHz + STEP_HZ)) extraHz += STEP_HZ;
  const noise = new core.NoiseIndex(request.noise);
  const noiseAt = (hz) =>
    core.noiseInBand(noise.near(hz - 1e5, hz + 1e5), hz - 1e5, hz + 1e5).levelDbm ?? -Infinity;
  return {
    extraHz,
    noisiestDbm: Math.max(...carriers.map((c) => noiseAt(c.frequencyHz))),
    noiseAt,
  };
}

/**
 * Every exchange of one or two picks, one after the other: does any give a larger worst margin, or
 * the same and a quieter noisiest place?
 */
function betterExchange(core, request) {
  const found = core.coordinate(request, { now });
  if (found.unplaced.length > 0 || !found.stats.exhausted) return { isCut: true };
  const carriers = found.assignments.map((a) => ({ id: a.channelId, frequencyHz: a.frequencyHz }));
  const { extraHz, noisiestDbm, noiseAt } = worthOf(core, request, carriers);
  const windows = request.windows;
  const noise = new core.NoiseIndex(request.noise);
  const lists = request.channels.map((c) => core.candidatesFor(request, windows, noise, c).list);
  const spareHolds = (set) =>
    core.coordinate(
      {
        ...request,
        timeLimitMs: 1000,
        channels: request.channels.map((c, i) => ({ ...c, lockedHz: set[i].frequencyHz })),
      },
      { now },
    ).spares.length >= found.spares.length;
  const spanOf = (set) =>
    request.groups.every((g) => {
      const hz = request.channels.flatMap((c, i) => (c.group === g.id ? [set[i].frequencyHz] : []));
      return hz.length < 2 || Math.max(...hz) - Math.min(...hz) + 200_000 <= g.maxSpanHz;
    });
  for (const wish of [
    { extraHz: extraHz + STEP_HZ, belowDbm: Infinity },
    { extraHz, belowDbm: noisiestDbm },
  ]) {
    if (wish.extraHz > 4e6) continue;
    const profile = core.widenedProfile(request.profile, wish.extraHz);
    for (let i = 0; i < carriers.length; i += 1) {
      for (let j = i; j < carriers.length; j += 1) {
        const rest = carriers.filter((_, k) => k !== i && k !== j);
        if (
          core
            .conflictsOf([...rest, ...request.others], profile, null)
            .some((c) => [...c.sources, c.victim].some((id) => rest.some((x) => x.id === id)))
        )
          continue;
        if (rest.some((c) => noiseAt(c.frequencyHz) >= wish.belowDbm)) continue;
        const places = (k) =>
          lists[k]
            .filter((c) => (c.noiseDbm ?? -Infinity) < wish.belowDbm)
            .map((c) => c.frequencyHz);
        const [mine, theirs] = [places(i), places(j)];
        const map = new core.ForbiddenMap(Float64Array.from(mine), profile);
        for (const c of [...request.others, ...rest]) map.add(c.frequencyHz);
        for (const [k, hz] of mine.entries()) {
          if (!map.isFree(k)) continue;
          const other = new core.ForbiddenMap(Float64Array.from(i === j ? [] : theirs), profile);
          if (i !== j)
            for (const f of [
              ...request.others.map((o) => o.frequencyHz),
              ...rest.map((c) => c.frequencyHz),
              hz,
            ])
              other.add(f);
          for (const at of i === j ? [hz] : theirs.filter((_, n) => other.isFree(n))) {
            const set = carriers.map((c, n) =>
              n === i
                ? { ...c, frequencyHz: hz }
                : n === j && i !== j
                  ? { ...c, frequencyHz: at }
                  : c,
            );
            if (spanOf(set) && spareHolds(set))
              return { isCut: false, better: wish, extraHz, noisiestDbm };
          }
        }
      }
    }
  }
  return { isCut: false };
}

export function benchPick(core) {
  let [first, isDone] = [Infinity, 0];
  const job = usualJob(core, 7, 8, 3, 2000);
  const start = now();
  core.coordinateQuietFirst(job, {
    now,
    onProgress: ({ placed }) => {
      if (placed === 8) first = Math.min(first, now() - start);
    },
  });
  isDone = now() - start;
  console.log(
    `usual job (8 channels, 3 spares, 72 MHz, half television): first full set after ${first.toFixed(0)} ms (target 100), done after ${isDone.toFixed(0)} ms (target 2,000)`,
  );
  const found = core.coordinate({ ...usualJob(core, 7, 16, 4, 3000), exclusions: [] }, { now });
  const times = found.assignments.slice(0, 8).map((a) => {
    const t = now();
    core.bestAfterHit(
      usualJob(core, 7, 16, 4, 3000),
      found.assignments,
      a.channelId,
      found.spares.map((s) => s.frequencyHz),
    );
    return now() - t;
  });
  console.log(
    `a hit, 16 channels: best spare in at most ${Math.max(...times).toFixed(1)} ms (target 50)`,
  );
  const judge = new core.SetJudge(
    { ...usualJob(core, 7, 24, 0, 0), exclusions: [] },
    core.RASTERS["EU-8"],
  );
  const set = (k) =>
    Array.from({ length: 24 }, (_, i) => ({
      channelId: `c${i}`,
      frequencyHz: 471e6 + i * 2.9e6 + ((i * i) % 17) * STEP_HZ + (i === 3 ? k * STEP_HZ : 0),
    }));
  for (let k = 0; k < 20; k += 1) judge.judge(set(k));
  const judged = Array.from({ length: 40 }, (_, k) => {
    const t = now();
    judge.judge(set(k));
    return now() - t;
  }).sort((a, b) => a - b);
  console.log(
    `judging 24 carriers while one is dragged: median ${judged[20].toFixed(1)} ms, nine in ten under ${judged[36].toFixed(1)} ms (target 16)`,
  );

  const listed = {
    ...usualJob(core, 7, 16, 2, 4000),
    exclusions: [],
    others: Array.from({ length: 490 }, (_, i) => ({
      id: `listed ${i}`,
      frequencyHz: 470e6 + ((i * 7919) % 8960) * STEP_HZ,
    })),
  };
  let t0 = now();
  new core.SetJudge(listed, core.RASTERS["EU-8"]).judge(set(0).slice(0, 16));
  const judgedMs = now() - t0;
  t0 = now();
  core.coordinateQuietFirst(listed, { now });
  console.log(
    `16 carriers beside a list of 490: judged in ${judgedMs.toFixed(0)} ms, the search ends after ${(now() - t0).toFixed(0)} ms (its limit 4,000)`,
  );

  const jobs = [
    ...demoJobs(core),
    ...Array.from({ length: 50 }, (_, k) => usualJob(core, 100 + k, 3 + (k % 5), 1, 6000)),
  ];
  const checked = jobs.map((j) => betterExchange(core, j));
  const bettered = checked.filter((c) => c.better);
  console.log(
    `exchange of one or two picks: ${bettered.length} of ${checked.filter((c) => !c.isCut).length} held sets can be bettered (target 0); ${checked.filter((c) => c.isCut).length} were cut or not full`,
  );
  for (const b of bettered.slice(0, 3)) console.log("  ", JSON.stringify(b));

  if (spawnSync("minizinc", ["--version"]).status !== 0)
    return console.log("minizinc is not installed: no comparison with Gecode");
  for (const n of [8, 9, 10, 11, 12]) {
    let t = now();
    fits({ n, slots: 321, spacing: 14, third2: 4, third3: 2 }, 120_000);
    const theirs = now() - t;
    const request = {
      ...usualJob(core, 1, n, 0, 20_000),
      windows: [{ lowHz: 469.9e6, highHz: 478.1e6 }],
      exclusions: [],
      noise: [],
      maxNoiseDbm: null,
      others: [],
    };
    request.channels = request.channels.map((c) => ({
      ...c,
      tuning: [{ lowHz: 470e6, highHz: 478e6, stepHz: STEP_HZ }],
    }));
    let ours = Infinity;
    for (let k = 0; k < 5; k += 1) {
      t = now();
      let at = Infinity;
      core.coordinate(
        { ...request, seed: k + 1 },
        {
          now,
          onProgress: ({ placed }) => {
            if (placed === n) at = Math.min(at, now() - t);
          },
        },
      );
      ours = Math.min(ours, at);
    }
    console.log(
      `${n} carriers in 470–478: Gecode with its start takes ${(theirs / ours).toFixed(0)} times as long as we do`,
    );
  }
}

/** Modules of the core that this needs. */
export const PICK_MODULES = [
  "coordination/search/quietFirst",
  "coordination/changing/bestAfterHit",
  "coordination/explaining/judge",
  "coordination/rules/relations",
  "coordination/problem/candidates",
  "coordination/rules/forbidden",
  "coordination/problem/dayProblem",
  "regulations/region",
].map((m) => join(root, "core", m));
