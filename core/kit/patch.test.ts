import { receiverModel } from "./models";
import {
  type Destination,
  newDestination,
  patchProblems,
  patchRest,
  type PatchedChannel,
  type PatchLine,
  usualLead,
} from "./patch";
import { SHIPPED_KIT } from "./shipped";

const bag = receiverModel(SHIPPED_KIT, "tarnfell-r2-47");
const camera = receiverModel(SHIPPED_KIT, "oystercatch-c1-51");
const slot = receiverModel(SHIPPED_KIT, "samphire-s2-47");
const channel = (id: number, receiver = bag): PatchedChannel => ({
  id,
  talker: `T${id}`,
  receiver,
  receiverKey: `r${id}`,
  half: 0,
});
const recorder = newDestination({
  id: "rec",
  label: "Recorder",
  kind: "recorder",
  inputId: "recorder-line",
  sockets: 2,
});
const cam = newDestination({
  id: "cam",
  label: "Camera A",
  kind: "camera",
  inputId: "camera-mic",
  sockets: 1,
});
const codes = (
  destinations: Destination[],
  lines: PatchLine[],
  channels: PatchedChannel[],
  haveLeads: Parameters<typeof patchProblems>[0]["haveLeads"] = null,
) =>
  patchProblems({ kit: SHIPPED_KIT, destinations, lines, channels, haveLeads }).map((p) => p.code);
const line = (channelId: number, socketId: string, lead: PatchLine["lead"] = "xlr-xlr") => ({
  channelId,
  socketId,
  lead,
});

test("camera receivers go to the camera, others to the recorder, each socket once", () => {
  const channels = [channel(1, camera), channel(2), channel(3)];
  const lines = patchRest({ kit: SHIPPED_KIT, destinations: [recorder, cam], lines: [], channels });
  expect(lines).toEqual([
    { channelId: 1, socketId: "cam-1", lead: "jack-xlr" },
    { channelId: 2, socketId: "rec-1", lead: "xlr-xlr" },
    { channelId: 3, socketId: "rec-2", lead: "xlr-xlr" },
  ]);
  expect(codes([recorder, cam], lines, channels)).toEqual([]);
});

test("who has a socket keeps it, and who finds none is named", () => {
  const channels = [channel(1), channel(2), channel(3)];
  const lines = patchRest({
    kit: SHIPPED_KIT,
    destinations: [recorder],
    lines: [line(3, "rec-1")],
    channels,
  });
  expect(lines.map((l) => [l.channelId, l.socketId])).toEqual([
    [3, "rec-1"],
    [1, "rec-2"],
  ]);
  expect(codes([recorder], lines, channels)).toEqual(["no-socket"]);
});

test("all talkers into one camera input is a fault, and so is one track for two", () => {
  const channels = [channel(1, camera), channel(2, camera)];
  const both = [line(1, "cam-1", "jack-xlr"), line(2, "cam-1", "jack-xlr")];
  expect(codes([cam], both, channels)).toEqual(["socket-shared"]);
  const sameTrack = {
    ...recorder,
    sockets: recorder.sockets.map((s) => ({ ...s, track: 1 })),
  };
  expect(
    codes([sameTrack], [line(1, "rec-1"), line(2, "rec-2")], [channel(1), channel(2)]),
  ).toEqual(["track-shared"]);
});

test("cables: counted by kind, of the right kind, or not told", () => {
  const channels = [channel(1), channel(2)];
  const lines = [line(1, "rec-1"), line(2, "rec-2")];
  expect(codes([recorder], lines, channels, { "xlr-xlr": 1 })).toEqual(["cables-short"]);
  expect(codes([recorder], lines, channels, { "xlr-xlr": 2 })).toEqual([]);
  expect(codes([recorder], [line(1, "rec-1", "jack-xlr")], [channel(1)])).toEqual(["cable-kind"]);
  expect(codes([recorder], [line(1, "rec-1", null)], [channel(1)])).toEqual(["cable-unknown"]);
  expect(codes([recorder], [line(1, "rec-1", "digital")], [channel(1)])).toEqual(["cable-kind"]);
});

test("the usual cable by what is at its ends", () => {
  const mic = SHIPPED_KIT.inputs.find((i) => i.id === "camera-mic");
  expect([
    usualLead(bag, undefined),
    usualLead(camera, mic),
    usualLead(slot, undefined),
    usualLead(camera, { joint: "unbalanced" }),
    usualLead(bag, { joint: "digital" }),
  ]).toEqual(["xlr-xlr", "jack-xlr", "slot", "jack-jack", "digital"]);
});
