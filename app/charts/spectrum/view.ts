/** A range of the spectrum that is looked at. */
export interface View {
  lowHz: number;
  highHz: number;
}

/** Nearer than this nothing more is to be seen. */
export const NARROWEST_HZ = 250_000;

/**
 * A view kept inside the whole and not narrower than what can be seen; null where it is the whole.
 */
export function fit(view: View, whole: View): View | null {
  const wholeHz = whole.highHz - whole.lowHz;
  const widthHz = Math.min(
    wholeHz,
    Math.max(Math.min(NARROWEST_HZ, wholeHz), view.highHz - view.lowHz),
  );
  if (widthHz >= wholeHz * 0.999) return null;
  const middleHz = (view.lowHz + view.highHz) / 2;
  const lowHz = Math.max(whole.lowHz, Math.min(whole.highHz - widthHz, middleHz - widthHz / 2));
  return { lowHz, highHz: lowHz + widthHz };
}

/**
 * Zooms so that a frequency stays where it is on the screen. @param factor - above 1 goes nearer
 */
export function zoomed(view: View, whole: View, factor: number, aroundHz: number): View | null {
  const share = (aroundHz - view.lowHz) / (view.highHz - view.lowHz);
  const widthHz = (view.highHz - view.lowHz) / factor;
  return fit(
    { lowHz: aroundHz - share * widthHz, highHz: aroundHz + (1 - share) * widthHz },
    whole,
  );
}

export const panned = (view: View, whole: View, byHz: number): View | null => {
  // at an edge it stops, it does not shrink
  const by = Math.max(whole.lowHz - view.lowHz, Math.min(whole.highHz - view.highHz, byHz));
  return fit({ lowHz: view.lowHz + by, highHz: view.highHz + by }, whole);
};
