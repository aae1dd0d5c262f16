// For the browser tests: one process that starts and stops applications as it is told by its parent,
// each in a data folder of its own. The modules are loaded once; a new application takes a moment.
import { pathToFileURL } from "node:url";
import { join } from "node:path";
import { computeFile, root } from "./lib.mjs";

process.env.NODE_ENV = "production";
const { startServer } = await import(pathToFileURL(join(root, "build/server/index.js")).href);
const running = new Map();

async function start({ dataFolder, practice, speed }) {
  const server = await startServer({
    practice,
    dataFolder,
    speed,
    port: 0,
    morePorts: 0,
    joinHost: "127.0.0.1",
    // a few looks at a meter follow each other at once
    wait: () => Promise.resolve(),
    clientFolder: join(root, "build/client"),
    computeFile,
  });
  running.set(server.url, server);
  return server.url;
}

async function stop(url) {
  const server = running.get(url);
  running.delete(url);
  await server?.stop();
  return url;
}

process.on("message", ({ id, order, ...rest }) => {
  (order === "start" ? start(rest) : stop(rest.url)).then(
    (url) => process.send({ id, url }),
    (error) => process.send({ id, trouble: String(error?.stack ?? error) }),
  );
});
process.on("disconnect", () => process.exit(0));
process.send({ isReady: true });
