// Everything that must hold of a change: install, Debian's Chromium if it is missing, format, types,
// lint, boundaries, unit tests, browser tests. What takes long is in `npm run test:long`.
import { capture, endAll, ensureBrowser, ensureBuilt, ensureInstalled, run, step } from "./lib.mjs";

await ensureInstalled();
await ensureBrowser();

/** Looks at the sources; said as a whole at its end, because it goes on beside the unit tests. */
const CHECKS = ["format:check", "types", "boundaries", "unused", "lint"];
async function look() {
  let said = "";
  for (const name of CHECKS) {
    const done = await capture("npm", ["run", "--silent", name]);
    said += `· ${name}${done.code === 0 ? "" : " failed"}\n${done.text}`;
    if (done.code !== 0) throw new Error(said);
  }
  return said;
}

await step("format, types, boundaries, lint; the build; unit tests", async () => {
  const looked = look();
  await Promise.all([
    looked.then((said) => console.log(said)),
    ensureBuilt().then(() => run("npm", ["run", "--silent", "unit"])),
  ]).catch((error) => {
    // whichever fails first ends it: the other need not be waited for
    endAll();
    throw error;
  });
});
await step("browser tests", () => run("npm", ["run", "--silent", "browser"]));
