import { itemAt, numberAt } from "~/core/units/items";
import styled from "styled-components";
import { capital } from "~/contract/messages/format";
import { lengthWords, reliabilityWords } from "~/contract/messages/plan";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { WalkForecast } from "~/core/location/forecast";
import { WalkRfHistory } from "~/app/charts/walkRfHistory/WalkRfHistory";
import {
  lastsWords,
  mutedWords,
  oneAntennaWords,
  RANGE,
  spreadWords,
  unsureWords,
  walkLabel,
  weakestPointWords,
} from "~/contract/messages/range";
import { walkGrade } from "~/app/features/plan/walkGrade";
import { Mark } from "~/app/ui/Mark/Mark";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { WhereFrom } from "./WhereFrom";
import type { WalkedBy } from "~/app/routes/shared/usePlanReckoning";

/** Lengths of fades fall off about as an exponential: one in a thousand is seven times the mean. */
const longestMs = (meanMs: number): number => meanMs * Math.log(1000);

const WORDS = { good: RANGE.ok, watch: RANGE.weak, bad: RANGE.dropsOut } as const;
const STATUS = { good: "done", watch: "stale", bad: "problem" } as const;

/** Each walk as an RF history with what it comes to. */
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
  if (walks.length === 0) return null;
  return (
    <section aria-label={RANGE.walks}>
      <Heading>{RANGE.walks}</Heading>
      <Soft as="p">{RANGE.walksHint}</Soft>
      <Stack $gapPx={10}>
        {walks.map((walked, i) => {
          const { walk, walker } = walked;
          const f = forecasts?.[i];
          if (!f)
            return (
              <WalkRow key={walk.id}>
                <Row>
                  <Mark>{walker.mark}</Mark>
                  <b>{walk.name}</b>
                </Row>
                <ToCome />
              </WalkRow>
            );
          const grade = walkGrade(f);
          return (
            <WalkRow key={walk.id}>
              <Row>
                <Mark>{walker.mark}</Mark>
                <b>{walk.name}</b>
                <Status status={STATUS[grade]}>{WORDS[grade]}</Status>
                <span>{reliabilityWords(f)}</span>
                <Soft>
                  {weakestPointWords(f.worstMarginDb, metres(itemAt(f.points, f.worst).atM))}
                </Soft>
              </Row>
              <WalkRfHistory
                label={walkLabel(walk.name)}
                points={f.points.map((p) => ({
                  atM: p.atM,
                  aDb: numberAt(p.marginsDb, 0),
                  bDb: p.marginsDb[1] ?? null,
                }))}
                worstM={itemAt(f.points, f.worst).atM}
                metres={metres}
                heightPx={HISTORY_PX}
              />
              <Soft as="p">
                {`${capital(spreadWords(f))} (${unsureWords(f)}).${mutedWords(f)}`}
                {f.meanDropoutMs !== null && f.dropoutsPerMinute > 1 / 600 && f.outage < 0.5
                  ? lastsWords(
                      lengthWords(f.meanDropoutMs),
                      lengthWords(longestMs(f.meanDropoutMs)),
                    )
                  : ""}
                {f.alone ? oneAntennaWords(reliabilityWords(f.alone)) : ""}
              </Soft>
              <WhereFrom plan={plan} walked={walked} forecast={f} metres={metres} />
            </WalkRow>
          );
        })}
      </Stack>
    </section>
  );
}

const HISTORY_PX = 112;
/** Picture and words of a walk that is being calculated: what stands below stays there. */
const ToCome = styled.div`
  height: calc(${HISTORY_PX}px + 5lh);
`;

const WalkRow = styled.div`
  border-bottom: 1px solid var(--rule);
  padding: 8px 0 10px;
`;
