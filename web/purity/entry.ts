import type { WeighedOn } from '@mercato/contract/devices/balances';
import type { PurityTest, PurityView } from '@mercato/contract/purity/purity';
import { type Fraction, FRACTIONS } from '@mercato/core/purity/fractions';
import type { NamedPart } from '@mercato/core/purity/parts';
import { type Component, COMPONENT_NAMES } from '@mercato/core/units/components';
import { type SeenLines, TODAY } from '../register/seen.tsx';
import { plainFigure, wholeNumber } from '../ui/typedBody.ts';

export type WeighedField = 'workingSample' | 'multipleUnits' | Component;
export type PartUnit = 'g' | 'seeds' | 'trace';

/** A named part as it is typed. */
export interface PartLine {
  component: Component;
  name: string;
  figure: string;
  unit: PartUnit;
  /** The balance that it was taken from; absent when it was typed. */
  weighedOn?: WeighedOn | undefined;
}

/** Everything that is written of one purity test, as typed. */
export type PurityValues = Record<WeighedField | 'reason' | keyof SeenLines, string> & {
  chaffiness: { chaffy: string; why: string };
  blowing: { setting: string; minutes: string };
  fractions: Record<'examined' | Fraction, string>;
  parts: PartLine[];
  /** Balances that figures were taken from, by line. */
  weighedOn: Partial<Record<WeighedField, WeighedOn>>;
};

export const FIELD_NAMES: Readonly<Record<WeighedField, string>> = {
  workingSample: 'weighed in',
  multipleUnits: 'multiple units',
  ...COMPONENT_NAMES,
};

/** The lines that are weighed, in the order of the work; multiple units where the book parts them. */
export function weighedFields(view: Pick<PurityView, 'components' | 'multipleUnitsPercent'>): readonly WeighedField[] {
  const [pure, ...others] = view.components;
  return [
    'workingSample',
    ...(pure ? [pure] : []),
    ...(view.multipleUnitsPercent === null ? [] : (['multipleUnits'] as const)),
    ...others,
  ];
}

/** What the sample weighed when it was drawn, which stands where nobody weighs it in again. */
export const asDrawn = ({ fields, sample }: Pick<PurityTest, 'fields' | 'sample'>): string =>
  fields.workingSample === undefined && sample.mass?.unit === 'g' ? sample.mass.text : '';

const LOOKED = ['examined', ...FRACTIONS] as const;

export function valuesOf(test: PurityTest): PurityValues {
  const text = (field: string) => test.fields[field]?.text ?? '';
  return {
    ...(Object.fromEntries(Object.keys(FIELD_NAMES).map((field) => [field, text(field)])) as Record<
      WeighedField,
      string
    >),
    fractions: Object.fromEntries(LOOKED.map((one) => [one, text(`fraction:${one}`)])) as PurityValues['fractions'],
    blowing: { setting: text('blowerSetting'), minutes: text('blowerMinutes') },
    chaffiness: { chaffy: String(test.chaffy), why: text('chaffyWhy') },
    parts: test.parts.map(({ component, name, amount }) => ({
      component,
      name,
      figure: amount.kind === 'mass' ? amount.text : amount.kind === 'count' ? String(amount.seeds) : '',
      unit: amount.kind === 'mass' ? 'g' : amount.kind === 'count' ? 'seeds' : 'trace',
    })),
    weighedOn: {},
    reason: '',
    ...TODAY,
  };
}

const filled = (part: PartLine) => part.name.trim() !== '' || part.figure.trim() !== '';

/** The lines of parts in the order in which the body carries them, so that a fault finds its line again. */
export const sentParts = (values: PurityValues): readonly PartLine[] => values.parts.filter(filled);

function amountOf({ figure, unit }: PartLine): unknown {
  if (unit === 'trace') return { kind: 'trace' };
  return unit === 'g' ? { kind: 'mass', text: plainFigure(figure) } : { kind: 'count', seeds: wholeNumber(figure) };
}

/** The body that the contract's schema checks; lines that are empty are not sent. */
export function bodyOf(
  values: PurityValues,
  fields: readonly WeighedField[],
  test: Pick<PurityTest, 'fields' | 'parts' | 'sample'>,
  usuallyChaffy: boolean,
  /** The balance that typed figures were read off, where it is read by eye. */
  eye: WeighedOn | null,
): unknown {
  const written = fields
    .map((field) => [field, plainFigure(values[field]) || (field === 'workingSample' ? asDrawn(test) : '')] as const)
    .filter(([field, text]) => text !== '' || field === 'workingSample');
  const parts = sentParts(values);
  const turned = (values.chaffiness.chaffy === 'true') !== usuallyChaffy || test.fields.chaffy !== undefined;
  const weighedOn = Object.fromEntries([
    ...written.flatMap(([field, text]): [string, WeighedOn][] => {
      const on =
        values.weighedOn[field] ??
        (test.fields[field]?.text === text || plainFigure(values[field]) === '' ? null : eye);
      return on && text !== '' ? [[field, on]] : [];
    }),
    ...parts.flatMap((part): [string, WeighedOn][] => {
      const field = `part:${part.component}:${part.name.trim()}`;
      const on = part.weighedOn ?? (test.fields[field]?.text === plainFigure(part.figure) ? null : eye);
      return on && part.unit === 'g' ? [[field, on]] : [];
    }),
  ]);
  return {
    ...(Object.keys(weighedOn).length > 0 ? { weighedOn } : {}),
    ...Object.fromEntries(written),
    ...(parts.length > 0 || test.parts.length > 0
      ? {
          parts: parts.map((part): Omit<NamedPart, 'amount'> & { amount: unknown } => ({
            component: part.component,
            name: part.name,
            amount: amountOf(part),
          })),
        }
      : {}),
    chaffiness: turned ? values.chaffiness : undefined,
    blowing: values.blowing,
    fractions: values.fractions,
    seenOn: values.seenOn,
    lateReason: values.lateReason,
    reason: values.reason,
  };
}

/** Whether anything that was written down before now stands otherwise: then a reason is asked. */
export function corrects(values: PurityValues, fields: readonly WeighedField[], test: PurityTest): boolean {
  const before = valuesOf(test);
  const differs = (now: string, then: string) => then !== '' && plainFigure(now) !== then;
  const kept = (part: PartLine) =>
    values.parts.some(
      (now) =>
        now.component === part.component &&
        now.name.trim() === part.name &&
        now.unit === part.unit &&
        plainFigure(now.figure) === part.figure,
    );
  return (
    fields.some((field) => differs(values[field], before[field])) ||
    differs(values.blowing.setting, before.blowing.setting) ||
    differs(values.blowing.minutes, before.blowing.minutes) ||
    LOOKED.some((one) => differs(values.fractions[one], before.fractions[one])) ||
    (test.fields.chaffy !== undefined &&
      (differs(values.chaffiness.chaffy, before.chaffiness.chaffy) ||
        differs(values.chaffiness.why, before.chaffiness.why))) ||
    before.parts.some((part) => !kept(part))
  );
}
