import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import { formatNumberList, parseNumberList } from "~/core/kit/modelText";
import { type PackModel, type ReceiverModel } from "~/core/kit/models";
import { numberAt } from "~/core/units/items";

export type Model = ReceiverModel | PackModel;
/** The changed model, or what is wrong with what was typed. */
export type Taken<M> = { ok: true; model: M } | { ok: false; why: string };

/** One figure of a model as a form shows it. */
export interface ModelField<M extends Model = Model> {
  id: string;
  label: string;
  hint?: string;
  rows?: number;
  isWide?: boolean;
  choices?: readonly { id: string; label: string }[];
  show: (model: M) => string;
  take: (model: M, text: string) => Taken<M>;
}

export const good = <M extends Model>(model: M): Taken<M> => ({ ok: true, model });
export const bad = (why: string) => ({ ok: false as const, why });
export const number = (text: string): number | null => {
  const read = parseNumberList(text.trim().replace(/^([+\-−]?\d+),(\d+)$/, "$1.$2"));
  return read.ok && read.value.length === 1 ? numberAt(read.value, 0) : null;
};

export function figure<M extends Model>(
  id: string,
  label: string,
  get: (m: M) => number,
  set: (m: M, n: number) => M,
  limits: { min: number; max: number; whole?: boolean },
): ModelField<M> {
  return {
    id,
    label,
    show: (m) => String(get(m)),
    take: (m, text) => {
      const n = number(text);
      if (n === null) return bad(MODELS_TEXTS.isNotANumber(text.slice(0, 20)));
      if (n < limits.min || n > limits.max || (limits.whole && !Number.isInteger(n)))
        return bad(MODELS_TEXTS.from(limits.min, limits.max, limits.whole ? ", whole" : ""));
      return good(set(m, n));
    },
  };
}

export function list<M extends Model>(
  id: string,
  label: string,
  hint: string,
  get: (m: M) => number[],
  set: (m: M, n: number[]) => M,
  min = -200,
): ModelField<M> {
  return {
    id,
    label,
    hint,
    show: (m) => formatNumberList(get(m)),
    take: (m, text) => {
      const read = parseNumberList(text);
      if (!read.ok) return bad(MODELS_TEXTS.isNoListOfNumbers(read.error.text));
      return read.value.some((n) => n < min || n > 10_000)
        ? bad(MODELS_TEXTS.eachAtLeast(min))
        : good(set(m, read.value));
    },
  };
}

export const word = <M extends Model>(
  id: string,
  label: string,
  get: (m: M) => string,
  set: (m: M, text: string) => M,
  isNeeded = true,
): ModelField<M> => ({
  id,
  label,
  show: get,
  take: (m, text) =>
    isNeeded && text.trim() === ""
      ? bad(MODELS_TEXTS.notEmpty)
      : text.trim().length > 80
        ? bad(MODELS_TEXTS.atMost80Characters)
        : good(set(m, text.trim())),
});

export const choice = <M extends Model, T extends string>(
  id: string,
  label: string,
  choices: readonly { id: T; label: string }[],
  get: (m: M) => T,
  set: (m: M, v: T) => M,
): ModelField<M> => ({
  id,
  label,
  choices,
  show: get,
  take: (m, text) => {
    const found = choices.find((c) => c.id === text);
    return found ? good(set(m, found.id)) : bad(MODELS_TEXTS.oneOfTheList);
  },
});

/** Something a model has or has not; as usual it is not told. */
export const has = <K extends string, M extends Model & Partial<Record<K, boolean>>>(
  id: K,
  label: string,
  usual: boolean,
): ModelField<M> =>
  choice<M, "yes" | "no">(
    id,
    label,
    [
      { id: "yes", label: "yes" },
      { id: "no", label: "no" },
    ],
    (m) => ((m[id] ?? usual) ? "yes" : "no"),
    (m, v) => ((v === "yes") === (m[id] ?? usual) ? m : { ...m, [id]: v === "yes" }),
  );
