import { JoinAttempts } from "./joinAttempts.server";

test("two wrong codes cost nothing; from the third on the waits double up to an hour, for that device alone", () => {
  let nowMs = 0;
  const attempts = new JoinAttempts(() => nowMs);
  expect([1, 2, 3, 4, 5].map(() => attempts.failed("phone"))).toEqual([0, 0, 5000, 10_000, 20_000]);
  expect(attempts.waitMs("phone")).toBe(20_000);
  expect(attempts.waitMs("another")).toBe(0);
  nowMs = 19_999;
  expect(attempts.waitMs("phone")).toBe(1);
  nowMs = 20_000;
  expect(attempts.waitMs("phone")).toBe(0);
  for (let i = 0; i < 40; i += 1) attempts.failed("phone");
  expect(attempts.waitMs("phone")).toBe(3_600_000);
  expect(attempts.guessers()).toMatchObject([{ device: "phone", count: 45 }]);
  attempts.succeeded("phone");
  expect(attempts.waitMs("phone")).toBe(0);
});

test("who tries all day from one device gets through a few dozen of a million codes", () => {
  let nowMs = 0;
  const attempts = new JoinAttempts(() => nowMs);
  let tries = 0;
  while (nowMs < 12 * 3_600_000) {
    tries += 1;
    nowMs += attempts.failed("phone") + 1;
  }
  expect(tries).toBeLessThan(40);
});

test("a flood of devices does not fill the memory", () => {
  const attempts = new JoinAttempts(() => 0);
  for (let i = 0; i < 10_000; i += 1) for (let k = 0; k < 3; k += 1) attempts.failed(`device ${i}`);
  expect(attempts.guessers().length).toBe(4096);
  expect(attempts.waitMs("device 9999")).toBe(5000);
  expect(attempts.waitMs("device 0")).toBe(0);
});
