import { playChain } from "~/core/training/playChain";
import { voice } from "~/core/simulator/voice";
import { inputModel, microphoneModel, packModel, receiverModel } from "~/core/kit/models";
import { reachableOf } from "~/core/kit/setups";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { EFFORT_SPL_AT_1M_DB, levelChain, type LevelChainQuestion } from "./levelChain";
import {
  aboveAimDb,
  aimStanding,
  lackingHeadroomDb,
  LEVEL_AIMS,
  ON_AIM_DB,
  recommend,
  SCHOOLS,
  type School,
  withSettings,
} from "./recommend";
import { TrackMeter } from "./analyseWav";
import { hashText } from "~/core/units/random";

/**
 * Ten talkers of the demo's kind: how they speak, how loud they may get, how near the microphone
 * is.
 */
const TALKERS = [
  { name: "Marit", effort: "normal", loudestDb: 72, distanceM: 0.2, peakFactorDb: 15 },
  { name: "Tobiah", effort: "shout", loudestDb: 84, distanceM: 0.22, peakFactorDb: 13 },
  { name: "Irsa", effort: "normal", loudestDb: 66, distanceM: 0.18, peakFactorDb: 16 },
  { name: "Agnete", effort: "soft", loudestDb: 63, distanceM: 0.2, peakFactorDb: 17 },
  { name: "Nils", effort: "raised", loudestDb: 78, distanceM: 0.24, peakFactorDb: 14 },
  { name: "Oswin", effort: "loud", loudestDb: 81, distanceM: 0.25, peakFactorDb: 13 },
  { name: "Runa", effort: "soft", loudestDb: 69, distanceM: 0.15, peakFactorDb: 18 },
  { name: "Halvor", effort: "raised", loudestDb: 75, distanceM: 0.3, peakFactorDb: 15 },
  { name: "Sunniva", effort: "normal", loudestDb: 78, distanceM: 0.2, peakFactorDb: 14 },
  { name: "Kolbein", effort: "loud", loudestDb: 78, distanceM: 0.18, peakFactorDb: 12 },
] as const;
const CHAINS = [
  ["tarnfell-p-47", "tarnfell-r2-47", "recorder-line"],
  ["oystercatch-t-51", "oystercatch-c1-51", "camera-mic"],
] as const;
const kitOf = ([pack, receiver, input]: (typeof CHAINS)[number]) => ({
  pack: packModel(SHIPPED_KIT, pack),
  receiver: receiverModel(SHIPPED_KIT, receiver),
  input: inputModel(SHIPPED_KIT, input),
  microphone: microphoneModel(SHIPPED_KIT, "pebble"),
});

const question = (
  kit: ReturnType<typeof kitOf>,
  t: (typeof TALKERS)[number],
): LevelChainQuestion => ({
  talker: { effort: t.effort, distanceM: t.distanceM, peakFactorDb: t.peakFactorDb },
  microphone: kit.microphone,
  transmitter: {
    gainDb: 0,
    fullScaleInputDbu: kit.pack.fullScaleInputDbu,
    inputNoiseDbu: kit.pack.inputNoiseDbu,
    limiterDb: kit.pack.limiterDb,
  },
  link: { noiseDbfs: -100 },
  receiver: { outputFullScaleDbu: kit.receiver.output.fullScaleDbu, outputDb: 0 },
  input: {
    kind: kit.input.kind,
    fullScaleDbu: kit.input.fullScaleDbu,
    gainDb: 0,
    noiseDbu: kit.input.noiseDbu,
  },
});
const cases = TALKERS.flatMap((talker) =>
  CHAINS.flatMap((chain) =>
    (Object.keys(SCHOOLS) as School[]).map((school) => ({
      talker,
      chain,
      school,
      label: `${talker.name}, ${chain[0]}, ${school}`,
    })),
  ),
);

