import { defined, numberAt } from "~/core/units/items";
import { useMemo, useState } from "react";
import { FileTrigger } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { placeRange, type PlaceRange } from "~/server/services/range/placePlans.server";
import { count, formatClock, formatDb } from "~/contract/messages/format";
import { fitWords } from "~/contract/messages/plan";
import { readingsErrorWords } from "~/contract/messages/planFile";
import type { FloorPlan } from "~/core/location/floorPlan";
import { walkForecast } from "~/core/location/forecast";
import { readWalkReadings, type TimedReading } from "~/core/location/walkReadings";
import { walkTest } from "~/core/location/walkTest";
import { WalkSeam } from "~/app/charts/walkSeam/WalkSeam";
import { spreadWords } from "~/app/features/plan/planText";
import { useLengths } from "~/app/features/plan/useLengths";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { AreaField, SelectField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Mark } from "~/app/ui/Mark/Mark";
import { NoPlan } from "~/app/routes/range/NoPlan";
import type { RangeIntent } from "~/app/routes/range/intents";
import { useIntent } from "~/app/routes/shared/useIntent";
import type { SyncIntent } from "~/app/routes/sync/intents";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { type PlanInHand, usePlan } from "~/app/routes/shared/usePlan";
import { type WalkedBy, walksOf } from "~/app/routes/shared/usePlanReckoning";
import { useRecorder } from "./useRecorder";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await placeRange(context.app, dayIdOf(params)));
}

/** A walk that was walked: by whom, how it came in, and what was read. */
interface Walked {
  walkId: string;
  from: string;
  readings: readonly TimedReading[];
}

const MAX_WALK_BYTES = 4e6;

/** What was measured on a walk laid over what was reckoned, and what that says of this place. */
export default function WalkTestScreen({ loaderData: range }: Route.ComponentProps) {
  const view = useDay();
  const inHand = usePlan(range, view.day.id);
  if (!inHand.plan)
    return (
      <NoPlan range={range} place={currentPlace(view).name} inHand={inHand} dayId={view.day.id} />
    );
  return <WalkTest key={range.placeId} range={range} inHand={inHand} plan={inHand.plan} />;
}

