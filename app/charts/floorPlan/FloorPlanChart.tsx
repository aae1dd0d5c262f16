import { defined, lastOf } from "~/core/units/items";
import { useId, type PointerEvent, type ReactNode } from "react";
import { isSameItem, type ItemRef, pointsOf } from "~/core/location/editPlan";
import type { FloorPlan, PlacedAntenna, PlanPoint } from "~/core/location/floorPlan";
import { useWidth } from "~/app/charts/useWidth";
import { cableRun, pathOf, scaleStepM, type View, wallStrokes, wholeView } from "./floorPlanLayout";
import * as S from "./FloorPlanChart.styles";

/** A pointer over a plan, in its metres. */
export interface PlanPointer {
  at: PlanPoint;
  /** So many metres are under a finger, or under a mouse's point. */
  reachM: number;
  isTouch: boolean;
  isFree: boolean;
}

export interface PlanMarker extends PlanPoint {
  text: string;
  kind: "worst" | "thin" | "spot";
}

/** A walk as it is told: its line in parts, each as good as it is. */
export interface WalkTrace {
  id: string;
  parts: { points: PlanPoint[]; grade: "good" | "watch" | "bad" }[];
}

export interface FloorPlanChartProps {
  plan: FloorPlan;
  /** What it shows, for those who hear it. */
  label: string;
  view?: View;
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
    mostHeightPx = 560,
    picture,
    bands,
    selected = null,
    marks,
    traces,
    markers = [],
    stroke,
    isGridShown = false,
    metres,
    cursor = "default",
    isOnlyHandles = false,
  } = props;
  const { ref, widthPx } = useWidth<HTMLDivElement>(700);
  const id = useId();
  const k = Math.min(widthPx / view.widthM, mostHeightPx / view.heightM);
  const [w, h] = [Math.round(view.widthM * k), Math.round(view.heightM * k)];
  const x = (m: number) => (m - view.x) * k;
  const y = (m: number) => (m - view.y) * k;
  const at = (p: PlanPoint) => `${x(p.x).toFixed(1)},${y(p.y).toFixed(1)}`;
  const pointer = (
    event: PointerEvent<SVGSVGElement> | React.MouseEvent<SVGSVGElement>,
  ): PlanPointer => {
    const box = event.currentTarget.getBoundingClientRect();
    const isTouch = "pointerType" in event && event.pointerType === "touch";
    return {
      at: { x: view.x + (event.clientX - box.left) / k, y: view.y + (event.clientY - box.top) / k },
      reachM: (isTouch ? TOUCH_PX : MOUSE_PX) / k,
      isTouch,
      isFree: event.altKey,
    };
  };
  const stepM = scaleStepM(view.widthM);
  const isSelected = (kind: ItemRef["kind"], itemId: string) =>
    isSameItem(selected, { kind, id: itemId }) || undefined;
  return (
    <S.Box ref={ref}>
      <S.Sheet
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
        <defs>
          <pattern
            id={`${id}-out`}
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <S.Hatch x1={0} y1={0} x2={0} y2={7} data-tone="bad" />
          </pattern>
          <pattern
            id={`${id}-solid`}
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(-45)"
          >
            <S.Hatch x1={0} y1={0} x2={0} y2={6} />
          </pattern>
        </defs>
        <S.Ground x={x(0)} y={y(0)} width={plan.widthM * k} height={plan.heightM * k} />
        {picture && (
          <image
            href={picture.href}
            x={x(picture.x)}
            y={y(picture.y)}
            width={picture.widthM * k}
            height={picture.heightM * k}
            preserveAspectRatio="none"
            opacity={0.55}
          />
        )}
        {bands && (
          <>
            <rect
              x={x(0)}
              y={y(0)}
              width={plan.widthM * k}
              height={plan.heightM * k}
              fill={`url(#${id}-out)`}
            />
            <g transform={`translate(${x(0)} ${y(0)}) scale(${k})`}>
              {bands.map((b) => (
                <S.Band
                  key={b.fromDb}
                  d={b.path}
                  data-from={b.fromDb}
                  vectorEffect="non-scaling-stroke"
                />
              ))}
            </g>
          </>
        )}
        {isGridShown && <Grid plan={plan} stepM={stepM} x={x} y={y} />}
        {plan.areas.map((a) => (
          <g key={a.id}>
            <S.Area points={a.corners.map(at).join(" ")} data-selected={isSelected("area", a.id)} />
            {a.corners[0] && (
              <S.Name
                x={x(Math.min(...a.corners.map((c) => c.x))) + 4}
                y={y(Math.max(...a.corners.map((c) => c.y))) - 6}
                data-halo
              >
                {a.name}
              </S.Name>
            )}
          </g>
        ))}
        {plan.obstacles.map((o) => (
          <g key={o.id}>
            <S.Obstacle
              points={o.corners.map(at).join(" ")}
              fill={`url(#${id}-solid)`}
              data-material={o.material}
              data-selected={isSelected("obstacle", o.id)}
            />
            {isNamed(o, k) && (
              <S.Name
                x={x(o.corners.reduce((s, c) => s + c.x, 0) / o.corners.length)}
                y={y(o.corners.reduce((s, c) => s + c.y, 0) / o.corners.length) + 4}
                textAnchor="middle"
                data-halo
              >{`${o.name}${k > 9 ? `, ${metres(o.heightM)}` : ""}`}</S.Name>
            )}
          </g>
        ))}
        {plan.walls.flatMap((wall) =>
          wallStrokes(wall, k).map((s) => (
            <S.Wall
              key={s.key}
              x1={x(s.x1)}
              y1={y(s.y1)}
              x2={x(s.x2)}
              y2={y(s.y2)}
              strokeWidth={s.widthPx}
              data-material={s.material}
              data-selected={isSelected("wall", wall.id)}
            />
          )),
        )}
        {plan.walks.map((walk) => (
          <g key={walk.id}>
            <S.Walk
              d={pathOf(walk.points, at)}
              data-selected={isSelected("walk", walk.id)}
              data-traced={traces?.some((t) => t.id === walk.id) || undefined}
            />
            {traces
              ?.find((t) => t.id === walk.id)
              ?.parts.map((p, i) => (
                <S.Trace key={i} d={pathOf(p.points, at)} data-grade={p.grade} />
              ))}
            <WalkEnds
              points={walk.points}
              mark={walk.channelId === null ? "·" : (marks[walk.channelId] ?? "·")}
              x={x}
              y={y}
            />
          </g>
        ))}
        {plan.atHand.stands.map((s, i) => (
          <S.Stand
            key={i}
            d={`M${x(s.x) - 6},${y(s.y) + 5}L${x(s.x)},${y(s.y) - 6}L${x(s.x) + 6},${y(s.y) + 5}Z`}
            data-selected={isSelected("stand", String(i))}
          />
        ))}
        {plan.cart &&
          plan.antennas.map((a) =>
            a.feed.some((f) => f.kind === "coax") ? (
              <S.Cable key={a.id} d={pathOf(cableRun(defined(plan.cart), a), at)} />
            ) : null,
          )}
        {plan.cart && (
          <g data-handle>
            <circle cx={x(plan.cart.x)} cy={y(plan.cart.y)} r={18} fill="transparent" />
            <S.Cart
              x={x(plan.cart.x) - 9}
              y={y(plan.cart.y) - 7}
              width={18}
              height={14}
              rx={2}
              data-selected={isSelected("cart", "cart")}
            />
            <S.Name
              x={x(plan.cart.x) + (x(plan.cart.x) > w - 60 ? -13 : 13)}
              y={y(plan.cart.y) - 9}
              textAnchor={x(plan.cart.x) > w - 60 ? "end" : "start"}
              data-halo
            >
              cart
            </S.Name>
          </g>
        )}
        {plan.antennas.map((a, i) => (
          <Antenna
            key={a.id}
            antenna={a}
            x={x(a.x)}
            y={y(a.y)}
            isSpare={i > 1}
            isSelected={isSelected("antenna", a.id)}
            height={k > 9 ? metres(a.heightM) : ""}
            isNameLeft={i % 2 === 1}
          />
        ))}
        {selected && <Handles plan={plan} selected={selected} x={x} y={y} />}
        {stroke && stroke.points.length > 0 && (
          <g>
            <S.Stroke
              d={
                pathOf(stroke.points, at) + (stroke.isClosed && stroke.points.length > 2 ? "Z" : "")
              }
            />
            {stroke.points.map((p, i) => (
              <S.Handle key={i} cx={x(p.x)} cy={y(p.y)} r={4} />
            ))}
            {stroke.words && (
              <S.Name
                x={x(lastOf(stroke.points).x) + 12}
                y={y(lastOf(stroke.points).y) - 10}
                data-halo
                data-strong
              >
                {stroke.words}
              </S.Name>
            )}
          </g>
        )}
        {markers.map((m, i) => (
          <Marker key={i} marker={m} x={x(m.x)} y={y(m.y)} w={w} />
        ))}
        <S.Scale d={`M10,${h - 16}v6h${stepM * k}v-6`} />
        <S.Name x={14 + stepM * k} y={h - 10} data-halo>
          {metres(stepM)}
        </S.Name>
        {props.children}
      </S.Sheet>
    </S.Box>
  );
}

