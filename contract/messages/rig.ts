import type { RigDetail, RigFacts, RigLine, SceneCaution } from "~/core/report/rigCard";
import { formatDb } from "./format";

export const CAUTION_NAMES: Readonly<Record<SceneCaution, string>> = {
  stunt: "falls, fights, stunts",
  water: "water, rain, sweat",
  child: "a child",
  implant: "an implanted device",
};
export const SIDES: { id: RigDetail["side"]; label: string }[] = [
  { id: "middle", label: "in the middle" },
  { id: "left", label: "left" },
  { id: "right", label: "right" },
];
export const POUCHES: { id: RigDetail["pouch"]; label: string }[] = [
  { id: "pouch", label: "pouch pinned inside" },
  { id: "pocket", label: "a pocket" },
  { id: "belt", label: "belt, clip off" },
  { id: "strap", label: "strap round the leg" },
];
export const WHIPS: { id: RigDetail["whip"]; label: string }[] = [
  { id: "straight", label: "straight" },
  { id: "bent", label: "bent over" },
  { id: "coiled", label: "coiled up" },
];
export const MIC_PLACES: { id: RigDetail["microphone"]; label: string }[] = [
  { id: "chest", label: "on the chest" },
  { id: "in-shirt", label: "hidden in the shirt" },
  { id: "collar", label: "at the collar" },
  { id: "hair", label: "in the hair" },
];
export const MUTES: { id: RigDetail["mute"]; label: string }[] = [
  { id: "touches-nothing", label: "touches nothing: lock or tape" },
  { id: "may-mute", label: "may mute" },
];

const TOWARDS = {
  front: "in front",
  back: "behind",
  left: "to the left",
  right: "to the right",
} as const;

/** One line of a rig card, as an order to whoever rigs. */
export function rigLineWords(
  line: RigLine,
  { towards, rig }: Pick<RigFacts, "towards" | "rig">,
): string {
  const gain = line.gainDb === null ? "" : ` (about ${formatDb(line.gainDb)})`;
  switch (line.code) {
    case "ask-first":
      return "Ask before you touch: say what goes where, and let them say no.";
    case "stunt":
      return "Ask the stunt or safety lead before anything hard goes on. Nothing on the spine, nothing where they land.";
    case "water":
      return "Pack in a sheath, antenna and microphone plug too; nothing that is charged from the wall. Dry it before the cells are changed.";
    case "child":
      return "With the parent or chaperone beside you. No pins near skin, nothing that can be swallowed.";
    case "implant":
      return "Ask them and keep the pack as far from it as the implant’s maker says. When in doubt, no pack.";
    case "pins":
      return "Pins and pronged clips scratch: points outward, a cloth between.";
    case "other-side":
      return `Pack to the ${towards ?? "other"} side: the antennas lie ${towards ? TOWARDS[towards] : "there"}${gain}.`;
    case "less-body":
      return `Antennas lie mostly ${towards ? TOWARDS[towards] : "on the far side"}: the pack belongs on that side, or at the ankle${gain}.`;
    case "whip-straight":
      return `Antenna straight, not ${rig.whip === "coiled" ? "coiled" : "bent"}${gain}.`;
    case "skin-sleeve":
      return `A thin plastic sleeve over the antenna, cut to its length: it lies on skin${gain}.`;
    case "hold-tip":
      return "Hold a soft antenna at its tip: rubber band, pin through the band into cloth. It gives before it tears.";
    case "lead-off-antenna":
      return "The microphone’s lead must not cross the antenna: turn the pack over, bundle only what is spare of the lead.";
    case "keep-from-metal":
      return "Away from metal props and other electronics.";
    case "sheath":
      return "A thin unlubricated sheath around the pack, against sweat and spray.";
    case "sits-firm":
      return `${{ pouch: "Pouch pinned inside the costume", pocket: "Pocket buttoned or pinned shut", belt: "Between belt and wearer, clip off", strap: "Strap firm, not tight" }[rig.pouch]}: pull at it, let them sit and turn; nothing swings.`;
    case "mic-chest":
      return "Microphone on the chest just below where the chin touches. Let them lower the head: there, and under that.";
    case "mic-in-shirt":
      return "Microphone slim inside the shirt, two-pronged clip, lead under cloth. Look at the picture: nothing bulges.";
    case "mic-collar":
      return "Microphone at the collar, out from under the chin: its shadow takes the treble.";
    case "mic-hair":
      return "Microphone at the hairline, pointing down; lead pinned behind the ear, a loop for the neck.";
    case "mic-aim":
      return "It is a directional one: it must look at the mouth and stay so. A little off is dull.";
    case "listen-rub":
      return "Listen while they turn, sit, breathe: cloth that rubs is fixed now, not in the take.";
    case "plug-seated":
      return "Plug home in the pack, ring turned. Pack on: lamp from red to green.";
    case "lock":
      return "Lock the pack, or tape over its keys. Who wears it touches nothing. A locked one does not switch off for you either.";
    case "mute-shown":
      return "Show the mute and nothing else: not the power. Before each take look that it is open.";
    case "collar":
      return "Controls covered: collar turned to where it hides them, taped. No gap in the shell; never force it over a reversed cell.";
    case "set-like-pack":
      return "Set it like a pack: range, frequency, sensitivity; the gain may sit beside the cells. The same number as on the receiver.";
  }
}
