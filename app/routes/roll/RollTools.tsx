import { Radio, Volume2, VolumeX } from "lucide-react";
import { formatClock } from "~/contract/messages/format";
import { CLOCK } from "~/contract/messages/frame";
import { ROLL, waitsWords } from "~/contract/messages/roll";
import { ROLL_TEXTS } from "~/contract/messages/screens/roll";
import type { HitView } from "~/server/services/roll/hits.server";
import type { DayIntent } from "~/app/routes/day/intents";
import { CartButton } from "~/app/routes/shared/CartOnly";
import type { useIntent } from "~/app/routes/shared/useIntent";
import { Button, PrimaryButton, QuietButton, ToggleButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { type RollScreenState, type RollStep, RF_HISTORY_SECONDS } from "./rollScreenState";

/** Hit, how much of the RF history, note, sound; begin and practice; and the hits that wait. */
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
  onChannel,
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
  /** Looks at a channel. */
  onChannel: (channelId: number) => void;
}) {
  return (
    <>
      <PrimaryButton onPress={onCall} why={hasChannels ? null : ROLL_TEXTS.noChannelYet}>
        {ROLL_TEXTS.hit2} <kbd>H</kbd>
      </PrimaryButton>
      {isDriven && (
        <SelectField
          label={ROLL_TEXTS.rfHistory}
          isLabelHidden
          value={state.seconds}
          choices={RF_HISTORY_SECONDS.map((s) => ({
            id: s,
            label: s < 60 ? ROLL_TEXTS.lastS(s) : ROLL_TEXTS.lastMin(s / 60),
          }))}
          onChange={(seconds) => step({ do: "show-seconds", seconds })}
        />
      )}
      <Button onPress={() => step({ do: "begin-note", at: performance.now() })}>
        {ROLL_TEXTS.note} <kbd>M</kbd>
      </Button>
      {isDriven && (
        <ToggleButton
          isSelected={state.isSounding}
          onChange={(isOn) => step({ do: "sound", isOn })}
          aria-label={state.isSounding ? ROLL.soundOn : ROLL.soundOff}
        >
          {state.isSounding ? <Volume2 aria-hidden /> : <VolumeX aria-hidden />}
        </ToggleButton>
      )}
      {roll.state !== "rolling" && isDriven && (
        <CartButton isDisabled={isBusy} onPress={onBegin}>
          <Radio aria-hidden />
          {roll.state === "over" ? ROLL_TEXTS.roll : ROLL_TEXTS.roll2}
        </CartButton>
      )}
      {isPractice && roll.state === "rolling" && (
        <CartButton
          isDisabled={clock.isBusy}
          onPress={() => clock.send({ intent: "clock-to-next-event" })}
        >
          {CLOCK.event} <kbd>.</kbd>
        </CartButton>
      )}
      {waiting.map((h) => (
        <QuietButton
          key={h.id}
          onPress={() => {
            step({ do: "bring-back", hitId: h.id });
            onChannel(h.hit.channelId);
          }}
        >
          {waitsWords(formatClock(h.atMs), h.talker)}
        </QuietButton>
      ))}
    </>
  );
}
