import { join } from "node:path";
import { wavFile } from "~/core/audio/wav";
import { gaussian, type RandomSource, seededRandom } from "~/core/units/random";

/** One request to the headless entry, with the files that it names. */
export interface HeadlessRequest {
  name: string;
  verb: string;
  request: Record<string, unknown>;
  files: { path: string; content: string | Uint8Array }[];
}

const OF_EACH = 20;

/** Two hundred requests, twenty of each verb, made out of numbers: the same every time.
 * @param folder - where the named files are to lie */
export function headlessRequests(folder: string): HeadlessRequest[] {
  return Object.entries(MAKERS).flatMap(([verb, make], v) =>
    Array.from({ length: OF_EACH }, (_, i) => ({
      name: `${verb} ${i + 1}`,
      verb,
      ...make(new Draw(seededRandom(1000 * v + i + 1)), i, folder),
    })),
  );
}

type Made = Omit<HeadlessRequest, "name" | "verb">;

/** Draws of one seed. */
class Draw {
  constructor(readonly random: RandomSource) {}

  between(low: number, high: number, step = 0.01): number {
    return Math.round((low + this.random() * (high - low)) / step) * step;
  }

  whole(low: number, high: number): number {
    return low + Math.floor(this.random() * (high - low + 1));
  }

  of<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!;
  }

  list<T>(length: number, make: (index: number) => T): T[] {
    return Array.from({ length }, (_, i) => make(i));
  }

  frequencyHz(lowHz: number, highHz: number): number {
    return this.whole(lowHz / 25_000, highHz / 25_000) * 25_000;
  }
}

const plain = (request: Record<string, unknown>): Made => ({ request, files: [] });

const profileOf = (d: Draw) => ({
  minSpacingHz: d.of([300_000, 350_000, 700_000]),
  guards: {
    third2Hz: d.of([50_000, 100_000]),
    third3Hz: d.of([0, 50_000]),
    fifth2Hz: d.of([0, 0, 50_000]),
  },
});

const MATERIALS = ["concrete", "brick", "wood", "glass", "metal"];

function sweepOf(d: Draw, i: number, folder: string): Made {
  const [lowHz, stepHz, points] = [
    d.frequencyHz(470e6, 500e6),
    d.of([25_000, 50_000, 100_000]),
    400,
  ];
  const television = d.random() < 0.5 ? d.whole(40, 200) : null;
  const carrierAt = d.whole(210, 390);
  const levelDbm = (k: number) => {
    const inside = television !== null && k >= television && k < television + 8e6 / stepHz;
    const noise = (inside ? -80 : -105) + 1.5 * gaussian(d.random);
    return k === carrierAt ? -55 : noise;
  };
  const levels = d.list(points, (k) => levelDbm(k).toFixed(1));
  const columns = levels
    .map((l, k) => `${((lowHz + k * stepHz) / 1e6).toFixed(3)};${l}`)
    .join("\n");
  const [from, to] = [lowHz, lowHz + points * stepHz];
  const rows = ["12:00:00", "12:00:05"]
    .map((at) => `2027-05-04, ${at}, ${from}, ${to}, ${stepHz}, 20, ${levels.join(", ")}`)
    .join("\n");
  const path = join(folder, `sweep-${i}.csv`);
  const ownCarriers =
    d.random() < 0.5 ? [{ id: "c1", frequencyHz: lowHz + carrierAt * stepHz }] : [];
  return {
    request: { files: [path], raster: "EU-8", ownCarriers },
    files: [{ path, content: i % 2 === 0 ? columns : rows }],
  };
}

function waveOf(d: Draw, i: number, folder: string): Made {
  const sampleRateHz = d.of([44_100, 48_000]);
  const toneHz = d.between(100, 4000, 1);
  const [toneLevel, noiseLevel] = [d.between(0.05, 1.1), d.between(0.0001, 0.01, 0.0001)];
  const track = () =>
    Float64Array.from({ length: sampleRateHz / 4 }, (_, n) => {
      const sample =
        toneLevel * Math.sin((2 * Math.PI * toneHz * n) / sampleRateHz) +
        noiseLevel * gaussian(d.random);
      return Math.max(-1, Math.min(1, sample));
    });
  const tracks = d.list(d.whole(1, 2), track);
  const path = join(folder, `take-${i}.wav`);
  const encoding = d.of(["pcm16", "pcm24"] as const);
  return {
    request: { file: path },
    files: [{ path, content: new Uint8Array(wavFile(tracks, { encoding, sampleRateHz })) }],
  };
}

