import { useEffect, useMemo, useRef } from "react";
import type { RolledChannel } from "~/contract/schemas/rollState";
import { syncWords, type Names } from "~/contract/messages/day";
import { formatClock, formatDb, formatDuration } from "~/contract/messages/format";
import { attentionWords, historyWords, ROLL } from "~/contract/messages/roll";
import { FrequencyCell } from "~/app/features/channelTable/FrequencyCell";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { RfHistory, type RfHistorySource } from "~/app/charts/rfHistory/RfHistory";
import type { ChannelColumn } from "~/app/features/channelTable/ChannelTable";
import type { RollStore } from "~/app/features/roll/rollStore";
import { LEVEL_ICONS, type RollLevel } from "./levelIcons";
import * as S from "./roll.styles";

/** What the roll knows of one channel. */
export interface Rolled {
  /** Whether its receiver is read. */
  isRead: boolean;
  told: RolledChannel | null;
  /** What is due before it rolls on; null: nothing. */
  due: string | null;
  /** Hours left by the clock, where nothing reads them; null: not known. */
  hoursLeft: number | null;
  /** When its batteries are changed, as planned. */
  changeAtMs: number | null;
  /** Interference that was logged, as shares of the width. */
  marks: readonly number[];
}

export interface RollColumnsOf {
  rolled: (c: ChannelView) => Rolled;
  names: Names;
  store: RollStore;
  seconds: number;
  historyPx: number;
}

const BY_HAND = { done: "fine", stale: "watch", problem: "bad", todo: "watch" } as const;

/** How a channel stands, in a word, with all of it in a sentence. */
export function rollWords(
  c: ChannelView,
  { isRead, told, due }: Rolled,
  names: Names,
): { level: RollLevel; short: string; long: string; rest: string[] } {
  if (!isRead) {
    const words = syncWords(c.state, names);
    return due === null
      ? { level: BY_HAND[words.status], short: words.text, long: ROLL.ownMeter, rest: [] }
      : { level: "watch", short: ROLL.checkDue, long: due, rest: [words.text] };
  }
  if (told === null) return { level: "wait", short: ROLL.waiting, long: "", rest: [] };
  const [first, ...rest] = told.attention.map(attentionWords);
  if (first)
    return {
      level: told.attention[0]?.level ?? "watch",
      ...first,
      rest: rest.map((w) => w.short),
    };
  if (!told.isOn) return { level: "off", short: ROLL.off, long: "", rest: [] };
  return due === null
    ? { level: "fine", short: ROLL.ok, long: "", rest: [] }
    : { level: "watch", short: ROLL.checkDue, long: due, rest: [] };
}

/** How many hours a channel's batteries have left; null where nothing says. */
export const hoursLeftOf = ({ told, hoursLeft }: Rolled): number | null =>
  told?.cells ? told.cells.hours : hoursLeft;

