import type { ThemeName } from "~/app/ui/theme/theme";

const NAME = "plain-channel-theme";

/** The theme that a browser asked for before; daylight when it never did. */
export const themeOf = (cookieHeader: string | null): ThemeName =>
  (cookieHeader ?? "").split(/;\s*/).includes(`${NAME}=night`) ? "night" : "daylight";

export const themeCookie = (theme: ThemeName): string =>
  `${NAME}=${theme}; Path=/; Max-Age=31536000; SameSite=Lax`;
