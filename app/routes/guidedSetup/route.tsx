import { Link, useRevalidator } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { type ChannelView, type DayView, requireDay } from "~/server/services/day/dayView.server";
import {
  checkStanding,
  chooseNext,
  restorePlan,
  worstStanding,
} from "~/server/services/frequencies/plans.server";
import { startScan } from "~/server/services/scan/scans.server";
import { allPacksOff, handlePack, prove, setReceivers } from "~/server/services/sync/syncs.server";
import { syncWords } from "~/contract/messages/day";
import {
  capital,
  count,
  formatRfLevel,
  listWords,
  mhz,
  numberWord,
} from "~/contract/messages/format";
import { settingStepWords } from "~/contract/messages/setting";
import { GUIDED_SETUP_TEXTS } from "~/contract/messages/screens/guidedSetup";
import { guidedRun, type RunStep } from "~/core/channel/guidedRun";
import { packModel, receiverModel } from "~/core/kit/models";
import { settingSteps } from "~/core/kit/settingSteps";
import { formatMhz } from "~/core/units/frequencyText";
import { pickedHz } from "~/core/channel/pickedFrequency";
import { useLiveState } from "~/app/features/live/useLive";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Mark } from "~/app/ui/Mark/Mark";
import { Answer, Figure, Panel, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Progress } from "~/app/ui/Progress/Progress";
import { Status } from "~/app/ui/Status/Status";
import { answerOrAway } from "~/app/routes/shared/away";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { currentPlace, namesOf, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import type { SyncIntent } from "~/app/routes/sync/intents";
import { NextAction } from "~/app/routes/sync/NextAction";
import { useLiveScan } from "~/app/routes/shared/useLiveScan";
import { runIntents, type RunIntent } from "./intents";

const OFFLINE_WORDS = GUIDED_SETUP_TEXTS.theCartsComputerDoesNot;

export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const loaded = orNotFound(await requireDay(context.app, dayId));
  const run = guidedRun(loaded.facts);
  return {
    run:
      run.step.code === "check"
        ? guidedRun(loaded.facts, await worstStanding(context.app, loaded))
        : run,
    isRunning: context.app.scans.running(dayId) !== null,
  };
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, runIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  const packOf = async (channelId: number) =>
    orNotFound(await requireDay(app, dayId)).facts.channels.find((c) => c.id === channelId)
      ?.packKey ?? "";
  switch (intent.intent) {
    case "packs-off":
      return reply(await allPacksOff(app, dayId));
    case "switch-on":
      return reply(await handlePack(app, dayId, await packOf(intent.channelId), { isOn: true }));
    case "scan": {
      const { places, day } = orNotFound(await requireDay(app, dayId));
      return reply(
        await startScan(app, dayId, {
          passes: 1,
          scannerKey: null,
          stretch: null,
          setting: places.find((p) => p.id === day.currentPlaceId)?.setting ?? "indoors",
          antenna: "",
        }),
      );
    }
    case "choose":
      return reply(
        await chooseNext(app, dayId, intent),
        ({ talker, frequencyHz, noiseDbm, version }) =>
          GUIDED_SETUP_TEXTS.plan(
            talker,
            mhz(frequencyHz),
            noiseDbm === null ? "" : GUIDED_SETUP_TEXTS.ofNoiseThere(formatRfLevel(noiseDbm)),
            version,
          ),
        ({ base, version }): RunIntent | null =>
          base === 0 ? null : { intent: "back", version: base, basePlanVersion: version },
      );
    case "set-receiver":
      return reply(await setReceivers(app, dayId, [intent.channelId]));
    case "store":
      return reply(
        await handlePack(app, dayId, await packOf(intent.channelId), { isStored: true }),
      );
    case "prove":
      return reply(await prove(app, dayId, intent.channelId));
    case "check":
      return reply(await checkStanding(app, dayId), ({ version }) =>
        GUIDED_SETUP_TEXTS.planIsCheckedAgainst(version),
      );
    case "back":
      return reply(
        await restorePlan(app, dayId, intent.version, intent.basePlanVersion),
        ({ version }) =>
          GUIDED_SETUP_TEXTS.planRestoresTheFrequenciesBefore(version, intent.version),
      );
  }
}

