import styled from "styled-components";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { mhz, rangesWords } from "~/contract/messages/format";
import { unitNumberWords } from "~/contract/messages/unitNumber";
import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import { type PackModel, packModel, type ReceiverModel, receiverModel } from "~/core/kit/models";
import { shownAs } from "~/core/kit/unitNumber";
import { formatMhz } from "~/core/units/frequencyText";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { QuietButton } from "~/app/ui/Button/Button";
import { BigFigure, Soft } from "~/app/ui/Page/Page";
import { CartOnly } from "~/app/routes/shared/CartOnly";
import type { SyncIntent } from "./intents";

/** What the receiver is on, and what the plan says where it is not that. */
export function ReceiverFigure({ view, channel: c }: { view: DayView; channel: ChannelView }) {
  const model = receiverModel(view.kit, c.receiverModelId);
  const plannedHz = "frequencyHz" in c.state.frequency ? c.state.frequency.frequencyHz : null;
  return (
    <Unit>
      <Soft>
        {SYNC_TEXTS.is(c.receiverLabel, model.halves > 1 ? SYNC_TEXTS.half(c.half + 1) : "")}
      </Soft>
      <UnitNumberFigure model={model} frequencyHz={c.meets === "adaptive" ? null : c.receiverHz} />
      {plannedHz !== null && c.receiverHz !== plannedHz && (
        <Soft>{SYNC_TEXTS.plan(unitNumberWords(model, plannedHz))}</Soft>
      )}
    </Unit>
  );
}

/** What the pack is on, whether it matches, and whether it may transmit there. */
export function PackFigure({
  view,
  channel: c,
  isBusy,
  send,
}: {
  view: DayView;
  channel: ChannelView;
  isBusy: boolean;
  send: (intent: SyncIntent) => void;
}) {
  const isOn = !c.isDriven || c.pack?.isOn;
  const packHz = c.pack?.frequencyHz ?? c.packHz;
  const pack = packModel(view.kit, c.packModelId);
  return (
    <Unit>
      <Soft>{`${c.packLabel} ${isOn ? SYNC_TEXTS.is2 : SYNC_TEXTS.offLast}`}</Soft>
      <UnitNumberFigure
        model={pack}
        frequencyHz={c.meets === "adaptive" || !packHz ? null : packHz}
        isSoft={!isOn}
      />
      <Soft>{mismatchWords(c, pack)}</Soft>
      <LegalFlag legality={c.legality} unit={c.packLabel} />
      {c.legality.code === "power-too-high" && (
        <CartOnly>
          <SetPower
            mostMw={c.legality.mostMw}
            isBusy={isBusy}
            onSet={(powerMw) => send({ intent: "set-power", packKey: c.packKey, powerMw })}
          />
        </CartOnly>
      )}
    </Unit>
  );
}

function SetPower({
  mostMw,
  isBusy,
  onSet,
}: {
  mostMw: number;
  isBusy: boolean;
  onSet: (powerMw: number) => void;
}) {
  return (
    <span>
      <QuietButton isDisabled={isBusy} onPress={() => onSet(mostMw)}>
        {SYNC_TEXTS.setItToMw(mostMw)}
      </QuietButton>
    </span>
  );
}

/** A number as the unit itself shows it, with the megahertz where it shows something else. */
function UnitNumberFigure({
  model,
  frequencyHz,
  isSoft = false,
}: {
  model: ReceiverModel | PackModel;
  frequencyHz: number | null;
  isSoft?: boolean;
}) {
  const shown = frequencyHz === null ? null : shownAs(model, frequencyHz);
  return (
    <>
      <BigFigure style={isSoft ? { color: "var(--soft)" } : {}}>
        {frequencyHz === null ? "–" : (shown?.text ?? formatMhz(frequencyHz))}
      </BigFigure>
      {shown && frequencyHz !== null && (
        <Soft>{`${shown.kind === "MHz" ? "" : `${shown.kind}, `}${mhz(frequencyHz)}`}</Soft>
      )}
    </>
  );
}

/** Why a pack does not match, in a few words. */
function mismatchWords(c: ChannelView, pack: PackModel): string {
  const { sync } = c.state;
  if (c.meets === "adaptive") return SYNC_TEXTS.choosesForItself;
  if (sync.code === "pack-wont-go")
    return SYNC_TEXTS.wasToldOfAnotherBlock(
      "frequencyHz" in c.state.frequency
        ? unitNumberWords(pack, c.state.frequency.frequencyHz)
        : SYNC_TEXTS.anotherNumber,
    );
  if (sync.code === "pack-cannot") return SYNC_TEXTS.tunesNeverMeets(rangesWords(sync.ranges));
  const packHz = c.pack?.frequencyHz ?? c.packHz;
  if (packHz === null) return c.isDriven ? "" : SYNC_TEXTS.notSeenYet;
  if (c.receiverHz === null || packHz === c.receiverHz)
    return packHz === c.receiverHz ? "matches" : "";
  return sync.code === "receiver-not-set" || sync.code === "no-frequency"
    ? ""
    : SYNC_TEXTS.doesNotMatchAway(mhz(Math.abs(packHz - c.receiverHz)));
}

const Unit = styled.div`
  display: flex;
  flex-direction: column;
  line-height: 1.3;
`;
