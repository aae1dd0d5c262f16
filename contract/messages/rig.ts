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
      return "Ask before you touch: say what goes where, and take no for an answer.";
    case "stunt":
      return "Ask the stunt or safety lead before anything hard goes on. Nothing on the spine, nothing where they land.";
    case "water":
      return "Seal the pack, its antenna and the microphone plug. Nothing on mains power. Dry it before you change batteries.";
    case "child":
      return "With the parent or chaperone beside you. No pins near skin, nothing that can be swallowed.";
    case "implant":
      return "Ask them. Keep the pack as far away as the implant’s maker says. When in doubt, no pack.";
    case "pins":
      return "Pins and pronged clips scratch: points outward, cloth between.";
    case "other-side":
      return `Pack to the ${towards ?? "other"} side: the antennas lie ${towards ? TOWARDS[towards] : "there"}${gain}.`;
    case "less-body":
      return `Most antennas are ${towards ? TOWARDS[towards] : "on the far side"}: wear the pack on that side, or at the ankle${gain}.`;
    case "whip-straight":
      return `Antenna straight, not ${rig.whip === "coiled" ? "coiled" : "bent"}${gain}.`;
    case "skin-sleeve":
      return `A thin plastic sleeve over the antenna, cut to length: it touches skin${gain}.`;
    case "hold-tip":
      return "Hold a soft antenna at its tip: rubber band, pin through the band into cloth. It gives way before it tears.";
    case "lead-off-antenna":
      return "The microphone cable must not cross the antenna: turn the pack over, and coil only the spare cable.";
    case "keep-from-metal":
      return "Away from metal props and other electronics.";
    case "sheath":
      return "A thin unlubricated sheath on the pack, against sweat and spray.";
    case "sits-firm":
      return `${{ pouch: "Pouch pinned inside the costume", pocket: "Pocket buttoned or pinned shut", belt: "Between belt and body, clip off", strap: "Strap firm, not tight" }[rig.pouch]}: pull on it, let them sit and turn; nothing may swing.`;
    case "mic-chest":
      return "Microphone on the chest just below where the chin touches. Let them lower the head: below that point.";
    case "mic-in-shirt":
      return "Microphone slim inside the shirt, two-pronged clip, cable under cloth. Check the picture: nothing bulges.";
    case "mic-collar":
      return "Microphone at the collar, out from under the chin: the chin cuts the treble.";
    case "mic-hair":
      return "Microphone at the hairline, pointing down; cable pinned behind the ear, a loop for the neck.";
    case "mic-aim":
      return "It is directional: it must point at the mouth and stay so. A little off is dull.";
    case "listen-rub":
      return "Listen while they turn, sit, breathe: fix rubbing cloth now, not in the take.";
    case "plug-seated":
      return "Push the plug home and turn its ring. Pack on: light from red to green.";
    case "lock":
      return "Lock the pack, or tape over its keys. The person touches nothing. A locked pack does not switch off for you either.";
    case "mute-shown":
      return "Show them the mute, never the power. Before each take check that it is open.";
    case "collar":
      return "Cover and tape the controls. Close the shell fully; never force it over a reversed battery.";
    case "mic-headset":
      return "Headset microphone at the corner of the mouth, a finger’s width off, not in the breath.";
    case "hold-low":
      return "Hold it by the body: a hand over its lower end covers the antenna.";
    case "hold-mouth":
      return "Near the mouth, pointing at it, the same distance all the time.";
    case "plug-collar":
      return "Screw or lock it onto the microphone: the microphone’s body is half of its antenna, so keep hands off the joint.";
    case "plug-power":
      return "Phantom power as the microphone needs: on for a condenser, off for a dynamic one.";
    case "feed-level":
      return "A line output: set the pack to its lowest gain, about −30. Send a tone, and watch the receiver’s meter.";
    case "feed-hum":
      return "If it hums, run the desk or the pack on batteries, or put a transformer between.";
    case "boom-power":
      return "The boom’s microphone needs 48 V: from the plug-on, or from a supply in the line.";
    case "set-like-pack":
      return "Set it like a pack: range, frequency, sensitivity. The gain may be beside the batteries. Same frequency as the receiver.";
  }
}
