import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ServerBuild } from "react-router";
import type { SeenItem } from "../contract/seen";
import { type RunningServer, startServer } from "../server/entry.server";
import { getDayView } from "../server/services/dayView.server";
import { recordSeen, usePack } from "../server/services/syncs.server";
import { acceptFound, alone, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

describe("the desk", () => {
  test("nobody comes in before the door is open, without the code or a name; the code changes after five wrong ones, and the door shuts after twenty", async () => {
    const { desk } = alone();
    expect(desk.enter("123456", "Ida")).toEqual({ ok: false, error: { code: "door-shut" } });
    await desk.open(1);
    const { code } = desk.view.door!;
    const wrong = code === "000000" ? "000001" : "000000";
    expect(desk.enter(code, " ")).toEqual({ ok: false, error: { code: "name-missing" } });
    for (const left of [4, 3, 2, 1, 0]) expect(desk.enter(wrong, "Ida")).toEqual({ ok: false, error: { code: "wrong-code", left } });
    expect(desk.view.door!.code).not.toBe(code);
    const entered = desk.enter(`${desk.view.door!.code.slice(0, 3)} ${desk.view.door!.code.slice(3)}`, "Ida");
    expect(entered).toMatchObject({ ok: true, value: { dayId: 1 } });
    expect(desk.enter(desk.view.door!.code, "ida")).toMatchObject({ ok: true });
    expect(desk.view.guests.map((g) => g.name)).toEqual(["Ida", "ida 2"]);
    for (let i = 0; i < 15; i += 1) desk.enter("9", "X");
    expect(desk.view).toEqual({ door: null, guests: [] });
    expect(entered.ok && desk.guestOf(entered.value.token)).toBeNull();
  });

  test("one press sends a phone away: its secret is worth nothing from then on, and its streams end", async () => {
    const { desk } = alone();
    await desk.open(7);
    const [ida, jon] = ["Ida", "Jon"].map((name) => { const e = desk.enter(desk.view.door!.code, name); if (!e.ok) throw new Error(); return e.value.token; });
    const guest = desk.guestOf(ida!)!;
    desk.sendAway(guest.id);
    expect([guest.gone.aborted, desk.guestOf(ida!), desk.guestOf(jon!)?.name]).toEqual([true, null, "Jon"]);
    await desk.open(8);
    expect(desk.guestOf(jon!)).toBeNull();
  });
});

describe("the door", () => {
  let folder: string;
  let server: RunningServer;
  const noPages = { routes: {}, assets: { routes: {}, entry: { imports: [], module: "" }, url: "", version: "" }, entry: { module: {} }, future: {}, publicPath: "/", basename: "/", isSpaMode: false, prerender: [], ssr: true } as unknown as ServerBuild;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), "plain-channel-door-"));
    server = await startServer({ dataFolder: folder, practice: true, port: 46310, morePorts: 20, speed: 1000, clientFolder: null, joinHost: "127.0.0.1", build: () => Promise.resolve(noPages) });
  });
  afterEach(async () => {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  test("no port is open until the mixer opens it, and none after; a phone sees its one day and nothing of the cart's", async () => {
    const { desk } = server.context;
    expect(desk.view.door).toBeNull();
    expect((await desk.open(1)).ok).toBe(true);
    const [address] = desk.view.door!.addresses;
    const ask = (path: string, headers: Record<string, string> = {}, method = "GET") => fetch(`${address}${path}`, { headers, method, redirect: "manual" }).then((r) => r.status);
    expect(await ask("/day/1/sync", { accept: "text/html" })).toBe(302);
    expect(await ask("/day/1/live", { accept: "text/event-stream" })).toBe(403);
    expect(await ask("/day/1/meters")).toBe(403);
    const entered = desk.enter(desk.view.door!.code, "Ida");
    if (!entered.ok) throw new Error();
    const cookie = `plain-channel-guest=${entered.value.token}`;
    // let through: the build has no pages, and so it cannot answer
    expect([302, 403]).not.toContain(await ask("/day/1/sync", { cookie }));
    for (const path of ["/day/1/phones", "/day/1/phones.data", "/day/2/sync", "/day/12", "/shoots", "/day/1.datax", "/healthy"]) expect([path, await ask(path, { cookie })]).toEqual([path, 403]);
    expect(await ask("/day/1/seen", { cookie, origin: "http://elsewhere.example" }, "POST")).toBe(403);
    desk.sendAway(desk.view.guests[0]!.id);
    expect(await ask("/day/1/sync", { cookie, accept: "application/json" })).toBe(403);
    await desk.shut();
    await expect(fetch(`${address}/join`)).rejects.toThrow();
    // the cart's own address was never another
    expect((await fetch(`${server.url}/healthy`)).status).toBe(200);
  });
});

