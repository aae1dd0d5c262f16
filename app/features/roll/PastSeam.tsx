import { itemAt, numberAt } from "~/core/units/items";
import { useEffect, useMemo, useState } from "react";
import { COLUMN_BYTES, foldColumns } from "~/core/monitor/extremes";
import { formatDayClock } from "~/contract/messages/format";
import { Seam, type SeamSource } from "~/app/charts/seam/Seam";
import { QuietButton } from "~/app/ui/Button/Button";
import { Row, Soft } from "~/app/ui/Page/Page";
import { bytesOf } from "./rollStore";

const COLUMNS = 600;
const SPANS_MS = [60_000, 600_000, 3_600_000] as const;
const SPAN_WORDS = ["a minute", "ten minutes", "an hour"] as const;

/** What a channel's receiver read around a moment that is over: nearer, farther, earlier, later. */
export function PastSeam({
  dayId,
  channelId,
  talker,
  atMs,
  sensitivityDbm,
}: {
  dayId: number;
  channelId: number;
  talker: string;
  atMs: number;
  sensitivityDbm: number;
}) {
  const [span, setSpan] = useState(0);
  const [shift, setShift] = useState(0);
  const [read, setRead] = useState<{ key: string; bytes: Uint8Array | null } | null>(null);
  const spanMs = numberAt(SPANS_MS, span);
  const [from, to] = [
    Math.max(0, Math.round(atMs - spanMs / 2 + shift)),
    Math.round(atMs + spanMs / 2 + shift),
  ];
  const key = `${from} ${to}`;
  useEffect(() => {
    const cut = new AbortController();
    void fetch(`/day/${dayId}/roll/seam?from=${from}&to=${to}&columns=${COLUMNS}`, {
      signal: cut.signal,
    })
      .then(async (r) => {
        const answer = r.ok ? ((await r.json()) as { channels: Record<string, string> }) : null;
        const base64 = answer?.channels[String(channelId)];
        setRead({ key: `${from} ${to}`, bytes: base64 ? bytesOf(base64) : null });
      })
      .catch(() => undefined);
    return () => cut.abort();
  }, [dayId, channelId, from, to]);
  const source = useMemo(
    (): SeamSource => ({
      version: () => 1,
      columns: (wanted) => (read?.bytes ? thinned(read.bytes, wanted) : null),
    }),
    [read],
  );
  const isKnown = read?.bytes?.some((b) => b > 0) ?? false;
  return (
    <div>
      {read?.key !== key ? (
        <Soft role="status">Looking it up …</Soft>
      ) : isKnown ? (
        <Seam
          source={source}
          sensitivityDbm={sensitivityDbm}
          heightPx={64}
          marks={shift === 0 ? MIDDLE : NONE}
          label={`${talker}: RF over ${itemAt(SPAN_WORDS, span)} around ${formatDayClock(atMs)}`}
        />
      ) : (
        <Soft>Nothing was read then: it was not rolling, or it is of the last ten seconds.</Soft>
      )}
      <Row>
        <Soft>{`${formatDayClock(from)} to ${formatDayClock(to)}`}</Soft>
        <QuietButton onPress={() => setShift(shift - spanMs / 2)}>earlier</QuietButton>
        <QuietButton onPress={() => setShift(shift + spanMs / 2)}>later</QuietButton>
        <QuietButton isDisabled={span === 0} onPress={() => setSpan(span - 1)}>
          nearer
        </QuietButton>
        <QuietButton isDisabled={span === SPANS_MS.length - 1} onPress={() => setSpan(span + 1)}>
          farther
        </QuietButton>
      </Row>
    </div>
  );
}

const MIDDLE: readonly number[] = [0.5];
const NONE: readonly number[] = [];

/** As many columns as there is room for, never more than were asked for. */
function thinned(bytes: Uint8Array, wanted: number): Uint8Array {
  const have = bytes.length / COLUMN_BYTES;
  if (wanted >= have) return bytes;
  const out = new Uint8Array(wanted * COLUMN_BYTES);
  for (let i = 0; i < wanted; i += 1)
    foldColumns(
      bytes,
      Math.floor((i * have) / wanted),
      Math.max(Math.floor((i * have) / wanted) + 1, Math.floor(((i + 1) * have) / wanted)),
      out,
      i,
    );
  return out;
}
