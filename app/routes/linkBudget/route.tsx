import { defined } from "~/core/units/items";
import { Plus, X } from "lucide-react";
import { useMemo, useState, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { keepPlace, type LinkHere, linksHere } from "~/server/services/range/placeChecks.server";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { placeWords } from "~/contract/messages/day";
import { COAX_OR_NONE } from "~/contract/messages/antenna";
import { formatClock, formatDb, formatRfLevel, mhz } from "~/contract/messages/format";
import { LINK_BUDGET_TEXTS } from "~/contract/messages/screens/linkBudget";
import { mwToDbm } from "~/core/units/decibels";
import { pathQuestion, type PathSetup } from "~/core/radio/pathSetup";
import { MIN_MARGIN_DB } from "~/core/channel/channelState";
import { tuningSpan } from "~/core/devices/tuning";
import { packModel, receiverModel } from "~/core/kit/models";
import { withReach } from "~/core/kit/selfChoosing";
import { defaultSetup } from "~/core/kit/setups";
import type { CoaxType } from "~/core/radio/feed";
import { linkCorrections } from "~/core/location/linkWalk";
import { linkBudget, type LinkAnswer, type Wall } from "~/core/radio/link";
import { MATERIALS, type Material } from "~/core/radio/slab";
import { pickedHz } from "~/core/channel/pickedFrequency";
import { TermsChart } from "~/app/charts/terms/TermsChart";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { WEARS } from "~/app/features/channel/choices";
import { ChannelChooser } from "~/app/features/channel/ChannelChooser";
import { LengthField } from "~/app/features/plan/LengthField";
import { useLengths } from "~/app/routes/shared/useLengths";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField, SwitchField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Settings, Split } from "~/app/ui/Page/Split";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { answerOrAway } from "~/app/routes/shared/away";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { useElsewhere, useWorkedOn } from "~/app/routes/shared/useElsewhere";
import { useIntent } from "~/app/routes/shared/useIntent";
import { WalkedAway } from "./WalkedAway";
import { placeIntents, type PlaceIntent } from "./intents";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await linksHere(context.app, dayIdOf(params)));
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const read = await readIntent(request, placeIntents);
  if (!read.ok) return read.reply;
  return reply(await keepPlace(context.app, dayIdOf(params), read.intent), (talker) =>
    LINK_BUDGET_TEXTS.keptForAtThisPlace(talker),
  );
}

const ANTENNAS: { id: PathSetup["antenna"]; label: string; detail: string }[] = [
  {
    id: "whip-quarter",
    label: LINK_BUDGET_TEXTS.whipsOnTheReceiver,
    detail: LINK_BUDGET_TEXTS.n2Dbi,
  },
  { id: "dipole", label: "dipoles", detail: LINK_BUDGET_TEXTS.n2DbiUpright },
  { id: "butterfly", label: "butterflies", detail: LINK_BUDGET_TEXTS.widebandAllRound },
  { id: "fin", label: "fins", detail: LINK_BUDGET_TEXTS.n6DbiMustFace },
];
const WALL_MM: Record<Material, number> = {
  concrete: 200,
  brick: 110,
  plasterboard: 12.5,
  wood: 30,
  glass: 6,
  "ceiling-board": 15,
  chipboard: 18,
  floorboard: 25,
  metal: 3,
  steel: 8,
};
const MATERIAL_CHOICES = (Object.keys(MATERIALS) as Material[])
  .filter((m) => m !== "metal")
  .map((id) => ({ id, label: id.replace("-", " ") }));

