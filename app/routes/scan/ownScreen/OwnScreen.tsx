import { useState } from "react";
import { ToggleButtonGroup } from "react-aria-components";
import type { ReadReceiver, ToldScan } from "~/server/services/scan/unitScanView.server";
import { formatAge, formatClock } from "~/contract/messages/format";
import {
  FINDING_KINDS,
  findingWords,
  stepwiseWords,
  UNIT_SCAN_LIMITS,
} from "~/contract/messages/unitScan";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import type { UnitFinding, UnitFindingKind } from "~/core/evidence/unitScan";
import { QuietButton, ToggleButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Heading, Row, Soft } from "~/app/ui/Page/Page";
import { CartOnly } from "~/app/routes/shared/CartOnly";
import type { ScanIntent } from "../intents";
import { BankCounts } from "./BankCounts";
import { BankMembers } from "./BankMembers";
import * as S from "./ownScreen.styles";
import { PlaceEntry } from "./PlaceEntry";
import { PlaceChips } from "./PlaceChips";

interface OwnScreenProps {
  screens: { receivers: readonly ReadReceiver[]; told: readonly ToldScan[] };
  place: string;
  nowMs: number;
  /** Whether this is the way to a scan here, so that its first field takes the keys. */
  isFirst: boolean;
  send: (intent: ScanIntent) => void;
}

/** What a receiver's own screen shows of the air, typed in: it counts as a scan of this place. */
export function OwnScreen({ screens, place, nowMs, isFirst, send }: OwnScreenProps) {
  const { receivers, told } = screens;
  // the one that nobody read yet comes first
  const [key, setKey] = useState<string | null>(null);
  const unread = receivers.find((r) => r.isUsed && r.atMs === null);
  const receiver = receivers.find((r) => r.key === key) ?? unread ?? receivers[0];
  const [kinds, setKinds] = useState<Record<string, UnitFindingKind>>({});
  if (!receiver) return null;
  const kind = kinds[receiver.modelId] ?? receiver.lastKind ?? usualKind(receiver) ?? "proposal";
  const tell = (findings: UnitFinding[]) => {
    setKinds({ ...kinds, [receiver.modelId]: kind });
    send({ intent: "unit-scan", receiverKey: receiver.key, findings });
  };
  const entry = { receiver, tell, isFirst: isFirst && receiver === unread };
  return (
    <S.Sheet
      aria-label={SCAN_TEXTS.theReceiversOwnScan}
      onKeyDown={(event: React.KeyboardEvent) => {
        // the stages' keys are digits: Escape gives them back
        if (event.key === "Escape") (event.target as HTMLElement).blur();
      }}
    >
      <Row>
        <Heading>{SCAN_TEXTS.theReceiversOwnScan}</Heading>
        {receivers.length > 1 && (
          <SelectField
            label={SCAN_TEXTS.receiver}
            isLabelHidden
            value={receiver.key}
            onChange={setKey}
            choices={receivers.map((r) => ({
              id: r.key,
              label: `${r.label}, ${r.model}`,
              ...(r.atMs === null ? {} : { detail: SCAN_TEXTS.read(formatClock(r.atMs)) }),
            }))}
          />
        )}
        {receivers.length === 1 && <Soft>{`${receiver.label}, ${receiver.model}`}</Soft>}
      </Row>
      <CartOnly>
        <ToggleButtonGroup
          aria-label={SCAN_TEXTS.whatItsScreenShows}
          selectionMode="single"
          disallowEmptySelection
          selectedKeys={[kind]}
          onSelectionChange={(chosen) => {
            const [next] = [...chosen] as UnitFindingKind[];
            if (next) setKinds({ ...kinds, [receiver.modelId]: next });
          }}
        >
          {receiver.kinds.map((k) => (
            <ToggleButton key={k} id={k}>
              {FINDING_KINDS[k]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {kind === "bank-count" ? (
          <BankCounts key={receiver.key} {...entry} />
        ) : kind === "bank-members" ? (
          <BankMembers key={receiver.key} {...entry} />
        ) : (
          <PlaceEntry key={`${receiver.key} ${kind}`} kind={kind} {...entry} />
        )}
      </CartOnly>
      {receivers
        .filter((r, i) => receivers.findIndex((x) => x.modelId === r.modelId) === i)
        .map((r) => (
          <PlaceChips key={r.key} receiver={r} />
        ))}
      {kind === "proposal" && receiver.canScan && <Soft as="p">{stepwiseWords(receiver)}</Soft>}
      <Soft as="p">
        {receiver.canScan ? UNIT_SCAN_LIMITS : SCAN_TEXTS.cannotScanByItselfSet(receiver.label)}
      </Soft>
      {told.length > 0 && (
        <S.Told aria-label={SCAN_TEXTS.readSoFar}>
          {told.map((t) => {
            const words = t.findings.map(findingWords).join("; ");
            return (
              <li key={t.ids[0]} data-old={!t.counts || undefined}>
                <span>
                  <b>{t.receiver}</b>
                  {` ${words} `}
                  <Soft>
                    {`${formatClock(t.atMs)} (${formatAge(nowMs - t.atMs)})${t.who ? `, ${t.who}` : ""}${t.place === place ? "" : `, ${t.place}`}${t.counts ? "" : SCAN_TEXTS.notValidHereAndNow}`}
                  </Soft>
                </span>
                <CartOnly>
                  <QuietButton
                    aria-label={SCAN_TEXTS.removeWith(t.receiver, words)}
                    onPress={() => send({ intent: "unit-scan-remove", ids: t.ids })}
                  >
                    {SCAN_TEXTS.remove}
                  </QuietButton>
                </CartOnly>
              </li>
            );
          })}
        </S.Told>
      )}
    </S.Sheet>
  );
}

/** The way that most receivers of a kind tell it: those with banks count them. */
const usualKind = (r: ReadReceiver): UnitFindingKind | undefined =>
  r.kinds.includes("bank-count") && r.canScan ? "bank-count" : r.kinds[0];
