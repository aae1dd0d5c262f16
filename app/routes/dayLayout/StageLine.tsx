import { useEffect, useRef } from "react";
import { ChevronDown } from "lucide-react";
import { Menu, MenuItem, MenuTrigger, Popover } from "react-aria-components";
import { NavLink } from "react-router";
import { FRAME } from "~/contract/messages/frame";
import { pathOf, type Screen, SHEETS, STAGES } from "~/app/routes/shared/addresses";
import * as S from "./frame.styles";

/** On a phone the stages are longer than the screen: the open one is brought into sight. */
const showActive = (nav: HTMLElement | null): void => {
  const active = nav?.querySelector<HTMLElement>(".active");
  if (nav && active)
    nav.scrollLeft =
      active.offsetLeft - nav.offsetLeft - (nav.clientWidth - active.offsetWidth) / 2;
};

interface StageLineProps {
  dayId: number;
  /** The screen that is open. */
  open: string;
  mayOpen: (screen: string) => boolean;
}

/** More sheets than this do not stand beside the stages on an ordinary screen. */
const MAX_IN_LINE = 8;
/** So many stay there where there are more. */
const FIRST_IN_LINE = 6;

/** The second line: the stages in the order of the work, and the sheets of the one that is open. */
export function StageLine({ dayId, open, mayOpen }: StageLineProps) {
  const nav = useRef<HTMLElement>(null);
  const sheets = SHEETS.find((s) => s.list.some(({ screen }) => screen === open));
  const list = sheets?.list.filter(({ screen }) => mayOpen(screen)) ?? [];
  useEffect(() => showActive(nav.current), [open]);
  return (
    <S.Line>
      <S.Stages aria-label={FRAME.stages} ref={nav}>
        {STAGES.filter(({ screen }) => mayOpen(screen)).map(({ screen, label }) => (
          <NavLink
            key={screen}
            to={pathOf(dayId, screen)}
            end
            prefetch="intent"
            className={({ isActive, isPending }) =>
              isPending ? "pending" : isActive || screen === sheets?.of ? "active" : ""
            }
          >
            {label}
          </NavLink>
        ))}
      </S.Stages>
      {sheets && list.length > 1 && (
        <>
          <S.Sheets aria-label={sheets.label} data-many={list.length > MAX_IN_LINE || undefined}>
            {list.map(({ screen, label }) => (
              <NavLink
                key={screen}
                to={pathOf(dayId, screen)}
                prefetch="intent"
                className={({ isActive, isPending }) =>
                  isPending ? "pending" : isActive ? "active" : ""
                }
              >
                {label}
              </NavLink>
            ))}
          </S.Sheets>
          <SheetMenu dayId={dayId} open={open} label={sheets.label} list={list} />
        </>
      )}
    </S.Line>
  );
}

/** The same sheets where there is no room beside the stages. */
function SheetMenu({
  dayId,
  open,
  label,
  list,
}: {
  dayId: number;
  open: string;
  label: string;
  list: readonly Screen[];
}) {
  const isMany = list.length > MAX_IN_LINE;
  const isFirst = list.findIndex(({ screen }) => screen === open) < FIRST_IN_LINE;
  return (
    <MenuTrigger>
      <S.SheetButton
        // what it shows at either width is part of its name (WCAG 2.5.3)
        aria-label={`${isMany && isFirst ? `${FRAME.more}, ` : ""}${label}: ${labelOf(list, open)}`}
        data-many={isMany || undefined}
        data-active={(isMany && !isFirst) || undefined}
      >
        {isMany && isFirst && <span className="more">{FRAME.more}</span>}
        <span className={isMany && isFirst ? "open" : ""}>{labelOf(list, open)}</span>{" "}
        <ChevronDown aria-hidden size={16} />
      </S.SheetButton>
      <S.Popup as={Popover} placement="bottom end">
        <Menu aria-label={label}>
          {list.map((s) => (
            <S.Choice as={MenuItem} key={s.screen} id={s.screen} href={pathOf(dayId, s.screen)}>
              {s.label}
            </S.Choice>
          ))}
        </Menu>
      </S.Popup>
    </MenuTrigger>
  );
}

const labelOf = (list: readonly Screen[], open: string): string =>
  list.find(({ screen }) => screen === open)?.label ?? "";
