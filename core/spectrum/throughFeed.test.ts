import { feedLoads, type FedHere } from "./throughFeed";

const tuning = [{ lowHz: 470e6, highHz: 542e6 }];
const station = { lowHz: 506e6, highHz: 514e6, dbm: -32, channel: 25 };
const feed = (gainDb: number, more: Partial<FedHere> = {}): FedHere => ({
  label: "Feed A",
  receivers: [
    { label: "R1", overloadDbm: -20, tuning },
    { label: "R2", overloadDbm: -24, tuning },
  ],
  gainDb: () => gainDb,
  passes: null,
  ...more,
});

test("two like stations are 3 dB more than one; the gain counts; the receiver that bears least is told", () => {
  const other = { ...station, lowHz: 522e6, highHz: 530e6, channel: 27 };
  const [load] = feedLoads([station, other], [feed(8)]);
  expect(load).toMatchObject({ feed: "Feed A", receiver: "R2", overloadDbm: -24 });
  expect(load!.arrivingDbm).toBeCloseTo(-32 + 8 + 3.01, 2);
  expect(load!.strongest).toMatchObject({ channel: 25, arrivingDbm: -24 });
});

test("with room to spare, behind a filter, or far outside what is tuned nothing is told", () => {
  expect(feedLoads([station], [feed(0)])).toEqual([]);
  expect(feedLoads([station], [feed(12, { passes: { lowHz: 470e6, highHz: 500e6 } })])).toEqual([]);
  expect(feedLoads([{ ...station, lowHz: 680e6, highHz: 690e6 }], [feed(12)])).toEqual([]);
  expect(feedLoads([], [feed(12)])).toEqual([]);
});
