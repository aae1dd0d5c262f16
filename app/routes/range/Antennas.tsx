import { numberAt } from "~/core/units/items";
import { formatDb } from "~/contract/messages/format";
import { RANGE_TEXTS } from "~/contract/messages/screens/range";
import { changed, type ItemRef, movedBy } from "~/core/location/editPlan";
import type { FloorPlan, PlacedAntenna } from "~/core/location/floorPlan";
import { recabled } from "~/core/location/search";
import { feedItem } from "~/core/radio/feed";
import { LengthField } from "~/app/features/plan/LengthField";
import type { Lengths } from "~/app/features/plan/lengths";
import { Button } from "~/app/ui/Button/Button";
import { AntennaAim, AntennaKind } from "~/app/features/plan/AntennaFields";
import { NumberField } from "~/app/ui/Field/Field";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import type { PlanInHand } from "~/app/routes/shared/usePlan";

const STEP_M = 0.5;
/** A frequency to tell a cable's loss at. */
const TOLD_HZ = 600e6;

/** Each antenna by its figures, and moved by keys as well as by hand. */
export function Antennas({
  plan,
  inHand,
  lengths,
  onSelect,
}: {
  plan: FloorPlan;
  inHand: PlanInHand;
  lengths: Lengths;
  onSelect: (ref: ItemRef) => void;
}) {
  return (
    <section aria-label={RANGE_TEXTS.antennas}>
      <Heading>{RANGE_TEXTS.antennas}</Heading>
      <Stack $gapPx={12}>
        {plan.antennas.map((a) => {
          const ref: ItemRef = { kind: "antenna", id: a.id };
          const set = (change: Partial<PlacedAntenna>) => {
            inHand.change(changed(plan, ref, change), RANGE_TEXTS.antennaChanged(a.name));
          };
          const lossDb = -a.feed.reduce((sum, f) => sum + feedItem(f, TOLD_HZ).gainDb, 0);
          return (
            <div key={a.id}>
              <Row>
                <b>{RANGE_TEXTS.antennaWith(a.name)}</b>
                <Soft>
                  {a.feed.length === 0
                    ? RANGE_TEXTS.onTheReceiver
                    : RANGE_TEXTS.lost(
                        a.feed
                          .map((f) =>
                            f.kind === "coax"
                              ? RANGE_TEXTS.of(lengths.metres(f.lengthM), f.type)
                              : f.kind,
                          )
                          .join(", "),
                        formatDb(lossDb),
                      )}
                </Soft>
              </Row>
              <Settings>
                <AntennaKind antenna={a} set={set} />
                <LengthField
                  label={RANGE_TEXTS.height}
                  lengths={lengths}
                  minM={0.1}
                  maxM={20}
                  step={0.1}
                  valueM={a.heightM}
                  onChange={(m) => set({ heightM: m })}
                />
                <NumberField
                  label={RANGE_TEXTS.leans}
                  unit="°"
                  min={-90}
                  max={90}
                  step={5}
                  value={a.tiltDeg}
                  onChange={(tiltDeg) => set({ tiltDeg })}
                />
                <AntennaAim antenna={a} set={set} />
                <Row
                  role="group"
                  aria-label={RANGE_TEXTS.moveAntenna(a.name)}
                  onKeyDown={(e: React.KeyboardEvent) => {
                    const by = {
                      ArrowLeft: [-STEP_M, 0],
                      ArrowRight: [STEP_M, 0],
                      ArrowUp: [0, -STEP_M],
                      ArrowDown: [0, STEP_M],
                    }[e.key];
                    if (!by) return;
                    e.preventDefault();
                    onSelect(ref);
                    inHand.change(
                      recabled(movedBy(plan, ref, numberAt(by, 0), numberAt(by, 1)), ref),
                      RANGE_TEXTS.antennaMoved(a.name),
                    );
                  }}
                >
                  <Button
                    onPress={() => {
                      onSelect(ref);
                    }}
                  >
                    {RANGE_TEXTS.moveByArrowKeys(a.name)}
                  </Button>
                </Row>
              </Settings>
            </div>
          );
        })}
        {plan.antennas.length > 2 && <Soft as="p">{RANGE_TEXTS.theFirstTwoAreUsed}</Soft>}
      </Stack>
    </section>
  );
}
