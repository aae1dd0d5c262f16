import type { Bank, TuningRange } from "~/core/devices/tuning";
import { assertPositive } from "~/core/units/guards";
import { freeKey, nextLabel } from "./caseCheck";
import type {
  Adaptive,
  Kit,
  Numbering,
  PackModel,
  Readout,
  ReceiverModel,
  SyncMethod,
} from "./models";
import { EMPTY_KIT } from "./models";
import { switchRange } from "./switchCode";
import { freeModelId, type NamePlate, slug, typicalPack, typicalReceiver } from "./typical";
import type { CaseUnit } from "./units";

/** Kinds of sets that people own: what differs between them is asked, the rest is usual. */
export const SET_KINDS = [
  "camera",
  "camera-dual",
  "bag-dual",
  "slot-dual",
  "rack-groups",
  "codes",
  "presets",
  "plug-on",
  "self-choosing",
  "ear-feed",
] as const;
export type SetKindId = (typeof SET_KINDS)[number];

/** What a set is asked for beside its plate: where it tunes, in the form that its kind has. */
export type SetAsk = "range" | "lists" | "block-start" | "presets" | "band";

export interface SetKind {
  asks: SetAsk;
  receiver: Pick<ReceiverModel, "form" | "halves"> &
    Partial<Pick<ReceiverModel, "halvesShare" | "outputJoint" | "phantom" | "antennaConnector">>;
  pack: Pick<PackModel, "form"> & Partial<Pick<PackModel, "micPower" | "cell">>;
  readout: Readout;
  numbering?: Numbering;
  syncMethods: SyncMethod[];
  /** How many packs come with one receiver, as a rule. */
  packsPerReceiver: number;
}

/** Common practice, no published source. */
export const SET_KIND_OF: Readonly<Record<SetKindId, SetKind>> = {
  camera: {
    asks: "range",
    receiver: { form: "camera", halves: 1, outputJoint: "unbalanced" },
    pack: { form: "bodypack" },
    readout: "mhz",
    syncMethods: ["infrared", "by-hand"],
    packsPerReceiver: 1,
  },
  "camera-dual": {
    asks: "range",
    receiver: { form: "camera", halves: 2, outputJoint: "unbalanced" },
    pack: { form: "bodypack" },
    readout: "mhz",
    syncMethods: ["infrared", "by-hand"],
    packsPerReceiver: 2,
  },
  "bag-dual": {
    asks: "range",
    receiver: { form: "bag", halves: 2 },
    pack: { form: "bodypack" },
    readout: "mhz",
    syncMethods: ["infrared", "by-hand"],
    packsPerReceiver: 2,
  },
  "slot-dual": {
    asks: "range",
    receiver: { form: "slot", halves: 2 },
    pack: { form: "bodypack" },
    readout: "mhz",
    syncMethods: ["infrared", "by-hand"],
    packsPerReceiver: 2,
  },
  "rack-groups": {
    asks: "lists",
    receiver: { form: "rack", halves: 4, halvesShare: "list", antennaConnector: "BNC" },
    pack: { form: "handheld", micPower: "none" },
    readout: "bank-and-number",
    numbering: { listWord: "group" },
    syncMethods: ["by-hand"],
    packsPerReceiver: 4,
  },
  codes: {
    asks: "block-start",
    receiver: { form: "bag", halves: 1 },
    pack: { form: "bodypack", cell: { kind: "9v", perPack: 1, hours: 6 } },
    readout: "switch-code",
    syncMethods: ["switches"],
    packsPerReceiver: 1,
  },
  presets: {
    asks: "presets",
    receiver: { form: "camera", halves: 1, outputJoint: "unbalanced", antennaConnector: "fixed" },
    pack: { form: "bodypack" },
    readout: "preset",
    syncMethods: ["by-hand"],
    packsPerReceiver: 1,
  },
  "plug-on": {
    asks: "range",
    receiver: { form: "camera", halves: 1, outputJoint: "unbalanced" },
    pack: { form: "plug-on", micPower: "none" },
    readout: "mhz",
    syncMethods: ["by-hand"],
    packsPerReceiver: 1,
  },
  "self-choosing": {
    asks: "band",
    receiver: {
      form: "camera",
      halves: 2,
      outputJoint: "unbalanced",
      antennaConnector: "fixed",
    },
    pack: { form: "bodypack", cell: { kind: "internal", perPack: 1, hours: 7 } },
    readout: "nothing",
    syncMethods: ["pairing", "self-choosing"],
    packsPerReceiver: 2,
  },
  "ear-feed": {
    asks: "range",
    receiver: { form: "ear", halves: 1, outputJoint: "unbalanced", antennaConnector: "fixed" },
    pack: { form: "stationary", micPower: "none" },
    readout: "mhz",
    syncMethods: ["infrared", "by-hand"],
    packsPerReceiver: 1,
  },
};

