import { EFFORT_IDS } from "~/core/audio/levelChain";
import { z } from "zod";
import { EAR_LAMPS, EAR_SOUNDS } from "~/core/audio/gainAdvice";
import { LEVEL_SOURCES } from "~/core/channel/facts";
import { LEVEL_AIMS, type LevelAimName, SCHOOLS, type School } from "~/core/audio/recommend";

const dbfs = z.number().min(-300).max(60);
const names = <T extends string>(of: Record<T, unknown>) => z.enum(Object.keys(of) as [T, ...T[]]);

export const levelIntents = z.object({
  intent: z.literal("keep"),
  channelId: z.number().int(),
  expectedVersion: z.number().int(),
  microphoneId: z.string().min(1).max(80),
  settings: z.object({
    effort: z.enum(EFFORT_IDS),
    micDistanceM: z.number().min(0.02).max(5),
    peakFactorDb: z.number().min(0).max(40),
    gainDb: z.number().min(-120).max(120),
    outputDb: z.number().min(-120).max(60),
    inputGainDb: z.number().min(-120).max(120),
  }),
  detail: z.object({
    loudestSplAt1mDb: z.number().min(30).max(140),
    school: names<School>(SCHOOLS),
    aim: names<LevelAimName>(LEVEL_AIMS),
    measured: z
      .object({
        from: z.enum(LEVEL_SOURCES).exactOptional(),
        peakDbfs: dbfs,
        voiceDbfs: dbfs.nullable(),
        pausesDbfs: dbfs.nullable(),
        found: z.array(z.string().max(40)).max(40),
      })
      .nullable(),
    heard: z
      .object({ lamp: z.enum(EAR_LAMPS), sound: z.enum(EAR_SOUNDS) })
      .nullable()
      .default(null),
    looked: z.array(z.string().max(60)).max(40),
  }),
});

export type LevelIntent = z.infer<typeof levelIntents>;
