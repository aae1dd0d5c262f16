import { itemAt, numberAt } from "~/core/units/items";
import { PAST_RF } from "~/contract/messages/roll";
import { useEffect, useMemo, useState } from "react";
import { COLUMN_BYTES, foldColumns } from "~/core/monitor/extremes";
import { formatDayClock } from "~/contract/messages/format";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import { RfHistory, type RfHistorySource } from "~/app/charts/rfHistory/RfHistory";
import { QuietButton } from "~/app/ui/Button/Button";
import { Row, Soft } from "~/app/ui/Page/Page";
import { bytesOf } from "./rollStore";

const COLUMNS = 600;
const SPANS_MS = [60_000, 600_000, 3_600_000] as const;
const SPAN_WORDS = ["a minute", FEATURES_TEXTS.tenMinutes, FEATURES_TEXTS.anHour] as const;

/** What a channel's receiver read around a moment that is over: nearer, farther, earlier, later. */
export function PastRfHistory({
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
  const [read, setRead] = useState<{
    key: string;
    bytes: Uint8Array | null;
    isFailed: boolean;
  } | null>(null);
  const [attempt, setAttempt] = useState(0);
  const spanMs = numberAt(SPANS_MS, span);
  const [from, to] = [
    Math.max(0, Math.round(atMs - spanMs / 2 + shift)),
    Math.round(atMs + spanMs / 2 + shift),
  ];
  const key = `${from} ${to} ${attempt}`;
  useEffect(() => {
    const cut = new AbortController();
    void fetch(`/day/${dayId}/roll/rf-history?from=${from}&to=${to}&columns=${COLUMNS}`, {
      signal: cut.signal,
    })
      .then(async (r) => {
        if (!r.ok) throw new Error(String(r.status));
        const answer = (await r.json()) as { channels: Record<string, string> };
        const base64 = answer.channels[String(channelId)];
        setRead({ key, bytes: base64 ? bytesOf(base64) : null, isFailed: false });
      })
      .catch(() => {
        if (!cut.signal.aborted) setRead({ key, bytes: null, isFailed: true });
      });
    return () => cut.abort();
  }, [dayId, channelId, from, to, key]);
  const source = useMemo(
    (): RfHistorySource => ({
      version: () => 1,
      columns: (wanted) => (read?.bytes ? thinned(read.bytes, wanted) : null),
    }),
    [read],
  );
  const isKnown = read?.bytes?.some((b) => b > 0) ?? false;
  return (
    <div>
      {read?.key !== key ? (
        <Soft role="status">{PAST_RF.loading}</Soft>
      ) : read.isFailed ? (
        <Row>
          <Soft role="status">{PAST_RF.failed}</Soft>
          <QuietButton onPress={() => setAttempt(attempt + 1)}>{PAST_RF.again}</QuietButton>
        </Row>
      ) : isKnown ? (
        <RfHistory
          source={source}
          sensitivityDbm={sensitivityDbm}
          heightPx={64}
          marks={shift === 0 ? MIDDLE : NONE}
          label={FEATURES_TEXTS.rfOverAround(
            talker,
            itemAt(SPAN_WORDS, span),
            formatDayClock(atMs),
          )}
        />
      ) : (
        <Soft>{PAST_RF.none}</Soft>
      )}
      <Row>
        <Soft>{FEATURES_TEXTS.to(formatDayClock(from), formatDayClock(to))}</Soft>
        <QuietButton onPress={() => setShift(shift - spanMs / 2)}>{PAST_RF.earlier}</QuietButton>
        <QuietButton onPress={() => setShift(shift + spanMs / 2)}>{PAST_RF.later}</QuietButton>
        <QuietButton isDisabled={span === 0} onPress={() => setSpan(span - 1)}>
          {PAST_RF.nearer}
        </QuietButton>
        <QuietButton isDisabled={span === SPANS_MS.length - 1} onPress={() => setSpan(span + 1)}>
          {PAST_RF.farther}
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
