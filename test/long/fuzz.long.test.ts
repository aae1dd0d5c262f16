import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { gzipSync, zipSync } from "fflate";
import type { z } from "zod";
import type { RouteConfigEntry } from "@react-router/dev/routes";
import routes from "~/app/routes";
import { batteryIntents } from "~/app/routes/batteries/intents";
import { dayIntents } from "~/app/routes/day/intents";
import { exerciseIntents } from "~/app/routes/exercise/intents";
import { assignedIntents } from "~/app/routes/assigned/intents";
import { keepIntents } from "~/app/routes/backups/intents";
import { kitIntents } from "~/app/routes/kit/intents";
import { lawIntents } from "~/app/routes/regulations/intents";
import { levelIntents } from "~/app/routes/level/intents";
import { logIntents } from "~/app/routes/log/intents";
import { modelIntents } from "~/app/routes/models/intents";
import { movingIntents } from "~/app/routes/companyMove/intents";
import { runIntents } from "~/app/routes/guidedSetup/intents";
import { pairingIntents } from "~/app/routes/pairing/intents";
import { phoneIntents } from "~/app/routes/phones/intents";
import { pickIntents } from "~/app/routes/frequencies/intents";
import { placeIntents } from "~/app/routes/linkBudget/intents";
import { prepareIntents } from "~/app/routes/prep/intents";
import { rangeIntents } from "~/app/routes/range/intents";
import { registerIntents } from "~/app/routes/stations/intents";
import { rollIntents } from "~/app/routes/roll/intents";
import { scanIntents } from "~/app/routes/scan/intents";
import { setupIntents } from "~/app/routes/setup/intents";
import { shootsIntents } from "~/app/routes/shoots/intents";
import { syncIntents } from "~/app/routes/sync/intents";
import { wrapIntents } from "~/app/routes/wrapUp/intents";
import { seenItems } from "~/contract/schemas/seen";
import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import { readWavHead, wavFile } from "~/core/audio/wav";
import { readGeoJson, planToGeoJson } from "~/core/location/planFiles";
import { readWalkReadings } from "~/core/location/walkReadings";
import { spoil, spoiling } from "~/testkit/spoil";
import { type Answer, type Asked, FuzzServer } from "./fuzzServer";
import { bent, type Pools, valuesOf } from "./shapeValues";

const SEED = 20261129;
/** Work that one request may cost; whoever waits for ever gets no answer (FuzzServer). */
const MAX_CPU_MS = 5000;
const MAX_MB = 500;
const ROUNDS = Number(process.env["PLAIN_CHANNEL_ROUNDS"] ?? 20);
const FIRST_ROUND = Number(process.env["PLAIN_CHANNEL_FIRST_ROUND"] ?? 0);
const A_ROUND = 420;

const INTENTS: Readonly<Record<string, z.ZodType>> = {
  "": dayIntents,
  "/batteries": batteryIntents,
  "/assigned": assignedIntents,
  "/kit": kitIntents,
  "/regulations": lawIntents,
  "/level": levelIntents,
  "/log": logIntents,
  "/models": modelIntents,
  "/company-move": movingIntents,
  "/guided-setup": runIntents,
  "/pairing": pairingIntents,
  "/phones": phoneIntents,
  "/frequencies": pickIntents,
  "/link-budget": placeIntents,
  "/prep": prepareIntents,
  "/range": rangeIntents,
  "/stations": registerIntents,
  "/roll": rollIntents,
  "/scan": scanIntents,
  "/setup": setupIntents,
  "/sync": syncIntents,
  "/wrap-up": wrapIntents,
};
const POOLS: Pools = {
  channelId: [1, 2, 3, 4, 5],
  placeId: [1, 2, 3, 4],
  dayId: [1, 2],
  shootId: [1, 2],
  toDayId: [1, 2],
  expectedVersion: [0, 1, 2, 3, 4, 5, 6, 8],
  basePlanVersion: [0, 1, 2, 3],
  sweepId: [1, 2, null],
  line: [0, 1, 2],
  hitId: [1, 2],
  syncId: [1, 2, 5],
  packKey: ["pack-a", "pack-b", "pack-c", "pack-f", "pack-1", "none"],
  receiverKey: ["bag-1", "bag-2", "camera-b", "receiver-1"],
  key: ["pack-a", "bag-1", "pack-g", "pack-1"],
  modelId: ["tarnfell-p-47", "tarnfell-r2-47", "none"],
  frequencyHz: [470_100_000, 487_300_000, 512_350_000, 541_225_000, 600_000_000],
  talker: ["Marit", "Nils", "Somebody"],
  region: ["EU", "US", "none"],
  number: ["11", "14", "18"],
};
/**
 * Goes on by itself afterwards and writes when it likes, or puts another data file in the place of
 * the one that is looked at.
 */
