import { itemAt } from "~/core/units/items";
import { useMemo, useState } from "react";
import { data, Link } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  getPreparation,
  importScenes,
  previewScenesOf,
  putScene,
  removeScene,
  type ScenePreview,
  setPackPower,
} from "~/server/services/prep/preparation.server";
import { undoList } from "~/server/services/prep/versionedLists.server";
import {
  capital,
  count,
  formatClock,
  formatDuration,
  listWords,
  numberWord,
} from "~/contract/messages/format";
import {
  capitalSentence,
  dayWord,
  findingWords,
  legalityWords,
  pairProblemWords,
  prepHeadline,
} from "~/contract/messages/prep";
import { WiredChart } from "~/app/charts/wired/WiredChart";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import type { PreviewReply } from "~/app/routes/shared/ListImport";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { useTaken } from "~/app/routes/shared/useTaken";
import { prepareIntents, type PrepareIntent } from "./intents";
import { SceneForm } from "./SceneForm";
import { SceneImport } from "./SceneImport";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getPreparation(context.app, dayIdOf(params)));
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, prepareIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "preview": {
      const preview = await previewScenesOf(app, dayId, intent.text, intent.map);
      return preview.ok
        ? data<PreviewReply<ScenePreview>>({
            ok: true,
            message: null,
            at: Date.now(),
            preview: preview.value,
          })
        : reply(preview);
    }
    case "import":
      return reply(
        await importScenes(app, dayId, intent),
        ({ imported, leftOut }) =>
          `${capital(count(imported, "scene"))} taken over${leftOut > 0 ? `, ${count(leftOut, "row")} left out` : ""}.`,
      );
    case "put-scene":
      return reply(
        await putScene(app, dayId, intent),
        () => `Scene ${intent.scene.number.trim()} is on the list.`,
      );
    case "strike-scene":
      return reply(
        await removeScene(app, dayId, intent),
        () => `Scene ${intent.number} is struck.`,
      );
    case "undo":
      return reply(
        await undoList(app, "scenes", dayId, intent.expectedVersion),
        () => "The list before is back.",
      );
    case "set-power":
      return reply(
        await setPackPower(app, dayId, intent.packKey, intent.powerMw),
        () => `Set to ${intent.powerMw} mW.`,
      );
  }
}

