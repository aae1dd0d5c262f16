/** @jest-environment ./testkit/browserEnvironment.mjs */
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import type { Seen } from "~/contract/schemas/seen";
import { handCells, nextCell } from "~/core/channel/handRun";
import { isGoodOutcome, type VerificationPart } from "~/core/channel/verificationParts";
import { RunQuestion } from "./RunQuestion";
import type { RunRow } from "./runModel";
import { useRun } from "./useRun";

const PARTS: VerificationPart[] = ["silent", "rf", "voice"];
type Told = Record<number, Partial<Record<string, string | number>>>;

const END: RunRow["ends"]["receiver"] = {
  kind: "receiver",
  tuning: [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }],
  readout: "mhz",
};

const rowOf = (id: number, talker: string, told: Told[number]): RunRow => {
  const cells = handCells({
    channel: { meets: "tunes", neededParts: PARTS },
    wantedHz: 512e6,
    receiverHz: (told["receiver-shows"] as number | undefined) ?? null,
    packHz: (told["pack-shows"] as number | undefined) ?? null,
    verification: PARTS.map((part) => {
      const outcome = told[part] as string | undefined;
      return {
        part,
        why: null,
        record: null,
        status: outcome === undefined ? "todo" : isGoodOutcome(part, outcome) ? "done" : "problem",
      };
    }),
  });
  const units = { receiver: "Bag 1", pack: "Pack A", receiverTo: "512.000", packTo: "512.000" };
  const channel = { id, talker, receiverLabel: "Bag 1", usualFigure: null, meterScale: null };
  return {
    channel: channel as RunRow["channel"],
    wantedHz: 512e6,
    cells,
    next: nextCell(cells),
    units,
    ends: { receiver: END, pack: { ...END, kind: "pack" } },
  };
};

function Harness({ onSeen }: { onSeen: (id: number, seen: Seen) => void }) {
  const [told, setTold] = useState<Told>({});
  const [channelId, setChannelId] = useState<number | null>(null);
  const rows = [rowOf(1, "Marit", told[1] ?? {}), rowOf(2, "Tobiah", told[2] ?? {})];
  const run = useRun({
    channelId,
    onChannel: setChannelId,
    isBusy: false,
    rows,
    saw: ({ channel: { id } }, seen) => {
      onSeen(id, seen);
      const answer =
        seen.what === "proof"
          ? { [seen.part]: seen.outcome }
          : seen.what === "cells"
            ? {}
            : { [seen.what]: seen.frequencyHz };
      setTold((all) => ({ ...all, [id]: { ...all[id], ...answer } }));
    },
    onUndo: null,
    onForm: null,
    onMove: null,
    onPassOver: null,
  });
  return (
    <>
      <h1>{run.row?.channel.talker}</h1>
      <h2>{run.cell?.question ?? "none"}</h2>
      {run.row && run.cell && <RunQuestion row={run.row} cell={run.cell} run={run} />}
    </>
  );
}

function begin() {
  const seen: [number, Seen][] = [];
  render(<Harness onSeen={(id, s) => seen.push([id, s])} />);
  const user = userEvent.setup();
  const asked = () => screen.getAllByRole("heading").map((h) => h.textContent);
  return { seen, user, asked };
}

test("a key an answer: the next question comes by itself, and the next channel", async () => {
  const { seen, user, asked } = begin();
  await user.keyboard("yyyyy");
  expect(asked()).toEqual(["Tobiah", "receiver-shows"]);
  expect(seen).toHaveLength(5);
  expect(seen.every(([id]) => id === 1)).toBe(true);
});

test("a figure is typed where a meter is read; the second Enter answers nothing", async () => {
  const { seen, user, asked } = begin();
  await user.keyboard("yyy4/5{Enter}{Enter}{Enter}");
  expect(seen.at(-1)?.[1]).toEqual({
    what: "proof",
    part: "rf",
    outcome: "full",
    shown: "4 of 5",
  });
  expect(asked()).toEqual(["Marit", "voice"]);
});

test("a figure beyond the meter is told, and nothing is noted", async () => {
  const { seen, user } = begin();
  await user.keyboard("yyy9{Enter}");
  expect(seen).toHaveLength(3);
  expect(screen.getByText(/The meter has 5 bars/)).toBeTruthy();
});

test("no, and which: the bad answer stays in sight until it is answered again", async () => {
  const { seen, user, asked } = begin();
  await user.keyboard("yn2");
  expect(seen.at(-1)?.[1]).toMatchObject({ part: "silent", outcome: "steady" });
  expect(asked()).toEqual(["Marit", "silent"]);
  await user.keyboard("y");
  expect(asked()).toEqual(["Marit", "pack-shows"]);
});

test("a unit that shows another number: no asks for it, and the question stays", async () => {
  const { seen, user, asked } = begin();
  await user.keyboard("n513.5{Enter}");
  expect(seen).toEqual([[1, { what: "receiver-shows", frequencyHz: 513_500_000 }]]);
  expect(asked()).toEqual(["Marit", "receiver-shows"]);
});

test("a second tap that comes too soon was meant for the question before", async () => {
  const { seen, user } = begin();
  await user.dblClick(screen.getByRole("button", { name: /yes/ }));
  expect(seen).toHaveLength(1);
});

test("arrows go to another question, and nothing is answered by them", async () => {
  const { seen, user, asked } = begin();
  await user.keyboard("{ArrowRight}");
  expect(asked()).toEqual(["Marit", "silent"]);
  await user.keyboard("{ArrowLeft}");
  expect(asked()).toEqual(["Marit", "receiver-shows"]);
  expect(seen).toEqual([]);
});