const RUNS_ON =
  /"intent":"(start|scan|begin|begin-day|restore|copy-now|roll-on|hide-faults|clock-on|clock-to-\w+)"/;

const encode = (text: string) => new TextEncoder().encode(text);
const json = (path: string, value: unknown): Asked => ({
  method: "POST",
  path,
  headers: { "content-type": "application/json" },
  body: value === undefined ? "null" : JSON.stringify(value),
});
function form(
  path: string,
  parts: readonly { name: string; value: Uint8Array | string; fileName?: string }[],
): Asked {
  const boundary = "plain-channel-fuzz-boundary";
  const body = Buffer.concat([
    ...parts.flatMap((p) => [
      encode(
        `--${boundary}\r\ncontent-disposition: form-data; name="${p.name}"${p.fileName === undefined ? "" : `; filename="${p.fileName}"\r\ncontent-type: application/octet-stream`}\r\n\r\n`,
      ),
      typeof p.value === "string" ? encode(p.value) : p.value,
      encode("\r\n"),
    ]),
    encode(`--${boundary}--\r\n`),
  ]);
  return {
    method: "POST",
    path,
    headers: { "content-type": `multipart/form-data; boundary=${boundary}` },
    body,
  };
}

/** Every address, with numbers that mean something. */
const pathsOf = (list: readonly RouteConfigEntry[], base = ""): string[] =>
  list.flatMap((r) => {
    const path = `${base}/${r.path ?? ""}`.replace(/\/+/g, "/").replace(/(.)\/$/, "$1");
    return [path, ...pathsOf(r.children ?? [], path)];
  });
const PAGES = [...new Set(pathsOf(routes))]
  .flatMap((p) => {
    const concrete = p
      .replace(":dayId", "1")
      .replace(":shootId", "1")
      .replace(":kind/:seed", "air/7")
      .replace(":sweepId", "1")
      .replace(":pictureId", "1");
    return concrete.includes("papers/:form")
      ? ["report.json", "log.csv", "report.pdf"].map((f) => concrete.replace(":form", f))
      : concrete.includes(":form")
        ? [
            "plan.csv",
            "plan.json",
            "tracks.csv",
            "tracks.json",
            "columns.csv",
            "rows.csv",
            "json",
          ].map((f) => concrete.replace(":form", f))
        : [concrete];
  })
  .filter((p) => !/events$|live$/.test(p));

type Corpus = Readonly<Record<string, Uint8Array>>;
/** A file of some kind, whole, spoiled, or with a line of it a few thousand times. */
const fileOf = (corpus: Corpus, kinds: readonly string[]): fc.Arbitrary<Uint8Array> =>
  fc
    .tuple(
      fc.constantFrom(...kinds.filter((k) => corpus[k])),
      fc.array(spoiling, { maxLength: 4 }),
      fc.integer({ min: 0, max: 30 }),
      fc.nat(),
    )
    .map(([kind, ways, repeats, at]) => {
      const interference = ways.reduce(spoil, corpus[kind]!);
      if (repeats > 1) return interference;
      const lines = new TextDecoder().decode(interference).split("\n");
      const line = lines[at % lines.length]!.slice(0, 2000);
      return encode(
        [
          ...lines,
          ...Array.from(
            { length: Math.min(3000, Math.floor(1_500_000 / (line.length + 1))) },
            () => line,
          ),
        ].join("\n"),
      );
    });
const textOf = (corpus: Corpus, kinds: readonly string[]) =>
  fileOf(corpus, kinds).map((bytes) => new TextDecoder().decode(bytes));

