import type { Route } from "./+types/route";
import {
  getPatch,
  patchOpen,
  setDestinations,
  setPatch,
  undoPatch,
} from "~/server/services/prep/patch.server";
import {
  LEAD_WORDS,
  patchHeadline,
  patchProblemWords,
  problemsOfTalker,
} from "~/contract/messages/patch";
import { PATCH_TEXTS } from "~/contract/messages/screens/patch";
import { LEADS, type PatchLine, socketName } from "~/core/kit/patch";
import { receiverModel } from "~/core/kit/models";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { type ChannelColumn, ChannelTable } from "~/app/features/channelTable/ChannelTable";
import { StateCell } from "~/app/features/channelTable/StateCell";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Answer, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { Destinations } from "./Destinations";
import { patchIntents, type PatchIntent } from "./intents";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getPatch(context.app, dayIdOf(params)));
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, patchIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "set-destinations":
      return reply(await setDestinations(app, dayId, intent));
    case "set-patch":
      return reply(await setPatch(app, dayId, intent));
    case "patch-open":
      return reply(await patchOpen(app, dayId, intent.expectedVersion));
    case "undo":
      return reply(
        await undoPatch(app, dayId, intent.expectedVersion),
        () => PATCH_TEXTS.thePatchBeforeIsBack,
      );
  }
}

const NONE = "";

/** Which receiver output goes by which cable into which input, and onto which track. */
export default function PatchScreen({ loaderData: patch }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<PatchIntent>();
  const { destinations, lines, version: expectedVersion } = patch;
  const sockets = destinations.flatMap((destination) =>
    destination.sockets.map((socket) => ({ destination, socket })),
  );
  const lineOf = (c: ChannelView) => lines.find((l) => l.channelId === c.id);
  const seatOf = (c: ChannelView) => sockets.find((s) => s.socket.id === lineOf(c)?.socketId);
  const set = (next: PatchLine[]) => send({ intent: "set-patch", lines: next, expectedVersion });
  const change = (c: ChannelView, part: Partial<PatchLine>) => {
    const now = lineOf(c);
    const rest = lines.filter((l) => l.channelId !== c.id);
    const socketId = part.socketId ?? now?.socketId ?? NONE;
    set(
      socketId === NONE
        ? rest
        : [...rest, { lead: null, ...now, ...part, channelId: c.id, socketId }],
    );
  };
  const outputOf = (c: ChannelView) =>
    receiverModel(view.kit, c.receiverModelId).halves > 1
      ? PATCH_TEXTS.half(c.receiverLabel, c.half + 1)
      : c.receiverLabel;
  const wordsOf = (c: ChannelView) => problemsOfTalker(patch.problems, c.talker);
  const columns: ChannelColumn<ChannelView>[] = [
    { id: "output", heading: PATCH_TEXTS.output, cell: outputOf },
    {
      id: "lead",
      heading: PATCH_TEXTS.cable,
      cell: (c) => {
        const lead = lineOf(c)?.lead;
        return lead ? LEAD_WORDS[lead] : "–";
      },
    },
    {
      id: "into",
      heading: PATCH_TEXTS.into,
      onPhone: true,
      cell: (c) => {
        const seat = seatOf(c);
        return seat ? socketName(seat) : "–";
      },
    },
    {
      id: "track",
      heading: PATCH_TEXTS.track,
      isFigure: true,
      onPhone: true,
      worth: (c) => seatOf(c)?.socket.track ?? Infinity,
      cell: (c) => seatOf(c)?.socket.track ?? "–",
    },
    {
      id: "state",
      heading: PATCH_TEXTS.state,
      isWidest: true,
      cell: (c) => {
        const [wrong] = wordsOf(c);
        return destinations.length === 0 ? (
          <Soft>–</Soft>
        ) : (
          <StateCell
            words={
              wrong === undefined
                ? { status: "done", text: PATCH_TEXTS.ok }
                : { status: "problem", text: wrong }
            }
          />
        );
      },
    },
  ];
  const shared = patch.problems.filter((p) => !("talker" in p));
  return (
    <ChannelTable
      label={PATCH_TEXTS.patch}
      channels={view.channels}
      columns={columns}
      besideName={(c) => c.packLabel}
      needsHand={(c) => destinations.length > 0 && wordsOf(c).length > 0}
      head={
        <>
          <div>
            <Answer>
              {patchHeadline(view.channels.length, destinations.length, patch.problems)}
            </Answer>
            <Sub>{destinations.length === 0 ? PATCH_TEXTS.addFirst : PATCH_TEXTS.eachOutput}</Sub>
          </div>
          {destinations.length === 0 && <Destinations patch={patch} isBusy={isBusy} send={send} />}
          <ReplyNotice reply={answer} />
        </>
      }
      tools={
        <>
          {destinations.length > 0 && (
            <Button
              isDisabled={isBusy}
              onPress={() => send({ intent: "patch-open", expectedVersion })}
            >
              {PATCH_TEXTS.patchTheRest}
            </Button>
          )}
          {patch.earlierVersion !== null && (
            <QuietButton
              isDisabled={isBusy}
              onPress={() => send({ intent: "undo", expectedVersion })}
            >
              {PATCH_TEXTS.undo}
            </QuietButton>
          )}
        </>
      }
      detail={(c) => (
        <Stack $gapPx={10}>
          <Heading>{`${c.number} · ${c.talker}`}</Heading>
          <Soft as="p">{outputOf(c)}</Soft>
          {destinations.length > 0 && (
            <>
              <SelectField
                label={PATCH_TEXTS.into}
                value={lineOf(c)?.socketId ?? NONE}
                onChange={(socketId) => change(c, { socketId })}
                choices={[
                  { id: NONE, label: PATCH_TEXTS.nowhere },
                  ...sockets.map((s) => ({ id: s.socket.id, label: socketName(s) })),
                ]}
              />
              <SelectField
                label={PATCH_TEXTS.cable}
                value={lineOf(c)?.lead ?? NONE}
                onChange={(lead) => change(c, { lead: lead === NONE ? null : lead })}
                choices={[
                  { id: NONE, label: PATCH_TEXTS.notSaid },
                  ...LEADS.map((id) => ({ id, label: LEAD_WORDS[id] })),
                ]}
              />
            </>
          )}
          {wordsOf(c).map((w) => (
            <Status key={w} status="problem">
              {w}
            </Status>
          ))}
          {seatOf(c)?.socket.where && (
            <Soft as="p">{PATCH_TEXTS.switchesAre(seatOf(c)?.socket.where ?? "")}</Soft>
          )}
        </Stack>
      )}
      foot={
        <Stack>
          {shared.map((p) => (
            <Status key={patchProblemWords(p)} status="problem">
              {patchProblemWords(p)}
            </Status>
          ))}
          {destinations.length > 0 && <Destinations patch={patch} isBusy={isBusy} send={send} />}
          <Row>
            <Soft>{PATCH_TEXTS.phantomCaution}</Soft>
          </Row>
        </Stack>
      }
    />
  );
}
