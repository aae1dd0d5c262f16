import { defined } from "~/core/units/items";
import { useEffect, useRef } from "react";
import { Link } from "react-router";
import { capital, formatRfLevel, listWords } from "~/contract/messages/format";
import { logClock } from "~/contract/messages/log";
import { RETUNE_WORDS } from "~/contract/messages/notes";
import { VERIFICATION_WORDS } from "~/contract/messages/verification";
import {
  hitAnswerWords,
  hitCauseWords,
  hitReasonWords,
  gradedCauseWords,
  likelihoodWord,
} from "~/contract/messages/roll";
import { settingStepWords } from "~/contract/messages/setting";
import { namesOf } from "~/app/routes/shared/useDay";
import { ROLL_TEXTS } from "~/contract/messages/screens/roll";
import { packModel, receiverModel } from "~/core/kit/models";
import type { Numbered } from "~/core/kit/unitNumber";
import { unitNumberWords } from "~/contract/messages/unitNumber";
import { settingSteps } from "~/core/kit/settingSteps";
import type { HitAnswerKind } from "~/core/monitor/hitAnswers";
import type { DayView } from "~/server/services/day/dayView.server";
import type { HitView } from "~/server/services/roll/hits.server";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Heading, Row, Soft } from "~/app/ui/Page/Page";
import { HitQuestions } from "./HitQuestions";
import type { RollIntent } from "./intents";
import * as S from "./roll.styles";

export interface HitPanelProps {
  hit: HitView;
  view: DayView;
  isBusy: boolean;
  send: (intent: RollIntent) => void;
  onHide: () => void;
}

/**
 * A hit being answered: what it was and why, what can be done, step by step until it holds.
 * Whatever comes next has the focus: Enter does it.
 */
export function HitPanel({ hit, view, isBusy, send, onHide }: HitPanelProps) {
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    panel.current?.querySelector<HTMLElement>("[data-next]")?.focus({ preventScroll: true });
  }, [hit.id, hit.step, isBusy]);
  return (
    <S.Aside ref={panel} aria-label={ROLL_TEXTS.hit(hit.talker)}>
      <Row>
        <Heading>{`${logClock(hit.atMs)} · ${hit.number} ${hit.talker}`}</Heading>
        <QuietButton onPress={onHide} style={{ marginLeft: "auto" }}>
          {ROLL_TEXTS.later}
        </QuietButton>
      </Row>
      {hit.lacking !== null && hit.hit.readings === "" && !hit.closed && (
        <HitQuestions
          key={hit.id}
          observed={hit.observed}
          isBusy={isBusy}
          onObserve={(observed) => send({ intent: "observe", hitId: hit.id, observed })}
        />
      )}
      <HitCauses judged={hit.hit.judged} />
      <Steps hit={hit} view={view} isBusy={isBusy} send={send} />
    </S.Aside>
  );
}

/** What it was, with what speaks for it; in words, for nobody measured odds. */
function HitCauses({ judged }: { judged: HitView["hit"]["judged"] }) {
  const [first, ...rest] = judged.causes;
  if (!first)
    return (
      <div>
        <b>{capital(hitCauseWords(null))}</b> <Soft>{ROLL_TEXTS.noReadingsOfThisChannel}</Soft>
      </div>
    );
  if (judged.basis === "observed") return <ObservedCauses causes={judged.causes} />;
  const others = rest.filter((c) => likelihoodWord(c.share) !== "unlikely");
  return (
    <div>
      <b>{gradedCauseWords(first.cause, first.share) ?? capital(hitCauseWords(first.cause))}</b>
      <Reasons cause={first} />
      {others.length > 0 && (
        <details>
          <summary>
            {ROLL_TEXTS.alsoPossible(others.map((c) => hitCauseWords(c.cause)).join("; "))}
          </summary>
          {others.map((c) => (
            <div key={c.cause}>
              <Soft>{hitCauseWords(c.cause)}</Soft>
              <Reasons cause={c} />
            </div>
          ))}
        </details>
      )}
    </div>
  );
}

