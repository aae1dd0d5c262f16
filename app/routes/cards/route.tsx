import { defined } from "~/core/units/items";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  placeRange,
  type PlaceRange,
  rigVersion,
  type Walker,
} from "~/server/services/range/placePlans.server";
import { capital, count, formatDb, namesOrCount, mhz } from "~/contract/messages/format";
import {
  CAUTION_NAMES,
  MIC_PLACES,
  MUTES,
  POUCHES,
  rigLineWords,
  SIDES,
  WHIPS,
} from "~/contract/messages/rig";
import { SOURCE_WORDS } from "~/contract/messages/kit";
import { SOURCE_RULES } from "~/core/kit/sources";
import { unitNumberWords } from "~/contract/messages/unitNumber";
import { CARDS_TEXTS } from "~/contract/messages/screens/cards";
import { type RigDetail, type RigFacts, rigLines, SCENE_CAUTIONS } from "~/core/report/rigCard";
import { microphoneModel, packModel } from "~/core/kit/models";
import { sideTowards } from "~/core/location/forecast";
import { walkPoints } from "~/core/location/walk";
import { WEARS } from "~/app/features/channel/choices";
import { ChannelChooser } from "~/app/features/channel/ChannelChooser";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { AreaField, CheckField, SelectField, SwitchField } from "~/app/ui/Field/Field";
import { Mark } from "~/app/ui/Mark/Mark";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Settings, Split } from "~/app/ui/Page/Split";
import { PHONE } from "~/app/ui/theme/theme";
import type { RangeIntent } from "~/app/routes/range/intents";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";

export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  return {
    range: orNotFound(await placeRange(context.app, dayId)),
    version: await rigVersion(context.app, dayId),
  };
}

/**
 * How each talker is rigged here: what to mend, what to do, what to mind; to print, and on the
 * assistant's phone.
 */
export default function RigCards({ loaderData: { range, version } }: Route.ComponentProps) {
  const view = useDay();
  const [params] = useSearchParams();
  const { send, reply, isBusy } = useIntent<RangeIntent>(`/day/${view.day.id}/range`);
  const cards = range.walkers
    .map((w) => ({ w, facts: factsOf(w, range, view) }))
    .map((c) => ({ ...c, lines: rigLines(c.facts) }));
  const open = cards.filter((c) => c.lines.some((l) => l.kind === "mend"));
  // whoever was begun with stays, also when there is nothing left to mend
  const [firstId] = useState(() => (open[0] ?? cards[0])?.w.channelId);
  const chosen =
    cards.find((c) => String(c.w.channelId) === params.get("channel")) ??
    cards.find((c) => c.w.channelId === firstId) ??
    cards[0];
  if (!chosen)
    return (
      <Stack>
        <div>
          <Answer>{CARDS_TEXTS.noOneToRigYet}</Answer>
          <Sub>{CARDS_TEXTS.addTalentFirstEachPerson}</Sub>
        </div>
        <Row>
          <Link to={`/day/${view.day.id}/setup`}>{CARDS_TEXTS.locationsTalent}</Link>
        </Row>
      </Stack>
    );
  const items = cards.map(({ w, lines }) => {
    const mends = lines.filter((l) => l.kind === "mend").length;
    return {
      id: w.channelId,
      mark: w.mark,
      talker: w.talker,
      status: mends > 0 ? ("todo" as const) : ("done" as const),
      words: mends > 0 ? CARDS_TEXTS.toFix(count(mends, "thing")) : "OK",
    };
  });
  return (
    <Stack>
      <NoPrint>
        <Answer>
          {open.length === 0
            ? CARDS_TEXTS.allRigsAreOk
            : CARDS_TEXTS.somethingToFix(
                capital(
                  namesOrCount(
                    open.map((c) => c.w.talker),
                    "rig",
                  ),
                ),
                open.length === 1 ? "has" : "have",
              )}
        </Answer>
        <Sub>{CARDS_TEXTS.forTheAssistantOnPaper(currentPlace(view).name)}</Sub>
      </NoPrint>
      {reply && !reply.ok && <Notice kind="refused">{reply.message}</Notice>}
      <NoPrint>
        <Row>
          <PrimaryButton
            onPress={() => {
              window.print();
            }}
          >
            {CARDS_TEXTS.printAllCards}
          </PrimaryButton>
          <Soft>{CARDS_TEXTS.eachIsAsWide}</Soft>
        </Row>
      </NoPrint>
      <ScreenSplit>
        <NoPrint>
          <ChannelChooser items={items} chosenId={chosen.w.channelId} />
        </NoPrint>
        <Stack>
          <Card walker={chosen.w} facts={chosen.facts} view={view} />
          <NoPrint>
            <RigForm
              key={`${chosen.w.channelId} ${version}`}
              rig={chosen.w.rig}
              isBusy={isBusy}
              onKeep={(rig) => {
                send({ intent: "rig", expectedVersion: version, rig });
              }}
              dayId={view.day.id}
              wear={WEARS.find((x) => x.id === chosen.w.pack.wear)?.label ?? ""}
              isWorn={SOURCE_RULES[chosen.facts.source].isWorn}
            />
          </NoPrint>
        </Stack>
      </ScreenSplit>
      <PrintOnly>
        {cards.map(({ w, facts }) => (
          <Card key={w.channelId} walker={w} facts={facts} view={view} />
        ))}
      </PrintOnly>
    </Stack>
  );
}

