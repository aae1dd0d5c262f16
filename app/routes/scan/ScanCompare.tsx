import { memo } from "react";
import { useSearchParams } from "react-router";
import styled from "styled-components";
import type { SweepDifference } from "~/core/spectrum/compareSweeps";
import { formatClock, formatDb } from "~/contract/messages/format";
import { differenceWords } from "~/contract/messages/scan";
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
          label="Compare with"
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
              detail: `by ${s.source}`,
            })),
          ]}
        />
        {compared && <Soft>the older one is the thin line in the picture</Soft>}
      </Row>
      {compared?.offset && (
        <Soft as="p">{`${compared.offset.source} reads ${formatDb(Math.abs(compared.offset.byDb))} ${compared.offset.byDb > 0 ? "lower" : "higher"} where both saw the same: that is the instrument, and is taken out here.`}</Soft>
      )}
      {compared &&
        (compared.difference === null ? (
          <Soft as="p">The two have no stretch in common.</Soft>
        ) : words.length === 0 ? (
          <p>No difference worth a word.</p>
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
