import { defined, itemAt } from "~/core/units/items";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import type { Route } from "./+types/route";
import {
  type AntennasView,
  getAntennas,
  setAttitude,
  setDistributions,
  undoDistributions,
} from "~/server/services/prep/antennas.server";
import { placeRange, type PlaceRange } from "~/server/services/range/placePlans.server";
import { capital, formatDb, listWords, mhz } from "~/contract/messages/format";
import { ANTENNAS_TEXTS } from "~/contract/messages/screens/antennas";
import { clearances } from "~/core/location/clearance";
import type { FloorPlan } from "~/core/location/floorPlan";
import { type AntennaAttitude, splayVerdict, whipFor } from "~/core/radio/antennaDesk";
import { envelopeCorrelation } from "~/core/radio/fading";
import { wavelengthM } from "~/core/radio/propagation";
import { SpacingChart } from "~/app/charts/spacing/SpacingChart";
import type { Lengths } from "~/app/features/plan/lengths";
import { useLengths } from "~/app/routes/shared/useLengths";
import { SelectField, SliderField } from "~/app/ui/Field/Field";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { useDay } from "~/app/routes/shared/useDay";
import { walksOf } from "~/app/routes/shared/usePlanReckoning";
import { walkPoints } from "~/core/location/walk";
import { Feed } from "./Feed";
import { antennaIntents, type AntennaIntent } from "./intents";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useIntent } from "~/app/routes/shared/useIntent";
import { useIsCart } from "~/app/routes/shared/CartOnly";
import { Button } from "~/app/ui/Button/Button";

export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  return {
    range: orNotFound(await placeRange(context.app, dayId)),
    antennas: orNotFound(await getAntennas(context.app, dayId)),
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, antennaIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "set-distributions":
      return reply(await setDistributions(app, dayId, intent));
    case "undo-distributions":
      return reply(
        await undoDistributions(app, dayId, intent.expectedVersion),
        () => ANTENNAS_TEXTS.theFeedBeforeIsBack,
      );
    case "set-attitude":
      return reply(await setAttitude(app, dayId, intent.attitude));
  }
}

/** How talkers' packs lean, by what they do. */
const LEANS: { id: string; label: string; tiltsDeg: number[] }[] = [
  { id: "upright", label: ANTENNAS_TEXTS.theyStayUpright, tiltsDeg: [-10, 0, 10, 20] },
  { id: "lean", label: ANTENNAS_TEXTS.theySitBendLean, tiltsDeg: [-30, -10, 10, 30, 45, 60] },
  {
    id: "roll",
    label: ANTENNAS_TEXTS.theyLieFightRoll,
    tiltsDeg: [-80, -50, -20, 0, 20, 50, 80, 90],
  },
];

