import { z } from "zod";
import { PROFILE_CHOICES } from "~/core/coordination/problem/profile";
import {
  CLOCKS,
  DATE_ORDERS,
  DENSITIES,
  DISPLAY_COOKIE,
  type DisplaySettings,
  LEVEL_UNITS,
  THEMES,
  USUAL_DISPLAY,
} from "./displayChoices";

/** Each choice falls back by itself: what a later version wrote takes no other with it. */
const displaySettingsSchema: z.ZodType<DisplaySettings> = z.object({
  theme: z.enum(THEMES).catch(USUAL_DISPLAY.theme),
  density: z.enum(DENSITIES).catch(USUAL_DISPLAY.density),
  clock: z.enum(CLOCKS).catch(USUAL_DISPLAY.clock),
  date: z.enum(DATE_ORDERS).catch(USUAL_DISPLAY.date),
  level: z.enum(LEVEL_UNITS).catch(USUAL_DISPLAY.level),
  hasSound: z.boolean().catch(USUAL_DISPLAY.hasSound),
  spacing: z.enum(["day", ...PROFILE_CHOICES]).catch(USUAL_DISPLAY.spacing),
});

/** Earlier versions kept the colours alone. */
const NIGHT_BEFORE = "plain-channel-theme=night";

/**
 * What a browser chose.
 * @param cookies - the header of its request
 * @param languages - its languages, the first counts: en-US has its own clock and dates
 */
export function displayOf(
  cookies: string | null,
  languages: string | null = null,
): DisplaySettings {
  const parts = (cookies ?? "").split(/;\s*/);
  const saved = parts
    .find((p) => p.startsWith(`${DISPLAY_COOKIE}=`))
    ?.slice(DISPLAY_COOKIE.length + 1);
  const usual = {
    ...(languages?.trim().toLowerCase().startsWith("en-us") ? { clock: "12", date: "mdy" } : {}),
    ...(parts.includes(NIGHT_BEFORE) ? { theme: "night" } : {}),
  };
  return displaySettingsSchema.parse({ ...usual, ...savedObject(saved) });
}

function savedObject(saved: string | undefined): object {
  if (saved === undefined) return {};
  try {
    const value: unknown = JSON.parse(decodeURIComponent(saved));
    return typeof value === "object" && value !== null ? value : {};
  } catch {
    return {};
  }
}
