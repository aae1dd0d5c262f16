import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { listEvents } from "~/server/db/repositories/dayEvents.server";
import { diskOf, makeCopy } from "~/server/services/shoots/backups.server";
import { putNote } from "~/server/services/roll/roll.server";
import { newShoot } from "~/server/services/shoots/shoots.server";
import { ownApp } from "./practiceApp";

// a disk of a few megabytes, really full; where none can be mounted the check is left out and says
// so
const disk = mkdtempSync(join(tmpdir(), "plain-channel-disk-"));
const isMounted = spawnSync("mount", ["-t", "tmpfs", "-o", "size=4m", "tmpfs", disk]).status === 0;
afterAll(() => {
  if (isMounted) spawnSync("umount", [disk]);
  rmSync(disk, { recursive: true, force: true });
});

(isMounted ? test : test.skip)(
  "a disk that is full: told before, what was confirmed stands, nothing is half-written, and it goes on when there is room again",
  async () => {
    const { app, stop } = await ownApp(Date.UTC(2027, 4, 4, 8), disk);
    const made = await newShoot(app, {
      name: "Slack Water",
      dateIso: "2027-05-04",
      town: "",
      region: "EU",
      place: "A room",
    });
    const dayId = made.ok ? made.value : 0;
    const note = (text: string) =>
      putNote(app, dayId, { text, channelId: null, agoMs: 0, idempotencyKey: text }).then(
        (r) => r.ok,
        () => false,
      );
    expect(await note("first")).toBe(true);
    const filler = join(disk, "filler");
    // takes what is there, to the last block
    let size = 4_000_000;
    while (size > 4096) {
      try {
        writeFileSync(filler, Buffer.alloc(size), { flag: "a" });
      } catch {
        size = Math.floor(size / 2);
      }
    }
    expect(diskOf(app).state).toBe("full");
    const confirmed = ["first"];
    let isRefused = false;
    for (let i = 0; i < 400 && !isRefused; i += 1) {
      const text = `note ${i} ${"x".repeat(3000)}`;
      if (await note(text)) confirmed.push(text);
      else isRefused = true;
    }
    expect(isRefused).toBe(true);
    const kept = async () =>
      (await listEvents(app.db, dayId, ["note"])).flatMap((e) =>
        e.what.kind === "note" ? [e.what.text] : [],
      );
    expect(await kept()).toEqual(confirmed);
    const copy = await makeCopy(app);
    expect(copy).toMatchObject({ ok: false, error: { code: "copy-failed" } });
    expect(
      readdirSync(join(disk)).includes("copies") ? readdirSync(join(disk, "copies")) : [],
    ).toEqual([]);
    rmSync(filler);
    expect(await note("room again")).toBe(true);
    expect(await kept()).toEqual([...confirmed, "room again"]);
    await stop().catch(() => undefined);
  },
  30_000,
);
