import { INPUT_METERS } from "~/core/audio/meterReading";
import { z } from "zod";
import {
  AUDIO_JOINTS,
  CONTROL_SCALES,
  DIVERSITIES,
  HALVES_SHARE,
  type Kit,
  KIT_PARTS,
  LIST_WORDS,
  MIC_POWERS,
  PARTNER_SIGNS,
  PHANTOM_EFFECTS,
  READOUTS,
  RECEIVER_SUPPLIES,
  SEPARATORS,
  STORINGS,
  SYNC_METHODS,
} from "~/core/kit/models";
import type { Distribution } from "~/core/kit/distribution";
import { ANTENNA_KINDS, ANTENNA_OWNERS, type KitAntenna } from "~/core/kit/antennas";
import { feedItem } from "~/contract/schemas/radio";
import { SET_KINDS } from "~/core/kit/typicalSets";
import { type Supply, SUPPLY_KINDS } from "~/core/kit/supplies";
import { MAX_LISTS, MAX_MEMBERS } from "~/core/kit/lists";
import { type CaseUnit, STOCK_KINDS, type StockItem } from "~/core/kit/units";
import { fail, ok, type Result } from "~/core/units/result";
import { frequencyHz, goesUp, notNegative, positive, uniqueIds } from "~/contract/schemas/fields";
import type { KitFileError } from "~/contract/schemas/fileErrors";
import { readJsonFile } from "./jsonFile";

const id = z.string().trim().min(1).max(80);
const name = z.string().trim().min(1).max(80);
const db = z.number().min(-200).max(200);

const tuning = z
  .object({ lowHz: frequencyHz, highHz: frequencyHz, stepHz: positive })
  .superRefine((t, context) => {
    if (t.highHz < t.lowHz)
      context.addIssue({ code: "custom", path: ["highHz"], message: "must not be below lowHz" });
    else if ((t.highHz - t.lowHz) / t.stepHz > 100_000)
      context.addIssue({
        code: "custom",
        path: ["stepHz"],
        message: "makes more than 100,000 steps",
      });
  });
const adaptive = z
  .object({
    lowHz: frequencyHz,
    highHz: frequencyHz,
    mostPerRoom: z.number().int().min(1).max(200),
    limits: z
      .array(z.object({ region: name, mostPerRoom: z.number().int().min(1).max(200) }))
      .max(30)
      .exactOptional(),
    rangeM: positive.max(5000),
  })
  .superRefine(goesUp);

const groupRange = z
  .tuple([z.number().int().min(0).max(999_999), z.number().int().min(0).max(999_999)])
  .refine(([low, high]) => low <= high, "lowest before highest");
const pairs = z.object({
  keyDigits: z.number().int().min(4).max(64),
  groups: z.object({ common: groupRange, private: groupRange }),
});

const bank = z
  .object({
    id,
    frequenciesHz: z.array(frequencyHz).min(1).max(MAX_MEMBERS),
    numbers: z.array(z.string().trim().min(1).max(12)).max(MAX_MEMBERS).exactOptional(),
    block: name.exactOptional(),
    isUser: z.boolean().exactOptional(),
  })
  .superRefine((b, context) => {
    if (b.numbers && b.numbers.length !== b.frequenciesHz.length)
      context.addIssue({
        code: "custom",
        path: ["numbers"],
        message: "must be as many as frequenciesHz",
      });
  });
/** Lists of one name may stand in several blocks, not twice in one. */
const banks = z
  .array(bank)
  .max(MAX_LISTS)
  .superRefine((list, context) => {
    const seen = new Set<string>();
    list.forEach((b, i) => {
      const key = `${b.block ?? ""} ${b.id}`.toLowerCase();
      if (seen.has(key))
        context.addIssue({ code: "custom", path: [i, "id"], message: `"${b.id}" stands twice` });
      seen.add(key);
    });
  });
