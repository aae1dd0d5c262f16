import { cheapestMatch } from "~/core/units/cheapestMatch";
import { itemAt } from "~/core/units/items";
import { type InputModel, type Kit, type ReceiverModel, receiverModel } from "./models";
import type { StockItem } from "./units";

export const DESTINATION_KINDS = ["camera", "recorder", "mixer"] as const;
export type DestinationKind = (typeof DESTINATION_KINDS)[number];

/** One socket of a camera, a recorder or a mixer. */
export interface Socket {
  id: string;
  name: string;
  /** The model of its input: level, gain, phantom power, limiter, meter. */
  inputId: string;
  /** Where it is recorded; null where nobody said. */
  track: number | null;
  /** Where its switches are, as one finds them: "behind the screen". */
  where: string;
}

export interface Destination {
  id: string;
  label: string;
  kind: DestinationKind;
  sockets: Socket[];
}

/** Cables by what is at their ends; a slot needs none. */
export const LEADS = [
  "xlr-xlr",
  "jack-xlr",
  "jack-jack",
  "ta3-xlr",
  "ta3-ta3",
  "slot",
  "digital",
] as const;
export type LeadKind = (typeof LEADS)[number];

/** Whether a lot of cables says what is at their ends. */
export const isLeadKind = (connector: string | null): connector is LeadKind =>
  (LEADS as readonly (string | null)[]).includes(connector);

/** Whether a cable carries two legs all the way. */
export const isBalancedLead = (lead: LeadKind): boolean =>
  lead === "xlr-xlr" || lead === "ta3-xlr" || lead === "ta3-ta3" || lead === "slot";

/** A channel's way from its receiver to a track. */
export interface PatchLine {
  channelId: number;
  socketId: string;
  lead: LeadKind | null;
}

export interface PatchedChannel {
  id: number;
  talker: string;
  receiver: ReceiverModel;
  receiverKey: string;
  half: number;
}

/** Channels as a patch sees them. */
export const patchedChannels = (
  stored: readonly {
    id: number;
    talker: string;
    receiverKey: string;
    half: number;
  }[],
  kit: Kit,
  unit: (key: string) => { modelId: string },
): PatchedChannel[] =>
  stored
    .map(({ id, talker, receiverKey, half }) => ({
      id,
      talker,
      receiverKey,
      half,
      receiver: receiverModel(kit, unit(receiverKey).modelId),
    }))
    // ears are where it ends: no cable, no track
    .filter((c) => c.receiver.form !== "ear");

/**
 * Cables of the kit by kind: lots whose ends are told; null where they are counted together, so that
 * nothing can be missed.
 */
export function leadsByKind(stock: readonly StockItem[]): Partial<Record<LeadKind, number>> | null {
  const told = stock.filter((s) => s.kind === "lead" && isLeadKind(s.connector) && s.count > 0);
  return told.length === 0
    ? null
    : Object.fromEntries(told.map((s) => [s.connector as LeadKind, s.count]));
}

export type PatchProblem =
  | { code: "no-socket"; talker: string }
  | { code: "socket-shared"; socket: string; talkers: string[]; takes: number }
  | { code: "track-shared"; track: number; talkers: string[] }
  | { code: "cables-short"; lead: LeadKind; needed: number; have: number }
  /** A balanced way goes through a cable with one leg, or the other way round. */
  | { code: "cable-kind"; talker: string; lead: LeadKind }
  | { code: "cable-unknown"; talkers: string[] };

const socketsOf = (destinations: readonly Destination[]) =>
  destinations.flatMap((d) => d.sockets.map((socket) => ({ destination: d, socket })));

/** A socket with what it belongs to; undefined where it is gone. */
export const socketAt = (
  destinations: readonly Destination[],
  socketId: string,
): { destination: Destination; socket: Socket } | undefined =>
  socketsOf(destinations).find((s) => s.socket.id === socketId);

/** How a socket is called: "Camera A, XLR 1". */
export const socketName = (s: { destination: Destination; socket: Socket }): string =>
  `${s.destination.label}, ${s.socket.name}`;

/**
 * What is wrong with a patch: channels that go nowhere, sockets and tracks that are taken twice,
 * cables that the kit has not.
 * @param haveLeads - by kind; absent where nobody counted them by kind
 */