describe("seen from a phone", () => {
  let practice: PracticeApp;
  beforeEach(async () => { practice = await practiceApp(); });
  afterEach(() => practice.stop());
  const marit = async () => {
    const day = await getDayView(practice.app, practice.dayId);
    if (!day.ok) throw new Error();
    const channel = day.value.channels[0]!;
    return { channel, frequencyHz: day.value.plan!.picks.find((p) => p.channelId === channel.id)!.frequencyHz };
  };
  const item = async (id: string, change: Partial<SeenItem> = {}): Promise<SeenItem> => {
    const { channel: { id: channelId, packKey, receiverKey }, frequencyHz } = await marit();
    return { id, channelId, atMs: null, of: { frequencyHz, packKey, receiverKey }, seen: { what: "proof", part: "phones", outcome: "nothing", shown: null }, ...change };
  };
  const put = async (...items: SeenItem[]) => {
    const done = await recordSeen({ ...practice.app, who: "Ida" }, practice.dayId, items);
    if (!done.ok) throw new Error();
    return done.value;
  };
  const phones = async () => (await marit()).channel.proof.find((p) => p.part === "phones")!;

  test("what is sent twice stands once, with who and when; one that is refused takes nothing with it", async () => {
    await scanToEnd(practice);
    await acceptFound(practice);
    const first = await item("seen-0001", { atMs: 7.5 * 3_600_000 - 60_000 });
    const [a, bad] = await put(first, await item("seen-0002", { channelId: 99 }));
    expect(bad).toMatchObject({ syncId: null, note: { code: "not-found" } });
    const [again] = await put(first);
    expect(again).toEqual(a);
    expect(await phones()).toMatchObject({ status: "done", record: { who: "Ida", atMs: 7.5 * 3_600_000 - 60_000, outcome: "nothing" } });
    // nothing of tomorrow
    await put(await item("seen-0003", { atMs: 20 * 3_600_000 }));
    expect((await phones()).record!.atMs).toBe(7.5 * 3_600_000);
  });

  test("out of reach for a while: what was seen of a pack that was changed meanwhile is kept, proves nothing, and it is said", async () => {
    await scanToEnd(practice);
    await acceptFound(practice);
    const late = await item("seen-0001", { seen: { what: "proof", part: "voice", outcome: "follows", shown: null } });
    const { channel } = await marit();
    await usePack(practice.app, practice.dayId, { channelId: channel.id, packKey: "pack-f", seenVersion: channel.version });
    expect(await put(late)).toMatchObject([{ note: { code: "moved-on", talker: "Marit", what: "pack" } }]);
    expect((await marit()).channel.proof.find((p) => p.part === "voice")).toMatchObject({ status: "stale", why: "pack" });
  });

  test("somebody at the cart saw it otherwise, later: that stands, and the phone is told", async () => {
    await scanToEnd(practice);
    await acceptFound(practice);
    const early = await item("seen-0001", { atMs: 7.5 * 3_600_000 });
    practice.pass(120_000);
    await recordSeen(practice.app, practice.dayId, [await item("cart-0001", { seen: { what: "proof", part: "phones", outcome: "chatter or chirps", shown: null } })]);
    expect(await put(early)).toMatchObject([{ note: { code: "seen-later", who: null, outcome: "chatter or chirps" } }]);
    expect(await phones()).toMatchObject({ status: "problem", record: { outcome: "chatter or chirps" } });
  });
});
