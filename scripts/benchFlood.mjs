// Twenty phones on a day of sixteen channels that rolls, ten readings a second: how late a reading
// is, how late a tick is answered, what is missing, what memory is held. The server runs in a
// process of its own, so that what the phones cost here is not laid at its door. Alone: node
// scripts/benchFlood.mjs [seconds]
import { spawn } from "node:child_process";
import { mkdtempSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { chromium } from "@playwright/test";
import { bigDay } from "./bigDay.mjs";
import { ensureBuilt, root } from "./lib.mjs";

const PHONES = 20;
const TALKERS = 16;
const PORT = 4690;
/** Each phone ticks something off so often, and looks at meters where its screen shows them. */
const TICK_EVERY_MS = 5000;
const WITH_METERS = 5;
const quantile = (sorted, share) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? null;

async function startApart() {
  const dataFolder = mkdtempSync(join(tmpdir(), "plain-channel-bench-flood-"));
  const child = spawn(
    process.execPath,
    [
      ...(process.env.PLAIN_CHANNEL_PROFILE
        ? ["--cpu-prof", `--cpu-prof-dir=${process.env.PLAIN_CHANNEL_PROFILE}`]
        : []),
      join(root, "scripts/testServer.mjs"),
    ],
    {
      env: {
        ...process.env,
        PLAIN_CHANNEL_PORT: String(PORT),
        PLAIN_CHANNEL_DATA: dataFolder,
        PLAIN_CHANNEL_JOIN_HOST: "127.0.0.1",
        PLAIN_CHANNEL_SPEED: "20",
      },
      stdio: ["ignore", "pipe", "inherit"],
    },
  );
  const url = await new Promise((resolve, reject) => {
    child.stdout.on("data", (chunk) => {
      const found = /http:\/\/\S+/.exec(String(chunk));
      if (found) resolve(found[0]);
    });
    child.on("exit", (code) => reject(new Error(`the server ended with ${code}`)));
  });
  const memoryMb = () =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, "utf8"))[1]) / 1024;
  return {
    url,
    memoryMb,
    stop: () =>
      new Promise((resolve) => {
        child.on("exit", resolve);
        child.kill("SIGINT");
      }),
  };
}

/** Opens the door and lets the phones in. @returns the phones' address and their cookies */
async function letIn(url) {
  const post = (path, body) =>
    fetch(`${url}${path}`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: url },
      body: JSON.stringify(body),
    });
  await post("/day/1/phones.data", { intent: "open" });
  const page = await (await fetch(`${url}/day/1/phones`)).text();
  const code = /(\d{3}) (\d{3})<\/p>/.exec(page)?.slice(1).join("");
  const phoneUrl = /http:\/\/127\.0\.0\.1:(?!4690)\d+/.exec(page)?.[0];
  if (!code || !phoneUrl) throw new Error("the door is not open");
  const cookies = [];
  for (let i = 0; i < PHONES; i += 1) {
    const answer = await fetch(`${phoneUrl}/join`, {
      method: "POST",
      redirect: "manual",
      headers: { "content-type": "application/x-www-form-urlencoded", origin: phoneUrl },
      body: `code=${code}&name=Phone+${i + 1}`,
    });
    cookies.push(answer.headers.get("set-cookie").split(";")[0]);
  }
  return { phoneUrl, cookies };
}

/** Follows one line of events, calling for each. */
async function eventsOf(address, headers, signal, heard) {
  const answer = await fetch(address, { signal, headers });
  const decoder = new TextDecoder();
  let rest = "";
  for await (const chunk of answer.body) {
    rest += decoder.decode(chunk, { stream: true });
    for (let end = rest.indexOf("\n\n"); end >= 0; end = rest.indexOf("\n\n")) {
      heard(rest.slice(0, end));
      rest = rest.slice(end + 2);
    }
  }
}