const numbering = z.object({
  blocks: z
    .array(z.object({ id: name, lowHz: frequencyHz, highHz: frequencyHz }).superRefine(goesUp))
    .max(60)
    .superRefine(uniqueIds("blocks"))
    .exactOptional(),
  listWord: z.enum(LIST_WORDS).exactOptional(),
  separator: z.enum(SEPARATORS).exactOptional(),
  digits: z.number().int().min(1).max(4).exactOptional(),
  decimals: z.number().int().min(0).max(4).exactOptional(),
  coarseHz: positive.exactOptional(),
  fineHz: positive.exactOptional(),
  isFree: z.boolean().exactOptional(),
  setBy: z.enum(["switches", "buttons"]).exactOptional(),
});

const batterySet = z.object({
  kind: z.enum(["aa", "9v", "internal"]),
  perPack: z.number().int().min(1).max(12),
  hours: positive.max(100),
});
const lamps = z.array(z.object({ shows: name, leftHours: notNegative.max(100) })).max(12);

const radio = {
  id,
  maker: name,
  name,
  block: id.nullable(),
  tuning: z.array(tuning).max(200),
  adaptive: adaptive.nullable(),
  modulations: z.array(name).min(1).max(10),
  syncMethods: z.array(z.enum(SYNC_METHODS)).min(1),
  readout: z.enum(READOUTS),
  raster: z.enum(["US-6", "EU-8", "AU-7"]).exactOptional(),
  numbering: numbering.exactOptional(),
  stores: z.enum(STORINGS).exactOptional(),
  antennaConnector: name,
  note: z.string().max(600),
  pairs: pairs.exactOptional(),
  newestFirmware: name.exactOptional(),
  lamps: lamps.exactOptional(),
};

/** A unit is tuned, or it chooses for itself. */
function tunedOrAdaptive(
  model: { tuning: unknown[]; adaptive: unknown },
  context: z.RefinementCtx,
): void {
  if ((model.tuning.length === 0) === (model.adaptive === null)) {
    context.addIssue({
      code: "custom",
      path: ["tuning"],
      message:
        model.adaptive === null
          ? "needs at least one range, or adaptive"
          : "must be empty where the model is adaptive",
    });
  }
}

export const receiverModelShape = z
  .object({
    ...radio,
    kind: z.literal("receiver"),
    form: z.enum(["bag", "camera", "rack", "slot", "ear"]),
    diversity: z.enum(DIVERSITIES),
    halves: z.number().int().min(1).max(8),
    halfSpanHz: positive.nullable(),
    spacing: z.enum(["normal", "wide", "tight"]).exactOptional(),
    halvesShare: z.enum(HALVES_SHARE).exactOptional(),
    banks,
    bandwidthHz: positive.max(20e6),
    noiseFigureDb: notNegative.max(40),
    requiredSnrDb: db,
    overloadDbm: db,
    output: z.object({ fullScaleDbu: db, stepsDb: z.array(db).min(1).max(200) }),
    outputJoint: z.enum(AUDIO_JOINTS).exactOptional(),
    phantom: z.enum(PHANTOM_EFFECTS).exactOptional(),
    power: z
      .object({ from: z.enum(RECEIVER_SUPPLIES), cell: batterySet.exactOptional() })
      .exactOptional(),
    sweep: z.object({ stepHz: positive, msPerStep: positive.max(60_000) }).nullable(),
    tells: z.array(z.enum(PARTNER_SIGNS)).max(3).exactOptional(),
  })
  .superRefine(tunedOrAdaptive);

