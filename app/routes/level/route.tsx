import { useSearchParams } from "react-router";
import type { Route } from "./+types/route";
import { keepLevel } from "~/server/services/range/channelChecks.server";
import { levelWords } from "~/contract/messages/day";
import { ChannelChooser } from "~/app/features/channel/ChannelChooser";
import { Answer } from "~/app/ui/Page/Page";
import { dayIdOf, readIntent, reply } from "~/app/routes/shared/reply.server";
import { answerOrAway } from "~/app/routes/shared/away";
import { useDay } from "~/app/routes/shared/useDay";
import { useElsewhere, useWorkedOn } from "~/app/routes/shared/useElsewhere";
import { useIntent } from "~/app/routes/shared/useIntent";
import { ChannelLevel } from "./ChannelLevel";
import { levelIntents, type LevelIntent } from "./intents";

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const read = await readIntent(request, levelIntents);
  if (!read.ok) return read.reply;
  return reply(
    await keepLevel(context.app, dayIdOf(params), read.intent),
    (talker) => `Kept for ${talker}, with the voice it is set for.`,
  );
}

/** Whose voice needs which gain: pack first, then the receiver's output, then the input. */
export default function LevelScreen() {
  const view = useDay();
  const [params] = useSearchParams();
  const keeping = useIntent<LevelIntent>();
  const mineAt = keeping.reply?.at ?? 0;
  const channel = useWorkedOn(
    view.channels,
    params.get("channel"),
    (c) => c.state.level.status !== "done",
    mineAt,
  );
  const isElsewhere = useElsewhere(channel?.id ?? 0, channel?.version ?? 0, keeping.isBusy, mineAt);
  const items = view.channels.map((c) => {
    const { status, text } = levelWords(c.state);
    return {
      id: c.id,
      mark: c.mark,
      talker: c.talker,
      status,
      words: c.state.level.code === "set" ? `pack ${text}` : text,
    };
  });
  if (!channel) return <Answer>No channels yet</Answer>;
  return (
    <ChannelLevel
      key={`${channel.id}.${channel.version}`}
      channel={channel}
      isElsewhere={isElsewhere}
      keeping={keeping}
      chooser={<ChannelChooser items={items} chosenId={channel.id} />}
    />
  );
}
