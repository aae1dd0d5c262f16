import { useState } from "react";
import { useLengths } from "~/app/routes/shared/useLengths";
import { formatClock, numberWord } from "~/contract/messages/format";
import { WALL_NAMES } from "~/contract/messages/place";
import { SETUP_TEXTS } from "~/contract/messages/screens/setup";
import { sketchOf } from "~/core/location/placeSketch";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Figure, Heading, Row, Soft, Table } from "~/app/ui/Page/Page";
import { useDay } from "~/app/routes/shared/useDay";
import { CopyPlace } from "./CopyPlace";
import type { SetupIntent } from "./intents";
import { PlaceForm } from "./PlaceForm";
import type { Route } from "./+types/route";

type Open = { what: "change" | "copy"; id: number } | { what: "add" } | null;

interface PlacesProps {
  setup: Route.ComponentProps["loaderData"];
  isBusy: boolean;
  send: (intent: SetupIntent) => void;
}

/** Where the day goes, in the order of its times. */
export function Places({ setup, isBusy, send }: PlacesProps) {
  const { day, places } = useDay();
  const [open, setOpen] = useState<Open>(null);
  const expectedVersion = setup.placeList.version;
  const close = () => setOpen(null);
  const changed = open?.what === "change" ? places.find((p) => p.id === open.id) : undefined;
  const copied = open?.what === "copy" ? places.find((p) => p.id === open.id) : undefined;
  return (
    <section>
      <Row>
        <Heading>{SETUP_TEXTS.places}</Heading>
        {setup.placeList.earlierVersion !== null && (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "undo-places", expectedVersion })}
          >
            {SETUP_TEXTS.undoPreviousLocations}
          </QuietButton>
        )}
      </Row>
      <PlaceTable
        isBusy={isBusy}
        onChange={(id) => setOpen({ what: "change", id })}
        onCopy={(id) => setOpen({ what: "copy", id })}
        onRemove={(placeId) => send({ intent: "remove-place", placeId, expectedVersion })}
      />
      {(open?.what === "add" || changed) && (
        <PlaceForm
          key={changed?.id ?? "new"}
          place={changed ?? null}
          fromMs={Math.max(...places.map((p) => p.endMs))}
          airs={setup.airs}
          hasScenes={changed !== undefined && setup.scenesAt[changed.id] === true}
          isBusy={isBusy}
          onDrop={close}
          onKeep={(place, withScenes) => {
            send(
              changed
                ? {
                    intent: "change-place",
                    placeId: changed.id,
                    place,
                    withScenes,
                    expectedVersion,
                  }
                : { intent: "add-place", place, expectedVersion },
            );
            close();
          }}
        />
      )}
      {copied && (
        <CopyPlace
          key={copied.id}
          name={copied.name}
          days={setup.days}
          here={day.id}
          isBusy={isBusy}
          onDrop={close}
          onCopy={(toDayId) => {
            send({ intent: "copy-place", placeId: copied.id, toDayId, expectedVersion });
            close();
          }}
        />
      )}
      {open?.what !== "add" && !changed && (
        <Row style={{ marginTop: 10 }}>
          <Button onPress={() => setOpen({ what: "add" })}>{SETUP_TEXTS.addALocation}</Button>
        </Row>
      )}
    </section>
  );
}

interface PlaceTableProps {
  isBusy: boolean;
  onChange: (placeId: number) => void;
  onCopy: (placeId: number) => void;
  onRemove: (placeId: number) => void;
}

function PlaceTable({ isBusy, onChange, onCopy, onRemove }: PlaceTableProps) {
  const { places } = useDay();
  const { metres } = useLengths();
  return (
    <Table>
      <thead>
        <tr>
          <th>{SETUP_TEXTS.place}</th>
          <th>{SETUP_TEXTS.times}</th>
          <th>{SETUP_TEXTS.inTheWay}</th>
          <th>{SETUP_TEXTS.farthest}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {places.map((p) => {
          const sketch = sketchOf(p.setting, p.geometry);
          return (
            <tr key={p.id}>
              <th scope="row">
                <b>{p.name}</b>{" "}
                <Soft>
                  {[p.setting === "indoors" ? "inside" : "outside", p.note]
                    .filter(Boolean)
                    .join(", ")}
                </Soft>
              </th>
              <td data-label={SETUP_TEXTS.times}>
                <Figure>{`${formatClock(p.startMs)}–${formatClock(p.endMs)}`}</Figure>
              </td>
              <td data-label={SETUP_TEXTS.inTheWay}>
                {sketch.wallCount === 0 ? (
                  <Soft>{SETUP_TEXTS.nothing}</Soft>
                ) : (
                  `${numberWord(sketch.wallCount)} × ${WALL_NAMES[sketch.walls]}`
                )}
              </td>
              <td data-label={SETUP_TEXTS.farthest}>
                <Figure>{metres(sketch.distanceM)}</Figure>
              </td>
              <td data-wide>
                <Row style={{ gap: 0 }}>
                  <QuietButton
                    onPress={() => onChange(p.id)}
                    aria-label={SETUP_TEXTS.change(p.name)}
                  >
                    {SETUP_TEXTS.change2}
                  </QuietButton>
                  <QuietButton
                    onPress={() => onCopy(p.id)}
                    aria-label={SETUP_TEXTS.copyWith(p.name)}
                  >
                    {SETUP_TEXTS.copy2}
                  </QuietButton>
                  <QuietButton
                    isDisabled={isBusy}
                    onPress={() => onRemove(p.id)}
                    aria-label={SETUP_TEXTS.removeWith(p.name)}
                  >
                    {SETUP_TEXTS.remove}
                  </QuietButton>
                </Row>
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
