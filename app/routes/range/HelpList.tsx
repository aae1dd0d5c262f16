import { Link } from "react-router";
import styled from "styled-components";
import type { PlaceRange } from "~/server/services/range/placePlans.server";
import { capital, formatDb } from "~/contract/messages/format";
import { helpWords, reliabilityWords } from "~/contract/messages/plan";
import { RANGE, searchCrashWords } from "~/contract/messages/range";
import { RANGE_TEXTS } from "~/contract/messages/screens/range";
import type { FloorPlan } from "~/core/location/floorPlan";
import { applyHelp, type Help, type RankedHelp } from "~/core/location/search";
import { Button } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Figure, Heading, Soft, Table } from "~/app/ui/Page/Page";
import { Progress } from "~/app/ui/Progress/Progress";
import type { SetupIntent } from "~/app/routes/setup/intents";
import type { SyncIntent } from "~/app/routes/sync/intents";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import type { PlanInHand } from "~/app/routes/shared/usePlan";
import type { HelpsState, WalkedBy } from "~/app/routes/shared/usePlanReckoning";

interface HelpListProps {
  state: HelpsState;
  most: RankedHelp | null;
  names: Parameters<typeof helpWords>[1];
  plan: FloorPlan;
  walks: readonly WalkedBy[];
  inHand: PlanInHand;
  dayId: number;
  rigs: PlaceRange;
}

/**
 * Single changes, ranked by what they gain for a minute's work; each can be made on the plan and
 * taken back.
 */
export function HelpList({ state, most, names, plan, walks, inHand, dayId }: HelpListProps) {
  if (walks.length === 0 || plan.antennas.length === 0) return null;
  return (
    <section aria-label={RANGE.helps}>
      <Heading>{RANGE.helps}</Heading>
      <Soft as="p">{RANGE.helpsHint}</Soft>
      {(state.state === "waiting" || state.state === "reckoning") && (
        <Progress
          label={RANGE.trying}
          fraction={state.state === "reckoning" ? state.share : 0}
          valueText={`${Math.round((state.state === "reckoning" ? state.share : 0) * 100)} %`}
        />
      )}
      {state.state === "failed" && <Notice kind="refused">{searchCrashWords(state.detail)}</Notice>}
      {state.state === "told" && state.helps.length === 0 && <Soft as="p">{RANGE.noHelp}</Soft>}
      {state.state === "told" && state.helps.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>{RANGE.change}</th>
              <th>{RANGE.gains}</th>
              <th>{RANGE.takes}</th>
              <th>{RANGE.then}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {state.helps.map((h) => (
              <tr key={JSON.stringify(h.help)}>
                <td data-wide>
                  {capital(helpWords(h.help, names))}
                  {h === most && <Most>{RANGE.most}</Most>}
                </td>
                <td data-label={RANGE.gains}>
                  <Figure>{formatDb(h.gainDb)}</Figure>
                </td>
                <td data-label={RANGE.takes}>
                  <Figure>{RANGE_TEXTS.min(h.minutes)}</Figure>
                </td>
                <td data-label={RANGE.then}>{reliabilityWords(h.after)}</td>
                <td>
                  <Do
                    help={h.help}
                    plan={plan}
                    walks={walks}
                    inHand={inHand}
                    dayId={dayId}
                    words={helpWords(h.help, names)}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </section>
  );
}

/**
 * What can be done on the plan is done there; what hands do to a person or a pack has its own
 * place.
 */
function Do({
  help,
  plan,
  walks,
  inHand,
  dayId,
  words,
}: {
  help: Help;
  plan: FloorPlan;
  walks: readonly WalkedBy[];
  inHand: PlanInHand;
  dayId: number;
  words: string;
}) {
  if (help.code === "sleeve" || help.code === "straighten")
    return (
      <Link to={`/day/${dayId}/cards?channel=${walks[help.walk]?.walker.channelId ?? ""}`}>
        {RANGE.rigCard}
      </Link>
    );
  if (help.code === "ankle" || help.code === "power")
    return (
      <OnPerson
        help={help}
        channelId={walks[help.walk]?.walker.channelId ?? 0}
        dayId={dayId}
        words={words}
      />
    );
  return (
    <Button
      aria-label={`${RANGE.apply}: ${words}`}
      onPress={() => {
        inHand.change(applyHelp(plan, walks, help).plan, words);
      }}
    >
      {RANGE.apply}
    </Button>
  );
}

/** What is done to the person or on the pack is kept with the channel and the unit. */
function OnPerson({
  help,
  channelId,
  dayId,
  words,
}: {
  help: Help & { code: "ankle" | "power" };
  channelId: number;
  dayId: number;
  words: string;
}) {
  const view = useDay();
  const setup = useIntent<SetupIntent>(`/day/${dayId}/setup`);
  const sync = useIntent<SyncIntent>(`/day/${dayId}/sync`);
  const channel = view.channels.find((c) => c.id === channelId);
  if (!channel) return null;
  const act = () => {
    if (help.code === "ankle")
      setup.send({
        intent: "change-talker",
        channelId,
        expectedVersion: channel.version,
        change: { wear: "ankle" },
      });
    else
      sync.send({
        intent: "set-power",
        packKey: channel.packKey,
        powerMw: Math.round(10 ** (help.toDbm / 10)),
      });
  };
  const refused = [setup.reply, sync.reply].find((r) => r && !r.ok);
  return (
    <>
      <Button
        aria-label={`${RANGE.apply}: ${words}`}
        isDisabled={setup.isBusy || sync.isBusy}
        onPress={act}
      >
        {RANGE.apply}
      </Button>
      {refused && <Soft role="alert">{refused.message}</Soft>}
    </>
  );
}

const Most = styled.b`
  margin-left: 8px;
  color: var(--accent);
  font-size: var(--text);
  white-space: nowrap;
`;
