import { itemAt } from "~/core/units/items";
import { type ReactNode, useState } from "react";
import styled from "styled-components";
import type { ScanChoices } from "~/contract/schemas/airView";
import { capital, count, listWords, namesOrCount } from "~/contract/messages/format";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { formatMhz } from "~/core/units/frequencyText";
import type { FrequencyRange } from "~/core/regulations/region";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Row } from "~/app/ui/Page/Page";
import { CartButton } from "~/app/routes/shared/CartOnly";
import type { ScanIntent } from "./intents";

interface ScanStartProps {
  choices: ScanChoices;
  place: { name: string; setting: "indoors" | "outdoors" };
  /** Packs that are on the air now. */
  onPacks: string[];
  packCount: number;
  /** What of the spectrum is looked at; null is the whole. */
  looked: FrequencyRange | null;
  isReady: boolean;
  send: (intent: ScanIntent) => void;
  /** Other ways to come by a scan. */
  children: ReactNode;
}

const ALONE = "alone";
const RECEIVERS = "receivers";
const UNTIL_STOPPED = 0;
const PASSES = [
  { id: 1, label: "once" },
  { id: 3, label: SCAN_TEXTS.threeTimes, detail: SCAN_TEXTS.catchesMoreOfWhatComes },
  { id: 10, label: SCAN_TEXTS.tenTimes, detail: SCAN_TEXTS.forTransmittersThatAreRarely },
  {
    id: UNTIL_STOPPED,
    label: SCAN_TEXTS.untilIStop,
    detail: SCAN_TEXTS.everyCompletePassIsSaved,
  },
];

/**
 * What a scan needs before it begins, as one sentence whose parts can be changed; below it what
 * stands in its way.
 */
export function ScanStart({
  choices,
  place,
  onPacks,
  packCount,
  looked,
  isReady,
  send,
  children,
}: ScanStartProps) {
  const [instrument, setInstrument] = useState(
    choices.lastScanner ??
      (choices.receivers === null ? (choices.scanners[0]?.key ?? RECEIVERS) : RECEIVERS),
  );
  const [part, setPart] = useState("all");
  const [passes, setPasses] = useState(1);
  const [setting, setSetting] = useState(place.setting);
  const [antenna, setAntenna] = useState(choices.lastAntenna || ALONE);
  const parts = [
    { id: "all", label: "everything", stretch: null },
    ...(looked
      ? [
          {
            id: "looked",
            label: `${formatMhz(Math.round(looked.lowHz))}–${formatMhz(Math.round(looked.highHz))}`,
            detail: SCAN_TEXTS.whatThePictureShows2,
            stretch: looked,
          },
        ]
      : []),
    ...choices.blocks.map((b, i) => ({
      id: `block ${i}`,
      label: b.name,
      detail: SCAN_TEXTS.toMhz(formatMhz(b.lowHz), formatMhz(b.highHz)),
      stretch: { lowHz: b.lowHz, highHz: b.highHz },
    })),
  ];
  const chosen = parts.find((p) => p.id === part) ?? itemAt(parts, 0);
  const antennas = [
    ...new Set([...choices.antennas, ...(choices.lastAntenna ? [choices.lastAntenna] : [])]),
  ];
  return (
    <Sheet>
      <Sentence>
        <span>{SCAN_TEXTS.scan2}</span>
        <SelectField
          label={SCAN_TEXTS.instrument}
          isLabelHidden
          value={instrument}
          onChange={setInstrument}
          choices={[
            ...(choices.receivers === null
              ? []
              : [
                  {
                    id: RECEIVERS,
                    label: choices.receivers,
                    detail: SCAN_TEXTS.theReceiversInTheKit,
                  },
                ]),
            ...choices.scanners.map((s) => ({
              id: s.key,
              label: s.label,
              detail: SCAN_TEXTS.finerAndKeepsTheReceivers,
            })),
          ]}
        />
        <span>{SCAN_TEXTS.on2}</span>
        <SelectField
          label={SCAN_TEXTS.antennas}
          isLabelHidden
          value={antenna}
          onChange={setAntenna}
          choices={[
            {
              id: ALONE,
              label:
                instrument === RECEIVERS ? SCAN_TEXTS.theirOwnAntennas : SCAN_TEXTS.itsOwnAntenna,
            },
            ...antennas.map((a) => ({ id: a, label: a })),
          ]}
        />
        <span>{SCAN_TEXTS.through}</span>
        <SelectField
          label={SCAN_TEXTS.whatToSweep}
          isLabelHidden
          value={chosen.id}
          onChange={setPart}
          choices={parts}
        />
        <SelectField
          label={SCAN_TEXTS.howManyPasses}
          isLabelHidden
          choices={PASSES}
          value={passes}
          onChange={setPasses}
        />
        <SelectField
          label={SCAN_TEXTS.insideOrOutside}
          isLabelHidden
          value={setting}
          onChange={setSetting}
          choices={[
            { id: "indoors", label: "inside" },
            { id: "outdoors", label: "outside" },
          ]}
        />
      </Sentence>
      <Checks>
        <li data-stands={onPacks.length > 0 || undefined}>
          {onPacks.length === 0
            ? SCAN_TEXTS.packsOffNone(count(packCount, "pack"))
            : onPacks.length === 1
              ? SCAN_TEXTS.itIsOn(listWords(onPacks))
              : SCAN_TEXTS.theyAreOn(capital(namesOrCount(onPacks, "pack")))}
          {onPacks.length > 0 && (
            <CartButton onPress={() => send({ intent: "packs-off" })}>
              {onPacks.length === 1 ? SCAN_TEXTS.switchItOff : SCAN_TEXTS.switchThemOff}
            </CartButton>
          )}
        </li>
        {setting !== place.setting && (
          <li data-stands>
            {SCAN_TEXTS.isAScan(
              capital(place.name),
              place.setting === "indoors" ? "inside" : "outside",
            )}
          </li>
        )}
      </Checks>
      <Row>
        <PrimaryButton
          isDisabled={!isReady}
          why={
            choices.receivers === null && choices.scanners.length === 0
              ? SCAN_TEXTS.nothingConnectedCanScan
              : null
          }
          onPress={() =>
            send({
              intent: "start",
              passes: passes === UNTIL_STOPPED ? null : passes,
              scannerKey: instrument === RECEIVERS ? null : instrument,
              stretch: chosen.stretch && {
                lowHz: chosen.stretch.lowHz,
                highHz: chosen.stretch.highHz,
              },
              setting,
              antenna: antenna === ALONE ? "" : antenna,
            })
          }
        >
          {SCAN_TEXTS.scanNow}
        </PrimaryButton>
        {children}
      </Row>
    </Sheet>
  );
}

const Sheet = styled.section`
  display: flex;
  flex-direction: column;
  gap: 6px;
`;
const Sentence = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 10px;
  align-items: center;
`;
const Checks = styled.ul`
  list-style: none;
  display: flex;
  flex-direction: column;
  gap: 6px;
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 14px;
    align-items: center;
    color: var(--soft);
    font-size: var(--text);
  }
  li[data-stands] {
    color: var(--ink);
    font-size: var(--text);
    border-left: 4px solid var(--watch);
    padding-left: 12px;
  }
`;
