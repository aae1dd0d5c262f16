import { Moon, Sun } from "lucide-react";
import { useSyncExternalStore } from "react";
import styled from "styled-components";
import { FRAME } from "~/contract/messages/frame";
import { displayStore } from "~/app/features/settings/displayStore";
import { toggleShape } from "~/app/ui/Button/toggleShape";
import { type ThemeName, themeNow, watchTheme } from "~/app/ui/theme/themeNow";

/** A plain button: a page for a phone loads no library for this alone. */
const Toggle = styled.button.attrs({ type: "button" })`
  ${toggleShape}
`;

/** Light or dark in one press, whatever the system has. */
export function ThemeToggle() {
  const isNight =
    useSyncExternalStore(watchTheme, themeNow, (): ThemeName => "daylight") === "night";
  return (
    <Toggle
      aria-pressed={isNight}
      aria-label={isNight ? FRAME.nightOn : FRAME.nightOff}
      onClick={() => displayStore.change({ theme: isNight ? "daylight" : "night" })}
    >
      {isNight ? <Moon aria-hidden /> : <Sun aria-hidden />}
    </Toggle>
  );
}
