import { itemAt } from "~/core/units/items";
import { Plus, X } from "lucide-react";
import { useState } from "react";
import { formatDb } from "~/contract/messages/format";
import type { CoaxType, FeedItem } from "~/core/radio/feed";
import { type FeedAdvice, feedAnswer } from "~/core/radio/feedAdvice";
import { LengthField } from "~/app/features/plan/LengthField";
import type { Lengths } from "~/app/features/plan/lengths";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField, SwitchField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";

/** As many parts as a feed may have. */
const MAX_PARTS = 12;

const TYPES: { id: CoaxType; label: string }[] = [
  { id: "RG-174", label: "RG-174, thin" },
  { id: "RG-58", label: "RG-58" },
  { id: "RG-8X", label: "RG-8X" },
  { id: "RG-213", label: "RG-213, thick" },
  { id: "low-loss-10", label: "low-loss, 10 mm" },
];
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
    <section aria-label="Cable and distribution">
      <Heading>From the antenna to the receiver</Heading>
      <Soft as="p">{`${answer.gainDb <= 0 ? `${formatDb(-answer.gainDb)} are lost on the way` : `${formatDb(answer.gainDb)} are gained on the way`}; a weak signal ${answer.sensitivityLossDb >= 0 ? `loses ${formatDb(answer.sensitivityLossDb)}` : `gains ${formatDb(-answer.sensitivityLossDb)}`} against the receiver at the antenna itself (noise figure ${formatDb(answer.noiseFigureDb)}). A near pack overloads ${answer.overloadShiftDb >= 0 ? `${formatDb(answer.overloadShiftDb)} later` : `${formatDb(-answer.overloadShiftDb)} sooner`}.`}</Soft>
      <Stack $gapPx={8}>
        {feed.map((f, i) => (
          <Row key={i} role="group" aria-label={`${i + 1}: ${NAMES[f.kind]}`}>
            <b>{`${i + 1}. ${NAMES[f.kind]}`}</b>
            {f.kind === "coax" && (
              <>
                <SelectField
                  label="Kind"
                  isLabelHidden
                  choices={TYPES}
                  value={f.type}
                  onChange={(type) => {
                    set(i, { ...f, type });
                  }}
                />
                <LengthField
                  label="Long"
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
                label="Ways"
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
                  label="Gain"
                  unit="dB"
                  min={0}
                  max={40}
                  step={1}
                  value={f.gainDb}
                  onChange={(gainDb) => {
                    set(i, { ...f, gainDb });
                  }}
                />
                <NumberField
                  label="Noise figure"
                  unit="dB"
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
                label="Loses"
                unit="dB"
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
              aria-label={`${i + 1} up`}
              isDisabled={i === 0}
              onPress={() => {
                setFeed(feed.map((x, k) => (k === i - 1 ? f : k === i ? itemAt(feed, i - 1) : x)));
              }}
            >
              ↑
            </Button>
            <Button
              aria-label={`Take ${i + 1} away`}
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
          {feed.length >= MAX_PARTS && <Soft>{`${MAX_PARTS} parts are the most.`}</Soft>}
        </Row>
        <Row>
          <SwitchField isSelected={isActive} onChange={setActive}>
            the antenna is active
          </SwitchField>
          <SwitchField isSelected={givesBias} onChange={setGives}>
            power is fed up the cable
          </SwitchField>
          <SwitchField isSelected={passesBias} onChange={setPasses}>
            distribution and pad let it through
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
      return `The amplifier lifts the cable’s noise along: at the antenna’s end it gains ${formatDb(a.gainDb)} for a weak signal.`;
    case "amplifier-much":
      return `It lifts ${formatDb(a.overDb)} more than the cable loses: near packs overload that much sooner, and every strong station with them. Less gain, or a pad.`;
    case "bias-missing":
      return "An amplifier without power is a wall. Switch the feed up the cable on, or give it its own.";
    case "bias-stopped":
      return "What is fed up the cable does not get through the distribution or pad in between. Feed it in behind that.";
    case "bias-into-passive":
      return "A passive antenna needs no power up the cable, and many are a short circuit to it: switch it off before one is screwed on.";
    case "cable-lossy":
      return `That is much for one cable: ${a.type === "low-loss-10" ? "low-loss, 10 mm" : a.type} would bring ${formatDb(a.gainDb)} back.`;
  }
}
