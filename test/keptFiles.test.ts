// Files as the versions before wrote them, kept whole: the practice day, verified by its receivers,
// with a call that was taken back and somebody's own words added to it.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gunzipSync } from "node:zlib";
import { antennaSeats, seatAntennas } from "~/core/kit/antennaPlan";
import { antennasOfStock } from "~/core/kit/antennas";
import { receiverModel } from "~/core/kit/models";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { isVerificationOutcome } from "~/core/channel/verificationParts";
import { type Database, openDatabase } from "~/server/db/connection.server";
import { readArchive } from "~/server/compute/readArchive";
import { plainTables } from "~/server/db/repositories/archive.server";
import { listChannels } from "~/server/db/repositories/channels.server";
import { listEvents } from "~/server/db/repositories/dayEvents.server";
import { listDays } from "~/server/db/repositories/days.server";
import { newestItems, newestVersions } from "~/server/db/repositories/versionedLists.server";
import { listSyncs } from "~/server/db/repositories/records.server";

const folder = mkdtempSync(join(tmpdir(), "plain-channel-kept-"));
let db: Database;

beforeAll(async () => {
  const file = join(folder, "data.sqlite");
  writeFileSync(file, gunzipSync(readFileSync("test/kept/data-0021.sqlite.gz")));
  db = await openDatabase(file);
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

test("a data file of version 0021: what was seen is told by codes, what happened stands as it was and is only added to", async () => {
  const [day] = await listDays(db);
  expect(day).toMatchObject({ production: "Slack Water", isArchived: false });
  const proofs = (await listSyncs(db, day!.id)).filter((s) => s.kind === "proof");
  expect(proofs.length).toBeGreaterThan(30);
  expect(proofs.filter((p) => !isVerificationOutcome(p.part, p.outcome))).toEqual([]);
  expect(proofs.filter((p) => p.part === "partner").at(-1)).toMatchObject({
    outcome: "another-pack",
  });
  expect((await listChannels(db, day!.id)).every((c) => c.extraPacks.length === 0)).toBe(true);
  expect((await listEvents(db, day!.id)).slice(-5).map((e) => e.what)).toMatchObject([
    { kind: "power", by: "own-word" },
    { kind: "hit" },
    { kind: "hit-answer" },
    { kind: "hit-closed", how: "taken-back" },
    { kind: "note", text: 'the lead by her own word, "how":"taken back"' },
  ]);
  await expect(db.sequelize.query("UPDATE dayEvents SET atMs = 0")).rejects.toHaveProperty(
    "parent.message",
    expect.stringContaining("only added to"),
  );
});

test("an archive of version 1 is read to the same rows as the data file that it was made of", async () => {
  const read = readArchive(readFileSync("test/kept/shoot-version-1.zip"));
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const [day] = await listDays(db);
  expect(read.value.head.version).toBe(1);
  expect(read.value.days[0]!.day.isArchived).toBe(false);
  expect(read.value.days[0]!.tables).toEqual((await plainTables(db, day!.id)).tables);
});

test("its antennas, counted with the stock then, are told one by one and stand on the receivers' sockets", async () => {
  const [day] = await listDays(db);
  const stock = await newestItems(db, "stock", day!.id);
  const counted = stock.filter((s) => s.kind === "antenna").reduce((n, s) => n + s.count, 0);
  expect(counted).toBeGreaterThan(3);
  expect(await newestVersions(db, "antennas", day!.id)).toEqual([]);
  const antennas = antennasOfStock(stock);
  expect(antennas).toHaveLength(counted);
  expect(new Set(antennas.map((a) => a.id)).size).toBe(counted);
  const units = await newestItems(db, "units", day!.id);
  const receivers = units
    .filter((u) => u.kind === "receiver")
    .map((u) => ({
      key: u.key,
      label: u.label,
      model: receiverModel(SHIPPED_KIT, u.modelId),
      frequenciesHz: [],
    }));
  const seated = seatAntennas(SHIPPED_KIT, antennas, antennaSeats(receivers, []));
  expect(seated.filter((s) => s.antenna !== null).length).toBeGreaterThan(3);
});