/** Whether a talker stays in range here, and what on the way takes how much. */
export default function PlaceScreen({ loaderData: links }: Route.ComponentProps) {
  const view = useDay();
  const [params] = useSearchParams();
  const keeping = useIntent<PlaceIntent>();
  const mineAt = keeping.reply?.at ?? 0;
  const channel = useWorkedOn(
    view.channels,
    params.get("channel"),
    (c) => c.state.place.status !== "done",
    mineAt,
  );
  const isElsewhere = useElsewhere(channel?.id ?? 0, channel?.version ?? 0, keeping.isBusy, mineAt);
  const items = view.channels.map((c) => {
    const { status, text } = placeWords(c.state);
    return { id: c.id, mark: c.mark, talker: c.talker, status, words: text };
  });
  if (!channel) return <Answer>{LINK_BUDGET_TEXTS.noChannelsYet}</Answer>;
  const here = currentPlace(view);
  return (
    <ChannelPlace
      key={`${channel.id}.${channel.version}.${here.id}`}
      view={view}
      channel={channel}
      place={here}
      found={links[channel.id] ?? null}
      isElsewhere={isElsewhere}
      keeping={keeping}
      chooser={<ChannelChooser items={items} chosenId={channel.id} />}
    />
  );
}

interface ChannelPlaceProps {
  view: DayView;
  channel: ChannelView;
  isElsewhere: boolean;
  place: DayView["places"][number];
  /** What this place was found to do to this link. */
  found: LinkHere | null;
  keeping: ReturnType<typeof useIntent<PlaceIntent>>;
  chooser: ReactNode;
}