const LETTER_PX = 6.5;
/** A name is written where what it names is not much narrower. */
function isNamed({ name, corners }: FloorPlan["obstacles"][number], pxPerM: number): boolean {
  const wideM = Math.max(...corners.map((c) => c.x)) - Math.min(...corners.map((c) => c.x));
  return wideM * pxPerM > 0.5 * name.length * LETTER_PX;
}

function Grid({
  plan,
  stepM,
  x,
  y,
}: {
  plan: FloorPlan;
  stepM: number;
  x: (m: number) => number;
  y: (m: number) => number;
}) {
  const lines = (mostM: number) =>
    Array.from({ length: Math.floor(mostM / stepM) }, (_, i) => (i + 1) * stepM);
  return (
    <g aria-hidden>
      {lines(plan.widthM).map((m) => (
        <S.GridLine key={`x${m}`} x1={x(m)} x2={x(m)} y1={y(0)} y2={y(plan.heightM)} />
      ))}
      {lines(plan.heightM).map((m) => (
        <S.GridLine key={`y${m}`} y1={y(m)} y2={y(m)} x1={x(0)} x2={x(plan.widthM)} />
      ))}
    </g>
  );
}

function WalkEnds({
  points,
  mark,
  x,
  y,
}: {
  points: readonly PlanPoint[];
  mark: string;
  x: (m: number) => number;
  y: (m: number) => number;
}) {
  const [first, end, before] = [points[0], points.at(-1), points.at(-2)];
  if (!first || !end || !before) return null;
  const angle = Math.atan2(y(end.y) - y(before.y), x(end.x) - x(before.x));
  const wing = (turn: number) =>
    `${x(end.x) - 11 * Math.cos(angle + turn)},${y(end.y) - 11 * Math.sin(angle + turn)}`;
  return (
    <g>
      <S.Arrow d={`M${wing(0.45)}L${x(end.x)},${y(end.y)}L${wing(-0.45)}`} />
      <S.MarkBox x={x(first.x) - 13} y={y(first.y) - 10} width={26} height={20} />
      <S.MarkText x={x(first.x)} y={y(first.y) + 4.5}>
        {mark}
      </S.MarkText>
    </g>
  );
}