export function patchProblems(p: {
  kit: Kit;
  destinations: readonly Destination[];
  lines: readonly PatchLine[];
  channels: readonly PatchedChannel[];
  haveLeads: Partial<Record<LeadKind, number>> | null;
}): PatchProblem[] {
  const problems: PatchProblem[] = [];
  const placed = p.channels.flatMap((channel) => {
    const line = p.lines.find((l) => l.channelId === channel.id);
    const at = line && socketAt(p.destinations, line.socketId);
    if (!line || !at) {
      problems.push({ code: "no-socket", talker: channel.talker });
      return [];
    }
    return [{ channel, line, at, input: p.kit.inputs.find((i) => i.id === at.socket.inputId) }];
  });
  for (const { destination, socket } of socketsOf(p.destinations)) {
    const mine = placed.filter((x) => x.at.socket.id === socket.id);
    const takes = p.kit.inputs.find((i) => i.id === socket.inputId)?.tracks ?? 1;
    if (mine.length > takes)
      problems.push({
        code: "socket-shared",
        socket: socketName({ destination, socket }),
        talkers: mine.map((x) => x.channel.talker),
        takes,
      });
  }
  for (const d of p.destinations) {
    const tracks = new Set(d.sockets.flatMap((s) => s.track ?? []));
    for (const track of tracks) {
      const sockets = d.sockets.filter((s) => s.track === track).map((s) => s.id);
      const mine = placed.filter((x) => sockets.includes(x.at.socket.id));
      if (sockets.length > 1 && mine.length > 1)
        problems.push({ code: "track-shared", track, talkers: mine.map((x) => x.channel.talker) });
    }
  }
  for (const { channel, line, input } of placed) {
    const [out, into] = [channel.receiver.outputJoint ?? "balanced", input?.joint ?? "balanced"];
    const { lead } = line;
    if (lead === null || lead === "slot") continue;
    const isWrong =
      lead === "digital"
        ? out !== "digital"
        : out === "digital" || (out === "balanced" && into === "balanced" && !isBalancedLead(lead));
    if (isWrong) problems.push({ code: "cable-kind", talker: channel.talker, lead });
  }
  const unknown = placed.filter((x) => x.line.lead === null).map((x) => x.channel.talker);
  if (unknown.length > 0) problems.push({ code: "cable-unknown", talkers: unknown });
  if (p.haveLeads)
    for (const [lead, needed] of leadsNeeded(p.lines, p.channels)) {
      const have = p.haveLeads[lead] ?? 0;
      if (needed > have) problems.push({ code: "cables-short", lead, needed, have });
    }
  return problems;
}

/** Cables that a patch takes, by kind. A dual receiver's two halves may share no cable. */
export function leadsNeeded(
  lines: readonly PatchLine[],
  channels: readonly { id: number }[],
): Map<LeadKind, number> {
  const needed = new Map<LeadKind, number>();
  for (const { lead, channelId } of lines)
    if (lead !== null && lead !== "slot" && channels.some((c) => c.id === channelId))
      needed.set(lead, (needed.get(lead) ?? 0) + 1);
  return needed;
}

/** The cable that joins a receiver's output with an input, as a rule; null where nothing says. */
export function usualLead(
  receiver: Pick<ReceiverModel, "outputJoint" | "form">,
  input: Pick<InputModel, "joint"> | undefined,
): LeadKind | null {
  if (receiver.form === "slot") return "slot";
  if (receiver.outputJoint === "digital" || input?.joint === "digital") return "digital";
  const isOneLegged = receiver.outputJoint === "unbalanced";
  if (input?.joint === "unbalanced") return isOneLegged ? "jack-jack" : null;
  return isOneLegged ? "jack-xlr" : "xlr-xlr";
}

/** What a misfit costs when sockets are given out. */
const OTHER_DEVICE = 10;
const OTHER_LEVEL = 5;

/**
 * Gives channels that have no socket one: camera receivers to cameras, others to the recorder, each
 * socket as often as its input takes; those that have one keep it.
 */
export function patchRest(p: {
  kit: Kit;
  destinations: readonly Destination[];
  lines: readonly PatchLine[];
  channels: readonly PatchedChannel[];
}): PatchLine[] {
  const kept = p.lines.filter(
    (l) =>
      socketAt(p.destinations, l.socketId) !== undefined &&
      p.channels.some((c) => c.id === l.channelId),
  );
  const open = p.channels.filter((c) => !kept.some((l) => l.channelId === c.id));
  const seats = socketsOf(p.destinations).flatMap((s) => {
    const input = p.kit.inputs.find((i) => i.id === s.socket.inputId);
    const taken = kept.filter((l) => l.socketId === s.socket.id).length;
    const left = Math.max(0, (input?.tracks ?? 1) - taken);
    return Array.from({ length: left }, () => ({ ...s, input }));
  });
  const match = cheapestMatch(
    open.map((c) =>
      seats.map((s, i) => {
        const belongs = c.receiver.form === "camera" ? "camera" : "recorder";
        const isHere =
          s.destination.kind === belongs ||
          (belongs === "recorder" && s.destination.kind === "mixer");
        const isLevel =
          (s.input?.kind ?? "line") === (c.receiver.form === "camera" ? "mic" : "line");
        return (isHere ? 0 : OTHER_DEVICE) + (isLevel ? 0 : OTHER_LEVEL) + i * 1e-3;
      }),
    ),
  );
  return [
    ...kept,
    ...open.flatMap((c, i): PatchLine[] => {
      const at = match[i] ?? -1;
      if (at < 0) return [];
      const seat = itemAt(seats, at);
      return [
        { channelId: c.id, socketId: seat.socket.id, lead: usualLead(c.receiver, seat.input) },
      ];
    }),
  ];
}

/** A camera or a recorder with so many sockets alike. */
export const newDestination = (p: {
  id: string;
  label: string;
  kind: DestinationKind;
  inputId: string;
  sockets: number;
  firstTrack?: number;
}): Destination => ({
  id: p.id,
  label: p.label,
  kind: p.kind,
  sockets: Array.from({ length: p.sockets }, (_, i) => ({
    id: `${p.id}-${i + 1}`,
    name: `In ${i + 1}`,
    inputId: p.inputId,
    track: (p.firstTrack ?? 1) + i,
    where: "",
  })),
});
