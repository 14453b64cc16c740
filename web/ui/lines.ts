import { useState } from 'react';
import type { FieldFault } from '@mercato/contract/http/problem';
import { faultAt } from './entry.ts';

type TextKey<T> = { [K in keyof T]: T[K] extends string ? K : never }[keyof T] & string;

/** What is typed into a page that works it out at once and sends nothing. */
export interface Lines<T> {
  readonly values: T;
  readonly set: (change: Partial<T>) => void;
  readonly setFaults: (faults: readonly FieldFault[]) => void;
  /** Ties a line of the page to one of the values; `paths` say where a fault has it, when not under the same name. */
  readonly field: <K extends TextKey<T>>(
    key: K,
    ...paths: string[]
  ) => { value: T[K]; onChange: (value: string) => void; fault: string | undefined };
}

export function useLines<T extends object>(initial: T): Lines<T> {
  const [values, setValues] = useState(initial);
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const set = (change: Partial<T>) => setValues((before) => ({ ...before, ...change }));
  return {
    values,
    set,
    setFaults,
    field: (key, ...paths) => ({
      value: values[key],
      // A choice offers only what its type allows, and the schema looks again before anything is sent.
      onChange: (value) => set({ [key]: value } as Partial<T>),
      fault: (paths.length > 0 ? paths : [key]).map((path) => faultAt(faults, path)).find((one) => one !== undefined),
    }),
  };
}
