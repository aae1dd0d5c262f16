import { useState } from "react";
import { capital } from "~/contract/messages/format";
import { unitNumberErrorWords } from "~/contract/messages/unitNumber";
import { questionAsk, remedyWords } from "~/contract/messages/handRun";
import { verificationOutcomeWords } from "~/contract/messages/verification";
import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import { answersOf, type HandCell } from "~/core/channel/handRun";
import { rfOf } from "~/core/channel/verification";
import { meterFigureText, rfOfFigure } from "~/core/devices/meterFigure";
import {
  type Numbered,
  readUnitNumber,
  type UnitNumberError,
  writtenAs,
} from "~/core/kit/unitNumber";
import { Readings } from "~/app/features/channel/Readings";
import { parseFrequencyText } from "~/core/units/frequencyText";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { MeterFigureField } from "~/app/features/channel/MeterFigureField";
import { TextField } from "~/app/ui/Field/Field";
import { Soft } from "~/app/ui/Page/Page";
import * as S from "./run.styles";
import type { RunRow } from "./runModel";
import { isSomebodyThere, type Run, takesFigure } from "./useRun";

interface RunQuestionProps {
  row: RunRow;
  cell: HandCell;
  run: Run;
}

/** The question that is asked now, its answers, each with its key, and what to do about a bad one. */
export function RunQuestion({ row, cell, run }: RunQuestionProps) {
  const { channel: c, units } = row;
  const { question } = cell;
  const remedy =
    cell.status === "problem"
      ? remedyWords(question, cell.record?.outcome ?? null, units.choosesItself)
      : null;
  const isPart =
    question !== "receiver-shows" && question !== "pack-shows" && question !== "paired";
  const answers = isPart ? answersOf(question) : null;
  return (
    <>
      <p aria-live="polite">
        {cell.shownHz !== null && cell.status === "problem" && (
          <b>
            {SYNC_TEXTS.itShows(
              writtenAs(
                question === "pack-shows" ? row.ends.pack : row.ends.receiver,
                cell.shownHz,
              ),
            )}
          </b>
        )}
        {remedy !== null && cell.record && (
          <b>{`${verificationOutcomeWords(cell.record.outcome)}. ${remedy} `}</b>
        )}
        {questionAsk(question, units)}
      </p>
      <S.Answers>
        <Button onPress={run.yes}>
          <kbd>y</kbd>
          {answers?.yes
            ? verificationOutcomeWords(answers.yes)
            : question === "paired"
              ? "paired"
              : "yes"}
        </Button>
        {answers?.others.map((outcome, i) => (
          <Button key={outcome} onPress={() => run.answer(outcome)}>
            <kbd data-open={run.isChoosing || undefined}>
              {answers.others.length === 1 ? "n" : run.isChoosing ? i + 1 : `n ${i + 1}`}
            </kbd>
            {verificationOutcomeWords(outcome)}
          </Button>
        ))}
        {takesFigure(question) &&
          (question === "rf" ? (
            <MeterFigureField
              key={c.id}
              label={SYNC_TEXTS.reads(c.receiverLabel)}
              hint={
                c.usualFigure === null
                  ? SYNC_TEXTS.orItReads
                  : SYNC_TEXTS.orItReadsUsually(c.usualFigure)
              }
              used={c.meterScale}
              inputRef={run.input}
              typed={run.typed}
              onType={run.setTyped}
              onFigure={(figure) => run.reads(rfOfFigure(figure, rfOf), meterFigureText(figure))}
            />
          ) : (
            <ShowsField
              key={question}
              run={run}
              unit={question === "pack-shows" ? row.ends.pack : row.ends.receiver}
            />
          ))}
        {question === "receiver-shows" && c.canScanItself && run.passOver && (
          <QuietButton onPress={run.passOver}>
            <kbd>x</kbd>
            {SYNC_TEXTS.doesNotOfferItNext(c.receiverLabel)}
          </QuietButton>
        )}
        {isSomebodyThere(cell) && run.move && (
          <Button onPress={run.move}>
            <kbd>m</kbd>
            {SYNC_TEXTS.moveToASpare(c.talker)}
          </Button>
        )}
      </S.Answers>
    </>
  );
}

/** What a unit shows, where it is another number. */
function ShowsField({ run, unit }: { run: Run; unit: Numbered }) {
  const { typed, setTyped, input } = run;
  const [error, setError] = useState<UnitNumberError | null>(null);
  const goesByMhz = unit.readout === "mhz";
  return (
    <S.Figure>
      <Soft>{SYNC_TEXTS.orItShows}</Soft>
      <TextField
        label={SYNC_TEXTS.itShowsMhz}
        isLabelHidden
        inputRef={input}
        value={typed}
        onChange={(text) => {
          setTyped(text);
          setError(null);
        }}
        onCommit={() => undefined}
        onEnter={() => {
          // a number outside what it tunes can stand on a display all the same: it is told, not judged
          const read = readUnitNumber(unit, typed);
          const plain = parseFrequencyText(typed);
          if (read.ok) run.shows(read.value);
          else if (read.error.code !== "ambiguous" && plain.ok) run.shows(plain.value);
          else setError(read.error);
        }}
        widthCh={goesByMhz ? 9 : 12}
        {...(goesByMhz ? { inputMode: "decimal" as const } : {})}
        placeholder={goesByMhz ? SYNC_TEXTS.mhz : SYNC_TEXTS.itsNumberOrMhz}
        error={error && `${capital(unitNumberErrorWords(error))}.`}
      />
      <Readings
        error={error}
        onChoose={(r) => {
          run.shows(r.frequencyHz);
        }}
      />
    </S.Figure>
  );
}
