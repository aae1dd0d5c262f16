import { answersOf, handCells, nextCell } from "./handRun";
import type { VerificationState } from "./verification";
import { neededPartsOf, VERIFICATION_PARTS, type VerificationForm } from "./verificationParts";

const verificationOf = (...done: string[]): VerificationState[] =>
  VERIFICATION_PARTS.map((part) => ({
    part,
    status: done.includes(part) ? "done" : "todo",
    why: null,
    record: null,
  }));
const batteriesOf = (
  form: VerificationForm,
  over: Partial<Parameters<typeof handCells>[0]> & { meets?: "tunes" | "adaptive" | "never" } = {},
) =>
  handCells({
    channel: { meets: over.meets ?? "tunes", neededParts: neededPartsOf(form, VERIFICATION_PARTS) },
    wantedHz: 512e6,
    receiverHz: null,
    packHz: null,
    verification: verificationOf(),
    ...over,
  });

test("the short form asks six things: the air before the pack, the recorder last", () => {
  expect(batteriesOf("short").map((c) => c.question)).toEqual([
    "receiver-shows",
    "silent",
    "pack-shows",
    "rf",
    "voice",
    "far",
  ]);
});

test("the whole form asks everything that a unit can be verified by", () => {
  expect(batteriesOf("whole").map((c) => c.question)).toEqual([
    "receiver-shows",
    "silent",
    "phones",
    "pack-shows",
    "rf",
    "antennas",
    "partner",
    "voice",
    "mute",
  ]);
});

test("what shows another number needs a hand, what is done is passed over", () => {
  const cells = batteriesOf("short", {
    receiverHz: 512e6,
    packHz: 513e6,
    verification: verificationOf("silent"),
  });
  expect(cells.slice(0, 3).map((c) => c.status)).toEqual(["done", "done", "problem"]);
  expect(nextCell(cells)?.question).toBe("pack-shows");
});

test("one that chooses for itself is paired, and its receiver is not set", () => {
  const cells = batteriesOf("short", { meets: "adaptive", wantedHz: null });
  expect(cells.map((c) => c.question)).toEqual(["silent", "paired", "rf", "voice", "far"]);
});

test("without a pick, or for ends that never meet, there is nothing to ask", () => {
  expect(batteriesOf("short", { wantedHz: null })).toEqual([]);
  expect(batteriesOf("short", { meets: "never" })).toEqual([]);
});

test("yes is the good answer; all others are left to a second key", () => {
  expect(answersOf("rf")).toEqual({ yes: "full", others: ["weak", "none", "red"] });
  expect(answersOf("phones")).toEqual({ yes: "nothing", others: ["chatter"] });
});