/** Where a set tunes, in one of the forms that sets are asked in. */
export type SetTuning = { tuning: TuningRange[]; banks: Bank[] } | { adaptive: Adaptive };

/** What somebody tells of a set, read. */
export interface SetAnswers {
  kind: SetKindId;
  maker: string;
  /** As it stands on the plate, for both ends. */
  name: string;
  block: string | null;
  where: SetTuning;
  receivers: number;
  packs: number;
}

/** The models of both ends that a set is of: usual figures of its kind, to be corrected later. */
export function modelsOfSet(
  answers: Pick<SetAnswers, "kind" | "maker" | "name" | "block" | "where">,
  takenIds: readonly string[],
): { receiver: ReceiverModel; pack: PackModel } {
  const kind = SET_KIND_OF[answers.kind];
  const { where } = answers;
  const isTuned = "tuning" in where;
  const plate: NamePlate = {
    maker: answers.maker,
    name: answers.name,
    block: answers.block,
    tuning: isTuned ? where.tuning : [],
    halves: kind.receiver.halves,
    powersMw: isTuned ? [10, 30] : [10],
  };
  const common = {
    adaptive: isTuned ? null : where.adaptive,
    // one maker's sets of one name understand each other
    modulations: [`${answers.maker} ${answers.name}`],
    syncMethods: kind.syncMethods,
    readout: kind.readout,
    ...(kind.numbering ? { numbering: kind.numbering } : {}),
  };
  const receiver: ReceiverModel = {
    ...typicalReceiver(plate),
    ...common,
    ...kind.receiver,
    banks: isTuned ? where.banks : [],
    ...(isTuned ? {} : { sweep: null, tells: ["lock", "battery"] }),
  };
  const pack: PackModel = {
    ...typicalPack(plate),
    ...common,
    ...kind.pack,
    antennaConnector: kind.pack.form === "bodypack" && isTuned ? "screw-on whip" : "fixed",
  };
  const receiverId = freeModelId(receiver, takenIds);
  const packId = freeModelId(pack, [...takenIds, receiverId]);
  return { receiver: { ...receiver, id: receiverId }, pack: { ...pack, id: packId } };
}

/**
 * A set as it goes into the kit: its two models and as many units of each, labelled on in the
 * kit's own row of labels.
 * @throws {RangeError} where it has neither receivers nor packs
 */
export function setFrom(
  answers: SetAnswers,
  kit: Kit,
  units: readonly CaseUnit[],
): { models: Kit; units: CaseUnit[] } {
  assertPositive("receivers and packs", answers.receivers + answers.packs);
  const { receiver, pack } = modelsOfSet(
    answers,
    [...kit.receivers, ...kit.packs].map((m) => m.id),
  );
  const added: CaseUnit[] = [];
  const add = (model: ReceiverModel | PackModel): void => {
    const all = [...units, ...added];
    const label = nextLabel(all, model.kind);
    added.push({
      key: freeKey(slug(label), all),
      kind: model.kind,
      modelId: model.id,
      label,
      powerMw: model.kind === "pack" ? Math.min(...model.powersMw) : null,
      serial: null,
      keyName: null,
    });
  };
  for (let i = 0; i < answers.receivers; i += 1) add(receiver);
  for (let i = 0; i < answers.packs; i += 1) add(pack);
  return {
    models: {
      ...EMPTY_KIT,
      receivers: answers.receivers > 0 ? [receiver] : [],
      packs: answers.packs > 0 ? [pack] : [],
    },
    units: added,
  };
}

/** Two switches from a block's start: 256 steps. */
export const codesFrom = (startHz: number): SetTuning => ({
  tuning: [switchRange(startHz)],
  banks: [],
});
