import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import { lastOf } from "~/core/units/items";
import { isSameItem, type ItemRef, pointsOf } from "~/core/location/editPlan";
import type { FloorPlan, PlacedAntenna, PlanPoint } from "~/core/location/floorPlan";
import { cableRun, pathOf, type PlanScale, wallStrokes } from "./floorPlanLayout";
import * as S from "./FloorPlanChart.styles";

/** A mark over a plan: the worst spot of all walks, a walk’s own, a spot that was tried, a dropout that somebody heard. */
export interface PlanMarker extends PlanPoint {
  text: string;
  kind: "worst" | "thin" | "spot" | "drop";
}

/** A walk as it is told: its line in parts, each as good as it is. */
export interface WalkTrace {
  id: string;
  parts: { points: PlanPoint[]; grade: "good" | "watch" | "bad" }[];
}

/** What every layer of a plan needs: what stands there, where on the screen, what is chosen. */
interface Layer {
  plan: FloorPlan;
  scale: PlanScale;
  selected: ItemRef | null;
}

/** Drawn as chosen; absent, not false, so that the attribute is not written. */
const chosen = ({ selected }: Pick<Layer, "selected">, kind: ItemRef["kind"], id: string) =>
  isSameItem(selected, { kind, id }) || undefined;

/** From so many pixels a metre on, heights are written beside what has one. */
const HEIGHTS_FROM_PX_PER_M = 9;

/** Hatches that the layers fill with; named by the chart's own id. */
export function Hatches({ id }: { id: string }) {
  return (
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
  );
}

/** The margin by area, over a hatch that stays where there is none. */
export function MarginBands({
  bands,
  plan,
  scale: { x, y, pxPerM },
  hatchId,
}: {
  bands: readonly { fromDb: number; path: string }[];
  plan: FloorPlan;
  scale: PlanScale;
  hatchId: string;
}) {
  return (
    <>
      <rect
        x={x(0)}
        y={y(0)}
        width={plan.widthM * pxPerM}
        height={plan.heightM * pxPerM}
        fill={`url(#${hatchId})`}
      />
      <g transform={`translate(${x(0)} ${y(0)}) scale(${pxPerM})`}>
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
  );
}

