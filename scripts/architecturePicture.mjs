// Draws docs/architecture.svg: the rooms of the code and what imports what, read from the code
// itself, which the boundaries hold to their rules. `npm run picture`
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { Graphviz } from "@hpcc-js/wasm-graphviz";
import { root } from "./lib.mjs";

const { modules } = JSON.parse(
  execFileSync(
    process.execPath,
    [
      join(root, "node_modules/dependency-cruiser/bin/dependency-cruise.mjs"),
      "--config",
      ".dependency-cruiser.cjs",
      "--output-type",
      "json",
      ...["core", "contract", "workers", "server", "app", "cli"],
    ],
    { cwd: root, encoding: "utf8", maxBuffer: 2 ** 28 },
  ),
);
/** The room that a file lies in; null for what is no room's. */
const roomOf = (path) => {
  if (/\.test\.tsx?$/.test(path)) return null;
  const [top, next] = path.split("/");
  if (top === "workers" || top === "cli") return top;
  if (!["core", "contract", "server", "app"].includes(top) || next?.includes(".")) return null;
  return `${top}/${next}`;
};
const arrows = new Map();
for (const { source, dependencies } of modules)
  for (const { resolved } of dependencies) {
    const [from, to] = [roomOf(source), roomOf(resolved)];
    if (!from || !to || from === to) continue;
    // everybody counts in units: its arrows would hide all others
    if (to === "core/units") continue;
    // from outside, the core is one thing
    const [a, b] = from.startsWith("core/")
      ? [from, to]
      : [from, to.startsWith("core/") ? "core" : to];
    if (b !== "core") arrows.set(`${a} ${b}`, (arrows.get(`${a} ${b}`) ?? 0) + 1);
  }
const graphviz = await Graphviz.load();

/** One picture of some rooms, those of one folder in a frame. */
function draw(file, edges) {
  const rooms = [...new Set(edges.flat())].sort();
  const boxes = ["app", "workers", "cli", "server", "contract", "core"].map((top) => {
    const own = rooms.filter((r) => r === top || r.startsWith(`${top}/`));
    const nodes = own.map((r) => `"${r}" [label="${r.split("/").at(-1)}"]`).join("; ");
    return own.length > 1 ? `subgraph "cluster_${top}" { label="${top}"; ${nodes} }` : nodes;
  });
  const dot = `digraph {
    newrank=true; bgcolor="#ffffff"; nodesep=0.3; ranksep=0.5; fontname="sans-serif"; color="#8a929c";
    node [shape=box, style="rounded,filled", fillcolor="#f5f1e8", color="#5b6470", fontname="sans-serif", fontsize=12, height=0.3];
    edge [color="#5b647099", arrowsize=0.6];
    ${boxes.join("\n")}
    ${edges.map(([a, b]) => `"${a}" -> "${b}";`).join("\n")}
  }`;
  writeFileSync(join(root, file), graphviz.dot(dot).replace(/<!--[\s\S]*?-->\n?/g, ""));
  console.log(`${file}: ${rooms.length} rooms, ${edges.length} arrows`);
}
const edges = [...arrows.keys()].map((k) => k.split(" "));
draw(
  "docs/architecture.svg",
  edges.filter(([from]) => !from.startsWith("core/")),
);
draw(
  "docs/architecture-core.svg",
  edges.filter(([from]) => from.startsWith("core/")),
);
