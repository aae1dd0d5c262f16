// Everything that must hold: install, Chromium from Debian if missing, format, types, lint,
// boundaries, unit tests, browser tests.
import { existsSync } from "node:fs";
import { ensureBuilt, ensureInstalled, run, step } from "./lib.mjs";

await ensureInstalled();
// poppler reads what the report's PDF says: a check from outside
const missing = [
  ...(existsSync(process.env.PLAIN_CHANNEL_CHROMIUM ?? "/usr/bin/chromium") ? [] : ["chromium"]),
  ...(existsSync("/usr/bin/pdftotext") ? [] : ["poppler-utils"]),
];
if (missing.length > 0) {
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
await step("format", () => run("npm", ["run", "--silent", "format:check"]));
await step("types", () => run("npm", ["run", "--silent", "types"]));
await step("lint", () => run("npm", ["run", "--silent", "lint"]));
await step("boundaries", () => run("npm", ["run", "--silent", "boundaries"]));
await step("nothing that nobody uses", () => run("npm", ["run", "--silent", "unused"]));
await step("unit tests", () => run("npm", ["run", "--silent", "unit"]));
await ensureBuilt();
await step("browser tests", () => run("npm", ["run", "--silent", "browser"]));
