import { z } from "zod";

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
      deaf: z.enum(["A", "B"]).nullable().optional(),
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

/** What a device says it cannot do; what it says in other words is an error all the same. */
export const refusal = z.looseObject({ error: z.looseObject({ code: z.string().max(60) }) });

/** Settings that were made, and what only practice units do: nothing of it is read. */
export const anything = z.unknown();
