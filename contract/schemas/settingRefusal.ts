import type { Chemistry } from "~/core/battery/discharge";
import type { TuningRange } from "~/core/devices/tuning";

/** Why something that was asked for cannot be set or kept. Plain data, with what the words need. */
export type SettingRefusal =
  | { code: "cells-do-not-fit"; chemistry: Chemistry; unit: string }
  | { code: "no-words"; of: "correction" | "note" }
  | { code: "ends-before-it-begins" }
  | { code: "held-by"; talker: string; unit: "pack" | "receiver channel" }
  | { code: "given-away"; talker: string; holder: string }
  | { code: "out-of-the-case"; talker: string }
  | { code: "no-such-exercise"; seed: number }
  /** Nobody's place is clear: of everything on the air, or beside the channels that stand. */
  | { code: "nothing-clear"; talker: string; of: "the air" | "what stands" }
  | { code: "no-such-tv-channel"; channel: number; first: number | null }
  | { code: "no-such-power"; unit: string | null; asked: "more" | "less" }
  | { code: "no-such-window" }
  | { code: "cannot-show"; unit: string; tuning: TuningRange[] }
  | { code: "no-such-proof-outcome"; outcome: string }
  | { code: "newer-recorded" }
  | { code: "cannot-go-there"; unit: string; talker: string }
  | { code: "no-such-microphone" }
  | { code: "no-such-step"; of: "gain" | "output"; model: string; askedDb: number };
