import { packModelShape, receiverModelShape } from "~/contract/codecs/kitFile";
import { workingKit } from "./lists";
import { pairing } from "./match";
import { mergeKits } from "./models";
import { SELF_CHOOSING_BANDS } from "./selfChoosingBands";
import { SHIPPED_KIT } from "./shipped";
import { codesFrom, SET_KIND_OF, SET_KINDS, type SetAnswers, setFrom } from "./typicalSets";
import { unitNumber } from "./unitNumber";

const band = SELF_CHOOSING_BANDS[0]!;
const wheres = {
  range: { tuning: [{ lowHz: 518e6, highHz: 566e6, stepHz: 25_000 }], banks: [] },
  lists: {
    tuning: [{ lowHz: 574.3e6, highHz: 574.3e6, stepHz: 1 }],
    banks: [{ id: "11", frequenciesHz: [574.3e6] }],
  },
  presets: {
    tuning: [{ lowHz: 863.1e6, highHz: 863.1e6, stepHz: 1 }],
    banks: [{ id: "1", frequenciesHz: [863.1e6] }],
  },
  "block-start": codesFrom(537.6e6),
  band: { adaptive: { ...band } },
};
const set = (kind: SetAnswers["kind"], receivers = 1): SetAnswers => ({
  kind,
  maker: "Moor",
  name: "Two",
  block: null,
  where: wheres[SET_KIND_OF[kind].asks],
  receivers,
  packs: receivers * SET_KIND_OF[kind].packsPerReceiver,
});

test.each(SET_KINDS)(
  "a set of kind %s: both ends have a good shape, meet, and can show a number",
  (kind) => {
    const { models, units } = setFrom(set(kind), SHIPPED_KIT, []);
    const [receiver, pack] = [models.receivers[0]!, models.packs[0]!];
    expect(receiverModelShape.safeParse(receiver).error?.issues).toBeUndefined();
    expect(packModelShape.safeParse(pack).error?.issues).toBeUndefined();
    const kit = workingKit(SHIPPED_KIT, models);
    const worked = pairing(
      kit.receivers.find((r) => r.id === receiver.id)!,
      kit.packs.find((p) => p.id === pack.id)!,
    );
    expect(worked.works).toBe(true);
    expect(units).toHaveLength(1 + SET_KIND_OF[kind].packsPerReceiver);
    const hz = worked.works ? worked.tuning[0]?.lowHz : undefined;
    if (hz !== undefined)
      expect(
        unitNumber(
          kit.packs.find((p) => p.id === pack.id)!,
          hz,
        ),
      ).not.toBeNull();
  },
);

test("a second set of one name has models and labels of its own", () => {
  const first = setFrom(set("bag-dual", 2), SHIPPED_KIT, []);
  const second = setFrom(set("bag-dual", 2), mergeKits(SHIPPED_KIT, first.models), first.units);
  const all = [...first.units, ...second.units];
  expect(new Set(all.map((u) => u.label)).size).toBe(12);
  expect(new Set(all.map((u) => u.key)).size).toBe(12);
  expect(
    new Set([...first.models.receivers, ...second.models.receivers].map((m) => m.id)).size,
  ).toBe(2);
});

test("a set of nothing is none", () => {
  expect(() => setFrom({ ...set("camera"), receivers: 0, packs: 0 }, SHIPPED_KIT, [])).toThrow(
    "receivers and packs",
  );
});
