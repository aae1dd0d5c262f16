import { FakeSource } from "~/testkit/fakeSource";
import { keepLine, type LineListener } from "./line";

beforeEach(() => {
  jest.useFakeTimers();
  FakeSource.all = [];
});
afterEach(() => jest.useRealTimers());

const said: string[] = [];
const keep = (change: Partial<LineListener> = {}) =>
  keepLine(
    "/live",
    {
      againMs: 1000,
      onOpen: () => undefined,
      onLost: (line) => line.retry(),
      events: { message: (data) => said.push(data) },
      ...change,
    },
    (url) => new FakeSource(url) as unknown as EventSource,
  );

test("after five drops one line is open, not six", () => {
  const line = keep();
  for (let drops = 0; drops < 5; drops += 1) {
    FakeSource.open[0]!.onerror!();
    expect(FakeSource.open).toHaveLength(0);
    jest.advanceTimersByTime(1000);
    expect(FakeSource.open).toHaveLength(1);
  }
  // it comes back twice at once: the network and the browser both say so
  line.retry();
  line.retry();
  jest.advanceTimersByTime(1000);
  expect(FakeSource.open).toHaveLength(1);
});

test("one that was closed is not heard any more, and loses nothing of the next", () => {
  said.length = 0;
  keep();
  const first = FakeSource.all[0]!;
  first.onerror!();
  jest.advanceTimersByTime(1000);
  first.say("message", "late");
  first.onerror!();
  FakeSource.open[0]!.say("message", "now");
  expect(said).toEqual(["now"]);
  expect(FakeSource.open).toHaveLength(1);
});

test("who looks first why it broke off decides whether it comes again; what is closed never does", () => {
  const line = keep({ onLost: () => undefined });
  FakeSource.open[0]!.onerror!();
  jest.advanceTimersByTime(60_000);
  expect(FakeSource.open).toHaveLength(0);
  line.retry();
  line.close();
  jest.advanceTimersByTime(60_000);
  expect(FakeSource.open).toHaveLength(0);
});
