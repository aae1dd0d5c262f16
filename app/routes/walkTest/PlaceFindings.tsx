import { count, formatDb } from "~/contract/messages/format";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Figure, Heading, Row, Soft, Table } from "~/app/ui/Page/Page";
import type { WalkTestResult } from "./useWalked";

interface PlaceFindingsProps {
  place: string;
  test: WalkTestResult;
  /** How many walks it is made from. */
  walks: number;
  isBusy: boolean;
  onKeep: () => void;
  onBeginAgain: () => void;
}

/** What the walks say of this place, to be kept or not. */
export function PlaceFindings(props: PlaceFindingsProps) {
  const { place, test, walks, isBusy, onKeep, onBeginAgain } = props;
  const { fit, windows, inNoise } = test;
  const corrections = [
    ["Everywhere", fit.general],
    ["For each wall between", fit.perWall],
    ["With the body between", fit.behindBody],
  ] as const;
  return (
    <section aria-label="This place">
      <Heading>What that says of this place</Heading>
      <Table>
        <thead>
          <tr>
            <th>Correction</th>
            <th>dB</th>
            <th>known to</th>
          </tr>
        </thead>
        <tbody>
          {corrections.map(([name, correction]) => (
            <tr key={name}>
              <td>{name}</td>
              <td data-label="dB">
                <Figure>{correction ? formatDb(correction.db) : "—"}</Figure>
              </td>
              <td data-label="known to">
                {correction ? (
                  <Figure>{`± ${correction.uncertaintyDb.toFixed(1)} dB`}</Figure>
                ) : (
                  <Soft>these walks do not tell</Soft>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Row>
        <PrimaryButton
          isDisabled={isBusy}
          why={fit.general === null ? "Too little was read to tell: walk on." : null}
          onPress={onKeep}
        >{`Keep for ${place}`}</PrimaryButton>
        <QuietButton onPress={onBeginAgain}>Begin again</QuietButton>
        <Soft>{`${count(walks, "walk")}, ${count(windows.length, "stretch", "stretches")}${fit.limits ? `, ${fit.limits === windows.length ? "all" : fit.limits} of them told only as “at most” or “at least”` : ""}${inNoise > 0 ? `; ${count(inNoise, "stretch", "stretches")} in the noise` : ""}`}</Soft>
      </Row>
    </section>
  );
}
