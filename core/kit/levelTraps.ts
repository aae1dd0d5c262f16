import { phantomOf } from "./phantom";
import type { MicPower } from "./models";
import type { ChannelKit } from "./setups";

/** Things that spoil a level although every figure is right; each is looked at once, and ticked. */
export type LevelTrap =
  | { code: "auto-gain"; where: "pack" | "input" }
  | { code: "phantom"; want: "off" | "on" | "cannot" }
  /** One leg of a balanced input is fed by a lead that is not made for it. */
  | { code: "joint"; loses: number | null }
  | { code: "level-kind"; plays: "line" | "mic" }
  /** The pack stands where a line source belongs, with a microphone on it. */
  | { code: "pad-left"; byDb: number }
  | { code: "shared-input"; talkers: string[] }
  | { code: "mic-power"; gives: MicPower; needs: MicPower }
  /** The receiver talks back to its pack: a poor lead beside it picks that up. */
  | { code: "talks-back" }
  /** Live loudspeakers stand in the room, and the microphone hears all around. */
  | { code: "loudspeakers" }
  | { code: "turned-away" };

/**
 * An output this high is line level, one this low is microphone level, dBu at its peaks (common
 * practice, no published source).
 */
const LINE_FROM_DBU = -14;
const MIC_UP_TO_DBU = -22;
const PAD_DB = 14;

/**
 * What to look for on a channel, by its units and how they are set.
 * @param linePeakDbu - of the loudest voice at the receiver's output @param suggestedGainDb - of
 *   the pack, for this voice @param others - who else plays into this very input
 */
export function levelTraps(
  kit: ChannelKit,
  p: {
    linePeakDbu: number;
    gainDb: number;
    suggestedGainDb: number;
    others: readonly string[];
    talker: string;
    hasLoudspeakers?: boolean;
  },
): LevelTrap[] {
  const { pack, receiver, input, microphone } = kit;
  const traps: LevelTrap[] = [];
  if (pack.autoGain === "on") traps.push({ code: "auto-gain", where: "pack" });
  if (input.autoGain === "on") traps.push({ code: "auto-gain", where: "input" });
  const effect = phantomOf(receiver);
  if (input.phantom !== undefined && effect === "harms")
    traps.push({ code: "phantom", want: input.phantom === "always" ? "cannot" : "off" });
  if (effect === "wakes")
    traps.push({ code: "phantom", want: input.phantom === undefined ? "cannot" : "on" });
  const [out, into] = [receiver.outputJoint ?? "balanced", input.joint ?? "balanced"];
  if (out !== into && out !== "digital")
    traps.push({ code: "joint", loses: out === "balanced" ? 6 : null });
  // digital ways have no buzz to pick up
  if (receiver.adaptive !== null && out !== "digital") traps.push({ code: "talks-back" });
  if (input.kind === "mic" && p.linePeakDbu > LINE_FROM_DBU)
    traps.push({ code: "level-kind", plays: "line" });
  if (input.kind === "line" && p.linePeakDbu < MIC_UP_TO_DBU)
    traps.push({ code: "level-kind", plays: "mic" });
  if (p.suggestedGainDb - p.gainDb >= PAD_DB)
    traps.push({ code: "pad-left", byDb: p.suggestedGainDb - p.gainDb });
  if (input.tracks !== undefined && p.others.length + 1 > input.tracks)
    traps.push({ code: "shared-input", talkers: [p.talker, ...p.others] });
  const [gives, needs] = [pack.micPower ?? "bias", microphone.needs ?? "bias"];
  // a dynamic one lives on nothing, and minds nothing but phantom power on one leg
  if (needs !== "none" && gives !== needs) traps.push({ code: "mic-power", gives, needs });
  if (p.hasLoudspeakers) traps.push({ code: "loudspeakers" });
  if (microphone.pattern === "cardioid") traps.push({ code: "turned-away" });
  return traps;
}

/** What a trap is known by among the ticks. */
export const trapKey = (trap: LevelTrap): string =>
  trap.code === "auto-gain"
    ? `auto-gain ${trap.where}`
    : trap.code === "phantom"
      ? `phantom ${trap.want}`
      : trap.code;
