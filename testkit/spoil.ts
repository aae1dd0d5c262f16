import fc from "fast-check";

const encode = (text: string) => new TextEncoder().encode(text);

/** One way to spoil a file. */
export const spoiling = fc.record({
  kind: fc.constantFrom("flip", "cut", "double", "insert", "swap", "drop"),
  at: fc.double({ min: 0, max: 1, noNaN: true }),
  length: fc.integer({ min: 1, max: 60 }),
  bytes: fc.oneof(
    fc.uint8Array({ minLength: 1, maxLength: 12 }),
    fc
      .constantFrom(
        "NaN",
        "-inf",
        ",",
        ";",
        "\n",
        "\u0000",
        "1e999",
        "🎬",
        "{",
        "]",
        "-",
        "470,",
        '"',
        "dBµV\n",
        "Hz\n",
      )
      .map(encode),
  ),
});
export type Spoiling = typeof spoiling extends fc.Arbitrary<infer T> ? T : never;

/** A file with one thing spoiled. */
export function spoil(file: Uint8Array, m: Spoiling): Uint8Array {
  const at = Math.min(file.length, Math.floor(m.at * file.length));
  const end = Math.min(file.length, at + m.length);
  const [before, middle, after] = [
    file.subarray(0, at),
    file.subarray(at, end),
    file.subarray(end),
  ];
  const join = (...parts: Uint8Array[]) => new Uint8Array(Buffer.concat(parts));
  switch (m.kind) {
    case "cut":
      return join(before);
    case "double":
      return join(before, middle, middle, after);
    case "insert":
      return join(before, m.bytes, middle, after);
    case "swap":
      return join(after, middle, before);
    case "drop":
      return join(before, after);
    default:
      return join(
        before,
        middle.map((b, i) => b ^ m.bytes[i % m.bytes.length]!),
        after,
      );
  }
}