/** A mast from above with its letter; a fin shows where it looks. */
function Antenna({
  antenna,
  x,
  y,
  isSpare,
  isSelected,
  height,
  isNameLeft,
}: {
  antenna: PlacedAntenna;
  x: number;
  y: number;
  isSpare: boolean;
  isSelected: true | undefined;
  height: string;
  isNameLeft: boolean;
}) {
  const aim = (antenna.aimDeg * Math.PI) / 180;
  const ray = (turn: number, r: number) =>
    `${x + r * Math.cos(aim + turn)},${y + r * Math.sin(aim + turn)}`;
  return (
    <g data-handle data-spare={isSpare || undefined}>
      <circle cx={x} cy={y} r={16} fill="transparent" />
      {antenna.kind === "fin" && (
        <S.Beam d={`M${x},${y}L${ray(-0.5, 34)}A34,34 0 0 1 ${ray(0.5, 34)}Z`} />
      )}
      <S.Mast cx={x} cy={y} r={10} data-selected={isSelected} data-spare={isSpare || undefined} />
      <S.MastText x={x} y={y + 4.5} data-spare={isSpare || undefined}>
        {antenna.name.slice(0, 2)}
      </S.MastText>
      <S.Name
        x={isNameLeft ? x + 13 : x - 13}
        y={y + 20}
        textAnchor={isNameLeft ? "start" : "end"}
        data-halo
      >
        {height}
      </S.Name>
    </g>
  );
}

function Handles({
  plan,
  selected,
  x,
  y,
}: {
  plan: FloorPlan;
  selected: ItemRef;
  x: (m: number) => number;
  y: (m: number) => number;
}) {
  const points = pointsOf(plan, selected);
  if (points.length === 1) return null;
  return (
    <>
      {points.map((p, i) => (
        <S.Handle key={i} cx={x(p.x)} cy={y(p.y)} r={5.5} />
      ))}
    </>
  );
}

const cross = (x: number, y: number, r: number): string =>
  `M${x - r},${y - r}L${x + r},${y + r}M${x + r},${y - r}L${x - r},${y + r}`;

function Marker({ marker, x, y, w }: { marker: PlanMarker; x: number; y: number; w: number }) {
  const isLeft = x > w - 90;
  return (
    <g>
      <S.MarkerDot
        d={
          marker.kind === "spot"
            ? `M${x},${y - 9}L${x + 8},${y + 6}L${x - 8},${y + 6}Z`
            : cross(x, y, marker.kind === "worst" ? 7 : 4.5)
        }
        data-kind={marker.kind}
      />
      <S.Name
        x={isLeft ? x - 12 : x + 12}
        y={y + 5}
        textAnchor={isLeft ? "end" : "start"}
        data-halo
        data-strong={marker.kind !== "thin" || undefined}
      >
        {marker.text}
      </S.Name>
    </g>
  );
}
