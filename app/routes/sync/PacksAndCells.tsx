import styled from "styled-components";
import type { ChannelView, DayView, PackView } from "~/server/services/day/dayView.server";
import type { Seen } from "~/contract/schemas/seen";
import { rangesWords } from "~/contract/messages/format";
import { pairProblemWords } from "~/contract/messages/prep";
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
export function PacksAndCells({
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
    <Panel aria-label={`Packs and cells of ${c.talker}`}>
      <Line>
        <CartOnly>
          <SelectField
            label={`Pack of ${c.talker}`}
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
                  ? `with ${names.talker(p.carriedBy)}`
                  : fitWords(view, c, p),
            }))}
          />
        </CartOnly>
        {c.meets === "tunes" && (
          <CartOnly>
            <SelectField
              label="Another on the same channel"
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
                { id: NONE, label: free.length === 0 ? "no pack is free" : "none" },
                ...free.map((p) => {
                  const { tuning, form } = packModel(view.kit, p.modelId);
                  const cannot = wantedHz !== null && !canBeSet(tuning, wantedHz);
                  return {
                    id: p.key,
                    label: p.label,
                    isDisabled: cannot,
                    detail: `${form}, ${rangesWords(tuning)}${cannot ? ": cannot go there" : ""}`,
                  };
                }),
              ]}
            />
          </CartOnly>
        )}
        <Button onPress={() => saw({ what: "cells" })}>{`Fresh cells in ${c.packLabel}`}</Button>
      </Line>
      <Soft as="p">{`On its display and the track sheet: ${c.packName}. Cells the right way round, never forced; primary cells are not charged.`}</Soft>
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
        aria-label={`${o.packLabel}, on ${c.talker}’s channel too`}
        role="group"
      >
        <span>
          {`also ${o.packLabel}`} <Figure>{onHz === null ? "–" : formatMhz(onHz)}</Figure>
        </span>
        <Status status={matches ? "done" : "todo"}>
          {matches
            ? "same frequency: only one may be on"
            : onHz === null
              ? "not synced yet"
              : "elsewhere"}
        </Status>
        {o.report && (
          <SwitchField
            isSelected={o.report.isOn}
            isDisabled={isBusy}
            onChange={(isOn) =>
              send({ intent: "handle-pack", packKey: o.packKey, change: { isOn } })
            }
          >{`${o.packLabel} on`}</SwitchField>
        )}
        {c.isDriven && o.report?.isOn && !matches && (
          <Button
            isDisabled={isBusy}
            onPress={() => send({ intent: "sync-pack", channelId: c.id, packKey: o.packKey })}
          >{`Sync ${o.packLabel}`}</Button>
        )}
        <QuietButton
          isDisabled={isBusy}
          onPress={() => share(o.packKey, "first")}
        >{`Use ${o.packLabel} first`}</QuietButton>
        <QuietButton
          isDisabled={isBusy}
          onPress={() => share(o.packKey, "drop")}
        >{`Take ${o.packLabel} away`}</QuietButton>
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
  return `${pack.adaptive ? "adaptive" : rangesWords(pack.tuning)}: ${found.works ? `works with ${c.receiverLabel}` : found.problem.code === "no-common-range" ? `never meets ${c.receiverLabel}` : pairProblemWords(found.problem)}`;
}

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: end;
`;
