import { fit, NARROWEST_HZ, panned, zoomed } from "./view";

const whole = { lowHz: 470e6, highHz: 570e6 };
const round = (v: { lowHz: number; highHz: number } | null) =>
  v && [Math.round(v.lowHz / 1e4) / 100, Math.round(v.highHz / 1e4) / 100];

test("zooming keeps the frequency under the pointer where it is", () => {
  const view = zoomed(whole, whole, 2, 490e6)!;
  expect(round(view)).toEqual([480, 530]);
  expect((490e6 - view.lowHz) / 50e6).toBeCloseTo(0.2, 9);
  expect(zoomed(view, whole, 0.25, 490e6)).toBeNull();
  expect(round(zoomed(whole, whole, 1e9, 500e6))).toEqual(
    round({ lowHz: 500e6 - NARROWEST_HZ / 2, highHz: 500e6 + NARROWEST_HZ / 2 }),
  );
});

test("panning stops at the edges and does not shrink", () => {
  const view = { lowHz: 480e6, highHz: 500e6 };
  expect(round(panned(view, whole, 5e6))).toEqual([485, 505]);
  expect(round(panned(view, whole, -50e6))).toEqual([470, 490]);
  expect(round(panned(view, whole, 500e6))).toEqual([550, 570]);
});

test("a view from an address is kept inside; the whole is no view", () => {
  expect(round(fit({ lowHz: 400e6, highHz: 480e6 }, whole))).toEqual([470, 550]);
  expect(fit(whole, whole)).toBeNull();
  expect(fit({ lowHz: 100e6, highHz: 900e6 }, whole)).toBeNull();
});
