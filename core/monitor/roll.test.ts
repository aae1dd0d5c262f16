import { seededRandom } from "~/core/units/random";
import {
  byteToAudio,
  byteToRf,
  BYTES,
  type ChannelReading,
  readReading,
  rfToByte,
  writeReading,
} from "./reading";
import { COLUMN, COLUMN_BYTES, columnsOf } from "./extremes";
import { FrameGate, ReadingRing } from "./ring";
import {
  emptyPiece,
  PIECE_MS,
  PIECE_SLOTS,
  type ReadingPiece,
  rfHistoryFromPieces,
  rfHistoryFromSummaries,
  SLOT_MS,
  summaryOf,
} from "./timeline";

const reading = (change: Partial<ChannelReading> = {}): ChannelReading => ({
  rfADbm: -61.5,
  rfBDbm: -70,
  audioDbfs: -18,
  hasAudio: true,
  isOverloaded: false,
  isMuted: false,
  isPartner: true,
  quality: 0.5,
  ...change,
});

describe("a reading in four bytes", () => {
  test("comes back to half a decibel, flags whole", () => {
    const bytes = new Uint8Array(2 * BYTES);
    for (const r of [
      reading(),
      reading({
        rfBDbm: null,
        isMuted: true,
        hasAudio: false,
        audioDbfs: null,
        quality: null,
        isPartner: false,
      }),
      reading({ isOverloaded: true, quality: 1 }),
    ]) {
      writeReading(bytes, 1, r);
      expect(readReading(bytes, 1)).toEqual(r);
    }
    writeReading(bytes, 1, null);
    expect([readReading(bytes, 0), readReading(bytes, 1)]).toEqual([null, null]);
  });
  test("what lies outside the scale goes to its end and stays known", () => {
    expect([
      byteToRf(rfToByte(-300)),
      byteToRf(rfToByte(20)),
      byteToRf(rfToByte(-Infinity)),
      byteToRf(rfToByte(NaN)),
    ]).toEqual([-130, -3, -130, null]);
    expect(byteToAudio(255)).toBe(0);
  });
});

/** Made-up readings with gaps. */
function madeUp(
  seed: number,
  slots: number,
): { bytes: Uint8Array; list: (ChannelReading | null)[] } {
  const random = seededRandom(seed);
  const bytes = new Uint8Array(slots * BYTES);
  const list = Array.from({ length: slots }, (_, i) => {
    const r =
      random() < 0.1
        ? null
        : reading({
            rfADbm: -120 + Math.floor(random() * 180) / 2,
            rfBDbm: random() < 0.05 ? null : -120 + Math.floor(random() * 180) / 2,
            isOverloaded: random() < 0.02,
            quality: Math.round(random() * 14) / 14,
          });
    writeReading(bytes, i, r);
    return r;
  });
  return { bytes, list };
}

describe("down-sampling keeps every extreme", () => {
  // property test: the issue's own
  test.each(Array.from({ length: 40 }, (_, i) => [i + 1]))(
    "readings to columns, seed %i",
    (seed) => {
      const random = seededRandom(seed + 1000);
      const slots = 50 + Math.floor(random() * 900);
      const count = 1 + Math.floor(random() * 60);
      const { bytes, list } = madeUp(seed, slots);
      const slotOf = (c: number) => Math.round((c / count) * slots);
      const columns = columnsOf(bytes, count, slotOf);
      for (let c = 0; c < count; c += 1) {
        const mine = list
          .slice(slotOf(c), slotOf(c + 1))
          .filter((r): r is ChannelReading => r !== null);
        const at = (of: number) => byteToRf(columns[c * COLUMN_BYTES + of]!);
        const bs = mine.flatMap((r) => (r.rfBDbm === null ? [] : [r.rfBDbm]));
        expect([at(COLUMN.aMin), at(COLUMN.aMax)]).toEqual(
          mine.length === 0
            ? [null, null]
            : [Math.min(...mine.map((r) => r.rfADbm)), Math.max(...mine.map((r) => r.rfADbm))],
        );
        expect([at(COLUMN.bMin), at(COLUMN.bMax)]).toEqual(
          bs.length === 0 ? [null, null] : [Math.min(...bs), Math.max(...bs)],
        );
        expect(at(COLUMN.bestMin)).toEqual(
          mine.length === 0
            ? null
            : Math.min(...mine.map((r) => Math.max(r.rfADbm, r.rfBDbm ?? -Infinity))),
        );
        expect((columns[c * COLUMN_BYTES + COLUMN.everFlags]! & 2) !== 0).toBe(
          mine.some((r) => r.isOverloaded),
        );
      }
    },
  );

  const channelIds = [3, 8];
  const day = (pieces: number, startMs: number): ReadingPiece[] =>
    Array.from({ length: pieces }, (_, i) => ({
      startMs: startMs + i * PIECE_MS,
      channelIds,
      readings: madeUp(i + 7, channelIds.length * PIECE_SLOTS).bytes,
    }));
  test("over many pieces, through summaries: the extremes of the whole window are those of its readings", () => {
    const pieces = day(60, 36_000_000);
    const window = { fromMs: 36_000_000, toMs: 36_000_000 + 60 * PIECE_MS, columns: 7 };
    const [fine, coarse] = [
      rfHistoryFromPieces(pieces, window),
      rfHistoryFromSummaries(pieces.map(summaryOf), window),
    ];
    for (const id of channelIds) {
      const whole = (columns: Uint8Array, of: number, pick: (...n: number[]) => number) =>
        pick(
          ...Array.from({ length: 7 }, (_, c) => columns[c * COLUMN_BYTES + of]!).filter(
            (v) => v > 0,
          ),
        );
      for (const [of, pick] of [
        [COLUMN.aMin, Math.min],
        [COLUMN.aMax, Math.max],
        [COLUMN.bestMin, Math.min],
        [COLUMN.bMax, Math.max],
      ] as const)
        expect(whole(coarse.get(id)!, of, pick)).toBe(whole(fine.get(id)!, of, pick));
    }
  });
  test("one pinch of a tenth of a second in ten hours is still there in six hundred columns", () => {
    const pieces = Array.from({ length: 3600 }, (_, i) => emptyPiece(i * PIECE_MS, [1]));
    for (const p of pieces)
      for (let s = 0; s < PIECE_SLOTS; s += 1) writeReading(p.readings, s, reading());
    writeReading(pieces[1234]!.readings, 56, reading({ rfADbm: -109, rfBDbm: -112 }));
    const rfHistory = rfHistoryFromSummaries(pieces.map(summaryOf), {
      fromMs: 0,
      toMs: 3600 * PIECE_MS,
      columns: 600,
    }).get(1)!;
    const pinched = Array.from({ length: 600 }, (_, c) =>
      byteToRf(rfHistory[c * COLUMN_BYTES + COLUMN.bestMin]!),
    ).flatMap((v, c) => (v === -109 ? [c] : []));
    expect(pinched).toEqual([Math.floor(1234 / 6)]);
  });
  test("a reading counts in the column of its own moment; outside the window it does not count; pieces that overlap both do", () => {
    const [one, two] = [emptyPiece(PIECE_MS, [1]), emptyPiece(PIECE_MS, [1])];
    writeReading(one.readings, 10, reading({ rfADbm: -50 }));
    writeReading(two.readings, 20, reading({ rfADbm: -40 }));
    const window = { fromMs: PIECE_MS + 500, toMs: PIECE_MS + 2500, columns: 20 };
    const rfHistory = rfHistoryFromPieces([two, one], window).get(1)!;
    const known = Array.from({ length: 20 }, (_, c) =>
      byteToRf(rfHistory[c * COLUMN_BYTES + COLUMN.aMax]!),
    ).flatMap((v, c) => (v === null ? [] : [[c, v]]));
    expect(known).toEqual([
      [(10 * SLOT_MS - 500) / 100, -50],
      [(20 * SLOT_MS - 500) / 100, -40],
    ]);
  });
});

