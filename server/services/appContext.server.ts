import type { Asker } from "~/server/access/asker.server";
import type { Compute } from "~/server/compute/compute.server";
import type { Database } from "~/server/db/connection.server";
import type { Log } from "~/server/log/log.server";
import type { RigPort } from "~/server/devices/port.server";
import type { SimulatorControl } from "~/server/devices/simulatorControl.server";
import type { RegisterPort } from "~/server/devices/registerPort.server";
import type { ChangeFeed } from "./day/changes.server";
import type { GuestSessions } from "./phones/guestSessions.server";
import type { RollFeed } from "./roll/rollFeed.server";
import type { MeterFeed } from "./sync/meterFeed.server";
import type { ScanJobs } from "./scan/scanJobs.server";

/** What every use case works with; handed to loaders and actions as their context. */
export interface AppContext {
  db: Database;
  /** The receivers and packs that can be driven; null when there are none. */
  rig: RigPort | null;
  /** Hands on the practice units; null where nothing is simulated. */
  simulator: SimulatorControl | null;
  /** The register of television that can be asked; null when there is none. */
  register: RegisterPort | null;
  scans: ScanJobs;
  /** Tells who looks on that something changed. */
  changes: ChangeFeed;
  /** Reads the meters for whoever looks at them. */
  meters: MeterFeed;
  /** Follows the receivers while a day rolls. */
  roll: RollFeed;
  /** Where files are read and scans reckoned, beside the event loop. */
  compute: Compute;
  /** Makes copies of the data file; null where nothing does. */
  keeper: { readonly failure: string | null } | null;
  /** Lets phones in. */
  guestSessions: GuestSessions;
  /** Who asks. */
  asker: Asker;
  /** What went wrong, for whoever must find out afterwards. */
  log: Log;
  /** The computer's clock, milliseconds. */
  realNowMs: () => number;
  /** Lets time pass between two looks at a device; a test lets none pass. */
  wait: (ms: number) => Promise<void>;
}