/** Lengths, distances, heights and leanings of antennas, from this day's own frequencies. */
export default function AntennaDesk({ loaderData: { range, antennas } }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<AntennaIntent>();
  const isCart = useIsCart();
  const lengths = useLengths();
  const plan = range.drawing?.plan ?? null;
  const frequencies = range.walkers.map((w) => w.pack.frequencyHz);
  const middleHz =
    frequencies.length > 0 ? (Math.min(...frequencies) + Math.max(...frequencies)) / 2 : 550e6;
  const cuts = cutsOf(range.walkers);
  const lacking = [
    ...new Set(antennas.seated.filter((x) => x.antenna === null).map((x) => x.seat.label)),
  ];
  return (
    <Stack $gapPx={22}>
      <div>
        <Answer>
          {cuts.length === 0
            ? ANTENNAS_TEXTS.noChannelYet
            : cuts.length === 1
              ? ANTENNAS_TEXTS.whips(itemAt(cuts, 0).mm)
              : ANTENNAS_TEXTS.whipsOf(
                  Math.min(...cuts.map((c) => c.mm)),
                  Math.max(...cuts.map((c) => c.mm)),
                )}
        </Answer>
        <Sub>
          {ANTENNAS_TEXTS.aQuarterWavelength(
            lacking.length > 0
              ? ANTENNAS_TEXTS.anAntennaThatFits(
                  listWords(lacking),
                  lacking.length === 1 ? "lacks" : "lack",
                )
              : ANTENNAS_TEXTS.allReceiversHaveAntennas,
          )}
        </Sub>
      </div>
      <CutLengths range={range} />
      <ReplyNotice reply={answer} />
      <Seats antennas={antennas} dayId={view.day.id} />
      <Spacing middleHz={middleHz} plan={plan} lengths={lengths} />
      <Splay
        attitude={view.day.antennaAttitude ?? "parallel"}
        onChoose={
          isCart && !isBusy ? (attitude) => send({ intent: "set-attitude", attitude }) : null
        }
      />
      {plan && plan.antennas.length > 0 && <Heights plan={plan} range={range} lengths={lengths} />}
      <Feed
        view={antennas}
        frequencyHz={Math.round(middleHz)}
        lengths={lengths}
        noiseFigureDb={range.walkers[0]?.receiver.figures.noiseFigureDb ?? 8}
        isCart={isCart}
        isBusy={isBusy}
        send={send}
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

const millimetres = (m: number): string => ANTENNAS_TEXTS.mmWith(Math.round(m * 1000));

function CutLengths({ range }: { range: PlaceRange }) {
  const receivers = [...new Set(range.walkers.map((w) => w.receiverLabel))];
  if (receivers.length === 0) return null;
  return (
    <section aria-label={ANTENNAS_TEXTS.lengths}>
      <Heading>{ANTENNAS_TEXTS.cutToLength}</Heading>
      <Table>
        <thead>
          <tr>
            <th>{ANTENNAS_TEXTS.for}</th>
            <th>{ANTENNAS_TEXTS.frequencies}</th>
            <th>{ANTENNAS_TEXTS.quarterWave}</th>
            <th>{ANTENNAS_TEXTS.cut}</th>
            <th>{ANTENNAS_TEXTS.lostAtTheEnds}</th>
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
                        : ANTENNAS_TEXTS.aboutMhz(Math.round(w.pack.frequencyHz / 1e6)),
                    )
                    .join(", ")}
                </td>
                <td data-label={ANTENNAS_TEXTS.quarterWave}>
                  <Figure>{millimetres(of.quarterWaveM)}</Figure>
                </td>
                <td data-label={ANTENNAS_TEXTS.cut}>
                  <Figure>{millimetres(of.cutM)}</Figure>
                </td>
                <td data-label={ANTENNAS_TEXTS.lostAtTheEnds}>
                  <Figure>
                    {of.worstMismatchDb < 0.05 ? "nothing" : formatDb(of.worstMismatchDb)}
                  </Figure>
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      <Soft as="p">{ANTENNAS_TEXTS.fromTheHousing}</Soft>
    </section>
  );
}