/** One request: an intent of a screen, more or less as it should be, or a file of a reader. */
function requests(corpus: Corpus, isStill: boolean): fc.Arbitrary<Asked> {
  const sent = (path: string, shape: z.ZodType): fc.Arbitrary<Asked> => {
    const value = valuesOf(shape, POOLS);
    return fc
      .oneof({ weight: 3, arbitrary: value }, { weight: 2, arbitrary: bent(value) })
      .map((v) => json(path, v))
      .filter(
        (asked) =>
          !(isStill && RUNS_ON.test(String(asked.body))) &&
          !/"intent":"restore"/.test(String(asked.body)),
      );
  };
  const withText = (
    path: string,
    kinds: readonly string[],
    rest: Record<string, fc.Arbitrary<unknown>>,
  ) => fc.record({ text: textOf(corpus, kinds), ...rest }).map((v) => json(path, v));
  const column = fc.option(fc.integer({ min: 0, max: 9 }));
  const columns = (names: readonly string[]) =>
    fc.record(Object.fromEntries(names.map((n) => [n, column])));
  const expectedVersion = fc.constantFrom(...(POOLS["expectedVersion"] as number[]));
  const intent = (...names: string[]) => fc.constantFrom(...names);
  const screens = Object.entries(INTENTS).map(([path, shape]) =>
    sent(path === "" ? "/day/1.data?index" : `/day/1${path}.data`, shape),
  );
  const sweeps = ["columns.csv", "rows.csv", "sweep.json", "sigmf", "gzip", "zip"];
  return fc.oneof(
    {
      weight: 6,
      arbitrary: fc.oneof(
        ...screens,
        sent("/shoots.data", shootsIntents),
        sent("/backups.data", keepIntents),
        sent("/practice/air/7.data", exerciseIntents),
        sent("/day/1/observations", seenItems),
      ),
    },
    {
      weight: 4,
      arbitrary: fc.oneof(
        fileOf(corpus, sweeps).map((value) =>
          form("/day/1/scan.data", [{ name: "sweep", value, fileName: "quay.csv" }]),
        ),
        fc
          .tuple(
            fileOf(corpus, sweeps),
            fc.constantFrom("a.csv", "%", "%E0%A4%A", "Netzboden%20%F0%9F%8E%AC.csv"),
          )
          .map(([body, name]): Asked => ({
            method: "POST",
            path: "/day/1/scan/upload",
            headers: { "content-type": "application/octet-stream", "x-file-name": name },
            body,
          })),
        withText("/day/1/prep.data", ["scenes.csv", "scenes.ics"], {
          intent: intent("preview", "import"),
          map: columns(["number", "title", "place", "start", "end", "speakers"]),
          leaveOutBad: fc.boolean(),
          expectedVersion,
        }),
        withText("/day/1/prep.data", ["scenes.csv", "scenes.ics"], {
          intent: intent("preview"),
          map: fc.constant(null),
        }),
        withText("/day/1/assigned.data", ["frequencies.csv", "handed"], {
          intent: intent("preview", "import"),
          map: columns(["who", "primary", "backup"]),
          leaveOutBad: fc.boolean(),
          expectedVersion,
        }),
        withText("/day/1/kit.data", ["units.csv"], {
          intent: intent("preview"),
          map: fc.constant(null),
        }),
        withText("/day/1/kit.data", ["kit.json"], {
          intent: intent("preview-kit", "import-kit"),
          mode: intent("add", "replace"),
          expectedVersion,
        }),
        withText("/day/1/regulations.data", ["region.json"], { intent: intent("add-file") }),
        withText("/day/1/pairing.data", ["pairing.json"], {
          intent: intent("import"),
          expectedVersion,
        }),
        withText("/day/1/frequencies.data", ["plan.json", "plan.csv", "frequencies.csv"], {
          intent: intent("read-plan"),
        }),
        fileOf(corpus, ["picture"]).map((body): Asked => ({
          method: "POST",
          path: "/day/1/pictures",
          headers: { "content-type": "image/png" },
          body,
        })),
        fc
          .tuple(fileOf(corpus, ["archive.zip"]), fc.constantFrom("look", "take", "own"))
          .map(([value, what]) =>
            form("/archive", [
              { name: "what", value: what },
              { name: "file", value, fileName: "shoot.zip" },
            ]),
          ),
        fc.tuple(fc.string(), fc.string()).map(([code, name]) =>
          form("/join.data", [
            { name: "code", value: code },
            { name: "name", value: name },
          ]),
        ),
      ),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(
          fc.constantFrom(...PAGES),
          fc.constantFrom(
            "",
            "?with=1",
            "?with=-1e99",
            "?from=NaN&to=1",
            "?at=%00",
            "?channel=__proto__",
            "?fromMs=0&toMs=9e99",
          ),
        )
        .map(([path, search]): Asked => ({ method: "GET", path: `${path}${search}` })),
    },
  );
}

const folders: string[] = [];
const newFolder = () => {
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-fuzz-"));
  folders.push(folder);
  return folder;
};
afterAll(() => folders.forEach((f) => rmSync(f, { recursive: true, force: true })));

const fetched = async (server: FuzzServer, path: string): Promise<Uint8Array | undefined> => {
  const got = await server.ask({ method: "GET", path });
  return got.status === 200 ? new Uint8Array(got.bytes) : undefined;
};

/**
 * A day as it stands in the middle of the work, with nothing running, and every file that it gives
 * out.
 */
