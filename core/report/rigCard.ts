import type { Wear } from "~/core/radio/antenna";
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

export type PackForm = "bodypack" | "handheld" | "plug-on";

export interface RigFacts {
  rig: RigDetail;
  wear: Wear;
  form: PackForm;
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

/** The lines of a talker's rig card. */
export function rigLines({
  rig,
  wear,
  form,
  isMicDirectional,
  towards,
  moves,
}: RigFacts): RigLine[] {
  const lines: RigLine[] = [];
  const put = (kind: RigLine["kind"], code: RigLine["code"], gainDb: number | null = null) =>
    lines.push({ kind, code, gainDb });
  if (!rig.isAsked) put("mend", "ask-first");
  for (const c of SCENE_CAUTIONS) if (rig.cautions.includes(c)) put("mind", c);
  if (form !== "bodypack") {
    put("do", "set-like-pack");
    put("do", "collar");
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
  put("do", `mic-${rig.microphone}`);
  if (isMicDirectional) put("do", "mic-aim");
  if (rig.microphone !== "hair") put("mind", "pins");
  put("do", "listen-rub");
  put("do", "plug-seated");
  put("do", rig.mute === "may-mute" ? "mute-shown" : "lock");
  return lines;
}
