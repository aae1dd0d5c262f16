// The practice day with modules made on demand, for work on the application.
import { resolve } from "node:path";
import { bundleCompute, computeFile, ensureInstalled, root } from "./lib.mjs";

await ensureInstalled();
await bundleCompute(computeFile);
const { createServer } = await import("vite");
const vite = await createServer({ root, server: { middlewareMode: true } });
const { startServer } = await vite.ssrLoadModule("./server/entry.server.ts");
const running = await startServer({
  practice: true,
  dataFolder: resolve(root, process.env.PLAIN_CHANNEL_DATA ?? "data"),
  port: Number(process.env.PLAIN_CHANNEL_PORT ?? 4530),
  morePorts: 20,
  speed: Number(process.env.PLAIN_CHANNEL_SPEED ?? 20),
  clientFolder: null,
  computeFile,
  build: () => vite.ssrLoadModule("virtual:react-router/server-build"),
  prepare: (app) => app.use(vite.middlewares),
});
console.log(`  ${running.url}`);
