import { formatClock, formatDuration } from "~/contract/messages/format";
import { attentionWords, batteryLeftWords, ROLL } from "~/contract/messages/roll";
import type { Names } from "~/contract/messages/day";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { Heading, Soft } from "~/app/ui/Page/Page";
import { LEVEL_ICONS } from "./levelIcons";
import { History, hoursLeftOf, type Rolled, type RollColumnsOf, rollWords } from "./rollColumns";
import * as S from "./roll.styles";

const HISTORY_PX = 90;

/** One channel while it rolls: what it needs, its RF history from nearer, and the key for a hit. */
export function RollDetail({
  channel: c,
  rolled,
  of,
  names,
  onHit,
}: {
  channel: ChannelView;
  rolled: Rolled;
  of: RollColumnsOf;
  names: Names;
  onHit: (channelNumber: number) => void;
}) {
  const { level, short, long } = rollWords(c, rolled, names);
  const hours = hoursLeftOf(rolled);
  const more = (rolled.told?.attention ?? []).slice(1).map(attentionWords);
  return (
    <>
      <div>
        <Heading>{`${c.number} · ${c.talker}`}</Heading>
        <Soft as="p">{`${c.packLabel} · ${c.receiverLabel}${c.receiverHz === null ? "" : ` · ${names.frequency(c.id, c.receiverHz)}`}`}</Soft>
      </div>
      <S.Word data-level={level}>
        {LEVEL_ICONS[level]}
        <span>{short}</span>
      </S.Word>
      {long !== "" && <p>{long}</p>}
      {more.map((w) => (
        <p key={w.short}>{w.long}</p>
      ))}
      {rolled.isRead && <History channel={c} rolled={rolled} of={of} heightPx={HISTORY_PX} />}
      <Soft as="p">
        {batteryLeftWords(
          hours === null ? null : formatDuration(hours * 3_600_000),
          rolled.told?.volts ?? null,
          rolled.changeAtMs === null ? null : formatClock(rolled.changeAtMs),
        )}
      </Soft>
      <div>
        <PrimaryButton onPress={() => onHit(c.number)}>{ROLL.hit}</PrimaryButton>
      </div>
    </>
  );
}
