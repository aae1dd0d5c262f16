/**
 * What a computation answers when something a user can meet may go wrong: the value, or an error
 * that is plain data.
 */
export type Result<T, E extends { code: string }> =
  { ok: true; value: T } | { ok: false; error: E };

export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value });
export const fail = <E extends { code: string }>(error: E): { ok: false; error: E } => ({
  ok: false,
  error,
});
