import { useState } from "react";
import { Link } from "react-router";
import styled from "styled-components";
import { canBeSet } from "~/core/devices/tuning";
import { pairing } from "~/core/kit/match";
import type { ChannelView, DayView, PackView } from "~/server/services/day/dayView.server";
import { syncWords } from "~/contract/messages/day";
import type { Seen, SeenItem } from "~/contract/schemas/seen";
import { settingStepWords } from "~/contract/messages/setting";
import { mhz, stretchesWords } from "~/contract/messages/format";
import type { MeterReading } from "~/core/devices/readings";
import type { ChannelKnowledge } from "~/core/troubleshooting/dayKnows";
import { type PackModel, packModel, type ReceiverModel, receiverModel } from "~/core/kit/models";
import { settingSteps } from "~/core/kit/settingSteps";
import { shownAs } from "~/core/kit/modelText";
import { formatMhz } from "~/core/units/frequencyText";
import { pickedHz } from "~/core/channel/pickedFrequency";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { Meter } from "~/app/features/channel/Meter";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { SwitchField } from "~/app/ui/Field/Field";
import { Mark } from "~/app/ui/Mark/Mark";
import { BigFigure, Row, Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { PHONE } from "~/app/ui/theme/theme";
import { namesOf } from "~/app/routes/shared/useDay";
import { AlsoPacks, PacksAndCells } from "./PacksAndCells";
import { ByHand } from "./ByHand";
import { FaultFinder } from "./FaultFinder";
import { CartButton, CartOnly } from "~/app/routes/shared/CartOnly";
import type { SyncIntent } from "./intents";
import { withWaiting } from "./waiting";
import { ProofList } from "./ProofList";

interface SyncChannelProps {
  view: DayView;
  channel: ChannelView;
  reading: MeterReading | null | undefined;
  /** What was seen and not sent yet. */
  waiting: readonly SeenItem[];
  saw: (seen: Seen) => void;
  isBusy: boolean;
  pending: SyncIntent | undefined;
  send: (intent: SyncIntent) => void;
}

/** What a row opens below itself, one at a time. */
const SHEETS = ["tick", "wrong", "steps", "packs"] as const;
type Sheet = (typeof SHEETS)[number];
const SHEET_WORDS: Record<Sheet, string> = {
  tick: "Tick by hand",
  wrong: "What is wrong?",
  steps: "Step by step",
  packs: "Packs and cells",
};

/** One person's row: what both ends are on, what to do next, how the proof stands. */
export function SyncChannel({
  view,
  channel: c,
  reading,
  waiting,
  saw,
  isBusy,
  pending,
  send,
}: SyncChannelProps) {
  const names = namesOf(view);
  const [open, setOpen] = useState<Sheet | null>(null);
  const isProving =
    c.proof.some((p) => p.record !== null) ||
    ["not-proved", "proof-stale", "proved"].includes(c.state.sync.code) ||
    c.state.sync.status === "problem";
  const canProve =
    isProving &&
    ![
      "no-frequency",
      "pack-cannot",
      "pack-wont-go",
      "receiver-not-set",
      "pack-not-synced",
      "pack-elsewhere",
    ].includes(c.state.sync.code);
  const words = syncWords(c.state, names).text;
  const has: Record<Sheet, boolean> = {
    tick: canProve,
    wrong: c.meets !== "adaptive" && view.plan !== null,
    steps: c.meets === "adaptive" || "frequencyHz" in c.state.frequency,
    packs: true,
  };
  const sheets = SHEETS.filter((sheet) => has[sheet]);
  return (
    <ChannelItem aria-label={`Channel ${c.number}, ${c.talker}`}>
      <Who>
        <Mark>{c.mark}</Mark>
        <span>
          <b>{c.talker}</b> <Soft>{c.part}</Soft>
        </span>
        <State>
          <Status status={c.state.sync.status}>{words === "–" ? "no frequency yet" : words}</Status>
        </State>
      </Who>
      <Numbers>
        <Unit>
          <Soft>{`${c.receiverLabel}${receiverModel(view.kit, c.receiverModelId).halves > 1 ? `, half ${c.half + 1}` : ""} is on`}</Soft>
          <BigFigure>
            {c.receiverHz === null || c.meets === "adaptive" ? "–" : formatMhz(c.receiverHz)}
          </BigFigure>
          <ShownAs model={receiverModel(view.kit, c.receiverModelId)} frequencyHz={c.receiverHz} />
          {"frequencyHz" in c.state.frequency && c.receiverHz !== c.state.frequency.frequencyHz && (
            <Soft>{`plan says ${formatMhz(c.state.frequency.frequencyHz)}`}</Soft>
          )}
        </Unit>
        <Unit>
          <Soft>{`${c.packLabel} ${!c.isDriven || c.pack?.isOn ? "is on" : "is off, last on"}`}</Soft>
          <BigFigure style={!c.isDriven || c.pack?.isOn ? {} : { color: "var(--soft)" }}>
            {c.meets === "adaptive"
              ? "–"
              : c.pack
                ? formatMhz(c.pack.frequencyHz)
                : c.packHz
                  ? formatMhz(c.packHz)
                  : "–"}
          </BigFigure>
          <ShownAs
            model={packModel(view.kit, c.packModelId)}
            frequencyHz={c.pack?.frequencyHz ?? c.packHz}
          />
          <Soft>{mismatchWords(c)}</Soft>
          <LegalFlag legality={c.legality} unit={c.packLabel} />
          {c.legality.code === "power-too-high" && (
            <CartOnly>
              <SetPower
                mostMw={c.legality.mostMw}
                isBusy={isBusy}
                onSet={(powerMw) => send({ intent: "set-power", packKey: c.packKey, powerMw })}
              />
            </CartOnly>
          )}
        </Unit>
        {c.isDriven && (
          <span>
            <Meter reading={reading} name={c.talker} />
            {reading?.partner && <Soft>{`hears ${reading.partner.name}`}</Soft>}
          </span>
        )}
        {c.isDriven && (
          <Act role="group" aria-label={`Next for ${c.talker}`}>
            <NextAction view={view} channel={c} isBusy={isBusy} pending={pending} send={send} />
          </Act>
        )}
      </Numbers>
      {!c.isDriven && (
        <ByHand
          key={c.state.sync.code}
          channel={c}
          receiver={receiverModel(view.kit, c.receiverModelId)}
          pack={packModel(view.kit, c.packModelId)}
          isBusy={isBusy}
          saw={saw}
        />
      )}
      {canProve && (
        <ProofList
          channel={c}
          proof={withWaiting(c, waiting)}
          isAsked={!c.isDriven}
          isOpen={open === "tick"}
          saw={saw}
        />
      )}
      <AlsoPacks channel={c} isBusy={isBusy} send={send} />
      <Hands>
        {c.isDriven && (
          <SwitchField
            isSelected={c.pack?.isOn ?? false}
            isDisabled={!c.pack}
            onChange={(isOn) =>
              send({ intent: "handle-pack", packKey: c.packKey, change: { isOn } })
            }
          >
            on
          </SwitchField>
        )}
        {c.isDriven && (
          <SwitchField
            isSelected={c.pack?.isMuted ?? false}
            isDisabled={!c.pack}
            onChange={(isMuted) =>
              send({ intent: "handle-pack", packKey: c.packKey, change: { isMuted } })
            }
          >
            muted
          </SwitchField>
        )}
        {c.isDriven && (
          <SwitchField
            isSelected={c.pack?.isMicPlugged ?? false}
            isDisabled={!c.pack}
            onChange={(isMicPlugged) =>
              send({ intent: "handle-pack", packKey: c.packKey, change: { isMicPlugged } })
            }
          >
            microphone plugged
          </SwitchField>
        )}
        <Sheets>
          {sheets.map((sheet) => (
            <QuietButton
              key={sheet}
              aria-expanded={open === sheet}
              data-open={open === sheet || undefined}
              onPress={() => setOpen(open === sheet ? null : sheet)}
            >
              {SHEET_WORDS[sheet]}
            </QuietButton>
          ))}
        </Sheets>
      </Hands>
      {open === "steps" && <Steps view={view} channel={c} />}
      {open === "packs" && (
        <PacksAndCells view={view} channel={c} isBusy={isBusy} saw={saw} send={send} />
      )}
      {open === "wrong" && (
        <FaultFinder
          key={c.id}
          talker={c.talker}
          knowledge={knowledgeOf(view, c, reading ?? null)}
          onClose={() => setOpen(null)}
        />
      )}
    </ChannelItem>
  );
}

/** How its two ends are set, step by step, and what their makers say. */
function Steps({ view, channel: c }: { view: DayView; channel: ChannelView }) {
  const [receiver, pack] = [
    receiverModel(view.kit, c.receiverModelId),
    packModel(view.kit, c.packModelId),
  ];
  const frequencyHz =
    c.meets === "adaptive"
      ? null
      : "frequencyHz" in c.state.frequency
        ? c.state.frequency.frequencyHz
        : undefined;
  if (c.meets === "never" || frequencyHz === undefined) return null;
  const steps = settingSteps(receiver, pack, frequencyHz);
  return (
    <StepColumns>
      {(
        [
          [c.receiverLabel, steps.receiver, receiver.note],
          [c.packLabel, steps.pack, pack.note],
        ] as const
      ).map(([label, list, note]) => (
        <div key={label}>
          <b>{label}</b>
          <ol>
            {list.map((s) => (
              <li key={s.code}>{settingStepWords(s)}</li>
            ))}
          </ol>
          {note && <Soft as="p">{note}</Soft>}
        </div>
      ))}
    </StepColumns>
  );
}

/** What the day knows of a channel that does not work. */
function knowledgeOf(
  view: DayView,
  c: ChannelView,
  reading: MeterReading | null,
): ChannelKnowledge {
  const receiver = receiverModel(view.kit, c.receiverModelId);
  const pickHz = pickedHz(view.plan, c.id);
  return {
    pickHz,
    receiverHz: c.receiverHz,
    packHz: c.pack?.frequencyHz ?? c.packHz,
    isPackOn: c.pack ? c.pack.isOn : null,
    meets: c.meets,
    hasWheels: packModel(view.kit, c.packModelId).readout === "switch-code",
    isPaired: receiver.syncMethods.includes("pairing"),
    isOtherOnIt:
      pickHz !== null &&
      view.packs.some(
        (p) =>
          p.key !== c.packKey &&
          p.report?.isOn === true &&
          Math.abs(p.report.frequencyHz - pickHz) < receiver.bandwidthHz / 2,
      ),
    proof: c.proof.flatMap(({ part, status, record }) =>
      record && status !== "stale" ? [{ part, outcome: record.outcome }] : [],
    ),
    marginDb: c.placeCheckHere?.marginDb ?? null,
    isOverloaded: c.placeCheckHere?.overload ?? null,
    meter: reading && {
      strongestDbm: Math.max(reading.rfADbm, reading.rfBDbm),
      hasAudio: reading.hasAudio,
    },
  };
}

/** What the hands do before a copy can begin; null where nothing is in its way. */
function handFor(
  view: DayView,
  c: ChannelView,
): { change: { isDoorOpen?: true; isNear?: true; isCabled?: true }; words: string } | null {
  const pack = packModel(view.kit, c.packModelId);
  const copy = settingSteps(receiverModel(view.kit, c.receiverModelId), pack, 0).pack.find(
    (s) => s.code === "copy",
  );
  if (!c.pack || copy?.code !== "copy") return null;
  if (copy.method !== "near-field" && pack.isBehindDoor && !c.pack.isDoorOpen)
    return { change: { isDoorOpen: true }, words: `Open ${c.packLabel}’s door` };
  if (copy.method === "cable")
    return c.pack.isCabled
      ? null
      : { change: { isCabled: true }, words: `Plug the cable into ${c.packLabel}` };
  return c.pack.isNear
    ? null
    : { change: { isNear: true }, words: `Hold ${c.packLabel} to ${c.receiverLabel}` };
}

function SetPower({
  mostMw,
  isBusy,
  onSet,
}: {
  mostMw: number;
  isBusy: boolean;
  onSet: (powerMw: number) => void;
}) {
  return (
    <span>
      <QuietButton
        isDisabled={isBusy}
        onPress={() => onSet(mostMw)}
      >{`Set it to ${mostMw} mW`}</QuietButton>
    </span>
  );
}

/**
 * A pack that nobody carries and that meets this receiver on the channel's frequency: the like of
 * the one that failed first.
 */
function freePackFor(view: DayView, c: ChannelView): PackView | null {
  const wantedHz = "frequencyHz" in c.state.frequency ? c.state.frequency.frequencyHz : null;
  const receiver = receiverModel(view.kit, c.receiverModelId);
  const form = packModel(view.kit, c.packModelId).form;
  const fit = view.packs.filter((p) => {
    const pack = packModel(view.kit, p.modelId);
    return (
      p.carriedBy === null &&
      pairing(receiver, pack, { receiver: c.receiverKeyName, pack: p.keyName }).works &&
      (wantedHz === null || canBeSet(pack.tuning, wantedHz))
    );
  });
  return fit.find((p) => packModel(view.kit, p.modelId).form === form) ?? fit[0] ?? null;
}

/** The one thing to do for a channel now. */
export function NextAction({
  view,
  channel: c,
  isBusy,
  pending,
  send,
}: {
  view: DayView;
  channel: ChannelView;
  isBusy: boolean;
  pending: SyncIntent | undefined;
  send: (intent: SyncIntent) => void;
}) {
  const isMine = pending !== undefined && "channelId" in pending && pending.channelId === c.id;
  switch (c.state.sync.code) {
    case "no-frequency":
      return null;
    case "pack-cannot":
    case "pack-wont-go": {
      const other = freePackFor(view, c);
      return other ? (
        <CartButton
          isDisabled={isBusy}
          onPress={() =>
            send({
              intent: "use-pack",
              channelId: c.id,
              packKey: other.key,
              expectedVersion: c.version,
            })
          }
        >{`Give ${c.talker} ${other.label}`}</CartButton>
      ) : (
        <Soft>No free pack goes there: see Packs and cells.</Soft>
      );
    }
    case "receiver-not-set":
      return (
        <CartButton
          isDisabled={isBusy}
          onPress={() => send({ intent: "set-receivers", channelIds: [c.id] })}
        >
          Set receiver
        </CartButton>
      );
    case "not-paired":
      return (
        <Row>
          <CartButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "pair", channelId: c.id })}
          >{`Pair ${c.packLabel} with ${c.receiverLabel}`}</CartButton>
          <Link to={`/day/${view.day.id}/pairing`}>Names and keys</Link>
        </Row>
      );
    case "pack-not-synced":
    case "pack-elsewhere": {
      if (c.meets === "adaptive" && c.pack?.isOn)
        return (
          <CartButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "pair", channelId: c.id })}
          >{`Pair ${c.packLabel} with ${c.receiverLabel}`}</CartButton>
        );
      const hand = c.pack?.isOn && c.meets !== "adaptive" ? handFor(view, c) : null;
      if (hand)
        return (
          <Button
            isDisabled={isBusy}
            onPress={() => send({ intent: "handle-pack", packKey: c.packKey, change: hand.change })}
          >
            {hand.words}
          </Button>
        );
      return c.pack?.isOn ? (
        <Button
          isDisabled={isBusy}
          onPress={() => send({ intent: "sync-pack", channelId: c.id })}
        >{`Sync ${c.packLabel}`}</Button>
      ) : (
        <Button
          isDisabled={isBusy}
          onPress={() =>
            send({ intent: "handle-pack", packKey: c.packKey, change: { isOn: true } })
          }
        >{`Switch ${c.packLabel} on`}</Button>
      );
    }
    case "proof-bad":
      if (c.state.sync.part !== "partner") break;
      return (
        <Row>
          <Button
            isDisabled={isBusy}
            onPress={() => send({ intent: "sync-pack", channelId: c.id })}
          >{`Sync ${c.packLabel}`}</Button>
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "prove", channelId: c.id })}
          >
            Prove again
          </QuietButton>
        </Row>
      );
    case "two-on":
      return (
        <Button
          isDisabled={isBusy}
          onPress={() =>
            send({
              intent: "handle-pack",
              packKey: c.others.find((o) => o.report?.isOn)?.packKey ?? c.packKey,
              change: { isOn: false },
            })
          }
        >{`Switch ${c.others.find((o) => o.report?.isOn)?.packLabel ?? c.packLabel} off`}</Button>
      );
    case "someone-there":
      return (
        <Row>
          <CartButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "move-to-spare", channelId: c.id })}
          >{`Move ${c.talker} to a spare`}</CartButton>
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "prove", channelId: c.id })}
          >
            Prove again
          </QuietButton>
        </Row>
      );
    case "not-stored":
      return (
        <Button
          isDisabled={isBusy}
          onPress={() =>
            send({ intent: "handle-pack", packKey: c.packKey, change: { isStored: true } })
          }
        >{`Store on ${c.packLabel}`}</Button>
      );
    case "one-antenna":
      return (
        <Row>
          <Button
            isDisabled={isBusy}
            onPress={() =>
              send({ intent: "screw-antenna", channelId: c.id, receiverKey: c.receiverKey })
            }
          >{`Screw antenna ${c.state.sync.deaf} on`}</Button>
          <Button isDisabled={isBusy} onPress={() => send({ intent: "prove", channelId: c.id })}>
            Prove again
          </Button>
        </Row>
      );
    case "no-audio":
      if (c.pack?.isMuted)
        return (
          <Button
            isDisabled={isBusy}
            onPress={() =>
              send({ intent: "handle-pack", packKey: c.packKey, change: { isMuted: false } })
            }
          >{`Unmute ${c.packLabel}`}</Button>
        );
      if (c.pack && !c.pack.isMicPlugged)
        return (
          <Button
            isDisabled={isBusy}
            onPress={() =>
              send({ intent: "handle-pack", packKey: c.packKey, change: { isMicPlugged: true } })
            }
          >
            Plug the microphone
          </Button>
        );
      break;
    default:
      break;
  }
  const label =
    isMine && pending?.intent === "prove"
      ? "Listening …"
      : c.state.sync.status === "done" || c.state.sync.status === "problem"
        ? "Prove again"
        : "Prove";
  return (
    <Button isDisabled={isBusy} onPress={() => send({ intent: "prove", channelId: c.id })}>
      {label}
    </Button>
  );
}

