import { useState } from "react";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { handlePack, prove, recordSeen, screwAntennaOn, setReceivers, syncPack, usePack as takePack } from "../../../server/services/syncs.server";
import type { ChannelView, DayView, PackView } from "../../../server/services/dayView.server";
import { syncWords } from "../../../contract/dayWords";
import { settingStepWords } from "../../../contract/settingWords";
import { pairProblemWords } from "../../../contract/prepWords";
import { capital, count, formatDbm, mhz, numberWord, stretchesWords } from "../../../contract/format";
import type { MeterReading } from "../../../core/air/rig";
import type { ChannelKnowledge } from "../../../core/faults/dayKnows";
import { pairing } from "../../../core/kit/match";
import { type PackModel, packModel, type ReceiverModel, receiverModel } from "../../../core/kit/models";
import { settingSteps } from "../../../core/kit/settingSteps";
import { shownAs } from "../../../core/kit/modelText";
import { formatMhz } from "../../../core/units/frequencyText";
import { LegalFlag } from "../../features/channel/LegalFlag";
import { Meter } from "../../features/channel/Meter";
import { Button, PrimaryButton, QuietButton } from "../../ui/Button/Button";
import { SelectField, SwitchField } from "../../ui/Field/Field";
import { Mark } from "../../ui/Mark/Mark";
import { Answer, BigFigure, Row, Soft, Stack, Sub } from "../../ui/Page/Page";
import { Status } from "../../ui/Status/Status";
import { PHONE } from "../../ui/theme/theme";
import { dayIdOf, readIntent, reply } from "../shared/reply.server";
import { ReplyNotice } from "../shared/ReplyNotice";
import { namesOf, useDay } from "../shared/useDay";
import { useIntent } from "../shared/useIntent";
import { FaultFinder } from "./FaultFinder";
import { ByHand } from "./ByHand";
import { syncIntents, type SyncIntent } from "./intents";
import { useMeters } from "./useMeters";

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, syncIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "set-receivers": return reply(await setReceivers(app, dayId, intent.channelIds));
    case "sync-pack": return reply(await syncPack(app, dayId, intent.channelId));
    case "saw": return reply(await recordSeen(app, dayId, intent.channelId, intent.seen));
    case "screw-antenna": return reply(await screwAntennaOn(app, dayId, intent.receiverKey));
    case "prove": return reply(await prove(app, dayId, intent.channelId));
    case "use-pack": return reply(await takePack(app, dayId, intent));
    case "handle-pack": return reply(await handlePack(app, dayId, intent.packKey, intent.change));
  }
}

