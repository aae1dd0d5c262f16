import { itemAt, lastOf, numberAt } from "~/core/units/items";
import { useState } from "react";
import styled from "styled-components";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { formatClock, formatDb, formatDbfs } from "~/contract/messages/format";
import { LEVEL_SOURCE_WORDS, SCHOOL_WORDS, seenAndHeardWords } from "~/contract/messages/level";
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
    <section aria-label="Kept today">
      <Heading>Kept today</Heading>
      {drift !== null && (
        <p>
          {Math.abs(drift) < 2
            ? "The measured voice stayed where it was."
            : `The measured voice drifted by ${formatDb(drift)} since ${formatClock(itemAt(kept, 0).atMs)}.`}
        </p>
      )}
      <Times>
        {(isAll ? kept : kept.slice(-4)).map((k, i) => (
          <li key={`${k.atMs} ${i}`}>
            <Figure>{formatClock(k.atMs)}</Figure>{" "}
            {`${k.effort}, pack ${levels.show("pack", k.gainDb)}, ${formatDb(k.outputDb)} out, ${levels.show("input", k.inputGainDb)} in: peaks ${formatDbfs(k.finalPeakDbfs)}`}
            <Soft>
              {k.measured
                ? `; measured ${formatDbfs(k.measured.peakDbfs)}${k.measured.from ? `, ${LEVEL_SOURCE_WORDS[k.measured.from]}` : ""}`
                : ""}
              {k.heard ? `; ${seenAndHeardWords(k.heard)}` : ""}
              {k.school ? `; ${SCHOOL_WORDS[k.school]}` : ""}
            </Soft>
          </li>
        ))}
      </Times>
      {kept.length > 4 && (
        <Button onPress={() => setAll(!isAll)}>
          {isAll ? "The last four" : `All ${kept.length}`}
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
