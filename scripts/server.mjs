// Starts the built application. Which data it works on and where it listens is told by settings in
// the environment.
import { join, resolve } from "node:path";
import { pathToFileURL } from "node:url";
import { computeFile, root } from "./lib.mjs";

/**
 * Data folder: PLAIN_CHANNEL_DATA, or `data` beside the program. Port: PLAIN_CHANNEL_PORT. Sweep
 * speed: PLAIN_CHANNEL_SPEED. Where phones may come in: PLAIN_CHANNEL_JOIN_HOST.
 */
export async function serve({
  practice,
  defaultPort,
  morePorts = 20,
  dataFolder = undefined,
  speed = undefined,
}) {
  process.env.NODE_ENV = "production";
  const { bringBackNewest, dataFileOf, startServer, startWords } = await import(
    pathToFileURL(join(root, "build/server/index.js")).href
  );
  const folder = resolve(root, dataFolder ?? process.env.PLAIN_CHANNEL_DATA ?? "data");
  if (process.argv.includes("--restore")) {
    const name = await bringBackNewest(dataFileOf({ dataFolder: folder, practice }));
    console.log(
      name
        ? `The copy ${name} stands now; what stood before was put aside.`
        : "There is no whole copy to bring back. Nothing was changed.",
    );
  }
  const options = {
    practice,
    morePorts,
    dataFolder: folder,
    port: Number(process.env.PLAIN_CHANNEL_PORT ?? defaultPort),
    ...(process.env.PLAIN_CHANNEL_JOIN_HOST
      ? { joinHost: process.env.PLAIN_CHANNEL_JOIN_HOST }
      : {}),
    speed: speed ?? Number(process.env.PLAIN_CHANNEL_SPEED ?? 20),
    clientFolder: join(root, "build/client"),
    computeFile,
  };
  const running = await startServer(options).catch(async (error) => {
    const words = await startWords(error, {
      restoreCommand: `npm run ${practice ? "demo" : "start"} -- --restore`,
    });
    if (words === null) throw error;
    console.error(`\nPlain Channel does not start.\n\n${words}\n`);
    process.exit(1);
  });
  // a promise that nobody waited for must not end a day's work
  process.on("unhandledRejection", (error) => running.context.log.error("unhandled", {}, error));
  let isStopping = false;
  const stop = async () => {
    if (isStopping) return;
    isStopping = true;
    await running.stop();
    process.exit(0);
  };
  process.on("SIGINT", stop);
  process.on("SIGTERM", stop);
  return running;
}
