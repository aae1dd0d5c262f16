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
import { capital, count, formatDbm, listWords, mhz, numberWord } from "~/contract/messages/format";
import { settingStepWords } from "~/contract/messages/setting";
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

const OFFLINE_WORDS = "The cart’s computer does not answer just now.";

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
          `${talker}: ${mhz(frequencyHz)}${noiseDbm === null ? "" : `, ${formatDbm(noiseDbm)} of noise there`}. Plan ${version}.`,
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
      return reply(
        await checkStanding(app, dayId),
        ({ version }) => `Plan ${version} is checked against a scan that heard every pack.`,
      );
    case "back":
      return reply(
        await restorePlan(app, dayId, intent.version, intent.basePlanVersion),
        ({ version }) => `Plan ${version} takes plan ${intent.version} back.`,
      );
  }
}

/**
 * One channel after the other: choose, set the receiver, set the pack, prove it, leave it on, scan
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
            ? "Nobody here needs a frequency"
            : step.code === "done"
              ? `${capital(count(run.of, "channel"))} set one after another, and checked`
              : run.done === 0
                ? "One channel after the other"
                : `${capital(numberWord(run.done))} of ${count(run.of, "channel")} set and on`}
        </Answer>
        <Sub>
          Each pack is left on before the next scan, so that the next place is found beside what is
          really there. The plan grows as it goes.
        </Sub>
      </div>
      <ReplyNotice<RunIntent> reply={answer} onUndo={send} />
      <ReplyNotice reply={mend.reply} />
      {live.message && <ReplyNotice reply={{ ok: false, message: live.message, at: 0 }} />}
      {tunable.length > 0 && (
        <Panel aria-label="The next step">
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
              label="Scanning"
              fraction={live.fraction}
              valueText={currentPlace(view).name}
            />
          ) : view.rig.state !== "ready" && intent !== null ? (
            <Soft as="p">
              Nothing can be driven from here: scan by a file under{" "}
              <Link to={`${base}/scan`}>Scan</Link>, set units by hand under{" "}
              <Link to={`${base}/sync`}>Sync</Link>; this page follows.
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
                <Link to={`${base}/sync`}>More under Sync</Link>
              </>
            )}
            {(step.code === "check" || step.code === "choose-again") && (
              <Link to={`${base}/frequencies`}>See the set in Pick</Link>
            )}
            {step.code === "done" && <Link to={`${base}/level`}>On to the levels</Link>}
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
                  ? "A scan runs: wait for it, or stop it."
                  : null
            }
            onPress={() => send({ intent: "choose", channelId: first.id, isFresh: true })}
          >{`Begin anew with ${first.talker}`}</QuietButton>
        </Row>
      )}
      <Soft as="p">
        Other ways to a set: <Link to={`${base}/frequencies`}>all at once, or inside one bank</Link>
        .
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
        `Switch ${listWords(step.packLabels)} off.`,
        "Switch off",
        "what is on now would be taken for somebody else",
      );
    case "leave-on":
      return say(
        `Switch ${c?.packLabel} on, and leave it on.`,
        `Switch ${c?.packLabel} on`,
        `${talker} is set: the next scan is to hear it`,
      );
    case "scan":
      return say(
        step.onCount === 0 ? "Scan here." : `Scan again, with ${count(step.onCount, "pack")} on.`,
        "Scan now",
        `then the quietest clear place is chosen for ${talker}`,
      );
    case "choose":
      return say(
        `Choose for ${talker}.`,
        `Choose for ${talker}`,
        "the quietest place that is clear of all that stands, and of what the packs make between them",
      );
    case "choose-again":
      return say(
        `Choose another place for ${talker}.`,
        `Choose for ${talker}`,
        "the newest scan shows somebody who was silent in an earlier one; all others stay",
      );
    case "set-receiver":
      return say(
        `Set ${c?.receiverLabel} for ${talker}.`,
        `Set ${c?.receiverLabel}`,
        "receiver first, then the pack",
        steps?.receiver.map(settingStepWords),
      );
    case "switch-on":
      return say(
        `Switch ${c?.packLabel} on.`,
        `Switch ${c?.packLabel} on`,
        `it is to follow ${c?.receiverLabel}`,
      );
    case "set-pack":
      return say(
        `Bring ${c?.packLabel} to the receiver’s number.`,
        `Sync ${c?.packLabel}`,
        `${talker}: both ends must show the same`,
        steps?.pack.map(settingStepWords),
      );
    case "store":
      return say(
        `Store it on ${c?.packLabel}.`,
        `Store on ${c?.packLabel}`,
        "a number that blinks is lost with the power",
      );
    case "prove":
      return say(
        `Prove ${talker}.`,
        `Prove ${talker}`,
        "pack off: nothing; pack on: RF and audio. Then it stays on",
      );
    case "mend":
      return say(
        `${talker}: ${c ? syncWords(c.state, namesOf(view)).text : ""}.`,
        "",
        "the proof showed something: it is mended and proved before the next is chosen",
      );
    case "last-scan":
      return say(
        "Scan once more, with all packs on.",
        "Scan now",
        "the whole set is then held against what is really on the air",
      );
    case "check":
      return say(
        "Check the whole set.",
        "Check the set",
        "spacing, products and strangers, by the scan that heard every pack",
      );
    case "done":
      return say(
        "All are set, on, and checked.",
        "",
        "leave the packs on, or switch them off until they are needed",
      );
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
    min-height: 44px;
    padding: 4px 0;
    border-bottom: 1px solid var(--rule);
  }
  li[data-now] {
    box-shadow: inset 4px 0 0 var(--accent);
    padding-left: 10px;
  }
`;