async function prepared(isPractice: boolean): Promise<{ folder: string; corpus: Corpus }> {
  const folder = newFolder();
  const server = await FuzzServer.start(folder, isPractice);
  const sweep =
    "frequency,dBm\n" +
    Array.from(
      { length: 900 },
      (_, i) => `${470_000_000 + i * 100_000},${(-104 + ((i * 7919) % 40) / 10).toFixed(1)}`,
    ).join("\n");
  if (!isPractice) {
    await server.ask(
      json("/shoots.data", {
        intent: "new-shoot",
        name: "Slack Water",
        dateIso: "2027-05-04",
        town: "Port Ellery",
        region: "EU",
        place: "Net loft",
      }),
    );
    for (const modelId of ["tarnfell-r2-47", "tarnfell-p-47"])
      for (let version = 0; version < 8; version += 1)
        await server.ask(
          json("/day/1/kit.data", { intent: "add-unit", modelId, expectedVersion: version }),
        );
    for (const talker of ["Marit", "Nils"])
      await server.ask(json("/day/1/setup.data", { intent: "add-talker", told: { talker } }));
  }
  await server.ask(
    form("/day/1/scan.data", [{ name: "sweep", value: sweep, fileName: "loft.csv" }]),
  );
  for (const channelId of [1, 2])
    await server.ask(
      json("/day/1/guided-setup.data", { intent: "choose", channelId, isFresh: false }),
    );
  await server.ask(
    json("/day/1/log.data", {
      intent: "note",
      text: "door open",
      channelId: 1,
      agoMs: 0,
      idempotencyKey: "12345678",
    }),
  );
  const from: Record<string, string> = {
    "scenes.csv": "/day/1/scenes.csv",
    "scenes.ics": "/day/1/scenes.ics",
    "frequencies.csv": "/day/1/frequencies.csv",
    "region.json": "/day/1/region.json",
    "pairing.json": "/day/1/files/pairing.json",
    "plan.csv": "/day/1/files/plan.csv",
    "plan.json": "/day/1/files/plan.json",
    "kit.json": "/day/1/kit.json",
    "units.csv": "/day/1/units.csv",
    "sweep.json": "/day/1/scans/1/json",
    "rows.csv": "/day/1/scans/1/rows.csv",
    "columns.csv": "/day/1/scans/1/columns.csv",
    "archive.zip": "/shoots/1/archive.zip",
  };
  const corpus: Record<string, Uint8Array> = {};
  for (const [kind, path] of Object.entries(from)) {
    const file = await fetched(server, path);
    if (file) corpus[kind] = file;
  }
  await server.stop();
  const meta = encode(
    JSON.stringify({
      global: { "core:datatype": "cu8", "core:sample_rate": 1e6, "core:version": "1.0.0" },
      captures: [{ "core:sample_start": 0, "core:frequency": 5e8 }],
    }),
  );
  corpus["columns.csv"] ??= encode(sweep);
  corpus["gzip"] = gzipSync(encode(sweep));
  corpus["zip"] = zipSync({
    "a.csv": encode(sweep),
    "r.sigmf-meta": meta,
    "r.sigmf-data": new Uint8Array(900).map((_, i) => (i * 37) & 255),
  });
  corpus["sigmf"] = meta;
  corpus["handed"] = encode(
    "who;primary;backup\nMarit;523.450 MHz;540,1\nNils;512.350;\nBoom;606.000;606.5\n",
  );
  corpus["picture"] = Uint8Array.from([
    0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0,
    64, 0, 0, 0, 64, 8, 2, 0, 0, 0, 0x25, 0x0b, 0xe6, 0x89,
  ]);
  return { folder, corpus };
}

const named = (asked: Asked) =>
  `${asked.method} ${asked.path} ${Buffer.from(asked.body ?? "")
    .toString("latin1")
    .slice(0, 300)}`;