function WalkTest({
  range,
  inHand,
  plan,
}: {
  range: PlaceRange;
  inHand: PlanInHand;
  plan: FloorPlan;
}) {
  const view = useDay();
  const lengths = useLengths();
  const place = currentPlace(view).name;
  const walks = useMemo(() => walksOf(plan, range.walkers, "along"), [plan, range.walkers]);
  const [walkId, setWalkId] = useState(walks[0]?.walk.id ?? "");
  const [walked, setWalked] = useState<Walked[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const [isWalking, setWalking] = useState(false);
  const [typed, setTyped] = useState("");
  const chosen = walks.find((w) => w.walk.id === walkId) ?? walks[0];
  const add = (w: Walked) => {
    setWalked((all) => [...all, w].slice(-24));
    setSaid(null);
  };
  const hands = useIntent<SyncIntent>(`/day/${view.day.id}/sync`);
  const channel = view.channels.find((c) => c.id === chosen?.walker.channelId);
  const off =
    view.rig.state === "ready" && view.rig.isPractice && channel?.pack && !channel.pack.isOn
      ? channel
      : null;
  const recorder = useRecorder(chosen?.walker.channelId ?? 0, (readings) => {
    if (readings.length < 2)
      setSaid(
        "Nothing was read on the way: switch the pack on, and let the receiver be asked. The walk was not taken.",
      );
    else if (chosen) add({ walkId: chosen.walk.id, from: "recorded", readings });
  });
  const test = useMemo(
    () =>
      walked.length === 0
        ? null
        : walkTest(
            plan,
            plan.antennas,
            walked.flatMap((w) => {
              const by = walks.find((x) => x.walk.id === w.walkId);
              return by
                ? [{ walk: by.walk, pack: by.pack, receiver: by.receiver, readings: w.readings }]
                : [];
            }),
          ),
    [walked, plan, walks],
  );
  if (!chosen || plan.antennas.length === 0) {
    return (
      <Stack>
        <div>
          <Answer>
            {plan.antennas.length === 0
              ? "No antenna stands on the plan yet"
              : "Nobody walks on the plan yet"}
          </Answer>
          <Sub>
            A walk test lays what the receiver read over what was reckoned.{" "}
            <Link to={`/day/${view.day.id}/draw`}>Draw</Link> first where people go and where the
            antennas stand.
          </Sub>
        </div>
      </Stack>
    );
  }
  const practise = async () => {
    setWalking(true);
    setSaid(null);
    const seed = 1 + Math.floor(Math.random() * 1e6);
    const response = await fetch(`/day/${view.day.id}/practice-walk`, {
      method: "POST",
      body: JSON.stringify({ walkId: chosen.walk.id, channelId: chosen.walker.channelId, seed }),
      headers: { "content-type": "application/json" },
    }).catch(() => null);
    const answer = response
      ? ((await response.json().catch(() => ({}))) as {
          readings?: TimedReading[];
          message?: string;
        })
      : {};
    if (answer.readings)
      add({
        walkId: chosen.walk.id,
        from: `${chosen.walker.talker} walked`,
        readings: answer.readings,
      });
    else setSaid(answer.message ?? "The practice units did not answer. Nothing was changed.");
    setWalking(false);
  };
  const take = (text: string, from: string) => {
    const read = readWalkReadings(text);
    if (!read.ok) {
      setSaid(readingsErrorWords(from, read.error));
      return;
    }
    add({ walkId: chosen.walk.id, from, readings: read.value });
    setTyped("");
  };
  const shown = walks.filter((w) => walked.some((x) => x.walkId === w.walk.id));
  return (
    <Stack>
      <div>
        <Answer>{headline(place, test, plan)}</Answer>
        <Sub>
          {test
            ? subline(test)
            : plan.fit
              ? `Walked at ${formatClock(plan.fit.atMs)}, ${count(plan.fit.readings, "stretch", "stretches")}: ${fitWords(plan.fit)}. It was ${formatDb(plan.fit.errorDb)} off from place to place, and is ${formatDb(plan.fit.errorAfterDb)} with that.`
              : "Carry the pack along a walk as it is worn, at the pace of the scene, and let the receiver be read. Two or three walks with walls between and turned backs say most."}
        </Sub>
      </div>
      <Row>
        <SelectField
          label="Which walk"
          choices={walks.map((w) => ({ id: w.walk.id, label: w.walk.name }))}
          value={chosen.walk.id}
          onChange={setWalkId}
        />
        {off && (
          <Button
            isDisabled={hands.isBusy}
            onPress={() => {
              hands.send({ intent: "handle-pack", packKey: off.packKey, change: { isOn: true } });
            }}
          >{`Switch ${off.packLabel} on`}</Button>
        )}
        {view.rig.state === "ready" && view.rig.isPractice && !off && (
          <PrimaryButton
            isDisabled={isWalking || recorder.isRunning}
            onPress={() => {
              void practise();
            }}
          >
            {isWalking ? "Walking…" : `Let ${chosen.walker.talker} walk it`}
          </PrimaryButton>
        )}
        {view.rig.state === "ready" &&
          (recorder.isRunning ? (
            <>
              <Button onPress={recorder.stop}>At the end</Button>
              <Soft aria-live="polite">{`${count(recorder.readings, "reading")} so far`}</Soft>
            </>
          ) : (
            <Button isDisabled={isWalking} onPress={recorder.start}>
              Record from the receiver
            </Button>
          ))}
        <FileTrigger
          acceptedFileTypes={[".csv", ".txt", ".tsv"]}
          onSelect={(files) => {
            const file = files?.[0];
            if (!file) return;
            if (file.size > MAX_WALK_BYTES)
              setSaid(`“${file.name}” is larger than 4 MB: no walk is. Nothing was taken.`);
            else void file.text().then((text) => take(text, `“${file.name}”`));
          }}
        >
          <Button>From a file</Button>
        </FileTrigger>
      </Row>
      <details>
        <summary>Type or paste levels</summary>
        <Stack $gapPx={8}>
          <AreaField
            label="Time, level of A, level of B"
            value={typed}
            onChange={setTyped}
            rows={5}
            hint="A line for each reading, from the walk’s start to its end: seconds or 1:05, then dBm (or dBµV where a heading says so). B may be missing."
          />
          <Row>
            <Button
              isDisabled={typed.trim() === ""}
              onPress={() => {
                take(typed, "what was typed");
              }}
            >
              Lay it over
            </Button>
          </Row>
        </Stack>
      </details>
      {said && <Notice kind="refused">{said}</Notice>}
      <ReplyNotice<RangeIntent>
        reply={inHand.reply?.message ? inHand.reply : undefined}
        onUndo={inHand.send}
      />
      {test && (
        <section aria-label="This place">
          <Heading>What that says of this place</Heading>
          <Table>
            <thead>
              <tr>
                <th>Correction</th>
                <th>dB</th>
                <th>known to</th>
              </tr>
            </thead>
            <tbody>
              {(
                [
                  ["Everywhere", test.fit.general],
                  ["For each wall between", test.fit.perWall],
                  ["With the body between", test.fit.behindBody],
                ] as const
              ).map(([name, c]) => (
                <tr key={name}>
                  <td>{name}</td>
                  <td data-label="dB">
                    <Figure>{c ? formatDb(c.db) : "—"}</Figure>
                  </td>
                  <td data-label="known to">
                    {c ? (
                      <Figure>{`± ${c.uncertaintyDb.toFixed(1)} dB`}</Figure>
                    ) : (
                      <Soft>these walks do not tell</Soft>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          <Row>
            <PrimaryButton
              isDisabled={inHand.isBusy || test.fit.general === null}
              onPress={() => {
                inHand.send({
                  intent: "keep-fit",
                  expectedVersion: range.version,
                  placeId: range.placeId,
                  fit: test.fit,
                });
              }}
            >{`Keep for ${place}`}</PrimaryButton>
            <QuietButton
              onPress={() => {
                setWalked([]);
              }}
            >
              Begin again
            </QuietButton>
            <Soft>{`${count(walked.length, "walk")}, ${count(test.windows.length, "stretch", "stretches")} of two metres${test.inNoise > 0 ? `; ${count(test.inNoise, "stretch", "stretches")} in the noise left out` : ""}`}</Soft>
          </Row>
        </section>
      )}
      {plan.fit && (
        <Row>
          <QuietButton
            isDisabled={inHand.isBusy}
            onPress={() => {
              inHand.send({
                intent: "keep-fit",
                expectedVersion: range.version,
                placeId: range.placeId,
                fit: null,
              });
            }}
          >
            Forget this place’s walk test
          </QuietButton>
        </Row>
      )}
      {shown.map((w) => (
        <Laid
          key={w.walk.id}
          by={w}
          plan={plan}
          test={defined(test)}
          from={walked.filter((x) => x.walkId === w.walk.id).map((x) => x.from)}
          metres={lengths.metres}
        />
      ))}
    </Stack>
  );
}

type Test = ReturnType<typeof walkTest>;

function headline(place: string, test: Test | null, plan: FloorPlan): string {
  if (!test)
    return plan.fit
      ? `${place} is reckoned by its own walk test`
      : `Nobody has walked ${place} yet`;
  const by = test.fit.biasDb;
  if (Math.abs(by) < 1)
    return `${place} is as the book has it, ${formatDb(test.fit.errorDb)} from place to place`;
  return `${place} gives ${formatDb(Math.abs(by))} ${by < 0 ? "less" : "more"} than the book`;
}

const subline = (test: Test): string =>
  `Measured less reckoned: ${formatDb(test.fit.biasDb)} on the whole, ${formatDb(test.fit.errorDb)} up and down from place to place. With ${fitWords(test.fit)} what is left is ${formatDb(test.fit.errorAfterDb)}.`;

/** One walk: reckoned as a seam, what was read over it. */
function Laid({
  by,
  plan,
  test,
  from,
  metres,
}: {
  by: WalkedBy;
  plan: FloorPlan;
  test: Test;
  from: string[];
  metres: (m: number) => string;
}) {
  const [book, corrected] = useMemo(
    () =>
      [
        { ...plan, fit: null },
        { ...plan, fit: { ...test.fit, atMs: 0 } },
      ].map((p) => walkForecast(p, by.walk, by.pack, p.antennas, by.receiver)),
    [plan, test, by],
  ) as [ReturnType<typeof walkForecast>, ReturnType<typeof walkForecast>];
  const readings = test.points.filter((p) => p.walkId === by.walk.id);
  return (
    <WalkBlock>
      <Row>
        <Mark>{by.walker.mark}</Mark>
        <b>{by.walk.name}</b>
        <Soft>{from.join(", ")}</Soft>
      </Row>
      <Soft as="p">
        Reckoned with what was found, as areas; each reading as a dot, A upwards, B downwards.
      </Soft>
      <WalkSeam
        label={`Readings along “${by.walk.name}” over what is reckoned`}
        points={corrected.points.map((p) => ({
          atM: p.atM,
          aDb: numberAt(p.marginsDb, 0),
          bDb: p.marginsDb[1] ?? null,
        }))}
        readings={readings}
        worstM={null}
        metres={metres}
        heightPx={170}
      />
      <Soft as="p">{`By the book ${spreadWords(book)}; with this place’s corrections ${spreadWords(corrected)}.`}</Soft>
    </WalkBlock>
  );
}

const WalkBlock = styled.section`
  border-top: 1px solid var(--rule);
  padding-top: 10px;
`;
