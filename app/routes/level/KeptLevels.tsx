import { itemAt, lastOf, numberAt } from "~/core/units/items";
import { useState } from "react";
import styled from "styled-components";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { formatClock, formatDb, formatDbfs } from "~/contract/messages/format";
import { LEVEL_SOURCE_WORDS, SCHOOL_WORDS, seenAndHeardWords } from "~/contract/messages/level";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import { Button } from "~/app/ui/Button/Button";
import { Figure, Heading, Soft } from "~/app/ui/Page/Page";
import type { Levels } from "./levelState";

/** What was kept of this channel today, and how it drifts. */
export function KeptLevels({ channel, levels }: { channel: ChannelView; levels: Levels }) {
  const [isAll, setAll] = useState(false);
  const { levels: kept } = channel;
  if (kept.length === 0) return null;
  const voices = kept.flatMap((k) =>
    typeof k.measured?.voiceDbfs === "number" ? [k.measured.voiceDbfs] : [],
  );
  const drift = voices.length > 1 ? lastOf(voices) - numberAt(voices, 0) : null;
  return (
    <section aria-label={LEVEL_TEXTS.savedToday}>
      <Heading>{LEVEL_TEXTS.savedToday}</Heading>
      {drift !== null && (
        <p>
          {Math.abs(drift) < 2
            ? LEVEL_TEXTS.theMeasuredVoiceHasNot
            : LEVEL_TEXTS.theMeasuredVoiceDrifted(
                formatDb(drift),
                formatClock(itemAt(kept, 0).atMs),
              )}
        </p>
      )}
      <Times>
        {(isAll ? kept : kept.slice(-4)).map((k, i) => (
          <li key={`${k.atMs} ${i}`}>
            <Figure>{formatClock(k.atMs)}</Figure>{" "}
            {LEVEL_TEXTS.packOutInPeaks(
              k.effort,
              levels.show("pack", k.gainDb),
              formatDb(k.outputDb),
              levels.show("input", k.inputGainDb),
              formatDbfs(k.finalPeakDbfs),
            )}
            <Soft>
              {k.measured
                ? LEVEL_TEXTS.measured(
                    formatDbfs(k.measured.peakDbfs),
                    k.measured.from ? `, ${LEVEL_SOURCE_WORDS[k.measured.from]}` : "",
                  )
                : ""}
              {k.heard ? `; ${seenAndHeardWords(k.heard)}` : ""}
              {k.school ? `; ${SCHOOL_WORDS[k.school]}` : ""}
            </Soft>
          </li>
        ))}
      </Times>
      {kept.length > 4 && (
        <Button onPress={() => setAll(!isAll)}>
          {isAll ? LEVEL_TEXTS.theLastFour : LEVEL_TEXTS.all(kept.length)}
        </Button>
      )}
    </section>
  );
}

const Times = styled.ul`
  list-style: none;
  display: grid;
  gap: 2px;
`;
