import { REGULATIONS_TEXTS } from "~/contract/messages/screens/regulations";
import { licencesAsked } from "~/core/regulations/licences";
import type { Region } from "~/core/regulations/region";
import { ToggleButton } from "~/app/ui/Button/Button";
import { Heading, Row, Soft } from "~/app/ui/Page/Page";
import type { LawIntent } from "./intents";

interface LicencesProps {
  region: Region;
  /** Null: nobody was asked. */
  held: readonly string[] | null;
  isBusy: boolean;
  send: (intent: LawIntent) => void;
}

/** Which licence is held for the shoot: asked once, and it enters every flag and every pick. */
export function Licences({ region, held, isBusy, send }: LicencesProps) {
  const asked = licencesAsked(region);
  if (asked.length === 0) return null;
  const set = (next: string[] | null) => send({ intent: "licences", held: next });
  return (
    <section aria-label={REGULATIONS_TEXTS.licence}>
      <Heading>{REGULATIONS_TEXTS.whichLicenceDoYouHold}</Heading>
      <Row>
        <ToggleButton
          isDisabled={isBusy}
          isSelected={held?.length === 0}
          onChange={(isOn) => set(isOn ? [] : null)}
        >
          {REGULATIONS_TEXTS.none}
        </ToggleButton>
        {asked.map((licence) => (
          <ToggleButton
            key={licence}
            isDisabled={isBusy}
            isSelected={held?.includes(licence) ?? false}
            onChange={(isOn) =>
              set(
                isOn
                  ? [...(held ?? []).filter((l) => l !== licence), licence]
                  : (held ?? []).filter((l) => l !== licence),
              )
            }
          >
            {licence}
          </ToggleButton>
        ))}
        <Soft>
          {held === null
            ? REGULATIONS_TEXTS.notAnsweredYetEveryBand
            : REGULATIONS_TEXTS.bandsWithoutYourLicenceCount}
        </Soft>
      </Row>
    </section>
  );
}