function ChannelPlace(props: ChannelPlaceProps) {
  const { view, channel, isElsewhere, place, found, keeping, chooser } = props;
  const receiver = receiverModel(view.kit, channel.receiverModelId);
  const pack = packModel(view.kit, channel.packModelId);
  const { send, reply: answer, isBusy } = keeping;
  const lengths = useLengths();
  const [setup, setSetup] = useState<PathSetup>(
    () =>
      channel.placeCheckHere?.setup ??
      defaultSetup(place.geometry, channel.wear, channel.packPowerMw),
  );
  // what the plan knew of the way holds for that way alone
  const change = (part: Partial<PathSetup>) =>
    setSetup(({ asDrawn: _, ...s }) => ({ ...s, ...part }));
  const pick = pickedHz(view.plan, channel.id);
  const span =
    tuningSpan(channel.tuning) ?? pack.adaptive ?? defined(tuningSpan(channel.packTuning));
  const frequencyHz = pick ?? Math.round((span.lowHz + span.highHz) / 2);
  const link = useMemo(
    () =>
      linkBudget(
        pathQuestion(
          { ...place.geometry, ...found?.room },
          setup,
          found?.receiver.figures ?? withReach(receiver, pack),
          frequencyHz,
          {
            corrections: linkCorrections(found ?? NOTHING_FOUND, setup),
            ...(found?.interference ? { interference: found.interference } : {}),
          },
        ),
      ),
    [place.geometry, setup, receiver, pack, found, frequencyHz],
  );
  const coax = setup.feed.find((f) => f.kind === "coax");
  const setCable = (type: CoaxType | "none", lengthM: number) =>
    change({ feed: type === "none" ? [] : [{ kind: "coax", type, lengthM }] });
  const setWall = (i: number, part: Partial<Wall>) =>
    change({ walls: setup.walls.map((w, k) => (k === i ? { ...w, ...part } : w)) });
  const nearest = pack.powersMw.reduce((best, mw) =>
    Math.abs(mwToDbm(mw) - setup.txPowerDbm) < Math.abs(mwToDbm(best) - setup.txPowerDbm)
      ? mw
      : best,
  );
  return (
    <Stack>
      <div>
        <Answer>{headline(channel.talker, link)}</Answer>
        <Sub>
          {LINK_BUDGET_TEXTS.arriveAreNeeded(
            formatRfLevel(link.receivedDbm),
            formatRfLevel(link.sensitivityDbm),
            link.overload
              ? LINK_BUDGET_TEXTS.andItOverloads
              : LINK_BUDGET_TEXTS.underOverload(formatDb(receiver.overloadDbm - link.receivedDbm)),
            mhz(frequencyHz),
            pick === null ? LINK_BUDGET_TEXTS.noFrequencyYetTheMiddle : "",
            advice(link, setup, lengths.metres),
          )}
        </Sub>
      </div>
      <LegalFlag legality={channel.legality} unit={channel.packLabel} />
      <Split>
        {chooser}
        <Stack>
          <Settings>
            <LengthField
              label={LINK_BUDGET_TEXTS.farthestDistance}
              lengths={lengths}
              minM={0.5}
              maxM={500}
              step={setup.distanceM < 20 ? 0.5 : 1}
              valueM={setup.distanceM}
              onChange={(distanceM) => change({ distanceM })}
            />
            <SelectField
              label={LINK_BUDGET_TEXTS.packWorn}
              choices={WEARS}
              value={setup.wear}
              onChange={(wear) => change({ wear })}
            />
            <SelectField
              label={LINK_BUDGET_TEXTS.power(channel.packLabel)}
              choices={pack.powersMw.map((mw) => ({ id: mw, label: LINK_BUDGET_TEXTS.mw(mw) }))}
              value={nearest}
              onChange={(mw) => change({ txPowerDbm: mwToDbm(mw) })}
            />
            <SelectField
              label={LINK_BUDGET_TEXTS.antennas}
              choices={ANTENNAS}
              value={setup.antenna}
              onChange={(antenna) => change({ antenna })}
            />
            <SelectField
              label={LINK_BUDGET_TEXTS.cableToThem}
              choices={COAX_OR_NONE}
              value={coax?.type ?? "none"}
              onChange={(type) => setCable(type, coax?.lengthM ?? 10)}
            />
            {coax && (
              <LengthField
                label={LINK_BUDGET_TEXTS.cableLength}
                lengths={lengths}
                minM={1}
                maxM={100}
                step={1}
                valueM={coax.lengthM}
                onChange={(lengthM) => setCable(coax.type, lengthM)}
              />
            )}
          </Settings>
          <Row>
            <SwitchField
              isSelected={setup.skinContact}
              onChange={(skinContact) => change({ skinContact })}
            >
              {LINK_BUDGET_TEXTS.antennaTouchesSkin}
            </SwitchField>
            <SwitchField
              isSelected={setup.sleeve}
              isDisabled={!setup.skinContact}
              onChange={(sleeve) => change({ sleeve })}
            >
              {LINK_BUDGET_TEXTS.inAPlasticSleeve}
            </SwitchField>
          </Row>
          <section aria-label={LINK_BUDGET_TEXTS.wallsBetween}>
            <Row>
              <Heading as="h3">{LINK_BUDGET_TEXTS.wallsBetween}</Heading>
              <QuietButton
                onPress={() =>
                  change({
                    walls: [...setup.walls, { material: "plasterboard", thicknessM: 0.0125 }],
                  })
                }
                why={setup.walls.length >= 12 ? LINK_BUDGET_TEXTS.twelveWallsAreTheLimit : null}
              >
                <Plus aria-hidden /> {LINK_BUDGET_TEXTS.aWall}
              </QuietButton>
            </Row>
            {setup.walls.length === 0 && <Soft as="p">{LINK_BUDGET_TEXTS.noneLineOfSight}</Soft>}
            {setup.walls.map((w, i) => (
              <WallRow key={i}>
                <SelectField
                  label={LINK_BUDGET_TEXTS.materialOfWall(i + 1)}
                  isLabelHidden
                  choices={MATERIAL_CHOICES}
                  value={w.material}
                  onChange={(material) =>
                    setWall(i, { material, thicknessM: WALL_MM[material] / 1000 })
                  }
                />
                <NumberField
                  label="thickness"
                  unit="mm"
                  min={1}
                  max={2000}
                  step={1}
                  value={w.thicknessM * 1000}
                  onChange={(mm) => setWall(i, { thicknessM: mm / 1000 })}
                />
                <Button
                  aria-label={LINK_BUDGET_TEXTS.takeWallAway(i + 1)}
                  onPress={() => change({ walls: setup.walls.filter((_, k) => k !== i) })}
                >
                  <X aria-hidden />
                </Button>
              </WallRow>
            ))}
          </section>
          <Row>
            <PrimaryButton
              isDisabled={isBusy}
              onPress={() =>
                send({
                  intent: "keep",
                  channelId: channel.id,
                  expectedVersion: channel.version,
                  setup,
                  walk: null,
                })
              }
            >
              {LINK_BUDGET_TEXTS.saveForHere(channel.talker)}
            </PrimaryButton>
            <Soft>{`${place.name}: ${place.note}`}</Soft>
          </Row>
          <Soft as="p">{foundWords(found, link, setup)}</Soft>
          <WalkedAway
            channel={channel}
            isBusy={isBusy}
            onKeep={(walk) =>
              send({
                intent: "keep",
                channelId: channel.id,
                expectedVersion: channel.version,
                setup,
                walk,
              })
            }
          />
          {isElsewhere && (
            <Notice kind="caution">
              {LINK_BUDGET_TEXTS.wasChangedElsewhereTheScreen(channel.talker)}
            </Notice>
          )}
          <ReplyNotice reply={answer} />
          <TermsChart
            terms={link.terms}
            startDbm={setup.txPowerDbm}
            needDbm={link.sensitivityDbm}
          />
          {(setup.antenna === "fin" || setup.antenna === "butterfly" || coax) && (
            <Notice kind="caution">{LINK_BUDGET_TEXTS.keepAntennaStandsClear}</Notice>
          )}
        </Stack>
      </Split>
    </Stack>
  );
}

