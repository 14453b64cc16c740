import type { FieldFault } from '@mercato/contract/http/problem';
import { validate } from '@mercato/contract/http/validate';
import type Joi from 'joi';
import { useState } from 'react';
import { Refused } from '../api/client.ts';

type TextKey<T> = { [K in keyof T]: T[K] extends string ? K : never }[keyof T] & string;

export interface Lines<T> {
  readonly values: T;
  readonly set: (change: Partial<T>) => void;
  /** What was wrong, by dotted path. */
  readonly fault: (path: string) => string | undefined;
  readonly setFaults: (faults: readonly FieldFault[]) => void;
  /** Something was typed that was not sent. */
  readonly touched: boolean;
  readonly sent: () => void;
  /** Ties a line of the form to one of the values; `paths` say where the body has it, when not under the same name. */
  readonly field: <K extends TextKey<T>>(
    key: K,
    ...paths: string[]
  ) => { value: T[K]; onChange: (value: string) => void; fault: string | undefined };
}

/** The lines of a form, held as typed, each with what was wrong with it. */
export function useLines<T extends object>(initial: T, onChange?: () => void): Lines<T> {
  const [values, setValues] = useState(initial);
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const [touched, setTouched] = useState(false);
  const set = (change: Partial<T>) => {
    setTouched(true);
    setValues((before) => ({ ...before, ...change }));
    onChange?.();
  };
  const fault = (path: string) => faults.find((one) => one.path === path)?.message;
  return {
    values,
    set,
    fault,
    setFaults,
    touched,
    sent: () => {
      setTouched(false);
    },
    field: (key, ...paths) => ({
      value: values[key],
      // A choice offers only what its type allows, and the schema looks again before anything is sent.
      onChange: (value) => {
        set({ [key]: value } as Partial<T>);
      },
      fault: (paths.length > 0 ? paths : [key]).map(fault).find((one) => one !== undefined),
    }),
  };
}

export interface Draft<T> extends Omit<Lines<T>, 'setFaults' | 'sent'> {
  readonly busy: boolean;
  /** What was wrong with the whole, when no field of the form can say it. */
  readonly general: string | undefined;
  readonly submit: () => Promise<boolean>;
}

/**
 * What somebody is filling in: checked by the contract's schema before it is sent, and refused at its fields
 * when the server knows better. One intention keeps one key over its repeats.
 */
export function useDraft<T extends object, B>(
  initial: T,
  toBody: (values: T) => unknown,
  schema: Joi.Schema<B>,
  send: (body: B, key: string) => Promise<unknown>,
): Draft<T> {
  const [busy, setBusy] = useState(false);
  const [general, setGeneral] = useState<string>();
  const [key, setKey] = useState(() => crypto.randomUUID());
  const { setFaults, sent, ...lines } = useLines(initial, () => {
    setKey(crypto.randomUUID());
  });

  const submit = async (): Promise<boolean> => {
    const checked = validate(schema, toBody(lines.values));
    if (!checked.ok) {
      setFaults(checked.faults);
      setGeneral(undefined);
      focusFirst();
      return false;
    }
    setBusy(true);
    try {
      await send(checked.value, key);
      sent();
      setFaults([]);
      setGeneral(undefined);
      setKey(crypto.randomUUID());
      return true;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setFaults(error.faults);
      setGeneral(error.message);
      focusFirst();
      return false;
    } finally {
      setBusy(false);
    }
  };
  return {
    ...lines,
    busy,
    general,
    submit,
  };
}

/** Puts the hands where the first fault is, once it is painted. */
function focusFirst(): void {
  requestAnimationFrame(() => document.querySelector<HTMLElement>('.is-invalid')?.focus());
}

/** The decimal comma stops at the edge: inside, figures are written with a point. */
export const plainFigure = (typed: string): string => typed.trim().replace(',', '.');

/** A whole number as the contract wants it; what is none goes on as typed, for the schema to refuse at its field. */
export const wholeNumber = (typed: string): number | string => (/^\d+$/.test(typed.trim()) ? Number(typed) : typed);

/** A figure as the contract wants it; what is none goes on as typed, for the schema to refuse at its field. */
export const figureOf = (typed: string): number | string => {
  const plain = plainFigure(typed).replace('−', '-');
  return /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : typed;
};

/** The same for a figure that may be left out. */
export const figureOrNull = (typed: string): number | string | null => (typed.trim() === '' ? null : figureOf(typed));

/** Text that may be left out: an empty line is not sent at all. */
export const unlessEmpty = <K extends string>(key: K, typed: string): Partial<Record<K, string>> =>
  typed.trim() ? ({ [key]: typed.trim() } as Partial<Record<K, string>>) : {};