/** The evening before: what the scenes ask for, what the case has, and what does not fit. */
export default function PrepareScreen({ loaderData: prep }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<PrepareIntent>();
  const taken = useTaken(answer);
  const expectedVersion = prep.list?.version ?? 0;
  /** The scene that is being changed: its number, "" for a new one. */
  const [opened, setOpened] = useState<string | null>(null);
  const changed = prep.scenes.find((s) => s.number === opened) ?? null;
  const spans = useMemo(() => prep.packDays.map((p) => p.spans), [prep.packDays]);
  const placeName = (id: number | null) => view.places.find((p) => p.id === id)?.name ?? "–";
  const chains = prep.findings.find((f) => f.code === "chains-short");
  const have = chains?.have ?? prep.peak?.talkers.length ?? 0;
  const handed = prep.packDays.flatMap((p) =>
    p.spans
      .slice(1)
      .flatMap((s, i) =>
        s.talker === itemAt(p.spans, i).talker
          ? []
          : [
              `${itemAt(p.spans, i).talker} to ${s.talker}, ${formatClock(itemAt(p.spans, i).endMs)}–${formatClock(s.startMs)}`,
            ],
      ),
  );

  return (
    <Stack $gapPx={22}>
      <div>
        <Answer>
          {prepHeadline(
            prep.findings,
            prep.scenes.length > 0,
            dayWord(view.nowMs, view.day.dateIso),
          )}
        </Answer>
        <Sub>
          {prep.peak
            ? `${capital(count(prep.scenes.length, "scene"))}. Most at once: ${count(prep.peak.talkers.length, "voice")} in scene ${listWords(prep.peak.sceneNumbers)}, ${formatClock(prep.peak.startMs)}–${formatClock(prep.peak.endMs)}. ${capital(count(prep.packDays.length, "pack"))} would do for the day${handed.length > 0 ? `, handed on ${numberWord(handed.length)} ${handed.length === 1 ? "time" : "times"}` : ""}.`
            : "Read the day's scene list: from it follows how many are wired at once, and what the case must hold."}
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      {prep.findings.length > 0 && (
        <Findings aria-label="What is missing">
          {prep.findings.map((f) => {
            const words = findingWords(f);
            const pack =
              f.code === "power-too-high" ? view.packs.find((p) => p.label === f.unit) : undefined;
            return (
              <li key={words.short}>
                <Status status="problem">{capital(words.short)}</Status>
                <span>
                  {capitalSentence(words.why)} <Soft>{capitalSentence(words.mend)}</Soft>
                </span>
                {f.code === "talker-without-channel" && (
                  <Link to={`/day/${view.day.id}/setup`}>give a channel</Link>
                )}
                {(f.code === "cells-short" ||
                  f.code === "antennas-short" ||
                  f.code === "leads-short" ||
                  f.code === "tracks-short" ||
                  f.code === "no-wired-recorder") && (
                  <Link to={`/day/${view.day.id}/kit`}>count again</Link>
                )}
                {f.code === "firmware-behind" && (
                  <Link to={`/day/${view.day.id}/kit`}>see the case</Link>
                )}
                {f.code === "power-too-high" && pack && (
                  <Button
                    isDisabled={isBusy}
                    onPress={() =>
                      send({ intent: "set-power", packKey: pack.key, powerMw: f.mostMw })
                    }
                  >{`Set to ${f.mostMw} mW`}</Button>
                )}
              </li>
            );
          })}
        </Findings>
      )}
      {prep.stretches.length > 0 && (
        <section>
          <Heading>Who is wired when</Heading>
          <WiredChart
            packs={spans}
            stretches={prep.stretches}
            have={have}
            label={prep.stretches
              .map(
                (s) =>
                  `${formatClock(s.startMs)} to ${formatClock(s.endMs)}: ${listWords(s.talkers)}`,
              )
              .join("; ")}
          />
          {handed.length > 0 && (
            <Soft as="p">{`Outlined: a pack handed on, with at least ${formatDuration(15 * 60_000)} to re-rig (${handed.join("; ")}).`}</Soft>
          )}
        </section>
      )}
      <section>
        <Row>
          <Heading>Scenes</Heading>
          {prep.scenes.length > 0 && (
            <a href={`/day/${view.day.id}/scenes.csv`} download>
              save as CSV
            </a>
          )}
          {prep.scenes.length > 0 && (
            <a href={`/day/${view.day.id}/scenes.ics`} download>
              as a calendar
            </a>
          )}
          {prep.earlierVersion !== null && (
            <QuietButton
              isDisabled={isBusy}
              onPress={() => send({ intent: "undo", expectedVersion })}
            >
              Undo: back to the list before
            </QuietButton>
          )}
        </Row>
        {prep.scenes.length > 0 && (
          <Table>
            <thead>
              <tr>
                <th>Scene</th>
                <th>Place</th>
                <th>Times</th>
                <th>Who speaks</th>
                <th>Again?</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {prep.scenes.map((s) => (
                <tr key={s.number}>
                  <th scope="row">
                    <Figure>{s.number}</Figure> {s.title}
                  </th>
                  <td data-label="Place">{placeName(s.placeId)}</td>
                  <td data-label="Times">
                    <Figure>{`${formatClock(s.startMs)}–${formatClock(s.endMs)}`}</Figure>
                  </td>
                  <td data-label="Who speaks">{s.speakers.join(", ") || <Soft>nobody</Soft>}</td>
                  <td data-label="Again?">
                    {s.isRepeatable ? <Soft>yes</Soft> : <b>happens once</b>}
                  </td>
                  <td data-wide>
                    <QuietButton
                      onPress={() => setOpened(s.number)}
                      aria-label={`Change scene ${s.number}`}
                    >
                      change
                    </QuietButton>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
        {opened !== null && (
          <Gap>
            <SceneForm
              key={opened}
              scene={changed}
              others={prep.scenes.filter((s) => s !== changed)}
              isBusy={isBusy}
              onDrop={() => setOpened(null)}
              onKeep={(scene) => {
                send({
                  intent: "put-scene",
                  scene,
                  replaces: changed?.number ?? null,
                  expectedVersion,
                });
                taken(() => setOpened(null));
              }}
              onStrike={() => {
                if (!changed) {
                  setOpened(null);
                  return;
                }
                send({ intent: "strike-scene", number: changed.number, expectedVersion });
                taken(() => setOpened(null));
              }}
            />
          </Gap>
        )}
        {opened === null && (
          <Gap>
            <Button onPress={() => setOpened("")}>Add a scene</Button>
          </Gap>
        )}
        <Gap>
          <SceneImport expectedVersion={expectedVersion} onImport={send} />
        </Gap>
      </section>
      <section>
        <Heading>Which packs work with which receivers</Heading>
        <Table>
          <thead>
            <tr>
              <th>Pack</th>
              {prep.match[0]?.receivers.map((r) => (
                <th key={r.key}>{r.label}</th>
              ))}
              <th>Here</th>
            </tr>
          </thead>
          <tbody>
            {prep.match.map((m) => (
              <tr key={m.unit.key}>
                <th scope="row">
                  <b>{m.unit.label}</b> <Soft>{m.modelName}</Soft>
                </th>
                {m.receivers.map((r) => (
                  <td key={r.key} data-label={r.label}>
                    {r.problem === null ? (
                      <Status status="done">works</Status>
                    ) : (
                      <Soft>
                        {r.problem.code === "other-modulation"
                          ? "other modulation"
                          : pairProblemWords(r.problem)}
                      </Soft>
                    )}
                  </td>
                ))}
                <td data-label="Here">
                  {m.legality.code === "fine" ? (
                    <Soft>{`${m.unit.powerMw ?? ""} mW`}</Soft>
                  ) : (
                    <Status status="problem">{legalityWords(m.legality)}</Status>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
        <p>
          <Soft>{`By the rules of region ${view.day.region}, a dated summary and not the law: check with your regulator. `}</Soft>
          <Link to={`/day/${view.day.id}/regulations`}>What is allowed here</Link>
        </p>
      </section>
    </Stack>
  );
}

const Findings = styled.ul`
  list-style: none;
  border-top: 1px solid var(--soft);
  li {
    display: grid;
    grid-template-columns: minmax(230px, 0.8fr) 1.4fr 130px;
    gap: 4px 18px;
    align-items: center;
    min-height: 48px;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
  @media (max-width: 720px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;
const Gap = styled.div`
  margin-top: 12px;
`;
