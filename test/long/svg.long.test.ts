import { chromium } from "@playwright/test";
import { build } from "esbuild";
import fc from "fast-check";
import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import { planToSvg } from "~/core/location/planFiles";
import { spoil, spoiling } from "~/testkit/spoil";

const SEED = 20261130;
const INTERFERENCE = 600;
const MAX_MS = 5000;

/** Drawings that are small and mean much work. */
const BOMBS: Readonly<Record<string, string>> = {
  "one path of 400,000 corners": drawing(
    `<path d="M0,0 ${Array.from({ length: 400_000 }, (_, i) => `L${i % 97},${i % 89}`).join(" ")}"/>`,
  ),
  "a line of 49,000 corners, none of them near a straight one": drawing(
    `<polyline points="${Array.from({ length: 49_000 }, (_, i) => `${(i * 0.002).toFixed(3)},${i % 2 === 0 ? 0 : (90 - i * 0.0015).toFixed(3)}`).join(" ")}"/>`,
  ),
  "two thousand lines, four thousand groups deep": drawing(
    `${'<g transform="rotate(1 2 3) scale(1.001)">'.repeat(4000)}${'<line x1="1" y1="1" x2="50" y2="50"/>'.repeat(2000)}${"</g>".repeat(4000)}`,
  ),
  "names that name names": `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">${"bcdefgh"
    .split("")
    .map((c, i) => `<!ENTITY ${c} "${`&${"abcdefg"[i]};`.repeat(10)}">`)
    .join("")}]>${drawing('<path d="M0,0 L&h;"/>')}`,
  "a thousand crossing outlines": drawing(
    Array.from(
      { length: 330 },
      (_, i) => `<polygon points="${i % 90},0 ${90 - (i % 90)},90 ${(i * 7) % 90},45"/>`,
    ).join(""),
  ),
};

function drawing(inside: string): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${inside}</svg>`;
}

const decode = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

test(`${INTERFERENCE} spoiled drawings and five that are small and mean much work: the page reads each or refuses it at once`, async () => {
  const { outputFiles } = await build({
    stdin: {
      contents: 'export { readSvg } from "./app/routes/draw/readSvg";',
      resolveDir: process.cwd(),
      loader: "ts",
    },
    bundle: true,
    write: false,
    format: "iife",
    globalName: "reader",
    logLevel: "error",
  });
  const onto = PORT_ELLERY_PLANS["net-loft"]!.plan(() => 1);
  const own = new TextEncoder().encode(planToSvg(onto));
  const foreign = new TextEncoder().encode(
    drawing(
      '<g transform="translate(2 3) rotate(10)"><path d="M1,1 h20 v10 a5,5 0 0 1 5,5 c1,2 3,4 5,6 Z"/><rect x="4" y="5" width="6" height="7"/><polyline points="1,2 3,4 9,8"/></g>',
    ),
  );
  const browser = await chromium.launch({
    executablePath: process.env["PLAIN_CHANNEL_CHROMIUM"] ?? "/usr/bin/chromium-headless-shell",
    args: ["--no-sandbox", "--disable-gpu"],
  });
  try {
    const page = await browser.newPage();
    await page.setContent("<p>reader</p>");
    await page.addScriptTag({ content: outputFiles[0]!.text });
    const read = (text: string) =>
      page.evaluate(
        ([given, plan]) => {
          const began = performance.now();
          try {
            const { readSvg } = (
              globalThis as unknown as {
                reader: {
                  readSvg: (...given: unknown[]) => { ok: boolean; error?: { code: string } };
                };
              }
            ).reader;
            const answer = readSvg(given, plan, 20, (candidate: unknown) => candidate);
            return { code: answer.ok ? "read" : answer.error!.code, ms: performance.now() - began };
          } catch (error) {
            return { code: `threw ${String(error)}`, ms: performance.now() - began };
          }
        },
        [text, onto] as const,
      );
    const wrong: string[] = [];
    const judge = (name: string, { code, ms }: { code: string; ms: number }) => {
      if (code.startsWith("threw") || ms > MAX_MS)
        wrong.push(`${name}: ${code}, ${ms.toFixed(0)} ms`);
    };
    for (const [name, text] of Object.entries(BOMBS)) judge(name, await read(text));
    for (const [i, m] of fc.sample(spoiling, { numRuns: INTERFERENCE, seed: SEED }).entries())
      judge(`spoiled ${i}`, await read(decode(spoil(i % 2 === 0 ? own : foreign, m))));
    expect(wrong).toEqual([]);
  } finally {
    await browser.close();
  }
});
