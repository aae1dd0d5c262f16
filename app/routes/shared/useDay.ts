import { itemAt } from "~/core/units/items";
import { useOutletContext } from "react-router";
import type { DayView } from "~/server/services/day/dayView.server";
import type { Names } from "~/contract/messages/day";
import { SHARED_TEXTS } from "~/contract/messages/screens/shared";

/** The day that the frame around a screen has loaded. */
export const useDay = (): DayView => useOutletContext<DayView>();

export function namesOf(day: Pick<DayView, "channels" | "places">): Names {
  return {
    all: day.channels.map((c) => c.id),
    talker: (id) => day.channels.find((c) => c.id === id)?.talker ?? "someone",
    pack: (id) => day.channels.find((c) => c.id === id)?.packLabel ?? SHARED_TEXTS.thePack,
    place: (id) => day.places.find((p) => p.id === id)?.name ?? "place",
  };
}

export const currentPlace = (day: DayView) =>
  day.places.find((p) => p.id === day.day.currentPlaceId) ?? itemAt(day.places, 0);
