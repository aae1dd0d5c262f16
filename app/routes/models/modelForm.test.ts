import fc from "fast-check";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { packModelShape, receiverModelShape } from "~/contract/codecs/kitFile";
import { fieldsOf, takeDraft } from "./modelForm";

test("every model that ships is taken back as it is shown, and has a good shape", () => {
  for (const model of [...SHIPPED_KIT.receivers, ...SHIPPED_KIT.packs]) {
    const draft = Object.fromEntries(fieldsOf(model).map((f) => [f.id, f.show(model)]));
    expect(takeDraft(model, draft)).toEqual({ model, errors: {} });
    expect(
      (model.kind === "receiver" ? receiverModelShape : packModelShape).safeParse(model).error
        ?.issues,
    ).toBeUndefined();
  }
});

test("what is wrong is named by its field; the rest is taken", () => {
  const [pack] = SHIPPED_KIT.packs;
  const { model, errors } = takeDraft(pack!, {
    tuning: "542–470",
    powers: "loud",
    hours: "0",
    perPack: "1,5",
    name: " ",
    syncMethods: "telepathy",
    maker: "Moor",
  });
  expect(errors).toEqual({
    tuning: "542 lies above 470",
    powers: '"loud" is not a list of numbers',
    hours: "from 0.5 to 100",
    perPack: "from 1 to 12, whole",
    name: "not empty",
    syncMethods: '"telepathy" is none of those',
  });
  expect(model).toEqual({ ...pack, maker: "Moor" });
});

test("the form lets nothing through that the kit's own shape refuses: whatever is typed in any field", () => {
  const texts = fc.oneof(
    fc.constantFrom(
      "",
      "0",
      "-1",
      "0.5",
      "1e9",
      "-1e9",
      "9999999",
      "1, 2, 3",
      "0 to -24 by 6",
      "x",
    ),
    fc.double({ noNaN: true, min: -2e4, max: 2e4 }).map((n) => n.toFixed(2)),
    fc.integer({ min: -300, max: 30_000 }).map(String),
    fc.string({ maxLength: 90 }),
  );
  const models = [...SHIPPED_KIT.receivers, ...SHIPPED_KIT.packs];
  fc.assert(
    fc.property(fc.constantFrom(...models), fc.nat(), texts, (model, n, text) => {
      const fields = fieldsOf(model);
      const field = fields[n % fields.length]!;
      const taken = takeDraft(model, { [field.id]: text });
      if (taken.errors[field.id] !== undefined) return;
      const shape = model.kind === "receiver" ? receiverModelShape : packModelShape;
      expect([field.id, text, shape.safeParse(taken.model).error?.issues]).toEqual([
        field.id,
        text,
        undefined,
      ]);
    }),
    { numRuns: 1500, seed: 20261130 },
  );
});
