import { linkBudget } from "~/core/radio/link";
import type { AirScene } from "./air";
import type { SiteGeometry } from "~/core/location/siteGeometry";
import { type PathSetup, pathQuestion, type ReceiverFigures } from "~/core/radio/pathSetup";

/**
 * A place of the practice day: what is on the air there, and what stands between a talker and the
 * receivers.
 */
export interface Site {
  key: string;
  air: AirScene;
  geometry: SiteGeometry;
}

/** What arrives at a receiver from a pack at a site, dBm. */
export function arrivingDbm(
  site: Site,
  setup: PathSetup,
  receiver: ReceiverFigures,
  frequencyHz: number,
): number {
  return linkBudget(pathQuestion(site.geometry, setup, receiver, frequencyHz)).receivedDbm;
}