/** Receiver first, then the pack to match, then the proof. */
export default function SyncScreen() {
  const view = useDay();
  const names = namesOf(view);
  const { send, reply: answer, isBusy, pending } = useIntent<SyncIntent>();
  const meters = useMeters(view.day.id, view.rig.state === "ready");
  const proved = view.channels.filter((c) => c.state.sync.code === "proved").length;
  const unset = view.channels.filter((c) => c.isDriven && c.state.sync.code === "receiver-not-set");
  const [faultOf, setFaultOf] = useState<number | null>(null);
  const isPlanned = view.plan !== null || view.channels.some((c) => c.meets === "adaptive");
  return (
    <Stack>
      <div>
        <Answer>{!isPlanned ? "Nothing to sync yet" : proved === view.channels.length ? `${capital(count(proved, "channel"))} proved` : `${proved === 0 ? "None" : capital(numberWord(proved))} of ${count(view.channels.length, "channel")} proved`}</Answer>
        <Sub>{isPlanned ? "Receiver first, then the pack to match. Proved means: pack off, nothing on the meter; pack on, RF and audio." : "Accept a set of frequencies under Pick; then the receivers are set to it, and the packs to the receivers."}</Sub>
      </div>
      {unset.length > 0 && (
        <Row><PrimaryButton isDisabled={isBusy} onPress={() => send({ intent: "set-receivers", channelIds: unset.map((c) => c.id) })}>{unset.length === 1 ? `Set ${unset[0]!.talker}’s receiver` : `Set ${numberWord(unset.length)} receivers to plan ${view.plan?.version}`}</PrimaryButton></Row>
      )}
      <ReplyNotice reply={answer} />
      <Channels>
        {view.channels.map((c) => (
          <ChannelItem key={c.id} aria-label={`Channel ${c.number}, ${c.talker}`}>
            <Who>
              <Mark>{c.mark}</Mark>
              <span><b>{c.talker}</b> <Soft>{c.part}</Soft></span>
              <State><Status status={c.state.sync.status}>{syncWords(c.state, names).text === "–" ? "no frequency yet" : syncWords(c.state, names).text}</Status></State>
            </Who>
            <Numbers>
              <Unit>
                <Soft>{`${c.receiverLabel}${receiverModel(view.kit, c.receiverModelId).halves > 1 ? `, half ${c.half + 1}` : ""} is on`}</Soft>
                <BigFigure>{c.receiverHz === null ? "–" : formatMhz(c.receiverHz)}</BigFigure>
                <ShownAs model={receiverModel(view.kit, c.receiverModelId)} frequencyHz={c.receiverHz} />
                {"frequencyHz" in c.state.frequency && c.receiverHz !== c.state.frequency.frequencyHz && <Soft>{`plan says ${formatMhz(c.state.frequency.frequencyHz)}`}</Soft>}
              </Unit>
              <Unit>
                <Soft>{`${c.packLabel} ${!c.isDriven || c.pack?.isOn ? "is on" : "is off, last on"}`}</Soft>
                <BigFigure style={!c.isDriven || c.pack?.isOn ? {} : { color: "var(--soft)" }}>{c.pack ? formatMhz(c.pack.frequencyHz) : c.packHz ? formatMhz(c.packHz) : "–"}</BigFigure>
                <ShownAs model={packModel(view.kit, c.packModelId)} frequencyHz={c.pack?.frequencyHz ?? c.packHz} />
                <Soft>{mismatchWords(c)}</Soft>
                <LegalFlag legality={c.legality} unit={c.packLabel} />
              </Unit>
              {c.isDriven && <Meter reading={meters[c.id]} name={c.talker} />}
              {c.isDriven && <Act><NextAction channel={c} isBusy={isBusy} pending={pending} send={send} /></Act>}
            </Numbers>
            {!c.isDriven && <ByHand key={c.state.sync.code} channel={c} receiver={receiverModel(view.kit, c.receiverModelId)} pack={packModel(view.kit, c.packModelId)} isBusy={isBusy} send={send} />}
            {c.lastProofs.length > 0 && c.state.sync.status !== "todo" && <Soft as="p">{proofWords(c)}</Soft>}
            <Hands>
              {c.isDriven && <SwitchField isSelected={c.pack?.isOn ?? false} isDisabled={!c.pack} onChange={(isOn) => send({ intent: "handle-pack", packKey: c.packKey, change: { isOn } })}>on</SwitchField>}
              {c.isDriven && <SwitchField isSelected={c.pack?.isMuted ?? false} isDisabled={!c.pack} onChange={(isMuted) => send({ intent: "handle-pack", packKey: c.packKey, change: { isMuted } })}>muted</SwitchField>}
              {c.isDriven && <SwitchField isSelected={c.pack?.isMicPlugged ?? false} isDisabled={!c.pack} onChange={(isMicPlugged) => send({ intent: "handle-pack", packKey: c.packKey, change: { isMicPlugged } })}>microphone plugged</SwitchField>}
              {c.meets !== "adaptive" && view.plan && <QuietButton aria-expanded={faultOf === c.id} onPress={() => setFaultOf(faultOf === c.id ? null : c.id)}>What is wrong?</QuietButton>}
              <SelectField
                label={`Pack of ${c.talker}`} isLabelHidden value={c.packKey} isDisabled={isBusy}
                onChange={(packKey) => packKey !== c.packKey && send({ intent: "use-pack", channelId: c.id, packKey, seenVersion: c.version })}
                choices={view.packs.map((p) => ({
                  id: p.key, label: p.label, isDisabled: p.carriedBy !== null && p.carriedBy !== c.id,
                  detail: p.carriedBy !== null && p.carriedBy !== c.id ? `with ${names.talker(p.carriedBy)}` : fitWords(view, c, p),
                }))}
              />
            </Hands>
            <Steps view={view} channel={c} />
            {faultOf === c.id && <FaultFinder key={c.id} talker={c.talker} knowledge={knowledgeOf(view, c, meters[c.id] ?? null)} onClose={() => setFaultOf(null)} />}
          </ChannelItem>
        ))}
      </Channels>
      <Soft as="p">Track sheet: <a href={`/day/${view.day.id}/files/tracks.csv`} download>as a table</a>, <a href={`/day/${view.day.id}/files/tracks.json`} download>as JSON</a>.</Soft>
      <Soft as="p">{view.rig.state === "ready" && "The switches stand for hands on the practice packs. "}Wiring a person is touching a person: ask first; ask about implanted medical devices, and keep packs away from them as their maker says.</Soft>
    </Stack>
  );
}

