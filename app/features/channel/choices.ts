import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import type { Effort } from "~/core/audio/levelChain";
import type { Wear } from "~/core/radio/antenna";

/** How loud somebody speaks, with its level at a metre. */
export const EFFORTS: { id: Effort; label: string; detail: string }[] = [
  { id: "soft", label: "soft", detail: FEATURES_TEXTS.n54DbAt1M },
  { id: "normal", label: "normal", detail: FEATURES_TEXTS.n60Db },
  { id: "raised", label: "raised", detail: FEATURES_TEXTS.n66Db },
  { id: "loud", label: "loud", detail: FEATURES_TEXTS.n72Db },
  { id: "shout", label: "shout", detail: FEATURES_TEXTS.n78Db },
  { id: "scream", label: FEATURES_TEXTS.actedScream, detail: FEATURES_TEXTS.n95Db },
];

/** Where a pack is worn. */
export const WEARS: { id: Wear; label: string }[] = [
  { id: "waist-back", label: FEATURES_TEXTS.waistBehind },
  { id: "waist-front", label: FEATURES_TEXTS.waistInFront },
  { id: "chest", label: "chest" },
  { id: "thigh", label: "thigh" },
  { id: "ankle", label: "ankle" },
  { id: "hand", label: FEATURES_TEXTS.inTheHand },
  { id: "free", label: FEATURES_TEXTS.onNothing },
];
