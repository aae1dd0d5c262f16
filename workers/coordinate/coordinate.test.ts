import { MessageChannel } from "node:worker_threads";
import { expose, proxy, wrap } from "comlink";
import nodeEndpoint from "comlink/dist/umd/node-adapter";
import { coordinateApi, type CoordinateApi, type SearchNews } from "./coordinate.api";
import { coordinate } from "~/core/coordination/search/coordinate";
import { PROFILES } from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";

const request: CoordinationRequest = {
  windows: [{ lowHz: 470e6, highHz: 500e6 }],
  exclusions: [],
  noise: [],
  maxNoiseDbm: null,
  others: [],
  profile: PROFILES.normal,
  groups: [],
  spares: 1,
  timeLimitMs: 60_000,
  seed: 4,
  channels: ["a", "b", "c"].map((id) => ({
    id,
    tuning: [{ lowHz: 470e6, highHz: 500e6, stepHz: 25_000 }],
    bandwidthHz: 200_000,
  })),
};

test("across a message port the search answers as the plain call does, with progress on the way", async () => {
  const { port1, port2 } = new MessageChannel();
  expose(coordinateApi, nodeEndpoint(port1));
  const remote = wrap<CoordinateApi>(nodeEndpoint(port2));
  const seen: SearchNews[] = [];
  const answer = await remote.search(
    request,
    { way: "anew" },
    proxy((p: SearchNews) => void seen.push(p)),
  );
  const plain = coordinate(request, { now: () => 0 });
  expect({ ...answer.result, stats: null }).toEqual({ ...plain, stats: null });
  const stands = plain.assignments.map(({ channelId, frequencyHz }) => ({
    channelId,
    frequencyHz,
  }));
  expect(
    await remote.search(
      request,
      { way: "fewest", present: stands },
      proxy(() => undefined),
    ),
  ).toMatchObject({ retuned: [], isProved: true });
  await new Promise((resolve) => setTimeout(resolve, 50));
  expect(seen[0]).toMatchObject({ phase: "place", wanted: 3 });
  // the best so far comes along, so that it can be taken before the end
  expect(seen.at(-1)?.best.assignments.length).toBe(seen.at(-1)?.placed);
  port1.close();
  port2.close();
});
