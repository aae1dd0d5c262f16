import { crewRowsWords } from "./quick";
import { unitFindingErrorWords } from "./unitScan";
import type { DeviceError } from "~/core/devices/deviceError";
import { capital, formatClock, formatDate, formatSpan, listWords, mhz } from "./format";
import { caseProblemWords } from "./kit";
import { planProblemWords } from "./plan";
import { assignedProblemWords, sceneProblemWords } from "./prep";
import { pairingProblemWords } from "./pairing";
import { VERIFICATION_WORDS } from "./verification";
import { settingRefusalWords } from "./settingRefusal";
import type { PlanLinesProblem, ServiceError } from "~/contract/schemas/serviceError";
import type { ShootArchiveError } from "~/contract/schemas/shootArchive";
import { archiveErrorWords, brokenRuleWords, sweepFileErrorWords } from "./words";

/** What happened, what is unharmed, what to do. */
export function serviceErrorWords(error: ServiceError): string {
  switch (error.code) {
    case "not-found":
      return `That ${error.what === "place" ? "location" : error.what} no longer exists. Nothing was changed.`;
    case "changed-meanwhile": {
      const changes = error.changes.map((c) => `${c.what} (${formatClock(c.atMs)})`);
      return `${error.talker} was changed in another window meanwhile${changes.length > 0 ? `: ${listWords(changes)}` : ""}. Your change was not saved. The screen shows the current one: set it again if you still want it.`;
    }
    case "plan-changed":
      return `Plan ${error.version} was used in another window at ${formatClock(error.atMs)}. Your change was not saved. The screen shows the current frequencies.`;
    case "scan-changed":
      return `There is a newer scan of this location, from ${formatClock(error.atMs)}. Nothing was saved. Find the frequencies again.`;
    case "rules-broken":
      return `Not used: ${error.picks.map((p) => `${p.talker} is ${listWords(p.broken.slice(0, 2).map((b) => brokenRuleWords(b, (id) => error.names[id] ?? id)))}`).join("; ")}. The plan is unchanged.`;
    case "list-changed":
      return `${{ scenes: "The scenes were", handed: "The list of assigned frequencies was", stations: "The stations were", places: "The locations were", units: "The units were", stock: "The kit was", antennas: "The antennas were", distributions: "The distributions were", supplies: "The supplies were", destinations: "The cameras and recorders were", patches: "The patch was", models: "The models were", ticks: "The list was", pairings: "The pairings were", drawings: "The plans were", rigs: "The rig cards were", cellRules: "The battery policy was", unitScans: "What the receivers showed was", quick: "What was said of one system was" }[error.list]} changed in another window at ${formatClock(error.atMs)}. Your changes were not saved. The screen shows the current list.`;
    case "list-unreadable":
      return `This is not such a list: ${{ empty: "it needs a line of headings and at least one row", binary: "it is not text", large: "it is far too large (at most 2 MB and 500 rows)", calendar: "it starts like a calendar and is damaged further on", "calendar-other-day": "no event of that calendar starts on this day" }[error.why]}. Nothing was changed.`;
    case "list-rows-bad":
      return error.rows.length === 0
        ? "There is no row to import. Nothing was changed."
        : `${error.rows.length === 1 ? "Row" : "Rows"} ${listWords(error.rows.slice(0, 6).map(String))} ${error.rows.length === 1 ? "has" : "have"} a problem. Nothing was imported. Fix ${error.rows.length === 1 ? "it" : "them"}, or skip ${error.rows.length === 1 ? "it" : "them"}.`;
    case "crew-rows":
      return crewRowsWords(error.rows);
    case "region-file":
      return `The region file was not imported. Line ${error.error.line}: ${error.error.what}. The regulations in use are unchanged.`;
    case "drawing-refused":
      return `${capital(listWords(error.problems.slice(0, 3).map(planProblemWords)))}. The plan saved before is unchanged.`;
    case "picture-refused":
      return error.why === "many"
        ? "This day has 60 pictures already, the most it can hold. The plan is unchanged."
        : error.why === "large"
          ? "The picture is larger than 8 MB even when made smaller. The plan is unchanged."
          : "This is not a picture in PNG, JPEG or WebP. The plan is unchanged.";
    case "plan-file":
      return `The plan was not read: ${planLinesWords(error.problem)}. Nothing was changed.`;
    case "kit-file":
      return `The kit file was not imported. Line ${error.error.line}: ${error.error.what}. The kit is unchanged.`;
    case "case-refused":
      return `${capital(listWords(error.problems.slice(0, 4).map(caseProblemWords)))}. The kit is unchanged.`;
    case "model-in-use":
      return `${error.name} stays: ${listWords(error.labels)} ${error.labels.length === 1 ? "uses" : "use"} it.`;
    case "part-ships":
      return "This model comes with Plain Channel: you can correct it, but not remove it.";
    case "place-needed":
      return error.why === "last"
        ? "A day needs a location, and this is the only one. It was not removed."
        : "The unit is there now. Move first. The location was not removed.";
    case "talker-twice":
      return `There is already a channel for ${error.talker} . Nothing was changed.`;
    case "no-pair":
      return `${error.talker} gets no channel: ${{ "no-receiver-channel": "every receiver channel in the kit is in use", "no-pack": "every pack in the kit is in use", "none-fit": "no free pack fits a free receiver channel", "kit-no-receiver": "there is no receiver in the kit yet. Add one under Kit, then press again", "kit-no-pack": "there is no pack in the kit yet. Add one under Kit, then press again" }[error.why]}. Nothing was changed.`;
    case "handed-typed":
      return `${capital(listWords(error.problems.map(assignedProblemWords)))}. The list is unchanged.`;
    case "scene-typed":
      return `${capital(listWords(error.problems.map(sceneProblemWords)))}. The scenes are unchanged.`;
    case "nothing-picked":
      return "There is no frequency to use yet. The plan is unchanged.";
    case "pairing-refused":
      return `${error.label}: ${listWords(error.problems.map(pairingProblemWords))}. The pairings are unchanged.`;
    case "pairing-file":
      return `The pairing file was not read: ${error.problem.code === "line" ? `line ${error.problem.line}: ${error.problem.what}` : "it has no pack of this kit"}. The pairings are unchanged.`;
    case "copy-failed":
      return `No backup could be made (${error.detail}). The data and the earlier backups are unharmed.`;
    case "copy-refused":
      return copyWords(error.error);
    case "cells-empty":
      return `${error.label} does not come on: its batteries are empty. Put new ones in under Batteries, then switch it on.`;
    case "not-verified":
      return `${error.talker} is not verified: ${listWords(error.parts.map((p) => VERIFICATION_WORDS[p].name))} not answered yet. Answer at Sync, or close it as retuned, not verified. Nothing was saved.`;
    case "shoot-archive":
      return shootArchiveWords(error.error);
    case "reading-stopped":
      return `${{ time: "The file takes too long to read. It was not read.", room: "The file takes more memory than there is. It was not read.", broke: "The file could not be read; the log says why." }[error.why]} Nothing was changed.`;
    case "number-taken":
      return "This was sent under a number already in use, so it was not saved. Nothing else was changed. Send it again.";
    case "no-rig":
      return "No receiver is connected. Import a sweep file instead.";
    case "nothing-scans":
      return "No receiver in the kit can scan by itself. Import a sweep file instead.";
    case "no-register":
      return "No station list is connected. Add stations by hand. The list is unchanged.";
    case "scan-running":
      return "A scan is running. Wait for it, or stop it first.";
    case "no-scan-running":
      return "The scan is over.";
    case "unit-scan":
      return `${error.unit}: ${unitFindingErrorWords(error.error)}. Nothing was saved.`;
    case "setting-unknown":
      return `${capital(settingRefusalWords(error.refusal))}. Nothing was saved.`;
    case "device":
      return `${deviceErrorWords(error.error, error.unit)} Nothing else was changed.`;
    case "sweep-file":
      return `"${error.name}" was not read. ${sweepFileErrorWords(error.error)} The day and its scans are unchanged.`;
    case "sweep-archive":
      return `"${error.name}" was not read. ${archiveErrorWords(error.error)} The day and its scans are unchanged.`;
    case "sweep-file-large":
      return `"${error.name}" is too large for one piece (${Math.round(error.bytes / 1048576)} MB; at most ${error.mostBytes / 1048576} MB). The day is unchanged.`;
  }
}

