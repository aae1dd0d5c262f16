import { defined } from "~/core/units/items";
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { SpectrumLayout } from "./spectrumLayout";
import { fit, panned, type View, zoomed } from "./view";

export interface FlagMoving {
  /** The carrier that is asked about. */
  heldId: string | null;
  /** Another number lets go of the place that is kept. */
  asks: number;
  onHold: (id: string) => void;
  /** Where it is taken, many times a second. */
  onMove: (id: string, frequencyHz: number) => void;
  onDrop: (id: string, frequencyHz: number) => void;
  onCancel: () => void;
  /** The place that is looked at; null: none. */
  onCursor: (frequencyHz: number | null) => void;
}

/** How far one key goes, with and without a leap. */
const KEY_STEP_HZ = 25_000;
const KEY_LEAP_HZ = 1_000_000;
export const ZOOM = 1.6;
/** So far a carrier is moved at least; less is a press on it. */
const MIN_FLAG_PX = 3;
/** So far the wheel turns to go nearer by the factor e. */
const WHEEL_PX = 400;
/** A shorter drag is a press. */
const MIN_DRAG_PX = 6;

interface Drag {
  /** Where each finger is, by pointer. */
  fingers: Map<number, number>;
  startX: number;
  startView: View;
  /** From the whole, a drag marks a range; from nearer, it moves the view. */
  marks: boolean;
  startGapPx: number;
  /** The carrier that is taken along. */
  flagId: string | null;
}

interface HandsOptions {
  layout: SpectrumLayout;
  /** What is shown of the whole. */
  shown: View;
  whole: View;
  /** Null: the whole is shown. */
  view: View | null;
  onView: ((view: View | null) => void) | undefined;
  moving: FlagMoving | undefined;
  /** The wheel goes nearer without a key beside it: the page has nothing to scroll. */
  isWheelFree: boolean;
}

