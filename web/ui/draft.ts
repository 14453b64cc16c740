import type { FieldFault } from '@mercato/contract/http/problem';
import { validate } from '@mercato/contract/http/validate';
import type Joi from 'joi';
import { useCallback, useState } from 'react';
import { Refused } from '../api/client.ts';

export interface Draft<T> {
  readonly values: T;
  readonly set: (change: Partial<T>) => void;
  readonly busy: boolean;
  /** What was wrong, by dotted path. */
  readonly fault: (path: string) => string | undefined;
  /** What was wrong with the whole, when no field of the form can say it. */
  readonly general: string | undefined;
  readonly submit: () => Promise<boolean>;
  readonly replace: (values: T) => void;
  readonly failed: (error: unknown) => void;
}

/**
 * What somebody is filling in: held as typed, checked by the contract's schema before it is sent, and
 * refused at its fields when the server knows better. One intention keeps one key over its repeats.
 */
export function useDraft<T extends object, B>(
  initial: T,
  toBody: (values: T) => unknown,
  schema: Joi.Schema<B>,
  send: (body: B, key: string) => Promise<unknown>,
): Draft<T> {
  const [values, setValues] = useState(initial);
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const [general, setGeneral] = useState<string>();
  const [key, setKey] = useState(() => crypto.randomUUID());

  const set = useCallback((change: Partial<T>) => {
    setValues((before) => ({ ...before, ...change }));
    setKey(crypto.randomUUID());
  }, []);
  const failed = useCallback((error: unknown) => {
    if (!(error instanceof Refused)) throw error;
    setFaults(error.faults);
    setGeneral(error.message);
  }, []);

  const submit = async (): Promise<boolean> => {
    const checked = validate(schema, toBody(values));
    if (!checked.ok) {
      setFaults(checked.faults);
      setGeneral(undefined);
      focusFirst();
      return false;
    }
    setBusy(true);
    try {
      await send(checked.value, key);
      setFaults([]);
      setGeneral(undefined);
      setKey(crypto.randomUUID());
      return true;
    } catch (error) {
      failed(error);
      focusFirst();
      return false;
    } finally {
      setBusy(false);
    }
  };
  return {
    values,
    set,
    busy,
    general,
    submit,
    failed,
    fault: (path) => faults.find((one) => one.path === path)?.message,
    replace: (next) => {
      setValues(next);
      setFaults([]);
      setGeneral(undefined);
    },
  };
}

/** Puts the hands where the first fault is, once it is painted. */
function focusFirst(): void {
  requestAnimationFrame(() => document.querySelector<HTMLElement>('.is-invalid')?.focus());
}

/** The decimal comma stops at the edge: inside, figures are written with a point. */
export const plainFigure = (typed: string): string => typed.trim().replace(',', '.');
