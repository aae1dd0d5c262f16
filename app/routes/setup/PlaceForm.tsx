import { LengthField } from "~/app/features/plan/LengthField";
import { useLengths } from "~/app/routes/shared/useLengths";
import { useState } from "react";
import type { PlaceTold } from "~/server/services/prep/places.server";
import { formatClock } from "~/contract/messages/format";
import { parsePosition, WALL_NAMES } from "~/contract/messages/place";
import { SETUP_TEXTS } from "~/contract/messages/screens/setup";
import { sketchOf, WALL_WORDS, type WallWord } from "~/core/location/placeSketch";
import { parseClockText } from "~/core/units/clockText";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { CheckField, NumberField, SelectField, SwitchField, TextField } from "~/app/ui/Field/Field";
import { Heading, Panel, Row, Soft } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import type { DayView } from "~/server/services/day/dayView.server";

type Place = DayView["places"][number];
const DAY_MS = 86_400_000;
const NO_AIR = "";

export interface PlaceFormProps {
  /** The place to change; null for a new one. */
  place: Place | null;
  /** Where a new one would begin. */
  fromMs: number;
  /** The air that a practice place can have; empty outside practice. */
  airs: readonly { id: string; label: string }[];
  hasScenes: boolean;
  isBusy: boolean;
  onKeep: (told: PlaceTold, withScenes: boolean) => void;
  onDrop: () => void;
}

/**
 * A place as one knows it beforehand: what it is called, when, inside or out, what stands in the
 * way.
 */
export function PlaceForm({
  place,
  fromMs,
  airs,
  hasScenes,
  isBusy,
  onKeep,
  onDrop,
}: PlaceFormProps) {
  const lengths = useLengths();
  const [name, setName] = useState(place?.name ?? "");
  const [note, setNote] = useState(place?.note ?? "");
  const [from, setFrom] = useState(formatClock(place?.startMs ?? fromMs));
  const [to, setTo] = useState(formatClock(place?.endMs ?? fromMs + 3 * 3_600_000));
  const [sketch, setSketch] = useState(
    place
      ? sketchOf(place.setting, place.geometry)
      : { setting: "indoors" as const, walls: "open" as WallWord, wallCount: 0, distanceM: 10 },
  );
  const known = place?.geometry.position;
  const [position, setPosition] = useState(
    known ? `${known.latitudeDeg.toFixed(5)}, ${known.longitudeDeg.toFixed(5)}` : "",
  );
  const [siteKey, setSiteKey] = useState(place?.siteKey ?? airs[0]?.id ?? NO_AIR);
  const [hasLoudspeakers, setLoudspeakers] = useState(place?.hasLoudspeakers ?? false);
  const [withScenes, setWithScenes] = useState(true);
  const [start, end, at] = [parseClockText(from), parseClockText(to), parsePosition(position)];
  const isGood = name.trim() !== "" && start.ok && end.ok && at.ok;
  const isMoved = place !== null && start.ok && start.value !== place.startMs;
  const keep = () => {
    if (!start.ok || !end.ok || !at.ok) return;
    const endMs = end.value > start.value ? end.value : end.value + DAY_MS;
    onKeep(
      {
        name: name.trim(),
        note: note.trim(),
        startMs: start.value,
        endMs,
        sketch,
        hasLoudspeakers,
        siteKey: airs.length > 0 ? siteKey : null,
        position: at.value,
      },
      withScenes,
    );
  };
  return (
    <Panel aria-label={place ? SETUP_TEXTS.change(place.name) : SETUP_TEXTS.newLocation}>
      <Heading as="h3">{place ? place.name : SETUP_TEXTS.newLocation}</Heading>
      <Settings>
        <TextField
          label={SETUP_TEXTS.name}
          value={name}
          onChange={setName}
          widthCh={20}
          isFocused
        />
        <TextField
          label={SETUP_TEXTS.from}
          value={from}
          onChange={setFrom}
          widthCh={7}
          error={start.ok ? null : SETUP_TEXTS.aTimeSuchAs8}
        />
        <TextField
          label={SETUP_TEXTS.to}
          value={to}
          onChange={setTo}
          widthCh={7}
          error={end.ok ? null : SETUP_TEXTS.aTimeSuchAs17}
        />
        <SelectField
          label={SETUP_TEXTS.is}
          value={sketch.setting}
          onChange={(setting) => setSketch((s) => ({ ...s, setting }))}
          choices={[
            { id: "indoors", label: "inside" },
            { id: "outdoors", label: "outside" },
          ]}
        />
        <SelectField
          label={SETUP_TEXTS.betweenPeopleAndReceivers}
          value={sketch.walls}
          choices={(Object.keys(WALL_WORDS) as WallWord[]).map((id) => ({
            id,
            label: WALL_NAMES[id],
          }))}
          onChange={(walls) =>
            setSketch((s) => ({
              ...s,
              walls,
              wallCount: walls === "open" ? 0 : Math.max(1, s.wallCount),
            }))
          }
        />
        {sketch.walls !== "open" && (
          <NumberField
            label={SETUP_TEXTS.howManyOfThem}
            unit=""
            min={1}
            max={12}
            step={1}
            value={sketch.wallCount}
            onChange={(wallCount) => setSketch((s) => ({ ...s, wallCount }))}
          />
        )}
        <LengthField
          label={SETUP_TEXTS.farthestPerson}
          lengths={lengths}
          minM={1}
          maxM={2000}
          step={1}
          valueM={sketch.distanceM}
          onChange={(distanceM) => setSketch((s) => ({ ...s, distanceM }))}
        />
        <TextField
          label={SETUP_TEXTS.positionForTheStationList}
          value={position}
          onChange={setPosition}
          widthCh={22}
          placeholder={SETUP_TEXTS.latitudeLongitude}
          error={at.ok ? null : SETUP_TEXTS.twoFiguresInDegreesSuch}
        />
        {airs.length > 0 && (
          <SelectField
            label={SETUP_TEXTS.practiceSpectrum}
            value={siteKey}
            onChange={setSiteKey}
            choices={airs}
          />
        )}
        <TextField label={SETUP_TEXTS.note} value={note} onChange={setNote} widthCh={26} />
        <CheckField isSelected={hasLoudspeakers} onChange={setLoudspeakers}>
          {SETUP_TEXTS.loudspeakersThere}
        </CheckField>
      </Settings>
      {isMoved && hasScenes && (
        <SwitchField isSelected={withScenes} onChange={setWithScenes}>
          {SETUP_TEXTS.itsScenesMove}
        </SwitchField>
      )}
      <Row>
        <PrimaryButton
          isDisabled={isBusy}
          why={
            isGood
              ? null
              : name.trim() === ""
                ? SETUP_TEXTS.typeANameFirst
                : SETUP_TEXTS.correctTheMarkedFieldsFirst
          }
          onPress={keep}
        >
          {place ? SETUP_TEXTS.save : SETUP_TEXTS.addTheLocation}
        </PrimaryButton>
        <QuietButton onPress={onDrop}>{SETUP_TEXTS.cancel}</QuietButton>
        {place && <Soft>{SETUP_TEXTS.measurementsHereAreKept}</Soft>}
      </Row>
    </Panel>
  );
}
