import { Link } from "react-router";
import type { LawView } from "~/contract/schemas/airView";
import { SHARED_TEXTS } from "~/contract/messages/screens/shared";
import { Soft } from "~/app/ui/Page/Page";
import { useDay } from "./useDay";

/** By which rules it is judged, whether the licence was asked, and that the regulator knows better. */
export function LawLine({ law }: { law: Pick<LawView, "regionTitle" | "licence" | "advice"> }) {
  const { day } = useDay();
  const held = day.licences;
  return (
    <Soft as="p">
      {`${law.regionTitle}: ${held === null ? law.licence : held.length === 0 ? SHARED_TEXTS.noLicenceHeld : SHARED_TEXTS.held(held.join(", "))}. ${law.advice} `}
      {held === null && (
        <Link to={`/day/${day.id}/regulations`}>{SHARED_TEXTS.whichLicenceDoYouHold}</Link>
      )}
    </Soft>
  );
}