/** Which antenna goes on which socket, and which frequencies leave one out of its range. */
function Seats({ antennas, dayId }: { antennas: AntennasView; dayId: number }) {
  const seats = [...new Set(antennas.seated.map((x) => x.seat.key))];
  if (seats.length === 0) return null;
  return (
    <section aria-label={ANTENNAS_TEXTS.antennasInTheKit}>
      <Heading>{ANTENNAS_TEXTS.whichGoesWhere}</Heading>
      <Table>
        <thead>
          <tr>
            <th>{ANTENNAS_TEXTS.receiver}</th>
            <th>{ANTENNAS_TEXTS.screwOn}</th>
            <th>{ANTENNAS_TEXTS.range}</th>
          </tr>
        </thead>
        <tbody>
          {seats.map((key) => {
            const sockets = antennas.seated.filter((x) => x.seat.key === key);
            const out = antennas.outOfRange.filter((x) => x.seat === sockets[0]?.seat.label);
            return (
              <tr key={key}>
                <td>{sockets[0]?.seat.label}</td>
                <td data-label={ANTENNAS_TEXTS.screwOn} data-wide>
                  {sockets
                    .map((x) => `${x.socket} ${x.antenna?.label ?? ANTENNAS_TEXTS.none}`)
                    .join(", ")}
                </td>
                <td data-label={ANTENNAS_TEXTS.range} data-wide>
                  {sockets.some((x) => x.antenna === null) ? (
                    <Status status="problem">{ANTENNAS_TEXTS.noneFits}</Status>
                  ) : out[0] ? (
                    <Status status="stale">
                      {ANTENNAS_TEXTS.isOutside(
                        mhz(out[0].frequencyHz),
                        out[0].antenna.label,
                        formatDb(out[0].lossDb),
                      )}
                    </Status>
                  ) : sockets.some((x) => x.lossDb === null) ? (
                    <Soft>{ANTENNAS_TEXTS.rangeNotMarked}</Soft>
                  ) : (
                    <Status status="done">{ANTENNAS_TEXTS.covers}</Status>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      <Soft as="p">
        <Link to={`/day/${dayId}/kit`}>{ANTENNAS_TEXTS.openTheKit}</Link>
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
    <section aria-label={ANTENNAS_TEXTS.spacing}>
      <Heading>{ANTENNAS_TEXTS.howFarApart}</Heading>
      <SliderField
        label={ANTENNAS_TEXTS.betweenTheTwoAntennas}
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
      <Soft as="p">
        {ANTENNAS_TEXTS.apartTheirFadingIsAlike(
          lengths.metres(spacingM),
          Math.round(alike * 100),
          alike < 0.3
            ? ANTENNAS_TEXTS.twoFullChances
            : alike < 0.7
              ? ANTENNAS_TEXTS.littleBetterThanOneAntenna
              : ANTENNAS_TEXTS.littleMoreThanOneChance,
          lengths.metres(quarterM),
          standsM === null ? "" : ANTENNAS_TEXTS.onThePlan(lengths.metres(standsM)),
        )}
      </Soft>
      <Soft as="p">{ANTENNAS_TEXTS.forReflectionsFromAllAround}</Soft>
    </section>
  );
}

function Splay({
  attitude,
  onChoose,
}: {
  attitude: AntennaAttitude;
  onChoose: ((attitude: AntennaAttitude) => void) | null;
}) {
  const [leans, setLeans] = useState("lean");
  const { tiltsDeg } = defined(LEANS.find((l) => l.id === leans));
  const v = splayVerdict(tiltsDeg);
  return (
    <section aria-label={ANTENNAS_TEXTS.parallelOrSplayed}>
      <Heading>{ANTENNAS_TEXTS.uprightOrSplayed}</Heading>
      <SelectField
        label={ANTENNAS_TEXTS.thePacks}
        choices={LEANS.map(({ id, label }) => ({ id, label }))}
        value={leans}
        onChange={setLeans}
      />
      <Table>
        <thead>
          <tr>
            <th>{ANTENNAS_TEXTS.antennas}</th>
            <th>{ANTENNAS_TEXTS.meanLoss}</th>
            <th>{ANTENNAS_TEXTS.atWorst}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>{ANTENNAS_TEXTS.bothUpright}</td>
            <td data-label="mean">
              <Figure>{formatDb(v.parallelDb)}</Figure>
            </td>
            <td data-label={ANTENNAS_TEXTS.atWorst}>
              <Figure>{formatDb(v.worstParallelDb)}</Figure>
            </td>
          </tr>
          <tr>
            <td>{ANTENNAS_TEXTS.eachLeaningOutBy45}</td>
            <td data-label="mean">
              <Figure>{formatDb(v.splayedDb)}</Figure>
            </td>
            <td data-label={ANTENNAS_TEXTS.atWorst}>
              <Figure>{formatDb(v.worstSplayedDb)}</Figure>
            </td>
          </tr>
        </tbody>
      </Table>
      <Soft as="p">
        {ANTENNAS_TEXTS.ofTheBetter(
          v.better === "parallel"
            ? ANTENNAS_TEXTS.keepBothUpright
            : v.better === "splayed"
              ? ANTENNAS_TEXTS.splayThem
              : ANTENNAS_TEXTS.eitherWillDo,
        )}
      </Soft>
      <Row>
        <Soft>
          {attitude === "splayed" ? ANTENNAS_TEXTS.splayedToday : ANTENNAS_TEXTS.uprightToday}
        </Soft>
        {onChoose && (
          <Button onPress={() => onChoose(attitude === "splayed" ? "parallel" : "splayed")}>
            {attitude === "splayed" ? ANTENNAS_TEXTS.setUpright : ANTENNAS_TEXTS.setSplayed}
          </Button>
        )}
      </Row>
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
    <section aria-label={ANTENNAS_TEXTS.height}>
      <Heading>{ANTENNAS_TEXTS.howHigh}</Heading>
      {rows.length === 0 ? (
        <Soft as="p">{ANTENNAS_TEXTS.nothingTallStandsBetween}</Soft>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>{ANTENNAS_TEXTS.antenna}</th>
              <th>{ANTENNAS_TEXTS.walk}</th>
              <th>{ANTENNAS_TEXTS.toLookOver}</th>
              <th>{ANTENNAS_TEXTS.stands}</th>
              <th>{ANTENNAS_TEXTS.needs}</th>
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
                <td data-label={ANTENNAS_TEXTS.stands}>
                  <Figure>{lengths.metres(antenna.heightM)}</Figure>
                </td>
                <td data-label="needs">
                  {antenna.heightM >= worst.needM ? (
                    <Status status="done">{ANTENNAS_TEXTS.clear}</Status>
                  ) : (
                    <Status status={worst.needM <= plan.atHand.mastM ? "stale" : "problem"}>
                      {worst.needM > 15
                        ? ANTENNAS_TEXTS.goRoundItNoMast
                        : capital(
                            `${lengths.metres(Math.ceil(worst.needM * 10) / 10)}${worst.needM > plan.atHand.mastM ? ANTENNAS_TEXTS.overYourStand : ""}`,
                          )}
                    </Status>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Soft as="p">{ANTENNAS_TEXTS.with60OfTheFirst}</Soft>
    </section>
  );
}
