import { type ReactNode, type Ref, useId, useRef, useState } from "react";
import type { KeyboardEvent } from "react-aria-components";
import {
  Button,
  Checkbox as AriaCheckbox,
  FieldError,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  NumberField as AriaNumberField,
  Popover,
  Slider as AriaSlider,
  SliderThumb,
  SliderTrack,
  Switch as AriaSwitch,
  Text,
  TextArea,
  TextField as AriaTextField,
  type Key,
  type PressEvent,
} from "react-aria-components";
import { Check, ChevronDown } from "lucide-react";
import { UI_TEXTS } from "~/contract/messages/screens/parts/ui";
import * as S from "./Field.styles";

export interface Choice<T extends Key> {
  id: T;
  label: string;
  detail?: string;
  isDisabled?: boolean;
}

export interface SelectFieldProps<T extends Key> {
  label: string;
  isLabelHidden?: boolean;
  choices: readonly Choice<T>[];
  value: T;
  onChange: (value: T) => void;
  isDisabled?: boolean;
}

/**
 * One of a few: a button that says which, and a list of all while it is open. The library's own
 * select draws its whole list twice before anybody opens it; a screen of sixteen channels has
 * hundreds of choices.
 */
export function SelectField<T extends Key>({
  label,
  isLabelHidden = false,
  choices,
  value,
  onChange,
  isDisabled = false,
}: SelectFieldProps<T>) {
  const id = useId();
  const button = useRef<HTMLButtonElement>(null);
  const [isOpen, setOpen] = useState(false);
  const at = choices.findIndex((c) => c.id === value);
  const open = () => {
    // for the focus goes back to whoever has it now
    button.current?.focus({ preventScroll: true });
    setOpen(true);
  };
  const choose = (choice: Choice<T> | undefined) => {
    if (choice && choice.id !== value) onChange(choice.id);
  };
  const press = (event: KeyboardEvent) => {
    const next = closedChoice(choices, at, event);
    if (event.key === "ArrowDown" || event.key === "ArrowUp") open();
    else if (next) choose(next);
    else event.continuePropagation();
  };
  return (
    <S.Field data-disabled={isDisabled || undefined}>
      {!isLabelHidden && (
        <S.Label as="span" id={`${id}label`} onClick={() => button.current?.focus()}>
          {label}
        </S.Label>
      )}
      <S.SelectButton
        as={Button}
        ref={button}
        id={`${id}button`}
        isDisabled={isDisabled}
        aria-haspopup="listbox"
        aria-expanded={isOpen}
        aria-labelledby={`${id}value ${isLabelHidden ? `${id}button` : `${id}label`}`}
        {...(isLabelHidden ? { "aria-label": label } : {})}
        onPressStart={(e: PressEvent) => e.pointerType === "mouse" && open()}
        onPress={open}
        onKeyDown={press}
      >
        <span id={`${id}value`}>{choices[at]?.label ?? ""}</span>
        <ChevronDown aria-hidden size={18} />
      </S.SelectButton>
      {isOpen && (
        <S.List
          as={Popover}
          isOpen
          onOpenChange={setOpen}
          triggerRef={button}
          placement="bottom start"
        >
          <ListBox
            aria-label={label}
            autoFocus
            selectionMode="single"
            defaultSelectedKeys={at < 0 ? [] : [value]}
            // the chosen one chosen again is let go: the list closes, and nothing is changed
            onSelectionChange={(keys) => {
              setOpen(false);
              if (keys !== "all") choose(choices.find((c) => keys.has(c.id)));
            }}
          >
            {choices.map((c) => (
              <S.Item
                as={ListBoxItem}
                key={c.id}
                id={c.id}
                textValue={c.label}
                isDisabled={c.isDisabled ?? false}
              >
                <span>{c.label}</span>
                {c.detail && <small>{c.detail}</small>}
              </S.Item>
            ))}
          </ListBox>
        </S.List>
      )}
    </S.Field>
  );
}

/** What a key chooses while the list is shut: the one beside it, or the next with that letter. */
function closedChoice<T extends Key>(
  choices: readonly Choice<T>[],
  at: number,
  { key, ctrlKey, altKey, metaKey }: KeyboardEvent,
): Choice<T> | undefined {
  if (ctrlKey || altKey || metaKey) return undefined;
  const after = [...choices.slice(at + 1), ...choices.slice(0, Math.max(0, at))].filter(
    (c) => !c.isDisabled,
  );
  if (key === "ArrowRight") return choices.slice(at + 1).find((c) => !c.isDisabled);
  if (key === "ArrowLeft") return choices.slice(0, Math.max(0, at)).findLast((c) => !c.isDisabled);
  return key.length === 1 && key !== " "
    ? after.find((c) => c.label.toLowerCase().startsWith(key.toLowerCase()))
    : undefined;
}

