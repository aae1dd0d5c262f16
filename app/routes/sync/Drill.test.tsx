/** @jest-environment ./testkit/browserEnvironment.mjs */
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { createRoutesStub } from "react-router";
import type { DrillView } from "~/server/services/training/drill.server";
import { Drill } from "./Drill";
import type { SyncIntent } from "./intents";

const FAULTS: DrillView["faults"] = [
  { kind: "muted", where: "Pack C", isCleared: true },
  { kind: "antenna", where: "Bag 1, antenna B", isCleared: false },
];

function show(faults: DrillView["faults"], isProved: boolean) {
  const sent: SyncIntent[] = [];
  const Stub = createRoutesStub([
    {
      path: "/",
      Component: () => (
        <Drill
          drill={{ elapsedMs: 4 * 60_000, faults }}
          isProved={isProved}
          isBusy={false}
          send={(intent) => sent.push(intent)}
        />
      ),
    },
  ]);
  render(<Stub />);
  return { sent, user: userEvent.setup() };
}
const press = (name: string) => screen.getByRole("button", { name });

test("what is hidden stays hidden until it is asked for; giving up ends the practice", async () => {
  const { sent, user } = show(FAULTS, false);
  await screen.findByText("Practice: two faults are hidden, one is left");
  expect(screen.queryByText(/Bag 1, antenna B/)).toBeNull();
  await user.click(press("Show them"));
  expect(screen.getByText("an antenna that is missing: Bag 1, antenna B")).toBeTruthy();
  expect(press("Hide them").getAttribute("aria-expanded")).toBe("true");
  await user.click(press("End practice"));
  expect(sent).toEqual([{ intent: "end-drill" }]);
});

test("with every fault cleared it is not over until every channel is proved", async () => {
  show([FAULTS[0]!], false);
  await screen.findByText(/every hidden fault is fixed. Verify the rest/);
});

test("all cleared and proved, it can be had again, or ended", async () => {
  const { sent, user } = show([FAULTS[0]!], true);
  await screen.findByText(/fixed, and every channel is verified/);
  await user.click(press("Again"));
  await user.click(press("End practice"));
  expect(sent).toEqual([{ intent: "hide-faults" }, { intent: "end-drill" }]);
});
