import { Link } from "react-router";
import { capital, formatClock, listWords } from "~/contract/messages/format";
import {
  changeWords,
  draftStandsWords,
  excusedWords,
  FREQUENCIES,
  oneByOneWords,
  openWords,
  planStandsWords,
  searchProofWords,
  setHeadline,
} from "~/contract/messages/frequencies";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
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
  /** When the scan was taken and how many ranges it leaves open; null without one. */
  air: { takenAtMs: number; open: number } | null;
}) {
  const { search, shown, tunable } = pick;
  return (
    <div>
      <Answer>
        {search.status === "running"
          ? FREQUENCIES.finding
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
    return air ? openWords(formatClock(air.takenAtMs), air.open) : FREQUENCIES.scanFirst;
  if (shown.kind === "draft" && shown.picks.length === 0) return FREQUENCIES.seeRows;
  if (found && shown.unplaced.length > 0)
    return `${searchProofWords(found.result.isProved === true)}.`;
  if (shown.kind === "plan")
    return planStandsWords(
      view.plan?.version ?? 0,
      formatClock(view.plan?.acceptedAtMs ?? 0),
      shown.spares.length,
    );
  return draftStandsWords(
    found?.retuned ? changeWords(found.retuned.map(nameOf), found.isProved) : null,
    shown.spares.length,
  );
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
          <Link to={`${base}/sync`}>{FREQUENCIES_TEXTS.setAndSync}</Link>,{" "}
          <Link to={`${base}/scan`}>{FREQUENCIES_TEXTS.scanAgain}</Link>.
        </>
      )}{" "}
      {FREQUENCIES_TEXTS.or}{" "}
      <Link to={`${base}/guided-setup`}>{FREQUENCIES_TEXTS.usingTheGuidedSetUp}</Link>
      {FREQUENCIES_TEXTS.fromTheFirstScan}
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
      {set?.allows.usesTogether ? FREQUENCIES_TEXTS.someFrequenciesClash : ""}
      {capital(
        listWords(excused.slice(0, MAX_TOLD).map((c) => excusedWords(judgedRequest, c, nameOf))),
      )}
      {excused.length > MAX_TOLD ? FREQUENCIES_TEXTS.andMore(excused.length - MAX_TOLD) : ""}.
    </Notice>
  );
}
