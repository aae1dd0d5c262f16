import { useMemo, useState, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import type { Route } from "./+types/route";
import { keepLevel } from "../../../server/services/channelChecks.server";
import type { ChannelView } from "../../../server/services/dayView.server";
import { levelWords } from "../../../contract/dayWords";
import { formatDb, formatDbfs, formatMetres } from "../../../contract/format";
import { levelAdviceWords } from "../../../contract/words";
import { levelChain, PACK_HEADROOM_AIM_DB, suggestGainDb, type LevelStage } from "../../../core/audio/levelChain";
import { inputModel, microphoneModel, packModel, receiverModel } from "../../../core/kit/models";
import { levelQuestion, suggestOutputDb, type LevelSettings } from "../../../core/kit/setups";
import { StaircaseChart } from "../../charts/staircase/StaircaseChart";
import { EFFORTS } from "../../features/channel/choices";
import { ChannelChooser } from "../../features/channel/ChannelChooser";
import { Button, PrimaryButton } from "../../ui/Button/Button";
import { NumberField, SelectField, SliderField } from "../../ui/Field/Field";
import { Notice } from "../../ui/Notice/Notice";
import { Answer, Row, Soft, Stack, Sub } from "../../ui/Page/Page";
import { Settings, Split } from "../../ui/Page/Split";
import { dayIdOf, readIntent, reply } from "../shared/reply.server";
import { answerOrAway } from "../shared/away";
import { ReplyNotice } from "../shared/ReplyNotice";
import { useDay } from "../shared/useDay";
import { useElsewhere, useWorkedOn } from "../shared/useElsewhere";
import { useIntent } from "../shared/useIntent";
import { levelIntents, type LevelIntent } from "./intents";

export const clientAction = ({ serverAction }: Route.ClientActionArgs) => answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const read = await readIntent(request, levelIntents);
  if (!read.ok) return read.reply;
  return reply(await keepLevel(context.app, dayIdOf(params), read.intent), (talker) => `Kept for ${talker}, with the voice it is set for.`);
}

const STAGE_NAMES: Partial<Record<LevelStage["name"], string>> = { microphone: "Microphone", transmitter: "Pack", receiver: "Receiver", input: "Input" };

/** Whose voice needs which gain: pack first, then the receiver's output, then the input. */
export default function LevelScreen() {
  const view = useDay();
  const [params] = useSearchParams();
  const keeping = useIntent<LevelIntent>();
  const mineAt = keeping.reply?.at ?? 0;
  const channel = useWorkedOn(view.channels, params.get("channel"), (c) => c.state.level.status !== "done", mineAt);
  const isElsewhere = useElsewhere(channel?.id ?? 0, channel?.version ?? 0, keeping.isBusy, mineAt);
  const items = view.channels.map((c) => {
    const { status, text } = levelWords(c.state);
    return { id: c.id, mark: c.mark, talker: c.talker, status, words: c.state.level.code === "set" ? `pack ${text}` : text };
  });
  if (!channel) return <Answer>No channels yet</Answer>;
  return <ChannelLevel key={`${channel.id}.${channel.version}`} channel={channel} isElsewhere={isElsewhere} keeping={keeping} chooser={<ChannelChooser items={items} chosenId={channel.id} />} />;
}

