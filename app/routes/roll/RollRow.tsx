import { memo, useEffect, useMemo, useRef } from "react";
import type { RolledChannel } from "~/contract/schemas/rollState";
import { attentionWords } from "~/contract/messages/roll";
import { formatClock, formatDb, formatDuration } from "~/contract/messages/format";
import { Seam, type SeamSource } from "~/app/charts/seam/Seam";
import type { RollStore } from "~/app/features/roll/rollStore";
import { LEVEL_ICONS, type RowChannel, RowWho } from "./RowWho";
import * as S from "./roll.styles";

export interface RollRowProps {
  channel: RowChannel;
  told: RolledChannel | null;
  /** When its cells are changed, as planned. */
  changeAtMs: number | null;
  store: RollStore;
  seconds: number;
  heightPx: number;
  marks: readonly number[];
  /** What is due before it rolls on; null: nothing. */
  due: string | null;
  onHit: (channelNumber: number) => void;
}

/**
 * One person in a fixed place: name, seam, what is in hand, voice, cells, and one word. Pressing
 * the name calls a hit.
 */
export const RollRow = memo(function RollRow({
  channel: c,
  told,
  changeAtMs,
  due,
  store,
  seconds,
  heightPx,
  marks,
  onHit,
}: RollRowProps) {
  const source = useMemo(
    (): SeamSource => ({
      columns: (count) => store.columns(c.id, seconds, count, performance.now()),
      version: () => store.version + Math.floor(performance.now() / 250) / 1e8,
    }),
    [store, c.id, seconds],
  );
  const first = told?.attention[0] ?? null;
  const isOff = told !== null && !told.isOn && first === null;
  const level = first?.level ?? (isOff ? "off" : due === null ? "fine" : "watch");
  const words = first
    ? attentionWords(first)
    : due === null
      ? null
      : { short: "check due", long: due };
  const marginDb = told?.marginDb ?? null;
  const rest = (told?.attention ?? []).slice(1).map((a) => attentionWords(a).short);
  return (
    <S.RowItem
      data-channel={c.id}
      data-level={level}
      data-off={isOff || undefined}
      aria-label={`${c.number} ${c.talker}`}
    >
      <RowWho channel={c} onHit={onHit} />
      <div data-seam>
        <Seam
          source={source}
          sensitivityDbm={told?.sensitivityDbm ?? -90}
          heightPx={heightPx}
          marks={marks}
          isOff={isOff}
          label={`${c.talker}: RF over the last ${seconds} seconds, ${marginDb === null ? "nothing known" : `${formatDb(marginDb)} in hand at the worst of ten seconds`}`}
        />
      </div>
      <div data-margin>
        <S.Big>
          {marginDb === null ? (
            "–"
          ) : (
            <>
              {Math.round(marginDb).toString().replace("-", "−")}
              <small> dB</small>
            </>
          )}
        </S.Big>
        <Voice store={store} channelId={c.id} />
      </div>
      <div data-cells>
        <S.Big>{told?.cells ? formatDuration(told.cells.hours * 3_600_000) : "–"}</S.Big>
        <S.Small>{cellsBy(told, changeAtMs)}</S.Small>
      </div>
      <S.Word data-word data-level={level} title={words?.long ?? ""}>
        {LEVEL_ICONS[level]}
        <span>
          {told === null ? "waiting" : words ? words.short : isOff ? "off" : "holds"}
          {rest.length > 0 && <S.Small>{rest.join(", ")}</S.Small>}
        </span>
      </S.Word>
    </S.RowItem>
  );
});

function cellsBy(told: RolledChannel | null, changeAtMs: number | null): string {
  if (!told?.cells) return "cells not known";
  if (changeAtMs !== null) return `change ${formatClock(changeAtMs)}`;
  return told.volts === null ? "left, by the clock" : `left, ${told.volts.toFixed(2)} V`;
}

const LOWEST_DBFS = -60;
const HOT_DBFS = -6;

/** The voice as it comes, outside of React. */
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