describe("a stream that is not as it should be", () => {
  test("a jittering line fills every slot once, also when a busy machine takes several moments at once", () => {
    const gate = new FrameGate();
    const take = (i: number, nowMs: number) => gate.take({ number: i, atMs: 77 + i * 100, nowMs });
    const slots = [
      ...Array.from({ length: 50 }, (_, i) =>
        take(i, 1_000_000 + i * 100 + [0, 40, -60, 130, -90][i % 5]!),
      ),
      ...Array.from({ length: 15 }, (_, i) => take(50 + i, 1_000_000 + 6500)),
    ];
    expect(slots.slice(1).every((s, i) => s === slots[i]! + 1)).toBe(true);
  });
  test("what comes twice or goes back is no new moment; a new line may count anew", () => {
    const gate = new FrameGate();
    expect(
      [
        [7, 0],
        [7, 100],
        [6, 200],
        [NaN, 250],
        [8, 300],
        [9, 200],
        [10, NaN],
      ].map(([number, atMs]) => gate.take({ number: number!, atMs: atMs!, nowMs: 300 })),
    ).toEqual([3, null, null, null, 6, null, null]);
    expect(gate.dropped).toBe(5);
    gate.newLine();
    expect(gate.take({ number: 1, atMs: 5, nowMs: 800 })).toBe(8);
  });
  test("after a stall the moments between stay empty, and old ones are not shown as new", () => {
    const [gate, ring] = [new FrameGate(), new ReadingRing(600)];
    for (let i = 0; i < 10; i += 1)
      ring.write(gate.take({ number: i, atMs: i * 100, nowMs: i * 100 })!, reading());
    for (let i = 0; i < 5; i += 1)
      ring.write(
        gate.take({ number: 10 + i, atMs: 5000 + i * 100, nowMs: 5000 + i * 100 })!,
        reading({ rfADbm: -50 }),
      );
    const list = ring.readings(0, 55);
    expect(list.map((r) => r?.rfADbm ?? null)).toEqual([
      ...Array.from({ length: 10 }, () => -61.5),
      ...Array.from({ length: 40 }, () => null),
      ...Array.from({ length: 5 }, () => -50),
    ]);
  });
  test("a clock that steps back writes over nothing but the newest", () => {
    const gate = new FrameGate();
    const take = (number: number, nowMs: number) =>
      gate.take({ number, atMs: number * 100, nowMs });
    for (let i = 0; i < 100; i += 1) take(i, i * 100);
    expect([take(100, 2000), take(101, 2100), take(102, 10_300)]).toEqual([99, 99, 100]);
  });
  test("a ring holds what is newest; what fell out is unknown", () => {
    const ring = new ReadingRing(10);
    for (let s = 100; s < 125; s += 1) ring.write(s, reading({ rfADbm: -s }));
    expect(ring.readings(112, 126).map((r) => r?.rfADbm ?? null)).toEqual([
      null,
      null,
      null,
      -115,
      -116,
      -117,
      -118,
      -119,
      -120,
      -121,
      -122,
      -123,
      -124,
      null,
    ]);
    ring.write(3, reading());
    expect(ring.readings(3, 4)).toEqual([null]);
    ring.write(1000, reading());
    expect(ring.readings(990, 1001).filter((r) => r !== null)).toHaveLength(1);
  });
});
