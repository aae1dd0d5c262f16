import { memo, useState } from "react";
import type { AirView } from "~/contract/schemas/airView";
import { formatDb, formatSpan } from "~/contract/messages/format";
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
          <Button onPress={() => say("dbuv")}>They are dBµV</Button>
          <Button onPress={() => say("dbm")}>They are dBm</Button>
        </Row>
      }
    >
      No heading names the unit of these levels, and most are above 0. They are taken for dBµV at 50
      ohm until you say.
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
        <Soft>Taken by </Soft>
        {air.source}
        <Soft>{` at the ${place.toLowerCase()}${side}, on ${setup.antenna || "its own antennas"}; one step is `}</Soft>
        <Figure>{formatSpan(air.stepHz)}</Figure>
        <Soft>{`${setup.resolutionHz === null ? "" : `, its filter ${formatSpan(setup.resolutionHz)}`}${setup.correctionDb === 0 ? "" : `; levels corrected by ${formatDb(setup.correctionDb)}`}. `}</Soft>
        {setup.isRemembered && (
          <>
            <Soft>As the last file of this instrument was described. </Soft>
            <QuietButton onPress={() => describe(air.source, plain)}>
              Read it as it is
            </QuietButton>{" "}
          </>
        )}
        <QuietButton onPress={() => setDraft({ source: air.source, setup })}>
          Correct this
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
          label="Instrument"
          value={draft.source}
          onChange={(source) => setDraft({ ...draft, source })}
          widthCh={24}
        />
        <TextField
          label="Antenna"
          value={draft.setup.antenna}
          onChange={(antenna) => change({ antenna })}
          placeholder="its own"
          widthCh={22}
        />
        <SelectField
          label="Side of the door"
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
          label="Resolution bandwidth"
          value={filterKhz}
          onChange={(khz) =>
            change({ resolutionHz: Math.abs(khz * 1000 - air.stepHz) < 1 ? null : khz * 1000 })
          }
          min={0.1}
          max={10_000}
          step={0.1}
          unit="kHz"
        />
        <NumberField
          label="Add to every level"
          value={draft.setup.correctionDb}
          onChange={(correctionDb) => change({ correctionDb })}
          min={-80}
          max={80}
          step={0.5}
          unit="dB"
        />
      </Row>
      <Soft>
        A filter wider than the step counts the same power in several steps: it is taken out. Take
        out an amplifier’s gain with minus, put a lead’s loss back with plus.
      </Soft>
      <Row>
        <PrimaryButton
          why={draft.source.trim() === "" ? "Say what it was scanned with." : null}
          onPress={() => {
            describe(draft.source.trim(), {
              ...draft.setup,
              antenna: draft.setup.antenna.trim(),
            });
            setDraft(null);
          }}
        >
          Keep
        </PrimaryButton>
        <Button onPress={() => setDraft(null)}>Leave it</Button>
      </Row>
    </Panel>
  );
});
