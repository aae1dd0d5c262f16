import type { Wear } from "~/core/radio/antenna";
import { type Source, SOURCE_RULES } from "~/core/kit/sources";
import type { WhipState } from "~/core/radio/link";

/** What of a scene asks for care with a person who is wired. */
export const SCENE_CAUTIONS = ["stunt", "water", "child", "implant"] as const;
export type SceneCaution = (typeof SCENE_CAUTIONS)[number];

/** How a talker is rigged, as the assistant does it. */
export interface RigDetail {
  channelId: number;
  /** On which side of the body the pack sits. */
  side: "left" | "right" | "middle";
  pouch: "pouch" | "pocket" | "belt" | "strap";
  whip: WhipState;
  skinContact: boolean;
  sleeve: boolean;
  /**
   * A soft antenna held at its tip by a rubber band and a pin, so that it gives before it tears.
   */
  isTipHeld: boolean;
  /** The microphone's lead runs over the antenna. */
  isLeadAcross: boolean;
  /** In a thin sheath against rain, spray or sweat. */
  isSheathed: boolean;
  /** Metal props or other electronics lie at the pack. */
  isNearMetal: boolean;
  microphone: "chest" | "in-shirt" | "collar" | "hair";
  /** Whether the talker may mute; else they touch nothing, and it is locked or taped. */
  mute: "may-mute" | "touches-nothing";
  cautions: SceneCaution[];
  /** They were asked before being touched. */
  isAsked: boolean;
  note: string;
}

/**
 * Before anybody said otherwise. A pack in a pouch against the back mostly lies on skin or damp
 * cloth.
 */
export const ordinaryRig = (channelId: number): RigDetail => ({
  channelId,
  side: "middle",
  pouch: "pouch",
  whip: "straight",
  skinContact: false,
  sleeve: false,
  isTipHeld: false,
  isLeadAcross: false,
  isSheathed: false,
  isNearMetal: false,
  microphone: "chest",
  mute: "touches-nothing",
  cautions: [],
  isAsked: false,
  note: "",
});

export interface RigFacts {
  rig: RigDetail;
  wear: Wear;
  source: Source;
  isMicDirectional: boolean;
  /** Where the antennas mostly lie as seen by the talker on their walk; null without a plan. */
  towards: "front" | "back" | "left" | "right" | null;
  moves: string;
}

/**
 * What is wrong or open in a rig ("mend"), what to do in any case ("do"), and what to mind
 * ("mind"), in the order in which hands come to it.
 */
export interface RigLine {
  code:
    | "ask-first"
    | "stunt"
    | "water"
    | "child"
    | "implant"
    | "pins"
    | "other-side"
    | "less-body"
    | "whip-straight"
    | "skin-sleeve"
    | "hold-tip"
    | "lead-off-antenna"
    | "keep-from-metal"
    | "sheath"
    | "sits-firm"
    | "mic-chest"
    | "mic-in-shirt"
    | "mic-collar"
    | "mic-hair"
    | "mic-aim"
    | "listen-rub"
    | "plug-seated"
    | "lock"
    | "mute-shown"
    | "collar"
    | "mic-headset"
    | "hold-low"
    | "hold-mouth"
    | "plug-collar"
    | "plug-power"
    | "feed-level"
    | "feed-hum"
    | "boom-power"
    | "set-like-pack";
  kind: "mend" | "do" | "mind";
  /**
   * What a mend brings, dB (common practice, no published source); null where that is not a matter
   * of level.
   */
  gainDb: number | null;
}

const AWAY: Partial<Record<Wear, RigFacts["towards"]>> = {
  "waist-back": "front",
  "waist-front": "back",
  chest: "back",
};
const MOVING = /run|fight|climb|dance|walk|jump|shout/i;

/** What hands do with what nobody wears. */
const NOT_WORN: Partial<Record<Source, readonly RigLine["code"][]>> = {
  handheld: ["collar", "hold-low", "hold-mouth"],
  "plug-on": ["plug-collar", "plug-power"],
  "line-feed": ["feed-level", "feed-hum"],
  boom: ["plug-collar", "boom-power"],
};

/** The lines of a talker's rig card. */
export function rigLines({
  rig,
  wear,
  source,
  isMicDirectional,
  towards,
  moves,
}: RigFacts): RigLine[] {
  const lines: RigLine[] = [];
  const put = (kind: RigLine["kind"], code: RigLine["code"], gainDb: number | null = null) =>
    lines.push({ kind, code, gainDb });
  const { isWorn } = SOURCE_RULES[source];
  // nobody is touched for what is held, or stands on a desk
  if (isWorn && !rig.isAsked) put("mend", "ask-first");
  for (const c of SCENE_CAUTIONS)
    if (rig.cautions.includes(c) && (isWorn || c === "water" || c === "child")) put("mind", c);
  if (!isWorn) {
    put("do", "set-like-pack");
    for (const code of NOT_WORN[source] ?? []) put("do", code);
    return lines;
  }
  if (towards !== null && AWAY[wear] === towards)
    put("mend", "less-body", wear === "waist-back" ? 11 : 8);
  else if (towards === "left" || towards === "right") {
    if (rig.side !== "middle" && rig.side !== towards) put("mend", "other-side", 5);
  }
  if (rig.whip !== "straight") put("mend", "whip-straight", rig.whip === "coiled" ? 10 : 4);
  if (rig.skinContact && !rig.sleeve) put("mend", "skin-sleeve", 7);
  if (rig.isLeadAcross) put("mend", "lead-off-antenna");
  if (rig.isNearMetal) put("mend", "keep-from-metal");
  const isMoving = MOVING.test(moves);
  if (isMoving && !rig.isTipHeld) put("do", "hold-tip");
  if ((rig.cautions.includes("water") || isMoving) && !rig.isSheathed) put("do", "sheath");
  put("do", "sits-firm");
  put("do", source === "headset" ? "mic-headset" : `mic-${rig.microphone}`);
  if (isMicDirectional) put("do", "mic-aim");
  if (rig.microphone !== "hair" && source === "lavalier") put("mind", "pins");
  put("do", "listen-rub");
  put("do", "plug-seated");
  put("do", rig.mute === "may-mute" ? "mute-shown" : "lock");
  return lines;
}
