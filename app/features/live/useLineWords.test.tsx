/** @jest-environment ./testkit/browserEnvironment.mjs */
import { act, render, waitFor } from "@testing-library/react";
import type { SeenItem } from "~/contract/schemas/seen";
import type { LiveState } from "./useLive";
import { useLineWords } from "./useLineWords";
import { outboxOf } from "./outbox";

const seen = (packKey: string): Omit<SeenItem, "id"> => ({
  channelId: 1,
  atMs: null,
  of: { frequencyHz: 5e8, packKey, receiverKey: "bag-1" },
  seen: { what: "cells" },
});

/** What the cart answers; null: it does not. */
let cart: ((items: SeenItem[]) => unknown) | null;
beforeEach(() => {
  cart = null;
  globalThis.fetch = ((_: string, { body }: { body: string }) => {
    if (!cart) return Promise.reject(new TypeError("Failed to fetch"));
    const answers = cart(JSON.parse(body) as SeenItem[]);
    return Promise.resolve(Response.json({ answers }));
  }) as unknown as typeof fetch;
});
const said = () => document.body.textContent;
function Line({ dayId, state }: { dayId: number; state: LiveState }) {
  const words = useLineWords(dayId, state);
  return words && <p>{`${words.what} | ${words.why}`}</p>;
}

test("what waits is counted while the cart cannot be reached, and while it goes out", async () => {
  const box = outboxOf(1);
  const shown = render(<Line dayId={1} state="live" />);
  expect(document.body.textContent).toBe("");
  shown.rerender(<Line dayId={1} state="away" />);
  expect(said()).toMatch(/^No connection to the cart\. \| .*meanwhile\.$/);
  await act(async () => {
    box.put(seen("pack-a"));
    await Promise.resolve();
  });
  expect(said()).toMatch(/^No connection to the cart\. 1 check waits here\. /);
  await act(async () => {
    box.put(seen("pack-b"));
    await Promise.resolve();
  });
  expect(said()).toMatch(/ 2 checks wait here\. /);
  shown.rerender(<Line dayId={1} state="live" />);
  await waitFor(() => expect(said()).toBe("Sending: 2 checks wait here. | null"), {
    timeout: 15_000,
  });
  cart = (items) => items.map((i) => ({ id: i.id, syncId: 1, words: null }));
  await act(() => box.flush());
  await waitFor(() => expect(document.body.textContent).toBe(""), { timeout: 15_000 });
});

test("who was sent away is told what is kept, and how to come back in", async () => {
  const box = outboxOf(2);
  render(<Line dayId={2} state="sent-away" />);
  await act(async () => {
    box.put(seen("pack-a"));
    await Promise.resolve();
  });
  expect(said()).toMatch(
    /^This phone was disconnected\. 1 check waits here\. \| .*To connect again, .*\/join\.$/,
  );
});
