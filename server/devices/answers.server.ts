import { z } from "zod";
import type { ScriptedEvent } from "~/core/simulator/rig";

/**
 * What devices answer, as it is taken in: anything else is no answer. More than is asked for may
 * stand in it. JSON has no infinity: what is not a number comes as null, and counts as not
 * measured.
 */
const dbm = z.number().min(-300).max(200);
const key = z.string().min(1).max(200);

export const unitReport = z.looseObject({
  receivers: z.record(
    key,
    z.looseObject({
      halvesHz: z.array(z.number()).max(16),
      deaf: z.enum(["A", "B"]).nullable().exactOptional(),
    }),
  ),
  packs: z.record(
    key,
    z.looseObject({
      isOn: z.boolean(),
      frequencyHz: z.number(),
      isMuted: z.boolean(),
      isMicPlugged: z.boolean(),
      isStored: z.boolean(),
      isDoorOpen: z.boolean(),
      isNear: z.boolean(),
      isCabled: z.boolean(),
    }),
  ),
  scanners: z
    .array(
      z.looseObject({
        key,
        label: z.string().max(200),
        lowHz: z.number(),
        highHz: z.number(),
        stepHz: z.number().positive(),
      }),
    )
    .max(50),
});

export const meterReading = z.looseObject({
  rfADbm: dbm,
  rfBDbm: dbm,
  hasAudio: z.boolean(),
  audioDbfs: dbm.nullable(),
  partner: z.looseObject({ name: z.string().max(200) }).nullable(),
});

export const liveFrame = z.looseObject({
  number: z.number(),
  atMs: z.number(),
  halves: z
    .array(
      z.looseObject({
        receiverKey: key,
        half: z.number().int().min(0).max(15),
        rfADbm: dbm,
        rfBDbm: dbm,
        audioDbfs: dbm.nullable(),
        hasAudio: z.boolean(),
        isOverloaded: z.boolean(),
        quality: z.number().min(0).max(1).nullable(),
        partner: z
          .looseObject({
            name: z.string().max(200),
            volts: z.number().nullable(),
            isMuted: z.boolean(),
          })
          .nullable(),
      }),
    )
    .max(200),
});

const MAX_POINTS = 2_000_000;
export const sweepHead = z.looseObject({
  id: z.string().min(1).max(200),
  lowHz: z.number().min(0).max(100e9),
  stepHz: z.number().positive(),
  points: z.number().int().min(1).max(MAX_POINTS),
  passes: z.number().int().min(1).max(10_000),
});
export const sweepChunk = z.looseObject({
  pass: z.number().int().min(0),
  fromIndex: z.number().int().min(0),
  levelsDbm: z.array(dbm.nullable().transform((v) => v ?? NaN)).max(MAX_POINTS),
});

/** What a register of television answers: stations, strongest first or not. */
export const predictedStations = z.looseObject({
  stations: z
    .array(
      z.looseObject({
        channel: z.number().int(),
        name: z.string().max(200),
        distanceM: z.number().min(0),
        levelDbm: dbm,
      }),
    )
    .max(1000),
});

export const simulatedWalk = z.looseObject({
  readings: z
    .array(z.looseObject({ atS: z.number(), aDbm: dbm, bDbm: dbm.nullable() }))
    .max(100_000),
  seconds: z.number().min(0),
  dropouts: z.number().min(0),
  outage: z.number().min(0).max(1),
  longestMs: z.number().min(0),
});

const hiddenFault = z.union([
  z.object({ kind: z.enum(["wrong-block", "not-stored", "muted"]), packKey: key }),
  z.object({ kind: z.literal("neighbour"), frequencyHz: z.number() }),
  z.object({ kind: z.literal("antenna"), receiverKey: key, antenna: z.enum(["A", "B"]) }),
]);
export const hiddenFaults = z.looseObject({
  drill: z.object({ startedMs: z.number(), faults: z.array(hiddenFault).max(100) }).nullable(),
});

/** One event of the script: what is common to all kinds is checked, the rest is the simulator's. */
const scripted = z.looseObject({
  id: z.string(),
  kind: z.string(),
  fromMs: z.number(),
  untilMs: z.number().nullable(),
  state: z
    .looseObject({ frequencyHz: z.number().nullable(), isOver: z.boolean().optional() })
    .optional(),
});
export const script = z.looseObject({
  script: z.array(z.custom<ScriptedEvent>((event) => scripted.safeParse(event).success)).max(1000),
});
