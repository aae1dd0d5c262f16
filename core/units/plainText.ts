/**
 * A typed or read text on one line: blanks of any kind and number become one, those at its ends go.
 * Patterns that look at it need no repeated blanks, which can make them take time squared.
 * @param maxLength - longer than that it is cut: no number, name or time is so long
 */
export const plainText = (text: string, maxLength = 200): string =>
  text
    .slice(0, maxLength * 4)
    .trim()
    .replace(/\s+/g, " ")
    .slice(0, maxLength);
