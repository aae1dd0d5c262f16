import { feedTreeLayout, type FeedTreeNode, ROW_PX } from "./feedTreeLayout";

const node = (id: string, ...children: FeedTreeNode[]): FeedTreeNode => ({
  id,
  kind: "part",
  label: id,
  note: "",
  isProblem: false,
  children,
});
const at = (roots: FeedTreeNode[]) =>
  Object.fromEntries(feedTreeLayout(roots, 100).nodes.map((n) => [n.id, [n.xPx, n.yPx]]));

test("each thing stands a column further than what it hangs on, in the middle of what hangs on it", () => {
  const placed = at([node("a", node("s", node("r1"), node("r2"), node("r3")))]);
  expect(placed["s"]![0]! - placed["a"]![0]!).toBe(100);
  expect(placed["r1"]![0]! - placed["s"]![0]!).toBe(100);
  expect(placed["s"]![1]).toBe(placed["r2"]![1]);
  expect(placed["r2"]![1]! - placed["r1"]![1]!).toBe(ROW_PX);
});

test("two trees stand below each other and nothing lies on another", () => {
  const layout = feedTreeLayout([node("a", node("r1")), node("b", node("r2"), node("r3"))], 100);
  const spots = layout.nodes.map((n) => `${n.xPx} ${n.yPx}`);
  expect(new Set(spots).size).toBe(5);
  expect(layout.links).toHaveLength(3);
  expect(layout.heightPx).toBeGreaterThanOrEqual(3 * ROW_PX);
  expect(feedTreeLayout([], 100)).toMatchObject({ nodes: [], links: [] });
});
