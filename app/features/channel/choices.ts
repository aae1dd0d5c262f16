import type { Effort } from "~/core/audio/levelChain";
import type { Wear } from "~/core/radio/antenna";

/** How loud somebody speaks, with its level at a metre. */
export const EFFORTS: { id: Effort; label: string; detail: string }[] = [
  { id: "soft", label: "soft", detail: "54 dB at 1 m" },
  { id: "normal", label: "normal", detail: "60 dB" },
  { id: "raised", label: "raised", detail: "66 dB" },
  { id: "loud", label: "loud", detail: "72 dB" },
  { id: "shout", label: "shout", detail: "78 dB" },
  { id: "scream", label: "acted scream", detail: "95 dB" },
];

/** Where a pack is worn. */
export const WEARS: { id: Wear; label: string }[] = [
  { id: "waist-back", label: "waist, behind" },
  { id: "waist-front", label: "waist, in front" },
  { id: "chest", label: "chest" },
  { id: "thigh", label: "thigh" },
  { id: "ankle", label: "ankle" },
  { id: "hand", label: "in the hand" },
  { id: "free", label: "on nothing" },
];
