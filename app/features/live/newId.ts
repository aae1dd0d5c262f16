/**
 * A number by chance, by which what is sent twice is known; crypto.randomUUID is not there on plain
 * http pages of a network.
 */
export const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) =>
    b.toString(16).padStart(2, "0"),
  ).join("");
