import { useEffect, useRef } from "react";
import type { Route } from "./+types/route";
import { keepLevel } from "~/server/services/range/channelChecks.server";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { levelWords } from "~/contract/messages/day";
import { keptLevelWords, LEVEL, levelsHeadline } from "~/contract/messages/level";
import type { Reply } from "~/contract/schemas/reply";
import { useChosenChannel } from "~/app/features/channel/chosenChannel";
import { ChannelTable } from "~/app/features/channelTable/ChannelTable";
import { Answer } from "~/app/ui/Page/Page";
import { dayIdOf, readIntent, reply } from "~/app/routes/shared/reply.server";
import { answerOrAway } from "~/app/routes/shared/away";
import { useDay } from "~/app/routes/shared/useDay";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useElsewhere } from "~/app/routes/shared/useElsewhere";
import { useIntent } from "~/app/routes/shared/useIntent";
import { ChannelLevel } from "./ChannelLevel";
import { LEVEL_COLUMNS } from "./levelColumns";
import { levelIntents, type LevelIntent } from "./intents";

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const read = await readIntent(request, levelIntents);
  if (!read.ok) return read.reply;
  return reply(await keepLevel(context.app, dayIdOf(params), read.intent), keptLevelWords);
}

/** Whose voice needs which gain: pack first, then the receiver's output, then the input. */
export default function LevelScreen() {
  const view = useDay();
  const keeping = useIntent<LevelIntent>();
  const { channelId, choose } = useChosenChannel();
  const firstId = view.channels.find((c) => c.state.level.status !== "done")?.id ?? null;
  const nowId = channelId ?? firstId;
  useNextAfterKeeping(keeping.reply, () => {
    const at = view.channels.findIndex((c) => c.id === nowId);
    const next = [...view.channels.slice(at + 1), ...view.channels.slice(0, Math.max(0, at))].find(
      (c) => c.state.level.status !== "done" && c.id !== nowId,
    );
    if (next) choose(next.id);
  });
  const set = view.channels.filter((c) => c.state.level.status === "done").length;
  const fault = view.channels.find((c) => c.state.level.status === "problem");
  return (
    <ChannelTable
      label={LEVEL.label}
      channels={view.channels}
      columns={LEVEL_COLUMNS}
      besideName={(c) => c.packLabel}
      firstId={firstId}
      needsHand={(c) => c.state.level.status === "problem"}
      isDetailWide
      head={
        <>
          <Answer>
            {levelsHeadline(
              set,
              view.channels.length,
              fault ? { talker: fault.talker, words: levelWords(fault.state).text } : null,
            )}
          </Answer>
          <ReplyNotice reply={keeping.reply} />
        </>
      }
      detail={(c) => <OneLevel channel={c} keeping={keeping} />}
    />
  );
}

/** After one's own level is saved the next channel comes, never because of somebody else's. */
function useNextAfterKeeping(reply: Reply | undefined, next: () => void): void {
  const seenAt = useRef(reply?.at ?? 0);
  useEffect(() => {
    if (!reply || reply.at === seenAt.current) return;
    seenAt.current = reply.at;
    if (reply.ok) next();
  });
}

/** Begins anew with what stands whenever the channel was changed. */
function OneLevel({
  channel,
  keeping,
}: {
  channel: ChannelView;
  keeping: ReturnType<typeof useIntent<LevelIntent>>;
}) {
  const isElsewhere = useElsewhere(
    channel.id,
    channel.version,
    keeping.isBusy,
    keeping.reply?.at ?? 0,
  );
  return (
    <ChannelLevel
      key={`${channel.id}.${channel.version}`}
      channel={channel}
      isElsewhere={isElsewhere}
      keeping={keeping}
    />
  );
}
