/** @jest-environment jsdom */
import { isNothingFocused, placeOf, restoreFocus } from "./keptFocus";

beforeEach(() => {
  document.body.innerHTML = `
    <main id="screen" tabindex="-1">
      <section><p><button id="find">Find</button></p><button id="stop">Stop</button></section>
    </main>`;
});
const at = (id: string) => document.getElementById(id) as HTMLButtonElement;

test("a button that is only greyed out is waited for, and has the focus again", () => {
  const place = placeOf(at("find"));
  at("find").disabled = true;
  expect(restoreFocus(place)).toBe(false);
  at("find").disabled = false;
  expect(restoreFocus(place)).toBe(true);
  expect(document.activeElement).toBe(at("find"));
  expect(isNothingFocused()).toBe(false);
});

test("what was around a button that is gone holds its place, and no other button does", () => {
  const place = placeOf(at("find"));
  const [part, section] = place.around as [HTMLElement, HTMLElement];
  at("find").remove();
  restoreFocus(place);
  expect(document.activeElement).toBe(part);
  expect(isNothingFocused()).toBe(true);
  part.remove();
  restoreFocus(place);
  expect(document.activeElement).toBe(section);
  at("stop").focus();
  // once it has gone on, nothing of it stays
  expect([section.hasAttribute("tabindex"), isNothingFocused()]).toEqual([false, false]);
});

test("a channel's row is found again in another table", () => {
  const table = (id: string) =>
    `<table><tr id="${id}" tabindex="0" data-channel="12"></tr></table>`;
  at("screen").innerHTML = table("day");
  const place = placeOf(at("day"));
  at("screen").innerHTML = table("sync");
  restoreFocus(place);
  expect(document.activeElement).toBe(at("sync"));
});

test("where nothing of it is left, the screen has the focus", () => {
  const place = placeOf(at("find"));
  at("find").disabled = true;
  at("screen").replaceChildren();
  restoreFocus(place);
  expect(document.activeElement).toBe(at("screen"));
});
