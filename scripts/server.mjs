// Starts the built application. Which data it works on and where it listens is told by settings in the environment.
import { join, resolve } from "node:path";
import { pathToFileURL } from "node:url";
import { computeFile, root } from "./lib.mjs";

/** Data folder: PLAIN_CHANNEL_DATA, or `data` beside the program. Port: PLAIN_CHANNEL_PORT. Sweep speed: PLAIN_CHANNEL_SPEED. Where phones may come in: PLAIN_CHANNEL_JOIN_HOST. */
export async function serve({ practice, defaultPort, morePorts = 20, dataFolder = undefined, speed = undefined }) {
  process.env.NODE_ENV = "production";
  const { startServer } = await import(pathToFileURL(join(root, "build/server/index.js")).href);
  const running = await startServer({
    practice, morePorts,
    dataFolder: resolve(root, dataFolder ?? process.env.PLAIN_CHANNEL_DATA ?? "data"),
    port: Number(process.env.PLAIN_CHANNEL_PORT ?? defaultPort),
    ...(process.env.PLAIN_CHANNEL_JOIN_HOST ? { joinHost: process.env.PLAIN_CHANNEL_JOIN_HOST } : {}),
    speed: speed ?? Number(process.env.PLAIN_CHANNEL_SPEED ?? 20),
    clientFolder: join(root, "build/client"), computeFile,
  });
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
