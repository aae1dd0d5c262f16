import { defined, itemAt, lastOf } from "~/core/units/items";
import { Plus, X } from "lucide-react";
import type { Walker } from "~/server/services/range/placePlans.server";
import { ANTENNA_NAMES } from "~/contract/messages/plan";
import { changed, type ItemRef, pointsOf, withPoints } from "~/core/location/editPlan";
import type {
  DrawnWall,
  FloorPlan,
  Opening,
  PlacedAntenna,
  PlanPoint,
} from "~/core/location/floorPlan";
import { linkBudget } from "~/core/radio/link";
import type { Material } from "~/core/radio/slab";
import { formatDb } from "~/contract/messages/format";
import type { Lengths } from "~/app/features/plan/useLengths";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import type { PlanInHand } from "~/app/routes/shared/usePlan";
import { MATERIAL_CHOICES, WALL_KINDS } from "./wallKinds";

const DOOR_THICKNESS_M: Readonly<Record<string, number>> = {
  wood: 0.04,
  glass: 0.006,
  steel: 0.005,
};

interface PropertiesProps {
  plan: FloorPlan;
  selected: ItemRef;
  inHand: PlanInHand;
  lengths: Lengths;
  walkers: readonly Walker[];
  onRemove: () => void;
  onCopy: () => void;
}

const TITLES: Record<ItemRef["kind"], string> = {
  wall: "Wall",
  obstacle: "Obstacle",
  area: "Playing area",
  walk: "Walk",
  antenna: "Antenna",
  cart: "Cart",
  stand: "Place for a stand",
};
const PACES = [
  { id: 0.7, label: "slowly, 0.7 m/s" },
  { id: 1.3, label: "walking, 1.3 m/s" },
  { id: 2, label: "hurrying, 2 m/s" },
  { id: 3.5, label: "running, 3.5 m/s" },
];
const TOLD_HZ = 550e6;

/**
 * The one thing that is in hand, by its figures: everything that a hand can do, and to the
 * centimetre.
 */
