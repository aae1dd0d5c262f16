import { fork } from "node:child_process";
import { cpSync, existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test as base } from "@playwright/test";
import { Sequelize } from "sequelize";

/**
 * How far the practice day has come when a test begins: just seeded; its five frequencies picked;
 * its packs set; its channels verified; its levels and walks kept too. "own": no practice, empty.
 * "many": sixteen channels, set. "arrived": no practice, four people with their units, nothing connected, scanned, picked or set.
 */
export type DayStands =
  "fresh" | "picked" | "set" | "verified" | "ready" | "many" | "own" | "arrived";

/** Where the days that the first journey brought so far are kept. */
const keptDays = () => {
  const folder = process.env["PLAIN_CHANNEL_KEPT_DAYS"];
  if (!folder) throw new Error("playwright.config.ts names no folder for the days that are kept");
  return folder;
};

/** An application that a test has to itself, or looks at with others. */
export interface TestServer {
  url: string;
  dataFolder: string;
}

interface Order {
  order: "start" | "stop";
  url?: string;
  dataFolder?: string;
  practice?: boolean;
  speed?: number;
}

/** How many times faster than real receivers the simulated ones sweep. */
const SPEED = 300;

/** Makes the practice day one's own of today: its people and units, and nothing that was measured. */
async function arrive(practice: string, dataFolder: string): Promise<void> {
  const path = join(dataFolder, "plain-channel.sqlite");
  cpSync(join(practice, "practice.sqlite"), path);
  const today = new Date().toLocaleDateString("sv-SE");
  const db = new Sequelize({ dialect: "sqlite", storage: path, logging: false });
  for (const sql of [
    `UPDATE days SET isPractice = 0, dateIso = '${today}'`,
    "DELETE FROM picks",
    "DELETE FROM plans",
    "DELETE FROM sweeps",
    "DELETE FROM syncs",
    "UPDATE channels SET isArchived = 1 WHERE number > 4",
  ])
    await db.query(sql);
  await db.close();
}

/** Starts and stops applications in one process beside the tests of a worker. */
class Host {
  readonly #child = fork("scripts/testHost.mjs", { stdio: ["ignore", "ignore", "inherit", "ipc"] });
  readonly #asked = new Map<
    number,
    { resolve: (url: string) => void; reject: (e: Error) => void }
  >();
  readonly #looked = new Map<DayStands, Promise<TestServer>>();
  readonly #folders: string[] = [];
  readonly #isReady: Promise<void>;
  #orders = 0;

  constructor() {
    let ready: () => void = () => undefined;
    this.#isReady = new Promise((resolve) => (ready = resolve));
    this.#child.on(
      "message",
      (said: { id?: number; url?: string; trouble?: string; isReady?: true }) => {
        if (said.isReady) ready();
        if (said.id === undefined) return;
        const asked = this.#asked.get(said.id);
        this.#asked.delete(said.id);
        if (said.trouble) asked?.reject(new Error(said.trouble));
        else asked?.resolve(said.url!);
      },
    );
    this.#child.on("exit", () => {
      for (const { reject } of this.#asked.values()) reject(new Error("the test host ended"));
    });
  }

  async #tell(order: Order): Promise<string> {
    await this.#isReady;
    const id = (this.#orders += 1);
    return new Promise((resolve, reject) => {
      this.#asked.set(id, { resolve, reject });
      this.#child.send({ id, ...order });
    });
  }

  /** An application on a copy of the day as it stands; on an empty folder for a fresh one. */
  async start(stands: DayStands): Promise<TestServer> {
    const dataFolder = mkdtempSync(join(tmpdir(), "plain-channel-test-"));
    this.#folders.push(dataFolder);
    const kept = join(keptDays(), stands);
    if (stands === "arrived") await arrive(join(keptDays(), "picked"), dataFolder);
    else if (existsSync(kept)) cpSync(kept, dataFolder, { recursive: true });
    else if (stands !== "fresh" && stands !== "own")
      throw new Error(`no day is kept that is ${stands}: days.setup.ts brings it there`);
    const isOwn = stands === "own" || stands === "arrived";
    return { url: await this.run(dataFolder, !isOwn), dataFolder };
  }

  run(dataFolder: string, practice = true): Promise<string> {
    return this.#tell({ order: "start", dataFolder, practice, speed: SPEED });
  }

  async stop(url: string): Promise<void> {
    await this.#tell({ order: "stop", url });
  }

  /** The one that everybody looks at who changes nothing. */
  look(stands: DayStands): Promise<TestServer> {
    const known = this.#looked.get(stands) ?? this.start(stands);
    this.#looked.set(stands, known);
    return known;
  }

  async end(): Promise<void> {
    await Promise.all([...this.#looked.values()].map(async (s) => this.stop((await s).url)));
    this.#child.disconnect();
    await new Promise((resolve) => this.#child.once("exit", resolve));
    for (const folder of this.#folders) rmSync(folder, { recursive: true, force: true });
  }
}

/** Each test has an application and a day of its own, so that none lives on another's leftovers. */
export const test = base.extend<
  {
    stands: DayStands;
    keepsAs: DayStands | null;
    looksOnly: boolean;
    server: TestServer;
  },
  { host: Host }
>({
  stands: ["fresh", { option: true }],
  // the day as it is left is put away under this name, for the tests that begin there
  keepsAs: [null, { option: true }],
  // for tests that change nothing: one application of a worker for all of them
  looksOnly: [false, { option: true }],
  host: [
    async ({}, use) => {
      const host = new Host();
      await use(host);
      await host.end();
    },
    { scope: "worker" },
  ],
  server: async ({ host, stands, looksOnly, keepsAs }, use, testInfo) => {
    if (looksOnly) return use(await host.look(stands));
    const server = await host.start(stands);
    await use(server);
    await host.stop(server.url);
    if (keepsAs !== null && testInfo.status === testInfo.expectedStatus)
      cpSync(server.dataFolder, join(keptDays(), keepsAs), { recursive: true });
  },
  baseURL: async ({ server }, use) => use(server.url),
});

export { expect } from "@playwright/test";
