import { useState } from "react";
import { useDay } from "~/app/routes/shared/useDay";
import { FileTrigger } from "react-aria-components";
import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
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
  { id: "indoor residential", label: DRAW_TEXTS.insideSmallRooms },
  { id: "indoor office", label: DRAW_TEXTS.insideOfficesWorkshops },
  { id: "indoor commercial", label: DRAW_TEXTS.insideOneLargeSpace },
  { id: "plane-earth office", label: DRAW_TEXTS.outsideOverTheGround },
  { id: "free-space office", label: DRAW_TEXTS.inTheOpenHighUp },
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
  const { day } = useDay();
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
        : { message: DRAW_TEXTS.thePictureDidNotReach };
      if (answer.id === undefined) setSaid(answer.message ?? DRAW_TEXTS.thePictureWasNotAdded);
      else {
        // as wide as the sheet, until somebody sets its scale
        const heightM = (plan.widthM * small.value.heightPx) / small.value.widthPx;
        inHand.change(
          heightM > plan.heightM ? { ...plan, heightM: Math.ceil(heightM) } : plan,
          DRAW_TEXTS.picturePutBelow,
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
    <Stack $gapPx={10} role="group" aria-label={DRAW_TEXTS.theSheet}>
      <Heading as="h2">{DRAW_TEXTS.theSheet}</Heading>
      {size(DRAW_TEXTS.wide, plan.widthM, (widthM) => {
        inHand.change(resized(plan, widthM, plan.heightM), DRAW_TEXTS.sheetChanged);
      })}
      {size(DRAW_TEXTS.deep, plan.heightM, (heightM) => {
        inHand.change(resized(plan, plan.widthM, heightM), DRAW_TEXTS.sheetChanged);
      })}
      <SelectField
        label={DRAW_TEXTS.surroundings}
        choices={AIRS}
        value={`${plan.model} ${plan.model === "indoor" ? plan.room : "office"}`}
        onChange={(id) => {
          const [model, room] = id.split(" ") as [FloorPlan["model"], FloorPlan["room"]];
          inHand.change({ ...plan, model, room }, DRAW_TEXTS.theAirChanged);
        }}
      />
      <LengthUnitField day={day} />
      <Heading as="h3">{DRAW_TEXTS.backgroundPicture}</Heading>
      <Row>
        <FileTrigger
          acceptedFileTypes={["image/*"]}
          onSelect={(files) => {
            void load(files);
          }}
        >
          <Button isDisabled={isBusy}>
            {isBusy
              ? DRAW_TEXTS.importing
              : picture
                ? DRAW_TEXTS.anotherPicture
                : DRAW_TEXTS.addAPicture}
          </Button>
        </FileTrigger>
        {picture && (
          <QuietButton
            onPress={() => {
              inHand.change({ ...plan }, DRAW_TEXTS.pictureTakenAway, null);
            }}
          >
            {DRAW_TEXTS.remove2}
          </QuietButton>
        )}
      </Row>
      {said && <Notice kind="caution">{said}</Notice>}
      {picture &&
        (measuredM > 0.2 ? (
          <>
            <LengthField
              label={DRAW_TEXTS.theMeasuredLength}
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
                  setSaid(DRAW_TEXTS.thatWouldMakeThePicture);
                  return;
                }
                inHand.change(
                  {
                    ...plan,
                    widthM: Math.max(plan.widthM, Math.ceil(picture.x + widthM)),
                    heightM: Math.max(plan.heightM, Math.ceil(picture.y + heightM)),
                  },
                  DRAW_TEXTS.picturesScaleSet,
                  { ...picture, widthM, heightM },
                );
              }}
            >
              {DRAW_TEXTS.setThePicturesScale}
            </Button>
          </>
        ) : (
          <Soft as="p">{DRAW_TEXTS.itsScaleIsNotKnown}</Soft>
        ))}
    </Stack>
  );
}