type Causes = HitView["hit"]["judged"]["causes"];

function ObservedCauses({ causes }: { causes: Causes }) {
  const told = causes.flatMap((cause) => {
    const words = gradedCauseWords(cause.cause, cause.share);
    return words ? [{ cause, words }] : [];
  });
  if (told.length === 0) return <b>{capital(hitCauseWords(null))}</b>;
  return (
    <div>
      {told.map(({ cause, words }) => (
        <div key={cause.cause}>
          <b>{words}</b>
          <Reasons cause={cause} />
        </div>
      ))}
    </div>
  );
}

const Reasons = ({ cause }: { cause: Causes[number] }) => (
  <S.Reasons>
    {cause.for.map((r, i) => (
      <li key={i}>{hitReasonWords(r)}</li>
    ))}
    {cause.against.map((r, i) => (
      <li key={`a${i}`} data-against>
        {ROLL_TEXTS.against(hitReasonWords(r))}
      </li>
    ))}
  </S.Reasons>
);

function Steps({ hit, view, isBusy, send }: Omit<HitPanelProps, "onHide">) {
  const names = namesOf(view);
  const shown = (frequencyHz: number) => names.frequency(hit.hit.channelId, frequencyHz);
  const channel = view.channels.find((c) => c.id === hit.hit.channelId);
  const last = hit.answers.at(-1);
  const takeBack = (
    <QuietButton isDisabled={isBusy} onPress={() => send({ intent: "take-back", hitId: hit.id })}>
      {last?.toHz
        ? ROLL_TEXTS.restore(last.fromHz === null ? ROLL_TEXTS.where : shown(last.fromHz))
        : ROLL_TEXTS.not}
    </QuietButton>
  );
  const answers = (kinds: readonly HitAnswerKind[], isNext: boolean) => (
    <S.Answers>
      {kinds.map((kind, i) => {
        const words = answerText(kind, hit, shown);
        if (!words) return null;
        const As = i === 0 && isNext ? PrimaryButton : Button;
        return (
          <li key={kind}>
            <As
              {...(i === 0 && isNext ? { "data-next": true } : {})}
              isDisabled={isBusy}
              onPress={() => send({ intent: "answer", hitId: hit.id, answer: kind })}
            >
              <span>{words.what}</span>
              <small>{words.how}</small>
            </As>
          </li>
        );
      })}
    </S.Answers>
  );
  const possible = hit.hit.judged.answers.filter((kind) => answerText(kind, hit, shown) !== null);
  if (hit.step === "answer" || !last) return answers(possible, true);
  if (hit.step === "hold") {
    return (
      <>
        <p>{ROLL_TEXTS.doneIsItOk(hitAnswerWords(last.answer).what)}</p>
        <Row>
          <PrimaryButton
            data-next
            isDisabled={isBusy}
            onPress={() => send({ intent: "close", hitId: hit.id })}
          >
            {ROLL_TEXTS.okAgain}
          </PrimaryButton>
        </Row>
        <Soft>{ROLL_TEXTS.ifNotTry}</Soft>
        {answers(
          possible.filter((k) => k !== last.answer),
          false,
        )}
      </>
    );
  }
  if (!channel) return null;
  const sync = `/day/${view.day.id}/sync?channel=${channel.id}`;
  const receiver = receiverModel(view.kit, channel.receiverModelId);
  const pack = packModel(view.kit, channel.packModelId);
  const steps = settingSteps(receiver, pack, last.toHz);
  const on = (model: Numbered) => unitNumberWords(model, defined(last.toHz));
  if (hit.step === "receiver") {
    return (
      <>
        <p>{ROLL_TEXTS.set(channel.receiverLabel, on(receiver))}</p>
        <ul>
          {steps.receiver.map((s, i) => (
            <li key={i}>{settingStepWords(s)}</li>
          ))}
        </ul>
        <Row>
          {/* a receiver that is driven is on its way: the focus waits for what comes after */}
          <Link to={sync} {...(hit.lacking === null ? {} : { "data-next": true })}>
            {ROLL_TEXTS.checkItAtSync}
          </Link>
          {takeBack}
        </Row>
      </>
    );
  }
  if (hit.step === "pack") {
    return (
      <>
        <p>
          {ROLL_TEXTS.now(
            channel.receiverLabel,
            hit.lacking === null
              ? ROLL_TEXTS.isOnWithNoRf(on(receiver))
              : ROLL_TEXTS.wasSet(on(receiver)),
            channel.packLabel,
          )}
        </p>
        <ol style={{ paddingLeft: 22 }}>
          {steps.pack.map((s, i) => (
            <li key={i}>{settingStepWords(s)}</li>
          ))}
        </ol>
        <Row>
          {hit.lacking === null ? (
            <PrimaryButton
              data-next
              isDisabled={isBusy}
              onPress={() => send({ intent: "pack-follows", hitId: hit.id })}
            >
              {ROLL_TEXTS.follows(channel.packLabel)}
            </PrimaryButton>
          ) : (
            <Link to={sync} data-next>
              {ROLL_TEXTS.enterAtSyncWhat}
            </Link>
          )}
          {takeBack}
        </Row>
      </>
    );
  }
  if (hit.step === "prove" && hit.lacking !== null && hit.lacking.length > 0) {
    return (
      <>
        <p>
          {ROLL_TEXTS.wasSetOnNotAnswered(
            channel.packLabel,
            on(pack),
            listWords(hit.lacking.map((p) => VERIFICATION_WORDS[p].name)),
          )}
        </p>
        <Row>
          <Link to={sync} data-next>
            {ROLL_TEXTS.answerAtSync}
          </Link>
          <Button
            isDisabled={isBusy}
            onPress={() => send({ intent: "close-unverified", hitId: hit.id })}
          >
            {ROLL_TEXTS.closeNotVerified}
          </Button>
          {takeBack}
        </Row>
      </>
    );
  }
  if (hit.step === "prove") {
    const seen =
      hit.lacking === null ? ROLL_TEXTS.checksRfBothAntennas : ROLL_TEXTS.whatTheVerificationAsks;
    return (
      <>
        <p>{`${channel.packLabel} ${hit.lacking === null ? "shows" : ROLL_TEXTS.wasSet2} ${on(pack)}. ${seen}`}</p>
        <Row>
          <PrimaryButton
            data-next
            isDisabled={isBusy}
            onPress={() => send({ intent: "close", hitId: hit.id })}
          >
            {hit.lacking === null ? ROLL_TEXTS.verify : ROLL_TEXTS.closeAsVerified}
          </PrimaryButton>
          {takeBack}
        </Row>
      </>
    );
  }
  return null;
}

