import { Moon, Sun } from "lucide-react";
import { useState } from "react";
import { useRouteLoaderData } from "react-router";
import { ToggleButton } from "~/app/ui/Button/Button";
import type { ThemeName } from "~/app/ui/theme/theme";
import { themeCookie } from "./themeCookie";

/**
 * The theme is a matter of this browser alone: kept in a cookie at once, so that the next page
 * comes in it.
 */
export function ThemeToggle() {
  const saved = useRouteLoaderData<{ theme: ThemeName }>("root")?.theme ?? "daylight";
  const [chosen, setChosen] = useState<ThemeName | null>(null);
  const isNight = (chosen ?? saved) === "night";
  const choose = (theme: ThemeName) => {
    document.cookie = themeCookie(theme);
    document.documentElement.dataset["theme"] = theme;
    setChosen(theme);
  };
  return (
    <ToggleButton
      isSelected={isNight}
      aria-label={isNight ? "Night colours: on" : "Night colours: off"}
      onChange={(night) => choose(night ? "night" : "daylight")}
    >
      {isNight ? <Moon aria-hidden /> : <Sun aria-hidden />}
    </ToggleButton>
  );
}
