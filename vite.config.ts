import { reactRouter } from "@react-router/dev/vite";
import { defineConfig } from "vite";

export default defineConfig(({ isSsrBuild }) => ({
  plugins: [reactRouter()],
  build: isSsrBuild ? { rollupOptions: { input: "./server/entry.server.ts" } } : {},
  // its CommonJS entry has no default export under Node's ES modules; bundled it has
  ssr: { noExternal: ["styled-components"] },
  worker: { format: "es" as const },
}));
