import { Plus, X } from "lucide-react";
import { COAX_CHOICES } from "~/contract/messages/antenna";
import { ANTENNAS_TEXTS } from "~/contract/messages/screens/antennas";
import type { FeedItem } from "~/core/radio/feed";
import { itemAt } from "~/core/units/items";
import { LengthField } from "~/app/features/plan/LengthField";
import type { Lengths } from "~/app/features/plan/lengths";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";

/** As many parts as a line may have. */
const MAX_PARTS = 12;

const NEW: Record<"coax" | "amplifier" | "pad" | "loss", FeedItem> = {
  coax: { kind: "coax", type: "RG-58", lengthM: 10 },
  amplifier: { kind: "amplifier", gainDb: 10, noiseFigureDb: 3 },
  pad: { kind: "pad", db: 6 },
  loss: { kind: "loss", db: 1.5 },
};
export const PART_NAMES = {
  coax: "cable",
  splitter: "distribution",
  amplifier: "amplifier",
  pad: "pad",
  loss: "filter",
} as const;

/** What lies in a line, thing by thing, from the antenna on. */
export function FeedParts({
  feed,
  lengths,
  onChange,
}: {
  feed: readonly FeedItem[];
  lengths: Lengths;
  onChange: (feed: FeedItem[]) => void;
}) {
  const set = (i: number, item: FeedItem) => {
    onChange(feed.map((f, k) => (k === i ? item : f)));
  };
  return (
    <>
      {feed.map((f, i) => (
        <Row key={i} role="group" aria-label={`${i + 1}: ${PART_NAMES[f.kind]}`}>
          <b>{`${i + 1}. ${PART_NAMES[f.kind]}`}</b>
          {f.kind === "coax" && (
            <>
              <SelectField
                label={ANTENNAS_TEXTS.kind}
                isLabelHidden
                choices={COAX_CHOICES}
                value={f.type}
                onChange={(type) => {
                  set(i, { ...f, type });
                }}
              />
              <LengthField
                label={ANTENNAS_TEXTS.long}
                lengths={lengths}
                minM={0.5}
                maxM={200}
                step={0.5}
                valueM={f.lengthM}
                onChange={(m) => {
                  set(i, { ...f, lengthM: m });
                }}
              />
            </>
          )}
          {f.kind === "amplifier" && (
            <>
              <NumberField
                label={ANTENNAS_TEXTS.gain}
                unit={ANTENNAS_TEXTS.db}
                min={0}
                max={40}
                step={1}
                value={f.gainDb}
                onChange={(gainDb) => {
                  set(i, { ...f, gainDb });
                }}
              />
              <NumberField
                label={ANTENNAS_TEXTS.noiseFigure}
                unit={ANTENNAS_TEXTS.db}
                min={0}
                max={20}
                step={0.5}
                value={f.noiseFigureDb}
                onChange={(nf) => {
                  set(i, { ...f, noiseFigureDb: nf });
                }}
              />
            </>
          )}
          {(f.kind === "pad" || f.kind === "loss") && (
            <NumberField
              label={ANTENNAS_TEXTS.loses2}
              unit={ANTENNAS_TEXTS.db}
              min={0}
              max={60}
              step={0.5}
              value={f.db}
              onChange={(db) => {
                set(i, { ...f, db });
              }}
            />
          )}
          <Button
            aria-label={ANTENNAS_TEXTS.up(i + 1)}
            isDisabled={i === 0}
            onPress={() => {
              onChange(feed.map((x, k) => (k === i - 1 ? f : k === i ? itemAt(feed, i - 1) : x)));
            }}
          >
            ↑
          </Button>
          <Button
            aria-label={ANTENNAS_TEXTS.removePart(i + 1)}
            onPress={() => {
              onChange(feed.filter((_, k) => k !== i));
            }}
          >
            <X aria-hidden />
          </Button>
        </Row>
      ))}
      <Row>
        {(Object.keys(NEW) as (keyof typeof NEW)[]).map((k) => (
          <QuietButton
            key={k}
            isDisabled={feed.length >= MAX_PARTS}
            onPress={() => {
              onChange([...feed, NEW[k]]);
            }}
          >
            <Plus aria-hidden />
            {PART_NAMES[k]}
          </QuietButton>
        ))}
        {feed.length >= MAX_PARTS && <Soft>{ANTENNAS_TEXTS.partsAreTheLimit(MAX_PARTS)}</Soft>}
      </Row>
    </>
  );
}
