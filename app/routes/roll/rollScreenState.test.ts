import {
  FIRST_ROLL_SCREEN,
  nextRollScreen,
  type RollScreenState,
  type RollStep,
} from "./rollScreenState";

const after = (...steps: RollStep[]): RollScreenState =>
  steps.reduce(nextRollScreen, FIRST_ROLL_SCREEN);

test("the RF history goes longer and shorter step by step, and stops at its ends; a length that is none is not taken", () => {
  expect(after({ do: "seconds-by", by: 1 }).seconds).toBe(120);
  expect(after(...Array<RollStep>(9).fill({ do: "seconds-by", by: 1 })).seconds).toBe(600);
  expect(after(...Array<RollStep>(9).fill({ do: "seconds-by", by: -1 })).seconds).toBe(30);
  expect(after({ do: "show-seconds", seconds: 300 }).seconds).toBe(300);
  expect(after({ do: "show-seconds", seconds: 7 }).seconds).toBe(60);
});

test("a note belongs to the moment when it was begun; beginning again goes on with it", () => {
  const { note } = after(
    { do: "begin-note", at: 1000 },
    { do: "write", text: "gulls" },
    { do: "begin-note", at: 5000 },
  );
  expect(note).toEqual({ text: "gulls", begunAt: 1000, sentAfter: null });
});

test("a note that is refused stays as it was written; one that is taken goes; one that is left is gone", () => {
  const written: RollStep[] = [
    { do: "begin-note", at: 1000 },
    { do: "write", text: "gulls" },
    { do: "send-note", answeredAt: 3 },
  ];
  expect(after(...written).note!.sentAfter).toBe(3);
  expect(after(...written, { do: "note-answered", isOk: false }).note).toEqual({
    text: "gulls",
    begunAt: 1000,
    sentAfter: null,
  });
  expect(after(...written, { do: "note-answered", isOk: true }).note).toBeNull();
  expect(after(...written, { do: "leave-note" }).note).toBeNull();
});

test("a hit that is put aside comes back alone", () => {
  expect(
    after(
      { do: "put-aside", hitId: 4 },
      { do: "put-aside", hitId: 9 },
      { do: "bring-back", hitId: 4 },
    ).hidden,
  ).toEqual([9]);
});