const NOTHING_FOUND = { fit: null, general: null };

/** What the figures rest on beside the model of radio. */
function foundWords(found: LinkHere | null, link: LinkAnswer, setup: PathSetup): string {
  return [
    found?.general
      ? LINK_BUDGET_TEXTS.correctedByAWalkHere(
          formatDb(found.general.db),
          found.general.uncertaintyDb.toFixed(1),
        )
      : found?.fit
        ? LINK_BUDGET_TEXTS.correctedByThisPlacesWalk(formatClock(found.fit.atMs))
        : LINK_BUDGET_TEXTS.byTheModelNotWalked,
    link.interferenceDbm === null
      ? LINK_BUDGET_TEXTS.nothingWasScannedHereNoise
      : LINK_BUDGET_TEXTS.noiseAndProducts(formatRfLevel(link.interferenceDbm)),
    setup.asDrawn ? LINK_BUDGET_TEXTS.bodyHeightsAndWaysRound : LINK_BUDGET_TEXTS.theBodyCounts,
  ]
    .filter((words) => words !== "")
    .join(" ");
}

function headline(talker: string, link: LinkAnswer): string {
  if (link.overload) return LINK_BUDGET_TEXTS.isTooStrongTheReceiver(talker);
  if (link.marginDb < 0) return LINK_BUDGET_TEXTS.isOutOfRange(talker, formatDb(-link.marginDb));
  return link.marginDb < MIN_MARGIN_DB
    ? LINK_BUDGET_TEXTS.isWeakOnlyToSpare(talker, formatDb(link.marginDb))
    : LINK_BUDGET_TEXTS.hasToSpare(talker, formatDb(Math.floor(link.marginDb)));
}

/** The one change that would help most, by what takes most. */
function advice(link: LinkAnswer, setup: PathSetup, metres: (m: number) => string): string {
  if (link.overload) return LINK_BUDGET_TEXTS.lowerThePacksPowerGo;
  if (link.marginDb >= MIN_MARGIN_DB + 10) return LINK_BUDGET_TEXTS.thatStandsBodiesDoors;
  if (setup.skinContact && !setup.sleeve) return LINK_BUDGET_TEXTS.aSleeveOnTheAntenna;
  if (setup.wear === "waist-back") return LINK_BUDGET_TEXTS.wornAtTheAnkle;
  const worst = link.terms
    .filter((t) => t.db < 0 && !t.label.startsWith("air"))
    .sort((a, b) => a.db - b.db)[0];
  return worst
    ? LINK_BUDGET_TEXTS.whatTakesMostBeside(worst.label, formatDb(worst.db))
    : LINK_BUDGET_TEXTS.goNearerThan(metres(setup.distanceM));
}

const WallRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: end;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
`;
