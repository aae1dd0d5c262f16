import { readFileSync } from "node:fs";

interface LockedPackage {
  version?: string;
  license?: string;
  dev?: boolean;
  devOptional?: boolean;
  optional?: boolean;
  hasInstallScript?: boolean;
}
const lock = JSON.parse(readFileSync("package-lock.json", "utf8")) as {
  packages: Record<string, LockedPackage>;
};
const manifest = JSON.parse(readFileSync("package.json", "utf8")) as {
  dependencies: Record<string, string>;
  devDependencies: Record<string, string>;
  allowScripts: Record<string, boolean>;
};
const nameOf = (path: string): string =>
  path.slice(path.lastIndexOf("node_modules/") + "node_modules/".length);
const shipped = Object.entries(lock.packages).filter(
  ([path, p]) => path !== "" && !p.dev && !p.devOptional && !p.optional,
);

test("every version is exact", () => {
  for (const [name, version] of Object.entries({
    ...manifest.dependencies,
    ...manifest.devDependencies,
  }))
    expect([name, version]).toEqual([
      name,
      expect.stringMatching(/^(npm:[\w@/-]+@)?\d+\.\d+\.\d+$/),
    ]);
});

test("the licences of everything that ships stand in docs/licences.md, and all of them allow it", () => {
  const listed = readFileSync("docs/licences.md", "utf8")
    .split("\n")
    .filter((l) => /^\| .* \|$/.test(l))
    .slice(1);
  expect(listed.sort()).toEqual(
    [
      ...new Set(
        shipped.map(
          ([path, p]) => `| ${nameOf(path)} | ${p.version} | ${p.license ?? "not stated"} |`,
        ),
      ),
    ].sort(),
  );
  // png-js states none in its package.json; the LICENSE file in it is MIT's text
  for (const [path, { license = "not stated" }] of shipped.filter(([p]) => nameOf(p) !== "png-js"))
    expect([nameOf(path), license]).toEqual([
      nameOf(path),
      expect.stringMatching(
        /MIT|ISC|BSD|Apache-2\.0|OFL-1\.1|MPL-2\.0|0BSD|Unlicense|CC0-1\.0|BlueOak|Python-2\.0|Zlib/,
      ),
    ]);
});

test("every package that runs something when it is installed is named", () => {
  const running = Object.entries(lock.packages)
    .filter(([, p]) => p.hasInstallScript && !p.optional)
    .map(([path]) => nameOf(path));
  expect(running.filter((name) => !manifest.allowScripts[name])).toEqual([]);
});
