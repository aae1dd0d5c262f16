import { type RefObject, useState } from "react";
import styled from "styled-components";
import { meterFigureErrorWords, SCALE_WORDS } from "~/contract/messages/handRun";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import {
  type MeterFigure,
  type MeterScale,
  readMeterFigure,
  USUAL_BARS,
} from "~/core/devices/meterFigure";
import { SelectField, TextField } from "~/app/ui/Field/Field";
import { Soft } from "~/app/ui/Page/Page";

const SCALES: readonly (MeterScale & { id: string })[] = [
  { id: "bars-5", name: "bars", of: USUAL_BARS },
  { id: "percent", name: "percent" },
  { id: "dbm", name: "dbm" },
  { id: "dbuv", name: "dbuv" },
];
const idOf = (scale: MeterScale): string =>
  scale.name === "bars" ? `bars-${scale.of}` : scale.name;

interface MeterFigureFieldProps {
  label: string;
  hint: string;
  /** The scale that this unit was read on last. */
  used: MeterScale | null;
  typed: string;
  onType: (text: string) => void;
  onFigure: (figure: MeterFigure) => void;
  inputRef?: RefObject<HTMLInputElement | null>;
}

/** What a meter reads, on its own scale: taken by Enter. */
export function MeterFigureField(props: MeterFigureFieldProps) {
  const { label, hint, used, typed, onType, onFigure, inputRef } = props;
  const scales =
    used && !SCALES.some((s) => s.id === idOf(used))
      ? [...SCALES, { id: idOf(used), ...used }]
      : SCALES;
  const [scaleId, setScaleId] = useState(used ? idOf(used) : "bars-5");
  const [error, setError] = useState<string | null>(null);
  const scale = scales.find((s) => s.id === scaleId) ?? { name: "bars" as const, of: USUAL_BARS };
  return (
    <Figure>
      <Soft>{hint}</Soft>
      <TextField
        label={label}
        isLabelHidden
        {...(inputRef ? { inputRef } : {})}
        value={typed}
        onChange={(text) => {
          onType(text);
          setError(null);
        }}
        onCommit={() => undefined}
        onEnter={() => {
          const read = readMeterFigure(typed, scale);
          if (read.ok) onFigure(read.value);
          else setError(meterFigureErrorWords(read.error));
        }}
        widthCh={6}
        error={error}
      />
      <SelectField
        label={FEATURES_TEXTS.scaleOfItsMeter}
        isLabelHidden
        value={scaleId}
        onChange={setScaleId}
        choices={scales.map((s) => ({
          id: s.id,
          label: s.name === "bars" ? FEATURES_TEXTS.bars(s.of) : SCALE_WORDS[s.name],
        }))}
      />
    </Figure>
  );
}

const Figure = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
`;
