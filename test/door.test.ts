import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { Agent, createServer, request as ask, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { RouteConfigEntry } from "@react-router/dev/routes";
import type { Response } from "express";
import type { ServerBuild } from "react-router";
import routes from "~/app/routes";
import { batteryIntents } from "~/app/routes/batteries/intents";
import { logIntents } from "~/app/routes/log/intents";
import { rangeIntents } from "~/app/routes/range/intents";
import { rollIntents } from "~/app/routes/roll/intents";
import { syncIntents } from "~/app/routes/sync/intents";
import { RIGHTS } from "~/server/access/rights.server";
import type { Admitted } from "~/server/http/frameworkHandler.server";
import { appFor, cartListener, guestListener } from "~/server/http/listeners.server";
import { memoryLog } from "~/server/log/log.server";
import type { AppContext } from "~/server/services/appContext.server";
import { GuestSessions } from "~/server/services/phones/guestSessions.server";
import { alone } from "./practiceApp";
import { ok } from "~/core/units/result";

/**
 * Every address of the application, from the router's own table: one that is added is looked at
 * here without anybody thinking of it.
 */
interface Address {
  id: string;
  path: string;
  parentId: string;
  index: boolean;
}
const addressesOf = (list: readonly RouteConfigEntry[], parentId = "root", base = ""): Address[] =>
  list.flatMap((r) => {
    const id = r.file.replace(/\.tsx?$/, "");
    const path = `${base}/${r.path ?? ""}`.replace(/\/+/g, "/").replace(/(.)\/$/, "$1");
    return [
      { id, path, parentId, index: r.index === true },
      ...addressesOf(r.children ?? [], id, path),
    ];
  });
const ADDRESSES = addressesOf(routes);
const screenOf = ({ id }: Address): string => id.split("/")[1]!;
const concrete = (path: string, dayId: number): string =>
  path
    .replace(":dayId", String(dayId))
    .replace(":form", "plan.csv")
    .replace(":kind", "air")
    .replace(/:\w+/g, "3");

const build = {
  routes: Object.fromEntries([
    ["root", { id: "root", path: "" }],
    ...ADDRESSES.map((a) => [
      a.id,
      {
        id: a.id,
        parentId: a.parentId,
        path: a.index
          ? undefined
          : a.path
              .slice((ADDRESSES.find((p) => p.id === a.parentId)?.path ?? "").length)
              .replace(/^\//, ""),
        index: a.index,
      },
    ]),
  ]),
} as unknown as ServerBuild;

/**
 * What a guest may look at, said here once more so that no line of the table opens a screen by
 * mistake.
 */
const GUEST_LOOKS = [
  "quick",
  "home",
  "settings",
  "join",
  "archiveSchema",
  "kitSchema",
  "dayLayout",
  "day",
  "scan",
  "scanEvents",
  "frequencies",
  "frequencyList",
  "planFile",
  "labels",
  "level",
  "antennas",
  "linkBudget",
  "picture",
  "report",
  "reportFile",
  "live",
  "meters",
  "rollLive",
  "rfHistoryData",
  "observations",
  "sync",
  "cards",
  "walkTest",
  "range",
  "batteries",
  "batteryCalendar",
  "roll",
  "log",
];
const PUBLIC_LOOKS = ["join", "archiveSchema", "kitSchema"];

let cart: Server;
let phones: Server;
let clientFolder: string;
let guestSessions: GuestSessions;
const cookies: Record<string, string> = {};
const listening = (server: Server) =>
  new Promise<number>((resolve) =>
    server.listen(0, "127.0.0.1", () => resolve((server.address() as AddressInfo).port)),
  );
const portOf = (server: Server) => (server.address() as AddressInfo).port;

beforeAll(async () => {
  guestSessions = new GuestSessions({
    open: () =>
      Promise.resolve(
        ok({ addresses: [`http://127.0.0.1:${portOf(phones)}`], close: () => Promise.resolve() }),
      ),
    nowMs: () => 0,
    onChange: () => undefined,
  });
  const context = { ...alone(), guestSessions } as unknown as AppContext;
  // what the framework would be handed: who asks, and what for
  const application = {
    context,
    build: () => Promise.resolve(build),
    log: memoryLog(),
    answer: async (_: unknown, response: Response, __: unknown, admitted: Admitted) => {
      if (admitted.target === "/day/1/live?held") return void response.write("data: 1\n\n");
      if (admitted.target.endsWith("?unread")) return void response.status(400).end();
      const chunks: Buffer[] = [];
      for await (const chunk of admitted.body ?? []) chunks.push(chunk as Buffer);
      response.json({
        target: admitted.target,
        asker: admitted.context.app.asker.kind,
        body: Buffer.concat(chunks).toString(),
      });
    },
  };
  clientFolder = mkdtempSync(join(tmpdir(), "plain-channel-client-"));
  mkdirSync(join(clientFolder, "assets"));
  writeFileSync(join(clientFolder, "assets", "page-1a2b.js"), "export {}");
  cart = createServer(appFor(cartListener, application, { clientFolder }));
  phones = createServer(appFor(guestListener(guestSessions), application, { clientFolder }));
  await Promise.all([listening(cart), listening(phones)]);
  await guestSessions.open(1);
  for (const name of ["guest", "revoked"]) {
    const entered = guestSessions.enter({
      code: guestSessions.view.door!.code,
      name,
      device: name,
    });
    if (!entered.ok) throw new Error(entered.error.code);
    cookies[name] = (await guestSessions.cookies.cookieFor(entered.value.token)).split(";")[0]!;
    if (name === "revoked") guestSessions.sendAway(guestSessions.view.guests.at(-1)!.id);
  }
});
afterAll(() => {
  rmSync(clientFolder, { recursive: true, force: true });
  cart.close();
  phones.close();
});

interface Sent {
  method?: string;
  headers?: Record<string, string>;
  body?: string;
}
type Who = "cart" | "guest" | "revoked" | "nobody";
/** A request as it is written, nothing tidied up. */
function send(
  who: Who,
  path: string,
  { method = "GET", headers = {}, body }: Sent = {},
): Promise<{ status: number; text: string; headers: Record<string, unknown> }> {
  const cookie = cookies[who];
  return new Promise((resolve, reject) => {
    const request = ask(
      {
        host: "127.0.0.1",
        port: portOf(who === "cart" ? cart : phones),
        path,
        method,
        headers: { ...(cookie ? { cookie } : {}), ...headers },
      },
      (response) => {
        let text = "";
        response.on("data", (chunk) => {
          text += String(chunk);
        });
        response.on("end", () =>
          resolve({ status: response.statusCode!, text, headers: response.headers }),
        );
      },
    );
    request.on("error", reject);
    request.end(body);
  });
}
const statusOf = async (...p: Parameters<typeof send>) => (await send(...p)).status;
const json = (value: unknown): Sent => ({
  method: "POST",
  headers: { "content-type": "application/json" },
  body: JSON.stringify(value),
});

test("every address, looked at by everybody: the cart sees all, a guest their day's screens, nobody the code; what nothing declares is the cart's", async () => {
  expect(ADDRESSES.length).toBeGreaterThan(55);
  const wrong: string[] = [];
  for (const address of ADDRESSES) {
    const screen = screenOf(address);
    const expected: [Who, number, number][] = [
      ["cart", 1, 200],
      ["guest", 1, GUEST_LOOKS.includes(screen) ? 200 : 403],
      ["revoked", 1, PUBLIC_LOOKS.includes(screen) ? 200 : 403],
      ["nobody", 1, PUBLIC_LOOKS.includes(screen) ? 200 : 403],
      // a guest of another day
      [
        "guest",
        2,
        address.path.includes(":dayId") ? 403 : GUEST_LOOKS.includes(screen) ? 200 : 403,
      ],
    ];
    for (const [who, dayId, status] of expected) {
      const path = concrete(address.path, dayId);
      for (const asked of [path, path === "/" ? "/_root.data" : `${path}.data`]) {
        const got = await statusOf(who, asked);
        if (got !== status) wrong.push(`${who} ${asked}: ${got}, not ${status}`);
      }
    }
  }
  expect(wrong).toEqual([]);
});

test("an old address leads to the new one, with what was sent to it", async () => {
  expect(await statusOf("guest", "/day/1/walked")).toBe(308);
  expect(await statusOf("guest", "/day/1/seen", json({ items: [] }))).toBe(308);
});

test("every address, written to without an intent that a guest may send: the cart's alone, but for joining, ticks, the practice walk and what went wrong in a page", async () => {
  // and what a crew did with its own system
  const open = ["join", "observations", "practiceWalk", "pageTrouble", "quickEvents"];
  const wrong: string[] = [];
  for (const address of ADDRESSES) {
    const path = concrete(address.path, 1);
    for (const body of [
      {},
      { intent: "nonsense" },
      { intent: 7 },
      { intent: "__proto__" },
      { intent: "toString" },
      null,
    ]) {
      for (const who of ["guest", "nobody", "revoked"] as const) {
        const may =
          open.includes(screenOf(address)) && (who === "guest" || screenOf(address) === "join");
        const got = await statusOf(who, path, json(body));
        if (got !== (may ? 200 : 403))
          wrong.push(`${who} POST ${path} ${JSON.stringify(body)}: ${got}`);
      }
    }
    if ((await statusOf("cart", path, json({ intent: "nonsense" }))) !== 200)
      wrong.push(`cart POST ${path}`);
  }
  expect(wrong).toEqual([]);
});

test("no spelling of an address gets anybody past the table: each is refused before it is looked at, also at the cart", async () => {
  const spellings = (path: string): string[] => {
    const last = path.split("/").at(-1)!;
    const encoded = `%${last.charCodeAt(0).toString(16)}${last.slice(1)}`;
    const above = path.slice(0, path.length - last.length);
    return [
      `/assets/%2e%2e${path}`,
      `/assets/..${path}`,
      `/assets/.%2e${path}`,
      `/assets/..\\${path.slice(1)}`,
      `/join/..${path}`,
      `/./${path.slice(1)}`,
      `/.${path}`,
      `/${path}`,
      `${path}/`,
      `${path}//`,
      `${path}/.`,
      `${path}%2f`,
      `${path}%00`,
      `${path};/..`,
      `${above}${encoded}`,
      `${above}%25${encoded.slice(1)}`,
      path.replaceAll("/", "\\"),
      path.replaceAll("/", "%2f"),
      `${path}#join`,
      `http://127.0.0.1${path}`,
      `//127.0.0.1${path}`,
      `/day/1/%2e%2e/2/sync`,
      `/day/1/../2/sync`,
    ];
  };
  const wrong: string[] = [];
  for (const address of ADDRESSES.filter((a) => a.path !== "/")) {
    for (const spelled of spellings(concrete(address.path, 1))) {
      for (const who of ["nobody", "guest", "cart"] as const) {
        const got = await statusOf(who, spelled);
        if (got < 400) wrong.push(`${who} ${spelled}: ${got}`);
      }
    }
    // capitals are another address: there is none
    const capitals = concrete(address.path, 1).toUpperCase();
    for (const who of ["nobody", "guest"] as const)
      if ((await statusOf(who, capitals)) < 400) wrong.push(`${who} ${capitals}`);
  }
  expect(wrong).toEqual([]);
});

test("what a guest may send is told by its intent, and by nothing that only looks like one", async () => {
  expect(await statusOf("guest", "/day/1/roll", json({ intent: "hit", channelId: 1 }))).toBe(200);
  expect(
    JSON.parse(
      (await send("guest", "/day/1/roll.data", json({ intent: "hit", channelId: 1 }))).text,
    ),
  ).toMatchObject({ asker: "guest", body: '{"intent":"hit","channelId":1}' });
  for (const intent of ["begin", "end"])
    expect([intent, await statusOf("guest", "/day/1/roll", json({ intent }))]).toEqual([
      intent,
      403,
    ]);
  // the last of two is what JSON means, at the door and behind it
  expect(
    await statusOf("guest", "/day/1/roll", {
      ...json({}),
      body: '{"intent":"hit","intent":"end"}',
    }),
  ).toBe(403);
  expect(
    await statusOf("guest", "/day/1/roll", {
      ...json({ intent: "hit" }),
      headers: { "content-type": "text/plain" },
    }),
  ).toBe(403);
  expect(
    await statusOf("guest", "/day/1/roll", {
      ...json({}),
      headers: { "content-type": "application/x-www-form-urlencoded" },
      body: "intent=hit",
    }),
  ).toBe(403);
  expect(await statusOf("guest", "/day/1/roll?intent=hit", json({ intent: "end" }))).toBe(403);
  expect(await statusOf("guest", "/day/1?index", json({ intent: "clock-on", minutes: 1 }))).toBe(
    403,
  );
});

test("every intent that the table opens to guests is one that its screen takes", () => {
  const known: Record<string, readonly string[]> = Object.fromEntries(
    Object.entries({
      sync: syncIntents,
      range: rangeIntents,
      batteries: batteryIntents,
      roll: rollIntents,
      log: logIntents,
    }).map(([screen, schema]) => [screen, schema.options.map((o) => o.shape.intent.value)]),
  );
  for (const [id, { write }] of Object.entries(RIGHTS)) {
    expect(id === "root" || ADDRESSES.some((a) => a.id === id)).toBe(true);
    if (typeof write === "object")
      expect(
        Object.keys(write).filter((intent) => !known[id.split("/")[1]!]?.includes(intent)),
      ).toEqual([]);
  }
});

test("other methods, other sites and other hosts come no further than the door, on both ports", async () => {
  for (const who of ["cart", "guest"] as const) {
    for (const method of ["TRACE", "OPTIONS", "PUT", "DELETE", "PATCH"])
      expect([method, await statusOf(who, "/day/1/sync", { method })]).toEqual([method, 405]);
    expect(await statusOf(who, "*", { method: "OPTIONS" })).toBe(405);
    expect(
      await statusOf(who, "/day/1/sync", { headers: { "sec-fetch-site": "cross-site" } }),
    ).toBe(403);
    expect(
      await statusOf(who, "/day/1/observations", {
        ...json([]),
        headers: { "content-type": "application/json", origin: "http://elsewhere.example" },
      }),
    ).toBe(403);
    expect(
      await statusOf(who, "/day/1/observations", {
        ...json([]),
        headers: { "content-type": "application/json", origin: "null" },
      }),
    ).toBe(403);
    expect(
      await statusOf(who, "/day/1/observations", {
        ...json([]),
        headers: { "content-type": "application/json", "sec-fetch-site": "same-site" },
      }),
    ).toBe(403);
    expect(await statusOf(who, "/day/1/sync", { headers: { host: "elsewhere.example" } })).toBe(
      403,
    );
    expect(
      await statusOf(who, "/day/1/sync", { headers: { host: "127.0.0.1.elsewhere.example" } }),
    ).toBe(403);
    expect(await statusOf(who, `/day/1/sync?${"x".repeat(5000)}`)).toBe(414);
  }
});

test("who is sent away is cut off at once: in the middle of a stream, and in the middle of sending", async () => {
  const entered = guestSessions.enter({
    code: guestSessions.view.door!.code,
    name: "Leaver",
    device: "leaver",
  });
  if (!entered.ok) throw new Error(entered.error.code);
  const headers = {
    cookie: (await guestSessions.cookies.cookieFor(entered.value.token)).split(";")[0]!,
  };
  const ended: string[] = [];
  const stream = ask(
    { host: "127.0.0.1", port: portOf(phones), path: "/day/1/live?held", headers },
    (response) => response.on("data", () => undefined).on("close", () => ended.push("stream")),
  );
  const upload = ask({
    host: "127.0.0.1",
    port: portOf(phones),
    path: "/day/1/observations",
    method: "POST",
    headers: { ...headers, "content-type": "application/json" },
  });
  stream.on("error", () => ended.push("stream"));
  upload.on("error", () => ended.push("sending"));
  stream.end();
  upload.write("[");
  await new Promise((resolve) => stream.once("response", resolve));
  await new Promise((resolve) => setTimeout(resolve, 100));
  guestSessions.sendAway(guestSessions.view.guests.find((g) => g.name === "Leaver")!.id);
  for (let i = 0; i < 300 && new Set(ended).size < 2; i += 1)
    await new Promise((resolve) => setTimeout(resolve, 10));
  expect(new Set(ended)).toEqual(new Set(["stream", "sending"]));
  expect(await statusOf("nobody", "/day/1/sync", { headers })).toBe(403);
});

test("a phone that asks for more at once than a phone can is told so, and is answered again when some of it ended", async () => {
  const held = await Promise.all(
    Array.from(
      { length: 24 },
      () =>
        new Promise<ReturnType<typeof ask>>((resolve, reject) => {
          const stream = ask(
            {
              agent: false,
              host: "127.0.0.1",
              port: portOf(phones),
              path: "/day/1/live?held",
              headers: { cookie: cookies["guest"]! },
            },
            (response) => {
              response.resume();
              resolve(stream);
            },
          );
          stream.on("error", reject);
          stream.end();
        }),
    ),
  );
  const more = await send("guest", "/day/1/sync");
  expect([more.status, more.text]).toEqual([
    429,
    "This phone sends too many requests. Close some of its pages.",
  ]);
  held.forEach((stream) => {
    stream
      .removeAllListeners("error")
      .on("error", () => undefined)
      .destroy();
  });
  for (let i = 0; i < 100 && (await statusOf("guest", "/day/1/sync")) !== 200; i += 1)
    await new Promise((resolve) => setTimeout(resolve, 10));
  expect(await statusOf("guest", "/day/1/sync")).toBe(200);
});

test("the page's own files are everybody's, and nothing beside them", async () => {
  expect((await send("nobody", "/assets/page-1a2b.js")).headers["cache-control"]).toContain(
    "immutable",
  );
  for (const path of ["/assets", "/assets/", "/assets/.env", "/assets/none.js", "/.git/config"])
    expect([path, (await statusOf("nobody", path)) >= 400]).toEqual([path, true]);
});

test("headers keep a page to itself, and data of a day is not kept by anybody on the way", async () => {
  const { headers } = await send("cart", "/day/1/sync");
  expect(headers["content-security-policy"]).toMatch(
    /script-src 'self' 'nonce-[A-Za-z0-9+/=]{20,}'/,
  );
  expect(headers["content-security-policy"]).not.toMatch(/script-src[^;]*unsafe/);
  expect(headers["content-security-policy"]).toContain("frame-ancestors 'none'");
  expect(headers).toMatchObject({
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "x-frame-options": "DENY",
  });
  expect(headers["x-powered-by"]).toBeUndefined();
  expect((await send("nobody", "/day/1/sync")).headers["cache-control"]).toBe("no-store");
  expect(
    (await send("nobody", "/day/1/sync", { headers: { accept: "text/html" } })).headers,
  ).toMatchObject({ location: "/join" });
});

test("a body is as large as its screen needs: more is refused before it is read, or as soon as it is more", async () => {
  const large = "x".repeat(300 * 1024);
  expect(await statusOf("cart", "/day/1/sync", json({ intent: large }))).toBe(413);
  expect(await statusOf("cart", "/day/1/kit", json({ intent: large }))).toBe(200);
  // nothing said of its length
  const chunked = await new Promise<number>((resolve) => {
    const request = ask(
      {
        host: "127.0.0.1",
        port: portOf(phones),
        path: "/day/1/roll",
        method: "POST",
        headers: {
          cookie: cookies["guest"]!,
          "content-type": "application/json",
          "transfer-encoding": "chunked",
        },
      },
      (r) => {
        r.resume();
        resolve(r.statusCode!);
      },
    );
    request.on("error", () => resolve(0));
    request.write(large);
    request.end();
  });
  expect(chunked).toBe(413);
});

test("a body that nobody read does not hold up what comes next over the same connection", async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const over = (path: string, body: Buffer) =>
    new Promise<number>((resolve) => {
      const request = ask(
        { agent, host: "127.0.0.1", port: portOf(cart), path, method: "POST" },
        (r) => {
          r.resume();
          r.on("end", () => resolve(r.statusCode!));
        },
      );
      request.on("error", () => resolve(0));
      request.end(body);
    });
  const began = performance.now();
  expect(await over("/day/1/scan/upload?unread", Buffer.alloc(4_000_000))).toBe(400);
  expect(await over("/day/1/kit", Buffer.from("{}"))).toBe(200);
  expect(performance.now() - began).toBeLessThan(4000);
  agent.destroy();
});
