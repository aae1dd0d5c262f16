import { memo, useMemo, useState, type ReactNode } from "react";
import styled from "styled-components";
import { formatDb, formatSpan, listWords, rangesWords } from "~/contract/messages/format";
import {
  brokenRuleWords,
  frequencyTextErrorWords,
  pickReasonWords,
} from "~/contract/messages/words";
import type { PickReason } from "~/core/coordination/explaining/explainPick";
import type { Profile } from "~/core/coordination/problem/profile";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import type { Kit } from "~/core/kit/models";
import { formatMhz } from "~/core/units/frequencyText";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { QuietButton } from "~/app/ui/Button/Button";
import { SelectField, TextField } from "~/app/ui/Field/Field";
import { Mark } from "~/app/ui/Mark/Mark";
import { BigFigure, Figure, Row, Soft, Table } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import { Status } from "~/app/ui/Status/Status";
import {
  type Count,
  endsWrite,
  inHandOf,
  type PickOrder,
  type ShownPick,
  type ShownSet,
  type TypedLock,
  weakest,
} from "./pickModel";

export interface PickTableProps {
  channels: readonly ChannelView[];
  shown: ShownSet;
  profile: Profile;
  /** Where each channel stood before; null where there was no plan. */
  beforeHz: ReadonlyMap<number, number> | null;
  kit: Kit;
  careful: readonly string[];
  nameOf: (id: string) => string;
  heldId: number | null;
  onHold: (channelId: number) => void;
  texts: Readonly<Record<number, string>>;
  locks: Readonly<Record<number, TypedLock>>;
  onType: (channelId: number, text: string) => void;
  /** It is disturbed. */
  onHit: (channelId: number) => void;
}

/** Who stands where, with what in hand and why; sorted as asked. */
export const PickTable = memo(function PickTable(p: PickTableProps) {
  const [order, setOrder] = useState<{ by: PickOrder; isDown: boolean }>({
    by: "number",
    isDown: false,
  });
  const rows = useMemo(() => {
    const pickOf = new Map(p.shown.picks.map((x) => [x.channelId, x]));
    const worth = (channel: ChannelView): number => {
      const pick = pickOf.get(channel.id);
      if (order.by === "number") return channel.number;
      if (!pick) return Infinity;
      return order.by === "frequency"
        ? pick.frequencyHz
        : pick.broken.length > 0
          ? -Infinity
          : weakest(pick.reason, p.profile);
    };
    const sorted = [...p.channels].sort((a, b) =>
      worth(a) === worth(b) ? a.number - b.number : worth(a) - worth(b),
    );
    return order.isDown ? sorted.reverse() : sorted;
  }, [p.channels, p.shown.picks, p.profile, order]);
  const heading = (by: PickOrder, words: string): ReactNode => (
    <th aria-sort={order.by !== by ? "none" : order.isDown ? "descending" : "ascending"}>
      <SortButton onClick={() => setOrder((o) => ({ by, isDown: o.by === by && !o.isDown }))}>
        {words}
        <span aria-hidden>{order.by === by ? (order.isDown ? " ↓" : " ↑") : ""}</span>
      </SortButton>
    </th>
  );
  return (
    <>
      <OnPhone>
        <SelectField
          label="In the order of"
          choices={ORDERS}
          value={order.by}
          onChange={(by) => setOrder({ by, isDown: false })}
        />
      </OnPhone>
      <Table>
        <thead>
          <tr>
            {heading("number", "Channel")}
            {heading("frequency", "Frequency MHz")}
            {heading("in-hand", "In hand")}
            <th>Reason</th>
            <th>Fix it at</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((c) => (
            <PickRow
              key={c.id}
              {...p}
              channel={c}
              pick={p.shown.picks.find((x) => x.channelId === c.id) ?? null}
            />
          ))}
        </tbody>
      </Table>
    </>
  );
});

const ORDERS: { id: PickOrder; label: string }[] = [
  { id: "number", label: "the list" },
  { id: "frequency", label: "frequency" },
  { id: "in-hand", label: "what is in hand" },
];

