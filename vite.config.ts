import { reactRouter } from "@react-router/dev/vite";
import { defineConfig } from "vite";

export default defineConfig(({ isSsrBuild }) => ({
  plugins: [reactRouter()],
  build: isSsrBuild ? { rollupOptions: { input: "./server/entry.server.ts" } } : {},
  // their CommonJS entries lack the exports that are imported under Node's ES modules; bundled they have them
  ssr: { noExternal: ["styled-components", "jsonc-parser"] },
  worker: { format: "es" as const },
}));
