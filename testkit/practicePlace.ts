import { PACK_HEIGHTS_M, WORN_TILT_DEG } from "~/core/location/forecast";
import { type WalkedPack } from "~/core/location/search";
import type { Wear } from "~/core/radio/antenna";
import { airNoiseDbm } from "~/core/simulator/air";
import { PORT_ELLERY_SITES } from "~/core/simulator/portEllery";
import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";

export const receiver = {
  figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
  isDiversity: true,
};
export const WORN: Record<string, { wear: Wear; dbm: number }> = {
  Marit: { wear: "waist-back", dbm: 17 },
  Tobiah: { wear: "chest", dbm: 17 },
  Agnete: { wear: "chest", dbm: 17 },
  Nils: { wear: "ankle", dbm: 14.8 },
};

export function place(key: string) {
  const { air } = PORT_ELLERY_SITES.find((s) => s.key === key)!;
  const { plan: make, truth } = PORT_ELLERY_PLANS[key]!;
  const plan = make((talker) => Object.keys(WORN).indexOf(talker) + 1);
  const walks = plan.walks.map((walk): WalkedPack => {
    const { wear, dbm } = Object.values(WORN)[walk.channelId! - 1]!;
    return {
      walk,
      pack: {
        heightM: PACK_HEIGHTS_M[wear],
        frequencyHz: 520e6,
        txPowerDbm: dbm,
        wear,
        skinContact: false,
        sleeve: false,
        tiltDeg: WORN_TILT_DEG,
        facingDeg: "along",
        interference: [{ label: "air", dbm: airNoiseDbm(air, 520e6, 200_000) }],
      },
    };
  });
  return { plan, walks, truth };
}
