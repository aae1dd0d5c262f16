import fc from "fast-check";
import { z } from "zod";

/** The parts of a JSON schema that the intents' shapes come out as. */
interface JsonShape {
  type?: string | string[];
  const?: unknown;
  enum?: unknown[];
  anyOf?: JsonShape[];
  oneOf?: JsonShape[];
  allOf?: JsonShape[];
  properties?: Record<string, JsonShape>;
  required?: string[];
  items?: JsonShape;
  prefixItems?: JsonShape[];
  minItems?: number;
  maxItems?: number;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  minLength?: number;
  maxLength?: number;
  format?: string;
  $ref?: string;
  additionalProperties?: JsonShape | boolean;
  propertyNames?: JsonShape;
}

/** Strings that have broken something somewhere. */
const ODD_WORDS = [
  "",
  " ",
  "0",
  "-1",
  "1e309",
  "NaN",
  "null",
  "__proto__",
  "constructor",
  "toString",
  "=1+1",
  "@SUM(A1)",
  "<script>1</script>",
  "\u202eright to left",
  "Ærøskøbing",
  "灯台",
  "e\u0301".repeat(30),
  "\u0000",
  "\ud800",
  "a\nb\r\nc",
  "x".repeat(5000),
  "../../etc",
  "%2e%2e",
  "'; DROP TABLE days; --",
  "2027-02-30",
  "25:61",
];
const ODD_NUMBERS = [
  0,
  -0,
  -1,
  0.5,
  1e-300,
  -1e300,
  1e300,
  2 ** 31,
  2 ** 53,
  2 ** 53 + 2,
  470e6,
  470_012_500,
  123.456,
];

/** Names as they occur in the data, so that what is made up refers to what is there. */
export type Pools = Readonly<Record<string, readonly unknown[]>>;

/** Values that fit a shape or nearly do: most fields as they should be, some from the odd ones. */
export function valuesOf(shape: z.ZodType, pools: Pools): fc.Arbitrary<unknown> {
  const root = z.toJSONSchema(shape, { io: "input", unrepresentable: "any" }) as JsonShape & {
    $defs?: Record<string, JsonShape>;
  };
  const of = (s: JsonShape, name: string, depth: number): fc.Arbitrary<unknown> => {
    const pool = pools[name];
    if (pool && s.const === undefined && !s.properties && !s.items)
      return fc.oneof(
        { weight: 8, arbitrary: fc.constantFrom(...pool) },
        { weight: 1, arbitrary: fitting(s, name, depth) },
      );
    return fitting(s, name, depth);
  };
  const fitting = (s: JsonShape, name: string, depth: number): fc.Arbitrary<unknown> => {
    if (s.$ref !== undefined)
      return of(root.$defs?.[s.$ref.split("/").at(-1)!] ?? {}, name, depth + 1);
    if (s.const !== undefined) return fc.constant(s.const);
    if (s.enum) return fc.constantFrom(...s.enum);
    const choices = s.anyOf ?? s.oneOf;
    if (choices) return fc.oneof(...choices.map((c) => of(c, name, depth + 1)));
    const [first] = s.allOf ?? [];
    if (first) return of(first, name, depth + 1);
    switch (Array.isArray(s.type) ? s.type[0] : s.type) {
      case "object":
        return s.properties
          ? fc.record(
              Object.fromEntries(
                Object.entries(s.properties).map(([key, p]) => [key, of(p, key, depth + 1)]),
              ),
              { requiredKeys: s.required ?? [] },
            )
          : fc.dictionary(
              fc.constantFrom("a", "1", "__proto__", "pack-a"),
              of(
                typeof s.additionalProperties === "object" ? s.additionalProperties : {},
                name,
                depth + 1,
              ),
              { maxKeys: 3 },
            );
      case "array":
        return s.prefixItems
          ? fc.tuple(...s.prefixItems.map((p) => of(p, name, depth + 1)))
          : fc.array(of(s.items ?? {}, name, depth + 1), {
              minLength: s.minItems ?? 0,
              maxLength: Math.min(s.maxItems ?? 6, depth > 6 ? 1 : 6),
            });
      case "integer":
        return fc.oneof(
          {
            weight: 4,
            arbitrary: fc.integer({
              min: Math.max(s.minimum ?? -5, -(2 ** 31)),
              max: Math.max(Math.min(s.maximum ?? 30, 2 ** 31 - 1), s.minimum ?? 0),
            }),
          },
          { weight: 1, arbitrary: fc.constantFrom(...ODD_NUMBERS.filter(Number.isInteger)) },
        );
      case "number":
        return fc.oneof(
          {
            weight: 4,
            arbitrary: fc.double({
              min: s.minimum ?? s.exclusiveMinimum ?? -100,
              max: Math.max(s.maximum ?? 100, s.minimum ?? 0),
              noNaN: true,
            }),
          },
          { weight: 1, arbitrary: fc.constantFrom(...ODD_NUMBERS) },
        );
      case "boolean":
        return fc.boolean();
      case "null":
        return fc.constant(null);
      case "string":
        return s.format === "date"
          ? fc.constantFrom("2027-05-04", "2027-05-05", "1970-01-01", "9999-12-31", "2028-02-29")
          : fc.oneof(
              { weight: 2, arbitrary: fc.constantFrom(...ODD_WORDS) },
              {
                weight: 3,
                arbitrary: fc.string({
                  minLength: s.minLength ?? 0,
                  maxLength: Math.min(s.maxLength ?? 40, 40),
                }),
              },
            );
      default:
        return fc.jsonValue({ maxDepth: 2 });
    }
  };
  return of(root, "", 0);
}

/** What may stand in a request in the place of something that fits. */
const odd = fc.oneof(
  fc.constantFrom<unknown>(null, true, {}, [], [[]], ...ODD_WORDS, ...ODD_NUMBERS),
  fc.jsonValue({ maxDepth: 1 }),
);

/** A value with one thing in it replaced, dropped or doubled. */
export const bent = (value: fc.Arbitrary<unknown>): fc.Arbitrary<unknown> =>
  fc
    .tuple(value, fc.nat(), fc.constantFrom("replace", "drop", "double"), odd)
    .map(([v, where, how, by]) => {
      const copy = structuredClone(v);
      const places: { in: Record<string, unknown>; key: string }[] = [];
      const walk = (x: unknown): void => {
        if (typeof x !== "object" || x === null) return;
        for (const key of Object.keys(x)) {
          if (key === "intent") continue;
          places.push({ in: x as Record<string, unknown>, key });
          walk((x as Record<string, unknown>)[key]);
        }
      };
      walk(copy);
      const place = places[where % Math.max(1, places.length)];
      if (!place) return by;
      if (how === "replace") place.in[place.key] = by;
      else if (how === "drop") Reflect.deleteProperty(place.in, place.key);
      else if (Array.isArray(place.in)) place.in.push(place.in[Number(place.key)]);
      else place.in[`${place.key}2`] = place.in[place.key];
      return copy;
    });