/** How its two ends are set, step by step, and what their makers say. */
function Steps({ view, channel: c }: { view: DayView; channel: ChannelView }) {
  const [receiver, pack] = [receiverModel(view.kit, c.receiverModelId), packModel(view.kit, c.packModelId)];
  const frequencyHz = c.meets === "adaptive" ? null : "frequencyHz" in c.state.frequency ? c.state.frequency.frequencyHz : undefined;
  if (c.meets === "never" || frequencyHz === undefined) return null;
  const steps = settingSteps(receiver, pack, frequencyHz);
  return (
    <details>
      <summary>Step by step</summary>
      <StepColumns>
        {([[c.receiverLabel, steps.receiver, receiver.note], [c.packLabel, steps.pack, pack.note]] as const).map(([label, list, note]) => (
          <div key={label}>
            <b>{label}</b>
            <ol>{list.map((s) => <li key={s.code}>{settingStepWords(s)}</li>)}</ol>
            {note && <Soft as="p">{note}</Soft>}
          </div>
        ))}
      </StepColumns>
    </details>
  );
}

/** What the day knows of a channel that does not work. */
function knowledgeOf(view: DayView, c: ChannelView, reading: MeterReading | null): ChannelKnowledge {
  const receiver = receiverModel(view.kit, c.receiverModelId);
  const pickHz = view.plan?.picks.find((p) => p.channelId === c.id)?.frequencyHz ?? null;
  const off = c.lastProofs.find((p) => p.kind === "proof-off");
  const on = c.lastProofs.find((p) => p.kind === "proof-on");
  return {
    pickHz, receiverHz: c.receiverHz, packHz: c.pack?.frequencyHz ?? c.packHz, isPackOn: c.pack ? c.pack.isOn : null, meets: c.meets,
    hasWheels: packModel(view.kit, c.packModelId).readout === "switch-code", isPaired: receiver.syncMethods.includes("pairing"),
    isOtherOnIt: pickHz !== null && view.packs.some((p) => p.key !== c.packKey && p.report?.isOn === true && Math.abs(p.report.frequencyHz - pickHz) < receiver.bandwidthHz / 2),
    wasClearOff: off?.kind === "proof-off" ? off.isClear : null, isOneDeaf: on?.kind === "proof-on" && on.antennasDbm ? c.state.sync.code === "one-antenna" : null, marginDb: c.placeCheckHere?.marginDb ?? null, isOverloaded: c.placeCheckHere?.overload ?? null,
    meter: reading && { strongestDbm: Math.max(reading.rfADbm, reading.rfBDbm), hasAudio: reading.hasAudio },
  };
}

function NextAction({ channel: c, isBusy, pending, send }: { channel: ChannelView; isBusy: boolean; pending: SyncIntent | undefined; send: (intent: SyncIntent) => void }) {
  const isMine = pending !== undefined && "channelId" in pending && pending.channelId === c.id;
  switch (c.state.sync.code) {
    case "no-frequency": case "pack-cannot": return null;
    case "receiver-not-set": return <Button isDisabled={isBusy} onPress={() => send({ intent: "set-receivers", channelIds: [c.id] })}>Set receiver</Button>;
    case "pack-not-synced": case "pack-elsewhere":
      return c.pack?.isOn
        ? <Button isDisabled={isBusy} onPress={() => send({ intent: "sync-pack", channelId: c.id })}>{`Sync ${c.packLabel}`}</Button>
        : <Button isDisabled={isBusy} onPress={() => send({ intent: "handle-pack", packKey: c.packKey, change: { isOn: true } })}>{`Switch ${c.packLabel} on`}</Button>;
    case "not-stored": return <Button isDisabled={isBusy} onPress={() => send({ intent: "handle-pack", packKey: c.packKey, change: { isStored: true } })}>{`Store on ${c.packLabel}`}</Button>;
    case "one-antenna": return <Row><Button isDisabled={isBusy} onPress={() => send({ intent: "screw-antenna", receiverKey: c.receiverKey })}>{`Screw antenna ${c.state.sync.deaf} on`}</Button><Button isDisabled={isBusy} onPress={() => send({ intent: "prove", channelId: c.id })}>Prove again</Button></Row>;
    case "no-audio":
      if (c.pack?.isMuted) return <Button isDisabled={isBusy} onPress={() => send({ intent: "handle-pack", packKey: c.packKey, change: { isMuted: false } })}>{`Unmute ${c.packLabel}`}</Button>;
      if (c.pack && !c.pack.isMicPlugged) return <Button isDisabled={isBusy} onPress={() => send({ intent: "handle-pack", packKey: c.packKey, change: { isMicPlugged: true } })}>Plug the microphone</Button>;
      break;
    default: break;
  }
  const label = isMine && pending?.intent === "prove" ? "Listening …" : c.state.sync.status === "done" || c.state.sync.status === "problem" ? "Prove again" : "Prove";
  return <Button isDisabled={isBusy} onPress={() => send({ intent: "prove", channelId: c.id })}>{label}</Button>;
}

