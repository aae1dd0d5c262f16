import { Plus, X } from "lucide-react";
import { formatDb } from "~/contract/messages/format";
import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
import type { DrawnWall, Opening } from "~/core/location/floorPlan";
import { linkBudget } from "~/core/radio/link";
import { LengthField } from "~/app/features/plan/LengthField";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField } from "~/app/ui/Field/Field";
import { Row, Soft, Stack } from "~/app/ui/Page/Page";
import type { PartProps } from "./partProps";
import { MATERIAL_CHOICES, WALL_KINDS } from "./wallKinds";

/** As thick as doors and panes usually are (common practice, no published source). */
const DOOR_THICKNESS_M: Readonly<Record<string, number>> = {
  wood: 0.04,
  glass: 0.006,
  steel: 0.005,
};
const TOLD_HZ = 550e6;
/** Nothing that counts comes through any more. */
const EVERYTHING_DB = 40;
const MIN_FOR_A_DOOR_M = 0.3;

export function WallProperties({ item: wall, set, lengths }: PartProps<DrawnWall>) {
  const lengthM = Math.hypot(wall.x2 - wall.x1, wall.y2 - wall.y1);
  const openings = wall.openings ?? [];
  const lossDb = wallLossDb(wall);
  return (
    <>
      <BuiltOf wall={wall} set={set} />
      {!wall.layers && (
        <NumberField
          label={DRAW_TEXTS.thick}
          unit="mm"
          min={1}
          max={3000}
          step={1}
          value={Math.round(wall.thicknessM * 1000)}
          onChange={(mm) => set({ thicknessM: mm / 1000 })}
        />
      )}
      <LengthField
        label={DRAW_TEXTS.long}
        lengths={lengths}
        valueM={lengthM}
        minM={0.1}
        maxM={500}
        onChange={(m) => {
          if (m > 0.05 && lengthM > 0)
            set({
              x2: wall.x1 + ((wall.x2 - wall.x1) * m) / lengthM,
              y2: wall.y1 + ((wall.y2 - wall.y1) * m) / lengthM,
            });
        }}
      />
      <NumberField
        label={DRAW_TEXTS.lossStraightThrough}
        unit={DRAW_TEXTS.db}
        min={0}
        max={60}
        step={1}
        value={Math.round(lossDb)}
        onChange={(db) => set({ lossDb: db })}
      />
      {wall.lossDb === undefined ? (
        <Soft as="p">
          {DRAW_TEXTS.fromItsMaterialAt550(
            lossDb >= EVERYTHING_DB ? "everything" : formatDb(lossDb),
            wall.allowanceDb
              ? DRAW_TEXTS.ofItForWhat(formatDb(wall.allowanceDb))
              : DRAW_TEXTS.meshPipesAndDamp,
          )}
        </Soft>
      ) : (
        <QuietButton onPress={() => set({ lossDb: undefined } as object)}>
          {DRAW_TEXTS.usingItsMaterialAgain}
        </QuietButton>
      )}
      {openings.map((opening) => (
        <OpeningProperties
          key={opening.id}
          opening={opening}
          wallM={lengthM}
          lengths={lengths}
          onChange={(change) =>
            set({ openings: openings.map((o) => (o === opening ? { ...o, ...change } : o)) })
          }
          onRemove={() => set({ openings: openings.filter((o) => o !== opening) })}
        />
      ))}
      <QuietButton
        why={
          lengthM < MIN_FOR_A_DOOR_M
            ? DRAW_TEXTS.theWallIsShorterThan(lengths.metres(MIN_FOR_A_DOOR_M))
            : null
        }
        onPress={() => {
          const id = `door-${openings.length + 1}-${Math.round(lengthM * 100)}`;
          const widthM = Math.min(1, lengthM);
          const door: Opening = {
            id,
            atM: lengthM / 2,
            widthM,
            material: "wood",
            thicknessM: 0.04,
          };
          set({ openings: [...openings, door] });
        }}
      >
        <Plus aria-hidden /> {DRAW_TEXTS.aDoorOrWindow}
      </QuietButton>
      <Soft as="p">{DRAW_TEXTS.inAll(lengths.metres(lengthM))}</Soft>
    </>
  );
}

function BuiltOf({ wall, set }: { wall: DrawnWall; set: PartProps<DrawnWall>["set"] }) {
  const kind = WALL_KINDS.find(
    (k) =>
      k.material === wall.material &&
      Math.abs(k.thicknessM - wall.thicknessM) < 1e-6 &&
      JSON.stringify(k.layers ?? null) === JSON.stringify(wall.layers ?? null) &&
      (k.allowanceDb ?? 0) === (wall.allowanceDb ?? 0),
  );
  const own = {
    id: "own",
    label: DRAW_TEXTS.mm(wall.material, Math.round(wall.thicknessM * 1000)),
  };
  return (
    <SelectField
      label={DRAW_TEXTS.built}
      choices={[...WALL_KINDS.map(({ id, label }) => ({ id, label })), ...(kind ? [] : [own])]}
      value={kind?.id ?? own.id}
      onChange={(id) => {
        const chosen = WALL_KINDS.find((k) => k.id === id);
        if (!chosen) return;
        const { material, thicknessM, layers, allowanceDb } = chosen;
        set({
          ...{ material, thicknessM, allowanceDb, lossDb: undefined },
          layers: layers ? [...layers] : undefined,
        } as object);
      }}
    />
  );
}

interface OpeningProps {
  opening: Opening;
  wallM: number;
  lengths: PartProps<DrawnWall>["lengths"];
  onChange: (change: Partial<Opening>) => void;
  onRemove: () => void;
}

function OpeningProperties({ opening, wallM, lengths, onChange, onRemove }: OpeningProps) {
  /** A door stays within its wall. */
  const heldM = (atM: number, widthM: number) =>
    Math.min(wallM - widthM / 2, Math.max(widthM / 2, atM));
  return (
    <Stack $gapPx={6} role="group" aria-label={DRAW_TEXTS.doorOrWindow}>
      <Row>
        <b>{DRAW_TEXTS.doorOrWindow}</b>
        <Button aria-label={DRAW_TEXTS.removeTheDoor} onPress={onRemove}>
          <X aria-hidden />
        </Button>
      </Row>
      <SelectField
        label={DRAW_TEXTS.of}
        choices={[{ id: "open", label: "open" }, ...MATERIAL_CHOICES]}
        value={opening.material ?? "open"}
        onChange={(id) =>
          onChange(
            id === "open"
              ? { material: null }
              : { material: id, thicknessM: DOOR_THICKNESS_M[id] ?? 0.05 },
          )
        }
      />
      <LengthField
        label={DRAW_TEXTS.itsCentreAlongTheWall}
        lengths={lengths}
        valueM={opening.atM}
        maxM={wallM}
        onChange={(atM) => onChange({ atM: heldM(atM, opening.widthM) })}
      />
      <LengthField
        label={DRAW_TEXTS.wide}
        lengths={lengths}
        valueM={opening.widthM}
        minM={0.1}
        maxM={wallM}
        onChange={(widthM) => onChange({ widthM, atM: heldM(opening.atM, widthM) })}
      />
    </Stack>
  );
}

/** What a wall takes of a link that goes straight through it. */
function wallLossDb(wall: DrawnWall): number {
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
