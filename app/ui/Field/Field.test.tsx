/** @jest-environment ./testkit/browserEnvironment.mjs */
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { CheckField, NumberField, SelectField, TextField } from "./Field";

function Held<T>({
  start,
  children,
}: {
  start: T;
  children: (value: T, set: (next: T) => void) => React.ReactNode;
}) {
  const [value, set] = useState(start);
  return (
    <>
      {children(value, set)}
      <output>{JSON.stringify(value)}</output>
    </>
  );
}
const held = () => JSON.parse(screen.getByRole("status").textContent);

test("a number is stepped by its buttons and by keys, and kept within its bounds; nonsense changes nothing", async () => {
  render(
    <Held start={29}>
      {(value, onChange) => (
        <NumberField
          label="Passes"
          value={value}
          onChange={onChange}
          min={1}
          max={30}
          step={1}
          unit="times"
        />
      )}
    </Held>,
  );
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "more: Passes" }));
  expect(held()).toBe(30);
  await user.click(screen.getByRole("textbox", { name: "Passes" }));
  await user.keyboard("{ArrowUp}");
  expect(held()).toBe(30);
  await user.keyboard("{ArrowDown}{ArrowDown}");
  expect(held()).toBe(28);
  await user.clear(screen.getByRole("textbox", { name: "Passes" }));
  await user.tab();
  expect(held()).toBe(28);
});

test("one of a few is chosen by keys; what cannot be chosen is passed over", async () => {
  render(
    <Held start="a">
      {(value, onChange) => (
        <SelectField
          label="Pack"
          value={value}
          onChange={onChange}
          choices={[
            { id: "a", label: "Pack A" },
            { id: "b", label: "Pack B", isDisabled: true },
            { id: "c", label: "Pack C", detail: "with Irsa" },
          ]}
        />
      )}
    </Held>,
  );
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: /Pack/ }));
  await user.keyboard("{ArrowDown}{Enter}");
  expect(held()).toBe("c");
  const button = screen.getByRole("button", { name: "Pack C Pack" });
  const isBack = () => waitFor(() => expect(document.activeElement).toBe(button));
  await isBack();
  expect(button.getAttribute("aria-expanded")).toBe("false");
  // chosen again: nothing is changed and the list closes; Escape closes it too
  await user.keyboard("{ArrowUp}{Enter}");
  expect(screen.queryByRole("listbox")).toBeNull();
  await isBack();
  await user.keyboard("{ArrowDown}{ArrowUp}{Escape}");
  expect(screen.queryByRole("listbox")).toBeNull();
  expect(held()).toBe("c");
  await isBack();
  // shut, the arrows beside go one on, and a letter to the next that begins with it
  await user.keyboard("{ArrowLeft}");
  expect(held()).toBe("a");
  await user.keyboard("{ArrowLeft}x");
  expect(held()).toBe("a");
  await user.keyboard("p");
  expect(held()).toBe("c");
});

test("a text is taken with Enter and on leaving; what is wrong is told at the field", async () => {
  const taken: string[] = [];
  render(
    <Held start="">
      {(value, onChange) => (
        <TextField
          label="Fix Marit at, MHz"
          value={value}
          onChange={onChange}
          onCommit={() => taken.push(value)}
          error={value === "five" ? '"five" is not a frequency.' : null}
        />
      )}
    </Held>,
  );
  const user = userEvent.setup();
  const field = screen.getByRole("textbox", { name: "Fix Marit at, MHz" });
  await user.type(field, "five");
  expect(field.getAttribute("aria-invalid")).toBe("true");
  expect(screen.getByText('"five" is not a frequency.')).toBeTruthy();
  await user.keyboard("{Enter}");
  await user.tab();
  expect(taken).toEqual(["five", "five"]);
});

test("a box is ticked by its words and by the space bar", async () => {
  render(
    <Held start={false}>
      {(value, onChange) => (
        <CheckField isSelected={value} onChange={onChange}>
          Bag 1 off
        </CheckField>
      )}
    </Held>,
  );
  const user = userEvent.setup();
  await user.click(screen.getByText("Bag 1 off"));
  expect(held()).toBe(true);
  await user.keyboard(" ");
  expect(held()).toBe(false);
});
