import type { DayView } from "~/server/services/day/dayView.server";
import { channelCommandWords, FRAME } from "~/contract/messages/frame";
import type { CommandGroup } from "~/app/features/commands/CommandBox";
import { ALL_SCREENS, pathOf } from "~/app/routes/shared/addresses";

interface Asked {
  view: DayView;
  /** The screen that is open. */
  open: string;
  mayOpen: (screen: string) => boolean;
  isCart: boolean;
  choose: (channelId: number) => void;
  navigate: (path: string) => void;
  /** As navigate, but for nothing where the address is there already. */
  goTo: (path: string) => void;
}

/** What the command box offers on every screen: the channels, and where one may go. */
export function commandGroups({
  view,
  open,
  mayOpen,
  isCart,
  choose,
  navigate,
  goTo,
}: Asked): CommandGroup[] {
  const { day, channels } = view;
  return [
    {
      heading: FRAME.channelGroup,
      commands: channels.map((c) => ({
        label: channelCommandWords(c.number, c.talker),
        also: `${c.part} ${c.packLabel} ${c.receiverLabel}`,
        run: () => {
          choose(c.id);
          // the screen in sight, even while one asked for before is still on its way
          goTo(pathOf(day.id, LISTS.includes(open) ? open : "day"));
        },
      })),
    },
    {
      heading: FRAME.goGroup,
      commands: [
        ...ALL_SCREENS.filter(({ screen }) => mayOpen(screen)).map(({ screen, label, key }) => ({
          label,
          ...(key === undefined ? {} : { key: `g ${key}` }),
          run: () => navigate(pathOf(day.id, screen)),
        })),
        {
          label: FRAME.settings,
          also: FRAME.settingsAlso,
          key: "g ,",
          run: () => navigate(`/settings?day=${day.id}`),
        },
        ...(isCart
          ? BESIDE.map(({ label, path }) => ({
              label,
              run: () => navigate(path(day.id)),
            }))
          : []),
      ],
    },
  ];
}

/** Screens that show one channel of the list: choosing another stays there. */
const LISTS: readonly string[] = [
  "day",
  "frequencies",
  "sync",
  "level",
  "range",
  "batteries",
  "roll",
];

/** Screens that no stage leads to. */
const BESIDE: readonly { label: string; path: (dayId: number) => string }[] = [
  { label: FRAME.guided, path: (id) => pathOf(id, "guidedSetup") },
  { label: FRAME.phones, path: (id) => pathOf(id, "phones") },
  { label: FRAME.allShoots, path: () => "/shoots" },
  { label: FRAME.backups, path: () => "/backups" },
  { label: FRAME.practice, path: () => "/practice" },
];