export function Grid({
  plan,
  stepM,
  scale: { x, y },
}: {
  plan: FloorPlan;
  stepM: number;
  scale: PlanScale;
}) {
  const lines = (endM: number) =>
    Array.from({ length: Math.floor(endM / stepM) }, (_, i) => (i + 1) * stepM);
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

/** Where it plays, each named at its lower left. */
export function Areas(layer: Layer) {
  const { x, y, at } = layer.scale;
  return layer.plan.areas.map((a) => (
    <g key={a.id}>
      <S.Area points={a.corners.map(at).join(" ")} data-selected={chosen(layer, "area", a.id)} />
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
  ));
}

/** What stands there, named where there is room for the name. */
export function Obstacles({
  metres,
  hatchId,
  ...layer
}: Layer & { metres: (m: number) => string; hatchId: string }) {
  const { x, y, at, pxPerM } = layer.scale;
  return layer.plan.obstacles.map((o) => (
    <g key={o.id}>
      <S.Obstacle
        points={o.corners.map(at).join(" ")}
        fill={`url(#${hatchId})`}
        data-material={o.material}
        data-selected={chosen(layer, "obstacle", o.id)}
      />
      {isNamed(o, pxPerM) && (
        <S.Name
          x={x(o.corners.reduce((s, c) => s + c.x, 0) / o.corners.length)}
          y={y(o.corners.reduce((s, c) => s + c.y, 0) / o.corners.length) + 4}
          textAnchor="middle"
          data-halo
        >{`${o.name}${pxPerM > HEIGHTS_FROM_PX_PER_M ? `, ${metres(o.heightM)}` : ""}`}</S.Name>
      )}
    </g>
  ));
}

const LETTER_PX = 6.5;
/** A name is written where what it names is not much narrower. */
function isNamed({ name, corners }: FloorPlan["obstacles"][number], pxPerM: number): boolean {
  const wideM = Math.max(...corners.map((c) => c.x)) - Math.min(...corners.map((c) => c.x));
  return wideM * pxPerM > 0.5 * name.length * LETTER_PX;
}

/** Walls by what they are made of, with their doors and windows. */
export function Walls(layer: Layer) {
  const { x, y, pxPerM } = layer.scale;
  return layer.plan.walls.flatMap((wall) =>
    wallStrokes(wall, pxPerM).map((s) => (
      <S.Wall
        key={s.key}
        x1={x(s.x1)}
        y1={y(s.y1)}
        x2={x(s.x2)}
        y2={y(s.y2)}
        strokeWidth={s.widthPx}
        data-material={s.material}
        data-selected={chosen(layer, "wall", wall.id)}
      />
    )),
  );
}

/** A mark for a walk that is nobody's in particular. */
const NOBODY = "·";

/** Where people go; where it is told how good a part is, in parts. */
export function Walks({
  marks,
  traces,
  ...layer
}: Layer & { marks: Readonly<Record<number, string>>; traces: readonly WalkTrace[] }) {
  return layer.plan.walks.map((walk) => {
    const trace = traces.find((t) => t.id === walk.id);
    return (
      <g key={walk.id}>
        <S.Walk
          d={pathOf(walk.points, layer.scale.at)}
          data-selected={chosen(layer, "walk", walk.id)}
          data-traced={trace ? true : undefined}
        />
        {trace?.parts.map((p, i) => (
          <S.Trace key={i} d={pathOf(p.points, layer.scale.at)} data-grade={p.grade} />
        ))}
        <WalkEnds
          points={walk.points}
          mark={walk.channelId === null ? NOBODY : (marks[walk.channelId] ?? NOBODY)}
          scale={layer.scale}
        />
      </g>
    );
  });
}

function WalkEnds({
  points,
  mark,
  scale: { x, y },
}: {
  points: readonly PlanPoint[];
  mark: string;
  scale: PlanScale;
}) {
  const [first, end, before] = [points[0], points.at(-1), points.at(-2)];
  if (!first || !end || !before) return null;
  const angle = Math.atan2(y(end.y) - y(before.y), x(end.x) - x(before.x));
  const wing = (turn: number) =>
    `${x(end.x) - 11 * Math.cos(angle + turn)},${y(end.y) - 11 * Math.sin(angle + turn)}`;
  return (
    <g>
      <S.Arrow d={`M${wing(0.45)}L${x(end.x)},${y(end.y)}L${wing(-0.45)}`} />
      <S.MarkBox data-clear x={x(first.x) - 13} y={y(first.y) - 10} width={26} height={20} />
      <S.MarkText x={x(first.x)} y={y(first.y) + 4.5}>
        {mark}
      </S.MarkText>
    </g>
  );
}

/** Stands that are at hand for antennas. */
export function Stands(layer: Layer) {
  const { x, y } = layer.scale;
  return layer.plan.atHand.stands.map((s, i) => (
    <S.Stand
      key={i}
      d={`M${x(s.x) - 6},${y(s.y) + 5}L${x(s.x)},${y(s.y) - 6}L${x(s.x) + 6},${y(s.y) + 5}Z`}
      data-selected={chosen(layer, "stand", String(i))}
    />
  ));
}

/** The receivers on their cart, and the cables from there. */
export function Cart({ widthPx, ...layer }: Layer & { widthPx: number }) {
  const { cart, antennas } = layer.plan;
  if (!cart) return null;
  const { x, y, at } = layer.scale;
  const isNearEdge = x(cart.x) > widthPx - 60;
  return (
    <>
      {antennas
        .filter((a) => a.feed.some((f) => f.kind === "coax"))
        .map((a) => (
          <S.Cable key={a.id} d={pathOf(cableRun(cart, a), at)} />
        ))}
      <g data-handle>
        <circle cx={x(cart.x)} cy={y(cart.y)} r={18} fill="transparent" />
        <S.Cart
          x={x(cart.x) - 9}
          y={y(cart.y) - 7}
          width={18}
          height={14}
          rx={2}
          data-selected={chosen(layer, "cart", "cart")}
        />
        <S.Name
          x={x(cart.x) + (isNearEdge ? -13 : 13)}
          y={y(cart.y) - 9}
          textAnchor={isNearEdge ? "end" : "start"}
          data-halo
        >
          {CHARTS_TEXTS.cart}
        </S.Name>
      </g>
    </>
  );
}

/** A receiver has two inputs: what stands after them is a spare. */
const INPUTS = 2;

/** Each antenna with its letter and height; heights to the left and right in turn. */
export function Antennas({ metres, ...layer }: Layer & { metres: (m: number) => string }) {
  const { x, y, pxPerM } = layer.scale;
  return layer.plan.antennas.map((a, i) => (
    <Antenna
      key={a.id}
      antenna={a}
      x={x(a.x)}
      y={y(a.y)}
      isSpare={i >= INPUTS}
      isSelected={chosen(layer, "antenna", a.id)}
      height={pxPerM > HEIGHTS_FROM_PX_PER_M ? metres(a.heightM) : ""}
      isNameLeft={i % 2 === 1}
    />
  ));
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

/** The points by which what is chosen can be reshaped; a single point is dragged as a whole. */
export function Handles({ plan, selected, scale: { x, y } }: Layer) {
  const points = selected ? pointsOf(plan, selected) : [];
  if (points.length === 1) return null;
  return points.map((p, i) => <S.Handle key={i} cx={x(p.x)} cy={y(p.y)} r={5.5} />);
}

/** A line that is being drawn, its corners, and its length beside the last. */
export function Stroke({
  stroke: { points, isClosed, words },
  scale: { x, y, at },
}: {
  stroke: { points: readonly PlanPoint[]; isClosed: boolean; words: string };
  scale: PlanScale;
}) {
  if (points.length === 0) return null;
  const last = lastOf(points);
  return (
    <g>
      <S.Stroke d={pathOf(points, at) + (isClosed && points.length > 2 ? "Z" : "")} />
      {points.map((p, i) => (
        <S.Handle key={i} cx={x(p.x)} cy={y(p.y)} r={4} />
      ))}
      {words && (
        <S.Name x={x(last.x) + 12} y={y(last.y) - 10} data-halo data-strong>
          {words}
        </S.Name>
      )}
    </g>
  );
}

const cross = (x: number, y: number, r: number): string =>
  `M${x - r},${y - r}L${x + r},${y + r}M${x + r},${y - r}L${x - r},${y + r}`;

/** A mark with its text, which turns to the left at the right edge. */
export function Marker({
  marker,
  scale,
  widthPx,
}: {
  marker: PlanMarker;
  scale: PlanScale;
  widthPx: number;
}) {
  const [x, y] = [scale.x(marker.x), scale.y(marker.y)];
  const isLeft = x > widthPx - 90;
  return (
    <g>
      <S.MarkerDot
        d={
          marker.kind === "spot"
            ? `M${x},${y - 9}L${x + 8},${y + 6}L${x - 8},${y + 6}Z`
            : cross(x, y, marker.kind === "worst" || marker.kind === "drop" ? 7 : 4.5)
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
