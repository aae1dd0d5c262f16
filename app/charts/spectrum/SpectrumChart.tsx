import { defined } from "~/core/units/items";
import {
  useCallback,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from "react";
import { formatMhz } from "~/core/units/frequencyText";
import { QuietButton } from "~/app/ui/Button/Button";
import { useCanvas } from "~/app/charts/useCanvas";
import { useWidth } from "~/app/charts/useWidth";
import { LimitLine } from "./LimitLine";
import * as S from "./SpectrumChart.styles";
import { levelAt, spectrumLayout, type SpectrumData } from "./spectrumLayout";
import { drawAir } from "./drawAir";
import { fit, panned, type View, zoomed } from "./view";

export interface SpectrumChartProps {
  data: SpectrumData;
  /** What a listener hears instead of the picture. */
  label: string;
  airPx?: number;
  rootsPx?: number;
  /** What of it is looked at; null is the whole. Without `onView` it cannot be gone nearer. */
  view?: View | null;
  onView?: (view: View | null) => void;
  /** The noise limit can be dragged. */
  onLimit?: (channelDbm: number) => void;
  /** Our carriers can be taken along the spine: by pointer, or the held one with Enter. */
  moving?: FlagMoving;
}

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

const KEY_STEP_HZ = 25_000;
const KEY_LEAP_HZ = 1_000_000;
const ZOOM = 1.6;
/** So far a carrier is moved at least; less is a press on it. */
const MIN_FLAG_PX = 3;
/** A shorter drag is a press. */
const MIN_DRAG_PX = 6;

interface Drag {
  /** Where each finger is, by pointer. */
  fingers: Map<number, number>;
  startX: number;
  startView: View;
  /** From the whole, a drag marks a stretch; from nearer, it moves the view. */
  marks: boolean;
  startGapPx: number;
  /** The carrier that is taken along. */
  flagId: string | null;
}

/**
 * The spine: above it the air, below it what we make. Pointer or arrow keys read it out; a drag
 * marks a stretch to go nearer to, or moves what is looked at.
 */
export function SpectrumChart({
  data: all,
  label,
  airPx = 150,
  rootsPx = 34,
  view = null,
  onView,
  onLimit,
  moving,
}: SpectrumChartProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(860);
  const whole = useMemo(() => ({ lowHz: all.lowHz, highHz: all.highHz }), [all.lowHz, all.highHz]);
  const shown = view ?? whole;
  const data = useMemo(
    () => ({
      ...all,
      lowHz: shown.lowHz,
      highHz: shown.highHz,
      flags: all.flags.filter((f) => f.frequencyHz >= shown.lowHz && f.frequencyHz <= shown.highHz),
    }),
    [all, shown.lowHz, shown.highHz],
  );
  const layout = useMemo(
    () => spectrumLayout(data, { widthPx, airPx, rootsPx }),
    [data, widthPx, airPx, rootsPx],
  );
  const draw = useCallback(
    (pen: CanvasRenderingContext2D, colour: (name: string) => string) =>
      drawAir(pen, colour, layout),
    [layout],
  );
  const canvas = useCanvas(widthPx, layout.heightPx, draw);
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
  const cursorLevel = cursorHz === null ? null : levelAt(data.traces, cursorHz);
  const cursorIn =
    cursorHz === null ? null : data.taken.find((t) => cursorHz >= t.lowHz && cursorHz < t.highHz);
  const readout =
    cursorHz === null
      ? ""
      : [
          `${formatMhz(cursorHz)} MHz`,
          cursorLevel === null ? "not measured" : `−${Math.abs(Math.round(cursorLevel))} dBm`,
          cursorIn?.label ?? "",
        ]
          .filter(Boolean)
          .join(" · ");

  return (
    <S.Frame ref={ref}>
      <S.Air ref={canvas} aria-hidden style={{ width: widthPx, height: layout.heightPx }} />
      <S.Picture
        role="img"
        aria-label={label}
        tabIndex={0}
        width={widthPx}
        height={layout.heightPx}
        onPointerMove={move}
        onPointerDown={down}
        onPointerUp={up}
        onPointerCancel={up}
        onPointerLeave={() => drag.current === null && !isPinned && setCursorHz(null)}
        onKeyDown={step}
        onBlur={() => !isPinned && setCursorHz(null)}
        onDoubleClick={(e) =>
          onView?.(
            zoomed(
              shown,
              whole,
              ZOOM * ZOOM,
              layout.frequencyAtPx(e.clientX - e.currentTarget.getBoundingClientRect().left),
            ),
          )
        }
      >
        {layout.taken.map(
          (t) =>
            t.labelX !== null && (
              <S.TakenLabel key={`${t.kind}${t.x}`} x={t.labelX} y={layout.spineY - airPx + 14}>
                {t.label}
              </S.TakenLabel>
            ),
        )}
        {layout.levelTicks.map((t) => (
          <g key={t.text}>
            <S.Grid x1={0} x2={widthPx} y1={t.y} y2={t.y} />
            <S.LevelLabel x={3} y={t.y - 3}>
              {t.text}
            </S.LevelLabel>
          </g>
        ))}
        {data.limit && <LimitLine limit={data.limit} layout={layout} onMove={onLimit} />}
        <S.Spine x1={0} x2={widthPx} y1={layout.spineY} y2={layout.spineY} />
        {layout.ticks.map((t) => (
          <g key={t.text}>
            <S.Tick x1={t.x} x2={t.x} y1={layout.spineY} y2={layout.spineY + 5} />
            <S.TickLabel x={t.x} y={layout.heightPx - 6}>
              {t.text}
            </S.TickLabel>
          </g>
        ))}
        {layout.flags.map((f) => (
          <S.Flag key={f.id} {...(moving && f.kind === "own" ? { "data-moves": f.id } : {})}>
            <S.Pole x1={f.x} x2={f.x} y1={f.lane * 26 + 12} y2={layout.spineY} data-kind={f.kind} />
            <S.FlagBox
              x={f.labelX - 16}
              y={f.lane * 26}
              width={32}
              height={24}
              data-kind={f.kind}
              {...(f.isWrong ? { "data-wrong": true } : {})}
              {...(moving?.heldId === f.id ? { "data-held": true } : {})}
            />
            <S.FlagText x={f.labelX} y={f.lane * 26 + 17} data-kind={f.kind}>
              {f.mark}
            </S.FlagText>
          </S.Flag>
        ))}
        {marked && (
          <S.Marked
            x={marked.fromPx}
            width={marked.toPx - marked.fromPx}
            y={0}
            height={layout.spineY}
          />
        )}
        {cursorHz !== null && cursorHz >= shown.lowHz && cursorHz <= shown.highHz && (
          <S.Cursor x1={layout.xOf(cursorHz)} x2={layout.xOf(cursorHz)} y1={0} y2={layout.spineY} />
        )}
      </S.Picture>
      <S.Foot>
        <S.Readout aria-live="polite">
          {readout ||
            (onView && view === null
              ? "drag over a stretch to go nearer"
              : view
                ? `${formatMhz(Math.round(shown.lowHz))} to ${formatMhz(Math.round(shown.highHz))} MHz`
                : " ")}
        </S.Readout>
        {onView && (
          <S.Looks>
            <QuietButton aria-label="Nearer" onPress={() => nearer(ZOOM)}>
              +
            </QuietButton>
            <QuietButton
              aria-label="Farther"
              isDisabled={view === null}
              onPress={() => nearer(1 / ZOOM)}
            >
              −
            </QuietButton>
            <QuietButton isDisabled={view === null} onPress={() => onView(null)}>
              whole
            </QuietButton>
          </S.Looks>
        )}
      </S.Foot>
    </S.Frame>
  );
}

const snap = (hz: number): number => Math.round(hz / KEY_STEP_HZ) * KEY_STEP_HZ;
