import { useEffect } from "react";
import { Outlet, useLocation, useNavigate, useNavigation, useRevalidator } from "react-router";
import type { Route } from "./+types/route";
import { dataTrouble, diskOf } from "~/server/services/shoots/backups.server";
import { nextListOf } from "~/server/services/day/nextList.server";
import { getDayView } from "~/server/services/day/dayView.server";
import { whoAsks } from "~/server/services/phones/whoAsks.server";
import { failureWords } from "~/contract/messages/failure";
import { FRAME, paperTitleWords } from "~/contract/messages/frame";
import { DAY_LAYOUT_TEXTS } from "~/contract/messages/screens/dayLayout";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import { ChosenChannelContext, useChoice } from "~/app/features/channel/chosenChannel";
import { Overlays } from "~/app/features/commands/Overlays";
import { setOverlay } from "~/app/features/commands/overlayStore";
import { useCommands } from "~/app/features/commands/commandStore";
import { useCommandKeys } from "~/app/features/commands/useCommandKeys";
import { useOutbox } from "~/app/features/live/outbox";
import { useLineWords } from "~/app/features/live/useLineWords";
import { LiveContext, useLive } from "~/app/features/live/useLive";
import { useNow } from "~/app/features/frame/useNow";
import { PaperTitle } from "~/app/ui/Page/PaperTitle";
import { Notice } from "~/app/ui/Notice/Notice";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { currentPlace } from "~/app/routes/shared/useDay";
import { screenAt, stageOf } from "~/app/routes/shared/addresses";
import { commandGroups } from "./commandGroups";
import { Head } from "./Head";
import { NextLine } from "./NextLine";
import { StageLine } from "./StageLine";
import { usePointedRow } from "./usePointedRow";
import * as S from "./frame.styles";

export async function loader({ params, context }: Route.LoaderArgs) {
  const { asker, guestSessions } = context.app;
  const dayId = dayIdOf(params);
  const view = orNotFound(await getDayView(context.app, dayId));
  return {
    ...view,
    steps: await nextListOf(context.app, dayId),
    who: whoAsks(asker),
    guests: guestSessions.view.guests.length,
    disk: diskOf(context.app),
    trouble: dataTrouble(context.app),
  };
}

/** All screens of a day share it. */
const bridge = new Bridge<Awaited<ReturnType<typeof loader>>>(
  (path) => /^\/day\/\d+/.exec(path)?.[0] ?? path,
);
export const clientLoader = (args: Route.ClientLoaderArgs) => bridge.load(args);

export const meta: Route.MetaFunction = ({ loaderData }) => {
  // there is none where the day could not be read
  const view = loaderData as typeof loaderData | undefined;
  return [
    {
      title: view
        ? DAY_LAYOUT_TEXTS.plainChannel(view.day.production)
        : DAY_LAYOUT_TEXTS.plainChannel2,
    },
  ];
};

const REFRESH_MS = 20_000;
const openCommands = (): void => setOverlay("commands");
const openHelp = (): void => setOverlay("help");

/**
 * What stands around every screen: whose day, the places in time order, the stages in the order of
 * the work, and what to do next.
 */
export default function DayFrame({ loaderData: view }: Route.ComponentProps) {
  const { day } = view;
  const nowMs = useNow(view.nowMs);
  const { revalidate, state } = useRevalidator();
  const live = useLive(day.id);
  const line = useLineWords(day.id, live);
  const unread = useOutbox(day.id).setAside.length;
  useBridge(bridge, view);
  useEffect(() => {
    // what only time changes: a scan that grows old, a place that begins
    const timer = setInterval(
      () =>
        document.visibilityState === "visible" &&
        state === "idle" &&
        live === "live" &&
        void revalidate(),
      REFRESH_MS,
    );
    return () => clearInterval(timer);
  }, [revalidate, state, live]);
  const location = useLocation();
  const navigate = useNavigate();
  const isLeaving = useNavigation().state === "loading";
  const open = screenAt(location.pathname.split("/")[3]);
  usePointedRow(location);
  const { rights, name: guest } = view.who;
  const mayOpen = (screen: string): boolean => rights === null || rights.screens.includes(screen);
  const chosen = useChoice(day.id, { channelId: channelIn(location), visit: location.key });
  useCommandKeys(openCommands);
  const groups = commandGroups({
    view,
    open,
    mayOpen,
    isCart: rights === null,
    choose: chosen.choose,
    navigate: (path) => void navigate(path),
    goTo: (path) => {
      if (isLeaving || path !== window.location.pathname) void navigate(path);
    },
  });
  useCommands(
    [
      { label: FRAME.help, key: "?", run: openHelp },
      ...groups.flatMap((g) => g.commands.filter((c) => c.key !== undefined)),
    ],
    "everywhere",
  );

  return (
    <S.Frame>
      <PaperTitle
        text={paperTitleWords({
          production: day.production,
          dayNumber: day.dayNumber,
          place: currentPlace(view).name,
          dateIso: day.dateIso,
        })}
      />
      <S.Skip href="#screen">{FRAME.skip}</S.Skip>
      <Head view={view} nowMs={nowMs} guest={guest} onCommands={openCommands} onHelp={openHelp} />
      <StageLine dayId={day.id} open={open} mayOpen={mayOpen} />
      <NextLine view={view} line={line} nowMs={nowMs} mayOpen={mayOpen} isCart={rights === null} />
      <S.Main id="screen" tabIndex={-1}>
        <LiveContext value={live}>
          {view.disk.state !== "fine" && (
            <Notice kind="refused">
              {view.disk.state === "full" ? FRAME.diskFull : FRAME.diskLow}
            </Notice>
          )}
          {view.trouble && <Notice kind="refused">{failureWords(view.trouble, "")}</Notice>}
          {unread > 0 && (
            <ReplyNotice
              reply={{ ok: false, message: FEATURES_TEXTS.couldNotBeRead(unread), at: unread }}
            />
          )}
          <ChosenChannelContext value={chosen}>
            <Outlet context={view} />
          </ChosenChannelContext>
        </LiveContext>
      </S.Main>
      <Overlays groups={groups} stage={stageOf(open)} />
    </S.Frame>
  );
}

/** The channel that an address names; null where it names none. */
function channelIn({ search }: { search: string }): number | null {
  const channel = new URLSearchParams(search).get("channel");
  return channel && /^\d+$/.test(channel) ? Number(channel) : null;
}
