import type { PurityWeighings } from '@mercato/contract/purity/purity';
import type { FieldView } from '@mercato/contract/register/lots';
import { type Fraction, FRACTIONS } from '@mercato/core/purity/fractions';
import type { NamedPart, PartAmount } from '@mercato/core/purity/parts';
import type { Edition } from '@mercato/core/rule-books/edition';
import { type Component, COMPONENT_NAMES, COMPONENTS } from '@mercato/core/units/components';
import { Exact } from '@mercato/core/units/mass';
import type { Entry } from '../database/observations.ts';

/**
 * How a purity test lies in its observations: one field a weighing (`workingSample`, a component, `multipleUnits`),
 * `part:<component>:<name>` for a named part, `chaffy` and `blower…` for how it was made, `fraction:<name>` for seeds
 * looked at, `sorting:<n>` and `sorted:<n>` for clocked stretches of parting by hand.
 */
const PART = 'part:';
const STRUCK = 'none';
const SORTING = 'sorting:';
const SORTED = 'sorted:';

const mass = (field: string, text: string): Entry => ({ field, text, unit: 'g', value: new Exact(text).toString() });
const words = (field: string, text: string): Entry => ({ field, text, unit: null, value: null });
const seeds = (field: string, count: number): Entry => ({
  field,
  text: String(count),
  unit: 'seeds',
  value: String(count),
});

/** Everything that a body says, as entries; what stood before as a part and is missing now is struck. */
export function entriesOf(edition: Edition, body: PurityWeighings, before: readonly NamedPart[]): Entry[] {
  const weighed = ['workingSample', ...COMPONENTS[edition.book], 'multipleUnits'] as const;
  const { parts, chaffiness, blowing, fractions } = body;
  const gone = parts ? before.filter((one) => !parts.some((other) => fieldOf(other) === fieldOf(one))) : [];
  return [
    ...weighed.flatMap((field) => {
      const text = body[field];
      return text === undefined ? [] : [mass(field, text)];
    }),
    ...(parts ?? []).map(partEntry),
    ...gone.map((one) => words(fieldOf(one), STRUCK)),
    ...(chaffiness
      ? [words('chaffy', chaffiness.chaffy ? 'chaffy' : 'not chaffy'), words('chaffyWhy', chaffiness.why)]
      : []),
    ...(blowing
      ? [
          words('blowerSetting', blowing.setting),
          { field: 'blowerMinutes', text: blowing.minutes, unit: 'min', value: new Exact(blowing.minutes).toString() },
        ]
      : []),
    ...(fractions
      ? [
          seeds('fraction:examined', fractions.examined),
          ...FRACTIONS.flatMap((one) =>
            fractions[one] === undefined ? [] : [seeds(`fraction:${one}`, fractions[one])],
          ),
        ]
      : []),
  ];
}

const fieldOf = ({ component, name }: Pick<NamedPart, 'component' | 'name'>) => `${PART}${component}:${name}`;

function partEntry(part: NamedPart): Entry {
  const field = fieldOf(part);
  switch (part.amount.kind) {
    case 'mass':
      return mass(field, part.amount.text);
    case 'count':
      return seeds(field, part.amount.seeds);
    case 'trace':
      return words(field, 'trace');
  }
}

/** Observations that stand, as fields. */
export const textsOf = (rows: readonly { field: string; enteredText: string; enteredUnit: string | null }[]): Texts =>
  Object.fromEntries(rows.map((one) => [one.field, { text: one.enteredText, unit: one.enteredUnit }]));

type Texts = Readonly<Record<string, Pick<FieldView, 'text' | 'unit'>>>;

/** The named parts that stand. */
export function partsIn(fields: Texts): NamedPart[] {
  return Object.entries(fields).flatMap(([field, { text, unit }]): NamedPart[] => {
    if (!field.startsWith(PART) || text === STRUCK) return [];
    const rest = field.slice(PART.length);
    const component = rest.slice(0, rest.indexOf(':'));
    if (!(component in COMPONENT_NAMES)) return [];
    const amount: PartAmount =
      unit === 'g'
        ? { kind: 'mass', text }
        : unit === 'seeds'
          ? { kind: 'count', seeds: Number(text) }
          : { kind: 'trace' };
    return [{ component: component as Component, name: rest.slice(rest.indexOf(':') + 1), amount }];
  });
}

export function fractionsIn(fields: Texts): { examined: number; seeds: Partial<Record<Fraction, number>> } | null {
  const examined = fields['fraction:examined'];
  if (!examined) return null;
  return {
    examined: Number(examined.text),
    seeds: Object.fromEntries(
      FRACTIONS.flatMap((one) => {
        const field = fields[`fraction:${one}`];
        return field ? [[one, Number(field.text)]] : [];
      }),
    ),
  };
}

/** All clocked stretches together: g and s; null without one. */
export function sortedIn(fields: Texts): { massG: number; seconds: number } | null {
  const numbers = sortingNumbers(fields);
  if (numbers.length === 0) return null;
  const sum = (prefix: string) =>
    numbers.reduce((total, n) => total.plus(fields[`${prefix}${n}`]?.text ?? 0), new Exact(0)).toNumber();
  return { massG: sum(SORTED), seconds: sum(SORTING) };
}

const sortingNumbers = (fields: Texts): number[] =>
  Object.keys(fields).flatMap((field) => (field.startsWith(SORTING) ? [Number(field.slice(SORTING.length))] : []));

export function sortingEntries(fields: Texts, text: string, seconds: number): Entry[] {
  const n = Math.max(0, ...sortingNumbers(fields)) + 1;
  return [
    { field: `${SORTING}${n}`, text: String(seconds), unit: 's', value: String(seconds) },
    mass(`${SORTED}${n}`, text),
  ];
}
