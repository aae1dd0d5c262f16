import { formatClock } from "~/contract/messages/format";
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
          <th>Scene</th>
          <th>Place</th>
          <th>Times</th>
          <th>Who speaks</th>
          <th>Again?</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {scenes.map((s) => (
          <tr key={s.number}>
            <th scope="row">
              <Figure>{s.number}</Figure> {s.title}
            </th>
            <td data-label="Place">{places.find((p) => p.id === s.placeId)?.name ?? "–"}</td>
            <td data-label="Times">
              <Figure>{`${formatClock(s.startMs)}–${formatClock(s.endMs)}`}</Figure>
            </td>
            <td data-label="Who speaks">{s.speakers.join(", ") || <Soft>nobody</Soft>}</td>
            <td data-label="Again?">{s.isRepeatable ? <Soft>yes</Soft> : <b>happens once</b>}</td>
            <td data-wide>
              <QuietButton
                onPress={() => onChange(s.number)}
                aria-label={`Change scene ${s.number}`}
              >
                change
              </QuietButton>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
