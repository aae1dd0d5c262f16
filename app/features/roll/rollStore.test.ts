import { COLUMN, COLUMN_BYTES } from "~/core/monitor/extremes";
import { BYTES, byteToRf, type ChannelReading, writeReading } from "~/core/monitor/reading";
import { RollStore } from "./rollStore";

const packed = (rfADbm: number): Uint8Array => {
  const bytes = new Uint8Array(BYTES);
  writeReading(bytes, 0, {
    rfADbm,
    rfBDbm: -70,
    audioDbfs: -12,
    hasAudio: true,
    isOverloaded: false,
    isMuted: false,
    isPartner: true,
    quality: 1,
  } satisfies ChannelReading);
  return bytes;
};
const levels = (columns: Uint8Array | null) =>
  Array.from({ length: columns!.length / COLUMN_BYTES }, (_, i) =>
    byteToRf(columns![i * COLUMN_BYTES + COLUMN.aMin]!),
  );

test("what came before and what comes are one RF history; what is missing between is empty", () => {
  const store = new RollStore();
  expect(store.columns(1, 1, 10, 0)).toBeNull();
  store.fill(103, { 1: btoa(String.fromCharCode(...packed(-50), ...packed(-51), ...packed(-52))) });
  store.put(105, [1], packed(-55), 1000);
  expect(levels(store.columns(1, 0.6, 6, 1000))).toEqual(
    [-50, -51, -52, null, null, -55].map((v) => v),
  );
  expect(store.latest(1, 1100)).toMatchObject({ rfADbm: -55 });
});
test("while nothing comes the RF history goes on, empty, and nothing old is told as new", () => {
  const store = new RollStore();
  store.put(500, [1], packed(-55), 1000);
  expect(levels(store.columns(1, 1, 10, 1000 + 1300)).slice(-3)).toEqual([null, null, null]);
  expect([store.latest(1, 2300), store.audioPeak(1, 5, 2300), store.audioPeak(1, 5, 1000)]).toEqual(
    [null, null, -12],
  );
});
test("the shortest pinch is in some column, whichever window is asked for", () => {
  const store = new RollStore();
  for (let s = 1000; s < 2000; s += 1) store.put(s, [1], packed(s === 1500 ? -109 : -60), s * 100);
  for (const seconds of [60, 61, 99])
    for (const count of [40, 97, 333])
      expect(
        levels(store.columns(1, seconds, count, 199_900)).filter((v) => v === -109).length,
      ).toBe(1);
});
