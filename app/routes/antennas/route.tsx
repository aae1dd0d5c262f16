import { defined } from "~/core/units/items";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { otherBlockLossWords } from "~/contract/messages/antenna";
import type { Route } from "./+types/route";
import {
  antennasInCase,
  placeRange,
  type PlaceRange,
} from "~/server/services/range/placePlans.server";
import { capital, count, formatDb, listWords, mhz } from "~/contract/messages/format";
import { clearances } from "~/core/location/clearance";
import type { FloorPlan } from "~/core/location/floorPlan";
import { splayVerdict, whipFor } from "~/core/radio/antennaDesk";
import { envelopeCorrelation } from "~/core/radio/fading";
import { wavelengthM } from "~/core/radio/propagation";
import { SpacingChart } from "~/app/charts/spacing/SpacingChart";
import type { Lengths } from "~/app/features/plan/lengths";
import { useLengths } from "~/app/routes/shared/useLengths";
import { SelectField, SliderField } from "~/app/ui/Field/Field";
import { Answer, Figure, Heading, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";
import { useDay } from "~/app/routes/shared/useDay";
import { walksOf } from "~/app/routes/shared/usePlanReckoning";
import { walkPoints } from "~/core/location/walk";
import { FeedDesk } from "./FeedDesk";

export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  return {
    range: orNotFound(await placeRange(context.app, dayId)),
    inCase: orNotFound(await antennasInCase(context.app, dayId)),
  };
}

/** How talkers' packs lean, by what they do. */
const LEANS: { id: string; label: string; tiltsDeg: number[] }[] = [
  { id: "upright", label: "they stay upright", tiltsDeg: [-10, 0, 10, 20] },
  { id: "lean", label: "they sit, bend, lean", tiltsDeg: [-30, -10, 10, 30, 45, 60] },
  { id: "roll", label: "they lie, fight, roll", tiltsDeg: [-80, -50, -20, 0, 20, 50, 80, 90] },
];

/** Lengths, distances, heights and leanings of antennas, from this day's own frequencies. */
export default function AntennaDesk({ loaderData: { range, inCase } }: Route.ComponentProps) {
  const view = useDay();
  const lengths = useLengths();
  const plan = range.drawing?.plan ?? null;
  const frequencies = range.walkers.map((w) => w.pack.frequencyHz);
  const middleHz =
    frequencies.length > 0 ? (Math.min(...frequencies) + Math.max(...frequencies)) / 2 : 550e6;
  const cuts = cutsOf(range.walkers);
  const lacking = inCase.receivers.filter(
    (r) =>
      r.takes > 0 &&
      r.fits
        .filter((f) => f.fit === "fits" || f.fit === "fits-wideband")
        .reduce((n, f) => n + f.count, 0) < r.takes,
  );
  return (
    <Stack $gapPx={22}>
      <div>
        <Answer>
          {cuts.length === 0
            ? "Nobody has a channel yet"
            : `Whips of ${listWords(cuts.map((c) => `${c.mm} mm for ${listWords(c.labels)}`))}`}
        </Answer>
        <Sub>{`A quarter of the wave, and on a small case a few per cent less. ${lacking.length > 0 ? `${listWords(lacking.map((r) => r.label))} ${lacking.length === 1 ? "lacks" : "lack"} an antenna that fits.` : "Every receiver has antennas that fit."}`}</Sub>
      </div>
      <CutLengths range={range} />
      <InCase receivers={inCase.receivers} dayId={view.day.id} />
      <Spacing middleHz={middleHz} plan={plan} lengths={lengths} />
      <Splay />
      {plan && plan.antennas.length > 0 && <Heights plan={plan} range={range} lengths={lengths} />}
      <FeedDesk
        frequencyHz={Math.round(middleHz)}
        lengths={lengths}
        noiseFigureDb={range.walkers[0]?.receiver.figures.noiseFigureDb ?? 8}
      />
    </Stack>
  );
}

/** Lengths as they are cut, and which receivers' packs each is for. */
function cutsOf(walkers: PlaceRange["walkers"]): { mm: number; labels: string[] }[] {
  const cuts: { mm: number; labels: string[] }[] = [];
  for (const label of new Set(walkers.map((w) => w.receiverLabel))) {
    const mm = Math.round(
      whipFor(walkers.filter((w) => w.receiverLabel === label).map((w) => w.pack.frequencyHz))
        .cutM * 1000,
    );
    const same = cuts.find((c) => Math.abs(c.mm - mm) <= 2);
    if (same) same.labels.push(label);
    else cuts.push({ mm, labels: [label] });
  }
  return cuts;
}

const millimetres = (m: number): string => `${Math.round(m * 1000)} mm`;

