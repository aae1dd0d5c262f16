import { unitFindingErrorWords } from "./unitScan";
import type { DeviceError } from "~/core/devices/deviceError";
import { capital, formatClock, formatDate, formatSpan, listWords, mhz } from "./format";
import { caseProblemWords } from "./kit";
import { planProblemWords } from "./plan";
import { handedProblemWords, sceneProblemWords } from "./prep";
import { pairingProblemWords } from "./pairing";
import { PROOF_WORDS } from "./proof";
import { settingRefusalWords } from "./settingRefusal";
import type { PlanLinesProblem, ServiceError } from "~/contract/schemas/serviceError";
import type { ShootArchiveError } from "~/contract/schemas/shootArchive";
import { archiveErrorWords, brokenRuleWords, sweepFileErrorWords } from "./words";

/** What happened, what is unharmed, what to do. */
export function serviceErrorWords(error: ServiceError): string {
  switch (error.code) {
    case "not-found":
      return `That ${error.what} is not there (any more). Nothing was changed.`;
    case "changed-meanwhile": {
      const changes = error.changes.map((c) => `${c.what} (${formatClock(c.atMs)})`);
      return `${error.talker} was changed in another window meanwhile${changes.length > 0 ? `: ${listWords(changes)}` : ""}. Yours was not stored; what stands now is shown. Look, and set it again if it is still wanted.`;
    }
    case "plan-changed":
      return `Plan ${error.version} was accepted in another window at ${formatClock(error.atMs)}. Yours was not stored; the frequencies shown are the standing ones.`;
    case "scan-changed":
      return `A newer scan of this place came in at ${formatClock(error.atMs)}. Nothing was stored; find the frequencies again on it.`;
    case "rules-broken":
      return `Not accepted: ${error.picks.map((p) => `${p.talker} is ${listWords(p.broken.slice(0, 2).map((b) => brokenRuleWords(b, (id) => error.names[id] ?? id)))}`).join("; ")}. The plan is as it was.`;
    case "list-changed":
      return `${{ scenes: "The scenes were", handed: "The handed-down list was", stations: "The stations were", places: "The places were", units: "The units were", stock: "The case was", models: "The models were", ticks: "The list was", pairings: "The pairings were", drawings: "The plans were", rigs: "The rig cards were", cellRules: "How cells are kept was", unitScans: "What the receivers showed was" }[error.list]} changed in another window at ${formatClock(error.atMs)}. Yours were not stored; the list shown is the standing one.`;
    case "list-unreadable":
      return `That is not such a list: ${{ empty: "it needs a line of headings and at least one row", binary: "it is not text", large: "it is far too large (at most 2 MB and 500 rows)", calendar: "it begins like a calendar and is damaged further on", "calendar-other-day": "no event of that calendar begins on this day" }[error.why]}. Everything is as it was.`;
    case "list-rows-bad":
      return error.rows.length === 0
        ? "There is no row to take over. Everything is as it was."
        : `${error.rows.length === 1 ? "Row" : "Rows"} ${listWords(error.rows.slice(0, 6).map(String))} ${error.rows.length === 1 ? "has" : "have"} something wrong. Nothing was taken over; mend ${error.rows.length === 1 ? "it" : "them"}, or leave ${error.rows.length === 1 ? "it" : "them"} out.`;
    case "region-file":
      return `That region file was not taken over. Line ${error.error.line}: ${error.error.what}. The law in use is as it was.`;
    case "drawing-refused":
      return `${capital(listWords(error.problems.slice(0, 3).map(planProblemWords)))}. The plan kept before stands.`;
    case "picture-refused":
      return error.why === "many"
        ? "This day holds 60 pictures already, and no more are kept. The plan is as it was."
        : error.why === "large"
          ? "That picture is larger than 8 MB even when made smaller. The plan is as it was."
          : "That is not a picture that can be shown (PNG, JPEG or WebP). The plan is as it was.";
    case "plan-file":
      return `That plan was not read: ${planLinesWords(error.problem)}. Nothing was changed.`;
    case "kit-file":
      return `That kit file was not taken over. Line ${error.error.line}: ${error.error.what}. The case is as it was.`;
    case "case-refused":
      return `${capital(listWords(error.problems.slice(0, 4).map(caseProblemWords)))}. The case is as it was.`;
    case "model-in-use":
      return `${error.name} stays: ${listWords(error.labels)} ${error.labels.length === 1 ? "uses" : "use"} it.`;
    case "part-ships":
      return "That one ships with Plain Channel: it can be corrected, not dropped.";
    case "place-needed":
      return error.why === "last"
        ? "A day needs a place: this is the only one. It stays."
        : "The unit is there now: move on first. The place stays.";
    case "talker-twice":
      return `There is a channel for ${error.talker} already. Nothing was changed.`;
    case "no-pair":
      return `${error.talker} gets no channel: ${{ "no-receiver-channel": "every receiver channel of the case is in use", "no-pack": "every pack of the case is in use", "none-fit": "no free pack fits a free receiver channel", "kit-no-receiver": "there is no receiver in the kit yet. Add one under Case, then press again", "kit-no-pack": "there is no pack in the kit yet. Add one under Case, then press again" }[error.why]}. Nothing was changed.`;
    case "handed-typed":
      return `${capital(listWords(error.problems.map(handedProblemWords)))}. The list is as it was.`;
    case "scene-typed":
      return `${capital(listWords(error.problems.map(sceneProblemWords)))}. The scenes are as they were.`;
    case "nothing-picked":
      return "There is no frequency to accept yet. The plan is as it was.";
    case "pairing-refused":
      return `${error.label}: ${listWords(error.problems.map(pairingProblemWords))}. The pairings are as they were.`;
    case "pairing-file":
      return `That pairing file was not read: ${error.problem.code === "line" ? `line ${error.problem.line}: ${error.problem.what}` : "no pack of this case is in it"}. The pairings are as they were.`;
    case "copy-failed":
      return `No copy could be made (${error.detail}). What stands, and the copies before, are unharmed.`;
    case "copy-refused":
      return copyWords(error.error);
    case "cells-empty":
      return `${error.label} does not come on: its cells are empty. Put fresh ones in under Roll, Cells, then switch it on.`;
    case "not-verified":
      return `${error.talker} is not verified: ${listWords(error.parts.map((p) => PROOF_WORDS[p].name))} not answered yet. Answer at Sync, or close it as retuned, not verified. Nothing was written.`;
    case "shoot-archive":
      return shootArchiveWords(error.error);
    case "reading-stopped":
      return `${{ time: "That takes longer to read than anything of its kind: it was given up.", room: "That takes more room to read than there is: it was given up.", broke: "That could not be read; why is in the log." }[error.why]} Nothing was changed.`;
    case "number-taken":
      return "That came under a number that something else was sent under before, so it was not stored. Nothing else was changed: send it again.";
    case "no-rig":
      return "No receivers are connected that could be driven from here. A sweep file can be read instead.";
    case "nothing-scans":
      return "No receiver in the case can scan by itself. A sweep file can be read instead.";
    case "no-register":
      return "No register can be asked from here. Stations can be put on the list by hand; those that stand stay.";
    case "scan-running":
      return "A scan is running. Wait for it, or stop it first.";
    case "no-scan-running":
      return "No scan is running any more.";
    case "unit-scan":
      return `${error.unit}: ${unitFindingErrorWords(error.error)}. Nothing was noted.`;
    case "setting-unknown":
      return `${capital(settingRefusalWords(error.refusal))}. Nothing was stored.`;
    case "device":
      return `${deviceErrorWords(error.error, error.unit)} Nothing else was changed.`;
    case "sweep-file":
      return `"${error.name}" was not read. ${sweepFileErrorWords(error.error)} The day and its scans are as they were.`;
    case "sweep-archive":
      return `"${error.name}" was not read. ${archiveErrorWords(error.error)} The day and its scans are as they were.`;
    case "sweep-file-large":
      return `"${error.name}" is too large for one piece (${Math.round(error.bytes / 1048576)} MB; at most ${error.mostBytes / 1048576} MB). The day is as it was.`;
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
      return `${capital(unit)} is off: switch it on, then hold it before the receiver's window.`;
    case "door-shut":
      return `${capital(unit)} has its window behind its door: open the door, then sync.`;
    case "not-near":
      return `${capital(unit)} is too far away: hold it to the receiver, and keep it there until both say done.`;
    case "no-cable":
      return `${capital(unit)} is not on the cable.`;
    case "no-such-way":
      return `${capital(unit)} takes no number from a receiver: set it on the pack itself.`;
    case "device-unreachable":
      return `${capital(unit)} does not answer (${error.detail}).`;
    case "device-nonsense":
      return `${capital(unit)} answered something that could not be understood (${error.detail}).`;
    case "stopped":
      return "Stopped.";
  }
}