/** An answer with its figures; null for one that cannot be. */
function answerText(
  kind: HitAnswerKind,
  { retune, powers, lacking }: HitView,
  shown: (frequencyHz: number) => string,
): { what: string; how: string } | null {
  const words = hitAnswerWords(kind);
  if (kind === "retune")
    return retune
      ? {
          what: `${RETUNE_WORDS[retune.from]} ${shown(retune.frequencyHz)}`,
          how: ROLL_TEXTS.clearOfEverything(
            retune.noiseDbm === null
              ? ROLL_TEXTS.notMeasured
              : ROLL_TEXTS.ofNoiseThere(formatRfLevel(retune.noiseDbm)),
            lacking === null ? ROLL_TEXTS.onTheAirNow : ROLL_TEXTS.inTheLastScan,
            words.how,
          ),
        }
      : null;
  if (kind === "power-up")
    return powers.up === null
      ? null
      : {
          what: ROLL_TEXTS.mw(words.what, powers.up),
          how: ROLL_TEXTS.fromMw(powers.setMw, words.how),
        };
  if (kind === "power-down")
    return powers.down === null
      ? null
      : {
          what: ROLL_TEXTS.mwWith(words.what, powers.down),
          how: ROLL_TEXTS.fromMw(powers.setMw, words.how),
        };
  return words;
}
