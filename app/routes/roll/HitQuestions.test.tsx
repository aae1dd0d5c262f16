/** @jest-environment ./testkit/browserEnvironment.mjs */
import { fireEvent, render, screen, within } from "@testing-library/react";
import type { HitObservation } from "~/core/monitor/hitObservation";
import { HitQuestions } from "./HitQuestions";

const press = (question: string, name: string) =>
  fireEvent.click(
    within(screen.getByRole("radiogroup", { name: question })).getByRole("radio", { name }),
  );

function asked(observed: HitObservation | null = null) {
  const told: HitObservation[] = [];
  const props = { isBusy: false, onObserve: (o: HitObservation) => told.push(o) };
  const view = render(<HitQuestions observed={observed} {...props} />);
  return {
    told,
    answeredWith: (o: HitObservation) => view.rerender(<HitQuestions observed={o} {...props} />),
  };
}

test("three presses, in order with the focus, and what was noticed is told once; the last can be “did not see”", () => {
  const { told, answeredWith } = asked();
  expect(document.activeElement?.textContent).toBe("fizz or crackle");
  press("Heard", "silence");
  expect(told).toEqual([]);
  expect(document.activeElement?.textContent).toBe("stayed up");
  press("RF meter or light", "went out");
  expect(document.activeElement?.textContent).toBe("on, as set");
  press("Pack shows", "did not see");
  expect(told).toEqual([{ heard: "silence", meter: "gone", pack: null }]);
  answeredWith(told[0]!);
  expect(screen.getByText(/heard silence; RF meter went out; pack not seen/)).toBeTruthy();
  expect(screen.queryByRole("radio")).toBeNull();
});

test("nothing is answered beforehand, and a question can be answered again", () => {
  const { told } = asked({ heard: "rustle", meter: "stayed", pack: "fine" });
  expect(screen.queryByRole("radio")).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Answer again" }));
  expect(
    screen.getAllByRole("radio").filter((r) => r.getAttribute("aria-checked") === "true"),
  ).toEqual([]);
  press("Heard", "fizz or crackle");
  expect(told).toEqual([]);
});
