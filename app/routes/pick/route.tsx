import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { airViewOf, lawViewOf } from "../../../server/services/airViews.server";
import { requireDay } from "../../../server/services/dayView.server";
import { acceptPlan, dayRequest, pickBasis, restorePlan, scannedPlaces } from "../../../server/services/plans.server";
import { packNoises, unpackNoise } from "../../../contract/noise";
import { capital, count, formatClock, formatDb, formatDbm, formatSpan, listWords, numberWord, stretchesWords } from "../../../contract/format";
import { brokenRuleWords, frequencyTextErrorWords, pickReasonWords } from "../../../contract/words";
import { PROFILES, type ProfileName } from "../../../core/coordination/profile";
import type { PickReason } from "../../../core/coordination/explainPick";
import type { CoordinationRequest } from "../../../core/coordination/request";
import { productRoots } from "../../../core/coordination/roots";
import { carrierId } from "../../../core/day/pickProblem";
import { formatMhz } from "../../../core/units/frequencyText";
import { LegalFlag } from "../../features/channel/LegalFlag";
import { SpectrumChart } from "../../charts/spectrum/SpectrumChart";
import { airOf, limitPerBinDbm, spineOf } from "../../features/air/spectrumOf";
import { useSpineView } from "../../features/air/useSpineView";
import { MakeRoom } from "./MakeRoom";
import { relaxed, type Relaxation } from "../../../core/coordination/makeRoom";
import { Button, PrimaryButton, QuietButton } from "../../ui/Button/Button";
import { SelectField, TextField } from "../../ui/Field/Field";
import { Mark } from "../../ui/Mark/Mark";
import { Notice } from "../../ui/Notice/Notice";
import { Answer, BigFigure, Figure, Row, Soft, Stack, Sub, Table } from "../../ui/Page/Page";
import { Progress } from "../../ui/Progress/Progress";
import { Status } from "../../ui/Status/Status";
import { dayIdOf, orNotFound, readIntent, reply } from "../shared/reply.server";
import { ReplyNotice } from "../shared/ReplyNotice";
import { currentPlace, useDay } from "../shared/useDay";
import { useIntent } from "../shared/useIntent";
import { pickIntents, type PickIntent } from "./intents";
import { isUsable, readLocks, shownPlan, shownProposal, tightestDb, withLocks, type ShownSet, type TypedLock } from "./pickModel";
import { useSearch } from "./useSearch";

export async function loader({ params, request: asked, context }: Route.LoaderArgs) {
  const loaded = orNotFound(await requireDay(context.app, dayIdOf(params)));
  const basis = await pickBasis(context.app, loaded, loaded.day.profile);
  const scanned = basis.sweep ? scannedPlaces(loaded).map((p) => p.name.toLowerCase()) : [];
  // for the whole day only where the place itself was measured: its scan is what the plan is held to
  const isForDay = new URL(asked.url).searchParams.get("for") === "day" && scanned.length > 1;
  const forDay = isForDay ? await dayRequest(context.app, loaded, loaded.day.profile) : null;
  const { noise, ...request } = forDay ?? basis.request;
  return { air: await airViewOf(context.app, basis), law: lawViewOf(loaded, basis), request, noise: packNoises(noise), scanned, isForDay };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const dayId = dayIdOf(params);
  const read = await readIntent(request, pickIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "accept": return reply(await acceptPlan(context.app, dayId, intent.proposal), ({ version }) => `Plan ${version} stands. Set the receivers to it next, then the packs.`);
    case "restore": return reply(await restorePlan(context.app, dayId, intent.version, intent.basePlanVersion), ({ version }) => `Plan ${version} takes plan ${intent.version} back.`);
  }
}

