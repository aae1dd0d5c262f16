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
    powers: '"loud" is no list of numbers',
    hours: "from 0.5 to 100",
    perPack: "from 1 to 12, whole",
    name: "not empty",
    syncMethods: '"telepathy" is none of those',
  });
  expect(model).toEqual({ ...pack, maker: "Moor" });
});
