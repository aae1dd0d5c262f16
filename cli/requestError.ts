/**
 * Something is wrong with the request: its code, words, and the dotted path of the field ("" for
 * the whole).
 */
export class RequestError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly path = "",
  ) {
    super(message);
  }
}
