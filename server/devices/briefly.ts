/**
 * The same answer for everybody who asks the same within a moment: many pages ask, and what answers
 * is asked once. A failure is not kept.
 * @param nowMs - a clock that only goes forward
 */
export function briefly<A extends unknown[], T>(
  forMs: number,
  nowMs: () => number,
  call: (...args: A) => Promise<T>,
): { ask: (...args: A) => Promise<T>; forget: () => void } {
  const answers = new Map<string, { askedMs: number; answer: Promise<T> }>();
  return {
    ask: (...args) => {
      const key = JSON.stringify(args);
      const known = answers.get(key);
      if (known && nowMs() - known.askedMs < forMs) return known.answer;
      const entry = { askedMs: nowMs(), answer: call(...args) };
      answers.set(key, entry);
      entry.answer.catch(() => {
        if (answers.get(key) === entry) answers.delete(key);
      });
      return entry.answer;
    },
    forget: () => answers.clear(),
  };
}