export const packModelShape = z
  .object({
    ...radio,
    kind: z.literal("pack"),
    form: z.enum(["bodypack", "handheld", "plug-on", "stationary"]),
    banks: banks.exactOptional(),
    hasMute: z.boolean().exactOptional(),
    isBehindDoor: z.boolean().exactOptional(),
    outside: z.enum(["refuses", "clips"]).exactOptional(),
    nameLetters: z.number().int().min(2).max(40).exactOptional(),
    powersMw: z.array(positive.max(10_000)).min(1).max(20),
    gainStepsDb: z.array(db).min(1).max(200),
    gainScale: z.enum(CONTROL_SCALES).exactOptional(),
    autoGain: z.enum(["off", "on"]).exactOptional(),
    micPower: z.enum(MIC_POWERS).exactOptional(),
    fullScaleInputDbu: db,
    inputNoiseDbu: db,
    limiterDb: notNegative.nullable(),
    cell: batterySet,
  })
  .superRefine(tunedOrAdaptive);

export const microphoneShape = z.object({
  id,
  name,
  sensitivityMvPerPa: positive.max(1000),
  selfNoiseDba: notNegative.max(120),
  maxSplDb: positive.max(200),
  pattern: z.enum(["omni", "cardioid"]).exactOptional(),
  needs: z.enum(MIC_POWERS).exactOptional(),
});
const inputGain = z
  .object({
    lowestDb: db,
    highestDb: db,
    stepDb: positive.max(60),
    scale: z.enum(CONTROL_SCALES).exactOptional(),
  })
  .superRefine((g, context) => {
    if (g.highestDb < g.lowestDb)
      context.addIssue({
        code: "custom",
        path: ["highestDb"],
        message: "must not be below lowestDb",
      });
    else if ((g.highestDb - g.lowestDb) / g.stepDb > 1000)
      context.addIssue({
        code: "custom",
        path: ["stepDb"],
        message: "makes more than 1,000 steps",
      });
  });
