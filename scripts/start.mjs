// The built application on the user's own data.
import { ensureBuilt, ensureInstalled } from "./lib.mjs";

await ensureInstalled();
await ensureBuilt();
const { serve } = await import("./server.mjs");
const running = await serve({ practice: false, defaultPort: 4510 });
console.log(`Plain Channel is ready:\n\n  ${running.url}\n`);
