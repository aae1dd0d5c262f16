import { useState } from "react";
import { SETUP_TEXTS } from "~/contract/messages/screens/setup";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { LengthUnitField } from "~/app/routes/shared/LengthUnitField";
import { NumberField, TextField } from "~/app/ui/Field/Field";
import { Row } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { useDay } from "~/app/routes/shared/useDay";
import type { SetupIntent } from "./intents";

/** When the day is, which of how many, and in what town. */
export function DayHead({
  isBusy,
  send,
}: {
  isBusy: boolean;
  send: (intent: SetupIntent) => void;
}) {
  const { day } = useDay();
  const [head, setHead] = useState({
    dateIso: day.dateIso,
    dayNumber: day.dayNumber,
    dayCount: day.dayCount,
    town: day.town,
  });
  const isChanged = (["dateIso", "dayNumber", "dayCount", "town"] as const).some(
    (k) => head[k] !== day[k],
  );
  return (
    <section aria-label={SETUP_TEXTS.theDay}>
      <Settings>
        <TextField
          label={SETUP_TEXTS.date}
          type="date"
          value={head.dateIso}
          onChange={(dateIso) => setHead((h) => ({ ...h, dateIso }))}
          widthCh={13}
        />
        <NumberField
          label={SETUP_TEXTS.shootingDay}
          unit=""
          min={0}
          max={999}
          step={1}
          value={head.dayNumber}
          onChange={(dayNumber) => setHead((h) => ({ ...h, dayNumber }))}
        />
        <NumberField
          label="of"
          unit="days"
          min={1}
          max={999}
          step={1}
          value={head.dayCount}
          onChange={(dayCount) => setHead((h) => ({ ...h, dayCount }))}
        />
        <TextField
          label={SETUP_TEXTS.town}
          value={head.town}
          onChange={(town) => setHead((h) => ({ ...h, town }))}
          widthCh={18}
        />
        <LengthUnitField day={day} />
      </Settings>
      {isChanged && (
        <Row style={{ marginTop: 10 }}>
          <PrimaryButton
            isDisabled={isBusy}
            why={head.dateIso === "" ? SETUP_TEXTS.typeTheDateFirst : null}
            onPress={() => send({ intent: "change-day", change: head })}
          >
            {SETUP_TEXTS.save}
          </PrimaryButton>
        </Row>
      )}
    </section>
  );
}