const LOUDEST_LINES = new Map<string, Float64Array>(
  TALKERS.map((t) => [
    t.name,
    voice({
      splDb: t.loudestDb - 20 * Math.log10(t.distanceM),
      peakFactorDb: t.peakFactorDb,
      roomSplDb: 30,
      seconds: 3,
      sampleRateHz: 8_000,
      seed: hashText(t.name),
    }),
  ]),
);

test.each(cases)(
  "$label: the loudest line clips nothing, lies on the aim, and nothing reachable is quieter with the same headroom",
  ({ talker, chain, school }) => {
    const kit = kitOf(chain);
    const q = question(kit, talker);
    const aim = LEVEL_AIMS["minus-20"];
    const reachable = reachableOf(kit);
    const found = recommend({
      ordinary: q,
      loudestSplAt1mDb: talker.loudestDb,
      reachable,
      aim,
      school,
    });
    expect(found.keepsHeadroom).toBe(true);
    const loud: LevelChainQuestion = {
      ...q,
      talker: { ...q.talker, effort: { splAt1mDb: talker.loudestDb } },
    };

    // played sample by sample
    const { samples, cut } = playChain(
      LOUDEST_LINES.get(talker.name)!,
      withSettings(loud, found.settings),
      5,
    );
    expect(cut).toEqual({ microphone: 0, transmitter: 0, receiver: 0, input: 0 });
    const meter = new TrackMeter({ sampleRateHz: 8_000, fullScale: 1 });
    meter.push(samples);
    const shortDb = talker.loudestDb - EFFORT_SPL_AT_1M_DB[talker.effort];
    // the aim binds the loudest peaks or the ordinary average, whichever is reached first
    const peakAimDbfs = Math.min(
      aim.loudestPeakDbfs,
      aim.averageDbfs + talker.peakFactorDb + shortDb,
    );
    expect(Math.abs(meter.figures().peakDbfs! - peakAimDbfs)).toBeLessThan(2);

    // every other setting there is
    let quietest = -Infinity;
    for (const gainDb of reachable.packGainsDb)
      for (const outputDb of reachable.outputsDb)
        for (const inputGainDb of reachable.inputGainsDb) {
          const settings = { gainDb, outputDb, inputGainDb };
          const [o, l] = [
            levelChain(withSettings(q, settings)),
            levelChain(withSettings(loud, settings)),
          ];
          if (
            lackingHeadroomDb(l, SCHOOLS[school].packHeadroomDb) > 0 ||
            Math.abs(aboveAimDb(o, l, aim)) > ON_AIM_DB
          )
            continue;
          quietest = Math.max(quietest, o.stages.at(-1)!.snrDb);
        }
    expect(quietest).toBeLessThanOrEqual(found.snrDb + 1);
  },
);

test("low at the pack costs noise, hot costs room; where nothing keeps the headroom the nearest is told as such", () => {
  const kit = kitOf(CHAINS[1]);
  const q = question(kit, TALKERS[1]);
  const ask = (school: School, q1 = q) =>
    recommend({
      ordinary: q1,
      loudestSplAt1mDb: 84,
      reachable: reachableOf(kit),
      aim: LEVEL_AIMS["minus-18"],
      school,
    });
  expect(ask("hot").snrDb).toBeGreaterThanOrEqual(ask("low").snrDb);
  expect(ask("hot").settings.gainDb).toBeGreaterThanOrEqual(ask("low").settings.gainDb);
  const near = ask("low", { ...q, talker: { ...q.talker, distanceM: 0.003 } });
  expect(near.keepsHeadroom).toBe(false);
  expect(near.settings.gainDb).toBe(Math.min(...kit.pack.gainStepsDb));
});

test.each([
  [0, 0, "on"],
  [1.9, 0, "on"],
  // −6 where no higher than −8 is aimed at
  [2, 0, "over"],
  // −32 where −20 is aimed at
  [-12, 0, "under"],
  [-3.9, 0, "on"],
  // steps that come no nearer
  [-6, -5.5, "on"],
  [3, -0.5, "over"],
] as const)("%d dB off where %d is the best: %s its aim", (offDb, bestDb, standing) => {
  expect(aimStanding(offDb, bestDb)).toBe(standing);
});
