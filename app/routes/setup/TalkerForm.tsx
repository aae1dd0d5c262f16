import { useEffect, useState } from "react";
import { Link } from "react-router";
import { SETUP_TEXTS } from "~/contract/messages/screens/setup";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { SOURCE_CHOICES } from "~/contract/messages/kit";
import { type Source, SOURCE_RULES } from "~/core/kit/sources";
import { pairing } from "~/core/kit/match";
import { packModel, receiverModel } from "~/core/kit/models";
import { EFFORTS, WEARS } from "~/app/features/channel/choices";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField, TextField } from "~/app/ui/Field/Field";
import { Heading, Panel, Row, Soft } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import type { SetupIntent } from "./intents";

interface Props {
  view: DayView;
  isBusy: boolean;
  send: (intent: SetupIntent) => void;
  onDrop: () => void;
}

/** Nobody names a source: the pack says what it is. */
const BY_PACK = "by-pack";

/** One more talker: the application finds the pack and the receiver channel. */
export function NewTalker({ view, isBusy, send, onDrop }: Props) {
  const [talker, setTalker] = useState("");
  const [part, setPart] = useState("");
  const [effort, setEffort] = useState<ChannelView["effort"]>("normal");
  const [wear, setWear] = useState<ChannelView["wear"]>("waist-back");
  const [source, setSource] = useState<Source | typeof BY_PACK>(BY_PACK);
  const [isSent, setSent] = useState(false);
  // Enter goes on to the next name, the button ends it
  const [goesOn, setGoesOn] = useState(false);
  const hasChannel = view.channels.some(
    (c) => c.talker.toLowerCase() === talker.trim().toLowerCase(),
  );
  const isTaken = hasChannel && !isSent;
  // the form goes when the channel is there; a refusal leaves the name where it stands
  useEffect(() => {
    if (!isSent || !hasChannel) return;
    if (!goesOn) {
      onDrop();
      return;
    }
    setTalker("");
    setPart("");
    setSent(false);
  }, [isSent, hasChannel, goesOn, onDrop]);
  const whyNot = isTaken
    ? SETUP_TEXTS.thatNameHasAChannel
    : talker.trim() === ""
      ? SETUP_TEXTS.typeANameFirst
      : null;
  /** Enter came while the name before was on its way: it is meant all the same. */
  const [waits, setWaits] = useState(false);
  const give = (isMore: boolean) => {
    if (whyNot !== null) return;
    if (isBusy) {
      setWaits(true);
      return;
    }
    setWaits(false);
    setGoesOn(isMore);
    send({
      intent: "add-talker",
      told: {
        talker: talker.trim(),
        part: part.trim(),
        effort,
        wear,
        source: source === BY_PACK ? null : source,
      },
    });
    setSent(true);
  };
  useEffect(() => {
    if (waits && !isBusy) give(true);
  });
  const lacking = [
    ...(view.receivers.length === 0 ? ["receiver"] : []),
    ...(view.packs.length === 0 ? ["pack"] : []),
  ];
  return (
    <Panel aria-label={SETUP_TEXTS.newPerson}>
      <Heading as="h3">{SETUP_TEXTS.newPerson}</Heading>
      <Settings>
        <TextField
          label={SETUP_TEXTS.name}
          value={talker}
          onChange={(name) => {
            setTalker(name);
            setSent(false);
          }}
          onEnter={() => give(true)}
          widthCh={18}
          isFocused
          error={isTaken ? SETUP_TEXTS.hasAChannelAlready : null}
        />
        <TextField label={SETUP_TEXTS.part} value={part} onChange={setPart} widthCh={18} />
        <SelectField
          label={SETUP_TEXTS.speaks}
          value={effort}
          onChange={setEffort}
          choices={EFFORTS}
        />
        <SelectField
          label={SETUP_TEXTS.source}
          value={source}
          onChange={setSource}
          choices={[{ id: BY_PACK, label: SETUP_TEXTS.byItsPack }, ...SOURCE_CHOICES]}
        />
        <SelectField label={SETUP_TEXTS.packWorn} value={wear} onChange={setWear} choices={WEARS} />
      </Settings>
      <Soft as="p">{SETUP_TEXTS.aFreePackAndReceiver}</Soft>
      <Row>
        <PrimaryButton isDisabled={isBusy} why={whyNot} onPress={() => give(false)}>
          {SETUP_TEXTS.addAChannel}
        </PrimaryButton>
        <QuietButton onPress={onDrop}>{SETUP_TEXTS.cancel}</QuietButton>
        <Soft>{SETUP_TEXTS.enterAddsTheChannel}</Soft>
      </Row>
      {lacking.length > 0 && (
        <Soft as="p">
          {SETUP_TEXTS.thereIsNo(lacking.join(SETUP_TEXTS.andNo))}
          <Link to={`/day/${view.day.id}/kit`}>{SETUP_TEXTS.addYourUnits}</Link>
          {SETUP_TEXTS.thenComeBack}
        </Soft>
      )}
    </Panel>
  );
}

