/** A moment as milliseconds of this place's wall clock, as clock texts take it. */
export function dayMsOf(ms: number): number {
  const at = new Date(ms);
  return ((at.getHours() * 60 + at.getMinutes()) * 60 + at.getSeconds()) * 1000;
}
