import { answersOf, handCells, nextCell } from "./handRun";
import type { ProofState } from "./verification";
import { neededPartsOf, PROOF_PARTS, type VerificationForm } from "./verificationParts";

const proofOf = (...done: string[]): ProofState[] =>
  PROOF_PARTS.map((part) => ({
    part,
    status: done.includes(part) ? "done" : "todo",
    why: null,
    record: null,
  }));
const cellsOf = (
  form: VerificationForm,
  over: Partial<Parameters<typeof handCells>[0]> & { meets?: "tunes" | "adaptive" | "never" } = {},
) =>
  handCells({
    channel: { meets: over.meets ?? "tunes", neededParts: neededPartsOf(form, PROOF_PARTS) },
    wantedHz: 512e6,
    receiverHz: null,
    packHz: null,
    proof: proofOf(),
    ...over,
  });

test("the short form asks six things: the air before the pack, the recorder last", () => {
  expect(cellsOf("short").map((c) => c.question)).toEqual([
    "receiver-shows",
    "silent",
    "pack-shows",
    "rf",
    "voice",
    "far",
  ]);
});

test("the whole form asks everything that a unit can be verified by", () => {
  expect(cellsOf("whole").map((c) => c.question)).toEqual([
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
  const cells = cellsOf("short", {
    receiverHz: 512e6,
    packHz: 513e6,
    proof: proofOf("silent"),
  });
  expect(cells.slice(0, 3).map((c) => c.status)).toEqual(["done", "done", "problem"]);
  expect(nextCell(cells)?.question).toBe("pack-shows");
});

test("one that chooses for itself is paired, and its receiver is not set", () => {
  const cells = cellsOf("short", { meets: "adaptive", wantedHz: null });
  expect(cells.map((c) => c.question)).toEqual(["silent", "paired", "rf", "voice", "far"]);
});

test("without a pick, or for ends that never meet, there is nothing to ask", () => {
  expect(cellsOf("short", { wantedHz: null })).toEqual([]);
  expect(cellsOf("short", { meets: "never" })).toEqual([]);
});

test("yes is the good answer; all others are left to a second key", () => {
  expect(answersOf("rf")).toEqual({ yes: "full", others: ["weak", "none", "red"] });
  expect(answersOf("phones")).toEqual({ yes: "nothing", others: ["chatter"] });
});
