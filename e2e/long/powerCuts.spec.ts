import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { Mixer } from "../mixer";
import { followAndVerify, panel, takeTheSpare } from "../rollSteps";
import { ownServer } from "./ownServer";

const PORT = Number(process.env["PLAIN_CHANNEL_TEST_PORT"] ?? 4600) + 100;

// both come back at the same address
test.describe.configure({ mode: "default" });

test("the power goes while ticks come in: every one that was answered stands whole, none stands twice or half", async () => {
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-cut-"));
  try {
    const first = await ownServer(PORT, folder);
    const put = (url: string, id: string) =>
      fetch(`${url}/day/1/observations`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify([
          {
            id,
            channelId: 1,
            atMs: null,
            of: { frequencyHz: 500e6, packKey: "pack-a", receiverKey: "bag-1" },
            seen: { what: "cells" },
          },
        ]),
      }).then(
        async (r) =>
          ((await r.json()) as { answers: { syncId: number | null }[] }).answers[0]!.syncId,
      );
    const answered = new Map<string, number>();
    const ids = Array.from({ length: 100 }, (_, i) => `tick-number-${i}`);
    const all = Promise.allSettled(
      ids.map(async (id) => {
        answered.set(id, (await put(first.url, id))!);
      }),
    );
    await expect.poll(() => answered.size, { intervals: [5] }).toBeGreaterThan(10);
    await first.kill();
    await all;
    const before = new Map(answered);
    expect(before.size).toBeLessThan(ids.length);
    const second = await ownServer(PORT, folder);
    for (const id of ids) answered.set(id, (await put(second.url, id))!);
    for (const [id, syncId] of before) expect([id, answered.get(id)]).toEqual([id, syncId]);
    expect(new Set(answered.values()).size).toBe(ids.length);
    await second.stop();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test("the power goes in the middle of a hit: the screen says so, comes back by itself, and the hit waits where it was", async ({
  browser,
}) => {
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-cut-"));
  let server = await ownServer(PORT, folder);
  const context = await browser.newContext({ baseURL: server.url });
  try {
    const page = await context.newPage();
    const mixer = new Mixer(page);
    await mixer.scan();
    await mixer.pick();
    await mixer.sync();
    await mixer.ready("/day/1/roll");
    const spare = await takeTheSpare(page);
    await server.kill();
    await expect(
      page.getByText("The cart does not answer. What you see is old; the screen keeps asking."),
    ).toBeVisible();
    await expect(panel(page)).toBeVisible();
    server = await ownServer(PORT, folder);
    await expect(page.getByText(/^The cart does not answer. What you see is old/)).toHaveCount(0, {
      timeout: 30_000,
    });
    await expect(panel(page).getByRole("button", { name: /follows$/ })).toBeEnabled({
      timeout: 30_000,
    });
    // and so it does when it is loaded anew
    await mixer.ready("/day/1/roll");
    await expect(panel(page).getByRole("button", { name: /follows$/ })).toBeFocused();
    await expect(page.getByText(/^Rolling since 07:3\d\./)).toBeVisible();
    await followAndVerify(page, spare);
  } finally {
    await context.close();
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
