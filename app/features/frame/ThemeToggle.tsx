import { Moon, Sun } from "lucide-react";
import { useSyncExternalStore } from "react";
import { FRAME } from "~/contract/messages/frame";
import { displayStore } from "~/app/features/settings/displayStore";
import { ToggleButton } from "~/app/ui/Button/Button";
import { type ThemeName, themeNow, watchTheme } from "~/app/ui/theme/themeNow";

/** Light or dark in one press, whatever the system has. */
export function ThemeToggle() {
  const isNight =
    useSyncExternalStore(watchTheme, themeNow, (): ThemeName => "daylight") === "night";
  return (
    <ToggleButton
      isSelected={isNight}
      aria-label={isNight ? FRAME.nightOn : FRAME.nightOff}
      onChange={(night) => displayStore.change({ theme: night ? "night" : "daylight" })}
    >
      {isNight ? <Moon aria-hidden /> : <Sun aria-hidden />}
    </ToggleButton>
  );
}
