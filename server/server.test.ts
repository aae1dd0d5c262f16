import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { createServer } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ServerBuild } from "react-router";
import { startServer, type RunningServer, type ServerOptions } from "./entry.server";
import { getDayView } from "./services/day/dayView.server";
import { moveClockOn } from "./services/day/clock.server";

let folder: string;
const running: RunningServer[] = [];
/** A build of no pages: what the server does by itself is what is tested here. */
const noPages = {
  routes: {},
  assets: { routes: {}, entry: { imports: [], module: "" }, url: "", version: "" },
  entry: { module: {} },
  future: {},
  publicPath: "/",
  basename: "/",
  isSpaMode: false,
  prerender: [],
  ssr: true,
} as unknown as ServerBuild;
const start = async (change: Partial<ServerOptions> = {}) => {
  const server = await startServer({
    dataFolder: folder,
    practice: true,
    port: 46110,
    morePorts: 30,
    speed: 1000,
    clientFolder: null,
    build: () => Promise.resolve(noPages),
    ...change,
  });
  running.push(server);
  return server;
};
const stopAll = async () => {
  for (const server of running.splice(0)) await server.stop();
};
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "plain-channel-server-"));
});
afterEach(async () => {
  await stopAll();
  rmSync(folder, { recursive: true, force: true });
});

test("it answers on this computer only, and on the next port when one is taken", async () => {
  const first = await start();
  const second = await start({ dataFolder: join(folder, "second") });
  expect(first.url).toMatch(/^http:\/\/127\.0\.0\.1:\d+$/);
  expect(second.url).not.toBe(first.url);
  expect((await fetch(`${second.url}/healthy`)).status).toBe(200);
});

test("a port that must be that one and is taken is an error that says so", async () => {
  const taken = createServer().listen(46180, "127.0.0.1");
  await new Promise((resolve) => taken.once("listening", resolve));
  await expect(start({ port: 46180, morePorts: 0 })).rejects.toThrow(/EADDRINUSE/);
  taken.close();
});

test("pages of other sites may neither read nor change anything", async () => {
  const { url } = await start();
  const ask = (method: string, headers: Record<string, string>) =>
    fetch(`${url}/healthy`, { method, headers }).then((r) => r.status);
  expect(await ask("POST", { origin: "http://elsewhere.example" })).toBe(403);
  expect(await ask("GET", { origin: "http://elsewhere.example" })).toBe(200);
  expect(await ask("POST", { origin: url })).not.toBe(403);
  const { request } = await import("node:http");
  const foreignHost = await new Promise<number>((resolve) =>
    request(`${url}/healthy`, { headers: { host: "elsewhere.example" } }, (r) =>
      resolve(r.statusCode!),
    ).end(),
  );
  expect(foreignHost).toBe(403);
});

test("no port is open to phones until the mixer opens it, and none after; who is sent away is cut off in the middle of a stream", async () => {
  const { context, url } = await start({ joinHost: "127.0.0.1" });
  const { guestSessions } = context;
  expect(guestSessions.view.door).toBeNull();
  expect((await guestSessions.open(1)).ok).toBe(true);
  const [address] = guestSessions.view.door!.addresses;
  const at = (path: string, headers: Record<string, string> = {}) =>
    fetch(`${address}${path}`, { headers, redirect: "manual" }).then((r) => r.status);
  expect(await at("/healthy")).toBe(403);
  expect(await at("/day/1/sync", { accept: "text/html" })).toBe(302);
  await guestSessions.shut();
  await expect(fetch(`${address}/join`)).rejects.toThrow();
  // the cart's own address was never another
  expect((await fetch(`${url}/healthy`)).status).toBe(200);
});

test("practice and own data are files apart; own data begin empty", async () => {
  await start();
  await start({ practice: false });
  expect(
    readdirSync(folder)
      .filter((f) => f.endsWith(".sqlite"))
      .sort(),
  ).toEqual(["plain-channel.sqlite", "practice.sqlite"]);
  const [practice, own] = running;
  expect((await getDayView(practice!.context, 1)).ok).toBe(true);
  expect(await getDayView(own!.context, 1)).toMatchObject({
    ok: false,
    error: { code: "not-found", what: "day" },
  });
  expect(own!.context.rig).toBeNull();
});

test("the practice clock stands still while the application is shut, and the rig keeps its settings", async () => {
  const first = await start();
  await moveClockOn(first.context, 1, { byMs: 3_600_000 });
  await first.context.rig!.tune("bag-1", 0, 480e6);
  const before = await getDayView(first.context, 1);
  await stopAll();
  await new Promise((resolve) => setTimeout(resolve, 1200));
  const second = await start();
  const after = await getDayView(second.context, 1);
  if (!before.ok || !after.ok) throw new Error("no day");
  expect(after.value.nowMs).toBeGreaterThanOrEqual(8.5 * 3_600_000);
  expect(after.value.nowMs - before.value.nowMs).toBeLessThan(1100);
  expect(after.value.channels[0]!.receiverHz).toBe(480e6);
});

test("receivers that went silent leave the day readable, and say so", async () => {
  const { context } = await start();
  const { httpRig } = await import("./devices/httpRig.server");
  const day = await getDayView({ ...context, rig: httpRig("http://127.0.0.1:9") }, 1);
  expect(day).toMatchObject({ ok: true, value: { rig: { state: "silent" } } });
  expect(day.ok && day.value.channels.map((c) => c.receiverHz)).toEqual([
    null,
    null,
    null,
    null,
    null,
  ]);
});
