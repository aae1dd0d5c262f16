import { IS_LONG } from "~/testkit/long";
import fc from "fast-check";
import { analyseWav } from "./analyseWav";
import { readWavHead, unpackFrames, wavFile } from "./wav";
import { source, analysed } from "~/testkit/analysedWav";
const sines = new Map<string, Float64Array>();
const sine = (hz: number, seconds: number, rate: number, amplitude = 1, phase = 0) => {
  const key = [hz, seconds, rate, phase].join();
  const whole = sines.get(key) ?? new Float64Array(Math.round(rate * seconds));
  if (!sines.has(key))
    for (let i = 0; i < whole.length; i += 1)
      whole[i] = Math.sin((2 * Math.PI * hz * i) / rate + phase);
  sines.set(key, whole);
  return whole.map((v) => amplitude * v);
};

test("every encoding comes back as it was written, track by track, plain and RF64", () => {
  const tracks = [sine(440, 0.01, 48_000, 0.7), sine(441, 0.01, 48_000, -0.3)];
  for (const [encoding, within] of [
    ["pcm16", 2e-5],
    ["pcm24", 1e-7],
    ["pcm32", 1e-9],
    ["float32", 1e-7],
  ] as const) {
    for (const isRf64 of [false, true]) {
      const bytes = wavFile(tracks, { encoding, sampleRateHz: 48_000, isRf64 });
      const head = readWavHead(source(bytes));
      if (!head.ok) throw new Error(head.error.code);
      expect(head.value).toMatchObject({
        encoding,
        tracks: 2,
        frames: 480,
        sampleRateHz: 48_000,
        warnings: [],
      });
      const into = [new Float64Array(480), new Float64Array(480)];
      unpackFrames(bytes.subarray(head.value.dataOffset), head.value, into);
      for (const [t, track] of tracks.entries())
        for (const [i, v] of track.entries())
          expect(Math.abs(into[t]![i]! - v)).toBeLessThan(within);
    }
  }
});

describe("what is wrong of a file is told, and what can be read of it is read", () => {
  const good = wavFile([sine(440, 0.1, 48_000, 0.5)], { encoding: "pcm16", sampleRateHz: 48_000 });
  const changed = (change: (view: DataView, bytes: Uint8Array) => Uint8Array | undefined) => {
    const bytes = good.slice();
    return readWavHead(source(change(new DataView(bytes.buffer), bytes) ?? bytes));
  };
  const code = (r: ReturnType<typeof changed>) =>
    r.ok ? r.value.warnings.map((w) => w.code) : r.error.code;
  test.each<[string, string | string[], Parameters<typeof changed>[0]]>([
    [
      "another kind of file",
      "not-wav",
      (_, b) => {
        b.set([1, 2, 3, 4]);
        return undefined;
      },
    ],
    ["nothing", "not-wav", () => new Uint8Array(0)],
    ["cut in its head", "no-format", (_, b) => b.subarray(0, 20)],
    ["no sound", "no-data", (_, b) => b.subarray(0, 36)],
    [
      "no samples",
      "no-samples",
      (v, b) => {
        v.setUint32(40, 0, true);
        return b.subarray(0, 44);
      },
    ],
    [
      "8 bits",
      "encoding-unknown",
      (v) => {
        v.setUint16(34, 8, true);
        return undefined;
      },
    ],
    [
      "no tracks",
      "tracks-outside",
      (v) => {
        v.setUint16(22, 0, true);
        return undefined;
      },
    ],
    [
      "1 kHz",
      "rate-outside",
      (v) => {
        v.setUint32(24, 1000, true);
        return undefined;
      },
    ],
    [
      "odd blocks",
      "block-wrong",
      (v) => {
        v.setUint16(32, 3, true);
        return undefined;
      },
    ],
    ["cut in its sound", ["size-wrong", "truncated"], (_, b) => b.subarray(0, 5000)],
    [
      "size never written",
      ["size-wrong"],
      (v) => {
        v.setUint32(40, 0, true);
        return undefined;
      },
    ],
    [
      "half a frame at its end",
      ["odd-end"],
      (v) => {
        v.setUint32(40, 9599, true);
        return undefined;
      },
    ],
  ])("%s", (_, expected, change) => expect(code(changed(change))).toEqual(expected));

  test("whatever stands in the head, it is read or refused, and never more than there is", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 43 }), fc.integer({ min: 0, max: 255 })), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.integer({ min: 0, max: good.length }),
        (edits, length) => {
          const bytes = good.slice(0, length);
          for (const [at, value] of edits) if (at < bytes.length) bytes[at] = value;
          const head = readWavHead(source(bytes));
          if (head.ok)
            expect(
              head.value.dataOffset + head.value.frames * head.value.blockBytes,
            ).toBeLessThanOrEqual(bytes.length);
          expect(() => analyseWav(source(bytes))).not.toThrow();
        },
      ),
      { numRuns: IS_LONG ? 400 : 100 },
    );
  });

  test("what is no number counts as silence and is told; nothing but such is refused", () => {
    const some = analyseWav(
      source(
        wavFile([Float64Array.from({ length: 4800 }, (_, i) => (i % 10 === 0 ? NaN : 0.25))], {
          encoding: "float32",
          sampleRateHz: 48_000,
        }),
      ),
    );
    expect(some.ok && some.value.warnings).toEqual([{ code: "not-numbers", samples: 480 }]);
    const none = analyseWav(
      source(
        wavFile([new Float64Array(480).fill(Infinity)], {
          encoding: "float32",
          sampleRateHz: 48_000,
        }),
      ),
    );
    expect(none.ok ? "" : none.error.code).toBe("nothing-usable");
  });
});

