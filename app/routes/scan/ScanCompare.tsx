import { memo } from "react";
import { useSearchParams } from "react-router";
import styled from "styled-components";
import type { SweepDifference } from "~/core/spectrum/compareSweeps";
import { formatClock, formatDb } from "~/contract/messages/format";
import { differenceWords } from "~/contract/messages/scan";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { SelectField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";

interface ScanCompareProps {
  earlier: { id: number; takenAtMs: number; source: string; place: string; isInside: boolean }[];
  withId: number;
  compared: {
    difference: SweepDifference | null;
    offset: { source: string; byDb: number } | null;
  } | null;
}

const NOTHING = 0;

/**
 * Holds the scan that counts against another: what came, what went, what rose. Which one is in the
 * address.
 */
export const ScanCompare = memo(function ScanCompare({
  earlier,
  withId,
  compared,
}: ScanCompareProps) {
  const [, setParams] = useSearchParams();
  const words = compared?.difference ? differenceWords(compared.difference) : [];
  return (
    <section>
      <Row style={{ alignItems: "end" }}>
        <SelectField
          label={SCAN_TEXTS.compare}
          value={withId}
          onChange={(id) =>
            setParams(
              () => {
                // the address may hold a view that the router was not told of
                const next = new URLSearchParams(window.location.search);
                if (id === NOTHING) next.delete("with");
                else next.set("with", String(id));
                return next;
              },
              { replace: true, preventScrollReset: true },
            )
          }
          choices={[
            { id: NOTHING, label: "nothing" },
            ...earlier.map((s) => ({
              id: s.id,
              label: `${s.place} ${s.isInside ? "inside" : "outside"}, ${formatClock(s.takenAtMs)}`,
              detail: SCAN_TEXTS.by(s.source),
            })),
          ]}
        />
        {compared && <Soft>{SCAN_TEXTS.theOlderOne}</Soft>}
      </Row>
      {compared?.offset && (
        <Soft as="p">
          {SCAN_TEXTS.readsWhereTheyOverlap(
            compared.offset.source,
            formatDb(Math.abs(compared.offset.byDb)),
            compared.offset.byDb > 0 ? "lower" : "higher",
          )}
        </Soft>
      )}
      {compared &&
        (compared.difference === null ? (
          <Soft as="p">{SCAN_TEXTS.theTwoScansDoNot}</Soft>
        ) : words.length === 0 ? (
          <p>{SCAN_TEXTS.noDifferenceThatMatters}</p>
        ) : (
          <Differences>
            {words.map((w) => (
              <li key={w}>{w}</li>
            ))}
          </Differences>
        ))}
    </section>
  );
});

const Differences = styled.ul`
  list-style: none;
  margin-top: 8px;
  li {
    padding: 3px 0;
    border-bottom: 1px solid var(--rule);
  }
`;
