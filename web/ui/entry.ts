import { joiResolver } from '@hookform/resolvers/joi';
import type Joi from 'joi';
import { useEffect, useRef, useState } from 'react';
import {
  type Control,
  type DefaultValues,
  type FieldValues,
  get,
  type Path,
  type PathValue,
  type Resolver,
  useForm,
  useWatch,
} from 'react-hook-form';
import type { FieldTable } from '@mercato/contract/http/fieldWords';
import { PLAIN_MESSAGES, plainWords } from '@mercato/contract/http/plainMessages';
import type { FieldFault } from '@mercato/contract/http/problem';
import type { WriteRoute } from '@mercato/contract/http/route';
import { FIELD_WORDS } from '@mercato/contract/words/fields';
import { Refused } from '../api/client.ts';
import { readerNow } from '../api/reader.ts';
import { type Given, send } from '../api/routes.ts';
import { Reload } from './reload.ts';
import { asTyped, type Typed, typedBody } from './typedBody.ts';

/** What somebody is filling in, line by line as it is typed. */
export interface Entry<T> {
  readonly values: T;
  set(change: Partial<T>): void;
  /** What was wrong, by dotted path of the body. */
  readonly fault: (path: string) => string | undefined;
  /** Something was typed that was not sent. */
  readonly touched: boolean;
  readonly busy: boolean;
  /** What was wrong with the whole, when no field of the form can say it. */
  readonly general: string | undefined;
  readonly submit: () => Promise<boolean>;
  /** What react-hook-form ties its fields to. */
  readonly control: Control;
  readonly schema: Joi.Schema;
  readonly words: FieldTable;
}

export interface EntryOf<F extends object, B> {
  /** What the form begins with; its keys are the paths of the body, or what `body` makes it of. */
  readonly from: F;
  readonly schema: Joi.Schema<B>;
  /** Other words than those of the features, in which each field finds its own. */
  readonly words?: FieldTable;
  /** Where the body is more than its lines. What is typed is read as the schema says either way. */
  readonly body?: (values: Typed<F>) => unknown;
  /** How it is sent: `to` a route, most often. */
  readonly send: Sends<B>;
}

type Sends<B> = (body: B, key: string) => Promise<unknown>;
interface Arrives<Answer> {
  /** What follows when it has arrived. */
  readonly done?: ((answer: Answer) => unknown) | undefined;
}

/** The route that a form goes to; of a versioned one with the version that was seen. */
export const to =
  <Path extends string, B, Answer, Versioned extends boolean>(
    route: WriteRoute<Path, B, Answer, Versioned>,
    params: Given<Path>,
    ...[options]: true extends Versioned
      ? [options: Arrives<Answer> & { readonly version: number }]
      : [options?: Arrives<Answer>]
  ): Sends<B> =>
  async (body, key) => {
    const { done, ...seen }: Arrives<Answer> & { readonly version?: number } = options ?? {};
    const answer = await send(route as WriteRoute<Path, B, Answer>, params, body, { ...seen, key } as never);
    await done?.(answer);
  };

/**
 * A form of the contract's schema: checked by it before it is sent, and refused at its fields when the server knows
 * better. One intention keeps one key over its repeats.
 */
export function useEntry<F extends object, B>({
  from,
  schema,
  words = FIELD_WORDS,
  body,
  send: sends,
}: EntryOf<F, B>): Entry<Typed<F> & FieldValues> {
  type T = Typed<F> & FieldValues;
  const [reload] = useState(() => new Reload(asTyped(from, schema) as T));
  const key = useRef(crypto.randomUUID());
  // A line that the body does not have, such as one of another choice, is not sent.
  const resolver: Resolver<T, unknown, B & FieldValues> = (values, _, options) =>
    joiResolver(schema, {
      abortEarly: false,
      convert: true,
      stripUnknown: true,
      errors: { wrap: { label: false } },
      messages: PLAIN_MESSAGES,
    })(typedBody(schema, body ? body(values) : values) as T, { reader: readerNow() }, options as never) as ReturnType<
      Resolver<T, unknown, B & FieldValues>
    >;
  const { control, formState, handleSubmit, setError, setValue, getValues, reset, subscribe } = useForm<
    T,
    unknown,
    B & FieldValues
  >({ defaultValues: reload.values as DefaultValues<T>, resolver, shouldFocusError: false });
  const values = useWatch({ control }) as T;
  useEffect(() => () => reload.forget(), [reload]);
  useEffect(
    () =>
      subscribe({
        formState: { values: true },
        callback: (state) => {
          if (JSON.stringify(state.values) === JSON.stringify(reload.last)) return;
          key.current = crypto.randomUUID();
          reload.keep(state.values);
        },
      }),
    [subscribe, reload],
  );
  const { errors } = formState;
  // Where this form says what is wrong with a path: what a line says is not said above the lines too.
  const said = new Set<string>();
  const fault = (path: string): string | undefined => {
    said.add(path);
    const whole = (errors as Readonly<Record<string, unknown>>)[''] ?? errors.root?.whole;
    const found = (path === '' ? whole : get<unknown>(errors, path)) as
      { message?: unknown; root?: { message?: unknown } } | undefined;
    const message = found?.message ?? found?.root?.message;
    return typeof message === 'string' ? plainWords(message) : undefined;
  };
  const refuse = (error: unknown) => {
    if (!(error instanceof Refused)) throw error;
    for (const { path, message } of error.faults)
      setError((path === '' ? 'root.whole' : path) as Path<T>, { type: 'refused', message });
    if (!error.faults.some(({ path, message }) => message === error.message && said.has(path)))
      setError('root.refused', { type: 'refused', message: error.message });
  };
  const submit = async (): Promise<boolean> => {
    const outcome = { sent: false };
    await handleSubmit(async (checked) => {
      try {
        await sends(checked, key.current);
        outcome.sent = true;
      } catch (error) {
        refuse(error);
      }
    })();
    if (!outcome.sent) focusFirst();
    else {
      key.current = crypto.randomUUID();
      reload.forget();
      reset(getValues(), { keepErrors: false });
    }
    return outcome.sent;
  };
  return {
    values,
    set: (change) => {
      for (const [name, value] of Object.entries(change))
        setValue(name as Path<T>, value as PathValue<T, Path<T>>, { shouldDirty: true });
    },
    fault,
    touched: formState.isDirty || reload.restored,
    busy: formState.isSubmitting,
    general: errors.root?.refused?.message,
    submit,
    control: control as unknown as Control,
    schema,
    words,
  };
}

/** Faults of lines that stand in no form of their own, by dotted path. */
export const faultAt = (faults: readonly FieldFault[], path: string): string | undefined =>
  faults.find((one) => one.path === path)?.message;

/** Puts the hands where the first fault is, once it is painted. */
function focusFirst(): void {
  requestAnimationFrame(() => document.querySelector<HTMLElement>('.is-invalid')?.focus());
}