test("plain figures: a sine's root mean square, silence, an offset, runs at full scale", () => {
  const [full, silent, offset, square, single] = analysed([
    sine(1000, 1, 48_000),
    new Float64Array(48_000),
    new Float64Array(48_000).fill(0.125),
    sine(100, 1, 48_000, 4).map((v) => Math.max(-1, Math.min(1, v))),
    Float64Array.from({ length: 48_000 }, (_, i) => (i % 100 === 0 ? 1 : 0)),
  ]);
  expect(full!.rmsDbfs).toBeCloseTo(-3.0103, 3);
  expect(full!.crestDb).toBeCloseTo(3.0103, 2);
  expect(silent).toMatchObject({
    peakDbfs: null,
    truePeakDbtp: null,
    rmsDbfs: null,
    integratedLufs: null,
    noiseFloorDbfs: null,
    clippedSamples: 0,
  });
  expect(offset!.dcOffset).toBeCloseTo(0.125, 9);
  // asin(1/4): 83.9 % of the time at the edge
  expect(square!.clippedSamples / 48_000).toBeCloseTo(0.839, 2);
  expect(single!.clippedSamples).toBe(0);
});

test("the noise floor is that of the quietest tenth", () => {
  const x = Float64Array.from(
    { length: 480_000 },
    (_, i) =>
      (i % 48_000 < 9_600 ? 0.001 : 0.1) *
      Math.sqrt(2) *
      Math.sin((2 * Math.PI * 1000 * i) / 48_000),
  );
  expect(analysed([x])[0]!.noiseFloorDbfs).toBeCloseTo(-60, 1);
});

// ITU-R BS.1770, the 48 kHz table (from memory)
test("K-weighting is the published table at 48 kHz", async () => {
  const { kWeighting } = await import("./biquad");
  const [shelf, pass] = kWeighting(48_000);
  expect([shelf.b0, shelf.b1, shelf.b2, shelf.a1, shelf.a2]).toEqual(
    [
      1.53512485958697, -2.69169618940638, 1.19839281085285, -1.69065929318241, 0.73248077421585,
    ].map((v) => expect.closeTo(v, 9) as number),
  );
  expect([pass.a1, pass.a2]).toEqual(
    [-1.99004745483398, 0.99007225036621].map((v) => expect.closeTo(v, 9) as number),
  );
});

// ITU-R BS.1770: 997 Hz at 0 dBFS in one channel → −3.01 LUFS; EBU Tech 3341 cases built from their
// description, each track a mono programme (−23 dBFS stereo is −26.01 in one)
describe("loudness", () => {
  // at a low rate: the gates do not care
  const RATE = 8_000;
  const level = (dbfs: number, seconds: number) => sine(1000, seconds, RATE, 10 ** (dbfs / 20));
  const joined = (...parts: Float64Array[]) => {
    const all = new Float64Array(parts.reduce((n, p) => n + p.length, 0));
    parts.reduce((at, p) => {
      all.set(p, at);
      return at + p.length;
    }, 0);
    return [all];
  };
  const heard = (tracks: Float64Array[]) => analysed(tracks, "float32", RATE)[0]!;
  test("997 Hz at full scale, at several rates", () => {
    for (const rate of [8_000, 44_100, 48_000, 96_000, 192_000])
      expect(analysed([sine(997, 4, rate)], "float32", rate)[0]!.integratedLufs).toBeCloseTo(
        -3.01,
        1,
      );
  });
  test("what is far below the programme does not count, nor what is below −70", () => {
    const inside = heard(joined(level(-36, 10), level(-23, 60), level(-36, 10)));
    expect(inside.integratedLufs).toBeCloseTo(-26.01, 1);
    const gated = heard(
      joined(level(-72, 10), level(-36, 10), level(-23, 60), level(-36, 10), level(-72, 10)),
    );
    expect(gated.integratedLufs).toBeCloseTo(-26.01, 1);
    expect(gated.shortTermMaxLufs).toBeCloseTo(-26.01, 1);
  });
  test("two levels within the gate are averaged by power", () => {
    // 20 s at −26 dBFS, 20.1 s at −20, 20 s at −26: −23 LUFS in stereo (EBU Tech 3341 case 5), 3.01
    // less in one
    expect(
      heard(joined(level(-26, 20), level(-20, 20.1), level(-26, 20))).integratedLufs,
    ).toBeCloseTo(-26.01, 1);
  });
  test("shorter than a block, or than 3 s: no figure", () => {
    expect(heard([level(-20, 0.3)])).toMatchObject({
      integratedLufs: null,
      shortTermMaxLufs: null,
    });
    expect(heard([level(-20, 2.5)])).toMatchObject({
      integratedLufs: expect.any(Number) as number,
      shortTermMaxLufs: null,
    });
  });
});

// EBU Tech 3341 (from memory): a sine at a quarter of the rate, 45° on, samples at −3.01 dB of its
// peak → 0 dBTP within +0.2/−0.4 dB
test("true peak between the samples", () => {
  for (const [hzOfRate, phase] of [
    [4, Math.PI / 4],
    [6, Math.PI / 3],
    [8, Math.PI / 8],
  ] as const) {
    for (const rate of [44_100, 48_000, 96_000]) {
      // faded in: a sudden start has a peak of its own
      const { truePeakDbtp } = analysed(
        [sine(rate / hzOfRate, 0.2, rate, 1, phase).map((v, i) => v * Math.min(1, i / 1000))],
        "float32",
        rate,
      )[0]!;
      expect(truePeakDbtp).toBeGreaterThan(-0.4);
      expect(truePeakDbtp).toBeLessThan(0.2);
    }
  }
});