function CutLengths({ range }: { range: PlaceRange }) {
  const receivers = [...new Set(range.walkers.map((w) => w.receiverLabel))];
  if (receivers.length === 0) return null;
  return (
    <section aria-label="Lengths">
      <Heading>Cut to length</Heading>
      <Table>
        <thead>
          <tr>
            <th>For</th>
            <th>frequencies</th>
            <th>quarter wave</th>
            <th>cut to</th>
            <th>lost at the ends</th>
          </tr>
        </thead>
        <tbody>
          {receivers.map((label) => {
            const mine = range.walkers.filter((w) => w.receiverLabel === label);
            const of = whipFor(mine.map((w) => w.pack.frequencyHz));
            return (
              <tr key={label}>
                <td data-wide>{`${label}: ${listWords(mine.map((w) => w.talker))}`}</td>
                <td data-label="frequencies">
                  {mine
                    .map((w) =>
                      w.isPicked
                        ? mhz(w.pack.frequencyHz)
                        : `about ${Math.round(w.pack.frequencyHz / 1e6)} MHz`,
                    )
                    .join(", ")}
                </td>
                <td data-label="quarter wave">
                  <Figure>{millimetres(of.quarterWaveM)}</Figure>
                </td>
                <td data-label="cut to">
                  <Figure>{millimetres(of.cutM)}</Figure>
                </td>
                <td data-label="lost at the ends">
                  <Figure>
                    {of.worstMismatchDb < 0.05 ? "nothing" : formatDb(of.worstMismatchDb)}
                  </Figure>
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      <Soft as="p">
        From the case to the tip, straight; a bent one is another length. Where nothing is picked
        yet, the middle of what is tuned.
      </Soft>
    </section>
  );
}

const FIT_WORDS = {
  fits: "fits",
  "fits-wideband": "fits, wideband",
  "other-block": "another block",
  "other-connector": "another connector",
  fixed: "does not come off",
} as const;

function InCase({
  receivers,
  dayId,
}: {
  receivers: Route.ComponentProps["loaderData"]["inCase"]["receivers"];
  dayId: number;
}) {
  if (receivers.length === 0) return null;
  return (
    <section aria-label="Antennas in the case">
      <Heading>Which of the case fit</Heading>
      <Table>
        <thead>
          <tr>
            <th>Receiver</th>
            <th>takes</th>
            <th>in the case</th>
          </tr>
        </thead>
        <tbody>
          {receivers.map((r) => {
            const good = r.fits
              .filter((f) => f.fit === "fits" || f.fit === "fits-wideband")
              .reduce((n, f) => n + f.count, 0);
            return (
              <tr key={r.label}>
                <td>{`${r.label}${r.block ? `, block ${r.block}` : ""}`}</td>
                <td data-label="takes">
                  <Figure>{r.takes}</Figure>
                </td>
                <td data-label="in the case" data-wide>
                  <Status status={r.takes === 0 || good >= r.takes ? "done" : "problem"}>
                    {r.takes === 0
                      ? "fixed"
                      : good >= r.takes
                        ? count(good, "fits", "fit")
                        : good === 0
                          ? "none fits"
                          : `only ${good}`}
                  </Status>
                  {` ${r.fits.map((f) => `${f.count} of ${f.block ? `block ${f.block}` : "wideband"} (${FIT_WORDS[f.fit]}${f.fit === "other-block" ? `: ${otherBlockLossWords(f.lossDb)}` : ""})`).join("; ")}`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      <Soft as="p">
        <Link to={`/day/${dayId}/kit`}>What is in the case</Link>
      </Soft>
    </section>
  );
}

function Spacing({
  middleHz,
  plan,
  lengths,
}: {
  middleHz: number;
  plan: FloorPlan | null;
  lengths: Lengths;
}) {
  const [a, b] = plan?.antennas ?? [];
  const standsM = a && b ? Math.hypot(a.x - b.x, a.y - b.y, a.heightM - b.heightM) : null;
  const [spacingM, setSpacingM] = useState(Math.min(2, Math.max(0.05, standsM ?? 0.3)));
  const quarterM = wavelengthM(middleHz) / 4;
  const alike = envelopeCorrelation(spacingM, middleHz);
  return (
    <section aria-label="Spacing">
      <Heading>How far apart</Heading>
      <SliderField
        label="Between the two antennas"
        min={0.05}
        max={2}
        step={0.01}
        value={spacingM}
        onChange={setSpacingM}
        valueText={lengths.metres(spacingM)}
      />
      <SpacingChart
        quarterM={quarterM}
        spacingM={spacingM}
        alikeAt={(m) => envelopeCorrelation(m, middleHz)}
        metres={lengths.metres}
      />
      <Soft as="p">{`${lengths.metres(spacingM)} apart they fade alike to ${Math.round(alike * 100)} %. ${alike < 0.3 ? "Two whole chances." : alike < 0.7 ? "Somewhat more than one chance." : "Hardly more than one chance."} A quarter of the wave, ${lengths.metres(quarterM)}, is the least; a metre or two, or opposite ends of where it plays, is better: then walls and bodies do not stand before both.${standsM === null ? "" : ` On the plan A and B stand ${lengths.metres(standsM)} apart.`}`}</Soft>
      <Soft as="p">Reckoned for reflections from all around (Clarke, Jakes).</Soft>
    </section>
  );
}

function Splay() {
  const [leans, setLeans] = useState("lean");
  const { tiltsDeg } = defined(LEANS.find((l) => l.id === leans));
  const v = splayVerdict(tiltsDeg);
  return (
    <section aria-label="Parallel or splayed">
      <Heading>Upright or splayed</Heading>
      <SelectField
        label="The packs"
        choices={LEANS.map(({ id, label }) => ({ id, label }))}
        value={leans}
        onChange={setLeans}
      />
      <Table>
        <thead>
          <tr>
            <th>Antennas</th>
            <th>lost on the whole</th>
            <th>at worst</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>both upright</td>
            <td data-label="on the whole">
              <Figure>{formatDb(v.parallelDb)}</Figure>
            </td>
            <td data-label="at worst">
              <Figure>{formatDb(v.worstParallelDb)}</Figure>
            </td>
          </tr>
          <tr>
            <td>each leaning out by 45°</td>
            <td data-label="on the whole">
              <Figure>{formatDb(v.splayedDb)}</Figure>
            </td>
            <td data-label="at worst">
              <Figure>{formatDb(v.worstSplayedDb)}</Figure>
            </td>
          </tr>
        </tbody>
      </Table>
      <Soft as="p">{`${v.better === "parallel" ? "Keep both upright" : v.better === "splayed" ? "Splay them" : "Either will do"}: of the better of the two. Upright is best for a pack that stays upright; splayed never loses more than 3 dB however a pack lies. Both schools are right, each for its talkers. A receiver laid flat has its antennas flat.`}</Soft>
    </section>
  );
}

function Heights({
  plan,
  range,
  lengths,
}: {
  plan: FloorPlan;
  range: PlaceRange;
  lengths: Lengths;
}) {
  const rows = useMemo(
    () =>
      walksOf(plan, range.walkers, "along").flatMap((w) => {
        const each = plan.antennas.slice(0, 2).flatMap((antenna) => {
          const worst = walkPoints(w.walk, 1)
            .flatMap((p) =>
              clearances(
                plan,
                { ...p, heightM: w.pack.heightM, frequencyHz: w.pack.frequencyHz },
                antenna,
              ),
            )
            .reduce<{ obstacleId: string; needM: number } | null>(
              (a, c) => (a && a.needM >= c.needM ? a : c),
              null,
            );
          return worst ? [{ w, antenna, worst, name: antenna.name }] : [];
        });
        const [a, b] = each;
        // a pair that stands together has one answer
        return a && b && Math.hypot(a.antenna.x - b.antenna.x, a.antenna.y - b.antenna.y) < 1
          ? [{ ...(a.worst.needM >= b.worst.needM ? a : b), name: `${a.name}, ${b.name}` }]
          : each;
      }),
    [plan, range.walkers],
  );
  return (
    <section aria-label="Height">
      <Heading>How high</Heading>
      {rows.length === 0 ? (
        <Soft as="p">
          Nothing with a top stands between the walks and the antennas: height gains little, but a
          clear line over heads still does.
        </Soft>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>Antenna</th>
              <th>walk</th>
              <th>to look over</th>
              <th>stands at</th>
              <th>needs</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ w, antenna, worst, name }) => (
              <tr key={`${w.walk.id} ${antenna.id}`}>
                <td data-label="antenna">{name}</td>
                <td data-wide>{w.walk.name}</td>
                <td data-label="over">
                  {plan.obstacles.find((o) => o.id === worst.obstacleId)?.name}
                </td>
                <td data-label="stands at">
                  <Figure>{lengths.metres(antenna.heightM)}</Figure>
                </td>
                <td data-label="needs">
                  {antenna.heightM >= worst.needM ? (
                    <Status status="done">clear</Status>
                  ) : (
                    <Status status={worst.needM <= plan.atHand.mastM ? "stale" : "problem"}>
                      {worst.needM > 15
                        ? "go round: no mast is so high"
                        : capital(
                            `${lengths.metres(Math.ceil(worst.needM * 10) / 10)}${worst.needM > plan.atHand.mastM ? ", over your stand" : ""}`,
                          )}
                    </Status>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Soft as="p">
        Six tenths of the first Fresnel zone clear is as good as the open. Near the obstacle or near
        the talker the line rises fast: then another place helps more than a mast.
      </Soft>
    </section>
  );
}
