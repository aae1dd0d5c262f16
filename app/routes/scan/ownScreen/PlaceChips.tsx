import type { ReadReceiver, RoomPlace } from "~/server/services/scan/unitScanView.server";
import { count } from "~/contract/messages/format";
import { shortRuleWords } from "~/contract/messages/unitScan";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { formatMhz } from "~/core/units/frequencyText";
import { Status } from "~/app/ui/Status/Status";
import * as S from "./ownScreen.styles";

/** What else speaks of a place than its receiver's own scan, in a word or two. */
export const placeNote = (p: RoomPlace): string =>
  p.talker ?? (p.rule ? shortRuleWords(p.rule) : "");

/** How many places of a receiver can be used, and those that were told of outside of banks. */
export function PlaceChips({ receiver }: { receiver: ReadReceiver }) {
  const { usable, atMs, banks, places, label } = receiver;
  if (atMs === null) return null;
  const told = [...banks.flatMap((b) => b.members), ...places].filter((p) => p.told === "free");
  const counted = banks.filter((b) => b.count !== null);
  const lost = told.filter((p) => p.rule !== null);
  return (
    <S.Chips>
      {told.length > 0 && (
        <Status status={usable > 0 ? "done" : "problem"}>
          {SCAN_TEXTS.freeByItsScan(
            label,
            count(usable, "frequency", "frequencies"),
            lost.length > 0
              ? SCAN_TEXTS.moreNot(
                  lost.length,
                  lost.length === 1 ? "is" : "are",
                  [...new Set(lost.map(placeNote))].join(", "),
                )
              : "",
          )}
        </Status>
      )}
      {counted.map((b) => {
        const clear = b.members.filter((m) => m.rule === null).length;
        return (
          <Status key={b.id} status={clear > 0 ? "done" : "problem"}>
            {SCAN_TEXTS.bankOfFree(label, b.id, b.count ?? 0, b.members.length, clear)}
          </Status>
        );
      })}
      {places.length > 0 && (
        <S.Places aria-label={SCAN_TEXTS.frequenciesEntered}>
          {places.map((p) => (
            <li key={p.frequencyHz} data-told={p.told} data-bad={p.rule !== null || undefined}>
              <b>{formatMhz(p.frequencyHz)}</b>
              <small>{p.told === "busy" ? "taken" : placeNote(p) || "free"}</small>
            </li>
          ))}
        </S.Places>
      )}
    </S.Chips>
  );
}
