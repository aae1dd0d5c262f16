/** @jest-environment ./testkit/browserEnvironment.mjs */
import type { MeterReading } from "~/core/devices/readings";
import { MeterStore } from "./meterStore";
import { SeenMeters } from "./useMeter";

const reading = (rfADbm: number) => ({ rfADbm }) as MeterReading;
const see = (state: DocumentVisibilityState) => {
  jest.spyOn(document, "visibilityState", "get").mockReturnValue(state);
  document.dispatchEvent(new Event("visibilitychange"));
};

test("meters are shown at a pace for eyes; that they went silent is shown at once; nothing is asked for while nobody looks", () => {
  const store = new MeterStore();
  let nowMs = 0;
  const seen = new SeenMeters(store, () => nowMs);
  let drawn = 0;
  expect(store.isWanted).toBe(false);
  const leave = seen.subscribe(() => (drawn += 1));
  const leaveToo = seen.subscribe(() => undefined);
  store.put({ 1: reading(-50) });
  nowMs = 300;
  store.put({ 1: reading(-60) });
  expect([drawn, seen.of(1)?.rfADbm]).toEqual([1, -50]);
  nowMs = 700;
  store.put({ 1: reading(-70) });
  expect([drawn, seen.of(1)?.rfADbm, seen.of(2)]).toEqual([2, -70, undefined]);
  store.clear();
  expect([drawn, seen.of(1)]).toEqual([3, undefined]);
  see("hidden");
  expect(store.isWanted).toBe(false);
  see("visible");
  expect(store.isWanted).toBe(true);
  leave();
  expect(store.isWanted).toBe(true);
  leaveToo();
  expect(store.isWanted).toBe(false);
});
