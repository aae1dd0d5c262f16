import type { ReadReceiver } from "~/server/services/scan/unitScanView.server";
import { count, formatAge, formatClock } from "~/contract/messages/format";
import { UNIT_SCAN_LIMITS } from "~/contract/messages/unitScan";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import { Notice } from "~/app/ui/Notice/Notice";
import { Soft } from "~/app/ui/Page/Page";

/** What the receivers of one model read off their own screens, in figures. */
export interface ToldModel {
  label: string;
  atMs: number;
  usable: number;
  counts: { bank: string; free: number; members: number }[];
}

/** One entry a model, of those that were read here and now. */
export function toldModels(receivers: readonly ReadReceiver[]): ToldModel[] {
  return receivers
    .filter((r, i) => r.atMs !== null && receivers.findIndex((x) => x.modelId === r.modelId) === i)
    .map((r) => ({
      label: receivers
        .filter((x) => x.modelId === r.modelId)
        .map((x) => x.label)
        .join(", "),
      atMs: r.atMs ?? 0,
      usable: r.usable,
      counts: r.banks.flatMap((b) =>
        b.count === null ? [] : [{ bank: b.id, free: b.count, members: b.members.length }],
      ),
    }));
}

/** What a pick rests on where no sweep was read: the receivers’ own scans, with their age. */
export function ToldBy({ told, nowMs }: { told: readonly ToldModel[]; nowMs: number }) {
  return (
    <Notice kind="said">
      {told
        .map((t) =>
          FREQUENCIES_TEXTS.ownScanFree(
            t.label,
            formatClock(t.atMs),
            formatAge(nowMs - t.atMs),
            [
              ...(t.usable > 0 ? [count(t.usable, "frequency", "frequencies")] : []),
              ...t.counts.map((c) => FREQUENCIES_TEXTS.bank2(c.bank, c.free, c.members)),
            ].join(", "),
          ),
        )
        .join(" ")}{" "}
      <Soft>{UNIT_SCAN_LIMITS}</Soft>
    </Notice>
  );
}