/** What a unit's own display or switches say of a frequency, where that is not MHz. */
function ShownAs({
  model,
  frequencyHz,
}: {
  model: ReceiverModel | PackModel;
  frequencyHz: number | null;
}) {
  const shown = frequencyHz === null ? null : shownAs(model, frequencyHz);
  return (
    shown && (
      <Soft>
        {shown.kind} <b>{shown.text}</b>
      </Soft>
    )
  );
}

/** Why a pack does not match, in a few words. */
function mismatchWords(c: ChannelView): string {
  const { sync } = c.state;
  if (c.meets === "adaptive") return "chooses for itself";
  if (sync.code === "pack-wont-go")
    return `was told ${"frequencyHz" in c.state.frequency ? formatMhz(c.state.frequency.frequencyHz) : "another number"}: of another block than its label says`;
  if (sync.code === "pack-cannot") return `tunes ${stretchesWords(sync.ranges)}: never meets`;
  const packHz = c.pack?.frequencyHz ?? c.packHz;
  if (packHz === null) return c.isDriven ? "" : "not seen yet";
  if (c.receiverHz === null || packHz === c.receiverHz)
    return packHz === c.receiverHz ? "matches" : "";
  return sync.code === "receiver-not-set" || sync.code === "no-frequency"
    ? ""
    : `does not match: ${mhz(Math.abs(packHz - c.receiverHz))} away`;
}

const StepColumns = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 24px;
  padding: 6px 0 8px;
  font-size: 15px;
  line-height: 1.4;
  ol {
    padding-left: 20px;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const ChannelItem = styled.li`
  border-bottom: 1px solid var(--rule);
  padding: 10px 0 4px;
  display: flex;
  flex-direction: column;
  gap: 4px;
`;
const Who = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
`;
const State = styled.span`
  margin-left: auto;
`;
const Numbers = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr minmax(150px, 1fr) 190px;
  gap: 4px 20px;
  align-items: center;
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
`;
const Unit = styled.div`
  display: flex;
  flex-direction: column;
  line-height: 1.3;
`;
const Sheets = styled.div`
  display: flex;
  flex-wrap: wrap;
  margin: 0 -10px;
  [data-open] {
    font-weight: 700;
    text-decoration-thickness: 3px;
  }
`;
const Act = styled.div`
  display: flex;
  justify-content: flex-end;
  ${PHONE} {
    justify-content: flex-start;
  }
`;
const Hands = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: center;
  font-size: 15px;
  color: var(--soft);
`;
