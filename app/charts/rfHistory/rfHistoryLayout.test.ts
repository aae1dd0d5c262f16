import { columnsOf } from "~/core/monitor/extremes";
import { BYTES, type ChannelReading, writeReading } from "~/core/monitor/reading";
import { MAX_DB, rfHistoryLayout, rangesOf } from "./rfHistoryLayout";

const good: ChannelReading = {
  rfADbm: -60,
  rfBDbm: -70,
  audioDbfs: -20,
  hasAudio: true,
  isOverloaded: false,
  isMuted: false,
  isPartner: true,
  quality: 1,
};
function columns(list: (Partial<ChannelReading> | null)[]): Uint8Array {
  const bytes = new Uint8Array(list.length * BYTES);
  list.forEach((r, i) => writeReading(bytes, i, r && { ...good, ...r }));
  return columnsOf(bytes, list.length, (c) => c);
}
const scale = { widthPx: 100, heightPx: 104, sensitivityDbm: -85 };

test("outward by what is in hand: A up, B down, held at the edge", () => {
  const s = rfHistoryLayout(columns([{}, { rfADbm: -20, rfBDbm: null }]), scale);
  expect(s.middlePx).toBe(52);
  expect(s.columns[0]).toMatchObject({ x: 0, a: [25, 25], b: [15, 15], isPinched: false });
  expect(s.columns[1]).toMatchObject({ x: 50, a: [50, 50], b: null });
  expect([s.reachPx(-3), s.reachPx(MAX_DB * 2)]).toEqual([0, 50]);
});
test("pinched only where both are too weak at the same moment; spoiled where the level is good", () => {
  const s = rfHistoryLayout(
    columns([
      { rfADbm: -90 },
      { rfADbm: -90, rfBDbm: -91 },
      { quality: 0.1 },
      { quality: 0.1, rfADbm: -84, rfBDbm: -84 },
      { isOverloaded: true },
    ]),
    scale,
  );
  expect(
    s.columns.map((c) => [c.isPinched, c.hasInterference, c.isOverloaded].map(Number).join("")),
  ).toEqual(["000", "100", "010", "000", "001"]);
});
test("what is not known is a gap, not a level", () => {
  const s = rfHistoryLayout(columns([{}, null, null, {}]), scale);
  expect(s.gaps).toEqual([{ fromPx: 25, toPx: 75 }]);
  expect(s.columns).toHaveLength(2);
  expect(rfHistoryLayout(new Uint8Array(), scale)).toMatchObject({ columns: [], gaps: [] });
});
test("marks that touch are one; a single one can be seen", () => {
  const { columns: list } = rfHistoryLayout(
    columns([{ isOverloaded: true }, { isOverloaded: true }, {}, { isOverloaded: true }]),
    { ...scale, widthPx: 4 },
  );
  expect(rangesOf(list, (c) => c.isOverloaded, 1)).toEqual([
    { fromPx: 0, toPx: 2 },
    { fromPx: 3, toPx: 4.5 },
  ]);
});
