import { BATTERY, CHEMISTRY_WORDS, costNote, costWords } from "~/contract/messages/battery";
import { formatDuration } from "~/contract/messages/format";
import type { BatteriesView } from "~/server/services/day/batteries.server";
import { Figure, Soft, Table } from "~/app/ui/Page/Page";

/** What each kind of battery would mean for the packs of this day, and of a season of such days. */
export function Chemistries({ choices }: Pick<BatteriesView, "choices" | "rule">) {
  const [first] = choices;
  if (!first || choices.length < 2) return null;
  return (
    <details>
      <summary>{BATTERY.whichKind}</summary>
      <Table aria-label={BATTERY.whichKind}>
        <thead>
          <tr>
            <th>{BATTERY.whichKind}</th>
            <th>{BATTERY.hours}</th>
            <th>{BATTERY.warning}</th>
            <th>{BATTERY.sets}</th>
            <th>{BATTERY.perDay}</th>
            <th>{BATTERY.perSeason}</th>
          </tr>
        </thead>
        <tbody>
          {choices.map((c) => (
            <tr key={c.chemistry}>
              <th scope="row">{CHEMISTRY_WORDS[c.chemistry]}</th>
              <td data-label={BATTERY.hours}>
                <Figure>{`${c.hours.toFixed(1)} h`}</Figure>
              </td>
              <td data-label={BATTERY.warning}>
                <Figure>{formatDuration(c.warningMinutes * 60_000)}</Figure>
              </td>
              <td data-label={BATTERY.sets}>
                <Figure>{c.changesPerDay}</Figure>
              </td>
              <td data-label={BATTERY.perDay}>
                <Figure>{costWords(c.costPerDay, c.isPriced)}</Figure>
              </td>
              <td data-label={BATTERY.perSeason}>
                <Figure>{costWords(c.costPerSeason, c.isPriced)}</Figure>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Soft as="p">{costNote(first.isPriced)}</Soft>
    </details>
  );
}
