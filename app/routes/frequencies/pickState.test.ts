import type { Draft } from "./draft";
import { EMPTY_DRAFT } from "./draft";
import { beginPick, draftIn, nextPick, type PickState, type PickStep } from "./pickState";

const after = (start: PickState, ...steps: PickStep[]) => steps.reduce(nextPick, start);
const begun = (texts: Record<number, string> = {}) => beginPick("normal", texts);
const found: Draft = {
  ...EMPTY_DRAFT,
  how: "found anew",
  picks: [
    { channelId: 1, frequencyHz: 500e6, isLocked: false },
    { channelId: 2, frequencyHz: 510e6, isLocked: false },
  ],
};
const put: PickStep = {
  do: "put",
  from: found,
  channelId: 2,
  frequencyHz: 512.375e6,
  talker: "Tobiah",
};

test("a channel put by hand is chosen, typed and locked; nothing of a trial is left", () => {
  const state = after(
    begun({ 2: "51" }),
    { do: "show", draft: found },
    { do: "try", tried: { channelId: 2, frequencyHz: 511e6, isDragged: true } },
    put,
  );
  expect(state).toMatchObject({ tried: null, texts: { 2: "512.375" } });
  expect(draftIn(state)!.picks[1]).toEqual({
    channelId: 2,
    frequencyHz: 512.375e6,
    isLocked: true,
  });
  expect(draftIn(state)!.how).toBe("Tobiah moved by hand");
});

test("a step by hand is taken back with what was typed before it; a found set with nothing typed", () => {
  const state = after(begun({ 2: "51" }), { do: "show", draft: found }, put);
  const back = nextPick(state, { do: "undo" });
  expect(draftIn(back)).toBe(found);
  expect(back.texts).toEqual({ 2: "51" });
  const plan = nextPick(back, { do: "undo" });
  expect(draftIn(plan)).toBeNull();
  expect(plan.texts).toEqual({ 2: "51" });
});

test("what is taken over becomes the plan, with nothing typed; refused, it stays as it was", () => {
  const sent = after(begun(), { do: "show", draft: found }, put, { do: "send", answeredAt: 7 });
  expect(sent.sentAfter).toBe(7);
  expect(nextPick(sent, { do: "answered", isOk: true })).toMatchObject({
    drafts: [],
    texts: {},
    sentAfter: null,
  });
  const refused = nextPick(sent, { do: "answered", isOk: false });
  expect(refused).toMatchObject({ sentAfter: null, texts: { 2: "512.375" } });
  expect(draftIn(refused)).toBe(draftIn(sent));
});

test("dropped, what is typed stays; cleared, it goes too", () => {
  const state = after(begun({ 1: "495.5" }), { do: "show", draft: found });
  expect(nextPick(state, { do: "drop" })).toMatchObject({ drafts: [], texts: { 1: "495.5" } });
  expect(nextPick(state, { do: "clear" })).toMatchObject({ drafts: [], texts: {} });
});

test("what is given up is given up in what is asked: a lock is untyped, the spacing tightened", () => {
  const state = nextPick(begun({ 1: "495.5", 3: "520" }), {
    do: "give-up",
    relaxations: [{ code: "unlock", channelId: "ch1" }, { code: "tighter" }],
  });
  expect(state).toMatchObject({ profile: "tight", texts: { 3: "520" } });
  expect(state.texts).not.toHaveProperty("1");
});

test("who was hit and finds nothing is told until another set for them is shown", () => {
  const none = nextPick(begun(), { do: "nothing-clear", talker: "Irsa" });
  expect(none.nothingFor).toBe("Irsa");
  expect(nextPick(none, { do: "show", draft: found }).nothingFor).toBe("Irsa");
  expect(nextPick(none, { do: "show", draft: found, isForOne: true })).toMatchObject({
    nothingFor: null,
  });
});