export function Properties({
  plan,
  selected,
  inHand,
  lengths,
  walkers,
  onRemove,
  onCopy,
}: PropertiesProps) {
  const set = (change: object) => {
    inHand.change(changed(plan, selected, change), `${selected.kind} changed`);
  };
  const length = (label: string, m: number, most: number, take: (m: number) => void, least = 0) => (
    <NumberField
      label={label}
      unit={lengths.unit}
      min={lengths.shown(least)}
      max={lengths.shown(most)}
      step={0.05}
      value={lengths.shown(m)}
      onChange={(v) => {
        take(lengths.taken(v));
      }}
    />
  );
  const points = pointsOf(plan, selected);
  const setPoint = (i: number, p: Partial<PlanPoint>) => {
    inHand.change(
      withPoints(
        plan,
        selected,
        points.map((q, k) => (k === i ? { ...q, ...p } : q)),
      ),
      `${selected.kind} moved`,
    );
  };
  const wall = selected.kind === "wall" ? plan.walls.find((w) => w.id === selected.id) : undefined;
  const obstacle =
    selected.kind === "obstacle" ? plan.obstacles.find((o) => o.id === selected.id) : undefined;
  const area = selected.kind === "area" ? plan.areas.find((a) => a.id === selected.id) : undefined;
  const walk = selected.kind === "walk" ? plan.walks.find((w) => w.id === selected.id) : undefined;
  const antenna =
    selected.kind === "antenna" ? plan.antennas.find((a) => a.id === selected.id) : undefined;
  const walkM = points
    .slice(1)
    .reduce(
      (sum, p, i) => sum + Math.hypot(p.x - itemAt(points, i).x, p.y - itemAt(points, i).y),
      0,
    );
  return (
    <Stack $gapPx={10} role="group" aria-label={TITLES[selected.kind]}>
      <Row>
        <Heading as="h2">{TITLES[selected.kind]}</Heading>
        {selected.kind !== "cart" && <QuietButton onPress={onCopy}>Copy</QuietButton>}
        <QuietButton onPress={onRemove}>Take away</QuietButton>
      </Row>
      {wall && (
        <WallProperties
          key={wall.id}
          wall={wall}
          set={set}
          length={length}
          metres={lengths.metres}
        />
      )}
      {obstacle && (
        <>
          <TextField
            key={obstacle.id}
            label="Name"
            value={obstacle.name}
            onChange={(name) => {
              set({ name: name.slice(0, 80) });
            }}
            widthCh={20}
          />
          {length(
            "Height",
            obstacle.heightM,
            60,
            (heightM) => {
              set({ heightM });
            },
            0.1,
          )}
          <SelectField
            label="Skin of"
            choices={MATERIAL_CHOICES}
            value={obstacle.material === "metal" ? "steel" : obstacle.material}
            onChange={(material: Material) => {
              set({ material });
            }}
          />
          <NumberField
            label="Skin, thick"
            unit="mm"
            min={0.5}
            max={2000}
            step={0.5}
            value={obstacle.thicknessM * 1000}
            onChange={(mm) => {
              set({ thicknessM: mm / 1000 });
            }}
          />
          <Soft as="p">
            The air goes over it, round it, or through its two skins, whichever loses least.
          </Soft>
        </>
      )}
      {area && (
        <TextField
          key={area.id}
          label="Name"
          value={area.name}
          onChange={(name) => {
            set({ name: name.slice(0, 80) });
          }}
          widthCh={20}
        />
      )}
      {walk && (
        <>
          <TextField
            key={walk.id}
            label="Name"
            value={walk.name}
            onChange={(name) => {
              set({ name: name.slice(0, 80) });
            }}
            widthCh={24}
          />
          <SelectField
            label="Who"
            choices={[
              { id: -1, label: "anybody" },
              ...walkers.map((w) => ({ id: w.channelId, label: w.talker })),
            ]}
            value={walk.channelId ?? -1}
            onChange={(id) => {
              set({ channelId: id === -1 ? null : id });
            }}
          />
          <SelectField
            label="How fast"
            choices={
              PACES.some((p) => p.id === walk.speedMps)
                ? PACES
                : [...PACES, { id: walk.speedMps, label: `${walk.speedMps} m/s` }]
            }
            value={walk.speedMps}
            onChange={(speedMps) => {
              set({ speedMps });
            }}
          />
          <Soft as="p">{`${lengths.metres(walkM)}, ${Math.round(walkM / walk.speedMps)} s.`}</Soft>
        </>
      )}
      {antenna && (
        <>
          <TextField
            key={antenna.id}
            label="Name"
            value={antenna.name}
            onChange={(name) => {
              set({ name: name.slice(0, 20) });
            }}
            widthCh={6}
          />
          <SelectField
            label="Kind"
            choices={(Object.keys(ANTENNA_NAMES) as PlacedAntenna["kind"][]).map((id) => ({
              id,
              label: ANTENNA_NAMES[id],
            }))}
            value={antenna.kind}
            onChange={(kind) => {
              set({ kind });
            }}
          />
          {length(
            "Height",
            antenna.heightM,
            20,
            (heightM) => {
              set({ heightM });
            },
            0.1,
          )}
          {antenna.kind === "fin" && (
            <NumberField
              label="Looks (0 right, 90 down)"
              unit="°"
              min={0}
              max={359}
              step={5}
              value={((antenna.aimDeg % 360) + 360) % 360}
              onChange={(aimDeg) => {
                set({ aimDeg });
              }}
            />
          )}
        </>
      )}
      <details>
        <summary>{points.length === 1 ? "Where it stands" : `Its ${points.length} points`}</summary>
        <Stack $gapPx={8}>
          {points.map((p, i) => (
            <Row key={i}>
              {length(
                points.length === 1 ? "across" : `${i + 1}: across`,
                p.x,
                plan.widthM,
                (x) => {
                  setPoint(i, { x });
                },
              )}
              {length("down", p.y, plan.heightM, (y) => {
                setPoint(i, { y });
              })}
              {selected.kind !== "wall" && points.length > (selected.kind === "walk" ? 2 : 3) && (
                <Button
                  aria-label={`Take point ${i + 1} away`}
                  onPress={() => {
                    inHand.change(
                      withPoints(
                        plan,
                        selected,
                        points.filter((_, k) => k !== i),
                      ),
                      "point taken away",
                    );
                  }}
                >
                  <X aria-hidden />
                </Button>
              )}
            </Row>
          ))}
          {selected.kind !== "wall" && points.length > 1 && points.length < 60 && (
            <QuietButton
              onPress={() => {
                const [a, b] =
                  selected.kind === "walk"
                    ? [defined(points.at(-2)), lastOf(points)]
                    : [lastOf(points), itemAt(points, 0)];
                const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
                inHand.change(
                  withPoints(
                    plan,
                    selected,
                    selected.kind === "walk"
                      ? [...points.slice(0, -1), middle, b]
                      : [...points, middle],
                  ),
                  "point added",
                );
              }}
            >
              <Plus aria-hidden /> a point
            </QuietButton>
          )}
        </Stack>
      </details>
    </Stack>
  );
}

