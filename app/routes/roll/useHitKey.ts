import { numberAt } from "~/core/units/items";
import { useCallback, useEffect, useState } from "react";
import { isForScreen } from "~/app/features/commands/isForScreen";

/**
 * A hit that was called and wants its channel: the moment of the key counts, not that of the
 * number.
 */
export interface CallingHit {
  pressedAt: number;
  digits: string;
}

/** Which channel digits may mean: the one they name, if no longer number begins with them too. */
export function channelOfDigits(
  digits: string,
  numbers: readonly number[],
): { sure: number | null; may: number[] } {
  const may = numbers.filter((n) => String(n).startsWith(digits));
  return { sure: may.length === 1 && String(may[0]) === digits ? numberAt(may, 0) : null, may };
}

const WAIT_MS = 1100;

/**
 * H and a number: which channel was hit. Digits belong to the hit until it is named, or given up by
 * Escape.
 */
export function useHitKey(
  numbers: readonly number[],
  onHit: (number: number, pressedAt: number) => void,
): {
  calling: CallingHit | null;
  call: () => void;
  name: (number: number) => void;
  giveUp: () => void;
} {
  const [calling, setCalling] = useState<CallingHit | null>(null);
  const call = useCallback(
    () => setCalling((c) => c ?? { pressedAt: performance.now(), digits: "" }),
    [],
  );
  const giveUp = useCallback(() => setCalling(null), []);
  const name = useCallback(
    (number: number) => {
      onHit(number, calling?.pressedAt ?? performance.now());
      setCalling(null);
    },
    [onHit, calling],
  );
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!isForScreen(event)) return;
      if (!calling) {
        if (event.key.toLowerCase() === "h") {
          event.preventDefault();
          call();
        }
        return;
      }
      const take = () => {
        event.preventDefault();
        event.stopPropagation();
      };
      if (event.key === "Escape") {
        take();
        giveUp();
      } else if (event.key === "Enter" && channelNamed(calling.digits, numbers) !== null) {
        take();
        name(Number(calling.digits));
      } else if (event.key === "Backspace") {
        take();
        setCalling({ ...calling, digits: calling.digits.slice(0, -1) });
      } else if (/^\d$/.test(event.key)) {
        take();
        const digits = calling.digits + event.key;
        const { sure, may } = channelOfDigits(digits, numbers);
        if (sure !== null) name(sure);
        else if (may.length > 0) setCalling({ ...calling, digits });
      }
    };
    document.addEventListener("keydown", press, true);
    return () => document.removeEventListener("keydown", press, true);
  }, [calling, call, giveUp, name, numbers]);
  useEffect(() => {
    // "1" of sixteen: nothing more came, so it is one
    if (!calling || channelNamed(calling.digits, numbers) === null) return undefined;
    const timer = setTimeout(() => name(Number(calling.digits)), WAIT_MS);
    return () => clearTimeout(timer);
  }, [calling, name, numbers]);
  return { calling, call, name, giveUp };
}

const channelNamed = (digits: string, numbers: readonly number[]): number | null =>
  digits !== "" && numbers.includes(Number(digits)) ? Number(digits) : null;
