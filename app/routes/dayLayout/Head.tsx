import { Search, Smartphone } from "lucide-react";
import type { DayView } from "~/server/services/day/dayView.server";
import { formatClock, formatDate } from "~/contract/messages/format";
import { FRAME, phonesWords, productionWords, scannedWords } from "~/contract/messages/frame";
import { DAY_LAYOUT_TEXTS } from "~/contract/messages/screens/dayLayout";
import { ThemeToggle } from "~/app/features/frame/ThemeToggle";
import { currentPlace } from "~/app/routes/shared/useDay";
import { ClockMenu } from "./ClockMenu";
import * as S from "./frame.styles";

interface HeadProps {
  view: DayView & { guests: number };
  nowMs: number;
  /** Whose phone it is; null at the cart. */
  guest: string | null;
  onCommands: () => void;
  onHelp: () => void;
}

/** The first line: whose day, where it shoots when, and the clock. */
export function Head({ view, nowMs, guest, onCommands, onHelp }: HeadProps) {
  const { day, guests } = view;
  const base = `/day/${day.id}`;
  return (
    <S.Head>
      <S.Production
        to={guest === null ? "/shoots" : base}
        aria-label={guest === null ? productionWords(day.production) : day.production}
      >
        {day.production}
      </S.Production>
      <S.Where title={DAY_LAYOUT_TEXTS.day(formatDate(day.dateIso), day.dayNumber, day.dayCount)}>
        {[DAY_LAYOUT_TEXTS.dayWith(day.dayNumber), day.town, day.isPractice ? "practice" : ""]
          .filter((part) => part !== "")
          .join(" · ")}
      </S.Where>
      <PlaceStrip view={view} nowMs={nowMs} />
      <S.HeadTools>
        <S.ToolButton aria-label={FRAME.commandsLabel} onPress={onCommands}>
          <Search aria-hidden size={18} />
          <S.ToolKey aria-hidden>{FRAME.commandsKey}</S.ToolKey>
        </S.ToolButton>
        <S.ToolButton aria-label={FRAME.help} onPress={onHelp}>
          ?
        </S.ToolButton>
        <S.NotOnPhone>
          <ThemeToggle />
        </S.NotOnPhone>
        {guest === null ? (
          <S.NotOnPhone>
            <S.ToolLink to={`${base}/phones`} aria-label={phonesWords(guests)}>
              <Smartphone aria-hidden size={18} />
              {guests > 0 && <b>{guests}</b>}
            </S.ToolLink>
          </S.NotOnPhone>
        ) : (
          <S.WhoAmI>{guest}</S.WhoAmI>
        )}
        <ClockMenu day={day} places={view.places} nowMs={nowMs} />
      </S.HeadTools>
    </S.Head>
  );
}

/** The day as a strip: each location as long as it takes, with the state of its scan. */
function PlaceStrip({ view, nowMs }: { view: DayView; nowMs: number }) {
  const { places } = view;
  const here = currentPlace(view);
  const spanMs = Math.max(1, (places.at(-1)?.endMs ?? 1) - (places[0]?.startMs ?? 0));
  return (
    <S.Strip aria-label={FRAME.locations}>
      {places.map((p, i) => {
        const untilMs = places[i + 1]?.startMs ?? p.endMs;
        const isHere = p.id === here.id;
        const times = `${formatClock(p.startMs)}–${formatClock(p.endMs)}`;
        const scanned = scannedWords(p.lastScanAtMs, nowMs);
        return (
          <S.PlaceItem
            key={p.id}
            $share={(untilMs - p.startMs) / spanMs}
            data-here={isHere || undefined}
            aria-current={isHere ? "location" : undefined}
            title={`${p.name}, ${p.setting}, ${times}, ${scanned}`}
          >
            <b>{p.name}</b> <span>{isHere ? scanned : formatClock(p.startMs)}</span>
          </S.PlaceItem>
        );
      })}
    </S.Strip>
  );
}