const MAKERS: Record<string, (d: Draw, i: number, folder: string) => Made> = {
  "tv-raster": (d) => plain({ region: d.of(["US", "UK", "EU", "AU"]) }),
  "analyse-sweep": sweepOf,
  "check-set": (d) =>
    plain({
      carriers: d.list(d.whole(0, 14), (k) => ({
        id: `c${k}`,
        frequencyHz: d.frequencyHz(470e6, 482e6),
      })),
      profile: profileOf(d),
    }),
  coordinate: (d, i) =>
    plain({
      windows: [{ lowHz: 470e6, highHz: 494e6 }],
      exclusions: d.random() < 0.5 ? [{ lowHz: 478e6, highHz: 482e6, reason: "television" }] : [],
      noise: d.list(24, (k) => ({
        lowHz: 470e6 + k * 1e6,
        highHz: 471e6 + k * 1e6,
        levelDbm: d.between(-112, -98),
      })),
      maxNoiseDbm: d.of([null, -95, -104]),
      others: d.list(d.whole(0, 3), (k) => ({
        id: `other ${k}`,
        frequencyHz: d.frequencyHz(470e6, 494e6),
      })),
      profile: profileOf(d),
      channels: d.list(d.whole(1, 5), (k) => ({
        id: `ch${k}`,
        tuning: [{ lowHz: 470e6, highHz: 494e6, stepHz: d.of([25_000, 100_000]) }],
        bandwidthHz: 200_000,
        lockedHz: k === 0 && d.random() < 0.3 ? 472_000_000 : null,
        group: k < 2 ? "bag" : null,
      })),
      groups: [{ id: "bag", maxSpanHz: 12_000_000 }],
      banks: [
        { id: "one", frequenciesHz: [471e6, 472.2e6, 474.1e6, 477e6, 485.3e6] },
        { id: "two", frequenciesHz: [470.5e6, 473e6, 488e6] },
      ],
      mode: i % 4 === 3 ? "bank" : "free",
      spares: d.whole(0, 2),
      timeLimitMs: 60_000,
      seed: d.whole(1, 99),
    }),
  link: (d) =>
    plain({
      frequencyHz: d.frequencyHz(470e6, 694e6),
      txPowerDbm: d.between(10, 20),
      tx: {
        antenna: d.of(["whip-quarter", "dipole"]),
        wear: d.of(["free", "chest", "waist-front", "waist-back", "ankle"]),
        skinContact: d.random() < 0.5,
        sleeve: d.random() < 0.3,
        tiltDeg: d.between(-60, 60),
        heightM: 1.1,
      },
      rx: {
        antenna: d.of(["whip-quarter", "dipole", "butterfly", "fin"]),
        tiltDeg: d.between(-30, 30),
        offAxisDeg: d.between(-90, 90),
        heightM: 2,
      },
      path: {
        distanceM: d.between(1, 300),
        model: d.of(["free-space", "plane-earth", "indoor"]),
        walls: d.list(d.whole(0, 2), () => ({
          material: d.of(MATERIALS),
          thicknessM: d.between(0.05, 0.4),
          incidenceDeg: d.between(0, 80),
        })),
        edges: d.list(d.whole(0, 1), () => ({
          heightAboveRayM: d.between(-1, 2),
          d1M: d.between(1, 20),
          d2M: d.between(1, 20),
        })),
      },
      feed: d.list(d.whole(0, 3), () =>
        d.of([
          { kind: "coax", type: "RG-58", lengthM: 10 },
          { kind: "splitter", ways: 4 },
          { kind: "pad", db: 6 },
          { kind: "amplifier", gainDb: 12, noiseFigureDb: 4 },
        ]),
      ),
      receiver: {
        bandwidthHz: 200_000,
        noiseFigureDb: d.between(5, 12),
        requiredSnrDb: 20,
        overloadDbm: -20,
      },
    }),
  coverage: (d) =>
    plain({
      frequencyHz: d.frequencyHz(470e6, 694e6),
      txPowerDbm: 17,
      txHeightM: 1.1,
      widthM: 12,
      heightM: 8,
      cellM: 1,
      walls: d.list(d.whole(0, 5), () => ({
        x1: d.between(0, 12),
        y1: d.between(0, 8),
        x2: d.between(12.5, 14),
        y2: d.between(0, 8),
        material: d.of(MATERIALS),
        thicknessM: d.between(0.05, 0.4),
      })),
      antennas: d.list(d.whole(1, 2), () => ({
        x: d.between(0, 12),
        y: d.between(0, 8),
        heightM: 2,
      })),
      model: d.of(["free-space", "plane-earth", "indoor"]),
    }),
  fading: (d) =>
    plain({
      meanMarginDb: [d.between(2, 30), d.between(2, 30)],
      kFactorDb: d.of([null, null, 0, 6]),
      antennaSpacingM: d.between(0, 3),
      frequencyHz: d.frequencyHz(470e6, 694e6),
      speedMps: d.of([0, 0.5, 1.4]),
      combining: d.of(["none", "selection"]),
    }),
  "battery-plan": (d) => {
    const packs = d.list(d.whole(1, 4), (k) => ({
      id: `pack ${k}`,
      cell: d.of(["aa-alkaline", "aa-nimh", "aa-lithium", "9v-alkaline", "internal", { hours: 5 }]),
      usedHours: d.between(0, 4),
    }));
    const clock = (hour: number) => `2031-05-04T${String(hour).padStart(2, "0")}:00`;
    const needs = packs.flatMap(({ id }) =>
      [7, 10, 14, 17]
        .filter(() => d.random() < 0.7)
        .map((hour) => ({ packId: id, start: clock(hour), end: clock(hour + d.whole(1, 3)) })),
    );
    return plain({
      packs,
      needs,
      breaks: [{ start: clock(13), end: clock(14) }],
      reserveHours: d.of([0.5, 1, 2]),
      policy: d.of(["fresh", "counted"]),
    });
  },
  "analyse-wav": waveOf,
  "level-chain": (d) =>
    plain({
      talker: {
        effort: d.of(["soft", "normal", "raised", "loud", "shout", { splAt1mDb: 62 }]),
        distanceM: d.between(0.1, 0.5),
        peakFactorDb: d.between(12, 22),
      },
      microphone: {
        sensitivityMvPerPa: d.between(4, 20),
        selfNoiseDba: d.between(20, 32),
        maxSplDb: d.between(120, 140),
      },
      transmitter: {
        gainDb: d.between(0, 40),
        fullScaleInputDbu: d.between(-20, 0),
        inputNoiseDbu: -110,
        limiterDb: d.of([null, 1, 3]),
      },
      receiver: { outputFullScaleDbu: d.between(0, 18), outputDb: d.between(-20, 0) },
      input: {
        kind: d.of(["mic", "line"]),
        fullScaleDbu: d.between(-20, 24),
        gainDb: d.between(0, 30),
        noiseDbu: d.between(-120, -90),
      },
    }),
};
