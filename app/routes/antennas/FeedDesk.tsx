import { itemAt } from "~/core/units/items";
import { Plus, X } from "lucide-react";
import { useState } from "react";
import { formatDb } from "~/contract/messages/format";
import type { FeedItem } from "~/core/radio/feed";
import { COAX_CHOICES } from "~/contract/messages/antenna";
import { ANTENNAS_TEXTS } from "~/contract/messages/screens/antennas";
import { type FeedAdvice, feedAnswer } from "~/core/radio/feedAdvice";
import { LengthField } from "~/app/features/plan/LengthField";
import type { Lengths } from "~/app/features/plan/lengths";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField, SwitchField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";

/** As many parts as a feed may have. */
const MAX_PARTS = 12;

const NEW: Record<"coax" | "splitter" | "amplifier" | "pad" | "loss", FeedItem> = {
  coax: { kind: "coax", type: "RG-58", lengthM: 10 },
  splitter: { kind: "splitter", ways: 2 },
  amplifier: { kind: "amplifier", gainDb: 10, noiseFigureDb: 3 },
  pad: { kind: "pad", db: 6 },
  loss: { kind: "loss", db: 1.5 },
};
const NAMES = {
  coax: "cable",
  splitter: "distribution",
  amplifier: "amplifier",
  pad: "pad",
  loss: "filter",
} as const;

/** What lies between an antenna and the receivers, thing by thing, and what would be better. */
export function FeedDesk({
  frequencyHz,
  lengths,
  noiseFigureDb,
}: {
  frequencyHz: number;
  lengths: Lengths;
  noiseFigureDb: number;
}) {
  const [feed, setFeed] = useState<FeedItem[]>([
    { kind: "coax", type: "RG-58", lengthM: 10 },
    { kind: "splitter", ways: 4 },
  ]);
  const [isActive, setActive] = useState(false);
  const [givesBias, setGives] = useState(false);
  const [passesBias, setPasses] = useState(true);
  const needsBias = isActive || feed.some((f) => f.kind === "amplifier");
  const answer = feedAnswer({
    feed,
    frequencyHz,
    receiverNoiseFigureDb: noiseFigureDb,
    needsBias,
    givesBias,
    passesBias,
  });
  const set = (i: number, item: FeedItem) => {
    setFeed(feed.map((f, k) => (k === i ? item : f)));
  };
  return (
    <section aria-label={ANTENNAS_TEXTS.cableAndDistribution}>
      <Heading>{ANTENNAS_TEXTS.fromTheAntenna}</Heading>
      <Soft as="p">
        {ANTENNAS_TEXTS.aWeakSignalAgainst(
          answer.gainDb <= 0
            ? ANTENNAS_TEXTS.areLostOnTheWay(formatDb(-answer.gainDb))
            : ANTENNAS_TEXTS.areGainedOnTheWay(formatDb(answer.gainDb)),
          answer.sensitivityLossDb >= 0
            ? ANTENNAS_TEXTS.loses(formatDb(answer.sensitivityLossDb))
            : ANTENNAS_TEXTS.gains(formatDb(-answer.sensitivityLossDb)),
          formatDb(answer.noiseFigureDb),
          answer.overloadShiftDb >= 0
            ? ANTENNAS_TEXTS.later(formatDb(answer.overloadShiftDb))
            : ANTENNAS_TEXTS.sooner(formatDb(-answer.overloadShiftDb)),
        )}
      </Soft>
      <Stack $gapPx={8}>
        {feed.map((f, i) => (
          <Row key={i} role="group" aria-label={`${i + 1}: ${NAMES[f.kind]}`}>
            <b>{`${i + 1}. ${NAMES[f.kind]}`}</b>
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
            {f.kind === "splitter" && (
              <NumberField
                label={ANTENNAS_TEXTS.ways}
                unit=""
                min={1}
                max={16}
                step={1}
                value={f.ways}
                onChange={(ways) => {
                  set(i, { ...f, ways });
                }}
              />
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
                setFeed(feed.map((x, k) => (k === i - 1 ? f : k === i ? itemAt(feed, i - 1) : x)));
              }}
            >
              ↑
            </Button>
            <Button
              aria-label={ANTENNAS_TEXTS.removePart(i + 1)}
              onPress={() => {
                setFeed(feed.filter((_, k) => k !== i));
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
                setFeed([...feed, NEW[k]]);
              }}
            >
              <Plus aria-hidden />
              {NAMES[k]}
            </QuietButton>
          ))}
          {feed.length >= MAX_PARTS && <Soft>{ANTENNAS_TEXTS.partsAreTheLimit(MAX_PARTS)}</Soft>}
        </Row>
        <Row>
          <SwitchField isSelected={isActive} onChange={setActive}>
            {ANTENNAS_TEXTS.theAntennaIsActive}
          </SwitchField>
          <SwitchField isSelected={givesBias} onChange={setGives}>
            {ANTENNAS_TEXTS.powerGoesUpTheCable}
          </SwitchField>
          <SwitchField isSelected={passesBias} onChange={setPasses}>
            {ANTENNAS_TEXTS.distributionAndAttenuatorPass}
          </SwitchField>
        </Row>
        {answer.advice.map((a, i) => (
          <Notice key={i} kind="caution">
            {adviceWords(a)}
          </Notice>
        ))}
      </Stack>
    </section>
  );
}

function adviceWords(a: FeedAdvice): string {
  switch (a.code) {
    case "amplifier-late":
      return ANTENNAS_TEXTS.theAmplifierLiftsTheCables(formatDb(a.gainDb));
    case "amplifier-much":
      return ANTENNAS_TEXTS.itLiftsMoreThan(formatDb(a.overDb));
    case "bias-missing":
      return ANTENNAS_TEXTS.anAmplifierWithoutPowerBlocks;
    case "bias-stopped":
      return ANTENNAS_TEXTS.whatIsFedUp;
    case "bias-into-passive":
      return ANTENNAS_TEXTS.aPassiveAntennaNeedsNo;
    case "cable-lossy":
      return ANTENNAS_TEXTS.thatIsMuchForOne(
        a.type === "low-loss-10" ? "low-loss, 10 mm" : a.type,
        formatDb(a.gainDb),
      );
  }
}