const PROFILE_CHOICES: { id: ProfileName; label: string; detail: string }[] = [
  { id: "normal", label: "computed spacing", detail: "0.35 MHz, products kept off by 100 and 50 kHz" },
  { id: "wide", label: "wide spacing", detail: "0.7 MHz as by hand, products by 200 and 100 kHz" },
  { id: "tight", label: "tight spacing", detail: "0.3 MHz, for a crowded air" },
];

/** Legal, tunable, quiet, apart, free of each other's products: frequencies for all, and spares. */
export default function PickScreen({ loaderData }: Route.ComponentProps) {
  const { air, law } = loaderData;
  const view = useDay();
  const [params, setParams] = useSearchParams();
  const here = currentPlace(view);
  const { raster } = law;
  const [profile, setProfile] = useState<ProfileName>(view.day.profile);
  const [texts, setTexts] = useState<Record<number, string>>(() => fixedIn(params));
  const { send, reply: answer, isBusy } = useIntent<PickIntent>();

  const request = useMemo<CoordinationRequest>(() => ({ ...loaderData.request, noise: loaderData.noise.flatMap(unpackNoise), profile: PROFILES[profile] }), [loaderData.request, loaderData.noise, profile]);
  const locks = useMemo(() => readLocks(request, texts, raster), [request, texts, raster]);
  const locked = useMemo(() => withLocks(request, PROFILES[profile], locks), [request, profile, locks]);
  const { search, start, cancel, clear } = useSearch();
  const standing = view.plan?.placeId === here.id ? view.plan : null;
  const shown = useMemo<ShownSet>(() => {
    if (search.status === "found") return shownProposal(search.request, search.result);
    return standing ? shownPlan(request, standing, raster) : { kind: "nothing", picks: [], spares: [], unplaced: [] };
  }, [search, standing, request, raster]);

  const nameOf = (id: string) => view.channels.find((c) => carrierId(c.id) === id)?.talker ?? (id.startsWith("other ") ? id.slice(6) : id.replace(/^handed \d+ /, ""));
  const spine = useMemo(() => spineOf(view.channels), [view.channels]);
  const { view: spineView, setView: setSpineView } = useSpineView(spine);
  const picture = useMemo(() => {
    const own = shown.picks.map((p) => ({ id: carrierId(p.channelId), frequencyHz: p.frequencyHz }));
    return {
      ...airOf(spine, air, law),
      quietBelowDbm: air ? limitPerBinDbm(law.maxNoiseDbm, air.stepHz) : null,
      flags: [
        ...shown.picks.map((p) => ({ id: carrierId(p.channelId), mark: view.channels.find((c) => c.id === p.channelId)?.mark ?? "?", frequencyHz: p.frequencyHz, kind: "own" as const })),
        ...shown.spares.map((s) => ({ id: `spare${s.frequencyHz}`, mark: "sp", frequencyHz: s.frequencyHz, kind: "spare" as const })),
      ],
      roots: productRoots(own, [...own, ...request.others], 3_000_000),
    };
  }, [spine, air, law, shown, view.channels, request.others]);

  // what stands, here or at the place before: the search can be asked to leave as much of it as it can
  const present = useMemo(() => (view.plan && view.plan.picks.length > 0 ? view.plan.picks.map((p) => ({ channelId: carrierId(p.channelId), frequencyHz: p.frequencyHz })) : null), [view.plan]);
  const isWrong = shown.kind === "plan" && (shown.picks.some((p) => p.broken.length > 0) || shown.picks.length < view.channels.filter((c) => c.meets === "tunes").length);
  const change = search.status === "found" && search.retuned ? changeWords(search.retuned.map(nameOf), search.isProved) : null;
  const unusable = Object.values(locks).some((l) => !isUsable(l));
  const nextVersion = (view.plan?.version ?? 0) + 1;
  const accept = () => {
    if (search.status !== "found") return;
    send({
      intent: "accept",
      proposal: {
        basePlanVersion: view.plan?.version ?? 0, sweepId: air?.sweepId ?? null, profile,
        picks: shown.picks.map(({ channelId, frequencyHz, isLocked }) => ({ channelId, frequencyHz, isLocked })), spares: shown.spares,
      },
    });
    clear();
  };
  /** Gives something up and solves again. */
  const giveUp = (relaxations: Relaxation[]) => {
    if (search.status !== "found") return;
    if (relaxations.some((r) => r.code === "tighter")) setProfile("tight");
    setTexts((all) => Object.fromEntries(Object.entries(all).filter(([id]) => !relaxations.some((r) => r.code === "unlock" && r.channelId === carrierId(Number(id))))));
    start(relaxed(search.request, relaxations));
  };
  const earlier = view.planHistory.filter((p) => p.version !== view.plan?.version).at(-1);

  return (
    <Stack>
      <div>
        <Answer>{headline(shown, view.channels.length, search.status === "running", tightestDb(shown))}</Answer>
        <Sub>
          {search.status === "failed" ? search.message
            : shown.kind === "nothing" ? (air ? `The scan of ${formatClock(air.takenAtMs)} leaves ${count(law.open.length, "stretch", "stretches")} open. Type a frequency for whoever must have one; the rest is solved around it.` : "A pick needs measured air: scan here first.")
            : shown.kind === "proposal" && shown.picks.length === 0 ? "The rows say what is in the way."
            : `${capital(count(shown.spares.length, "spare"))} ready, clear of everybody${shown.kind === "plan" ? `. Plan ${view.plan?.version}, accepted ${formatClock(view.plan?.acceptedAtMs ?? 0)}` : `. ${change ?? "Not accepted yet"}`}.`}
        </Sub>
      </div>
      {!air && <Notice kind="caution" action={<Link to={`/day/${view.day.id}/scan`}>To the scan</Link>}>Nothing is measured here. Without a scan only law, register and spacing are kept: unknown is not quiet.</Notice>}
      <Row>
        {search.status === "running" ? (
          <>
            <Progress label={search.phase} fraction={search.fraction} valueText={`${search.placed} of ${view.channels.length}`} />
            <Button onPress={cancel}>Stop</Button>
          </>
        ) : (
          <>
            {shown.kind === "proposal"
              ? <><PrimaryButton onPress={accept} isDisabled={isBusy || shown.picks.length === 0}>{`Accept as plan ${nextVersion}`}</PrimaryButton><Button onPress={() => start(locked)} isDisabled={unusable}>Find again</Button><QuietButton onPress={clear}>Drop these</QuietButton></>
              : shown.kind === "plan"
                ? <>{(isWrong || Object.keys(locks).length > 0) && <PrimaryButton onPress={() => start(locked, present)} isDisabled={unusable}>Change as little as possible</PrimaryButton>}<Button onPress={() => start(locked)} isDisabled={unusable}>Find again</Button></>
                : <><PrimaryButton onPress={() => start(locked)} isDisabled={unusable}>Find frequencies</PrimaryButton>{present && <Button onPress={() => start(locked, present)} isDisabled={unusable}>Keep what can stay</Button>}</>}
            <SelectField label="Spacing" isLabelHidden choices={PROFILE_CHOICES} value={profile} onChange={setProfile} />
            {loaderData.scanned.length > 1 && (
              <SelectField
                label="Where it is to hold" isLabelHidden value={loaderData.isForDay ? "day" : "here"}
                onChange={(where) => {
                  clear();
                  setParams(() => {
                    // the address may hold a view that the router was not told of
                    const next = new URLSearchParams(window.location.search);
                    if (where === "day") next.set("for", "day");
                    else next.delete("for");
                    return next;
                  }, { replace: true, preventScrollReset: true });
                }}
                choices={[{ id: "here", label: "for this place" }, { id: "day", label: "for every place scanned", detail: `${listWords(loaderData.scanned)}: nobody retunes between them` }]}
              />
            )}
          </>
        )}
      </Row>
      <ReplyNotice reply={answer} />
      {search.status === "found" && shown.unplaced.length > 0 && <MakeRoom key={search.result.stats.elapsedMs} request={search.request} nameOf={nameOf} onTake={giveUp} />}
      <SpectrumChart data={picture} view={spineView} onView={setSpineView} label={`${numberWord(shown.picks.length)} carriers of ours on the spine: ${shown.picks.map((p) => `${nameOf(carrierId(p.channelId))} ${formatMhz(p.frequencyHz)}`).join(", ") || "none yet"}. Their products hang below.`} />
      <Table>
        <thead><tr><th>Channel</th><th>Frequency MHz</th><th>In hand</th><th>Reason</th><th>Fix it at</th></tr></thead>
        <tbody>
          {view.channels.map((c) => {
            const pick = shown.picks.find((p) => p.channelId === c.id);
            const unplaced = shown.unplaced.find((u) => u.channelId === c.id);
            return (
              <tr key={c.id}>
                <th scope="row"><Row as="span" style={{ flexWrap: "nowrap" }}><Mark>{c.mark}</Mark><span>{c.talker}<Soft style={{ display: "block", whiteSpace: "nowrap" }}>{`${c.receiverLabel}, ${(c.meets === "adaptive" ? "chooses for itself" : c.meets === "tunes" ? stretchesWords(c.tuning) : "no common tuning")}`}</Soft></span></Row></th>
                <td data-label="Frequency">
                  {pick ? <BigFigure>{formatMhz(pick.frequencyHz)}</BigFigure> : <Soft>–</Soft>}
                  {shown.kind === "proposal" && pick && present && <Soft style={{ display: "block", whiteSpace: "nowrap" }}>{beforeWords(present.find((p) => p.channelId === carrierId(c.id))?.frequencyHz ?? null, pick.frequencyHz)}</Soft>}
                </td>
                <td data-label="In hand">{pick ? <Margins reason={pick.reason} /> : <Soft>–</Soft>}</td>
                <td data-wide>
                  <LegalFlag legality={c.legality} unit={c.packLabel} />
                  {unplaced && c.legality.code !== "fine" ? null : unplaced ? <Status status="problem">{`no place: ${unplaced.reason}`}</Status>
                    : pick && pick.broken.length > 0 ? <Status status="problem">{listWords(pick.broken.slice(0, 2).map((b) => brokenRuleWords(b, nameOf)))}</Status>
                    : pick ? <Why>{(pick.isLocked ? "fixed by you; " : "") + pickReasonWords(pick.reason, nameOf)}</Why> : null}
                </td>
                <td data-wide>
                  <TextField
                    label={`Fix ${c.talker} at, MHz`} isLabelHidden placeholder={pick ? formatMhz(pick.frequencyHz) : "512.375"} widthCh={9} inputMode="decimal"
                    value={texts[c.id] ?? ""} onChange={(text) => setTexts((all) => ({ ...all, [c.id]: text }))} error={lockWords(locks[c.id], nameOf)}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      {shown.spares.length > 0 && (
        <p>
          <b>Spares </b>
          {shown.spares.map((s, i) => <span key={s.frequencyHz}>{i > 0 && " · "}<Figure>{formatMhz(s.frequencyHz)}</Figure> <Soft>{`for ${s.for.length === view.channels.length ? "anybody" : listWords(s.for.map((id) => nameOf(carrierId(id))))}`}</Soft></span>)}
        </p>
      )}
      {request.others.length > 0 && <Soft as="p">{`Kept clear of ${count(request.others.length, "carrier")} of others: ${listWords(request.others.map((o) => `${formatMhz(Math.round(o.frequencyHz / 5000) * 5000)}${o.id.startsWith("handed ") ? ` (${nameOf(o.id)}, handed down)` : ""}`))} MHz. A channel counts as quiet below ${formatDbm(law.maxNoiseDbm)} in its whole bandwidth.`}</Soft>}
      {earlier && shown.kind !== "proposal" && (
        <Row><Soft>{`Before this: plan ${earlier.version}, ${formatClock(earlier.acceptedAtMs)}.`}</Soft><QuietButton isDisabled={isBusy} onPress={() => send({ intent: "restore", version: earlier.version, basePlanVersion: view.plan?.version ?? 0 })}>{`Undo: back to plan ${earlier.version}`}</QuietButton></Row>
      )}
      <Soft as="p">{`${law.regionTitle}: ${law.licence}. ${law.advice}`}</Soft>
    </Stack>
  );
}

/** What a pick has in hand over what is asked: quiet, spacing, products. */
function Margins({ reason: { margins, nearestProduct } }: { reason: PickReason }) {
  const lines: [string, string][] = [];
  if (margins.noiseDb !== null) lines.push([formatDb(margins.noiseDb), "quiet"]);
  if (margins.spacingHz !== null) lines.push([formatSpan(margins.spacingHz), "apart"]);
  if (nearestProduct) lines.push([formatSpan(nearestProduct.inHandHz), "off a product"]);
  return <InHand>{lines.map(([figure, word]) => <span key={word}><Figure>{figure}</Figure> {word}</span>)}</InHand>;
}

function headline(shown: ShownSet, wanted: number, isRunning: boolean, tightest: number | null): string {
  if (isRunning) return "Looking for frequencies";
  const bad = shown.picks.filter((p) => p.broken.length > 0).length;
  if (shown.kind === "nothing") return `${capital(count(wanted, "channel"))} to place`;
  if (bad > 0) return `${capital(count(bad, "pick"))} no longer ${bad === 1 ? "stands" : "stand"} clear`;
  if (shown.picks.length === 0) return `None of ${count(wanted, "channel")} finds a place here`;
  if (shown.picks.length < wanted) return `${capital(numberWord(shown.picks.length))} of ${count(wanted, "channel")} stand clear; ${shown.picks.length === wanted - 1 ? "one has" : `${numberWord(wanted - shown.picks.length)} have`} no place`;
  return `${capital(count(wanted, "channel"))} stand clear${tightest === null ? "" : `; the tightest has ${formatDb(Math.floor(tightest))} in hand`}`;
}

/** What a change asks of the packs. */
function changeWords(retuned: string[], isProved: boolean): string {
  if (retuned.length === 0) return "Nobody retunes";
  return `${capital(count(retuned.length, "pack"))} to retune (${listWords(retuned)})${isProved ? ": fewer is not possible" : ""}`;
}

const beforeWords = (beforeHz: number | null, frequencyHz: number): string => (beforeHz === null ? "new" : beforeHz === frequencyHz ? "stays" : `was ${formatMhz(beforeHz)}`);

function lockWords(lock: TypedLock | undefined, nameOf: (id: string) => string): string | null {
  if (!lock || lock.state === "none") return null;
  if (lock.state === "unreadable") return frequencyTextErrorWords(lock.error);
  return lock.broken.length === 0 ? null : `${formatMhz(lock.frequencyHz)} is ${listWords(lock.broken.slice(0, 3).map((b) => brokenRuleWords(b, nameOf)))}.`;
}

/** Frequencies that another screen asks to be fixed: "fix=3:512.375". */
function fixedIn(params: URLSearchParams): Record<number, string> {
  return Object.fromEntries(params.getAll("fix").flatMap((f) => {
    const [id, mhzText] = f.split(":");
    return id && mhzText && /^\d+$/.test(id) ? [[Number(id), mhzText]] : [];
  }));
}


const InHand = styled.span`display: flex; flex-direction: column; font-size: 15px; line-height: 1.35; white-space: nowrap;`;
const Why = styled.span`color: var(--soft); font-size: 15px; line-height: 1.35; display: block; max-width: 46ch;`;
