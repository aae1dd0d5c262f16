import { pageTrouble } from "~/contract/schemas/pageTrouble";
import { tellTrouble } from "./tellTrouble";

test("what goes wrong in a page is told once, cut to what the computer takes; a reading given up is none, and one page tells of ten at most", () => {
  const sent: unknown[] = [];
  Object.assign(globalThis, {
    location: { pathname: "/day/1/roll" },
    fetch: (address: string, { body }: { body: string }) => {
      sent.push([address, pageTrouble.parse(JSON.parse(body))]);
      return Promise.resolve();
    },
  });
  tellTrouble(new DOMException("given up", "AbortError"));
  const broken = new TypeError(`${"x".repeat(900)} is not a function`);
  tellTrouble(broken, "\n at Seam".repeat(900));
  tellTrouble(broken);
  expect(sent).toEqual([
    [
      "/page-trouble",
      {
        what: expect.stringMatching(/^TypeError: x+$/) as unknown,
        where: expect.stringContaining("tellTrouble.test") as unknown,
        path: "/day/1/roll",
      },
    ],
  ]);
  for (let i = 0; i < 20; i += 1) tellTrouble(`another ${i}`);
  tellTrouble("");
  expect(sent).toHaveLength(10);
});
