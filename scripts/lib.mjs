import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = join(dirname(fileURLToPath(import.meta.url)), "..");

const running = new Set();

/** Keeps a child that it can be ended with the others. */
function started(child) {
  running.add(child);
  child.once("exit", () => running.delete(child));
  return child;
}

/** Ends what is still running: something beside it has failed. */
export function endAll() {
  for (const child of running) child.kill();
}

/** Runs a command to its end; its output goes where it is asked to. */
export function run(command, args, { quiet = false, env = {} } = {}) {
  return new Promise((resolve, reject) => {
    const child = started(
      spawn(command, args, {
        cwd: root,
        stdio: quiet ? "ignore" : "inherit",
        env: { ...process.env, ...env },
      }),
    );
    child.on("error", reject);
    child.on("exit", (code, signal) =>
      code === 0
        ? resolve()
        : reject(new Error(`${command} ${args.join(" ")} ended with ${code ?? signal}`)),
    );
  });
}

/** Runs a command to its end and keeps what it says. */
export function capture(command, args) {
  return new Promise((resolve, reject) => {
    const child = started(spawn(command, args, { cwd: root, stdio: ["ignore", "pipe", "pipe"] }));
    let text = "";
    for (const stream of [child.stdout, child.stderr])
      stream.setEncoding("utf8").on("data", (chunk) => (text += chunk));
    child.on("error", reject);
    child.on("exit", (code) => resolve({ code, text }));
  });
}

/** The same with a line every few seconds, for steps that say little themselves. */
export async function step(title, action) {
  const start = Date.now();
  const seconds = () => `${Math.round((Date.now() - start) / 1000)} s`;
  console.log(`· ${title} …`);
  const ticker = setInterval(() => console.log(`  still at it: ${title}, ${seconds()}`), 15_000);
  try {
    await action();
  } finally {
    clearInterval(ticker);
  }
  console.log(`  done, ${seconds()}`);
}

/** Installs what package-lock.json names, when that has not been done for this very file. */
export async function ensureInstalled({ quiet = false } = {}) {
  const lock = createHash("sha256")
    .update(readFileSync(join(root, "package-lock.json")))
    .digest("hex");
  const mark = join(root, "node_modules", ".plain-channel-install");
  if (existsSync(mark) && readFileSync(mark, "utf8") === lock) return;
  const install = () =>
    run("npm", ["ci", "--no-fund", "--no-audit", "--loglevel=error"], { quiet });
  if (quiet) await install();
  else
    await step(
      "installing packages (the database is compiled on the first run: two to four minutes)",
      install,
    );
  mkdirSync(dirname(mark), { recursive: true });
  writeFileSync(mark, lock);
}

/** Debian's headless Chromium, and poppler, which reads what a PDF says: a check from outside. */
export async function ensureBrowser() {
  const missing = [
    ...(existsSync(process.env.PLAIN_CHANNEL_CHROMIUM ?? "/usr/bin/chromium-headless-shell")
      ? []
      : ["chromium-headless-shell"]),
    ...(existsSync("/usr/bin/pdftotext") ? [] : ["poppler-utils"]),
  ];
  if (missing.length === 0) return;
  await step(`installing ${missing.join(" and ")} from Debian`, async () => {
    const sudo = process.getuid?.() === 0 ? [] : ["sudo"];
    const apt = (args) => {
      const [command, ...rest] = [...sudo, "apt-get", ...args];
      return run(command, rest, { env: { DEBIAN_FRONTEND: "noninteractive" } });
    };
    await apt(["update", "-qq"]);
    await apt(["install", "-y", "-qq", "--no-install-recommends", ...missing]);
  });
}

/** The bundle of the threads that read files and reckon scans. */
export const computeFile = join(root, "build/server/compute.cjs");
export async function bundleCompute(outfile) {
  const { build } = await import("esbuild");
  await build({
    entryPoints: [join(root, "server/compute/compute.worker.ts")],
    bundle: true,
    platform: "node",
    format: "cjs",
    target: "node20",
    mainFields: ["module", "main"],
    outfile,
    logLevel: "error",
  });
}

/** Text below this gains nothing. */
const MIN_BYTES = 1000;

/** Puts each text of a folder beside itself compressed, for browsers that take it so. */
async function compressTexts(folder) {
  const { brotliCompressSync, constants, gzipSync } = await import("node:zlib");
  const { readdirSync } = await import("node:fs");
  for (const name of readdirSync(folder)) {
    const text = readFileSync(join(folder, name));
    if (!/\.(js|css|svg|json)$/.test(name) || text.length < MIN_BYTES) continue;
    const quality = { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } };
    writeFileSync(join(folder, `${name}.br`), brotliCompressSync(text, quality));
    writeFileSync(join(folder, `${name}.gz`), gzipSync(text, { level: 9 }));
  }
}

/** A digest of every source that the built application depends on. */
export async function ensureBuilt() {
  const { readdirSync, statSync } = await import("node:fs");
  const hash = createHash("sha256");
  for (const place of [
    "app",
    "contract",
    "core",
    "server",
    "workers",
    "package-lock.json",
    "vite.config.ts",
    "scripts/lib.mjs",
    "react-router.config.ts",
  ]) {
    const path = join(root, place);
    const files = statSync(path).isDirectory()
      ? readdirSync(path, { recursive: true })
          .sort()
          .map((f) => join(path, f))
      : [path];
    for (const file of files)
      if (statSync(file).isFile() && !/\.test\.tsx?$/.test(file))
        hash.update(file.slice(root.length)).update(readFileSync(file));
  }
  const digest = hash.digest("hex");
  const mark = join(root, "build", ".plain-channel-build");
  if (
    existsSync(mark) &&
    readFileSync(mark, "utf8") === digest &&
    existsSync(join(root, "build/server/index.js"))
  )
    return;
  await step("building the application", async () => {
    await run("npx", ["react-router", "build"], { env: { NODE_ENV: "production" } });
    await bundleCompute(computeFile);
    await compressTexts(join(root, "build/client/assets"));
  });
  writeFileSync(mark, digest);
}