/** RF history, margin, voice, battery and one word for each channel. */
export function rollColumns(of: RollColumnsOf, isAnyRead: boolean): ChannelColumn<ChannelView>[] {
  const { rolled, names, store } = of;
  const battery: ChannelColumn<ChannelView> = {
    id: "battery",
    heading: ROLL.battery,
    isFigure: true,
    worth: (c) => hoursLeftOf(rolled(c)) ?? -1,
    cell: (c) => {
      const r = rolled(c);
      const hours = hoursLeftOf(r);
      const words = hours === null ? "–" : formatDuration(hours * 3_600_000);
      return (
        <S.Figure
          title={
            r.changeAtMs === null ? undefined : `${ROLL.changeAt} ${formatClock(r.changeAtMs)}`
          }
        >
          {words}
        </S.Figure>
      );
    },
  };
  const state: ChannelColumn<ChannelView> = {
    id: "state",
    heading: ROLL.state,
    onPhone: true,
    isWidest: !isAnyRead,
    worth: (c) =>
      ["bad", "watch", "off", "wait", "fine"].indexOf(rollWords(c, rolled(c), names).level),
    cell: (c) => {
      const { level, short, long, rest } = rollWords(c, rolled(c), names);
      return (
        <S.Word data-level={level} title={long}>
          {LEVEL_ICONS[level]}
          <span>{short}</span>
          {rest.length > 0 && <small>{rest.join(", ")}</small>}
        </S.Word>
      );
    },
  };
  if (!isAnyRead)
    return [
      {
        id: "frequency",
        heading: ROLL.mhz,
        isFigure: true,
        onPhone: true,
        worth: (c) => c.receiverHz ?? Infinity,
        cell: (c) => <FrequencyCell channelId={c.id} frequencyHz={c.receiverHz} names={names} />,
      },
      battery,
      {
        id: "change",
        heading: ROLL.change,
        isFigure: true,
        worth: (c) => rolled(c).changeAtMs ?? Infinity,
        cell: (c) => {
          const { changeAtMs } = rolled(c);
          return changeAtMs === null ? "–" : formatClock(changeAtMs);
        },
      },
      state,
    ];
  return [
    {
      id: "history",
      heading: ROLL.history,
      isWidest: true,
      cell: (c) => {
        const r = rolled(c);
        return r.isRead ? (
          <History channel={c} rolled={r} of={of} heightPx={of.historyPx} />
        ) : (
          <S.ByHand>{ROLL.ownMeter}</S.ByHand>
        );
      },
    },
    {
      id: "margin",
      heading: ROLL.margin,
      isFigure: true,
      onPhone: true,
      worth: (c) => rolled(c).told?.marginDb ?? Infinity,
      cell: (c) => {
        const marginDb = rolled(c).told?.marginDb ?? null;
        return <S.Figure>{marginDb === null ? "–" : formatDb(marginDb)}</S.Figure>;
      },
    },
    {
      id: "voice",
      heading: ROLL.voice,
      isTight: true,
      cell: (c) => (rolled(c).isRead ? <Voice store={store} channelId={c.id} /> : null),
    },
    battery,
    state,
  ];
}

/** Both antennas over the last moments: how far they stand over what the receiver needs. */
export function History({
  channel: c,
  rolled: { told, marks },
  of: { store, seconds },
  heightPx,
}: {
  channel: ChannelView;
  rolled: Rolled;
  of: Pick<RollColumnsOf, "store" | "seconds">;
  heightPx: number;
}) {
  const source = useMemo(
    (): RfHistorySource => ({
      columns: (count) => store.columns(c.id, seconds, count, performance.now()),
      version: () => store.version + Math.floor(performance.now() / 250) / 1e8,
    }),
    [store, c.id, seconds],
  );
  return (
    <RfHistory
      source={source}
      sensitivityDbm={told?.sensitivityDbm ?? -90}
      heightPx={heightPx}
      marks={marks}
      isOff={told !== null && !told.isOn && told.attention.length === 0}
      label={historyWords(c.talker, seconds, told?.marginDb ?? null)}
    />
  );
}

const LOWEST_DBFS = -60;
const HOT_DBFS = -6;

/** The voice as delivered, outside of React. */
function Voice({ store, channelId }: { store: RollStore; channelId: number }) {
  const bar = useRef<HTMLElement>(null);
  useEffect(() => {
    const timer = setInterval(() => {
      if (!bar.current) return;
      const dbfs = store.audioPeak(channelId, 3, performance.now());
      bar.current.style.transform = `scaleX(${dbfs === null ? 0 : Math.max(0, Math.min(1, 1 - dbfs / LOWEST_DBFS))})`;
      bar.current.toggleAttribute("data-hot", dbfs !== null && dbfs > HOT_DBFS);
    }, 100);
    return () => clearInterval(timer);
  }, [store, channelId]);
  return (
    <S.AudioTrack aria-hidden>
      <i ref={bar} />
    </S.AudioTrack>
  );
}
