import { readdirSync, readFileSync, existsSync } from "node:fs";
import { SHEETS, STAGES } from "~/app/routes/shared/addresses";

const rows = readFileSync("docs/glossary.md", "utf8")
  .split("\n")
  .filter((line) => line.startsWith("| ") && !line.startsWith("| term"))
  .map((line) => line.split("|").map((cell) => cell.trim()));
const terms = rows.map(([, term = ""]) => term);
const places = rows.flatMap(([, , , where = ""]) =>
  Array.from(where.matchAll(/`([^`]+)`/g), (m) => m[1] ?? ""),
);
const folders = (of: string) =>
  readdirSync(of, { withFileTypes: true })
    .filter((d) => d.isDirectory())
    .map((d) => `${of}/${d.name}`);

test("every word of the navigation is explained", () => {
  const labels = [...STAGES, ...SHEETS.flatMap((s) => [...s.list])].map((s) => s.label);
  expect(labels.filter((label) => !terms.includes(label))).toEqual([]);
});

test("every room of the core and every screen has a word, and every place that is named is there", () => {
  const screens = folders("app/routes").filter((f) => existsSync(`${f}/route.tsx`));
  const isNamed = (folder: string) =>
    places.some((p) => p === folder || p.startsWith(`${folder}/`));
  expect([...folders("core"), ...screens].filter((f) => !isNamed(f))).toEqual([]);
  expect(places.filter((p) => !existsSync(p))).toEqual([]);
});

test("no term stands twice", () => {
  expect(terms.filter((t, i) => terms.indexOf(t) !== i)).toEqual([]);
});
