/** @jest-environment ./testkit/browserEnvironment.mjs */
import { act, render, screen } from "@testing-library/react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { FakeSource } from "~/testkit/fakeSource";
import { meterStore } from "./meterStore";
import { useLive } from "./useLive";

let reads = 0;
/** Ends the reading that goes on. */
let answer: (() => void) | null = null;
let isSlow = false;
let standing = 200;

function Screen() {
  return <p>{useLive(1)}</p>;
}

const source = () => FakeSource.open[0]!;
const say = (number: string) => act(() => source().say("message", number));
/** Lets everything happen that is due, and what follows from it. */
const settle = (ms = 0) => act(() => jest.advanceTimersByTimeAsync(ms));

async function open() {
  const router = createMemoryRouter([
    {
      path: "/",
      Component: Screen,
      HydrateFallback: () => null,
      loader: () => {
        reads += 1;
        return isSlow ? new Promise((resolve) => (answer = () => resolve(null))) : null;
      },
    },
  ]);
  const shown = render(<RouterProvider router={router} />);
  await settle();
  reads = 0;
  await act(async () => {
    source().onopen?.();
    source().say("message", "7");
    await Promise.resolve();
  });
  return shown;
}

beforeEach(() => {
  jest.useFakeTimers();
  FakeSource.all = [];
  [isSlow, standing, answer] = [false, 200, null];
  Object.assign(globalThis, {
    EventSource: FakeSource,
    fetch: () => Promise.resolve({ status: standing }),
  });
});
afterEach(() => jest.useRealTimers());

test("the day is read again when its number changes, and not when it is told again", async () => {
  await open();
  expect(screen.getByText("live")).toBeTruthy();
  say("7");
  await settle();
  expect(reads).toBe(0);
  say("8");
  await settle();
  expect(reads).toBe(1);
});

test("a change that comes while the day is read is read after it, once for however many", async () => {
  await open();
  isSlow = true;
  say("8");
  await settle();
  for (const number of ["9", "10", "11"]) say(number);
  await settle();
  expect(reads).toBe(1);
  isSlow = false;
  answer!();
  await settle();
  expect(reads).toBe(2);
});

test("what breaks off is away, tried again, and live when it opens", async () => {
  await open();
  act(() => source().onerror!());
  await settle();
  expect(screen.getByText("away")).toBeTruthy();
  await settle(2000);
  expect(FakeSource.open).toHaveLength(1);
  act(() => source().onopen!());
  expect(screen.getByText("live")).toBeTruthy();
});

test("quiet for too long it is dead, whatever the browser thinks; a beat in time keeps it", async () => {
  await open();
  await settle(20_000);
  source().say("beat", "");
  await settle(20_000);
  expect(screen.getByText("live")).toBeTruthy();
  await settle(6000);
  expect(screen.getByText("away")).toBeTruthy();
});

test("who was sent away is told so, and does not knock again", async () => {
  await open();
  standing = 403;
  act(() => source().onerror!());
  await settle();
  expect(screen.getByText("sent-away")).toBeTruthy();
  await settle(60_000);
  expect(FakeSource.open).toHaveLength(0);
});

test("a network that goes is known at once; a screen that is left leaves no line open", async () => {
  const shown = await open();
  act(() => void window.dispatchEvent(new Event("offline")));
  expect(screen.getByText("away")).toBeTruthy();
  act(() => void window.dispatchEvent(new Event("online")));
  await settle(2000);
  expect(FakeSource.open).toHaveLength(1);
  shown.unmount();
  expect(FakeSource.open).toHaveLength(0);
});

test("meters come with the line for as long as somebody wants them; what changed while it was changed for another is read", async () => {
  await open();
  const heard: unknown[] = [];
  let leave: () => void = () => undefined;
  act(() => {
    leave = meterStore.follow((meters) => heard.push(meters));
  });
  expect(FakeSource.open.map((s) => s.url)).toEqual(["/day/1/live?meters"]);
  await act(async () => {
    source().say("message", "8");
    source().say("meters", '{"1":null}');
    await Promise.resolve();
  });
  await settle();
  expect(heard).toEqual([{ 1: null }]);
  expect(reads).toBe(1);
  // what was read last is not what is read now
  act(() => source().onerror!());
  expect(heard.at(-1)).toEqual({});
  await settle(2000);
  act(() => leave());
  expect(FakeSource.open.map((s) => s.url)).toEqual(["/day/1/live"]);
});
