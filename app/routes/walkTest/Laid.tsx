import { useMemo } from "react";
import styled from "styled-components";
import { numberAt } from "~/core/units/items";
import type { FloorPlan } from "~/core/location/floorPlan";
import { walkForecast } from "~/core/location/forecast";
import { WalkRfHistory } from "~/app/charts/walkRfHistory/WalkRfHistory";
import { spreadWords } from "~/contract/messages/range";
import { WALK_TEST_TEXTS } from "~/contract/messages/screens/walkTest";
import { Mark } from "~/app/ui/Mark/Mark";
import { Row, Soft } from "~/app/ui/Page/Page";
import type { WalkedBy } from "~/app/routes/shared/usePlanReckoning";
import type { WalkTestResult } from "./useWalked";

/** One walk: reckoned as an RF history, what was read over it. */
export function Laid({
  by,
  plan,
  test,
  from,
  droppedAtM,
  metres,
}: {
  by: WalkedBy;
  plan: FloorPlan;
  test: WalkTestResult;
  from: string[];
  /** Where a person heard it drop. */
  droppedAtM: readonly number[];
  metres: (m: number) => string;
}) {
  const [book, corrected] = useMemo(
    () =>
      [
        { ...plan, fit: null },
        { ...plan, fit: { ...test.fit, atMs: 0 } },
      ].map((p) => walkForecast(p, by.walk, by.pack, p.antennas, by.receiver)),
    [plan, test, by],
  ) as [ReturnType<typeof walkForecast>, ReturnType<typeof walkForecast>];
  const readings = test.points.filter((p) => p.walkId === by.walk.id);
  return (
    <WalkBlock>
      <Row>
        <Mark>{by.walker.mark}</Mark>
        <b>{by.walk.name}</b>
        <Soft>{from.join(", ")}</Soft>
      </Row>
      <Soft as="p">{WALK_TEST_TEXTS.marginAfterThisWalkTest}</Soft>
      <WalkRfHistory
        label={WALK_TEST_TEXTS.readingsAlongOverTheCalculation(by.walk.name)}
        points={corrected.points.map((p) => ({
          atM: p.atM,
          aDb: numberAt(p.marginsDb, 0),
          bDb: p.marginsDb[1] ?? null,
        }))}
        readings={readings}
        droppedAtM={droppedAtM}
        worstM={null}
        metres={metres}
        heightPx={170}
      />
      <Soft as="p">{WALK_TEST_TEXTS.byTheModel(spreadWords(book), spreadWords(corrected))}</Soft>
    </WalkBlock>
  );
}

const WalkBlock = styled.section`
  border-top: 1px solid var(--rule);
  padding-top: 10px;
`;
