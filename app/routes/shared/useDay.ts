import { itemAt } from "~/core/units/items";
import { useOutletContext } from "react-router";
import type { DayView } from "~/server/services/day/dayView.server";
import { mhz } from "~/contract/messages/format";
import { unitNumberWords, withOwnNumber } from "~/contract/messages/unitNumber";
import { packModel, receiverModel } from "~/core/kit/models";
import { endsShow } from "~/core/kit/unitNumber";
import type { Names } from "~/contract/messages/day";
import { SHARED_TEXTS } from "~/contract/messages/screens/shared";

/** The day that the frame around a screen has loaded. */
export const useDay = (): DayView => useOutletContext<DayView>();

export function namesOf(day: Pick<DayView, "channels" | "places" | "kit">): Names {
  const channelOf = (id: number) => day.channels.find((c) => c.id === id);
  const ownNumber = (id: number, frequencyHz: number): string | null => {
    const c = channelOf(id);
    return c
      ? endsShow(
          [receiverModel(day.kit, c.receiverModelId), packModel(day.kit, c.packModelId)],
          frequencyHz,
        )
      : null;
  };
  return {
    all: day.channels.map((c) => c.id),
    talker: (id) => channelOf(id)?.talker ?? "someone",
    pack: (id) => channelOf(id)?.packLabel ?? SHARED_TEXTS.thePack,
    place: (id) => day.places.find((p) => p.id === id)?.name ?? "place",
    ownNumber,
    frequency: (id, frequencyHz) => withOwnNumber(ownNumber(id, frequencyHz), frequencyHz),
    packNumber: (id, frequencyHz) => {
      const c = channelOf(id);
      return c ? unitNumberWords(packModel(day.kit, c.packModelId), frequencyHz) : mhz(frequencyHz);
    },
  };
}

export const currentPlace = (day: DayView) =>
  day.places.find((p) => p.id === day.day.currentPlaceId) ?? itemAt(day.places, 0);
