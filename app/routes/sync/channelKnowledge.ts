import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import type { MeterReading } from "~/core/devices/readings";
import type { ChannelKnowledge } from "~/core/troubleshooting/dayKnows";
import { inputModel, packModel, receiverModel } from "~/core/kit/models";
import { phantomOf } from "~/core/kit/phantom";
import { roomLimit } from "~/core/kit/selfChoosing";
import { pickedHz } from "~/core/channel/pickedFrequency";

/** What the day knows of a channel that does not work. */
export function knowledgeOf(
  view: DayView,
  c: ChannelView,
  reading: MeterReading | null,
): ChannelKnowledge {
  const receiver = receiverModel(view.kit, c.receiverModelId);
  const pickHz = pickedHz(view.plan, c.id);
  return {
    pickHz,
    receiverHz: c.receiverHz,
    packHz: c.pack?.frequencyHz ?? c.packHz,
    isPackOn: c.pack ? c.pack.isOn : null,
    meets: c.meets,
    hasWheels: packModel(view.kit, c.packModelId).readout === "switch-code",
    isPaired: receiver.syncMethods.includes("pairing"),
    isOtherOnIt:
      pickHz !== null &&
      view.packs.some(
        (p) =>
          p.key !== c.packKey &&
          p.report?.isOn === true &&
          Math.abs(p.report.frequencyHz - pickHz) < receiver.bandwidthHz / 2,
      ),
    verification: c.verification.flatMap(({ part, status, record }) =>
      record && status !== "stale" ? [{ part, outcome: record.outcome }] : [],
    ),
    marginDb: c.placeCheckHere?.marginDb ?? null,
    isOverloaded: c.placeCheckHere?.overload ?? null,
    ...(receiver.adaptive
      ? {
          selfChoosing: {
            inRoom: view.channels.filter((x) => {
              const air = receiverModel(view.kit, x.receiverModelId).adaptive;
              return (
                air !== null &&
                receiver.adaptive !== null &&
                air.lowHz < receiver.adaptive.highHz &&
                receiver.adaptive.lowHz < air.highHz
              );
            }).length,
            roomLimit: roomLimit(receiver.adaptive, view.day.region),
            isWithoutPhantom:
              phantomOf(receiver) === "wakes" &&
              inputModel(view.kit, c.inputId).phantom === undefined,
            isFedFromOutside: receiver.power !== undefined && receiver.power.from !== "batteries",
          },
        }
      : {}),
    meter: reading && {
      strongestDbm: Math.max(reading.rfADbm, reading.rfBDbm),
      hasAudio: reading.hasAudio,
    },
  };
}
