import { coordinate } from "./search/coordinate";
import { hooks, channel, request } from "~/testkit/coordinationRequest";

describe("finding a set", () => {
  test("halves of one receiver stay within their span", () => {
    const r = request({
      channels: [channel("a", { group: "r" }), channel("b", { group: "r" })],
      groups: [{ id: "r", maxSpanHz: 2e6 }],
    });
    const [a, b] = coordinate(r, hooks).assignments;
    expect(Math.abs(a!.frequencyHz - b!.frequencyHz) + 200_000).toBeLessThanOrEqual(2e6);
  });
});
