/** A box in pixels. */
export interface LabelBox {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Where a label may go instead, in its own heights and widths: as it is, above, below, beside. */
const WAYS: readonly (readonly [dx: number, dy: number])[] = [
  [0, 0],
  [0, -1],
  [0, 1],
  [0.6, 0],
  [-0.6, 0],
  [0.6, -1],
  [-0.6, -1],
  [0.6, 1],
  [-0.6, 1],
];
/** So far apart labels stay. */
const GAP_PX = 2;

const meet = (a: LabelBox, b: LabelBox): boolean =>
  a.x < b.x + b.width + GAP_PX &&
  b.x < a.x + a.width + GAP_PX &&
  a.y < b.y + b.height + GAP_PX &&
  b.y < a.y + a.height + GAP_PX;

/**
 * Places labels so that none covers another: each where it is, or a little beside; one that finds no
 * room is left out, and its name is told on hover.
 * @param labels - the most important first @param blocked - what no label may cover
 * @param room - the drawing: labels stay in it
 * @returns how far each is moved, px; null where it is left out
 */
export function clearLabels(
  labels: readonly LabelBox[],
  blocked: readonly LabelBox[],
  room: LabelBox,
): ({ dx: number; dy: number } | null)[] {
  const taken = [...blocked];
  return labels.map((label) => {
    for (const [across, down] of WAYS) {
      const moved = {
        ...label,
        x: label.x + across * label.width,
        y: label.y + down * (label.height + GAP_PX),
      };
      const isInside =
        moved.x >= room.x &&
        moved.y >= room.y &&
        moved.x + moved.width <= room.x + room.width &&
        moved.y + moved.height <= room.y + room.height;
      if (!isInside || taken.some((t) => meet(t, moved))) continue;
      taken.push(moved);
      return { dx: moved.x - label.x, dy: moved.y - label.y };
    }
    return null;
  });
}
