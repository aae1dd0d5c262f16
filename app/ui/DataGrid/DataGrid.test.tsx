/** @jest-environment ./testkit/browserEnvironment.mjs */
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { DataGrid } from "./DataGrid";
import type { GridColumn } from "./gridColumn";

interface Unit {
  key: string;
  label: string;
  powerMw: number;
}
const UNITS: Unit[] = ["Pack C", "Pack A", "Pack J", "Pack B", "Pack E", "Pack D"].map(
  (label, i) => ({ key: label, label, powerMw: 100 - i }),
);

const committed: [string, string][] = [];
const acted: string[] = [];
const COLUMNS: GridColumn<Unit>[] = [
  {
    id: "label",
    heading: "Unit",
    text: (u) => u.label,
    edit: () => ({
      kind: "text",
      value: (u) => u.label,
      commit: (u, text) => committed.push([u.key, text]),
    }),
  },
  { id: "power", heading: "Power", text: (u) => `${u.powerMw} mW`, sortBy: (u) => u.powerMw },
  { id: "out", heading: "", text: () => "take out", act: (u) => acted.push(u.key) },
];
const grid = (isBusy: boolean) => (
  <DataGrid
    label="Units"
    rows={UNITS}
    rowKey={(u) => u.key}
    columns={COLUMNS}
    empty="No units"
    isBusy={isBusy}
  />
);
const show = () => {
  render(grid(false));
  return userEvent.setup();
};
const cell = (name: string) => screen.getByRole("gridcell", { name });
const order = () =>
  within(screen.getByRole("grid", { name: "Units" }))
    .getAllByRole("row")
    .slice(1)
    .map((row) => within(row).getAllByRole("gridcell")[0]!.textContent);
/** The focus follows in the next frame. */
const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));

beforeEach(() => {
  committed.length = 0;
  acted.length = 0;
});

test("arrows go from cell to cell and stop at the edges; Home and End go to the ends of a row", async () => {
  const user = show();
  await user.click(cell("Pack C"));
  await user.keyboard("{ArrowUp}{ArrowLeft}");
  await frame();
  expect(document.activeElement).toBe(cell("Pack C"));
  await user.keyboard("{ArrowDown}");
  await frame();
  expect(document.activeElement).toBe(cell("Pack A"));
  await user.keyboard("{ArrowRight}");
  await frame();
  expect(document.activeElement).toBe(cell("99 mW"));
  await user.keyboard("{Home}");
  await frame();
  expect(document.activeElement).toBe(cell("Pack A"));
});

test("F2 changes a cell, typing replaces it, Enter keeps, Escape leaves it as it was", async () => {
  const user = show();
  await user.click(cell("Pack C"));
  await user.keyboard("{F2} old{Enter}");
  expect(committed).toEqual([["Pack C", "Pack C old"]]);
  // the focus has gone on to the cell below; another is two taps away
  await user.click(cell("Pack B"));
  await user.keyboard("New{Enter}");
  expect(committed[1]).toEqual(["Pack B", "New"]);
  await user.click(cell("Pack C"));
  await user.keyboard("Other{Escape}");
  expect(committed).toHaveLength(2);
});

test("a column sorts by its number, up and down; the filter looks at what the cells say", async () => {
  const user = show();
  await user.click(screen.getByRole("button", { name: "Power" }));
  expect(order()[0]).toBe("Pack D");
  expect(screen.getByRole("columnheader", { name: "Power" }).getAttribute("aria-sort")).toBe(
    "ascending",
  );
  await user.click(screen.getByRole("button", { name: "Power" }));
  expect(order()[0]).toBe("Pack C");
  await user.type(screen.getByRole("textbox", { name: "Filter units" }), "97 MW");
  expect(order()).toEqual(["Pack B"]);
  await user.type(screen.getByRole("textbox", { name: "Filter units" }), "x");
  expect(screen.getByText('Nothing has "97 MWx" in it.')).toBeTruthy();
});

test("what is typed while a change is under way is held, shown, and kept in its order afterwards; buttons wait", async () => {
  const { rerender } = render(grid(true));
  const user = userEvent.setup();
  await user.click(cell("Pack C"));
  await user.keyboard("New{Enter}");
  await frame();
  await user.keyboard("Newer{Enter}");
  expect(committed).toEqual([]);
  expect(order().slice(0, 2)).toEqual(["New", "Newer"]);
  await user.click(screen.getAllByRole("gridcell", { name: "take out" })[0]!);
  await user.keyboard("{Enter}");
  expect(acted).toEqual([]);
  rerender(grid(false));
  await waitFor(() =>
    expect(committed).toEqual([
      ["Pack C", "New"],
      ["Pack A", "Newer"],
    ]),
  );
});
