import type { CellChange, CellViolation } from "~/core/battery/batteryPlan";

const hoursText = (hours: number): string =>
  `${(Math.round(hours * 10) / 10).toLocaleString("en")} h`;

/** Why cells are changed then, as a sentence. */
export function changeWords({ why, where }: Pick<CellChange, "why" | "where">): string {
  const when =
    where === "break"
      ? "in a break"
      : where === "before"
        ? "before it is first needed"
        : where === "off"
          ? "while the pack is off"
          : "on the moment between two needs";
  switch (why.code) {
    case "start-full":
      return `start full: the set that is in ran ${hoursText(why.usedHours)}; ${when}`;
    case "break-rule":
      return `ran ${hoursText(why.ranHours)} since fresh; ${when}`;
    case "would-not-last":
      return why.leftHours >= 0
        ? `would end with only ${hoursText(why.leftHours)} left; ${when}`
        : `would be ${hoursText(-why.leftHours)} short; ${when}`;
  }
}

export const violationWords = ({ leftHours }: Pick<CellViolation, "leftHours">): string =>
  leftHours >= 0
    ? `only ${hoursText(leftHours)} left at the end: less than the reserve, and no chance to change`
    : `runs out ${hoursText(-leftHours)} before the end, and no chance to change`;
