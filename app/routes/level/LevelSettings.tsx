import { useLengths } from "~/app/routes/shared/useLengths";
import { formatDb } from "~/contract/messages/format";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import type { GainControl } from "~/core/audio/gainAdvice";
import { LOUDEST_SPL_AT_1M_DB } from "~/core/audio/levelChain";
import type { MicrophoneModel } from "~/core/kit/models";
import type { StairControl } from "~/app/charts/staircase/StaircaseChart";
import { EFFORTS } from "~/app/features/channel/choices";
import { SelectField, SliderField } from "~/app/ui/Field/Field";
import { Heading } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { AIM_CHOICES, type Levels, SCHOOL_CHOICES } from "./levelState";
import type { useLevels } from "./useLevels";

const GAINS = [
  ["Pack", "pack"],
  ["Receiver", "receiver"],
  ["Input", "input"],
] as const;

/** The voice, its microphone, the three gains, and what is aimed at. */
export function LevelSettings({
  microphones,
  microphoneId,
  levels,
  controls,
  ask,
}: {
  microphones: readonly MicrophoneModel[];
  microphoneId: string;
  levels: Levels;
  controls: Record<"Pack" | "Receiver" | "Input", StairControl>;
  ask: ReturnType<typeof useLevels>["ask"];
}) {
  const { metres } = useLengths();
  const { settings, show, stepsDb, school } = levels;
  const choices = (control: GainControl) =>
    stepsDb[control].map((db) => ({
      id: db,
      label: show(control, db),
      ...(show(control, db) === formatDb(db) ? {} : { detail: formatDb(db) }),
    }));
  return (
    <>
      <Heading>{LEVEL_TEXTS.settings}</Heading>
      <Settings>
        <SelectField
          label={LEVEL_TEXTS.voice}
          choices={EFFORTS}
          value={settings.effort}
          onChange={(effort) =>
            ask({
              voice: { effort },
              loudestSplAt1mDb: LOUDEST_SPL_AT_1M_DB[effort],
              measured: null,
            })
          }
        />
        <SliderField
          label={LEVEL_TEXTS.loudestLineAt1M}
          value={levels.loudestSplAt1mDb}
          min={50}
          max={100}
          step={1}
          valueText={LEVEL_TEXTS.db(Math.round(levels.loudestSplAt1mDb))}
          onChange={(loudestSplAt1mDb) => ask({ loudestSplAt1mDb, measured: null })}
        />
        <SelectField
          label={LEVEL_TEXTS.microphone}
          value={microphoneId}
          choices={microphones.map((m) => ({
            id: m.id,
            label: m.name,
            detail: LEVEL_TEXTS.mvPa(
              m.sensitivityMvPerPa,
              m.pattern === "cardioid" ? LEVEL_TEXTS.cardioid : "",
            ),
          }))}
          onChange={(id) => ask({ microphoneId: id, measured: null })}
        />
        <SliderField
          label={LEVEL_TEXTS.mouthToMicrophone}
          value={settings.micDistanceM}
          min={0.05}
          max={0.6}
          step={0.01}
          valueText={metres(settings.micDistanceM)}
          onChange={(micDistanceM) => ask({ voice: { micDistanceM }, measured: null })}
        />
        {GAINS.map(([stage, control]) => (
          <SelectField
            key={control}
            label={controls[stage].label}
            choices={choices(control)}
            value={controls[stage].db}
            onChange={controls[stage].onChange}
          />
        ))}
        <SelectField
          label={LEVEL_TEXTS.method}
          choices={SCHOOL_CHOICES}
          value={school}
          onChange={(s) => ask({ school: s, measured: null })}
        />
        <SelectField
          label={LEVEL_TEXTS.recordersLineUp}
          choices={AIM_CHOICES}
          value={levels.aim}
          onChange={(aim) => ask({ aim, measured: null })}
        />
      </Settings>
    </>
  );
}
