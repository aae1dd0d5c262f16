import { useState } from "react";
import { frequencyTextErrorWords } from "~/contract/messages/words";
import { questionAsk, remedyWords } from "~/contract/messages/handRun";
import { proofOutcomeWords } from "~/contract/messages/proof";
import { answersOf, type HandCell } from "~/core/channel/handRun";
import { rfOf } from "~/core/channel/verification";
import { meterFigureText, rfOfFigure } from "~/core/devices/meterFigure";
import { formatMhz, parseFrequencyText } from "~/core/units/frequencyText";
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
    cell.status === "problem" ? remedyWords(question, cell.record?.outcome ?? null) : null;
  const isPart =
    question !== "receiver-shows" && question !== "pack-shows" && question !== "paired";
  const answers = isPart ? answersOf(question) : null;
  return (
    <>
      <p aria-live="polite">
        {cell.shownHz !== null && cell.status === "problem" && (
          <b>{`It shows ${formatMhz(cell.shownHz)}. `}</b>
        )}
        {remedy !== null && cell.record && (
          <b>{`${proofOutcomeWords(cell.record.outcome)}. ${remedy} `}</b>
        )}
        {questionAsk(question, units)}
      </p>
      <S.Answers>
        <Button onPress={run.yes}>
          <kbd>y</kbd>
          {answers?.yes ? proofOutcomeWords(answers.yes) : question === "paired" ? "paired" : "yes"}
        </Button>
        {answers?.others.map((outcome, i) => (
          <Button key={outcome} onPress={() => run.answer(outcome)}>
            <kbd data-open={run.isChoosing || undefined}>
              {answers.others.length === 1 ? "n" : run.isChoosing ? i + 1 : `n ${i + 1}`}
            </kbd>
            {proofOutcomeWords(outcome)}
          </Button>
        ))}
        {takesFigure(question) &&
          (question === "rf" ? (
            <MeterFigureField
              key={c.id}
              label={`${c.receiverLabel} reads`}
              hint={
                c.usualFigure === null ? "or it reads" : `or it reads (usually ${c.usualFigure})`
              }
              used={c.meterScale}
              inputRef={run.input}
              typed={run.typed}
              onType={run.setTyped}
              onFigure={(figure) => run.reads(rfOfFigure(figure, rfOf), meterFigureText(figure))}
            />
          ) : (
            <ShowsField run={run} />
          ))}
        {question === "receiver-shows" && c.canScanItself && run.passOver && (
          <QuietButton onPress={run.passOver}>
            <kbd>x</kbd>
            {`${c.receiverLabel} does not offer it: next`}
          </QuietButton>
        )}
        {isSomebodyThere(cell) && run.move && (
          <Button onPress={run.move}>
            <kbd>m</kbd>
            {`Move ${c.talker} to a spare`}
          </Button>
        )}
      </S.Answers>
    </>
  );
}

/** What a unit shows, where it is another number. */
function ShowsField({ run }: { run: Run }) {
  const { typed, setTyped, input } = run;
  const [error, setError] = useState<string | null>(null);
  return (
    <S.Figure>
      <Soft>or it shows</Soft>
      <TextField
        label="It shows, MHz"
        isLabelHidden
        inputRef={input}
        value={typed}
        onChange={(text) => {
          setTyped(text);
          setError(null);
        }}
        onCommit={() => undefined}
        onEnter={() => {
          const read = parseFrequencyText(typed);
          if (!read.ok) {
            setError(frequencyTextErrorWords(read.error));
            return;
          }
          run.shows(read.value);
        }}
        widthCh={9}
        inputMode="decimal"
        placeholder="MHz"
        error={error}
      />
    </S.Figure>
  );
}