function WallProperties({
  wall,
  set,
  length,
  metres,
}: {
  wall: DrawnWall;
  set: (change: object) => void;
  length: (
    label: string,
    m: number,
    most: number,
    take: (m: number) => void,
    least?: number,
  ) => React.ReactNode;
  metres: (m: number) => string;
}) {
  const lengthM = Math.hypot(wall.x2 - wall.x1, wall.y2 - wall.y1);
  const kind =
    WALL_KINDS.find(
      (k) =>
        k.material === wall.material &&
        Math.abs(k.thicknessM - wall.thicknessM) < 1e-6 &&
        JSON.stringify(k.layers ?? null) === JSON.stringify(wall.layers ?? null),
    )?.id ?? "own";
  const openings = wall.openings ?? [];
  const setOpening = (id: string, change: Partial<Opening>) => {
    set({ openings: openings.map((o) => (o.id === id ? { ...o, ...change } : o)) });
  };
  const lossDb = wallLoss(wall);
  return (
    <>
      <SelectField
        label="Built of"
        choices={[
          ...WALL_KINDS.map(({ id, label }) => ({ id, label })),
          ...(kind === "own"
            ? [{ id: "own", label: `${wall.material}, ${Math.round(wall.thicknessM * 1000)} mm` }]
            : []),
        ]}
        value={kind}
        onChange={(id) => {
          const k = WALL_KINDS.find((x) => x.id === id);
          if (k)
            set({
              material: k.material,
              thicknessM: k.thicknessM,
              layers: k.layers ? [...k.layers] : undefined,
            });
        }}
      />
      {!wall.layers && (
        <NumberField
          label="Thick"
          unit="mm"
          min={1}
          max={3000}
          step={1}
          value={Math.round(wall.thicknessM * 1000)}
          onChange={(mm) => {
            set({ thicknessM: mm / 1000 });
          }}
        />
      )}
      {length(
        "Long",
        lengthM,
        500,
        (m) => {
          if (m > 0.05 && lengthM > 0)
            set({
              x2: wall.x1 + ((wall.x2 - wall.x1) * m) / lengthM,
              y2: wall.y1 + ((wall.y2 - wall.y1) * m) / lengthM,
            });
        },
        0.1,
      )}
      <Soft as="p">{`Straight through it takes ${lossDb >= 40 ? "everything" : formatDb(lossDb)} at 550 MHz; at a slant more. Mesh, pipes and damp are not in it.`}</Soft>
      {openings.map((o) => (
        <Stack key={o.id} $gapPx={6} role="group" aria-label="Door or window">
          <Row>
            <b>Door or window</b>
            <Button
              aria-label="Take the door away"
              onPress={() => {
                set({ openings: openings.filter((x) => x.id !== o.id) });
              }}
            >
              <X aria-hidden />
            </Button>
          </Row>
          <SelectField
            label="Of"
            choices={[{ id: "open", label: "nothing: it stands open" }, ...MATERIAL_CHOICES]}
            value={o.material ?? "open"}
            onChange={(id) => {
              setOpening(
                o.id,
                id === "open"
                  ? { material: null }
                  : {
                      material: id,
                      thicknessM: DOOR_THICKNESS_M[id] ?? 0.05,
                    },
              );
            }}
          />
          {length("Its middle, along the wall", o.atM, lengthM, (atM) => {
            setOpening(o.id, {
              atM: Math.min(lengthM - o.widthM / 2, Math.max(o.widthM / 2, atM)),
            });
          })}
          {length(
            "Wide",
            o.widthM,
            lengthM,
            (widthM) => {
              setOpening(o.id, {
                widthM,
                atM: Math.min(lengthM - widthM / 2, Math.max(widthM / 2, o.atM)),
              });
            },
            0.1,
          )}
        </Stack>
      ))}
      <QuietButton
        isDisabled={lengthM < 0.3}
        onPress={() => {
          set({
            openings: [
              ...openings,
              {
                id: `door-${openings.length + 1}-${Math.round(lengthM * 100)}`,
                atM: lengthM / 2,
                widthM: Math.min(1, lengthM),
                material: "wood",
                thicknessM: 0.04,
              },
            ],
          });
        }}
      >
        <Plus aria-hidden /> a door or window
      </QuietButton>
      <Soft as="p">{`${metres(lengthM)} in all.`}</Soft>
    </>
  );
}

function wallLoss(wall: DrawnWall): number {
  const bare = {
    frequencyHz: TOLD_HZ,
    txPowerDbm: 0,
    tx: {
      antenna: { gainDbi: 0 },
      wear: "free" as const,
      skinContact: false,
      sleeve: false,
      tiltDeg: 0,
      heightM: 1,
    },
    rx: { antenna: { gainDbi: 0 }, tiltDeg: 0, offAxisDeg: 0, heightM: 1 },
    feed: [],
    receiver: { bandwidthHz: 200_000, noiseFigureDb: 0, requiredSnrDb: 0, overloadDbm: 0 },
  };
  const at = (walls: DrawnWall[]) =>
    linkBudget({ ...bare, path: { distanceM: 10, model: "free-space", walls, edges: [] } })
      .receivedDbm;
  return at([]) - at([wall]);
}