export const inputShape = z.object({
  id,
  name,
  kind: z.enum(["mic", "line"]),
  fullScaleDbu: db,
  noiseDbu: db,
  gainDb: db,
  gain: inputGain.exactOptional(),
  limiterDb: notNegative.exactOptional(),
  meter: z.enum(INPUT_METERS).exactOptional(),
  autoGain: z.enum(["off", "on"]).exactOptional(),
  phantom: z.enum(["switched", "always"]).exactOptional(),
  joint: z.enum(AUDIO_JOINTS).exactOptional(),
  tracks: z.number().int().min(1).max(64).exactOptional(),
});
export const blockShape = z.object({
  id,
  tape: name,
  colour: z.string().regex(/^#[0-9a-f]{6}$/i, "a colour such as #b98416"),
});

const models = z.object({
  receivers: z.array(receiverModelShape).max(300).superRefine(uniqueIds("receivers")),
  packs: z.array(packModelShape).max(300).superRefine(uniqueIds("packs")),
  microphones: z.array(microphoneShape).max(300).superRefine(uniqueIds("microphones")),
  inputs: z.array(inputShape).max(300).superRefine(uniqueIds("inputs")),
  blocks: z.array(blockShape).max(100).superRefine(uniqueIds("blocks")),
});

const unit = z.object({
  key: id,
  kind: z.enum(["receiver", "pack"]),
  modelId: id,
  label: name,
  powerMw: positive.max(10_000).nullable(),
  serial: name.nullable(),
  keyName: name.nullable(),
  firmware: name.nullable().exactOptional(),
});
const stock = z.object({
  kind: z.enum(STOCK_KINDS),
  block: id.nullable(),
  connector: name.nullable(),
  count: z.number().int().min(0).max(10_000),
});

/** No two units answer to one key, label or serial number. */
function noDoubles(units: readonly z.output<typeof unit>[], context: z.RefinementCtx): void {
  for (const field of ["key", "label", "serial"] as const) {
    const seen = new Set<string>();
    units.forEach((u, i) => {
      const value = u[field]?.toLowerCase();
      if (value === undefined) return;
      if (seen.has(value))
        context.addIssue({
          code: "custom",
          path: [i, field],
          message: `"${u[field]}" stands twice`,
        });
      seen.add(value);
    });
  }
}

/** One antenna of the kit. */
export const antennaShape = z.object({
  id,
  label: name,
  kind: z.enum(ANTENNA_KINDS),
  range: z.object({ lowHz: frequencyHz, highHz: frequencyHz }).superRefine(goesUp).nullable(),
  block: id.nullable(),
  connector: name.nullable(),
  owner: z.enum(ANTENNA_OWNERS),
  tape: name.nullable(),
  isActive: z.boolean().exactOptional(),
});
/** What feeds several receivers from one pair of antennas. */
export const distributionShape = z.object({
  id,
  label: name,
  fedBy: id.nullable(),
  line: z.array(feedItem).max(12),
  ways: z.number().int().min(1).max(64),
  gainDb: db.nullable(),
  noiseFigureDb: notNegative.max(40).nullable(),
  inputIp3Dbm: db.nullable(),
  givesBias: z.boolean(),
  through: z.object({ gainDb: db }).nullable(),
  connector: name,
  passes: z.object({ lowHz: frequencyHz, highHz: frequencyHz }).superRefine(goesUp).nullable(),
  outputs: z.array(z.object({ receiverKey: id, items: z.array(feedItem).max(12) })).max(64),
});

/** What powers receivers that have no batteries of their own. */
export const supplyShape = z.object({
  id,
  label: name,
  kind: z.enum(SUPPLY_KINDS),
  cell: batterySet,
  feeds: z.array(id).max(64),
});

/** What is told of a set that goes into the kit with both its models. */
export const setAnswersShape = z.object({
  kind: z.enum(SET_KINDS),
  maker: name,
  name,
  block: id.nullable(),
  where: z.union([
    z.object({ tuning: z.array(tuning).min(1).max(400), banks }),
    z.object({ adaptive }),
  ]),
  receivers: z.number().int().min(0).max(60),
  packs: z.number().int().min(0).max(120),
});

export const KIT_FORMAT = "plain-channel-kit";

/**
 * A kit as a file: models, units and what else is in the case. Its JSON Schema is
 * docs/kit.schema.json.
 */
export const kitFile = z.object({
  format: z.literal(KIT_FORMAT),
  version: z.literal(1),
  models,
  units: z.array(unit).max(500).superRefine(noDoubles),
  stock: z.array(stock).max(200),
  /** Files of before count antennas in `stock`. */
  antennas: z.array(antennaShape).max(200).superRefine(uniqueIds("antennas")).exactOptional(),
  distributions: z
    .array(distributionShape)
    .max(24)
    .superRefine(uniqueIds("distributions"))
    .exactOptional(),
  supplies: z.array(supplyShape).max(24).superRefine(uniqueIds("supplies")).exactOptional(),
});

export interface KitFile {
  models: Kit;
  units: CaseUnit[];
  stock: StockItem[];
  antennas?: KitAntenna[];
  distributions?: Distribution[];
  supplies?: Supply[];
}

function withoutHead({ format: _, version: __, ...file }: z.output<typeof kitFile>): KitFile {
  return file;
}

/** Reads a kit file. A broken one is refused with the line where it breaks. */
export function readKitFile(text: string): Result<KitFile, KitFileError> {
  const read = readJsonFile(text, kitFile);
  return read.ok ? ok(withoutHead(read.value)) : fail({ ...read.error, code: "kit-file-broken" });
}

export const writeKitFile = ({ models: kit, ...rest }: KitFile): string =>
  `${JSON.stringify({ format: KIT_FORMAT, version: 1, models: Object.fromEntries(KIT_PARTS.map((p) => [p, kit[p]])), ...rest }, null, 2)}\n`;

/** The published schema of a kit file, JSON Schema draft 2020-12. */
export const kitJsonSchema = (): object => ({
  title: "Plain Channel kit",
  description:
    "Models, units and the rest of a case. Frequencies in hertz, levels in dBm or dBu, gains and steps in dB, powers in milliwatts.",
  ...z.toJSONSchema(kitFile, { io: "input" }),
});
