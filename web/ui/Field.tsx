import { type ReactNode, useId } from 'react';
import { Form, InputGroup, Stack } from 'react-bootstrap';
import { type Control, type FieldValues, type Path, useController } from 'react-hook-form';
import { fieldShape, type FieldShape, type FieldWords, wordsOf } from '@mercato/contract/http/fieldWords';
import { degreesUnit } from '../api/reader.ts';
import type { Entry } from './entry.ts';
import { described, Frame } from './fields.tsx';

const DATES = ['comingDay', 'pastDay'];
/** Written with the keys of figures alone; days are written in words too, such as 2 weeks. */
const FIGURES = ['number', 'figure', 'temperature'];

type Options = readonly (readonly [value: string, words: string])[];

/**
 * One line of a form: what is written on it, and how, its schema says; what it is called stands in the words of its
 * feature, under the name that the schema gives it. Properties say what only this place knows.
 */
export function Field<T extends FieldValues>({
  entry,
  name,
  path = name,
  label,
  hint,
  fault,
  options,
  units,
  type,
  onChange,
  ...rest
}: {
  entry: Entry<T>;
  name: Path<T>;
  /** Where the body has it, when not under the same name: the first place says what it is, a fault of any stands here. */
  path?: string | readonly string[];
  label?: ReactNode;
  hint?: ReactNode;
  fault?: string | undefined;
  /** What can be chosen, where only the page knows it. */
  options?: Options;
  units?: readonly string[];
  /** Other than its schema says; `text` = written freely, such as a year with its month. */
  type?: 'password' | 'date' | 'time' | 'text';
  /** Instead of writing it down as it is typed. */
  onChange?: (value: string) => void;
  placeholder?: string;
  disabled?: boolean;
  list?: string;
}) {
  const id = useId();
  const paths = typeof path === 'string' ? [path] : path;
  const { shape, words } = knownOf(entry, paths[0] ?? name, label !== undefined);
  const shownHint = hint ?? words.hint;
  const wrong = fault ?? [...paths, `${paths[0]}.text`].map(entry.fault).find((one) => one !== undefined);
  const common = {
    entry,
    id,
    wrong,
    by: described(id, wrong, shownHint),
    write: onChange,
  };
  const chosen = options ?? choicesOf(shape, words.choices);
  const figure = type === undefined && FIGURES.includes(shape.type);
  const mass = shape.holds.includes('unit') && shape.holds.includes('text');
  return (
    <Frame id={id} label={label ?? words.label} fault={wrong} hint={shownHint}>
      {mass ? (
        <InputGroup className="with-unit">
          <Line {...common} name={`${name}.text`} figure whole={false} {...rest} />
          <Choice
            entry={entry}
            name={`${name}.unit`}
            label="unit"
            options={(units ?? unitsOf(entry, paths[0] ?? name)).map((one) => [one, one] as const)}
          />
        </InputGroup>
      ) : chosen ? (
        <Choice {...common} name={name} options={chosen} disabled={rest.disabled} />
      ) : (
        <Line
          {...common}
          name={name}
          figure={figure}
          whole={shape.whole}
          type={type ?? (DATES.includes(shape.type) ? 'date' : undefined)}
          {...rest}
        />
      )}
    </Frame>
  );
}

/** The same in the cell of a table, which its row and column name. */
export function FieldCell<T extends FieldValues>({
  entry,
  name,
  path = name,
  label,
  ...rest
}: {
  entry: Entry<T>;
  name: Path<T>;
  path?: string;
  label: string;
  disabled?: boolean;
  placeholder?: string | undefined;
  list?: string;
}) {
  const id = useId();
  const shape = fieldShape(entry.schema, path);
  const wrong = entry.fault(path);
  return (
    <>
      <Line
        entry={entry}
        name={name}
        label={label}
        wrong={wrong}
        by={wrong && id}
        figure={shape !== undefined && FIGURES.includes(shape.type)}
        whole={shape?.whole ?? false}
        {...rest}
      />
      {wrong && (
        <Form.Control.Feedback type="invalid" id={id} role="alert">
          {wrong}
        </Form.Control.Feedback>
      )}
    </>
  );
}

