import { SAME_SETTING_HZ } from "~/core/units/sameCarrier";
import { rfOf, silenceOf } from "~/core/channel/verification";
import type { VerificationPart } from "~/core/channel/verificationParts";
import type { DayKnows, Finding } from "./faultFinder";
import { type Cause, CHECKS } from "./causes";

/** What the day knows of one channel before anybody looks. Null: not known. */
export interface ChannelKnowledge {
  pickHz: number | null;
  receiverHz: number | null;
  packHz: number | null;
  isPackOn: boolean | null;
  meets: "tunes" | "adaptive" | "never";
  hasWheels: boolean;
  isPaired: boolean;
  /** Another pack of ours is on within the channel's bandwidth. */
  isOtherOnIt: boolean;
  /** What the verification shows that still holds. */
  verification: readonly { part: VerificationPart; outcome: string }[];
  /** Predicted margin at this place, and whether it is too strong. */
  marginDb: number | null;
  isOverloaded: boolean | null;
  /** Of one that chooses for itself: what else of its kind is in the room, and what feeds it. */
  selfChoosing?: {
    /** Ours that share its air, and how many work in one room. */
    inRoom: number;
    roomLimit: number;
    /** It is woken by phantom power, and its input gives none, or is not told to. */
    isWithoutPhantom: boolean;
    /** Nothing but the input or a slot feeds it. */
    isFedFromOutside: boolean;
  };
  /** What the meter shows now, where it can be asked. */
  meter: { strongestDbm: number; hasAudio: boolean } | null;
}

const THIN_DB = 10;
/** Parts of a verification that are looks of the finder, and what each outcome is called there. */
const AS_LOOKS: Partial<
  Record<VerificationPart, { check: Finding["check"]; says?: Record<string, string> }>
> = {
  silent: { check: "rf-off" },
  rf: { check: "rf-on" },
  voice: { check: "voice", says: { follows: "clear" } },
  antennas: {
    check: "walk",
    says: {
      "both-take-turns": "both-take-turns",
      "only-a-serves": "only-one-serves",
      "only-b-serves": "only-one-serves",
    },
  },
  far: {
    check: "recorder",
    says: {
      "meter-follows": "moves-with-voice",
      "played-back": "moves-with-voice",
      "on-another-track": "still",
    },
  },
  partner: {
    check: "identity",
    says: { "another-pack": "another-pack", "nothing-told": "none-told" },
  },
};

/** What of that is as good as seen, and what it makes likelier or rules out. */
export function knownOf(k: ChannelKnowledge): { findings: Finding[]; knows: DayKnows } {
  if (k.meets === "adaptive") return selfChoosingKnown(k);
  const findings: Finding[] = [];
  const weights: Partial<Record<Cause, number>> = {
    "wrong-block": k.meets === "never" ? 200 : 0.1,
    "wheels-swapped": k.hasWheels ? 1 : 0,
    "wrong-key": k.isPaired ? 1 : 0,
    "other-modulation": k.isPaired ? 1 : 0.3,
  };
  if (k.pickHz !== null && k.receiverHz !== null)
    findings.push({
      check: "receiver-number",
      outcome: isSame(k.pickHz, k.receiverHz) ? "as-planned" : "another",
    });
  if (k.isPackOn !== null) weights["pack-off"] = k.isPackOn ? 0.02 : 40;
  if (k.pickHz !== null && k.packHz !== null && k.isPackOn === true)
    findings.push({
      check: "pack-number",
      outcome: isSame(k.pickHz, k.packHz) ? "as-planned" : "another",
    });
  weights["own-second-pack"] = k.isOtherOnIt ? 60 : 0.3;
  return {
    findings: [...findings, ...verified(k, weights)],
    knows: { weights, has: { wheels: k.hasWheels, pairing: k.isPaired } },
  };
}

/** What verification and place say of any channel. */
function verified(k: ChannelKnowledge, weights: Partial<Record<Cause, number>>): Finding[] {
  const findings: Finding[] = [];
  for (const { part, outcome } of k.verification) {
    const look = AS_LOOKS[part];
    if (look) findings.push({ check: look.check, outcome: look.says?.[outcome] ?? outcome });
    if (part === "mute" && outcome !== "gone-and-back") weights.muted = 10;
  }
  if (k.marginDb !== null) weights["too-far"] = k.marginDb < THIN_DB ? 4 : 0.5;
  if (k.isOverloaded !== null) weights["too-near"] = k.isOverloaded ? 10 : 0.5;
  return findings;
}

/**
 * Of one that chooses for itself: no number can be wrong, but it may be out of reach, in a crowded
 * band, not paired, asleep or without supply.
 */
function selfChoosingKnown(k: ChannelKnowledge): { findings: Finding[]; knows: DayKnows } {
  const weights: Partial<Record<Cause, number>> = {};
  if (k.isPackOn !== null) weights["pack-off"] = k.isPackOn ? 0.02 : 40;
  const own = k.selfChoosing;
  if (own) {
    weights["room-full"] = own.inRoom > own.roomLimit ? 20 : 0.3;
    weights.crowded = Math.min(2, 0.5 + own.inRoom / own.roomLimit);
    weights["no-supply"] = own.isWithoutPhantom ? 30 : own.isFedFromOutside ? 2 : 0.5;
  }
  const findings = verified(k, weights).flatMap((f) => {
    // where others have an RF meter it has a light; none of it can be two of its states
    const light = f.check === "rf-on" ? LIGHT_OF_RF[f.outcome] : undefined;
    if (light !== undefined) return [{ check: "link-light" as const, outcome: light }];
    return CHECKS[f.check].only === "tuned" ? [] : [f];
  });
  // a pack that was told apart by its name is paired
  if (findings.some((f) => f.check === "identity" && f.outcome === "its-own"))
    weights["not-paired"] = 0.05;
  return { findings, knows: { kind: "self-choosing", weights } };
}

const LIGHT_OF_RF: Readonly<Record<string, string>> = { full: "linked", weak: "drops" };

const isSame = (a: number, b: number): boolean => Math.abs(a - b) < SAME_SETTING_HZ;

/**
 * What the meter itself answers to a look, with the pack as that asks for it; null where it cannot.
 * Limits: common practice, no published source.
 */
export function meterSays(
  check: Finding["check"],
  { meter, isPackOn }: Pick<ChannelKnowledge, "meter" | "isPackOn">,
): string | null {
  if (!meter) return null;
  const { strongestDbm: dbm, hasAudio } = meter;
  if (check === "rf-off" && isPackOn === false) return silenceOf([dbm]);
  if (check === "rf-on" && isPackOn !== false) return rfOf(dbm);
  return check === "tap" && isPackOn !== false ? (hasAudio ? "heard" : "not-heard") : null;
}