export interface TextFieldProps {
  label: string;
  isLabelHidden?: boolean;
  value: string;
  onChange: (value: string) => void;
  /** Enter, or going on to something else. */
  onCommit?: () => void;
  /** Enter alone. */
  onEnter?: () => void;
  placeholder?: string;
  error?: string | null;
  widthCh?: number;
  inputMode?: "decimal" | "text";
  type?: "text" | "date";
  isFocused?: boolean;
  inputRef?: Ref<HTMLInputElement>;
}

export function TextField({
  label,
  isLabelHidden = false,
  value,
  onChange,
  onCommit,
  onEnter = onCommit,
  placeholder = "",
  error = null,
  widthCh = 12,
  inputMode = "text",
  type = "text",
  isFocused = false,
  inputRef,
}: TextFieldProps) {
  return (
    <S.Field
      as={AriaTextField}
      value={value}
      onChange={onChange}
      isInvalid={error !== null}
      type={type}
      autoFocus={isFocused}
      {...(isLabelHidden ? { "aria-label": label } : {})}
    >
      {!isLabelHidden && <S.Label as={Label}>{label}</S.Label>}
      <S.Input
        as={Input}
        {...(inputRef ? { ref: inputRef } : {})}
        $widthCh={widthCh}
        placeholder={placeholder}
        inputMode={inputMode}
        autoComplete="off"
        onBlur={onCommit}
        onKeyDown={(event: React.KeyboardEvent) => {
          if (event.key === "Enter") onEnter?.();
        }}
      />
      <S.Error as={FieldError}>{error}</S.Error>
    </S.Field>
  );
}

export function AreaField({
  label,
  value,
  onChange,
  hint,
  rows,
  error = null,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  hint: string;
  rows: number;
  error?: string | null;
}) {
  return (
    <S.Field as={AriaTextField} value={value} onChange={onChange} isInvalid={error !== null}>
      <S.Label as={Label}>{label}</S.Label>
      <S.Area as={TextArea} rows={rows} spellCheck={false} />
      <S.Label as={Text} slot="description">
        {hint}
      </S.Label>
      <S.Error as={FieldError}>{error}</S.Error>
    </S.Field>
  );
}

/** The same object each time: another one would be read as another format. */
const TWO_DIGITS = { maximumFractionDigits: 2 };

export interface NumberFieldProps {
  label: string;
  value: number;
  onChange: (value: number) => void;
  min: number;
  max: number;
  step: number;
  unit: string;
}

/** A number with its unit; typed, stepped or turned with the arrow keys. */
export function NumberField({ label, value, onChange, min, max, step, unit }: NumberFieldProps) {
  return (
    <S.Field
      as={AriaNumberField}
      value={value}
      onChange={(v: number) => !Number.isNaN(v) && onChange(v)}
      minValue={min}
      maxValue={max}
      step={step}
      formatOptions={TWO_DIGITS}
    >
      <S.Label as={Label}>{label}</S.Label>
      <S.NumberRow>
        <S.StepButton as={Button} slot="decrement" aria-label={UI_TEXTS.less}>
          −
        </S.StepButton>
        <S.Input as={Input} $widthCh={5} />
        <S.Unit>{unit}</S.Unit>
        <S.StepButton as={Button} slot="increment" aria-label={UI_TEXTS.more}>
          +
        </S.StepButton>
      </S.NumberRow>
    </S.Field>
  );
}

export interface SliderFieldProps extends Omit<NumberFieldProps, "unit"> {
  valueText: string;
}

export function SliderField({
  label,
  value,
  onChange,
  min,
  max,
  step,
  valueText,
}: SliderFieldProps) {
  return (
    <S.Field
      as={AriaSlider}
      value={value}
      onChange={(v: number | number[]) => onChange(Array.isArray(v) ? (v[0] ?? min) : v)}
      minValue={min}
      maxValue={max}
      step={step}
    >
      <S.SliderHead>
        <S.Label as={Label}>{label}</S.Label>
        <S.Value>{valueText}</S.Value>
      </S.SliderHead>
      <S.Track as={SliderTrack}>
        <S.Thumb as={SliderThumb} aria-valuetext={valueText} />
      </S.Track>
    </S.Field>
  );
}

/** Something that is done or not. */
export function CheckField({
  children,
  isSelected,
  isDisabled = false,
  onChange,
}: {
  children: ReactNode;
  isSelected: boolean;
  isDisabled?: boolean;
  onChange: (isSelected: boolean) => void;
}) {
  return (
    // its successor in two parts is another structure
    <S.Check as={AriaCheckbox} isSelected={isSelected} isDisabled={isDisabled} onChange={onChange}>
      <S.Box aria-hidden>
        <Check size={18} />
      </S.Box>
      {children}
    </S.Check>
  );
}

export function SwitchField({
  children,
  isSelected,
  onChange,
  isDisabled = false,
}: {
  children: ReactNode;
  isSelected: boolean;
  onChange: (isSelected: boolean) => void;
  isDisabled?: boolean;
}) {
  return (
    <S.Switch as={AriaSwitch} isSelected={isSelected} onChange={onChange} isDisabled={isDisabled}>
      <S.Knob aria-hidden />
      <span>{children}</span>
    </S.Switch>
  );
}