/**
 * One channel after the other: choose, set the receiver, set the pack, verify it, leave it on, scan
 * again, next.
 */
export default function OneAtATime({ loaderData: { run, isRunning } }: Route.ComponentProps) {
  const view = useDay();
  const base = `/day/${view.day.id}`;
  const live = useLiveScan(`${base}/scan/events`, isRunning);
  const cart = useLiveState();
  // while the day is read again, what is offered may be over already
  const isReading = useRevalidator().state !== "idle";
  const { send, reply: answer, isBusy } = useIntent<RunIntent>();
  const mend = useIntent<SyncIntent>(`${base}/sync`);
  const names = namesOf(view);
  const tunable = view.channels.filter((c) => c.meets === "tunes");
  const standing = view.plan?.placeId === view.day.currentPlaceId ? view.plan : null;
  const { step } = run;
  const channel =
    "channelId" in step ? (view.channels.find((c) => c.id === step.channelId) ?? null) : null;
  const isAll =
    standing !== null && tunable.every((c) => standing.picks.some((p) => p.channelId === c.id));
  const isScanning = live.status === "running";
  const words = stepWords(view, step, channel);
  const intent = intentOf(step);
  const first = tunable[0];
  return (
    <Stack>
      <div>
        <Answer>
          {tunable.length === 0
            ? GUIDED_SETUP_TEXTS.noChannelNeedsAFrequency
            : step.code === "done"
              ? GUIDED_SETUP_TEXTS.setOneAfterAnother(capital(count(run.of, "channel")))
              : run.done === 0
                ? GUIDED_SETUP_TEXTS.oneChannelAfterTheOther
                : GUIDED_SETUP_TEXTS.ofSet(capital(numberWord(run.done)), count(run.of, "channel"))}
        </Answer>
        <Sub>{GUIDED_SETUP_TEXTS.eachPackStays}</Sub>
      </div>
      <ReplyNotice<RunIntent> reply={answer} onUndo={send} />
      <ReplyNotice reply={mend.reply} />
      {live.message && <ReplyNotice reply={{ ok: false, message: live.message, at: 0 }} />}
      {tunable.length > 0 && (
        <Panel aria-label={GUIDED_SETUP_TEXTS.theNextStep}>
          <p>
            <b>{words.what}</b>
          </p>
          {words.how.length > 0 && (
            <How>
              {words.how.map((w) => (
                <li key={w}>{w}</li>
              ))}
            </How>
          )}
          <Soft as="p">{capital(words.why)}.</Soft>
          {isScanning ? (
            <Progress
              label={GUIDED_SETUP_TEXTS.scanning}
              fraction={live.fraction}
              valueText={currentPlace(view).name}
            />
          ) : view.rig.state !== "ready" && intent !== null ? (
            <Soft as="p">
              {GUIDED_SETUP_TEXTS.nothingIsConnectedImport}{" "}
              <Link to={`${base}/scan`}>{GUIDED_SETUP_TEXTS.scan}</Link>
              {GUIDED_SETUP_TEXTS.setUnitsByHandUnder}{" "}
              <Link to={`${base}/sync`}>{GUIDED_SETUP_TEXTS.sync}</Link>
              {GUIDED_SETUP_TEXTS.thisPageFollowsAlong}
            </Soft>
          ) : null}
          <Row>
            {intent && view.rig.state === "ready" && !isScanning && (
              <PrimaryButton
                isDisabled={isBusy || isReading}
                why={cart === "live" ? null : OFFLINE_WORDS}
                onPress={() => send(intent)}
              >
                {words.act}
              </PrimaryButton>
            )}
            {(step.code === "mend" || step.code === "set-pack") && channel && (
              <>
                <NextAction
                  view={view}
                  channel={channel}
                  isBusy={mend.isBusy || cart !== "live"}
                  pending={mend.pending}
                  send={mend.send}
                />
                <Link to={`${base}/sync`}>{GUIDED_SETUP_TEXTS.moreUnderSync}</Link>
              </>
            )}
            {(step.code === "check" || step.code === "choose-again") && (
              <Link to={`${base}/frequencies`}>{GUIDED_SETUP_TEXTS.showThePlan}</Link>
            )}
            {step.code === "done" && (
              <Link to={`${base}/level`}>{GUIDED_SETUP_TEXTS.setLevelsNext}</Link>
            )}
          </Row>
        </Panel>
      )}
      <People>
        {tunable.map((c) => {
          const frequencyHz = pickedHz(standing, c.id);
          const said = syncWords(c.state, names);
          return (
            <li key={c.id} data-now={c.id === channel?.id || undefined}>
              <Mark>{c.mark}</Mark>
              <b>{c.talker}</b>
              <Figure>{frequencyHz === null ? "–" : formatMhz(frequencyHz)}</Figure>
              <Status status={frequencyHz === null ? "todo" : said.status}>
                {frequencyHz !== null ? said.text : c.id === channel?.id ? "now" : "waits"}
              </Status>
            </li>
          );
        })}
      </People>
      {isAll && first && (
        <Row>
          <QuietButton
            isDisabled={isBusy}
            why={
              cart !== "live"
                ? OFFLINE_WORDS
                : isScanning
                  ? GUIDED_SETUP_TEXTS.aScanIsRunningWait
                  : null
            }
            onPress={() => send({ intent: "choose", channelId: first.id, isFresh: true })}
          >
            {GUIDED_SETUP_TEXTS.startAgain(first.talker)}
          </QuietButton>
        </Row>
      )}
      <Soft as="p">
        {GUIDED_SETUP_TEXTS.otherWays}{" "}
        <Link to={`${base}/frequencies`}>{GUIDED_SETUP_TEXTS.allAtOnceOrInside}</Link>.
      </Soft>
    </Stack>
  );
}

