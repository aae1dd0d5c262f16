import { itemAt, numberAt } from "~/core/units/items";
import styled from "styled-components";
import { capital, formatDb } from "~/contract/messages/format";
import { lengthWords, reliabilityWords } from "~/contract/messages/plan";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { WalkForecast } from "~/core/location/forecast";
import { WalkSeam } from "~/app/charts/walkSeam/WalkSeam";
import { mutedWords, spreadWords, unsureWords } from "~/contract/messages/range";
import { walkGrade } from "~/app/features/plan/walkGrade";
import { Mark } from "~/app/ui/Mark/Mark";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { WhereFrom } from "./WhereFrom";
import type { WalkedBy } from "~/app/routes/shared/usePlanReckoning";

/** Lengths of fades fall off about as an exponential: one in a thousand is seven times the mean. */
const longestMs = (meanMs: number): number => meanMs * Math.log(1000);

const WORDS = { good: "holds", watch: "thin", bad: "drops out" } as const;
const STATUS = { good: "done", watch: "stale", bad: "problem" } as const;

/** Each walk as a seam with what it comes to. */
export function WalkTable({
  plan,
  walks,
  forecasts,
  metres,
}: {
  plan: FloorPlan;
  walks: readonly WalkedBy[];
  forecasts: readonly WalkForecast[] | null;
  metres: (m: number) => string;
}) {
  if (walks.length === 0 || !forecasts) return null;
  return (
    <section aria-label="Walks">
      <Heading>Walks</Heading>
      <Soft as="p">
        What antenna A (upwards) and B (downwards) have in hand along the way. Where both come to
        the middle, it drops out.
      </Soft>
      <Stack $gapPx={10}>
        {walks.map((walked, i) => {
          const { walk, walker } = walked;
          const f = forecasts[i];
          if (!f) return null;
          const grade = walkGrade(f);
          return (
            <WalkRow key={walk.id}>
              <Row>
                <Mark>{walker.mark}</Mark>
                <b>{walk.name}</b>
                <Status status={STATUS[grade]}>{WORDS[grade]}</Status>
                <span>{reliabilityWords(f)}</span>
                <Soft>{`least ${formatDb(f.worstMarginDb)} in hand, ${metres(itemAt(f.points, f.worst).atM)} along`}</Soft>
              </Row>
              <WalkSeam
                label={`In hand along “${walk.name}”`}
                points={f.points.map((p) => ({
                  atM: p.atM,
                  aDb: numberAt(p.marginsDb, 0),
                  bDb: p.marginsDb[1] ?? null,
                }))}
                worstM={itemAt(f.points, f.worst).atM}
                metres={metres}
                heightPx={112}
              />
              <Soft as="p">{`${capital(spreadWords(f))} (${unsureWords(f)}).${mutedWords(f)}${f.meanDropoutMs !== null && f.dropoutsPerMinute > 1 / 600 && f.outage < 0.5 ? ` Each lasts ${lengthWords(f.meanDropoutMs)} or so; hardly one in a thousand more than ${lengthWords(longestMs(f.meanDropoutMs))}.` : ""}${f.alone ? ` With one antenna: ${reliabilityWords(f.alone)}.` : ""}`}</Soft>
              <WhereFrom plan={plan} walked={walked} forecast={f} metres={metres} />
            </WalkRow>
          );
        })}
      </Stack>
    </section>
  );
}

const WalkRow = styled.div`
  border-bottom: 1px solid var(--rule);
  padding: 8px 0 10px;
`;
