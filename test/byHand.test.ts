import { logWords } from "~/contract/messages/log";
import { reportTables } from "~/contract/messages/reportTables";
import { channelState } from "~/core/channel/channelState";
import type { Seen } from "~/contract/schemas/seen";
import type { VerificationPart } from "~/core/channel/verificationParts";
import type { AppContext } from "~/server/services/appContext.server";
import { requireDay } from "~/server/services/day/dayView.server";
import {
  answerHit,
  callHit,
  closeHit,
  hitsOf,
  observeHit,
} from "~/server/services/roll/hits.server";
import { logOf } from "~/server/services/day/log.server";
import { reportOf } from "~/server/services/day/report.server";
import { setTake } from "~/server/services/roll/slate.server";
import { recordSeen, setVerificationForm } from "~/server/services/sync/syncs.server";
import { acceptFound, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

/** A day whose receivers nothing reads: people look at their screens. */
let practice: PracticeApp;
let app: AppContext;
beforeAll(async () => {
  practice = await practiceApp();
  await scanToEnd(practice);
  await acceptFound(practice);
  app = { ...practice.app, rig: null, simulator: null };
});
afterAll(() => practice.stop());

async function valueOf<T>(
  result: Promise<{ ok: true; value: T } | { ok: false; error: { code: string } }>,
): Promise<T> {
  const got = await result;
  if (!got.ok) throw new Error(JSON.stringify(got.error));
  return got.value;
}
const day = () => valueOf(requireDay(app, practice.dayId));
const open = async () => (await hitsOf(app, await day()))[0]!;
/** What somebody tells of the first channel on a frequency. */
async function told(frequencyHz: number, ...seen: Seen[]): Promise<void> {
  const { packKey, receiverKey, id: channelId } = (await day()).facts.channels[0]!;
  for (const s of seen) {
    practice.pass(1000);
    await valueOf(
      recordSeen(app, practice.dayId, [
        {
          id: `seen ${Math.random()}`,
          channelId,
          atMs: null,
          of: { frequencyHz, packKey, receiverKey },
          seen: s,
        },
      ]),
    );
  }
}
const verification = (part: VerificationPart, outcome: string): Seen => ({
  what: "proof",
  part,
  outcome,
  shown: null,
});
const retuned = async () => {
  const channelId = (await day()).facts.channels[0]!.id;
  const { hitId, judged } = await valueOf(
    callHit(app, practice.dayId, { channelId, agoMs: 0, idempotencyKey: null }),
  );
  const { toHz } = await valueOf(answerHit(app, practice.dayId, { hitId, answer: "retune" }));
  await told(
    toHz!,
    { what: "receiver-shows", frequencyHz: toHz! },
    { what: "pack-shows", frequencyHz: toHz! },
  );
  return { hitId, judged, toHz: toHz! };
};

test("a hit that nothing was read of has no cause and no share: on the screen, in the log and on paper", async () => {
  const channelId = (await day()).facts.channels[0]!.id;
  const { hitId, judged } = await valueOf(
    callHit(app, practice.dayId, { channelId, agoMs: 0, idempotencyKey: null }),
  );
  expect(judged.causes).toEqual([]);
  expect(judged.answers[0]).toBe("retune");
  expect((await open()).hit.judged.causes).toEqual([]);
  const { entries } = await valueOf(logOf(app, practice.dayId));
  const names = { talker: () => "Marit", pack: () => "", place: () => "", metres: String };
  expect(
    logWords(
      entries.find((e) => e.key === `event-${hitId}`)!,
      names,
    ),
  ).toMatch(/^Marit: hit.*: logged; cause not known$/);
  const { report } = await valueOf(reportOf(app, practice.dayId));
  expect(report.hits[0]).toMatchObject({ cause: null, share: null });
  const cell = reportTables(report).find((t) => t.id === "hits")!.rows[0]![3]!.text;
  expect(cell).toBe("logged; cause not known");
  await valueOf(answerHit(app, practice.dayId, { hitId, answer: "leave" }));
});

test("what somebody noticed of it ranks the causes, told as likely and with what it rests on, also on paper", async () => {
  const channelId = (await day()).facts.channels[0]!.id;
  const { hitId } = await valueOf(
    callHit(app, practice.dayId, { channelId, agoMs: 0, idempotencyKey: null }),
  );
  const observed = { heard: "silence", meter: "stayed", pack: "muted" } as const;
  await valueOf(observeHit(app, practice.dayId, { hitId, observed }));
  const hit = await open();
  expect(hit.observed).toEqual(observed);
  expect(hit.hit.judged.basis).toBe("observed");
  expect(hit.hit.judged.causes[0]).toMatchObject({ cause: "muted" });
  expect(hit.hit.judged.answers[0]).toBe("unmute");
  const { entries } = await valueOf(logOf(app, practice.dayId));
  const names = { talker: () => "Marit", pack: () => "", place: () => "", metres: String };
  expect(entries.map((e) => logWords(e, names))).toContain(
    "Marit: heard silence; RF meter stayed up; pack muted: likely the pack is muted",
  );
  const { report } = await valueOf(reportOf(app, practice.dayId));
  const cells = reportTables(report)
    .find((t) => t.id === "hits")!
    .rows.map((r) => r[3]!.text);
  expect(cells).toContain(
    "Likely the pack is muted (heard silence; RF meter stayed up; pack muted)",
  );
  // nothing noticed after all
  const nothing = { heard: null, meter: null, pack: null };
  await valueOf(observeHit(app, practice.dayId, { hitId, observed: nothing }));
  expect((await open()).hit.judged.causes).toEqual([]);
  await valueOf(answerHit(app, practice.dayId, { hitId, answer: "leave" }));
});

test("a channel that was retuned by hand counts as verified only when its questions were answered", async () => {
  const { hitId, toHz } = await retuned();
  expect((await open()).step).toBe("prove");
  expect((await open()).lacking).toEqual(["rf", "antennas", "partner", "voice"]);
  expect(await closeHit(app, practice.dayId, { hitId })).toMatchObject({
    ok: false,
    error: { code: "not-verified", parts: ["rf", "antennas", "partner", "voice"] },
  });
  // a bad answer is no answer
  await told(
    toHz,
    verification("rf", "full"),
    verification("antennas", "both-take-turns"),
    verification("partner", "its-own"),
    verification("voice", "hiss-or-breaks"),
  );
  expect(await closeHit(app, practice.dayId, { hitId })).toMatchObject({
    ok: false,
    error: { parts: ["voice"] },
  });
  expect((await open()).step).toBe("prove");
  await told(toHz, verification("voice", "follows"));
  expect(await valueOf(closeHit(app, practice.dayId, { hitId }))).toMatchObject({ how: "proved" });
  expect((await day()).plan!.picks[0]!.frequencyHz).toBe(toHz);
});

test("or it is closed as retuned, not verified: the plan follows, and log and report say so", async () => {
  const { hitId, toHz } = await retuned();
  expect(await valueOf(closeHit(app, practice.dayId, { hitId, isUnverified: true }))).toMatchObject(
    { how: "unproved" },
  );
  expect((await day()).plan!.picks[0]!.frequencyHz).toBe(toHz);
  const { report } = await valueOf(reportOf(app, practice.dayId));
  expect(report.hits.at(-1)).toMatchObject({ outcome: "retuned-not-verified", toHz });
  expect((await hitsOf(app, await day())).find((h) => h.id === hitId)).toMatchObject({
    step: "closed",
    closed: { how: "unproved" },
  });
  expect(report.hits.map((h) => h.outcome)).toEqual([
    "left",
    "left",
    "retuned",
    "retuned-not-verified",
  ]);
});

test("the short form: four answers and the recorder's verify a channel, the whole form asks the rest", async () => {
  const { plan, channels } = (await day()).facts;
  const channel = channels[0]!;
  const frequencyHz = plan!.picks.find((p) => p.channelId === channel.id)!.frequencyHz;
  const sync = async () => channelState((await day()).facts, (await day()).facts.channels[0]!).sync;
  await valueOf(setVerificationForm(app, practice.dayId, "short"));
  await told(
    frequencyHz,
    { what: "receiver-shows", frequencyHz },
    { what: "pack-shows", frequencyHz },
    verification("silent", "nothing"),
    verification("rf", "full"),
    verification("voice", "follows"),
  );
  expect(await sync()).toMatchObject({ code: "not-proved", left: ["far"] });
  await told(frequencyHz, verification("far", "meter-follows"));
  expect((await sync()).code).toBe("proved");
  await valueOf(setVerificationForm(app, practice.dayId, "whole"));
  expect(await sync()).toMatchObject({ code: "not-proved" });
  // one who heard nothing is told so, whatever else was answered
  await valueOf(setVerificationForm(app, practice.dayId, "short"));
  await told(frequencyHz, verification("voice", "nothing"));
  expect((await sync()).code).toBe("no-audio");
  const { entries } = await valueOf(logOf(app, practice.dayId));
  expect(JSON.stringify(entries)).toContain('"outcome":"nothing"');
});

test("scene and take: said with a key, put down with the next hit, in log and on paper", async () => {
  await valueOf(setTake(app, practice.dayId, { scene: "14A", take: 3 }));
  practice.pass(1000);
  const channelId = (await day()).facts.channels[1]!.id;
  const { hitId } = await valueOf(
    callHit(app, practice.dayId, { channelId, agoMs: 0, idempotencyKey: null }),
  );
  expect((await open()).hit).toMatchObject({ scene: "14A", take: 3 });
  // it was looked at, and everything held: that is an answer
  await valueOf(answerHit(app, practice.dayId, { hitId, answer: "nothing-found" }));
  const { entries } = await valueOf(logOf(app, practice.dayId));
  const names = { talker: () => "Tobiah", pack: () => "", place: () => "", metres: String };
  const told = entries.map((e) => logWords(e, names));
  expect(told).toContain("Scene 14A, take 3");
  expect(told.some((t) => t.includes("hit in scene 14A, take 3"))).toBe(true);
  expect(told.some((t) => t.includes("nothing found: all OK"))).toBe(true);
  const hits = (await valueOf(reportOf(app, practice.dayId))).report.hits;
  expect(hits.at(-1)).toMatchObject({
    scene: "14A / 3",
    outcome: "nothing-found",
    cause: null,
  });
});
