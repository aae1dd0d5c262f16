import { Link } from "react-router";
import { capital, count, formatClock, listWords } from "~/contract/messages/format";
import {
  changeWords,
  excusedWords,
  oneByOneWords,
  searchProofWords,
  setHeadline,
} from "~/contract/messages/frequencies";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Soft, Sub } from "~/app/ui/Page/Page";
import { excusedIn, tightestDb } from "./pickModel";
import { STRICT } from "~/core/coordination/rules/relations";
import type { Picking } from "./usePick";

/** The answer of the screen, and the line below it. */
export function PickHead({
  pick,
  air,
}: {
  pick: Picking;
  /** When the scan was taken and how many stretches it leaves open; null without one. */
  air: { takenAtMs: number; open: number } | null;
}) {
  const { search, shown, tunable } = pick;
  return (
    <div>
      <Answer>
        {search.status === "running"
          ? "Looking for frequencies"
          : setHeadline({
              kind: shown.kind,
              wanted: tunable.length,
              placed: shown.picks.length,
              broken: shown.picks.filter((p) => p.broken.length > 0).length,
              unplaced: shown.unplaced.length,
              tightestDb: tightestDb(shown),
            })}
      </Answer>
      <Sub>{search.status === "failed" ? search.message : standingWords(pick, air)}</Sub>
    </div>
  );
}

function standingWords(
  { shown, found, view, nameOf }: Picking,
  air: { takenAtMs: number; open: number } | null,
): string {
  if (shown.kind === "nothing")
    return air
      ? `The scan of ${formatClock(air.takenAtMs)} leaves ${count(air.open, "stretch", "stretches")} open. Type a frequency for whoever must have one; the rest is solved around it.`
      : "A pick needs measured air: scan here first.";
  if (shown.kind === "draft" && shown.picks.length === 0) return "The rows say what is in the way.";
  if (found && shown.unplaced.length > 0)
    return `${searchProofWords(found.result.isProved === true)}.`;
  const spares = `${capital(count(shown.spares.length, "spare"))} ready, clear of everybody`;
  if (shown.kind === "plan")
    return `${spares}. Plan ${view.plan?.version}, accepted ${formatClock(view.plan?.acceptedAtMs ?? 0)}.`;
  const change = found?.retuned ? changeWords(found.retuned.map(nameOf), found.isProved) : null;
  return `${spares}. ${change ?? "Not accepted yet"}.`;
}

/** Where one goes on who sets one channel after another. */
export function OneByOne({ pick }: { pick: Picking }) {
  const { view, shown, next } = pick;
  const base = `/day/${view.day.id}`;
  const last = shown.picks.at(-1);
  return (
    <Soft as="p">
      {oneByOneWords({
        isAccepted: shown.kind !== "draft",
        last: last ? (view.channels.find((c) => c.id === last.channelId)?.talker ?? "") : null,
        next: next?.talker ?? null,
      })}{" "}
      {shown.kind === "plan" && (
        <>
          <Link to={`${base}/sync`}>Set and sync</Link>, <Link to={`${base}/scan`}>scan again</Link>
          .
        </>
      )}{" "}
      Or <Link to={`${base}/guided-setup`}>be led through it</Link>, from the first scan to the
      check.
    </Soft>
  );
}

/** Conflicts told at most in words; the rest is counted. */
const MAX_TOLD = 4;

/** What the set was allowed that the plain rules would not: it holds only as far as that is so. */
export function Excused({ pick }: { pick: Picking }) {
  const { judgedRequest, set, shown, nameOf } = pick;
  const excused = excusedIn(judgedRequest, set?.allows ?? STRICT, shown.picks);
  if (excused.length === 0) return null;
  return (
    <Notice kind="caution">
      {set?.allows.usesTogether
        ? "Some stand in each other's way: they never play together, so the pack that is not playing must be off. "
        : ""}
      {capital(
        listWords(excused.slice(0, MAX_TOLD).map((c) => excusedWords(judgedRequest, c, nameOf))),
      )}
      {excused.length > MAX_TOLD ? `, and ${excused.length - MAX_TOLD} more` : ""}.
    </Notice>
  );
}
