import { reactRouter } from "@react-router/dev/vite";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vite";

export default defineConfig(({ isSsrBuild }) => ({
  plugins: [reactRouter()],
  resolve: { alias: { "~": fileURLToPath(new URL(".", import.meta.url)) } },
  build: isSsrBuild ? { rollupOptions: { input: "./server/entry.server.ts" } } : {},
  ssr: {
    noExternal: [
      // their CommonJS entries lack the exports that are imported under Node's ES modules; bundled
      // they have them
      "styled-components",
      "jsonc-parser",
      // thousands of small files: read one by one they take most of the time that a start takes
      /^@?react-(aria|stately|types)/,
      /^@internationalized/,
      "lucide-react",
      /^d3/,
      "internmap",
      "@tanstack/react-table",
      "zod",
    ],
  },
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
