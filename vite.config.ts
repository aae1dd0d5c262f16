import { reactRouter } from "@react-router/dev/vite";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vite";

// their CommonJS entries lack the exports that are imported under Node's ES modules; bundled they
// have them
const LACKING = ["styled-components", "jsonc-parser"];
// thousands of small files: read one by one they take most of the time that a start takes
const SCATTERED = [
  /^@?react-(aria|stately|types)/,
  /^@internationalized/,
  "lucide-react",
  /^d3/,
  "internmap",
  "@tanstack/react-table",
  "zod",
];

export default defineConfig(({ isSsrBuild, command }) => ({
  plugins: [reactRouter()],
  resolve: { alias: { "~": fileURLToPath(new URL(".", import.meta.url)) } },
  build: isSsrBuild ? { rollupOptions: { input: "./server/entry.server.ts" } } : {},
  // read at every drawing of a field otherwise
  ...(command === "build" ? { define: { "process.env.NODE_ENV": '"production"' } } : {}),
  ssr: { noExternal: command === "build" ? [...LACKING, ...SCATTERED] : LACKING },
  // the screens' modules name what only their loaders use; it is cut out of the page, but looked
  // for when the development server gathers what the page needs
  optimizeDeps: {
    exclude: ["sequelize", "sqlite3", "umzug", "winston", "pdfmake"],
    include: [
      "react-aria-components",
      "@emotion/is-prop-valid",
      "stylis",
      "lucide-react",
      "zod",
      "papaparse",
      "d3",
      "styled-components",
    ],
  },
  worker: { format: "es" as const },
}));
