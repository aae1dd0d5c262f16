import { limitFigureWords, SPECTRUM } from "~/contract/messages/spectrum";
import { formatMhz } from "~/core/units/frequencyText";
import { ForListeners } from "~/app/ui/Page/ForListeners";
import type { SpectrumData } from "./spectrumLayout";

/** Everything that the picture names, for who hears it. */
export function SpectrumTable({ data }: { data: SpectrumData }) {
  if (data.flags.length === 0 && data.taken.length === 0 && data.limit === null) return null;
  return (
    <ForListeners>
      <table>
        <caption>{SPECTRUM.table}</caption>
        <thead>
          <tr>
            <th>{SPECTRUM.what}</th>
            <th>{SPECTRUM.from}</th>
            <th>{SPECTRUM.to}</th>
          </tr>
        </thead>
        <tbody>
          {data.flags.map((f) => (
            <tr key={f.id}>
              <th scope="row">{f.kind === "spare" ? SPECTRUM.spare : (f.name ?? f.mark)}</th>
              <td colSpan={2}>{formatMhz(f.frequencyHz)}</td>
            </tr>
          ))}
          {data.taken.map((t) => (
            <tr key={`${t.kind}${t.lowHz}`}>
              <th scope="row">{t.label}</th>
              <td>{formatMhz(Math.round(t.lowHz))}</td>
              <td>{formatMhz(Math.round(t.highHz))}</td>
            </tr>
          ))}
          {data.limit && (
            <tr>
              <th scope="row">{SPECTRUM.noiseLimit}</th>
              <td colSpan={2}>
                {limitFigureWords(data.limit.channelDbm, data.limit.bandwidthHz / 1000)}
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </ForListeners>
  );
}
