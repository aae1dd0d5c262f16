/** A part of the screen that holds the focus for a control that is gone. */
const KEPT = "data-kept-focus";

/** Nothing that can be pressed has the focus: the page, the screen as a whole, or a part of it. */
export const isNothingFocused = (): boolean =>
  document.activeElement === document.body ||
  document.activeElement?.matches(`#screen, [${KEPT}]`) === true;

/** The control that had the focus, and what stood around it, nearest first. */
export interface FocusPlace {
  control: HTMLElement;
  around: readonly HTMLElement[];
  /** A channel's row has the same row of another table for its own. */
  channel: string | null;
}

export function placeOf(control: HTMLElement): FocusPlace {
  const around: HTMLElement[] = [];
  for (let up = control.parentElement; up && up !== document.body; up = up.parentElement)
    around.push(up);
  return {
    control,
    around,
    channel: control.matches("tr") ? (control.dataset["channel"] ?? null) : null,
  };
}

const isFree = (control: HTMLElement): boolean =>
  control.isConnected && !control.matches(":disabled, [aria-disabled=true]");

/**
 * Gives the focus back to a control that can be pressed again, else to the nearest part of the
 * screen that is left around it, from where Tab goes on. Never to another control: a second Enter
 * would press that.
 * @param how - a control that is only greyed out is waited for, unless it is given up
 * @returns whether the focus has its place again
 */
export function restoreFocus(
  { control, around, channel }: FocusPlace,
  { isGivenUp = false }: { isGivenUp?: boolean } = {},
): boolean {
  if (isFree(control)) control.focus({ preventScroll: true });
  else if (control.isConnected && !isGivenUp) return false;
  else if (channel !== null && rowOf(channel)) rowOf(channel)?.focus({ preventScroll: true });
  // the other table may be drawn a moment later
  else if (channel !== null && !isGivenUp) return false;
  else focusPart(around.find((a) => a.isConnected) ?? document.getElementById("screen"));
  return true;
}

const rowOf = (channel: string): HTMLElement | null =>
  document.querySelector(`tr[data-channel="${channel}"]`);

/** Focuses a part of the screen that takes no focus by itself. */
function focusPart(part: HTMLElement | null): void {
  if (!part) return;
  const isOwn = part.hasAttribute("tabindex");
  part.setAttribute(KEPT, "");
  if (!isOwn) part.tabIndex = -1;
  part.addEventListener(
    "blur",
    () => {
      part.removeAttribute(KEPT);
      if (!isOwn) part.removeAttribute("tabindex");
    },
    { once: true },
  );
  part.focus({ preventScroll: true });
}
