import type { Database } from "../db/connection.server";
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
  /** Makes copies of the data file; null where nothing does. */
  keeper: { readonly failure: string | null } | null;
  /** Lets phones in. */
  desk: JoinDesk;
  /** Who asks: the name of a phone that joined; null at the cart itself. */
  who: string | null;
  /** The same phone to the desk, and what tells that it was sent away; null at the cart. */
  guest: { id: number; gone: AbortSignal } | null;
  /** The computer's clock, milliseconds. */
  realNowMs: () => number;
}