function factsOf(w: Walker, range: PlaceRange, view: ReturnType<typeof useDay>): RigFacts {
  const channel = view.channels.find((c) => c.id === w.channelId);
  const plan = range.drawing?.plan;
  const points = (plan?.walks ?? [])
    .filter((x) => x.channelId === w.channelId && x.points.length > 1)
    .flatMap((x) => walkPoints(x));
  const heard = plan?.antennas.slice(0, 2) ?? [];
  return {
    rig: w.rig,
    wear: w.pack.wear,
    moves: w.moves,
    source: channel?.source ?? "lavalier",
    isMicDirectional: channel
      ? microphoneModel(view.kit, channel.microphoneId).pattern === "cardioid"
      : false,
    towards:
      points.length > 0 && heard.length > 0
        ? sideTowards({ points: points as never }, heard)
        : null,
  };
}

const KINDS = { mend: CARDS_TEXTS.fixFirst, do: "Do", mind: "Caution" } as const;

function Card({
  walker: w,
  facts,
  view,
}: {
  walker: Walker;
  facts: RigFacts;
  view: ReturnType<typeof useDay>;
}) {
  const channel = view.channels.find((c) => c.id === w.channelId);
  const lines = rigLines(facts);
  const { rig } = w;
  const { isWorn } = SOURCE_RULES[facts.source];
  const wear = WEARS.find((x) => x.id === w.pack.wear)?.label ?? w.pack.wear;
  return (
    <Paper aria-label={CARDS_TEXTS.rigCard(w.talker)}>
      <CardHead>
        <Mark>{w.mark}</Mark>
        <b>{w.talker}</b>
        <span>{channel?.part ?? ""}</span>
        <Number>{w.number}</Number>
      </CardHead>
      <dl>
        <div>
          <dt>{CARDS_TEXTS.pack}</dt>
          <dd>{`${w.packLabel}, “${channel?.packName ?? ""}”`}</dd>
        </div>
        <div>
          <dt>{CARDS_TEXTS.on}</dt>
          <dd>
            {!w.isPicked
              ? CARDS_TEXTS.noFrequencyYet
              : channel
                ? unitNumberWords(packModel(view.kit, channel.packModelId), w.pack.frequencyHz)
                : mhz(w.pack.frequencyHz)}
            {CARDS_TEXTS.mw(Math.round(10 ** (w.pack.txPowerDbm / 10)))}
          </dd>
        </div>
        <div>
          <dt>{CARDS_TEXTS.source}</dt>
          <dd>{SOURCE_WORDS[facts.source]}</dd>
        </div>
        {isWorn && (
          <>
            <div>
              <dt>{CARDS_TEXTS.worn}</dt>
              <dd>{`${wear}${rig.side === "middle" ? "" : `, ${rig.side}`}; ${defined(POUCHES.find((p) => p.id === rig.pouch)).label}`}</dd>
            </div>
            <div>
              <dt>{CARDS_TEXTS.antenna}</dt>
              <dd>{`${rig.whip}${rig.sleeve ? CARDS_TEXTS.inItsSleeve : ""}${rig.isTipHeld ? CARDS_TEXTS.tipHeld : ""}`}</dd>
            </div>
            <div>
              <dt>{CARDS_TEXTS.microphone}</dt>
              <dd>{defined(MIC_PLACES.find((m) => m.id === rig.microphone)).label}</dd>
            </div>
          </>
        )}
        <div>
          <dt>{CARDS_TEXTS.mute}</dt>
          <dd>{defined(MUTES.find((m) => m.id === rig.mute)).label}</dd>
        </div>
      </dl>
      {(["mind", "mend", "do"] as const).map((kind) => {
        const mine = lines.filter((l) => l.kind === kind);
        return mine.length === 0 ? null : (
          <section key={kind}>
            <h3 data-kind={kind}>{KINDS[kind]}</h3>
            <ul>
              {mine.map((l) => (
                <li key={l.code}>
                  <i aria-hidden data-kind={kind} />
                  {rigLineWords(l, facts)}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {rig.note && <p>{rig.note}</p>}
    </Paper>
  );
}

function RigForm({
  rig: kept,
  isBusy,
  onKeep,
  dayId,
  wear,
  isWorn,
}: {
  rig: RigDetail;
  isBusy: boolean;
  onKeep: (rig: RigDetail) => void;
  dayId: number;
  wear: string;
  /** What nobody wears has no pouch, no skin, no chest. */
  isWorn: boolean;
}) {
  const [note, setNote] = useState(kept.note);
  const set = (change: Partial<RigDetail>) => {
    onKeep({ ...kept, note, ...change });
  };
  const gain = kept.skinContact && !kept.sleeve ? CARDS_TEXTS.toWin(formatDb(7)) : "";
  return (
    <section aria-label={CARDS_TEXTS.howItIsRigged} aria-busy={isBusy}>
      <Heading>{CARDS_TEXTS.howItIsRigged}</Heading>
      <Soft as="p">
        {`${capital(wear)}: `}
        <Link to={`/day/${dayId}/setup`}>{CARDS_TEXTS.wornElsewhere}</Link>
        {CARDS_TEXTS.eachChangeIsSaved}
      </Soft>
      <Settings>
        {isWorn && (
          <>
            <SelectField
              label={CARDS_TEXTS.side}
              choices={SIDES}
              value={kept.side}
              onChange={(side) => {
                set({ side });
              }}
            />
            <SelectField
              label={CARDS_TEXTS.held}
              choices={POUCHES}
              value={kept.pouch}
              onChange={(pouch) => {
                set({ pouch });
              }}
            />
            <SelectField
              label={CARDS_TEXTS.antennaHangs}
              choices={WHIPS}
              value={kept.whip}
              onChange={(whip) => {
                set({ whip });
              }}
            />
            <SelectField
              label={CARDS_TEXTS.microphone}
              choices={MIC_PLACES}
              value={kept.microphone}
              onChange={(microphone) => {
                set({ microphone });
              }}
            />
          </>
        )}
        <SelectField
          label={CARDS_TEXTS.thePerson}
          choices={MUTES}
          value={kept.mute}
          onChange={(mute) => {
            set({ mute });
          }}
        />
      </Settings>
      {isWorn && (
        <Switches>
          <SwitchField
            isSelected={kept.isAsked}
            onChange={(isAsked) => {
              set({ isAsked });
            }}
          >
            {CARDS_TEXTS.theyWereAsked}
          </SwitchField>
          <SwitchField
            isSelected={kept.skinContact}
            onChange={(skinContact) => {
              set({ skinContact });
            }}
          >
            {CARDS_TEXTS.antennaLiesOnSkin(gain)}
          </SwitchField>
          <SwitchField
            isSelected={kept.sleeve}
            onChange={(sleeve) => {
              set({ sleeve });
            }}
          >
            {CARDS_TEXTS.inASleeve}
          </SwitchField>
          <SwitchField
            isSelected={kept.isTipHeld}
            onChange={(isTipHeld) => {
              set({ isTipHeld });
            }}
          >
            {CARDS_TEXTS.tipHeldByBand}
          </SwitchField>
          <SwitchField
            isSelected={kept.isLeadAcross}
            onChange={(isLeadAcross) => {
              set({ isLeadAcross });
            }}
          >
            {CARDS_TEXTS.cableCrossesTheAntenna}
          </SwitchField>
          <SwitchField
            isSelected={kept.isSheathed}
            onChange={(isSheathed) => {
              set({ isSheathed });
            }}
          >
            {CARDS_TEXTS.inASheath}
          </SwitchField>
          <SwitchField
            isSelected={kept.isNearMetal}
            onChange={(isNearMetal) => {
              set({ isNearMetal });
            }}
          >
            {CARDS_TEXTS.metalOrElectronicsBeside}
          </SwitchField>
        </Switches>
      )}
      <Heading as="h3">{CARDS_TEXTS.theScene}</Heading>
      <Switches>
        {SCENE_CAUTIONS.map((c) => (
          <CheckField
            key={c}
            isSelected={kept.cautions.includes(c)}
            onChange={(on) => {
              set({
                cautions: SCENE_CAUTIONS.filter((x) => (x === c ? on : kept.cautions.includes(x))),
              });
            }}
          >
            {CAUTION_NAMES[c]}
          </CheckField>
        ))}
      </Switches>
      <AreaField
        label={CARDS_TEXTS.noteForTheCard}
        value={note}
        onChange={(v) => {
          setNote(v.slice(0, 400));
        }}
        rows={2}
        hint={CARDS_TEXTS.printedAtTheBottom}
      />
      <Row>
        <PrimaryButton
          isDisabled={isBusy || note === kept.note}
          onPress={() => {
            set({});
          }}
        >
          {CARDS_TEXTS.saveTheNote}
        </PrimaryButton>
      </Row>
    </section>
  );
}

const NoPrint = styled.div`
  @media print {
    display: none;
  }
`;
const PrintOnly = styled.div`
  display: none;
  @media print {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 6mm;
  }
`;
const ScreenSplit = styled(Split)`
  @media print {
    display: none;
  }
`;
const Switches = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: 4px 18px;
  margin: 8px 0;
`;
const CardHead = styled.header`
  display: flex;
  gap: 10px;
  align-items: center;
  border-bottom: 2px solid var(--ink);
  padding-bottom: 6px;
  font-size: var(--head);
  > span:nth-of-type(2) {
    color: var(--soft);
    font-size: var(--text);
  }
`;
const Number = styled.b`
  margin-left: auto;
`;
const Paper = styled.article`
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 14px 18px;
  max-width: 560px;
  display: flex;
  flex-direction: column;
  gap: 8px;
  dl {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 2px 18px;
    margin: 0;
  }
  dl div {
    display: flex;
    gap: 8px;
    border-bottom: 1px solid var(--rule);
    padding: 3px 0;
  }
  dt {
    color: var(--soft);
    min-width: 84px;
  }
  dd {
    margin: 0;
  }
  h3 {
    font-size: var(--text);
    margin: 4px 0 2px;
    &[data-kind="mend"] {
      color: var(--bad);
    }
    &[data-kind="mind"] {
      color: var(--watch);
    }
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: flex;
    gap: 8px;
    padding: 3px 0;
    line-height: 1.35;
  }
  i {
    flex: none;
    width: 14px;
    height: 14px;
    margin-top: 3px;
    border: 1.6px solid var(--ink);
  }
  i[data-kind="mind"] {
    border: 0;
    &::before {
      content: "!";
      font-weight: 700;
      font-style: normal;
      color: var(--watch);
    }
  }
  ${PHONE} {
    padding: 12px;
    dl {
      grid-template-columns: 1fr;
    }
  }
  @media print {
    --ink: #000;
    --soft: #333;
    --sheet: #fff;
    --on-ink: #fff;
    --rule: #999;
    --bad: #000;
    --watch: #000;
    border: 1px solid #000;
    background: #fff;
    color: #000;
    max-width: 92mm;
    break-inside: avoid;
    font-size: var(--small);
    dl {
      grid-template-columns: 1fr;
    }
  }
`;
