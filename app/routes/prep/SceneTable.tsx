import { formatClock } from "~/contract/messages/format";
import { PREP_TEXTS } from "~/contract/messages/screens/prep";
import type { Scene } from "~/core/schedule/scenes";
import { QuietButton } from "~/app/ui/Button/Button";
import { Figure, Soft, Table } from "~/app/ui/Page/Page";
import { useDay } from "~/app/routes/shared/useDay";

interface SceneTableProps {
  scenes: readonly Scene[];
  onChange: (number: string) => void;
}

/** The day's scenes in their order. */
export function SceneTable({ scenes, onChange }: SceneTableProps) {
  const { places } = useDay();
  return (
    <Table>
      <thead>
        <tr>
          <th>{PREP_TEXTS.scene2}</th>
          <th>{PREP_TEXTS.place}</th>
          <th>{PREP_TEXTS.times}</th>
          <th>{PREP_TEXTS.whoSpeaks}</th>
          <th>{PREP_TEXTS.repeatable}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {scenes.map((s) => (
          <tr key={s.number}>
            <th scope="row">
              <Figure>{s.number}</Figure> {s.title}
            </th>
            <td data-label={PREP_TEXTS.place}>
              {places.find((p) => p.id === s.placeId)?.name ?? "–"}
            </td>
            <td data-label={PREP_TEXTS.times}>
              <Figure>{`${formatClock(s.startMs)}–${formatClock(s.endMs)}`}</Figure>
            </td>
            <td data-label={PREP_TEXTS.whoSpeaks}>
              {s.speakers.join(", ") || <Soft>{PREP_TEXTS.nobody}</Soft>}
            </td>
            <td data-label={PREP_TEXTS.repeatable}>
              {s.isRepeatable ? (
                <Soft>{PREP_TEXTS.yes}</Soft>
              ) : (
                <b>{PREP_TEXTS.cannotBeRepeated}</b>
              )}
            </td>
            <td data-wide>
              <QuietButton
                onPress={() => onChange(s.number)}
                aria-label={PREP_TEXTS.changeScene(s.number)}
              >
                {PREP_TEXTS.change}
              </QuietButton>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
