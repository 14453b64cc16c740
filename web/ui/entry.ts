import type { FieldFault } from '@mercato/contract/http/problem';
import { validate } from '@mercato/contract/http/validate';
import { typedFigure } from '@mercato/core/units/typed';
import type Joi from 'joi';
import { useEffect, useState } from 'react';
import { Refused } from '../api/client.ts';
import { readerNow } from '../api/reader.ts';

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
  const [reload] = useState(() => new Reload(initial));
  const [values, setValues] = useState(reload.values);
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const [touched, setTouched] = useState(reload.restored);
  useEffect(() => () => reload.forget(), [reload]);
  const set = (change: Partial<T>) => {
    setTouched(true);
    setValues((before) => {
      const next = { ...before, ...change };
      reload.keep(next);
      return next;
    });
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
      reload.forget();
    },
    field: (key, ...paths) => ({
      value: values[key],
      // A choice offers only what its type allows, and the schema looks again before anything is sent.
      onChange: (value) => set({ [key]: value } as Partial<T>),
      fault: (paths.length > 0 ? paths : [key]).map(fault).find((one) => one !== undefined),
    }),
  };
}

/** Lines that nobody wants to find again on a machine that others use. */
const SECRET = /password|token|current|next/i;

/**
 * What is typed survives a reload of the page, in this tab alone: it is found again by the page and by what the form
 * began with, so that nothing is laid over a newer version. A form that is left takes it away.
 */
class Reload<T extends object> {
  private readonly place: string;
  readonly values: T;
  readonly restored: boolean;

  constructor(private readonly initial: T) {
    this.place = `mercato.typed ${location.pathname} ${Object.keys(initial).join()}`;
    const kept = this.read();
    this.restored = kept !== null;
    this.values = kept ?? initial;
  }

  private get secret(): boolean {
    return Object.keys(this.initial).some((key) => SECRET.test(key));
  }

  private read(): T | null {
    if (this.secret) return null;
    try {
      const kept = JSON.parse(sessionStorage.getItem(this.place) ?? 'null') as { from: string; values: T } | null;
      return kept?.from === JSON.stringify(this.initial) ? kept.values : null;
    } catch {
      return null;
    }
  }

  keep(values: T): void {
    if (this.secret) return;
    try {
      sessionStorage.setItem(this.place, JSON.stringify({ from: JSON.stringify(this.initial), values }));
    } catch {
      // A full store keeps nothing; the form goes on without it.
    }
  }

  forget(): void {
    sessionStorage.removeItem(this.place);
  }
}

export interface Entry<T> extends Omit<Lines<T>, 'setFaults' | 'sent'> {
  readonly busy: boolean;
  /** What was wrong with the whole, when no field of the form can say it. */
  readonly general: string | undefined;
  readonly submit: () => Promise<boolean>;
}

/**
 * What somebody is filling in: checked by the contract's schema before it is sent, and refused at its fields
 * when the server knows better. One intention keeps one key over its repeats.
 */
export function useEntry<T extends object, B>(
  initial: T,
  toBody: (values: T) => unknown,
  schema: Joi.Schema<B>,
  send: (body: B, key: string) => Promise<unknown>,
): Entry<T> {
  const [busy, setBusy] = useState(false);
  const [general, setGeneral] = useState<string>();
  const [key, setKey] = useState(() => crypto.randomUUID());
  const { setFaults, sent, ...lines } = useLines(initial, () => setKey(crypto.randomUUID()));

  const submit = async (): Promise<boolean> => {
    const checked = validate(schema, toBody(lines.values), readerNow());
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

/** The reader's own way of writing stops at the edge: inside, figures are plain digits with a point. What is none goes on as typed. */
export const plainFigure = (typed: string): string => typedFigure(typed, readerNow().mark) ?? typed.trim();

/** A whole number as the contract wants it; what is none goes on as typed, for the schema to refuse at its field. */
export const wholeNumber = (typed: string): number | string => {
  const plain = plainFigure(typed);
  return /^\d+$/.test(plain) ? Number(plain) : typed;
};

/** A figure as the contract wants it; what is none goes on as typed, for the schema to refuse at its field. */
export const figureOf = (typed: string): number | string => {
  const plain = plainFigure(typed);
  return /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : typed;
};

/** The same for a figure that may be left out. */
export const figureOrNull = (typed: string): number | string | null => (typed.trim() === '' ? null : figureOf(typed));

/** Text that may be left out: an empty line is not sent at all. */
export const unlessEmpty = <K extends string>(key: K, typed: string): Partial<Record<K, string>> =>
  typed.trim() ? ({ [key]: typed.trim() } as Partial<Record<K, string>>) : {};