export function deviceErrorWords(error: DeviceError, unit: string): string {
  switch (error.code) {
    case "no-such-unit":
      return `${capital(unit)} does not answer to "${error.key}".`;
    case "outside-tuning":
      return `${capital(unit)} cannot go to ${mhz(error.frequencyHz)}: it tunes ${mhz(error.lowHz)} to ${mhz(error.highHz)}.`;
    case "off-grid":
      return `${capital(unit)} cannot be set to ${mhz(error.frequencyHz)}: it tunes in steps of ${formatSpan(error.stepHz)}.`;
    case "pack-is-off":
      return `${capital(unit)} is off: switch it on, then hold it to the receiver's window.`;
    case "door-shut":
      return `${capital(unit)} has its window behind the door: open the door, then sync.`;
    case "not-near":
      return `${capital(unit)} is too far away: hold it to the receiver, and keep it there until both say done.`;
    case "no-cable":
      return `${capital(unit)} is not on the cable.`;
    case "no-such-way":
      return `${capital(unit)} takes no frequency from a receiver: set it on the pack itself.`;
    case "device-unreachable":
      return `${capital(unit)} does not answer (${error.detail}).`;
    case "device-nonsense":
      return `${capital(unit)} gave an answer that could not be read (${error.detail}).`;
    case "stopped":
      return "Stopped.";
  }
}

