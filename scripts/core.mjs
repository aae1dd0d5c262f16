// The headless entry. Bundles cli/ once per change of its sources, so that a call starts at once.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, renameSync, statSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { ensureInstalled, root } from "./lib.mjs";

await ensureInstalled({ quiet: true });
const stamp = createHash("sha256");
for (const folder of ["cli", "contract", "core"]) {
  for (const file of readdirSync(join(root, folder), { recursive: true }).sort()) {
    if (!/\.(ts|json)$/.test(file)) continue;
    const { mtimeMs, size } = statSync(join(root, folder, file));
    stamp.update(`${folder}/${file}:${mtimeMs}:${size};`);
  }
}
const out = join(root, "build", "core", `${stamp.digest("hex").slice(0, 16)}.mjs`);
if (!existsSync(out)) {
  const { build } = await import("esbuild");
  mkdirSync(join(root, "build", "core"), { recursive: true });
  const temporary = `${out}.${process.pid}.tmp`;
  await build({
    entryPoints: [join(root, "cli/main.ts")],
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    outfile: temporary,
    logLevel: "error",
  });
  renameSync(temporary, out);
}
await import(pathToFileURL(out).href);
