import { memo, useState } from "react";
import type { AirView } from "~/contract/schemas/airView";
import { formatDb, formatSpan } from "~/contract/messages/format";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { PLAIN_SETUP, type SweepSetup } from "~/core/spectrum/setup";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Figure, Panel, Row, Soft } from "~/app/ui/Page/Page";
import type { ScanIntent } from "./intents";

type About = Pick<AirView, "sweepId" | "source" | "setup" | "stepHz">;

/** A file that did not say what its levels are: asked, with what was assumed meanwhile. */
export function UnitQuestion({
  air,
  send,
}: {
  air: About & Pick<AirView, "warnings">;
  send: (intent: ScanIntent) => void;
}) {
  if (!air.warnings.some((w) => w.code === "unit-assumed-dbuv") || air.setup.unit !== null)
    return null;
  const say = (unit: "dbuv" | "dbm") =>
    send({
      intent: "describe",
      sweepId: air.sweepId,
      source: air.source,
      setup: { ...air.setup, unit, isRemembered: false },
    });
  return (
    <Notice
      kind="caution"
      action={
        <Row>
          <Button onPress={() => say("dbuv")}>{SCAN_TEXTS.theyAreDbv}</Button>
          <Button onPress={() => say("dbm")}>{SCAN_TEXTS.theyAreDbm}</Button>
        </Row>
      }
    >
      {SCAN_TEXTS.theFileNamesNoUnit}
    </Notice>
  );
}

/**
 * With what and where the scan was taken; what is corrected here moves every level and all that
 * follows from it.
 */
export const ScanAbout = memo(function ScanAbout({
  air,
  place,
  send,
}: {
  air: About;
  place: string;
  send: (intent: ScanIntent) => void;
}) {
  const [draft, setDraft] = useState<{ source: string; setup: SweepSetup } | null>(null);
  const { setup } = air;
  const side = setup.setting === null ? "" : setup.setting === "indoors" ? ", inside" : ", outside";
  const describe = (source: string, told: SweepSetup) =>
    send({
      intent: "describe",
      sweepId: air.sweepId,
      source,
      setup: { ...told, isRemembered: false },
    });
  const plain = { ...PLAIN_SETUP, setting: setup.setting };
  if (!draft) {
    return (
      <p>
        <Soft>{SCAN_TEXTS.scanned} </Soft>
        {air.source}
        <Soft>
          {SCAN_TEXTS.atTheOnOneStep(place, side, setup.antenna || SCAN_TEXTS.itsOwnAntennas)}
        </Soft>
        <Figure>{formatSpan(air.stepHz)}</Figure>
        <Soft>{`${setup.resolutionHz === null ? "" : SCAN_TEXTS.itsFilter(formatSpan(setup.resolutionHz))}${setup.correctionDb === 0 ? "" : SCAN_TEXTS.levelsCorrected(formatDb(setup.correctionDb))}. `}</Soft>
        {setup.isRemembered && (
          <>
            <Soft>{SCAN_TEXTS.asForTheLastFile} </Soft>
            <QuietButton onPress={() => describe(air.source, plain)}>
              {SCAN_TEXTS.usingTheFilesOwnValues}
            </QuietButton>{" "}
          </>
        )}
        <QuietButton onPress={() => setDraft({ source: air.source, setup })}>
          {SCAN_TEXTS.correct}
        </QuietButton>
      </p>
    );
  }
  const change = (part: Partial<SweepSetup>) =>
    setDraft({ ...draft, setup: { ...draft.setup, ...part } });
  const filterKhz = (draft.setup.resolutionHz ?? air.stepHz) / 1000;
  return (
    <Panel>
      <Row style={{ alignItems: "end" }}>
        <TextField
          label={SCAN_TEXTS.instrument}
          value={draft.source}
          onChange={(source) => setDraft({ ...draft, source })}
          widthCh={24}
        />
        <TextField
          label={SCAN_TEXTS.antenna}
          value={draft.setup.antenna}
          onChange={(antenna) => change({ antenna })}
          placeholder={SCAN_TEXTS.itsOwn}
          widthCh={22}
        />
        <SelectField
          label={SCAN_TEXTS.insideOrOutside}
          value={draft.setup.setting ?? "indoors"}
          onChange={(setting) => change({ setting })}
          choices={[
            { id: "indoors", label: "inside" },
            { id: "outdoors", label: "outside" },
          ]}
        />
      </Row>
      <Row style={{ alignItems: "end" }}>
        <NumberField
          label={SCAN_TEXTS.resolutionBandwidth}
          value={filterKhz}
          onChange={(khz) =>
            change({ resolutionHz: Math.abs(khz * 1000 - air.stepHz) < 1 ? null : khz * 1000 })
          }
          min={0.1}
          max={10_000}
          step={0.1}
          unit={SCAN_TEXTS.khz}
        />
        <NumberField
          label={SCAN_TEXTS.addToAllLevels}
          value={draft.setup.correctionDb}
          onChange={(correctionDb) => change({ correctionDb })}
          min={-80}
          max={80}
          step={0.5}
          unit={SCAN_TEXTS.db}
        />
      </Row>
      <Soft>{SCAN_TEXTS.aFilterWiderThan}</Soft>
      <Row>
        <PrimaryButton
          why={draft.source.trim() === "" ? SCAN_TEXTS.typeWhatItWasScanned : null}
          onPress={() => {
            describe(draft.source.trim(), {
              ...draft.setup,
              antenna: draft.setup.antenna.trim(),
            });
            setDraft(null);
          }}
        >
          {SCAN_TEXTS.keep}
        </PrimaryButton>
        <Button onPress={() => setDraft(null)}>{SCAN_TEXTS.cancel}</Button>
      </Row>
    </Panel>
  );
});
