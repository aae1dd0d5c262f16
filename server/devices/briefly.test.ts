import { briefly } from "./briefly";

test("who asks the same within a moment gets the same answer; later, after something changed, or after a failure it is asked anew", async () => {
  let nowMs = 0;
  let asked = 0;
  const report = briefly(
    250,
    () => nowMs,
    (key: string) => {
      asked += 1;
      return asked === 4 ? Promise.reject(new Error("gone")) : Promise.resolve(`${key} ${asked}`);
    },
  );
  expect([await report.ask("a"), await report.ask("a"), await report.ask("b")]).toEqual([
    "a 1",
    "a 1",
    "b 2",
  ]);
  nowMs = 249;
  expect(await report.ask("a")).toBe("a 1");
  report.forget();
  expect(await report.ask("a")).toBe("a 3");
  nowMs = 600;
  await expect(report.ask("a")).rejects.toThrow("gone");
  expect(await report.ask("a")).toBe("a 5");
});
