import { useState } from "react";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import type { MeasuredLevel } from "~/core/channel/facts";
import type { GainControl } from "~/core/audio/gainAdvice";
import { SwitchField, TextField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";
import { AdviceNotice } from "./AdviceNotice";
import { adviseAfter, type Levels } from "./levelState";

interface ReadMeterProps {
  levels: Levels;
  onMeasured: (measured: MeasuredLevel | null, loudestSplAt1mDb: number) => void;
  onTurn: (control: GainControl, db: number, loudestSplAt1mDb: number) => void;
}

/** As low as any meter's scale goes. */
const LOWEST_DBFS = -96;

/** The loudest line as the camera's or recorder's own meter showed it: read, and so measured. */
export function ReadMeter({ levels, onMeasured, onTurn }: ReadMeterProps) {
  const [typed, setTyped] = useState("");
  const [error, setError] = useState<string | null>(null);
  const [isPressed, setPressed] = useState(false);
  const read = levels.measured?.from === "meter" ? levels.measured.peakDbfs : null;
  const advice = read === null ? null : adviseAfter(levels, { peakDbfs: read, isPressed });
  const take = () => {
    if (typed.trim() === "") return;
    const value = Number(typed.trim().replace(/[−–]/g, "-").replace(",", "."));
    // a meter reads from its lowest mark to 0; the minus is often left out
    const dbfs = value > 0 ? -value : value;
    if (!Number.isFinite(dbfs) || dbfs < LOWEST_DBFS) {
      setError(LEVEL_TEXTS.aMeterReads(LOWEST_DBFS));
      return;
    }
    const { loudestSplAt1mDb } = levels;
    const found = adviseAfter(levels, { peakDbfs: dbfs, isPressed });
    onMeasured(
      { from: "meter", peakDbfs: dbfs, voiceDbfs: null, pausesDbfs: null, found: [] },
      found.code === "leave" ? found.loudestSplAt1mDb : loudestSplAt1mDb,
    );
    setTyped("");
  };
  return (
    <>
      <Row>
        <Soft>{LEVEL_TEXTS.orSMeterPeaked(levels.names.input)}</Soft>
        <TextField
          label={LEVEL_TEXTS.sMeterPeakedAtDbfs(levels.names.input)}
          isLabelHidden
          value={typed}
          onChange={(text) => {
            setTyped(text);
            setError(null);
          }}
          onCommit={() => undefined}
          onEnter={take}
          widthCh={6}
          inputMode="text"
          placeholder="−12"
          error={error}
        />
        <Soft>
          {read === null
            ? LEVEL_TEXTS.dbfsOnTheLoudestLine
            : LEVEL_TEXTS.dbfsWasRead(String(read).replace("-", "−"))}
        </Soft>
        <SwitchField isSelected={isPressed} onChange={setPressed}>
          {LEVEL_TEXTS.thePacksLightStayed}
        </SwitchField>
      </Row>
      {advice && <AdviceNotice advice={advice} levels={levels} onTurn={onTurn} />}
    </>
  );
}
