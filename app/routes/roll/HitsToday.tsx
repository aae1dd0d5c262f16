import type { Names } from "~/contract/messages/day";
import { formatClock } from "~/contract/messages/format";
import { hitCauseWords } from "~/contract/messages/roll";
import { ROLL_TEXTS } from "~/contract/messages/screens/roll";
import type { HitView } from "~/server/services/roll/hits.server";
import { Heading, Soft } from "~/app/ui/Page/Page";
import * as S from "./roll.styles";

/** So many are told here; the report has all. */
const MAX_TOLD = 8;

/** Hits that are over, the newest first. */
export function HitsToday({
  hits,
  names,
}: {
  hits: readonly HitView[];
  names: Pick<Names, "frequency">;
}) {
  const closed = hits.filter((h) => h.step === "closed");
  if (closed.length === 0) return null;
  return (
    <section>
      <Heading>{ROLL_TEXTS.interferenceToday}</Heading>
      <S.History>
        {closed.slice(0, MAX_TOLD).map((h) => (
          <li key={h.id}>
            <time>{formatClock(h.atMs)}</time>
            <b>{`${h.number} ${h.talker}`}</b>
            <span>{`${hitCauseWords(h.closed?.how === "nothing-found" ? null : (h.hit.judged.causes[0]?.cause ?? null))}${h.hit.scene ? ROLL_TEXTS.scene(h.hit.scene, h.hit.take ? ROLL_TEXTS.take(h.hit.take) : "") : ""}`}</span>
            <Soft>{outcomeOf(h, names)}</Soft>
          </li>
        ))}
      </S.History>
    </section>
  );
}

function outcomeOf(h: HitView, names: Pick<Names, "frequency">): string {
  const last = h.answers.at(-1);
  if (h.closed?.how === "left") return ROLL_TEXTS.leftForTheEdit;
  if (h.closed?.how === "nothing-found") return ROLL_TEXTS.nothingFound;
  if (h.closed?.how === "taken-back") return ROLL_TEXTS.takenBack;
  return last?.toHz
    ? ROLL_TEXTS.onPlan(
        names.frequency(h.hit.channelId, last.toHz),
        h.closed?.how === "unproved" ? ROLL_TEXTS.notVerified : "",
        h.closed?.planVersion ?? "?",
      )
    : ROLL_TEXTS.okAgain;
}