/** What a unit's own display or switches say of a frequency, where that is not MHz. */
function ShownAs({ model, frequencyHz }: { model: ReceiverModel | PackModel; frequencyHz: number | null }) {
  const shown = frequencyHz === null ? null : shownAs(model, frequencyHz);
  return shown && <Soft>{shown.kind} <b>{shown.text}</b></Soft>;
}

/** Why a pack does not match, in a few words. */
function mismatchWords(c: ChannelView): string {
  const { sync } = c.state;
  if (c.meets === "adaptive") return "chooses for itself";
  if (sync.code === "pack-cannot") return `tunes ${stretchesWords(sync.ranges)}: never meets`;
  const packHz = c.pack?.frequencyHz ?? c.packHz;
  if (packHz === null) return c.isDriven ? "" : "not seen yet";
  if (c.receiverHz === null || packHz === c.receiverHz) return packHz === c.receiverHz ? "matches" : "";
  return sync.code === "receiver-not-set" || sync.code === "no-frequency" ? "" : `does not match: ${mhz(Math.abs(packHz - c.receiverHz))} away`;
}

function fitWords(view: DayView, c: ChannelView, unit: PackView): string {
  const pack = packModel(view.kit, unit.modelId);
  const found = pairing(receiverModel(view.kit, c.receiverModelId), pack, { receiver: c.receiverKeyName, pack: unit.keyName });
  return `${pack.adaptive ? "adaptive" : stretchesWords(pack.tuning)}: ${found.works ? `works with ${c.receiverLabel}` : found.problem.code === "no-common-range" ? `never meets ${c.receiverLabel}` : pairProblemWords(found.problem)}`;
}

function proofWords(c: ChannelView): string {
  const parts = c.lastProofs.map((p) => {
    if (p.kind === "proof-off") return `pack off: ${p.isClear ? "nothing" : "someone"}, ${p.strongestDbm === null ? "by hand" : formatDbm(p.strongestDbm)}`;
    return p.kind === "proof-on" ? `pack on: ${p.strongestDbm === null ? (p.hasRf ? "RF" : "no RF") : formatDbm(p.strongestDbm)}, ${p.hasAudio ? "audio follows" : "no audio: muted, or the microphone is not plugged"}${p.antennasDbm ? `, antennas A ${formatDbm(p.antennasDbm[0])} and B ${formatDbm(p.antennasDbm[1])}` : ""}` : "";
  });
  return `${parts.filter(Boolean).join("; ")}.`;
}

const StepColumns = styled.div`display: grid; grid-template-columns: 1fr 1fr; gap: 8px 24px; padding: 6px 0 8px; font-size: 15px; line-height: 1.4; ol { padding-left: 20px; } ${PHONE} { grid-template-columns: 1fr; }`;
const Channels = styled.ul`list-style: none; border-top: 1px solid var(--soft);`;
const ChannelItem = styled.li`border-bottom: 1px solid var(--rule); padding: 10px 0 4px; display: flex; flex-direction: column; gap: 4px;`;
const Who = styled.div`display: flex; flex-wrap: wrap; gap: 4px 12px; align-items: center;`;
const State = styled.span`margin-left: auto;`;
const Numbers = styled.div`
  display: grid; grid-template-columns: 1fr 1fr minmax(150px, 1fr) 190px; gap: 4px 20px; align-items: center;
  ${PHONE} { grid-template-columns: 1fr 1fr; }
`;
const Unit = styled.div`display: flex; flex-direction: column; line-height: 1.3;`;
const Act = styled.div`display: flex; justify-content: flex-end; ${PHONE} { justify-content: flex-start; }`;
const Hands = styled.div`display: flex; flex-wrap: wrap; gap: 0 18px; align-items: center; font-size: 15px; color: var(--soft);`;
