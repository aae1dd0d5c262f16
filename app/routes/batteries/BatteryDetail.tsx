import { useState } from "react";
import styled from "styled-components";
import {
  BATTERY,
  CHEMISTRY_WORDS,
  changeWords,
  hoursRanLabel,
  leftOfWords,
  leftWords,
  newInLabel,
  violationWords,
} from "~/contract/messages/battery";
import type { Chemistry } from "~/core/battery/discharge";
import type { BatteriesView } from "~/server/services/day/batteries.server";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { SelectField, TextField } from "~/app/ui/Field/Field";
import { BigFigure, Heading, Row, Soft } from "~/app/ui/Page/Page";
import { BatteryChart, type BatteryRow } from "./batteryColumns";
import type { BatteryIntent } from "./intents";

interface BatteryDetailProps {
  row: BatteryRow;
  view: BatteriesView;
  nowMs: number;
  clock: (ms: number) => string;
  isBusy: boolean;
  send: (intent: BatteryIntent) => void;
}

const CHART_PX = 70;

/** What is in one pack, how long it lasts, and when it is changed and why. */
export function BatteryDetail({ row, view, nowMs, clock, isBusy, send }: BatteryDetailProps) {
  const { pack } = row;
  return (
    <>
      <Heading>{`${row.number} · ${row.talker}, ${row.packLabel}`}</Heading>
      <div>
        <BigFigure>{leftWords(pack)}</BigFigure> <Soft>{leftOfWords(pack)}</Soft>
      </div>
      <BatteryChart row={row} view={view} nowMs={nowMs} heightPx={CHART_PX} hasAxis />
      {pack.isUnknown && <p>{BATTERY.unknown}</p>}
      {pack.changes.map((c) => (
        <p key={c.atMs}>
          <b>{clock(c.atMs)}</b> {changeWords(c)}
        </p>
      ))}
      {pack.violations.map((v) => (
        <p key={v.atMs}>
          <Bad>{`${clock(v.atMs)}: ${violationWords(v)}`}</Bad>
        </p>
      ))}
      <WhatIsIn row={row} isBusy={isBusy} send={send} />
      {row.lamps.length > 0 && (
        <Row role="group" aria-label={BATTERY.lampShows}>
          <Soft>{BATTERY.lampShows}</Soft>
          {row.lamps.map((l) => (
            <Button
              key={l.shows}
              isDisabled={isBusy}
              onPress={() => send({ intent: "lamp", key: row.packKey, shows: l.shows })}
            >
              {l.shows}
            </Button>
          ))}
        </Row>
      )}
    </>
  );
}

/** What goes in, or how long what is in has run. */
function WhatIsIn({ row, isBusy, send }: Pick<BatteryDetailProps, "row" | "isBusy" | "send">) {
  const { chemistry, run } = row.pack.power;
  const [kind, setKind] = useState<Chemistry>(chemistry);
  const [ran, setRan] = useState<string | null>(null);
  const told = kind as Exclude<Chemistry, "zinc-carbon">;
  const hours = ran === null ? NaN : Number(ran.replace(",", "."));
  const words = kind === "li-ion" ? BATTERY.charged : BATTERY.newIn;
  return (
    <Row>
      {row.chemistries.length > 1 && (
        <SelectField
          label={`${BATTERY.kind} ${row.packLabel}`}
          isLabelHidden
          value={kind}
          onChange={setKind}
          choices={row.chemistries.map((c) => ({ id: c, label: CHEMISTRY_WORDS[c] }))}
        />
      )}
      <Button
        isDisabled={isBusy}
        aria-label={newInLabel(words, row.packLabel)}
        onPress={() => send({ intent: "fresh", packKey: row.packKey, chemistry: told })}
      >
        {words}
      </Button>
      {ran === null ? (
        <QuietButton onPress={() => setRan(run.ranHours === null ? "" : run.ranHours.toFixed(1))}>
          {BATTERY.setHours}
        </QuietButton>
      ) : (
        <Row
          as="form"
          onSubmit={(e: React.SubmitEvent) => {
            e.preventDefault();
            if (hours >= 0)
              send({ intent: "ran", packKey: row.packKey, chemistry: told, ranHours: hours });
            setRan(null);
          }}
        >
          <TextField
            label={hoursRanLabel(row.packLabel)}
            isLabelHidden
            value={ran}
            onChange={setRan}
            widthCh={6}
            inputMode="decimal"
            isFocused
            error={ran !== "" && !(hours >= 0) ? BATTERY.hoursHint : null}
          />
          <Soft>h</Soft>
          <Button type="submit" why={hours >= 0 ? null : BATTERY.typeHours}>
            {BATTERY.saveHours}
          </Button>
        </Row>
      )}
    </Row>
  );
}

const Bad = styled.b`
  color: var(--bad);
`;