function planLinesWords(problem: PlanLinesProblem): string {
  switch (problem.code) {
    case "shape":
      return `${problem.at || "the whole"}: ${problem.message ?? "unknown"}`;
    case "not-json":
      return "it starts like JSON but is not";
    case "headings-missing":
      return 'it needs the headings "talent" and "frequency MHz"';
    case "not-a-frequency":
      return `row ${problem.row}: "${problem.text}" is not a frequency`;
    case "nothing-in-it":
      return "no row has a talker and a frequency";
  }
}

/** What is wrong with a copy of the data file. */
export function copyWords({
  code,
  detail,
}: {
  code: "copy-unreadable" | "copy-newer" | "copy-damaged";
  detail: string;
}): string {
  switch (code) {
    case "copy-unreadable":
      return `The backup cannot be read (${detail}). The current data is unharmed.`;
    case "copy-newer":
      return `The backup is from a newer version of Plain Channel (${detail}). The current data is unharmed. Update Plain Channel to read it.`;
    case "copy-damaged":
      return `The backup is damaged (${detail}). The current data is unharmed. An older backup may be whole.`;
  }
}

/** What is wrong with an archive of a shoot. */
export function shootArchiveWords(error: ShootArchiveError): string {
  switch (error.code) {
    case "no-archive":
      return "This is not an archive of a shoot: a zip with shoot.json in it, as Plain Channel writes it. Nothing was imported.";
    case "too-large":
      return `The archive unpacks to more than ${Math.round(error.mostBytes / 1e9)} GB. Nothing was imported.`;
    case "newer":
      return `The archive is from a newer Plain Channel (${error.detail}). Nothing was imported. Update Plain Channel to read it.`;
    case "unreadable":
      return `This shoot has something that an archive cannot hold: ${error.file} (${error.detail}). No archive was made. The shoot is unharmed, and Backups has copies of everything.`;
    case "damaged":
      return `The archive is damaged: ${error.file} (${error.detail}). Nothing was imported. The current data is unharmed.`;
    case "practice":
      return "Practice and real days are kept apart. Open a practice archive in the practice (npm run demo), your own in your own. Nothing was imported.";
    case "failed":
      return `The archive could not be imported (${error.detail}). Nothing was imported. The current data is unharmed.`;
    case "apart":
      return `${listWords(error.days.map((d) => formatDate(d.dateIso)))} was changed both here and there, so the two cannot be merged. Nothing was imported. Import it as a shoot of its own.`;
  }
}
