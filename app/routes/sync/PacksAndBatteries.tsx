import styled from "styled-components";
import type { ChannelView, DayView, PackView } from "~/server/services/day/dayView.server";
import type { Seen } from "~/contract/schemas/seen";
import { rangesWords } from "~/contract/messages/format";
import { pairProblemWords } from "~/contract/messages/prep";
import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import { canBeSet } from "~/core/devices/tuning";
import { pairing } from "~/core/kit/match";
import { packModel, receiverModel } from "~/core/kit/models";
import { formatMhz } from "~/core/units/frequencyText";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { SelectField, SwitchField } from "~/app/ui/Field/Field";
import { Figure, Panel, Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { namesOf } from "~/app/routes/shared/useDay";
import { CartOnly } from "~/app/routes/shared/CartOnly";
import type { SyncIntent } from "./intents";

interface PacksProps {
  channel: ChannelView;
  isBusy: boolean;
  send: (intent: SyncIntent) => void;
}

const wantedOf = (c: ChannelView): number | null =>
  "frequencyHz" in c.state.frequency ? c.state.frequency.frequencyHz : null;
const NONE = "";

/** Which pack a person carries, whether there is another beside it, and when it last got cells. */
export function PacksAndBatteries({
  view,
  channel: c,
  isBusy,
  saw,
  send,
}: PacksProps & { view: DayView; saw: (seen: Seen) => void }) {
  const names = namesOf(view);
  const wantedHz = wantedOf(c);
  const free = view.packs.filter(
    (p) => p.carriedBy === null && !packModel(view.kit, p.modelId).adaptive,
  );
  return (
    <Panel aria-label={SYNC_TEXTS.packsAndBatteries(c.talker)}>
      <Line>
        <CartOnly>
          <SelectField
            label={SYNC_TEXTS.pack(c.talker)}
            value={c.packKey}
            isDisabled={isBusy}
            onChange={(packKey) =>
              packKey !== c.packKey &&
              send({ intent: "use-pack", channelId: c.id, packKey, expectedVersion: c.version })
            }
            choices={view.packs.map((p) => ({
              id: p.key,
              label: p.label,
              isDisabled: p.carriedBy !== null && p.carriedBy !== c.id,
              detail:
                p.carriedBy !== null && p.carriedBy !== c.id
                  ? SYNC_TEXTS.with(names.talker(p.carriedBy))
                  : fitWords(view, c, p),
            }))}
          />
        </CartOnly>
        {c.meets === "tunes" && (
          <CartOnly>
            <SelectField
              label={SYNC_TEXTS.secondPackOnThisChannel}
              value={NONE}
              isDisabled={isBusy || free.length === 0}
              onChange={(key) =>
                key !== NONE &&
                send({
                  intent: "share",
                  channelId: c.id,
                  packKey: key,
                  how: "add",
                  expectedVersion: c.version,
                })
              }
              choices={[
                { id: NONE, label: free.length === 0 ? SYNC_TEXTS.noFreePack : "none" },
                ...free.map((p) => {
                  const { tuning, form } = packModel(view.kit, p.modelId);
                  const cannot = wantedHz !== null && !canBeSet(tuning, wantedHz);
                  return {
                    id: p.key,
                    label: p.label,
                    isDisabled: cannot,
                    detail: `${form}, ${rangesWords(tuning)}${cannot ? SYNC_TEXTS.cannotGoThere : ""}`,
                  };
                }),
              ]}
            />
          </CartOnly>
        )}
        <Button onPress={() => saw({ what: "cells" })}>
          {SYNC_TEXTS.newBatteries(c.packLabel)}
        </Button>
      </Line>
      <Soft as="p">{SYNC_TEXTS.onItsDisplay(c.packName)}</Soft>
    </Panel>
  );
}

/**
 * Other packs of one position, a handheld beside the bodypack: each is brought to the same
 * frequency, and only one may be on at a time.
 */
export function AlsoPacks({ channel: c, isBusy, send }: PacksProps) {
  const share = (packKey: string, how: "drop" | "first") =>
    send({ intent: "share", channelId: c.id, packKey, how, expectedVersion: c.version });
  const wantedHz = wantedOf(c);
  return c.others.map((o) => {
    const onHz = o.report?.isOn ? o.report.frequencyHz : o.syncedHz;
    const matches = onHz !== null && onHz === wantedHz;
    return (
      <Line
        key={o.packKey}
        aria-label={SYNC_TEXTS.onSChannelToo(o.packLabel, c.talker)}
        role="group"
      >
        <span>
          {SYNC_TEXTS.also(o.packLabel)} <Figure>{onHz === null ? "–" : formatMhz(onHz)}</Figure>
        </span>
        <Status status={matches ? "done" : "todo"}>
          {matches
            ? SYNC_TEXTS.sameFrequencyOnlyOneMay
            : onHz === null
              ? SYNC_TEXTS.notSyncedYet
              : "elsewhere"}
        </Status>
        {o.report && (
          <SwitchField
            isSelected={o.report.isOn}
            isDisabled={isBusy}
            onChange={(isOn) =>
              send({ intent: "handle-pack", packKey: o.packKey, change: { isOn } })
            }
          >
            {SYNC_TEXTS.on(o.packLabel)}
          </SwitchField>
        )}
        {c.isDriven && o.report?.isOn && !matches && (
          <Button
            isDisabled={isBusy}
            onPress={() => send({ intent: "sync-pack", channelId: c.id, packKey: o.packKey })}
          >
            {SYNC_TEXTS.sync(o.packLabel)}
          </Button>
        )}
        <QuietButton isDisabled={isBusy} onPress={() => share(o.packKey, "first")}>
          {SYNC_TEXTS.usingFirst(o.packLabel)}
        </QuietButton>
        <QuietButton isDisabled={isBusy} onPress={() => share(o.packKey, "drop")}>
          {SYNC_TEXTS.remove(o.packLabel)}
        </QuietButton>
      </Line>
    );
  });
}

function fitWords(view: DayView, c: ChannelView, unit: PackView): string {
  const pack = packModel(view.kit, unit.modelId);
  const found = pairing(receiverModel(view.kit, c.receiverModelId), pack, {
    receiver: c.receiverKeyName,
    pack: unit.keyName,
  });
  return SYNC_TEXTS.text(
    pack.adaptive ? "adaptive" : rangesWords(pack.tuning),
    found.works
      ? SYNC_TEXTS.works(c.receiverLabel)
      : found.problem.code === "no-common-range"
        ? SYNC_TEXTS.neverMeets(c.receiverLabel)
        : pairProblemWords(found.problem),
  );
}

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: end;
`;
