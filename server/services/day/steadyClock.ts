/** So far the computer's clock may be corrected before that counts as a jump. */
const JUMP_MS = 2000;

/**
 * The computer's clock as everything that rolls needs it: it never goes back. A small correction is
 * waited out, a jump forward (after a sleep) is followed at once, and one set back is told and not
 * followed while this program runs: what is read would fall where something stands already, and be
 * lost.
 * @param p.wallMs - the computer's clock, milliseconds @param p.steadyMs - a clock that only counts
 *   on, from whatever beginning
 * @param p.onJump - told by how much the computer's clock was set on or back
 */
export function steadyClock({
  wallMs,
  steadyMs,
  onJump,
}: {
  wallMs: () => number;
  steadyMs: () => number;
  onJump: (byMs: number) => void;
}): () => number {
  let base = { wallMs: wallMs(), steadyMs: steadyMs() };
  let last = base.wallMs;
  /** By how much the computer's clock lies behind this one since it was set back. */
  let backMs = 0;
  return () => {
    const wall = wallMs();
    const expected = base.wallMs + (steadyMs() - base.steadyMs);
    const offMs = wall + backMs - expected;
    if (offMs < -JUMP_MS) {
      backMs -= offMs;
      onJump(offMs);
    } else if (offMs > JUMP_MS) {
      // set right again after it was set back, or set on: what was held back is given up first
      onJump(offMs);
      backMs = Math.max(0, backMs - offMs);
      base = { wallMs: wall + backMs, steadyMs: steadyMs() };
    }
    last = Math.max(last, wall + backMs);
    return last;
  };
}
