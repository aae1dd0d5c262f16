import { useId, useRef, type PointerEvent, type ReactNode } from "react";
import type { ItemRef } from "~/core/location/editPlan";
import type { FloorPlan, PlanPoint } from "~/core/location/floorPlan";
import { useClearLabels } from "./useClearLabels";
import { useSize } from "~/app/charts/useSize";
import { planScale, scaleStepM, type View, wholeView } from "./floorPlanLayout";
import {
  Antennas,
  Areas,
  Cart,
  Grid,
  Handles,
  Hatches,
  MarginBands,
  Marker,
  Obstacles,
  type PlanMarker,
  Stands,
  Stroke,
  Walks,
  Walls,
  type WalkTrace,
} from "./planLayers";
import * as S from "./FloorPlanChart.styles";

/** A pointer over a plan, in its metres. */
export interface PlanPointer {
  at: PlanPoint;
  /** So many metres are under a finger, or under a mouse's point. */
  reachM: number;
  isTouch: boolean;
  isFree: boolean;
}

export interface FloorPlanChartProps {
  plan: FloorPlan;
  /** What it shows, for those who hear it. */
  label: string;
  view?: View;
  /** How high it is at most; absent: it takes the room that its parent leaves. */
  mostHeightPx?: number;
  picture?: { href: string; x: number; y: number; widthM: number; heightM: number } | null;
  /** Areas with at least so much in hand. */
  bands?: readonly { fromDb: number; path: string }[] | null;
  selected?: ItemRef | null;
  /** The mark of each talker, by channel. */
  marks: Readonly<Record<number, string>>;
  traces?: readonly WalkTrace[];
  markers?: readonly PlanMarker[];
  /** What is being drawn. */
  stroke?: { points: readonly PlanPoint[]; isClosed: boolean; words: string } | null;
  isGridShown?: boolean;
  metres: (m: number) => string;
  cursor?: "default" | "crosshair" | "grab";
  onDown?: (pointer: PlanPointer) => void;
  onMove?: (pointer: PlanPointer) => void;
  onUp?: (pointer: PlanPointer) => void;
  onDouble?: (pointer: PlanPointer) => void;
  /** Only what can be dragged takes a finger; the rest scrolls the page. */
  isOnlyHandles?: boolean;
  children?: ReactNode;
}

/** Lower than this it is not drawn. */
const MIN_HEIGHT_PX = 280;
const MOUSE_PX = 9;
const TOUCH_PX = 22;

/**
 * A place from above: walls by what they are made of, what stands there, where people go, what
 * hears them, and over it the margin where it was reckoned.
 */
export function FloorPlanChart(props: FloorPlanChartProps) {
  const {
    plan,
    label,
    view = wholeView(plan),
    mostHeightPx,
    picture,
    bands,
    selected = null,
    marks,
    traces = [],
    markers = [],
    stroke,
    isGridShown = false,
    metres,
    cursor = "default",
    isOnlyHandles = false,
  } = props;
  const { ref, widthPx, heightPx } = useSize<HTMLDivElement>({ widthPx: 700, heightPx: 480 });
  const drawing = useRef<SVGSVGElement>(null);
  useClearLabels(drawing);
  const id = useId();
  const scale = planScale(view, {
    widthPx,
    heightPx: mostHeightPx ?? Math.max(MIN_HEIGHT_PX, heightPx),
  });
  const wholePx = Math.max(MIN_HEIGHT_PX, Math.ceil((widthPx * view.heightM) / view.widthM));
  const { x, y, pxPerM } = scale;
  const [w, h] = [Math.round(view.widthM * pxPerM), Math.round(view.heightM * pxPerM)];
  const pointer = (
    event: PointerEvent<SVGSVGElement> | React.MouseEvent<SVGSVGElement>,
  ): PlanPointer => {
    const box = event.currentTarget.getBoundingClientRect();
    const isTouch = "pointerType" in event && event.pointerType === "touch";
    return {
      at: {
        x: view.x + (event.clientX - box.left) / pxPerM,
        y: view.y + (event.clientY - box.top) / pxPerM,
      },
      reachM: (isTouch ? TOUCH_PX : MOUSE_PX) / pxPerM,
      isTouch,
      isFree: event.altKey,
    };
  };
  const stepM = scaleStepM(view.widthM);
  const layer = { plan, scale, selected };
  return (
    <S.Box
      ref={ref}
      data-fills={mostHeightPx === undefined || undefined}
      // no higher than the plan is at this width: what stands below it comes close
      style={{ "--whole": `${wholePx}px` }}
    >
      <S.Sheet
        ref={drawing}
        role="img"
        aria-label={label}
        width={w}
        height={h}
        viewBox={`0 0 ${w} ${h}`}
        data-cursor={cursor}
        data-handles={isOnlyHandles || undefined}
        onPointerDown={(event) => {
          if (event.button !== 0) return;
          // a drag draws, it marks no text; the keys go to the drawing
          event.preventDefault();
          event.currentTarget.closest<HTMLElement>("[tabindex]")?.focus({ preventScroll: true });
          if (props.onMove)
            try {
              event.currentTarget.setPointerCapture(event.pointerId);
            } catch {
              /* a pointer that is gone already */
            }
          props.onDown?.(pointer(event));
        }}
        onPointerMove={(event) => props.onMove?.(pointer(event))}
        onPointerUp={(event) => props.onUp?.(pointer(event))}
        onPointerCancel={(event) => props.onUp?.(pointer(event))}
        onDoubleClick={(event) => props.onDouble?.(pointer(event))}
      >
        <Hatches id={id} />
        <S.Ground x={x(0)} y={y(0)} width={plan.widthM * pxPerM} height={plan.heightM * pxPerM} />
        {picture && (
          <image
            href={picture.href}
            x={x(picture.x)}
            y={y(picture.y)}
            width={picture.widthM * pxPerM}
            height={picture.heightM * pxPerM}
            preserveAspectRatio="none"
            opacity={0.55}
          />
        )}
        {bands && <MarginBands bands={bands} plan={plan} scale={scale} hatchId={`${id}-out`} />}
        {isGridShown && <Grid plan={plan} stepM={stepM} scale={scale} />}
        <Areas {...layer} />
        <Obstacles {...layer} metres={metres} hatchId={`${id}-solid`} />
        <Walls {...layer} />
        <Walks {...layer} marks={marks} traces={traces} />
        <Stands {...layer} />
        <Cart {...layer} widthPx={w} />
        <Antennas {...layer} metres={metres} />
        <Handles {...layer} />
        {stroke && <Stroke stroke={stroke} scale={scale} />}
        {markers.map((m, i) => (
          <Marker key={i} marker={m} scale={scale} widthPx={w} />
        ))}
        <S.Scale d={`M10,${h - 16}v6h${stepM * pxPerM}v-6`} />
        <S.Name x={14 + stepM * pxPerM} y={h - 10} data-halo>
          {metres(stepM)}
        </S.Name>
        {props.children}
      </S.Sheet>
    </S.Box>
  );
}
