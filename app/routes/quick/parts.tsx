import { type ReactNode, useId } from "react";
import { parseFrequencyText } from "~/core/units/frequencyText";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import * as S from "./quick.styles";

/** One of a few, told in words. */
export function Chips<T extends string | number>({
  label,
  choices,
  value,
  onChange,
}: {
  label: string;
  choices: readonly { id: T; label: string }[];
  value: T;
  onChange: (id: T) => void;
}) {
  const name = useId();
  return (
    <S.Chips>
      <legend>{label}</legend>
      <div>
        {choices.map((c) => (
          <label key={c.id}>
            <input
              type="radio"
              name={name}
              checked={c.id === value}
              onChange={() => onChange(c.id)}
            />
            {c.label}
          </label>
        ))}
      </div>
    </S.Chips>
  );
}

export function TextInput({
  label,
  value,
  onChange,
  onEnter,
  isNumber = false,
  isWrong = false,
  placeholder,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  onEnter?: () => void;
  isNumber?: boolean;
  isWrong?: boolean;
  placeholder?: string;
}) {
  return (
    <S.Field>
      {label}
      <input
        value={value}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== "Enter" || !onEnter) return;
          e.preventDefault();
          onEnter();
        }}
        {...(isNumber ? { inputMode: "decimal" as const } : {})}
        {...(isWrong ? { "aria-invalid": true } : {})}
        {...(placeholder === undefined ? {} : { placeholder })}
        autoComplete="off"
        maxLength={60}
      />
    </S.Field>
  );
}

/** A number that goes up and down by presses. */
export function Stepper({
  label,
  value,
  onChange,
  min,
  max,
}: {
  label: string;
  value: number;
  onChange: (n: number) => void;
  min: number;
  max: number;
}) {
  return (
    <S.Stepper role="group" aria-label={label}>
      <span>{label}</span>
      <button
        type="button"
        aria-label={QUICK_TEXTS.lower(label)}
        disabled={value <= min}
        onClick={() => onChange(value - 1)}
      >
        ‹
      </button>
      <output>{value}</output>
      <button
        type="button"
        aria-label={QUICK_TEXTS.higher(label)}
        disabled={value >= max}
        onClick={() => onChange(value + 1)}
      >
        ›
      </button>
    </S.Stepper>
  );
}

/** A row to press, with what it is about at its end. */
export function Large({
  children,
  detail,
  about,
  isMain = false,
  isHit = false,
  isDisabled = false,
  onPress,
}: {
  children: ReactNode;
  detail?: ReactNode;
  about?: ReactNode;
  isMain?: boolean;
  isHit?: boolean;
  isDisabled?: boolean;
  onPress: () => void;
}) {
  return (
    <S.Large
      onClick={onPress}
      disabled={isDisabled}
      data-main={isMain || undefined}
      data-hit={isHit || undefined}
    >
      <span>
        {children}
        {about !== undefined && about !== "" && (
          <>
            <br />
            <small>{about}</small>
          </>
        )}
      </span>
      {detail !== undefined && <b>{detail}</b>}
    </S.Large>
  );
}

/** Megahertz as they were typed; null where that is none. */
export function readMhz(text: string): number | null {
  const read = parseFrequencyText(text);
  return read.ok ? read.value : null;
}