function intentOf(step: RunStep): RunIntent | null {
  switch (step.code) {
    case "packs-off":
      return { intent: "packs-off" };
    case "leave-on":
    case "switch-on":
      return { intent: "switch-on", channelId: step.channelId };
    case "scan":
    case "last-scan":
      return { intent: "scan" };
    case "choose":
    case "choose-again":
      return { intent: "choose", channelId: step.channelId, isFresh: false };
    case "set-receiver":
    case "store":
    case "prove":
      return { intent: step.code, channelId: step.channelId };
    case "check":
      return { intent: "check" };
    case "set-pack":
    case "mend":
    case "done":
      return null;
  }
}

/** What to do, how on these very units, and why. */
function stepWords(
  view: DayView,
  step: RunStep,
  c: ChannelView | null,
): { what: string; act: string; why: string; how: string[] } {
  const talker = c?.talker ?? "";
  const packLabel = c?.packLabel ?? "";
  const receiverLabel = c?.receiverLabel ?? "";
  const frequencyHz =
    c && "frequencyHz" in c.state.frequency ? c.state.frequency.frequencyHz : null;
  const steps =
    c && frequencyHz !== null
      ? settingSteps(
          receiverModel(view.kit, c.receiverModelId),
          packModel(view.kit, c.packModelId),
          frequencyHz,
        )
      : null;
  const say = (what: string, act: string, why: string, how: string[] = []) => ({
    what,
    act,
    why,
    how,
  });
  switch (step.code) {
    case "packs-off":
      return say(
        GUIDED_SETUP_TEXTS.switchOff(listWords(step.packLabels)),
        GUIDED_SETUP_TEXTS.switchOff2,
        GUIDED_SETUP_TEXTS.aPack,
      );
    case "leave-on":
      return say(
        GUIDED_SETUP_TEXTS.switchOnAndLeave(packLabel),
        GUIDED_SETUP_TEXTS.switch(packLabel),
        GUIDED_SETUP_TEXTS.isSetTheNextScan(talker),
      );
    case "scan":
      return say(
        step.onCount === 0
          ? GUIDED_SETUP_TEXTS.scanHere
          : GUIDED_SETUP_TEXTS.scanAgain(count(step.onCount, "pack")),
        GUIDED_SETUP_TEXTS.scanNow,
        GUIDED_SETUP_TEXTS.thenTheQuietestClearPlace(talker),
      );
    case "choose":
      return say(
        GUIDED_SETUP_TEXTS.choose(talker),
        GUIDED_SETUP_TEXTS.chooseWith(talker),
        GUIDED_SETUP_TEXTS.theQuietestFrequencyClear,
      );
    case "choose-again":
      return say(
        GUIDED_SETUP_TEXTS.chooseAnotherFrequency(talker),
        GUIDED_SETUP_TEXTS.chooseWith(talker),
        GUIDED_SETUP_TEXTS.theNewestScanShows,
      );
    case "set-receiver":
      return say(
        GUIDED_SETUP_TEXTS.set(receiverLabel, talker),
        GUIDED_SETUP_TEXTS.setWith(receiverLabel),
        GUIDED_SETUP_TEXTS.receiverFirstThenThePack,
        steps?.receiver.map(settingStepWords),
      );
    case "switch-on":
      return say(
        GUIDED_SETUP_TEXTS.switchWith(packLabel),
        GUIDED_SETUP_TEXTS.switch(packLabel),
        GUIDED_SETUP_TEXTS.itIsToFollow(receiverLabel),
      );
    case "set-pack":
      return say(
        GUIDED_SETUP_TEXTS.bringToTheReceiversNumber(packLabel),
        GUIDED_SETUP_TEXTS.syncWith(packLabel),
        GUIDED_SETUP_TEXTS.bothEndsMustShow(talker),
        steps?.pack.map(settingStepWords),
      );
    case "store":
      return say(
        GUIDED_SETUP_TEXTS.store(packLabel),
        GUIDED_SETUP_TEXTS.storeWith(packLabel),
        GUIDED_SETUP_TEXTS.aNumberThatBlinks,
      );
    case "prove":
      return say(
        GUIDED_SETUP_TEXTS.verify(talker),
        GUIDED_SETUP_TEXTS.verifyWith(talker),
        GUIDED_SETUP_TEXTS.packOffNothingPack,
      );
    case "mend":
      return say(
        GUIDED_SETUP_TEXTS.text(talker, c ? syncWords(c.state, namesOf(view)).text : ""),
        "",
        GUIDED_SETUP_TEXTS.theVerificationFailedFix,
      );
    case "last-scan":
      return say(
        GUIDED_SETUP_TEXTS.scanAgainWithAllPacks,
        GUIDED_SETUP_TEXTS.scanNow,
        GUIDED_SETUP_TEXTS.checksTheWholeSetAgainst,
      );
    case "check":
      return say(
        GUIDED_SETUP_TEXTS.checkTheWholeSet,
        GUIDED_SETUP_TEXTS.checkTheSet,
        GUIDED_SETUP_TEXTS.spacingIntermodAndOtherCarriers,
      );
    case "done":
      return say(GUIDED_SETUP_TEXTS.allAreSet, "", GUIDED_SETUP_TEXTS.leaveThePacks);
  }
}

const How = styled.ol`
  padding-left: 22px;
`;
const People = styled.ul`
  list-style: none;
  border-top: 1px solid var(--soft);
  li {
    display: grid;
    grid-template-columns: 36px minmax(64px, 160px) 76px 1fr;
    gap: 10px;
    align-items: center;
    min-height: var(--target);
    padding: 4px 0;
    border-bottom: 1px solid var(--rule);
  }
  li[data-now] {
    box-shadow: inset 4px 0 0 var(--accent);
    padding-left: 10px;
  }
`;