test(`${ROUNDS * A_ROUND} spoiled requests and files against the built application: none crashes it, hangs it, is answered without words or half written`, async () => {
  const wrong: string[] = [];
  const counted = { taken: 0, refused: 0, mostMs: 0, mostMb: 0 };
  const bases = [await prepared(true), await prepared(false)];
  for (const base of bases) expect(Object.keys(base.corpus).length).toBeGreaterThan(12);
  /** One round from its start. @returns what took too much work, by its place in the round */
  const played = async (round: number): Promise<Map<number, string>> => {
    const base = bases[round % 2]!;
    const isStill = round % 4 < 2;
    const folder = newFolder();
    cpSync(base.folder, folder, { recursive: true });
    const server = await FuzzServer.start(folder, round % 2 === 0);
    const heavy = new Map<number, string>();
    let asks = 0;
    let last = "";
    let slowest = "";
    /** Asks, and judges what came back by it and by what it cost. */
    const ask = async (asked: Asked, before: string) => {
      const fromMs = server.cpuMs();
      const got = await server.ask(asked);
      judge(asked, got, server.isUp ? server.cpuMs() - fromMs : 0);
      if (isStill && asked.method === "POST" && got.status >= 400 && server.isUp)
        if ((await server.stored()) !== before)
          wrong.push(`round ${round}: refused, and something was written: ${named(asked)}`);
    };
    const judge = (asked: Asked, got: Answer, cpuMs: number) => {
      const isRefused = got.status >= 400;
      counted[isRefused ? "refused" : "taken"] += 1;
      if (got.ms > counted.mostMs) {
        counted.mostMs = Math.round(got.ms);
        slowest = `${named(asked).slice(0, 120)}, after ${last}`;
      }
      const said = (what: string) =>
        `round ${round}: ${what}: ${named(asked)} → ${got.status} ${got.text.slice(0, 300)}`;
      if (got.status === 0) wrong.push(said(server.isUp ? "no answer" : "it ended"));
      // 503 and 507 are the disk's and the file's; they come with words
      if (got.status >= 500 && got.status !== 503 && got.status !== 507)
        wrong.push(said("no words"));
      if (cpuMs > MAX_CPU_MS) heavy.set(asks, `${said(`${cpuMs} ms of work`)}, after ${last}`);
      asks += 1;
      last = `${named(asked).slice(0, 200)} (${got.status}, ${Math.round(got.ms)} ms, ${Buffer.byteLength(asked.body ?? "")} bytes)`;
    };
    for (const asked of fc.sample(requests(base.corpus, isStill), {
      numRuns: A_ROUND,
      seed: SEED + round,
    })) {
      if (!server.isUp) break;
      const before = isStill ? await server.stored() : "";
      await ask(asked, before);
    }
    // whatever was done: the day opens on every page, and the file is whole
    for (const path of PAGES) if (server.isUp) await ask({ method: "GET", path }, "");
    for (const d of server.isUp ? await server.damage() : [])
      wrong.push(`round ${round}: the file: ${JSON.stringify(d)}`);
    counted.mostMb = Math.max(counted.mostMb, server.isUp ? server.mostMb() : Infinity);
    await server.stop();
    process.stdout.write(
      `round ${round}, ${ROUNDS} in all: ${JSON.stringify(counted)}, ${wrong.length} wrong; slowest ${slowest}\n`,
    );
    return heavy;
  };
  for (let round = FIRST_ROUND; round < FIRST_ROUND + ROUNDS; round += 1) {
    const heavy = await played(round);
    if (heavy.size === 0) continue;
    // A stall of the machine is counted as work of the process. What the application itself makes
    // of a request, it makes again of the same round.
    const again = await played(round);
    for (const [at, what] of heavy) if (again.has(at)) wrong.push(what);
  }
  expect(wrong).toEqual([]);
  expect(counted.mostMb).toBeLessThan(MAX_MB);
  expect(counted.taken).toBeGreaterThan(500);
});

test("1,700 spoiled files for the readers that run in the page: each is read or refused at once", () => {
  const onto = PORT_ELLERY_PLANS["net-loft"]!.plan(() => 1);
  const plain = (candidate: unknown) => candidate as typeof onto;
  const corpus: Corpus = {
    geo: encode(planToGeoJson(onto)),
    readings: encode(
      "time,A dBm,B dBm\n" +
        Array.from({ length: 300 }, (_, i) => `${i / 10},${-50 - (i % 30)},${-55 - (i % 20)}`).join(
          "\n",
        ),
    ),
    wav: new Uint8Array(
      wavFile([new Float64Array(400)], { encoding: "pcm24", sampleRateHz: 48_000 }),
    ),
  };
  const slow: string[] = [];
  fc.assert(
    fc.property(fc.constantFrom("geo", "readings", "wav"), fc.nat(), (kind, seed) => {
      const [bytes] = fc.sample(fileOf(corpus, [kind]), { numRuns: 1, seed }) as [Uint8Array];
      const began = process.cpuUsage();
      const text = new TextDecoder().decode(bytes);
      if (kind === "geo") readGeoJson(text, onto, plain);
      else if (kind === "readings") readWalkReadings(text);
      else
        readWavHead({ size: bytes.length, read: (at, length) => bytes.subarray(at, at + length) });
      if (process.cpuUsage(began).user / 1000 > MAX_CPU_MS) slow.push(`${kind} ${seed}`);
    }),
    { numRuns: 1700, seed: SEED },
  );
  expect(slow).toEqual([]);
});
