import { itemAt } from "~/core/units/items";
import { type ReactNode, useState } from "react";
import styled from "styled-components";
import type { ScanChoices } from "~/contract/schemas/airView";
import { capital, count, listWords } from "~/contract/messages/format";
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
  /** What of the spine is looked at; null is the whole. */
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
  { id: 3, label: "three times", detail: "catches more of what comes and goes" },
  { id: 10, label: "ten times", detail: "for a talkback that is rarely on" },
  {
    id: UNTIL_STOPPED,
    label: "until I stop it",
    detail: "while waiting; every whole pass is kept",
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
            detail: "what the picture shows",
            stretch: looked,
          },
        ]
      : []),
    ...choices.blocks.map((b, i) => ({
      id: `block ${i}`,
      label: b.name,
      detail: `${formatMhz(b.lowHz)} to ${formatMhz(b.highHz)} MHz`,
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
        <span>Listen with</span>
        <SelectField
          label="Instrument"
          isLabelHidden
          value={instrument}
          onChange={setInstrument}
          choices={[
            ...(choices.receivers === null
              ? []
              : [{ id: RECEIVERS, label: choices.receivers, detail: "the receivers of the case" }]),
            ...choices.scanners.map((s) => ({
              id: s.key,
              label: s.label,
              detail: "sweeps finer, and beside the receivers",
            })),
          ]}
        />
        <span>on</span>
        <SelectField
          label="Antennas"
          isLabelHidden
          value={antenna}
          onChange={setAntenna}
          choices={[
            {
              id: ALONE,
              label: instrument === RECEIVERS ? "their own antennas" : "its own antenna",
            },
            ...antennas.map((a) => ({ id: a, label: a })),
          ]}
        />
        <span>through</span>
        <SelectField
          label="What to sweep"
          isLabelHidden
          value={chosen.id}
          onChange={setPart}
          choices={parts}
        />
        <SelectField
          label="How many passes"
          isLabelHidden
          choices={PASSES}
          value={passes}
          onChange={setPasses}
        />
        <SelectField
          label="Side of the door"
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
            ? `Packs off: none of ${count(packCount, "pack")} is on the air. Antennas upright, receivers where they will work.`
            : `${listWords(onPacks)} ${onPacks.length === 1 ? "is" : "are"} on: what is on shows up as taken.`}
          {onPacks.length > 0 && (
            <CartButton onPress={() => send({ intent: "packs-off" })}>
              {onPacks.length === 1 ? "Switch it off" : "Switch them off"}
            </CartButton>
          )}
        </li>
        {setting !== place.setting && (
          <li
            data-stands
          >{`${capital(place.name)} is ${place.setting === "indoors" ? "inside" : "outside"}: a scan of the other side is kept to compare with, picks do not follow it.`}</li>
        )}
      </Checks>
      <Row>
        <PrimaryButton
          isDisabled={!isReady}
          why={
            choices.receivers === null && choices.scanners.length === 0
              ? "Nothing that is connected can scan."
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
          Scan now
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
    font-size: 15px;
  }
  li[data-stands] {
    color: var(--ink);
    font-size: 16px;
    border-left: 4px solid var(--watch);
    padding-left: 12px;
  }
`;
