import { PORT_ELLERY_SITES } from "~/core/simulator/portEllery";
import { afterLook } from "./newCarriers";
import { look } from "~/testkit/scannerLooks";
const ours = {
  picks: [
    { channelId: 1, frequencyHz: 491e6 },
    { channelId: 2, frequencyHz: 500.5e6 },
    { channelId: 3, frequencyHz: 500.975e6 },
  ],
  spares: [496.3e6, 506.5e6],
};

test("a faint line of the instrument, found in one look and missed in another, is nobody in forty looks", () => {
  const deck = PORT_ELLERY_SITES.find((s) => s.key === "car-deck")!.air;
  const first = look([], 0, deck);
  const seen = first.carriers.map((c) => c.frequencyHz);
  const told = Array.from(
    { length: 40 },
    (_, i) => afterLook([], look([], (i + 1) * 31_000, deck), seen, ours, 0, first).came,
  ).flat();
  expect(told).toEqual([]);
});
