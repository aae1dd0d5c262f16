import type { Asker } from "../access/asker.server";
import type { Compute } from "../compute/compute.server";
import type { Database } from "../db/connection.server";
import type { Log } from "../log/log.server";
import type { RigPort } from "../devices/port.server";
import type { RegisterPort } from "../devices/registerPort.server";
import type { ChangeFeed } from "./changes.server";
import type { JoinDesk } from "./joinDesk.server";
import type { RollFeed } from "./rollFeed.server";
import type { ScanJobs } from "./scanJobs.server";

/** What every use case works with; handed to loaders and actions as their context. */
export interface AppContext {
  db: Database;
  /** The receivers and packs that can be driven; null when there are none. */
  rig: RigPort | null;
  /** The register of television that can be asked; null when there is none. */
  register: RegisterPort | null;
  scans: ScanJobs;
  /** Tells who looks on that something changed. */
  changes: ChangeFeed;
  /** Follows the receivers while a day rolls. */
  roll: RollFeed;
  /** Where files are read and scans reckoned, beside the event loop. */
  compute: Compute;
  /** Makes copies of the data file; null where nothing does. */
  keeper: { readonly failure: string | null } | null;
  /** Lets phones in. */
  desk: JoinDesk;
  /** Who asks. */
  asker: Asker;
  /** What went wrong, for whoever must find out afterwards. */
  log: Log;
  /** The computer's clock, milliseconds. */
  realNowMs: () => number;
}
