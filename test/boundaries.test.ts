import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, resolve } from "node:path";

/** One import for each rule of the boundaries that it must refuse: [file, what it imports]. */
const BREACHES: Record<string, readonly [from: string, to: string]> = {
  "core-stands-alone": ["core/radio/a.ts", "contract/schemas/a.ts"],
  "core-has-no-packages": ["core/radio/b.ts", "zod"],
  "production-knows-no-simulator": ["core/location/a.ts", "core/simulator/a.ts"],
  "simulator-knows-no-training": ["core/simulator/b.ts", "core/training/a.ts"],
  "only-training-drives-the-simulator": ["server/services/roll/a.ts", "core/simulator/a.ts"],
  "contract-knows-the-core": ["contract/messages/a.ts", "app/ui/a.ts"],
  "schemas-are-shapes-alone": ["contract/schemas/b.ts", "contract/messages/b.ts"],
  messages: ["contract/messages/c.ts", "contract/codecs/a.ts"],
  codecs: ["contract/codecs/b.ts", "contract/messages/b.ts"],
  "cli-is-thin": ["cli/a.ts", "server/log/a.ts"],
  workers: ["workers/job/a.ts", "app/ui/a.ts"],
  database: ["server/db/a.ts", "contract/schemas/a.ts"],
  devices: ["server/devices/a.ts", "server/db/b.ts"],
  services: ["server/services/roll/b.ts", "app/ui/a.ts"],
  compute: ["server/compute/a.ts", "server/db/b.ts"],
  access: ["server/access/a.ts", "server/db/b.ts"],
  log: ["server/log/b.ts", "core/units/a.ts"],
  http: ["server/http/a.ts", "server/devices/b.ts"],
  "ui-knows-no-radio": ["app/ui/b.ts", "core/units/a.ts"],
  charts: ["app/charts/a.ts", "contract/schemas/a.ts"],
  features: ["app/features/a.ts", "app/routes/day/b.ts"],
  routes: ["app/routes/day/a.ts", "server/devices/b.ts"],
  "only-services-behind-routes": ["app/root.ts", "server/db/b.ts"],
  "server-only-from-server-files": ["workers/job/b.ts", "server/log/c.server.ts"],
  "models-only-in-repositories": ["server/services/roll/c.ts", "server/db/models/a.ts"],
  "nothing-ships-testkit": ["core/units/b.ts", "testkit/a.ts"],
  resolvable: ["core/units/c.ts", "core/units/nowhere.ts"],
};

test("every rule of the boundaries refuses an import that breaks it, and none is left untried", () => {
  const root = resolve(__dirname, "..");
  const config = join(root, ".dependency-cruiser.cjs");
  const { forbidden } = jest.requireActual<{ forbidden: { name: string }[] }>(config);
  // a room of the core breaks its rule by knowing the one above it
  const rooms = forbidden.flatMap(({ name }) => /^core-(?!stands|has)(\w+)$/.exec(name)?.[1] ?? []);
  const upwards = rooms.map((room, i): [string, [string, string]] => [
    `core-${room}`,
    [`core/${room}/up.ts`, `core/${rooms[i + 1] ?? "training"}/it.ts`],
  ]);
  const breachOf = { ...BREACHES, ...Object.fromEntries(upwards) };
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-boundaries-"));
  const write = (file: string, text: string) => {
    mkdirSync(dirname(join(folder, file)), { recursive: true });
    writeFileSync(join(folder, file), text);
  };
  try {
    symlinkSync(join(root, "node_modules"), join(folder, "node_modules"));
    write("package.json", JSON.stringify({ dependencies: { zod: "*" } }));
    write(
      "tsconfig.json",
      JSON.stringify({
        compilerOptions: {
          module: "ESNext",
          moduleResolution: "Bundler",
          paths: { "~/*": ["./*"] },
        },
      }),
    );
    const breaches = Object.values(breachOf);
    for (const [, to] of breaches)
      if (to.endsWith(".ts") && !to.includes("nowhere")) write(to, "export const it = 1;\n");
    for (const [from, to] of breaches)
      write(
        from,
        `import { it } from "${to.endsWith(".ts") ? `~/${to.slice(0, -3)}` : to}";\nvoid it;\n`,
      );
    write("core/units/d.ts", 'import { e } from "./e";\nexport const d = (): unknown => e;\n');
    write("core/units/e.ts", 'import { d } from "./d";\nexport const e = (): unknown => d;\n');
    const folders = ["core", "contract", "workers", "server", "app", "cli"];
    const bin = join(root, "node_modules/dependency-cruiser/bin/dependency-cruise.mjs");
    const report = run([bin, "--config", config, "--output-type", "json", ...folders], folder);
    const found = report.summary.violations.map((v) => `${v.rule.name}: ${v.from}`);
    const expected = Object.entries(breachOf).map(([rule, [from]]) => `${rule}: ${from}`);
    expect(expected.filter((e) => !found.includes(e))).toEqual([]);
    expect(found.some((f) => f.startsWith("no-cycles: core/units/"))).toBe(true);
    expect(
      forbidden
        .map((r) => r.name)
        .filter((n) => n !== "no-cycles")
        .sort(),
    ).toEqual(Object.keys(breachOf).sort());
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

interface Report {
  summary: { violations: { rule: { name: string }; from: string }[] };
}

/** Violations are told by the exit code too. */
function run(args: string[], cwd: string): Report {
  try {
    return JSON.parse(execFileSync(process.execPath, args, { cwd, encoding: "utf8" })) as Report;
  } catch (error) {
    const { stdout, stderr } = error as { stdout?: string; stderr?: string };
    if (!stdout) throw new Error(stderr ?? String(error));
    return JSON.parse(stdout) as Report;
  }
}
