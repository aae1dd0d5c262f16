import { steadyClock } from "./steadyClock";

const made = () => {
  const at = { wall: 1_000_000, steady: 50 };
  const jumps: number[] = [];
  const clock = steadyClock({
    wallMs: () => at.wall,
    steadyMs: () => at.steady,
    onJump: (ms) => jumps.push(ms),
  });
  const pass = (ms: number, wallToo = true) => {
    at.steady += ms;
    if (wallToo) at.wall += ms;
  };
  return { at, jumps, clock, pass };
};

test("it goes with the computer's clock", () => {
  const { clock, pass, jumps } = made();
  expect(clock()).toBe(1_000_000);
  pass(1500);
  expect(clock()).toBe(1_001_500);
  expect(jumps).toEqual([]);
});

test("a clock that is set back by an hour goes on where it was, is told once, and counts every second after", () => {
  const { at, clock, pass, jumps } = made();
  pass(10_000);
  clock();
  at.wall -= 3_600_000;
  const before = clock();
  expect(before).toBe(1_010_000);
  for (let i = 1; i <= 50; i += 1) {
    pass(100);
    expect(clock()).toBe(before + i * 100);
  }
  expect(jumps).toEqual([-3_600_000]);
  // set right again: no second hour is lost or gained
  at.wall += 3_600_000;
  expect(clock()).toBe(before + 5000);
  expect(jumps).toEqual([-3_600_000, 3_600_000]);
});

test("after a sleep, in which the counting clock stood, it is at once where the computer's is", () => {
  const { at, clock, jumps } = made();
  at.wall += 7_200_000;
  expect(clock()).toBe(8_200_000);
  expect(jumps).toEqual([7_200_000]);
});

test("a small correction never lets it go back", () => {
  const { at, clock, pass } = made();
  pass(5000);
  const before = clock();
  at.wall -= 800;
  expect(clock()).toBe(before);
  pass(1000);
  expect(clock()).toBe(before + 200);
});
