import { Link } from "react-router";
import type { Route } from "./+types/route";
import { getDayView } from "~/server/services/day/dayView.server";
import { whoAsks } from "~/server/services/phones/whoAsks.server";
import { displayOf } from "~/contract/schemas/displaySettings";
import {
  CLOCK_CHOICES,
  DATE_CHOICES,
  DENSITY_CHOICES,
  exampleWords,
  LEVEL_CHOICES,
  SETTINGS,
  SPACING_DEFAULTS,
  THEME_CHOICES,
} from "~/contract/messages/displaySettings";
import { SETTINGS_TEXTS } from "~/contract/messages/screens/settings";
import { displayStore, useDisplay } from "~/app/features/settings/displayStore";
import { SelectField, SwitchField } from "~/app/ui/Field/Field";
import { AwayPage } from "~/app/ui/Page/Away";
import { Answer, Figure, Heading, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { LengthUnitField } from "~/app/routes/shared/LengthUnitField";

export async function loader({ request, context }: Route.LoaderArgs) {
  const { headers } = request;
  const asked = new URL(request.url).searchParams.get("day") ?? "";
  const { asker } = context.app;
  const dayId =
    asker.kind === "guest" ? asker.dayId : /^\d{1,9}$/.test(asked) ? Number(asked) : null;
  const view = dayId === null ? null : await getDayView(context.app, dayId);
  return {
    display: displayOf(headers.get("cookie"), headers.get("accept-language")),
    day: view?.ok ? view.value.day : null,
    mayChangeShoot: whoAsks(asker).rights === null,
  };
}

export const meta: Route.MetaFunction = () => [
  { title: SETTINGS_TEXTS.plainChannel(SETTINGS.title) },
];

/** How everything is shown, in one place: on this screen, and for the whole shoot. */
export default function SettingsScreen({ loaderData }: Route.ComponentProps) {
  const display = useDisplay(loaderData.display);
  const change = displayStore.change.bind(displayStore);
  const { day } = loaderData;
  return (
    <AwayPage
      head={
        <>
          {day ? (
            <Link to={`/day/${day.id}`}>{SETTINGS.back}</Link>
          ) : (
            <Link to="/">{SETTINGS_TEXTS.plainChannel2}</Link>
          )}
          {day && <Soft>{day.production}</Soft>}
        </>
      }
    >
      <Stack as="main" $gapPx={18}>
        <div>
          <Answer>{SETTINGS.title}</Answer>
          <Sub>{SETTINGS.about}</Sub>
        </div>
        <Stack as="section" $gapPx={10} aria-label={SETTINGS.here}>
          <Heading as="h2">{SETTINGS.here}</Heading>
          <Settings>
            <SelectField
              label={SETTINGS.theme}
              choices={THEME_CHOICES}
              value={display.theme}
              onChange={(theme) => change({ theme })}
            />
            <SelectField
              label={SETTINGS.density}
              choices={DENSITY_CHOICES}
              value={display.density}
              onChange={(density) => change({ density })}
            />
            <SelectField
              label={SETTINGS.clock}
              choices={CLOCK_CHOICES}
              value={display.clock}
              onChange={(clock) => change({ clock })}
            />
            <SelectField
              label={SETTINGS.date}
              choices={DATE_CHOICES}
              value={display.date}
              onChange={(date) => change({ date })}
            />
            <SelectField
              label={SETTINGS.level}
              choices={LEVEL_CHOICES}
              value={display.level}
              onChange={(level) => change({ level })}
            />
            <SelectField
              label={SETTINGS.spacing}
              choices={SPACING_DEFAULTS}
              value={display.spacing}
              onChange={(spacing) => change({ spacing })}
            />
          </Settings>
          <SwitchField isSelected={display.hasSound} onChange={(hasSound) => change({ hasSound })}>
            {SETTINGS.sound}
          </SwitchField>
          <p aria-live="polite">
            <Soft>{SETTINGS.example}: </Soft>
            <Figure>{exampleWords()}</Figure>
          </p>
        </Stack>
        {day && loaderData.mayChangeShoot && (
          <Stack as="section" $gapPx={10} aria-label={SETTINGS.shoot}>
            <Heading as="h2">{SETTINGS.shoot}</Heading>
            <Soft as="p">{SETTINGS.shootAbout}</Soft>
            <Settings>
              <LengthUnitField day={day} />
            </Settings>
          </Stack>
        )}
      </Stack>
    </AwayPage>
  );
}