/** @returns milliseconds, shares and megabytes */
export async function phoneFlood(seconds = 30) {
  await ensureBuilt();
  const server = await startApart();
  const browser = await chromium.launch({
    executablePath: process.env.PLAIN_CHANNEL_CHROMIUM ?? "/usr/bin/chromium-headless-shell",
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
    ],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await bigDay({ url: server.url, page, talkers: TALKERS });
    await page.goto(`${server.url}/day/1/roll`);
    await page.getByText(/^Rolling since/).waitFor();
    await page.close();
    await browser.close();
    const { phoneUrl, cookies } = await letIn(server.url);
    const cut = new AbortController();
    const offsets = [];
    const slotsOf = cookies.map(() => new Set());
    const reads = [];
    const ticks = [];
    let problems = 0;
    const phone = async (cookie, i) => {
      const headers = { cookie, origin: phoneUrl };
      const timed = async (into, ask) => {
        const began = performance.now();
        const answer = await ask().catch((error) => {
          if (!cut.signal.aborted) throw error;
          return null;
        });
        if (!answer) return;
        await answer.text().catch(() => undefined);
        if (cut.signal.aborted) return;
        if (!answer.ok) problems += 1;
        into.push(performance.now() - began);
      };
      let isReading = false;
      let isDue = false;
      const read = async () => {
        if (isReading) {
          isDue = true;
          return;
        }
        isReading = true;
        do {
          isDue = false;
          await timed(reads, () =>
            fetch(`${phoneUrl}/day/1/sync.data`, { headers, signal: cut.signal }),
          );
        } while (isDue && !cut.signal.aborted);
        isReading = false;
      };
      const every = (ms, work) => {
        const timer = setInterval(
          () =>
            void work().catch(() => {
              problems += 1;
            }),
          ms,
        );
        cut.signal.addEventListener("abort", () => clearInterval(timer));
      };
      setTimeout(
        () =>
          every(TICK_EVERY_MS, () =>
            timed(ticks, () => {
              const item = {
                id: `flood-${i}-${Math.random()}`,
                channelId: 1 + (i % TALKERS),
                atMs: null,
                of: { frequencyHz: 0, packKey: "p", receiverKey: "r" },
                seen: { what: "cells" },
              };
              return fetch(`${phoneUrl}/day/1/observations`, {
                method: "POST",
                headers: { ...headers, "content-type": "application/json" },
                body: JSON.stringify([item]),
                signal: cut.signal,
              });
            }),
          ),
        (TICK_EVERY_MS / PHONES) * i,
      );
      await Promise.all([
        eventsOf(
          `${phoneUrl}/day/1/live${i < WITH_METERS ? "?meters" : ""}`,
          headers,
          cut.signal,
          (event) => {
            if (/^data: \d/.test(event))
              void read().catch(() => {
                problems += 1;
              });
          },
        ),
        eventsOf(`${phoneUrl}/day/1/roll/live`, headers, cut.signal, (event) => {
          const slot = /"slot":(\d+)/.exec(event);
          if (!slot || !event.startsWith("event: frame")) return;
          slotsOf[i].add(Number(slot[1]));
          offsets.push(performance.now() - Number(slot[1]) * 100);
        }),
      ]);
    };
    const memory = [];
    const watch = setInterval(() => memory.push(Math.round(server.memoryMb())), 5000);
    const phones = cookies.map((c, i) =>
      phone(c, i).catch((error) => {
        if (!cut.signal.aborted) {
          problems += 1;
          console.error(error.message);
        }
      }),
    );
    await new Promise((resolve) => {
      setTimeout(resolve, seconds * 1000);
    });
    cut.abort();
    clearInterval(watch);
    await Promise.all(phones);
    const least = Math.min(...offsets);
    const late = offsets.map((o) => o - least).sort((a, b) => a - b);
    const [from, to] = [
      Math.max(...slotsOf.map((s) => Math.min(...s))),
      Math.min(...slotsOf.map((s) => Math.max(...s))),
    ];
    const missing =
      slotsOf.reduce(
        (sum, s) => sum + (to - from + 1) - [...s].filter((x) => x >= from && x <= to).length,
        0,
      ) /
      ((to - from + 1) * PHONES);
    const atAll = new Set(slotsOf.flatMap((s) => [...s].filter((x) => x >= from && x <= to))).size;
    const of = (list) => {
      const sorted = [...list].sort((a, b) => a - b);
      return {
        count: sorted.length,
        p50Ms: Math.round(quantile(sorted, 0.5) ?? 0),
        p95Ms: Math.round(quantile(sorted, 0.95) ?? 0),
      };
    };
    return {
      seconds,
      frames: of(late),
      missingShare: Number(missing.toFixed(4)),
      neverCameShare: Number((1 - atAll / (to - from + 1)).toFixed(4)),
      ticks: of(ticks),
      reads: of(reads),
      problems,
      memoryMb: memory,
    };
  } finally {
    await browser.close();
    await server.stop();
  }
}

if (import.meta.url === pathToFileURL(process.argv[1]).href)
  console.log(JSON.stringify(await phoneFlood(Number(process.argv[2] ?? 30)), null, 1));
