import type { Sequelize, Transaction } from "sequelize";
import { initialTables } from "./m0001InitialTables.server";
import { handedDown } from "./m0003HandedDown.server";
import { regionFiles } from "./m0004RegionFiles.server";
import { stationLists } from "./m0005StationLists.server";
import { kitLists } from "./m0006Kit.server";
import { shoots } from "./m0007Shoots.server";
import { ticks } from "./m0008Ticks.server";
import { sweepPeaks } from "./m0009SweepPeaks.server";
import { sweepSetups } from "./m0010SweepSetups.server";
import { proofAntennas } from "./m0012ProofAntennas.server";
import { proofParts } from "./m0013ProofParts.server";
import { syncIds } from "./m0014SyncIds.server";
import { syncTold } from "./m0015SyncTold.server";
import { levelDetails } from "./m0017LevelDetails.server";
import { placePlans } from "./m0018PlacePlans.server";
import { roll } from "./m0019Roll.server";
import { codes } from "./m0022Codes.server";
import { noiseLimit } from "./m0023NoiseLimit.server";
import { licences } from "./m0026Licences.server";
import { antennaAttitude } from "./m0030AntennaAttitude.server";
import { sources } from "./m0031Sources.server";
import { quick } from "./m0032Quick.server";
import { antennas } from "./m0029Antennas.server";
import { lengthUnits } from "./m0028LengthUnits.server";
import { walkedPlaces } from "./m0027WalkedPlaces.server";
import { unitScans } from "./m0025UnitScans.server";
import { verificationForm } from "./m0024VerificationForm.server";
import { exercises } from "./m0021Exercises.server";
import { uids } from "./m0020Uids.server";
import { pairings } from "./m0016Pairings.server";
import { planAllowances } from "./m0011PlanAllowances.server";
import { preparation } from "./m0002Preparation.server";

export interface Migration {
  name: string;
  up: (db: Sequelize, transaction: Transaction) => Promise<void>;
}

/** In order, by hand. A name never changes once it has landed. Migrations import no models. */
export const MIGRATIONS: readonly Migration[] = [
  { name: "0001-initial-tables", up: initialTables },
  { name: "0002-preparation", up: preparation },
  { name: "0003-handed-down", up: handedDown },
  { name: "0004-region-files", up: regionFiles },
  { name: "0005-station-lists", up: stationLists },
  { name: "0006-kit-lists", up: kitLists },
  { name: "0007-shoots", up: shoots },
  { name: "0008-ticks", up: ticks },
  { name: "0009-sweep-peaks", up: sweepPeaks },
  { name: "0010-sweep-setups", up: sweepSetups },
  { name: "0011-plan-allowances", up: planAllowances },
  { name: "0012-proof-antennas", up: proofAntennas },
  { name: "0013-proof-parts", up: proofParts },
  { name: "0014-sync-ids", up: syncIds },
  { name: "0015-sync-told", up: syncTold },
  { name: "0016-pairings", up: pairings },
  { name: "0017-level-details", up: levelDetails },
  { name: "0018-place-plans", up: placePlans },
  { name: "0019-roll", up: roll },
  { name: "0020-uids", up: uids },
  { name: "0021-exercises", up: exercises },
  { name: "0022-codes", up: codes },
  { name: "0023-noise-limit", up: noiseLimit },
  { name: "0024-verification-form", up: verificationForm },
  { name: "0025-unit-scans", up: unitScans },
  { name: "0026-licences", up: licences },
  { name: "0027-walked-places", up: walkedPlaces },
  { name: "0028-length-units", up: lengthUnits },
  { name: "0029-antennas", up: antennas },
  { name: "0030-antenna-attitude", up: antennaAttitude },
  { name: "0031-sources", up: sources },
  { name: "0032-quick", up: quick },
];
