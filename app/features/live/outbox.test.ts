import type { SeenItem } from "~/contract/schemas/seen";
import { Outbox } from "./outbox";

/** A phone's browser, as far as the outbox asks for it. */
const stored = new Map<string, string>();
const globals = globalThis as unknown as Record<string, unknown>;
let answerTo: (items: SeenItem[]) => { status: number; body: unknown } | null;
let batches: number[];

beforeEach(() => {
  stored.clear();
  batches = [];
  globals["localStorage"] = {
    getItem: (k: string) => stored.get(k) ?? null,
    setItem: (k: string, v: string) => stored.set(k, v),
  };
  globals["addEventListener"] = () => undefined;
  globals["fetch"] = (_: string, { body }: { body: string }) => {
    const items = JSON.parse(body) as SeenItem[];
    batches.push(items.length);
    const answer = answerTo(items);
    if (!answer) return Promise.reject(new TypeError("no network"));
    return Promise.resolve(
      new Response(JSON.stringify(answer.body), {
        status: answer.status,
        headers: { "content-type": "application/json" },
      }),
    );
  };
});

const taken = (items: readonly SeenItem[]) => ({
  status: 200,
  body: { answers: items.map((i) => ({ id: i.id, syncId: 1, words: null })) },
});
const seen = (packKey: string): Omit<SeenItem, "id"> => ({
  channelId: 1,
  atMs: null,
  of: { frequencyHz: 5e8, packKey, receiverKey: "r" },
  seen: { what: "cells" },
});
const settled = async (box: Outbox) => {
  for (let i = 0; i < 500 && box.read().waiting.length > 0; i += 1)
    await new Promise((resolve) => setTimeout(resolve, 2));
};

test("two hundred and one things that waited go in pieces, in order", async () => {
  answerTo = () => null;
  const box = new Outbox(1);
  for (let i = 0; i < 201; i += 1) box.put(seen(`p${i}`));
  const order: string[] = [];
  answerTo = (items) => {
    order.push(...items.map((i) => i.of.packKey));
    return items.length > 200 ? { status: 400, body: { answers: null } } : taken(items);
  };
  await new Promise((resolve) => setTimeout(resolve, 20));
  batches = [];
  await box.flush();
  await settled(box);
  expect(box.read().waiting).toEqual([]);
  expect(Math.max(...batches)).toBeLessThanOrEqual(50);
  expect(order).toEqual(Array.from({ length: 201 }, (_, i) => `p${i}`));
});

test("one that the cart cannot read is set aside and shown, and nothing waits behind it", async () => {
  answerTo = (items) =>
    items.some((i) => i.of.packKey === "broken")
      ? { status: 400, body: { answers: null } }
      : taken(items);
  const box = new Outbox(1);
  for (const key of ["a", "broken", "b", "c"]) box.put(seen(key));
  await settled(box);
  expect(box.read()).toMatchObject({ waiting: [], setAside: [{ of: { packKey: "broken" } }] });
});

test("out of reach, or sent away, everything waits, over a reload too", async () => {
  // what would be tried again in two seconds is not waited for
  jest.useFakeTimers({ doNotFake: ["setImmediate", "nextTick", "queueMicrotask"] });
  for (const silent of [null, { status: 403, body: "no" }]) {
    stored.clear();
    answerTo = () => silent;
    const box = new Outbox(1);
    box.put(seen("a"));
    for (let i = 0; i < 20; i += 1) await new Promise((resolve) => setImmediate(resolve));
    expect(box.read()).toMatchObject({ waiting: [{}], setAside: [] });
    expect(new Outbox(1).read().waiting).toHaveLength(1);
  }
  jest.useRealTimers();
});