function planLinesWords(problem: PlanLinesProblem): string {
  switch (problem.code) {
    case "shape":
      return `${problem.at || "the whole"}: ${problem.message ?? "unknown"}`;
    case "not-json":
      return "it begins like JSON and is none";
    case "headings-missing":
      return 'it needs the headings "talker" and "frequency MHz"';
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
      return `That copy cannot be read (${detail}). What stands is unharmed.`;
    case "copy-newer":
      return `That copy was written by a newer version of Plain Channel (${detail}). What stands is unharmed; bring this one up to date to read it.`;
    case "copy-damaged":
      return `That copy is damaged (${detail}). What stands is unharmed; an older copy may be whole.`;
  }
}

/** What is wrong with an archive of a shoot. */
export function shootArchiveWords(error: ShootArchiveError): string {
  switch (error.code) {
    case "no-archive":
      return "That is no archive of a shoot: a zip with shoot.json in it, as Plain Channel writes it. Nothing was taken in.";
    case "too-large":
      return `That archive unpacks to more than ${Math.round(error.mostBytes / 1e9)} GB. Nothing was taken in.`;
    case "newer":
      return `That archive was written by a newer Plain Channel (${error.detail}). Nothing was taken in; bring this one up to date to read it.`;
    case "unreadable":
      return `This shoot holds something that no archive could be read back with: ${error.file} (${error.detail}). No archive was made; the shoot is unharmed, and copies of everything lie under Keep.`;
    case "damaged":
      return `That archive is damaged: ${error.file} (${error.detail}). Nothing was taken in; what is here is unharmed.`;
    case "practice":
      return "Practice and real days are kept apart: open an archive of a practice shoot in the practice (npm run demo), one of your own in your own. Nothing was taken in.";
    case "failed":
      return `The archive could not be taken in (${error.detail}). Nothing of it was kept, and what is here is unharmed.`;
    case "apart":
      return `${listWords(error.days.map((d) => formatDate(d.dateIso)))} went on both here and there, so the two cannot be made one. Nothing was taken in. It can come in as a shoot of its own, beside this one.`;
  }
}
