import { SHIPPED_KIT } from "~/core/kit/shipped";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { nextActionOf } from "./channelActions";

const infrared = SHIPPED_KIT.receivers.find((r) => r.id === "oystercatch-c1-51")!;
const behindDoor = SHIPPED_KIT.packs.find((p) => p.id === "oystercatch-t-51")!;
const view = {
  kit: SHIPPED_KIT,
  packs: [
    { key: "pack-x", label: "Pack X", modelId: behindDoor.id, keyName: null, carriedBy: 4 },
    { key: "pack-y", label: "Pack Y", modelId: behindDoor.id, keyName: null, carriedBy: null },
  ],
} as unknown as DayView;
const channel = (
  sync: object,
  change: Partial<Record<"pack" | "meets" | "others", unknown>> = {},
): ChannelView =>
  ({
    id: 3,
    talker: "Marit",
    version: 7,
    packKey: "pack-a",
    packLabel: "Pack A",
    packModelId: behindDoor.id,
    receiverKey: "bag-1",
    receiverLabel: "Bag 1",
    receiverModelId: infrared.id,
    receiverKeyName: null,
    meets: "tunes",
    others: [],
    pack: { isOn: true, isMuted: false, isMicPlugged: true, isDoorOpen: true, isNear: true },
    ...change,
    state: { sync: { status: "todo", ...sync }, frequency: {} },
  }) as unknown as ChannelView;
const labels = (c: ChannelView) => nextActionOf(view, c).actions.map((a) => a.label);

test.each<[string, object, Parameters<typeof channel>[1], string[]]>([
  ["nothing before there is a frequency", { code: "no-frequency" }, {}, []],
  ["the receiver first", { code: "receiver-not-set" }, {}, ["Set receiver"]],
  ["a pack that is off", { code: "pack-not-synced" }, { pack: null }, ["Switch Pack A on"]],
  [
    "a pack whose door is shut",
    { code: "pack-elsewhere" },
    { pack: { isOn: true, isDoorOpen: false, isNear: true } },
    ["Open Pack A’s door"],
  ],
  [
    "a pack that is not held close",
    { code: "pack-elsewhere" },
    { pack: { isOn: true, isDoorOpen: true, isNear: false } },
    ["Hold Pack A to Bag 1"],
  ],
  ["a pack that is ready", { code: "pack-elsewhere" }, {}, ["Sync Pack A"]],
  [
    "one that automatic",
    { code: "pack-not-synced" },
    { meets: "adaptive" },
    ["Pair Pack A with Bag 1"],
  ],
  [
    "another’s pack on the receiver",
    { code: "proof-bad", part: "partner", status: "problem" },
    {},
    ["Sync Pack A", "Verify again"],
  ],
  [
    "a voice that breaks",
    { code: "proof-bad", part: "voice", status: "problem" },
    {},
    ["Verify again"],
  ],
  [
    "two packs of one position on",
    { code: "two-on" },
    { others: [{ packKey: "h", packLabel: "Hand 1", report: { isOn: true } }] },
    ["Switch Hand 1 off"],
  ],
  ["somebody there", { code: "someone-there" }, {}, ["Move Marit to a spare", "Verify again"]],
  ["a number that is not stored", { code: "not-stored" }, {}, ["Store on Pack A"]],
  [
    "an antenna that is off",
    { code: "one-antenna", deaf: "B", status: "problem" },
    {},
    ["Screw on antenna B", "Verify again"],
  ],
  [
    "a pack that is muted",
    { code: "no-audio", status: "problem" },
    { pack: { isOn: true, isMuted: true, isMicPlugged: true } },
    ["Unmute Pack A"],
  ],
  [
    "a microphone that is out",
    { code: "no-audio", status: "problem" },
    { pack: { isOn: true, isMuted: false, isMicPlugged: false } },
    ["Plug in the microphone"],
  ],
  ["silence without a reason", { code: "no-audio", status: "problem" }, {}, ["Verify again"]],
  ["nothing verified yet", { code: "not-proved" }, {}, ["Verify"]],
  ["all verified", { code: "proved", status: "done" }, {}, ["Verify again"]],
])("what is to do: %s", (_, sync, change, expected) =>
  expect(labels(channel(sync, change))).toEqual(expected),
);

test("a pack that never goes there is replaced by a free one of its kind; where none is free it is said", () => {
  const stuck = channel({ code: "pack-cannot" });
  expect(nextActionOf(view, stuck).actions).toMatchObject([
    {
      label: "Give Marit Pack Y",
      isCartsOnly: true,
      intent: { packKey: "pack-y", expectedVersion: 7 },
    },
  ]);
  expect(nextActionOf({ ...view, packs: [] }, stuck)).toEqual({
    actions: [],
    note: "No free pack goes there: see Packs and batteries.",
  });
});