interface Part {
  entry: { readonly control: Control };
  name: string;
  id?: string;
  label?: string | undefined;
  wrong?: string | undefined;
  by?: string | undefined;
  write?: ((value: string) => void) | undefined;
  disabled?: boolean | undefined;
}

function Line({
  entry,
  name,
  id,
  label,
  wrong,
  by,
  write,
  figure,
  whole,
  type = 'text',
  ...rest
}: Part & {
  figure: boolean;
  whole: boolean;
  type?: string | undefined;
  placeholder?: string | undefined;
  list?: string;
}) {
  const { field } = useController({ name, control: entry.control });
  return (
    <Form.Control
      {...field}
      {...rest}
      id={id}
      type={type}
      isInvalid={wrong !== undefined}
      className={figure ? 'num' : undefined}
      inputMode={figure ? (whole ? 'numeric' : 'decimal') : undefined}
      autoComplete="off"
      aria-label={label}
      aria-describedby={by}
      onChange={(event) => (write ?? field.onChange)(event.target.value)}
    />
  );
}

function Choice({ entry, name, id, wrong, by, write, label, options, disabled }: Part & { options: Options }) {
  const { field } = useController({ name, control: entry.control });
  return (
    <Form.Select
      {...field}
      id={id}
      disabled={disabled}
      isInvalid={wrong !== undefined}
      aria-label={label}
      aria-describedby={by}
      onChange={(event) => (write ?? field.onChange)(event.target.value)}
    >
      {options.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </Form.Select>
  );
}

/** A line that the page makes something else of before it is sent. */
const FREE: FieldShape = {
  type: 'string',
  nullable: false,
  optional: true,
  emptyText: true,
  whole: false,
  choices: null,
  holds: [],
  words: undefined,
};

/** A field that its schema or its feature does not know is a fault of ours, and is seen at once. */
function knownOf(
  entry: Pick<Entry<unknown>, 'schema' | 'words'>,
  path: string,
  named: boolean,
): { shape: FieldShape; words: Exclude<FieldWords, string> } {
  const shape = fieldShape(entry.schema, path);
  if (!shape) {
    if (named) return { shape: FREE, words: { label: '' } };
    throw new Error(`no field ${path} in the schema of the form`);
  }
  // The figure of a mass is called what the mass is called.
  const tied = shape.words ?? fieldShape(entry.schema, path.replace(/\.text$/, ''))?.words;
  const [form = '', ...rest] = tied?.split('.') ?? [];
  const found: FieldWords | undefined = entry.words[form]?.[rest.join('.')];
  if (found === undefined && !named) throw new Error(`no words for the field ${path} (${tied ?? 'not tied'})`);
  if (shape.type === 'temperature' && typeof found === 'object')
    return { shape, words: wordsOf({ ...found, unit: degreesUnit() }) };
  return { shape, words: wordsOf(found ?? '') };
}

const choicesOf = (shape: FieldShape, words: Readonly<Record<string, string>> | undefined): Options | null =>
  words ? Object.entries(words) : (shape.choices?.map((one) => [one, one] as const) ?? null);

const unitsOf = (entry: Pick<Entry<unknown>, 'schema'>, path: string): readonly string[] =>
  fieldShape(entry.schema, `${path}.unit`)?.choices ?? [];

/** Several of a list at once, each to be ticked, in the order in which they are offered. */
export function Ticks<T extends string>({
  legend,
  options,
  chosen,
  onChange,
  fault,
}: {
  legend: ReactNode;
  options: readonly (readonly [value: T, words: string])[];
  chosen: readonly T[];
  onChange: (chosen: T[]) => void;
  fault?: string | undefined;
}) {
  const id = useId();
  return (
    <Form.Group as="fieldset" className="field">
      <Form.Label as="legend">{legend}</Form.Label>
      <Stack direction="horizontal" gap={4} className="flex-wrap">
        {options.map(([value, words]) => (
          <Form.Check
            key={value}
            id={`${id}-${value}`}
            label={words}
            checked={chosen.includes(value)}
            onChange={(event) =>
              onChange(
                options
                  .map(([one]) => one)
                  .filter((one) => (one === value ? event.target.checked : chosen.includes(one))),
              )
            }
          />
        ))}
      </Stack>
      {fault && (
        <Form.Control.Feedback type="invalid" role="alert">
          {fault}
        </Form.Control.Feedback>
      )}
    </Form.Group>
  );
}
