import type { Legality } from "~/core/kit/match";
import { legalityWords } from "~/contract/messages/prep";
import { Status } from "~/app/ui/Status/Status";

/** What forbids a unit here, wherever it appears; nothing when all is well. */
export function LegalFlag({ legality, unit }: { legality: Legality; unit: string }) {
  return legality.code === "fine" ? null : (
    <Status status="problem">{`${unit}: ${legalityWords(legality)}`}</Status>
  );
}