/** Pointer, wheel and keys on a spectrum: reading out, going nearer, taking a carrier along. */
export function useSpectrumHands({
  layout,
  shown,
  whole,
  view,
  onView,
  moving,
  isWheelFree,
}: HandsOptions) {
  const { widthPx } = layout;
  const [cursorHz, show] = useState<number | null>(null);
  const setCursorHz = (hz: number | null) => {
    if (hz === cursorHz) return;
    show(hz);
    moving?.onCursor(hz);
  };
  /** A press keeps the cursor where it is, until the next press or Escape. */
  const [isPinned, setPinned] = useState(false);
  const [asks, setAsks] = useState(moving?.asks);
  if (asks !== moving?.asks) {
    setAsks(moving?.asks);
    setPinned(false);
    show(null);
  }
  const [marked, setMarked] = useState<{ fromPx: number; toPx: number } | null>(null);
  const drag = useRef<Drag | null>(null);

  const xOf = (event: PointerEvent<SVGSVGElement>) =>
    event.clientX - event.currentTarget.getBoundingClientRect().left;
  const down = (event: PointerEvent<SVGSVGElement>) => {
    const x = xOf(event);
    const flagId =
      (moving &&
        event.target instanceof Element &&
        event.target.closest("[data-moves]")?.getAttribute("data-moves")) ||
      null;
    if (flagId) {
      defined(moving).onHold(flagId);
      setPinned(false);
      setCursorHz(null);
      drag.current = {
        fingers: new Map([[event.pointerId, x]]),
        startX: x,
        startView: shown,
        marks: false,
        startGapPx: 0,
        flagId,
      };
      event.currentTarget.setPointerCapture(event.pointerId);
      return;
    }
    setCursorHz(snap(layout.frequencyAtPx(x)));
    if (!onView) return;
    const fingers = drag.current?.fingers ?? new Map<number, number>();
    fingers.set(event.pointerId, x);
    const [a = x, b = x] = [...fingers.values()];
    drag.current = {
      fingers,
      startX: fingers.size === 2 ? (a + b) / 2 : x,
      startView: shown,
      marks: view === null && fingers.size === 1 && event.pointerType === "mouse",
      startGapPx: Math.abs(a - b),
      flagId: null,
    };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const x = xOf(event);
    const now = drag.current;
    if (!now?.fingers.has(event.pointerId)) {
      if (!isPinned) setCursorHz(snap(layout.frequencyAtPx(x)));
      return;
    }
    now.fingers.set(event.pointerId, x);
    if (now.flagId)
      return moving?.onMove(
        now.flagId,
        snap(layout.frequencyAtPx(Math.max(0, Math.min(widthPx, x)))),
      );
    const hzPerPx = (now.startView.highHz - now.startView.lowHz) / widthPx;
    if (now.fingers.size === 2) {
      const [a, b] = [...now.fingers.values()] as [number, number];
      const around = now.startView.lowHz + now.startX * hzPerPx;
      const near =
        zoomed(
          now.startView,
          whole,
          Math.max(0.05, Math.abs(a - b) / Math.max(20, now.startGapPx)),
          around,
        ) ?? whole;
      return onView?.(
        panned(near, whole, (now.startX - (a + b) / 2) * ((near.highHz - near.lowHz) / widthPx)),
      );
    }
    if (now.marks) {
      setMarked(
        Math.abs(x - now.startX) > MIN_DRAG_PX
          ? { fromPx: Math.min(x, now.startX), toPx: Math.max(x, now.startX) }
          : null,
      );
      return;
    }
    if (view !== null && Math.abs(x - now.startX) > MIN_DRAG_PX)
      onView?.(panned(now.startView, whole, (now.startX - x) * hzPerPx));
    return undefined;
  };
  const up = (event: PointerEvent<SVGSVGElement>) => {
    const taken = drag.current?.flagId;
    if (
      taken &&
      event.type === "pointerup" &&
      Math.abs(xOf(event) - defined(drag.current).startX) >= MIN_FLAG_PX
    )
      moving?.onDrop(taken, snap(layout.frequencyAtPx(Math.max(0, Math.min(widthPx, xOf(event))))));
    else if (taken) moving?.onCancel();
    if (
      moving &&
      drag.current &&
      !taken &&
      event.type === "pointerup" &&
      Math.abs(xOf(event) - drag.current.startX) <= MIN_DRAG_PX
    )
      setPinned(true);
    drag.current?.fingers.delete(event.pointerId);
    if (drag.current?.fingers.size === 0) drag.current = null;
    if (marked)
      onView?.(
        fit(
          { lowHz: layout.frequencyAtPx(marked.fromPx), highHz: layout.frequencyAtPx(marked.toPx) },
          whole,
        ),
      );
    setMarked(null);
  };
  const middleHz =
    cursorHz !== null && cursorHz > shown.lowHz && cursorHz < shown.highHz
      ? cursorHz
      : (shown.lowHz + shown.highHz) / 2;
  const nearer = (factor: number) => onView?.(zoomed(shown, whole, factor, middleHz));
  const step = (event: KeyboardEvent) => {
    const widthHz = shown.highHz - shown.lowHz;
    const looks: Record<string, () => void> = {
      "+": () => nearer(ZOOM),
      "=": () => nearer(ZOOM),
      "-": () => nearer(1 / ZOOM),
      "0": () => onView?.(null),
      Home: () => onView?.(panned(shown, whole, -Infinity)),
      End: () => onView?.(panned(shown, whole, Infinity)),
    };
    const look = onView ? looks[event.key] : undefined;
    const by = {
      ArrowLeft: -KEY_STEP_HZ,
      ArrowRight: KEY_STEP_HZ,
      PageDown: -KEY_LEAP_HZ,
      PageUp: KEY_LEAP_HZ,
    }[event.key];
    if (moving && event.key === "Escape") {
      drag.current = null;
      setPinned(false);
      setCursorHz(null);
      moving.onCancel();
      return;
    }
    if (moving?.heldId && event.key === "Enter" && cursorHz !== null) {
      event.preventDefault();
      setPinned(false);
      moving.onDrop(moving.heldId, cursorHz);
      return;
    }
    if (look === undefined && by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    if (look) {
      look();
      return;
    }
    if (event.shiftKey)
      return onView?.(panned(shown, whole, (Math.sign(defined(by)) * widthHz) / 4));
    const next = snap(
      Math.min(whole.highHz, Math.max(whole.lowHz, (cursorHz ?? middleHz) + defined(by))),
    );
    setCursorHz(next);
    // the view follows the cursor out of it
    if (view && next < view.lowHz) onView?.(panned(view, whole, next - view.lowHz));
    if (view && next > view.highHz) onView?.(panned(view, whole, next - view.highHz));
  };
  const picture = useRef<SVGSVGElement>(null);
  const wheel = (event: WheelEvent) => {
    if (!onView) return;
    const isNearer = event.ctrlKey || event.metaKey || isWheelFree;
    if (!isNearer && !event.shiftKey && event.deltaX === 0) return;
    event.preventDefault();
    const hzPerPx = (shown.highHz - shown.lowHz) / widthPx;
    const sideways = event.shiftKey ? event.deltaY : event.deltaX;
    if (Math.abs(sideways) > Math.abs(event.deltaY) || event.shiftKey) {
      onView(panned(shown, whole, sideways * hzPerPx));
      return;
    }
    const x = event.clientX - defined(picture.current).getBoundingClientRect().left;
    onView(zoomed(shown, whole, Math.exp(-event.deltaY / WHEEL_PX), layout.frequencyAtPx(x)));
  };
  const heldWheel = useRef(wheel);
  useEffect(() => {
    heldWheel.current = wheel;
  });
  useEffect(() => {
    const node = picture.current;
    const listen = (event: WheelEvent) => heldWheel.current(event);
    // React's own listener may not keep the page from scrolling
    node?.addEventListener("wheel", listen, { passive: false });
    return () => node?.removeEventListener("wheel", listen);
  }, []);
  return {
    picture,
    cursorHz,
    marked,
    nearer,
    handlers: {
      onPointerMove: move,
      onPointerDown: down,
      onPointerUp: up,
      onPointerCancel: up,
      onPointerLeave: () => drag.current === null && !isPinned && setCursorHz(null),
      onKeyDown: step,
      onBlur: () => !isPinned && setCursorHz(null),
      onDoubleClick: (e: { clientX: number; currentTarget: Element }) =>
        onView?.(
          zoomed(
            shown,
            whole,
            ZOOM * ZOOM,
            layout.frequencyAtPx(e.clientX - e.currentTarget.getBoundingClientRect().left),
          ),
        ),
    },
  };
}

const snap = (hz: number): number => Math.round(hz / KEY_STEP_HZ) * KEY_STEP_HZ;
