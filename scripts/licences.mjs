// Writes docs/licences.md anew: every package that ships with the application, its version and its
// licence, as package-lock.json has them.
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "./lib.mjs";

const { packages } = JSON.parse(readFileSync(join(root, "package-lock.json"), "utf8"));
const rows = Object.entries(packages)
  .filter(([path, p]) => path !== "" && !p.dev && !p.devOptional && !p.optional)
  .map(
    ([path, p]) =>
      `| ${path.slice(path.lastIndexOf("node_modules/") + "node_modules/".length)} | ${p.version} | ${p.license ?? "not stated"} |`,
  );
const lines = [...new Set(rows)].sort();
writeFileSync(
  join(root, "docs/licences.md"),
  `# Licences of what ships

Made by \`node scripts/licences.mjs\` from package-lock.json; \`test/supply.test.ts\` keeps it current.

| package | version | licence |
|---|---|---|
${lines.join("\n")}

## Renewing packages

Versions are exact. To renew: \`npm outdated\`, change one package (React Router's three together, at one version), \`npm install\`, \`node scripts/licences.mjs\`, \`npm test\`. A package that brings an install script is named in package.json's \`allowScripts\` after its script was
read. \`npm audit\` tells what is known to be unsafe in what is installed; what it names in production packages is renewed first.
`,
);
