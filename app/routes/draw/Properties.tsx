import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
import type { Walker } from "~/server/services/range/placePlans.server";
import { changed, type ItemRef, pointsOf } from "~/core/location/editPlan";
import type { FloorPlan } from "~/core/location/floorPlan";
import { itemAt } from "~/core/units/items";
import type { Lengths } from "~/app/features/plan/lengths";
import { QuietButton } from "~/app/ui/Button/Button";
import { Heading, Row, Stack } from "~/app/ui/Page/Page";
import type { PlanInHand } from "~/app/routes/shared/usePlan";
import { Corners } from "./Corners";
import {
  AntennaProperties,
  AreaProperties,
  ObstacleProperties,
  WalkProperties,
} from "./ItemProperties";
import { WallProperties } from "./WallProperties";

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
  area: DRAW_TEXTS.playingArea,
  walk: "Walk",
  antenna: "Antenna",
  cart: "Cart",
  stand: DRAW_TEXTS.placeForAStand,
};

/**
 * The one thing that is in hand, by its figures: everything that a hand can do, and to the
 * centimetre.
 */
export function Properties(props: PropertiesProps) {
  const { plan, selected, inHand, lengths, onRemove, onCopy } = props;
  return (
    <Stack $gapPx={10} role="group" aria-label={TITLES[selected.kind]}>
      <Row>
        <Heading as="h2">{TITLES[selected.kind]}</Heading>
        {selected.kind !== "cart" && <QuietButton onPress={onCopy}>{DRAW_TEXTS.copy}</QuietButton>}
        <QuietButton onPress={onRemove}>{DRAW_TEXTS.remove}</QuietButton>
      </Row>
      <OfItsKind {...props} />
      <Corners plan={plan} selected={selected} change={inHand.change} lengths={lengths} />
    </Stack>
  );
}

/** What only things of its kind have. */
function OfItsKind({ plan, selected, inHand, lengths, walkers }: PropertiesProps) {
  const { id } = selected;
  const told = {
    lengths,
    set: (change: object) =>
      inHand.change(changed(plan, selected, change), DRAW_TEXTS.changed(selected.kind)),
  };
  const inPlan = <Item extends { id: string }>(items: readonly Item[]) =>
    items.find((item) => item.id === id);
  switch (selected.kind) {
    case "wall": {
      const wall = inPlan(plan.walls);
      return wall && <WallProperties key={id} item={wall} {...told} />;
    }
    case "obstacle": {
      const obstacle = inPlan(plan.obstacles);
      return obstacle && <ObstacleProperties key={id} item={obstacle} {...told} />;
    }
    case "area": {
      const area = inPlan(plan.areas);
      return area && <AreaProperties key={id} item={area} {...told} />;
    }
    case "walk": {
      const walk = inPlan(plan.walks);
      const lengthM = lengthOf(pointsOf(plan, selected));
      return (
        walk && (
          <WalkProperties key={id} item={walk} lengthM={lengthM} walkers={walkers} {...told} />
        )
      );
    }
    case "antenna": {
      const antenna = inPlan(plan.antennas);
      return antenna && <AntennaProperties key={id} item={antenna} {...told} />;
    }
    default:
      return null;
  }
}

const lengthOf = (points: readonly { x: number; y: number }[]): number =>
  points.slice(1).reduce((sum, p, i) => {
    const before = itemAt(points, i);
    return sum + Math.hypot(p.x - before.x, p.y - before.y);
  }, 0);
