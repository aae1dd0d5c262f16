import { FastForward, Radio, Volume2, VolumeX } from "lucide-react";
import { formatClock } from "~/contract/messages/format";
import type { HitView } from "~/server/services/roll/hits.server";
import type { DayIntent } from "~/app/routes/day/intents";
import { CartButton } from "~/app/routes/shared/CartOnly";
import type { useIntent } from "~/app/routes/shared/useIntent";
import { Button, PrimaryButton, QuietButton, ToggleButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import * as S from "./roll.styles";
import { type RollScreenState, type RollStep, SEAM_SECONDS } from "./rollScreenState";

/** Hit, how much of the seam, note, sound; begin and practice; and the hits that wait. */
export function RollTools({
  state,
  step,
  roll,
  waiting,
  hasChannels,
  isDriven,
  isPractice,
  isBusy,
  clock,
  onCall,
  onBegin,
}: {
  state: RollScreenState;
  step: (step: RollStep) => void;
  roll: { state: "before" | "rolling" | "over" };
  waiting: readonly HitView[];
  hasChannels: boolean;
  isDriven: boolean;
  isPractice: boolean;
  isBusy: boolean;
  clock: Pick<ReturnType<typeof useIntent<DayIntent>>, "send" | "isBusy">;
  onCall: () => void;
  onBegin: () => void;
}) {
  return (
    <S.Tools>
      <PrimaryButton onPress={onCall} why={hasChannels ? null : "Nobody is wired yet."}>
        Hit <kbd>H</kbd>
      </PrimaryButton>
      {isDriven && (
        <SelectField
          label="Seam"
          isLabelHidden
          value={state.seconds}
          choices={SEAM_SECONDS.map((s) => ({
            id: s,
            label: s < 60 ? `last ${s} s` : `last ${s / 60} min`,
          }))}
          onChange={(seconds) => step({ do: "show-seconds", seconds })}
        />
      )}
      <Button onPress={() => step({ do: "begin-note", at: performance.now() })}>
        Note <kbd>N</kbd>
      </Button>
      {isDriven && (
        <ToggleButton
          isSelected={state.isSounding}
          onChange={(isOn) => step({ do: "sound", isOn })}
          aria-label={`${state.isSounding ? "Sound on" : "Sound off"}: told when something goes wrong`}
        >
          {state.isSounding ? <Volume2 aria-hidden /> : <VolumeX aria-hidden />}
          {state.isSounding ? "Sound on" : "Sound off"}
        </ToggleButton>
      )}
      {roll.state !== "rolling" && isDriven && (
        <CartButton isDisabled={isBusy} onPress={onBegin}>
          <Radio aria-hidden />
          {roll.state === "over" ? "Roll on" : "Roll"}
        </CartButton>
      )}
      {isPractice && roll.state === "rolling" && (
        <CartButton
          isDisabled={clock.isBusy}
          onPress={() => clock.send({ intent: "clock-to-happening" })}
        >
          <FastForward aria-hidden />
          Until something happens <kbd>.</kbd>
        </CartButton>
      )}
      {waiting.map((h) => (
        <QuietButton
          key={h.id}
          onPress={() => step({ do: "bring-back", hitId: h.id })}
        >{`${formatClock(h.atMs)} ${h.talker} waits`}</QuietButton>
      ))}
    </S.Tools>
  );
}
