import { data, redirect, type ServerBuild } from "react-router";
import { memoryLog } from "~/server/log/log.server";
import { failureOf, isPassing } from "~/server/services/failures.server";
import { withWords } from "./failures.server";

const args = () =>
  ({
    request: new Request("http://127.0.0.1/day/1"),
    context: { requestId: "ab12" },
    params: {},
  }) as never;
const built = (module: object) => {
  const log = memoryLog();
  const route = withWords(
    { routes: { "routes/x/route": { id: "routes/x/route", module } } } as unknown as ServerBuild,
    log,
  ).routes["routes/x/route"]!;
  return {
    log,
    loader: route.module.loader as (a: never) => Promise<unknown>,
    action: route.module.action as (a: never) => Promise<unknown>,
  };
};

test("what a disk, a lock or a damaged file throws is known by its code, however deep it lies", () => {
  expect(failureOf({ parent: { code: "SQLITE_FULL" } })).toEqual({
    code: "disk-full",
    status: 507,
  });
  expect(failureOf(Object.assign(new Error(), { cause: { code: "ENOSPC" } }))).toMatchObject({
    code: "disk-full",
  });
  expect(failureOf({ parent: { code: "SQLITE_BUSY" } })).toMatchObject({ code: "data-locked" });
  expect(failureOf({ code: "SQLITE_READONLY" })).toMatchObject({ code: "data-read-only" });
  expect(
    failureOf({
      name: "SequelizeForeignKeyConstraintError",
      parent: { code: "SQLITE_CONSTRAINT" },
    }),
  ).toEqual({ code: "no-longer-so", status: 409 });
  expect([
    isPassing({ parent: { code: "SQLITE_BUSY" } }),
    isPassing({ parent: { code: "SQLITE_CONSTRAINT" } }),
    isPassing({ code: "ROW_UNFIT" }),
    isPassing(new TypeError("x")),
  ]).toEqual([true, false, false, false]);
  for (const thrown of [null, undefined, "words", 7, new TypeError("x"), { code: 5 }])
    expect(failureOf(thrown)).toEqual({ code: "unexpected", status: 500 });
});

test("an action that throws answers in words beside what was tried; a loader's page has words too; both stand in the log once, under the request's number", async () => {
  const { log, loader, action } = built({
    loader: () => {
      throw new TypeError("no such thing");
    },
    action: () => Promise.reject(Object.assign(new Error("full"), { code: "SQLITE_FULL" })),
  });
  expect(await action(args())).toMatchObject({
    data: { ok: false, message: expect.stringMatching(/disk is full.*unharmed/i) as unknown },
    init: { status: 507 },
  });
  await expect(loader(args())).rejects.toMatchObject({
    data: { message: expect.stringContaining("ab12") as unknown },
    init: { status: 500 },
  });
  expect(log.recent().map((e) => [e.event, e.requestId])).toEqual([
    ["loader-failed", "ab12"],
    ["action-failed", "ab12"],
  ]);
  expect(log.recent()[0]!.detail).not.toContain("failures.test");
});

test("what is meant passes: a redirect, an answer with words, a value", async () => {
  const { loader, action, log } = built({
    loader: () => {
      throw redirect("/shoots");
    },
    action: () => {
      throw data({ message: "no such day" }, { status: 404 });
    },
  });
  await expect(loader(args())).rejects.toBeInstanceOf(Response);
  await expect(action(args())).rejects.toMatchObject({ init: { status: 404 } });
  expect(log.recent()).toEqual([]);
  expect(await built({ loader: () => 7 }).loader(args())).toBe(7);
});
