/** @jest-environment ./testkit/browserEnvironment.mjs */
import { act, renderHook } from "@testing-library/react";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { SeenItem } from "~/contract/schemas/seen";
import type { OutboxState } from "~/app/features/live/outbox";
import { useAnswered } from "./useAnswered";

const SENT: OutboxState = { waiting: [], setAside: [], last: null };
const item = (id: string, outcome: string): SeenItem => ({
  id,
  channelId: 1,
  atMs: 0,
  of: { frequencyHz: 512e6, packKey: "pack-a", receiverKey: "bag-1" },
  seen: { what: "proof", part: "silent", outcome, shown: null },
});
/** The day as it was read: what its record of the silence says, and on which frequency it is. */
const day = (outcome: string | null) =>
  [
    {
      id: 1,
      verification: [{ part: "silent", record: outcome === null ? null : { outcome, atMs: 0 } }],
    },
  ] as unknown as ChannelView[];

const begin = () =>
  renderHook(
    (p: { channels: ChannelView[]; frequencyOf: () => number }) =>
      useAnswered(SENT, p.channels, p.frequencyOf),
    { initialProps: { channels: day(null), frequencyOf: on512 } },
  );
const on512 = () => 512e6;
const on513 = () => 513e6;

test("a second answer to a question stands alone: the first does not come back when the day holds it", () => {
  const { result, rerender } = begin();
  act(() => result.current.note(item("first", "somebody")));
  act(() => result.current.note(item("second", "nothing")));
  expect(result.current.answered.map((a) => a.id)).toEqual(["second"]);
  rerender({ channels: day("nothing"), frequencyOf: on512 });
  expect(result.current.answered).toEqual([]);
});

test("an answer counts until the day holds it, or the channel has another frequency", () => {
  const { result, rerender } = begin();
  act(() => result.current.note(item("first", "somebody")));
  rerender({ channels: day("nothing"), frequencyOf: on512 });
  expect(result.current.answered).toHaveLength(1);
  rerender({ channels: day(null), frequencyOf: on513 });
  expect(result.current.answered).toEqual([]);
});
