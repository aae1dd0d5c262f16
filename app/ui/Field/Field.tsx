import type { ReactNode } from "react";
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
  Select as AriaSelect,
  SelectValue,
  Slider as AriaSlider,
  SliderThumb,
  SliderTrack,
  Switch as AriaSwitch,
  Text,
  TextArea,
  TextField as AriaTextField,
  type Key,
} from "react-aria-components";
import { Check, ChevronDown } from "lucide-react";
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

/** One of a few. */
export function SelectField<T extends Key>({
  label,
  isLabelHidden = false,
  choices,
  value,
  onChange,
  isDisabled = false,
}: SelectFieldProps<T>) {
  return (
    <S.Field
      as={AriaSelect}
      // styled-components knows the older names only
      selectedKey={value}
      onSelectionChange={(key: Key | null) => key !== null && onChange(key as T)}
      isDisabled={isDisabled}
      {...(isLabelHidden ? { "aria-label": label } : {})}
    >
      {!isLabelHidden && <S.Label as={Label}>{label}</S.Label>}
      <S.SelectButton as={Button}>
        <SelectValue>{({ selectedText }) => selectedText ?? ""}</SelectValue>
        <ChevronDown aria-hidden size={18} />
      </S.SelectButton>
      <S.List as={Popover}>
        <ListBox>
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
    </S.Field>
  );
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
      formatOptions={{ maximumFractionDigits: 2 }}
    >
      <S.Label as={Label}>{label}</S.Label>
      <S.NumberRow>
        <S.StepButton as={Button} slot="decrement" aria-label="less:">
          −
        </S.StepButton>
        <S.Input as={Input} $widthCh={5} />
        <S.Unit>{unit}</S.Unit>
        <S.StepButton as={Button} slot="increment" aria-label="more:">
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
  onChange,
}: {
  children: ReactNode;
  isSelected: boolean;
  onChange: (isSelected: boolean) => void;
}) {
  return (
    // its successor in two parts is another structure
    <S.Check as={AriaCheckbox} isSelected={isSelected} onChange={onChange}>
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
