import { count, formatDb } from "~/contract/messages/format";
import { WALK_TEST_TEXTS } from "~/contract/messages/screens/walkTest";
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
    [WALK_TEST_TEXTS.forEachWallBetween, fit.perWall],
    [WALK_TEST_TEXTS.withTheBodyBetween, fit.behindBody],
  ] as const;
  return (
    <section aria-label={WALK_TEST_TEXTS.thisLocation}>
      <Heading>{WALK_TEST_TEXTS.whatThisSaysAbout}</Heading>
      <Table>
        <thead>
          <tr>
            <th>{WALK_TEST_TEXTS.correction}</th>
            <th>{WALK_TEST_TEXTS.db}</th>
            <th>{WALK_TEST_TEXTS.known}</th>
          </tr>
        </thead>
        <tbody>
          {corrections.map(([name, correction]) => (
            <tr key={name}>
              <td>{name}</td>
              <td data-label={WALK_TEST_TEXTS.db}>
                <Figure>{correction ? formatDb(correction.db) : "—"}</Figure>
              </td>
              <td data-label={WALK_TEST_TEXTS.known}>
                {correction ? (
                  <Figure>{WALK_TEST_TEXTS.dbWith(correction.uncertaintyDb.toFixed(1))}</Figure>
                ) : (
                  <Soft>{WALK_TEST_TEXTS.notKnownFromTheseWalks}</Soft>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Row>
        <PrimaryButton
          isDisabled={isBusy}
          why={fit.general === null ? WALK_TEST_TEXTS.tooFewReadingsKeepWalking : null}
          onPress={onKeep}
        >
          {WALK_TEST_TEXTS.save(place)}
        </PrimaryButton>
        <QuietButton onPress={onBeginAgain}>{WALK_TEST_TEXTS.startAgain}</QuietButton>
        <Soft>{`${count(walks, "walk")}, ${count(windows.length, "part")}${fit.limits ? WALK_TEST_TEXTS.ofThemOnlyUpper(fit.limits === windows.length ? "all" : fit.limits) : ""}${inNoise > 0 ? WALK_TEST_TEXTS.inTheNoise(count(inNoise, "part")) : ""}`}</Soft>
      </Row>
    </section>
  );
}