function PickRow({
  channel: c,
  pick,
  shown,
  profile,
  beforeHz,
  kit,
  careful,
  nameOf,
  heldId,
  onHold,
  texts,
  locks,
  onType,
  onHit,
}: PickTableProps & { channel: ChannelView; pick: ShownPick | null }) {
  const unplaced = shown.unplaced.find((u) => u.channelId === c.id);
  const written = pick ? endsWrite(kit, c, pick.frequencyHz) : null;
  return (
    <tr data-channel={c.id}>
      <th scope="row">
        <Row as="span" style={{ flexWrap: "nowrap" }}>
          {c.meets === "tunes" ? (
            <HoldButton
              title={`Ask about places for ${c.talker}`}
              aria-pressed={heldId === c.id}
              onClick={() => onHold(c.id)}
            >
              <Mark>{c.mark}</Mark>
            </HoldButton>
          ) : (
            <Mark>{c.mark}</Mark>
          )}
          <span>
            {c.talker}
            <Soft
              style={{ display: "block", whiteSpace: "nowrap" }}
            >{`${c.receiverLabel}, ${c.meets === "adaptive" ? "chooses for itself" : c.meets === "tunes" ? rangesWords(c.tuning) : "no common tuning"}`}</Soft>
          </span>
        </Row>
      </th>
      <td data-label="Frequency">
        {pick ? <BigFigure>{formatMhz(pick.frequencyHz)}</BigFigure> : <Soft>–</Soft>}
        {written && <Soft style={{ display: "block", whiteSpace: "nowrap" }}>{written}</Soft>}
        {shown.kind === "draft" && pick && beforeHz && (
          <Soft style={{ display: "block", whiteSpace: "nowrap" }}>
            {beforeWords(beforeHz.get(c.id) ?? null, pick.frequencyHz)}
          </Soft>
        )}
      </td>
      <td data-label="In hand">
        {pick ? <InHand reason={pick.reason} profile={profile} /> : <Soft>–</Soft>}
      </td>
      <td data-wide>
        <LegalFlag legality={c.legality} unit={c.packLabel} />
        {unplaced && c.legality.code !== "fine" ? null : unplaced ? (
          <>
            <Status status="problem">no place</Status>
            <Why>{unplaced.reason}</Why>
          </>
        ) : pick && pick.broken.length > 0 ? (
          <Status status="problem">
            {listWords(pick.broken.slice(0, 2).map((b) => brokenRuleWords(b, nameOf)))}
          </Status>
        ) : pick ? (
          <Why>
            {(pick.isLocked ? "fixed by you; " : "") +
              (careful.includes(carrierId(c.id))
                ? "guards 100 kHz wider, for a scene that cannot be repeated; "
                : "") +
              pickReasonWords(pick.reason, nameOf)}
          </Why>
        ) : null}
      </td>
      <td data-wide>
        <TextField
          label={`Fix ${c.talker} at, MHz`}
          isLabelHidden
          placeholder={pick ? formatMhz(pick.frequencyHz) : "512.375"}
          widthCh={9}
          inputMode="decimal"
          value={texts[c.id] ?? ""}
          onChange={(text) => onType(c.id, text)}
          error={lockWords(locks[c.id], nameOf)}
        />
        {shown.kind === "plan" && pick && (
          <QuietButton
            aria-label={`${c.talker} is hit: the best spare`}
            onPress={() => onHit(c.id)}
          >
            hit?
          </QuietButton>
        )}
      </td>
    </tr>
  );
}

const COUNT_WORDS: Record<Count, string> = {
  quiet: "quiet",
  apart: "apart",
  product: "off a product",
};

/**
 * What a pick has in hand over what is asked, the weakest first and strongest printed: that is its
 * number.
 */
function InHand({ reason, profile }: { reason: PickReason; profile: Profile }) {
  const { margins, nearestProduct } = reason;
  const figure: Record<Count, string> = {
    quiet: formatDb(margins.noiseDb ?? 0),
    apart: formatSpan(margins.spacingHz ?? 0),
    product: formatSpan(nearestProduct?.inHandHz ?? 0),
  };
  return (
    <Lines>
      {inHandOf(reason, profile).map(({ count }, i) => (
        <span key={count} data-weakest={i === 0 || undefined}>
          <Figure>{figure[count]}</Figure> {COUNT_WORDS[count]}
        </span>
      ))}
    </Lines>
  );
}

const beforeWords = (beforeHz: number | null, frequencyHz: number): string =>
  beforeHz === null ? "new" : beforeHz === frequencyHz ? "stays" : `was ${formatMhz(beforeHz)}`;

function lockWords(lock: TypedLock | undefined, nameOf: (id: string) => string): string | null {
  if (!lock || lock.state === "none") return null;
  if (lock.state === "unreadable") return frequencyTextErrorWords(lock.error);
  return lock.broken.length === 0
    ? null
    : `${formatMhz(lock.frequencyHz)} is ${listWords(lock.broken.slice(0, 3).map((b) => brokenRuleWords(b, nameOf)))}.`;
}

const Lines = styled.span`
  display: flex;
  flex-direction: column;
  font-size: 15px;
  line-height: 1.35;
  white-space: nowrap;
  color: var(--soft);
  [data-weakest] {
    color: var(--ink);
    font-weight: 600;
  }
`;
const Why = styled.span`
  color: var(--soft);
  font-size: 15px;
  line-height: 1.35;
  display: block;
  max-width: 46ch;
`;
/** The headings are not there on a phone. */
const OnPhone = styled.div`
  display: none;
  ${PHONE} {
    display: block;
  }
`;
const SortButton = styled.button`
  ${PHONE} {
    display: none;
  }
  min-height: 32px;
  border: 0;
  padding: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 3px;
`;
const HoldButton = styled.button`
  border: 0;
  min-width: 44px;
  min-height: 44px;
  margin: -4px;
  padding: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
  border-radius: 4px;
  &[aria-pressed="true"] {
    box-shadow: 0 0 0 3px var(--accent);
  }
`;
