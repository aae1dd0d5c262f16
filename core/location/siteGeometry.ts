import type { LinkQuestion, Wall } from "~/core/radio/link";
import type { Room } from "~/core/radio/propagation";
import type { Position } from "~/core/regulations/register";

/** The path from the playing area to the bag, as measured with a tape and an eye. */
export interface SiteGeometry {
  model: LinkQuestion["path"]["model"];
  room: Room;
  /** Where the talker is farthest. */
  distanceM: number;
  walls: Wall[];
  txHeightM: number;
  rxHeightM: number;
  /** Where on the earth; for a register of television. */
  position?: Position;
}