/** The settings of one channel. What came of keeping them lives above, for a kept channel begins anew with what was stored. */
function ChannelLevel({ channel, isElsewhere, chooser, keeping }: { channel: ChannelView; isElsewhere: boolean; chooser: ReactNode; keeping: ReturnType<typeof useIntent<LevelIntent>> }) {
  const view = useDay();
  const receiver = receiverModel(view.kit, channel.receiverModelId);
  const pack = packModel(view.kit, channel.packModelId);
  const input = inputModel(view.kit, channel.inputId);
  const { send, reply: answer, isBusy } = keeping;
  const [microphoneId, setMicrophoneId] = useState(channel.microphoneId);
  const kit = useMemo(() => ({ receiver, pack, input, microphone: microphoneModel(view.kit, microphoneId) }), [receiver, pack, input, microphoneId, view.kit]);
  const suggest = (s: LevelSettings, microphone = kit.microphone): LevelSettings => {
    const gainDb = suggestGainDb(levelQuestion({ ...kit, microphone }, s), pack.gainStepsDb);
    const outputDb = suggestOutputDb(levelQuestion({ ...kit, microphone }, { ...s, gainDb }), receiver.output.stepsDb);
    return { ...s, gainDb, outputDb };
  };
  const [settings, setSettings] = useState<LevelSettings>(() => {
    const { effort, micDistanceM, peakFactorDb, lastLevel } = channel;
    const start: LevelSettings = { effort, micDistanceM, peakFactorDb, gainDb: 0, outputDb: 0, inputGainDb: input.gainDb };
    return lastLevel && lastLevel.effort === effort && pack.gainStepsDb.includes(lastLevel.gainDb) ? { ...start, gainDb: lastLevel.gainDb, outputDb: lastLevel.outputDb, inputGainDb: lastLevel.inputGainDb } : suggest(start);
  });
  const chain = useMemo(() => levelChain(levelQuestion(kit, settings)), [kit, settings]);
  const suggested = suggest(settings);
  const isSuggested = suggested.gainDb === settings.gainDb && suggested.outputDb === settings.outputDb;
  const end = chain.stages.at(-1)!;
  const packStage = chain.stages.find((s) => s.name === "transmitter")!;
  /** The voice changes what the gain should be: the suggestion follows it. */
  const voice = (change: Partial<LevelSettings>) => setSettings((s) => suggest({ ...s, ...change }));
  const [first, ...more] = chain.advice;
  const settingOf = { microphone: `${Math.round(chain.splAtMicrophoneDb)} dB SPL`, transmitter: formatDb(settings.gainDb), receiver: formatDb(settings.outputDb), input: `${settings.inputGainDb >= 0 ? "+" : ""}${formatDb(settings.inputGainDb)}` };

  return (
    <Stack>
      <div>
        <Answer>{`${channel.talker}: pack at ${formatDb(settings.gainDb)}, peaks at ${formatDbfs(chain.finalPeakDbfs)}`}</Answer>
        <Sub>{`${levelAdviceWords(first!)} Most of the noise is the ${chain.noisiestStage === "transmitter" ? "pack" : chain.noisiestStage}’s.`}</Sub>
      </div>
      <Split>
        {chooser}
        <Stack>
          <StaircaseChart
            aimHeadroomDb={PACK_HEADROOM_AIM_DB} label={`Headroom: pack ${formatDb(packStage.headroomDb)}, input ${formatDb(end.headroomDb)}`}
            stages={chain.stages.filter((s) => s.name !== "talker").map((s) => ({
              name: STAGE_NAMES[s.name] ?? s.name, setting: settingOf[s.name as keyof typeof settingOf] ?? "", headroomDb: s.headroomDb, peakToRmsDb: s.peakDbu - s.rmsDbu, snrDb: s.snrDb,
            }))}
          />
          <Settings>
            <SelectField label="Voice" choices={EFFORTS} value={settings.effort} onChange={(effort) => voice({ effort })} />
            <SelectField
              label="Microphone" value={microphoneId} choices={view.kit.microphones.map((m) => ({ id: m.id, label: m.name, detail: `${m.sensitivityMvPerPa} mV/Pa` }))}
              onChange={(id) => { setMicrophoneId(id); setSettings((s) => suggest(s, microphoneModel(view.kit, id))); }}
            />
            <SliderField label="Mouth to microphone" value={settings.micDistanceM} min={0.05} max={0.6} step={0.01} valueText={formatMetres(settings.micDistanceM)} onChange={(micDistanceM) => voice({ micDistanceM })} />
            <SelectField label={`Gain of ${channel.packLabel}`} choices={pack.gainStepsDb.map((g) => ({ id: g, label: formatDb(g) }))} value={settings.gainDb} onChange={(gainDb) => setSettings((s) => ({ ...s, gainDb }))} />
            <SelectField label={`Output of ${channel.receiverLabel}`} choices={receiver.output.stepsDb.map((o) => ({ id: o, label: formatDb(o) }))} value={settings.outputDb} onChange={(outputDb) => setSettings((s) => ({ ...s, outputDb }))} />
            <NumberField label={`Gain, ${input.name}`} unit="dB" min={-20} max={60} step={1} value={settings.inputGainDb} onChange={(inputGainDb) => setSettings((s) => ({ ...s, inputGainDb }))} />
          </Settings>
          <Row>
            <PrimaryButton isDisabled={isBusy} onPress={() => send({ intent: "keep", channelId: channel.id, seenVersion: channel.version, microphoneId: microphoneId as LevelIntent["microphoneId"], settings })}>{`Keep for ${channel.talker}`}</PrimaryButton>
            {!isSuggested && <Button onPress={() => setSettings(suggested)}>{`Take ${formatDb(suggested.gainDb)} and ${formatDb(suggested.outputDb)} out`}</Button>}
          </Row>
          {isElsewhere && <Notice kind="caution">{`${channel.talker} was changed elsewhere meanwhile: what stands now is shown, and what was turned here gave way.`}</Notice>}
          <ReplyNotice reply={answer} />
          {more.length > 0 && <Notice kind="caution">{more.map(levelAdviceWords).join(" ")}</Notice>}
          <Soft as="p">{`Set it on the pack by hand: gain all the way down, then up until speech has body; the peak light may blink on the odd loud sound, not hold. No automatic gain, neither here nor at the ${input.kind === "mic" ? "camera" : "recorder"}. Mind your ears: headphones down before the first take.`}</Soft>
        </Stack>
      </Split>
    </Stack>
  );
}
