import type { SeenItem } from "~/contract/schemas/seen";
import { getDayView } from "~/server/services/day/dayView.server";
import type { GuestSessions } from "~/server/services/phones/guestSessions.server";
import { recordSeen, usePack } from "~/server/services/sync/syncs.server";
import { acceptFound, alone, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

describe("the sessions of guests", () => {
  const entering = (
    guestSessions: GuestSessions,
    change: Partial<{ code: string; name: string; device: string }> = {},
  ) =>
    guestSessions.enter({
      code: guestSessions.view.door?.code ?? "",
      name: "Ida",
      device: "phone",
      ...change,
    });
  const tokenOf = (entered: ReturnType<GuestSessions["enter"]>): string => {
    if (!entered.ok) throw new Error(entered.error.code);
    return entered.value.token;
  };

  test("nobody comes in before the door is open, without the code or a name", async () => {
    const { guestSessions } = alone();
    expect(entering(guestSessions, { code: "123456" })).toEqual({
      ok: false,
      error: { code: "door-shut" },
    });
    await guestSessions.open(1);
    expect(entering(guestSessions, { name: " " })).toEqual({
      ok: false,
      error: { code: "name-missing" },
    });
    const { code } = guestSessions.view.door!;
    expect(entering(guestSessions, { code: `${code.slice(0, 3)} ${code.slice(3)}` })).toMatchObject(
      {
        ok: true,
        value: { dayId: 1 },
      },
    );
    expect(entering(guestSessions, { name: "ida" })).toMatchObject({ ok: true });
    expect(guestSessions.view.guests.map((g) => g.name)).toEqual(["Ida", "ida 2"]);
  });

  test("who guesses waits, whatever comes next; the door stays open, the code as it is, and everybody who is in stays in", async () => {
    const { guestSessions } = alone();
    await guestSessions.open(1);
    const { code } = guestSessions.view.door!;
    const wrong = code === "000000" ? "000001" : "000000";
    const token = tokenOf(entering(guestSessions));
    expect(
      [1, 2, 3].map(() => entering(guestSessions, { code: wrong, device: "thief" })),
    ).toMatchObject([0, 0, 5000].map((waitMs) => ({ error: { code: "wrong-code", waitMs } })));
    // even the right code is not looked at meanwhile
    expect(entering(guestSessions, { device: "thief" })).toEqual({
      ok: false,
      error: { code: "wait", waitMs: 5000 },
    });
    for (let i = 0; i < 500; i += 1) entering(guestSessions, { code: wrong, device: `thief ${i}` });
    expect(guestSessions.view.door).toMatchObject({ dayId: 1, code });
    expect(guestSessions.guestOf(token)).toMatchObject({ name: "Ida" });
    expect(entering(guestSessions, { name: "Jon", device: "another phone" }).ok).toBe(true);
    expect(guestSessions.view.guessers).toMatchObject([{ device: "thief", count: 3 }]);
  });

  test("one press sends a phone away: its secret is worth nothing from then on, and its streams end", async () => {
    const { guestSessions } = alone();
    await guestSessions.open(7);
    const [ida, jon] = ["Ida", "Jon"].map((name) => tokenOf(entering(guestSessions, { name })));
    const guest = guestSessions.guestOf(ida!)!;
    guestSessions.sendAway(guest.id);
    expect([
      guest.gone.aborted,
      guestSessions.guestOf(ida!),
      guestSessions.guestOf(jon!)?.name,
    ]).toEqual([true, null, "Jon"]);
    await guestSessions.open(8);
    expect(guestSessions.guestOf(jon!)).toBeNull();
  });

  test("a cookie that was not signed here is nobody's", async () => {
    const { guestSessions } = alone();
    await guestSessions.open(1);
    const token = tokenOf(entering(guestSessions));
    const [cookie] = (await guestSessions.cookies.cookieFor(token)).split(";");
    expect(await guestSessions.cookies.tokenOf(cookie)).toBe(token);
    expect(await alone().guestSessions.cookies.tokenOf(cookie)).toBeNull();
    expect(await guestSessions.cookies.tokenOf(`plain-channel-guest=${token}`)).toBeNull();
    expect(await guestSessions.cookies.tokenOf(undefined)).toBeNull();
  });
});

describe("seen from a phone", () => {
  let practice: PracticeApp;
  beforeEach(async () => {
    practice = await practiceApp();
  });
  afterEach(() => practice.stop());
  const marit = async () => {
    const day = await getDayView(practice.app, practice.dayId);
    if (!day.ok) throw new Error();
    const channel = day.value.channels[0]!;
    return {
      channel,
      frequencyHz: day.value.plan!.picks.find((p) => p.channelId === channel.id)!.frequencyHz,
    };
  };
  const item = async (id: string, change: Partial<SeenItem> = {}): Promise<SeenItem> => {
    const {
      channel: { id: channelId, packKey, receiverKey },
      frequencyHz,
    } = await marit();
    return {
      id,
      channelId,
      atMs: null,
      of: { frequencyHz, packKey, receiverKey },
      seen: { what: "proof", part: "phones", outcome: "nothing", shown: null },
      ...change,
    };
  };
  const put = async (...items: SeenItem[]) => {
    const done = await recordSeen(
      { ...practice.app, asker: { kind: "guest", id: 1, name: "Ida", dayId: practice.dayId } },
      practice.dayId,
      items,
    );
    if (!done.ok) throw new Error();
    return done.value;
  };
  const phones = async () => (await marit()).channel.verification.find((p) => p.part === "phones")!;

  test("what is sent twice stands once, with who and when; one that is refused takes nothing with it", async () => {
    await scanToEnd(practice);
    await acceptFound(practice);
    const first = await item("seen-0001", { atMs: 7.5 * 3_600_000 - 60_000 });
    const [a, bad] = await put(first, await item("seen-0002", { channelId: 99 }));
    expect(bad).toMatchObject({ syncId: null, note: { code: "not-found" } });
    const [again] = await put(first);
    expect(again).toEqual(a);
    expect(await phones()).toMatchObject({
      status: "done",
      record: { who: "Ida", atMs: 7.5 * 3_600_000 - 60_000, outcome: "nothing" },
    });
    // nothing of tomorrow
    await put(await item("seen-0003", { atMs: 20 * 3_600_000 }));
    expect((await phones()).record!.atMs).toBe(7.5 * 3_600_000);
  });

  test("out of reach for a while: what was seen of a pack that was changed meanwhile is kept, proves nothing, and it is said", async () => {
    await scanToEnd(practice);
    await acceptFound(practice);
    const late = await item("seen-0001", {
      seen: { what: "proof", part: "voice", outcome: "follows", shown: null },
    });
    const { channel } = await marit();
    await usePack(practice.app, practice.dayId, {
      channelId: channel.id,
      packKey: "pack-f",
      expectedVersion: channel.version,
    });
    expect(await put(late)).toMatchObject([
      { note: { code: "moved-on", talker: "Marit", what: "pack" } },
    ]);
    expect((await marit()).channel.verification.find((p) => p.part === "voice")).toMatchObject({
      status: "stale",
      why: "pack",
    });
  });

  test("a page's clock that is seconds behind puts no verification before the sync it is of", async () => {
    await scanToEnd(practice);
    await acceptFound(practice);
    practice.pass(60_000);
    const { frequencyHz } = await marit();
    const nowMs = 7.5 * 3_600_000 + 60_000;
    await put(
      await item("seen-0001", { atMs: nowMs, seen: { what: "pack-shows", frequencyHz } }),
      await item("seen-0002", {
        atMs: nowMs - 4000,
        seen: { what: "proof", part: "voice", outcome: "follows", shown: null },
      }),
    );
    const voice = (await marit()).channel.verification.find((p) => p.part === "voice");
    expect(voice!.status).toBe("done");
  });

  test("somebody at the cart saw it otherwise, later: that stands, and the phone is told", async () => {
    await scanToEnd(practice);
    await acceptFound(practice);
    const early = await item("seen-0001", { atMs: 7.5 * 3_600_000 });
    practice.pass(120_000);
    await recordSeen(practice.app, practice.dayId, [
      await item("cart-0001", {
        seen: { what: "proof", part: "phones", outcome: "chatter", shown: null },
      }),
    ]);
    expect(await put(early)).toMatchObject([
      { note: { code: "seen-later", who: null, outcome: "chatter" } },
    ]);
    expect(await phones()).toMatchObject({
      status: "problem",
      record: { outcome: "chatter" },
    });
  });
});
