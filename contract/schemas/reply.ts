/**
 * What an action answers: done (with or without a word), or refused with words. `at` tells two like
 * answers apart.
 */
export type Reply =
  | { ok: true; message: string | null; at: number; undo?: object | null }
  | { ok: false; message: string; at: number };
