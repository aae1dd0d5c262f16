import { useState } from "react";
import { listWords } from "~/contract/messages/format";
import { distributionProblemWords } from "~/contract/messages/antenna";
import { capital, formatDb } from "~/contract/messages/format";
import { ANTENNAS_TEXTS } from "~/contract/messages/screens/antennas";
import {
  chainGainDb,
  type Distribution,
  feedOf,
  newDistribution,
  splitterItem,
} from "~/core/kit/distribution";
import { parseTuning } from "~/core/kit/modelText";
import { type FeedItem, feedItem } from "~/core/radio/feed";
import { type FeedAdvice, feedAnswer } from "~/core/radio/feedAdvice";
import type { AntennasView } from "~/server/services/prep/antennas.server";
import type { FeedTreeNode } from "~/app/charts/feedTree/feedTreeLayout";
import { FeedTreeChart } from "~/app/charts/feedTree/FeedTreeChart";
import type { Lengths } from "~/app/features/plan/lengths";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { CheckField, NumberField, SelectField, SwitchField, TextField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { FeedParts, PART_NAMES } from "./FeedParts";
import type { AntennaIntent } from "./intents";

interface FeedProps {
  view: AntennasView;
  /** Where losses are told. */
  frequencyHz: number;
  noiseFigureDb: number;
  lengths: Lengths;
  isCart: boolean;
  isBusy: boolean;
  send: (intent: AntennaIntent) => void;
}

const NONE = "";

/** What feeds several receivers from one pair of antennas: drawn as it is plugged, part by part. */
export function Feed(props: FeedProps) {
  const { view, frequencyHz, isCart, isBusy, send } = props;
  const { distributions, version: expectedVersion } = view;
  const [chosenId, setChosenId] = useState(distributions[0]?.id ?? null);
  const chosen = distributions.find((d) => d.id === chosenId) ?? distributions[0] ?? null;
  const set = (next: Distribution[]) =>
    send({ intent: "set-distributions", distributions: next, expectedVersion });
  const add = () => {
    const n = distributions.length + 1;
    const made = newDistribution(
      `feed-${Date.now().toString(36)}`,
      ANTENNAS_TEXTS.distributionN(n),
    );
    setChosenId(made.id);
    set([...distributions, made]);
  };
  return (
    <section aria-label={ANTENNAS_TEXTS.cableAndDistribution}>
      <Heading>{ANTENNAS_TEXTS.fromTheAntenna}</Heading>
      <Stack $gapPx={10}>
        {distributions.length === 0 ? (
          <Soft as="p">{ANTENNAS_TEXTS.eachReceiverHasItsOwn}</Soft>
        ) : (
          <FeedTreeChart
            label={ANTENNAS_TEXTS.cableAndDistribution}
            roots={rootsOf(view, frequencyHz)}
          />
        )}
        {view.problems.map((p) => {
          const words = distributionProblemWords(p);
          return (
            <Status key={words.short + words.why} status="problem">
              {`${words.short}: ${words.why}. ${capital(words.mend)}.`}
            </Status>
          );
        })}
        {isCart && (
          <Row>
            <Button isDisabled={isBusy} onPress={add}>
              {ANTENNAS_TEXTS.addADistribution}
            </Button>
            {distributions.length > 1 && chosen && (
              <SelectField
                label={ANTENNAS_TEXTS.change}
                isLabelHidden
                choices={distributions.map((d) => ({ id: d.id, label: d.label }))}
                value={chosen.id}
                onChange={setChosenId}
              />
            )}
          </Row>
        )}
        {isCart && chosen && (
          <OneDistribution
            {...props}
            key={chosen.id}
            distribution={chosen}
            onChange={(next) => set(distributions.map((d) => (d.id === next.id ? next : d)))}
            onRemove={() =>
              set(
                distributions
                  .filter((d) => d.id !== chosen.id)
                  .map((d) => (d.fedBy === chosen.id ? { ...d, fedBy: null } : d)),
              )
            }
          />
        )}
      </Stack>
    </section>
  );
}

const note = (db: number): string => (Math.abs(db) < 0.05 ? "" : formatDb(db));

/** The tree as it is drawn: antennas, the line, the splitter, what hangs on each port. */
function rootsOf(view: AntennasView, frequencyHz: number): FeedTreeNode[] {
  const { distributions, seated, receivers, problems } = view;
  const labelOf = (key: string) => receivers.find((r) => r.key === key)?.label ?? key;
  const isWrong = (label: string) =>
    problems.some((p) => "distribution" in p && p.distribution === label);
  const partName = (item: FeedItem) =>
    item.kind === "coax"
      ? `${item.type} ${item.lengthM} m`
      : item.kind === "pad"
        ? ANTENNAS_TEXTS.padOf(item.db)
        : PART_NAMES[item.kind];
  const chain = (id: string, items: readonly FeedItem[], end: FeedTreeNode): FeedTreeNode =>
    items.reduceRight<FeedTreeNode>(
      (child, item, i) => ({
        id: `${id} ${i}`,
        kind: "part",
        label: partName(item),
        note: note(feedItem(item, frequencyHz).gainDb),
        isProblem: false,
        children: [child],
      }),
      end,
    );
  const of = (d: Distribution, seen: ReadonlySet<string>): FeedTreeNode => {
    const below = distributions.filter((x) => x.fedBy === d.id && !seen.has(x.id));
    return {
      id: d.id,
      kind: "distribution",
      label: d.label,
      note: `${d.outputs.length}/${d.ways} ${note(feedItem(splitterItem(d), frequencyHz).gainDb)}`,
      isProblem: isWrong(d.label),
      children: [
        ...d.outputs.map((o) =>
          chain(`${d.id} ${o.receiverKey}`, o.items, {
            id: `${d.id} ${o.receiverKey} end`,
            kind: "receiver",
            label: labelOf(o.receiverKey),
            note: note(chainGainDb(feedOf(distributions, o.receiverKey) ?? [], frequencyHz)),
            isProblem: false,
            children: [],
          }),
        ),
        ...below.map((x) => chain(`${x.id}.line`, x.line, of(x, new Set([...seen, d.id])))),
      ],
    };
  };
  return distributions
    .filter((d) => d.fedBy === null)
    .map((d) => {
      const here = seated.filter((s) => s.seat.key === d.id);
      return {
        id: `${d.id} antennas`,
        kind: "antenna" as const,
        label:
          here.length === 0
            ? ANTENNAS_TEXTS.antennas
            : here.map((s) => s.antenna?.label ?? ANTENNAS_TEXTS.none).join(" + "),
        note: "",
        isProblem: here.some((s) => s.antenna === null),
        children: [chain(`${d.id}.line`, d.line, of(d, new Set()))],
      };
    });
}

function OneDistribution({
  view,
  distribution: d,
  frequencyHz,
  noiseFigureDb,
  lengths,
  isBusy,
  onChange,
  onRemove,
}: Omit<FeedProps, "send"> & {
  distribution: Distribution;
  onChange: (next: Distribution) => void;
  onRemove: () => void;
}) {
  const [label, setLabel] = useState(d.label);
  const [connector, setConnector] = useState(d.connector);
  const [passes, setPasses] = useState(
    d.passes ? `${d.passes.lowHz / 1e6}–${d.passes.highHz / 1e6}` : "",
  );
  const [wrong, setWrong] = useState<string | null>(null);
  const seats = view.seated.filter((s) => s.seat.key === d.id);
  const answer = feedAnswer({
    feed: [...d.line, splitterItem(d)],
    frequencyHz,
    receiverNoiseFigureDb: noiseFigureDb,
    needsBias:
      d.line.some((i) => i.kind === "amplifier") || seats.some((s) => s.antenna?.isActive === true),
    givesBias: d.givesBias,
    passesBias: true,
  });
  const fedElsewhere = (key: string) =>
    view.distributions.find((x) => x.id !== d.id && x.outputs.some((o) => o.receiverKey === key));
  const hang = (receiverKey: string, isOn: boolean) =>
    onChange({
      ...d,
      outputs: isOn
        ? [...d.outputs, { receiverKey, items: [] }]
        : d.outputs.filter((o) => o.receiverKey !== receiverKey),
    });
  return (
    <Stack $gapPx={10}>
      <Row style={{ alignItems: "end" }}>
        <TextField
          label={ANTENNAS_TEXTS.name}
          value={label}
          onChange={setLabel}
          onCommit={() => label.trim() !== "" && onChange({ ...d, label: label.trim() })}
          widthCh={16}
        />
        <SelectField
          label={ANTENNAS_TEXTS.fedBy}
          choices={[
            { id: NONE, label: ANTENNAS_TEXTS.antennasOfItsOwn },
            ...view.distributions
              .filter((x) => x.id !== d.id)
              .map((x) => ({ id: x.id, label: ANTENNAS_TEXTS.throughOf(x.label) })),
          ]}
          value={d.fedBy ?? NONE}
          onChange={(id) => onChange({ ...d, fedBy: id === NONE ? null : id })}
        />
        <NumberField
          label={ANTENNAS_TEXTS.ways}
          unit=""
          min={1}
          max={64}
          step={1}
          value={d.ways}
          onChange={(ways) => onChange({ ...d, ways })}
        />
        <SelectField
          label={ANTENNAS_TEXTS.splitter}
          choices={[
            { id: "active", label: ANTENNAS_TEXTS.active },
            { id: "passive", label: ANTENNAS_TEXTS.passive },
          ]}
          value={d.gainDb === null ? "passive" : "active"}
          onChange={(kind) => onChange({ ...d, gainDb: kind === "active" ? 0 : null })}
        />
        {d.gainDb !== null && (
          <>
            <NumberField
              label={ANTENNAS_TEXTS.gain}
              unit={ANTENNAS_TEXTS.db}
              min={-20}
              max={20}
              step={0.5}
              value={d.gainDb}
              onChange={(gainDb) => onChange({ ...d, gainDb })}
            />
            <NumberField
              label={ANTENNAS_TEXTS.noiseFigure}
              unit={ANTENNAS_TEXTS.db}
              min={0}
              max={20}
              step={0.5}
              value={d.noiseFigureDb ?? 6}
              onChange={(nf) => onChange({ ...d, noiseFigureDb: nf })}
            />
          </>
        )}
        <TextField
          label={ANTENNAS_TEXTS.connector}
          value={connector}
          onChange={setConnector}
          onCommit={() =>
            connector.trim() !== "" && onChange({ ...d, connector: connector.trim() })
          }
          widthCh={7}
        />
        <TextField
          label={ANTENNAS_TEXTS.letsThrough}
          value={passes}
          placeholder={ANTENNAS_TEXTS.everything}
          onChange={(text) => {
            setPasses(text);
            setWrong(null);
          }}
          onCommit={() => {
            const text = passes;
            const read = parseTuning(text);
            const range = read.ok ? read.value[0] : undefined;
            if (text.trim() === "") onChange({ ...d, passes: null });
            else if (range && range.highHz > range.lowHz)
              onChange({ ...d, passes: { lowHz: range.lowHz, highHz: range.highHz } });
            else setWrong("470–694");
          }}
          error={wrong}
          widthCh={10}
        />
      </Row>
      <Row>
        <SwitchField
          isSelected={d.givesBias}
          onChange={(givesBias) => onChange({ ...d, givesBias })}
        >
          {ANTENNAS_TEXTS.powerGoesUpTheCable}
        </SwitchField>
        <SwitchField
          isSelected={d.through !== null}
          onChange={(has) => onChange({ ...d, through: has ? { gainDb: 0 } : null })}
        >
          {ANTENNAS_TEXTS.hasAThrough}
        </SwitchField>
      </Row>
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
      <Heading as="h3">{ANTENNAS_TEXTS.lineOnEachSide}</Heading>
      <FeedParts feed={d.line} lengths={lengths} onChange={(line) => onChange({ ...d, line })} />
      <Heading as="h3">{ANTENNAS_TEXTS.receiversOnIt(d.outputs.length, d.ways)}</Heading>
      <Row>
        {view.receivers.map((r) => {
          const other = fedElsewhere(r.key);
          const isOn = d.outputs.some((o) => o.receiverKey === r.key);
          return (
            <CheckField
              key={r.key}
              isSelected={isOn}
              isDisabled={isBusy || (!isOn && (!r.hasSockets || other !== undefined))}
              onChange={(on) => hang(r.key, on)}
            >
              {`${r.label}${!r.hasSockets ? ANTENNAS_TEXTS.itsAntennasAreFixed : other ? ANTENNAS_TEXTS.on(other.label) : ""}`}
            </CheckField>
          );
        })}
      </Row>
      {d.outputs.length > 0 && (
        <Row style={{ alignItems: "end" }}>
          <NumberField
            label={ANTENNAS_TEXTS.cableToEach}
            unit="m"
            min={0}
            max={50}
            step={0.5}
            value={cableOf(d)}
            onChange={(lengthM) =>
              onChange({
                ...d,
                outputs: d.outputs.map((o) => ({
                  ...o,
                  items: lengthM === 0 ? [] : [{ kind: "coax", type: "RG-58", lengthM }],
                })),
              })
            }
          />
          <QuietButton isDisabled={isBusy} onPress={onRemove}>
            {ANTENNAS_TEXTS.removeIt(d.label)}
          </QuietButton>
        </Row>
      )}
      {d.outputs.length === 0 && (
        <Row>
          <QuietButton isDisabled={isBusy} onPress={onRemove}>
            {ANTENNAS_TEXTS.removeIt(d.label)}
          </QuietButton>
        </Row>
      )}
      {seats.some((s) => s.antenna === null) && (
        <Status status="problem">
          {ANTENNAS_TEXTS.noAntennaLeftFor(
            listWords(seats.filter((s) => s.antenna === null).map((s) => s.socket)),
          )}
        </Status>
      )}
      {answer.advice.map((a) => (
        <Notice key={a.code} kind="caution">
          {adviceWords(a)}
        </Notice>
      ))}
    </Stack>
  );
}

/** How long the cables to its receivers are: those of the first stand for all. */
function cableOf(d: Distribution): number {
  const [item] = d.outputs[0]?.items ?? [];
  return item?.kind === "coax" ? item.lengthM : 0;
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
