import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import type { FloorPlan, PlanPoint } from "~/core/location/floorPlan";
import { resized } from "~/core/location/editPlan";
import { LengthField } from "~/app/features/plan/LengthField";
import { LengthUnitField } from "~/app/routes/shared/LengthUnitField";
import type { Lengths } from "~/app/features/plan/lengths";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import type { PlanInHand } from "~/app/routes/shared/usePlan";
import { smallerPicture } from "./smallerPicture";

const AIRS = [
  { id: "indoor residential", label: "inside, small rooms" },
  { id: "indoor office", label: "inside, offices, workshops" },
  { id: "indoor commercial", label: "inside, one large space" },
  { id: "plane-earth office", label: "outside, over the ground" },
  { id: "free-space office", label: "in the open, high up" },
];

/** The sheet itself: how large, what kind of place, and a picture below it. */
export function SheetSettings({
  plan,
  inHand,
  lengths,
  dayId,
  measured,
}: {
  plan: FloorPlan;
  inHand: PlanInHand;
  lengths: Lengths;
  dayId: number;
  measured: { a: PlanPoint; b: PlanPoint } | null;
}) {
  const [said, setSaid] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [realM, setRealM] = useState(5);
  const { picture } = inHand;
  const size = (label: string, m: number, take: (m: number) => void) => (
    <NumberField
      label={label}
      unit={lengths.unit}
      min={lengths.shown(4)}
      max={lengths.shown(500)}
      step={1}
      value={Math.round(lengths.shown(m))}
      onChange={(v) => {
        take(lengths.taken(v));
      }}
    />
  );
  const load = async (files: FileList | null) => {
    const file = files?.[0];
    if (!file) return;
    setBusy(true);
    setSaid(null);
    const small = await smallerPicture(file);
    if (!small.ok) setSaid(small.error.what);
    else {
      const response = await fetch(`/day/${dayId}/pictures`, {
        method: "POST",
        body: small.value.blob,
        headers: { "content-type": small.value.blob.type },
      }).catch(() => null);
      const answer = response
        ? ((await response.json().catch(() => ({}))) as { id?: number; message?: string })
        : { message: "The picture did not reach the cart. The plan is as it was." };
      if (answer.id === undefined)
        setSaid(answer.message ?? "That picture was not taken. The plan is as it was.");
      else {
        // as wide as the sheet, until somebody sets its scale
        const heightM = (plan.widthM * small.value.heightPx) / small.value.widthPx;
        inHand.change(
          heightM > plan.heightM ? { ...plan, heightM: Math.ceil(heightM) } : plan,
          "picture put below",
          { id: answer.id, x: 0, y: 0, widthM: plan.widthM, heightM },
        );
        setSaid(small.value.note);
      }
    }
    setBusy(false);
  };
  const measuredM = measured
    ? Math.hypot(measured.b.x - measured.a.x, measured.b.y - measured.a.y)
    : 0;
  return (
    <Stack $gapPx={10} role="group" aria-label="The sheet">
      <Heading as="h2">The sheet</Heading>
      {size("Wide", plan.widthM, (widthM) => {
        inHand.change(resized(plan, widthM, plan.heightM), "sheet changed");
      })}
      {size("Deep", plan.heightM, (heightM) => {
        inHand.change(resized(plan, plan.widthM, heightM), "sheet changed");
      })}
      <SelectField
        label="The air there"
        choices={AIRS}
        value={`${plan.model} ${plan.model === "indoor" ? plan.room : "office"}`}
        onChange={(id) => {
          const [model, room] = id.split(" ") as [FloorPlan["model"], FloorPlan["room"]];
          inHand.change({ ...plan, model, room }, "the air changed");
        }}
      />
      <LengthUnitField />
      <Heading as="h3">A picture below</Heading>
      <Row>
        <FileTrigger
          acceptedFileTypes={["image/*"]}
          onSelect={(files) => {
            void load(files);
          }}
        >
          <Button isDisabled={isBusy}>
            {isBusy ? "Taking it in…" : picture ? "Another picture" : "Put a picture below"}
          </Button>
        </FileTrigger>
        {picture && (
          <QuietButton
            onPress={() => {
              inHand.change({ ...plan }, "picture taken away", null);
            }}
          >
            Take it away
          </QuietButton>
        )}
      </Row>
      {said && <Notice kind="caution">{said}</Notice>}
      {picture &&
        (measuredM > 0.2 ? (
          <>
            <LengthField
              label="What was measured is in reality"
              lengths={lengths}
              minM={0.1}
              maxM={500}
              step={0.1}
              valueM={realM}
              onChange={(m) => {
                setRealM(m);
              }}
            />
            <Button
              onPress={() => {
                const by = realM / measuredM;
                const [widthM, heightM] = [picture.widthM * by, picture.heightM * by];
                if (widthM > 2000 || heightM > 2000 || widthM < 2) {
                  setSaid(
                    "By that the picture would be larger than any place, or smaller than a table. Measure again.",
                  );
                  return;
                }
                inHand.change(
                  {
                    ...plan,
                    widthM: Math.max(plan.widthM, Math.ceil(picture.x + widthM)),
                    heightM: Math.max(plan.heightM, Math.ceil(picture.y + heightM)),
                  },
                  "picture’s scale set",
                  { ...picture, widthM, heightM },
                );
              }}
            >
              Set the picture’s scale
            </Button>
          </>
        ) : (
          <Soft as="p">
            Its scale is not known yet: choose Measure, drag over something whose length you know,
            and say how long it is.
          </Soft>
        ))}
    </Stack>
  );
}
