/** A thing in a feed: an antenna, a part of the line, a distribution, a receiver. */
export interface FeedTreeNode {
  id: string;
  kind: "antenna" | "part" | "distribution" | "receiver";
  label: string;
  /** Under it, small: what it gains or loses. */
  note: string;
  isProblem: boolean;
  children: FeedTreeNode[];
}

export interface PlacedNode extends Omit<FeedTreeNode, "children"> {
  xPx: number;
  yPx: number;
}

export interface FeedTreeLayout {
  nodes: PlacedNode[];
  /** From the end of one label to the begin of the next. */
  links: { id: string; fromXPx: number; fromYPx: number; toXPx: number; toYPx: number }[];
  widthPx: number;
  heightPx: number;
}

export const ROW_PX = 44;
const PAD_PX = 10;

/**
 * A feed from left to right: each thing a column further than what it hangs on, receivers below each
 * other.
 * @param columnPx - how wide a column is
 */
export function feedTreeLayout(roots: readonly FeedTreeNode[], columnPx: number): FeedTreeLayout {
  const nodes: PlacedNode[] = [];
  const links: FeedTreeLayout["links"] = [];
  let row = 0;
  let columns = 0;
  const place = ({ children, ...node }: FeedTreeNode, column: number): PlacedNode => {
    columns = Math.max(columns, column + 1);
    const below = children.map((c) => place(c, column + 1));
    const [first, last] = [below[0], below.at(-1)];
    const yPx =
      first && last ? (first.yPx + last.yPx) / 2 : PAD_PX + (row += 1) * ROW_PX - ROW_PX / 2;
    const placed = { ...node, xPx: PAD_PX + column * columnPx, yPx };
    nodes.push(placed);
    for (const b of below)
      links.push({
        id: `${node.id} ${b.id}`,
        fromXPx: placed.xPx + columnPx - 2 * PAD_PX,
        fromYPx: yPx,
        toXPx: b.xPx - 4,
        toYPx: b.yPx,
      });
    return placed;
  };
  for (const root of roots) place(root, 0);
  return {
    nodes,
    links,
    widthPx: 2 * PAD_PX + columns * columnPx,
    heightPx: 2 * PAD_PX + row * ROW_PX,
  };
}