/** Who a channel is, and what carries it. */
export function TalkerForm({
  channel: c,
  view,
  isBusy,
  send,
  onDrop,
}: Props & { channel: ChannelView }) {
  const [told, setTold] = useState({
    talker: c.talker,
    part: c.part,
    moves: c.moves,
    effort: c.effort,
    wear: c.wear,
    inputId: c.inputId,
    source: c.source,
    packKey: c.packKey,
    slot: `${c.receiverKey}.${c.half}`,
  });
  const change = (part: Partial<typeof told>) => setTold((t) => ({ ...t, ...part }));
  const slots = view.receivers.flatMap((r) =>
    Array.from({ length: receiverModel(view.kit, r.modelId).halves }, (_, half) => {
      const holder = view.channels.find(
        (x) => x.id !== c.id && x.receiverKey === r.key && x.half === half,
      );
      return {
        id: `${r.key}.${half}`,
        label:
          receiverModel(view.kit, r.modelId).halves > 1
            ? SETUP_TEXTS.half(r.label, half + 1)
            : r.label,
        isDisabled: holder !== undefined,
        ...(holder ? { detail: SETUP_TEXTS.with(holder.talker) } : {}),
      };
    }),
  );
  const receiver = view.receivers.find((r) => told.slot.startsWith(`${r.key}.`));
  const packs = view.packs.map((p) => {
    const holder = view.channels.find((x) => x.id !== c.id && x.packKey === p.key);
    const fits =
      receiver &&
      pairing(receiverModel(view.kit, receiver.modelId), packModel(view.kit, p.modelId), {
        receiver: receiver.keyName,
        pack: p.keyName,
      }).works;
    return {
      id: p.key,
      label: p.label,
      isDisabled: holder !== undefined,
      detail: holder
        ? SETUP_TEXTS.with(holder.talker)
        : fits
          ? SETUP_TEXTS.works(receiver.label)
          : SETUP_TEXTS.doesNotFitThisReceiver,
    };
  });
  const keep = () => {
    const at = told.slot.lastIndexOf(".");
    const { slot: _, ...rest } = told;
    send({
      intent: "change-talker",
      channelId: c.id,
      expectedVersion: c.version,
      change: {
        ...rest,
        talker: told.talker.trim(),
        receiverKey: told.slot.slice(0, at),
        half: Number(told.slot.slice(at + 1)),
      },
    });
    onDrop();
  };
  return (
    <Panel aria-label={SETUP_TEXTS.changeWith(c.talker)}>
      <Heading as="h3">{SETUP_TEXTS.channel(c.number, c.talker)}</Heading>
      <Settings>
        <TextField
          label={SETUP_TEXTS.name}
          value={told.talker}
          onChange={(talker) => change({ talker })}
          widthCh={18}
          isFocused
        />
        <TextField
          label={SETUP_TEXTS.part}
          value={told.part}
          onChange={(part) => change({ part })}
          widthCh={18}
        />
        <TextField
          label={SETUP_TEXTS.moves}
          value={told.moves}
          onChange={(moves) => change({ moves })}
          widthCh={18}
        />
        <SelectField
          label={SETUP_TEXTS.speaks}
          value={told.effort}
          onChange={(effort) => change({ effort })}
          choices={EFFORTS}
        />
        <SelectField
          label={SETUP_TEXTS.source}
          value={told.source}
          onChange={(source) => change({ source, wear: SOURCE_RULES[source].wear })}
          choices={SOURCE_CHOICES}
        />
        <SelectField
          label={SETUP_TEXTS.packWorn}
          value={told.wear}
          onChange={(wear) => change({ wear })}
          choices={WEARS}
        />
        <SelectField
          label={SETUP_TEXTS.receiverChannel}
          value={told.slot}
          onChange={(slot) => change({ slot })}
          choices={slots}
        />
        <SelectField
          label={SETUP_TEXTS.pack}
          value={told.packKey}
          onChange={(packKey) => change({ packKey })}
          choices={packs}
        />
        <SelectField
          label={SETUP_TEXTS.playsInto}
          value={told.inputId}
          onChange={(inputId) => change({ inputId })}
          choices={view.kit.inputs.map((i) => ({ id: i.id, label: i.name }))}
        />
      </Settings>
      <Row>
        <PrimaryButton
          isDisabled={isBusy}
          why={told.talker.trim() === "" ? SETUP_TEXTS.typeANameFirst : null}
          onPress={keep}
        >
          {SETUP_TEXTS.save}
        </PrimaryButton>
        <QuietButton
          isDisabled={isBusy}
          onPress={() => {
            send({ intent: "remove-talker", channelId: c.id, expectedVersion: c.version });
            onDrop();
          }}
        >
          {SETUP_TEXTS.remove2(c.talker)}
        </QuietButton>
        <QuietButton onPress={onDrop}>{SETUP_TEXTS.cancel}</QuietButton>
      </Row>
    </Panel>
  );
}
