import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type PurityTest, purityWeighingsSchema } from '@mercato/contract/purity/purity';
import { typedBody } from '../ui/typedBody.ts';
import { bodyOf, corrects, type PartLine, valuesOf, weighedFields } from './entry.ts';

const FIELDS = weighedFields({ components: ['pureSeed', 'otherSeeds', 'inertMatter'], multipleUnitsPercent: null });
const field = (text: string, unit: string | null = 'g') => ({ text, unit, by: 'A', at: '', device: null, earlier: [] });

const grams = fc.integer({ min: 0, max: 9999 }).map((mg) => (mg / 1000).toFixed(3));
const name = fc.constantFrom('Poa annua', 'Rumex crispus', 'Ergot', 'Sand and grit');
const amount = fc.oneof(
  grams.map((text) => ({ kind: 'mass' as const, text })),
  fc.integer({ min: 1, max: 99 }).map((seeds) => ({ kind: 'count' as const, seeds })),
  fc.constant({ kind: 'trace' as const }),
);
const parts = fc.uniqueArray(
  fc.record({ component: fc.constantFrom('otherSeeds' as const, 'inertMatter' as const), name, amount }),
  { selector: (one) => `${one.component} ${one.name}`, maxLength: 5 },
);
/** A test as the server gives it back. */
const written = fc
  .record({ first: grams, pure: fc.option(grams), other: grams, parts, chaffy: fc.boolean(), blown: fc.boolean() })
  .map(
    (one) =>
      ({
        chaffy: one.chaffy,
        sample: { id: 's', mass: null, seeds: null, gone: null },
        parts: one.parts.map((part) => ({ ...part, percent: null, reportAlone: false })),
        fields: {
          workingSample: field(one.first),
          ...(one.pure === null ? {} : { pureSeed: field(one.pure) }),
          otherSeeds: field(one.other),
          ...(one.chaffy ? { chaffy: field('chaffy', null), chaffyWhy: field('in the pod', null) } : {}),
          ...(one.blown ? { blowerSetting: field('gate 3', null), blowerMinutes: field('3', 'min') } : {}),
        },
      }) as unknown as PurityTest,
  );

describe('what the sample weighed when it was drawn', () => {
  const drawn = (text: string, unit: 'g' | 'oz' = 'g') =>
    ({
      chaffy: false,
      parts: [],
      fields: {},
      sample: { id: 's', mass: { text, unit }, seeds: null, gone: null },
    }) as unknown as PurityTest;
  const weighedIn = (test: PurityTest, typed = '') =>
    (bodyOf({ ...valuesOf(test), workingSample: typed }, FIELDS, test, false, null) as { workingSample: string })
      .workingSample;
  test('is what was weighed in, where nothing else is written, and never in another unit', () => {
    expect([weighedIn(drawn('5.210')), weighedIn(drawn('5.210'), '5,203'), weighedIn(drawn('0.2', 'oz'))]).toEqual([
      '5.210',
      '5.203',
      '',
    ]);
    const on = { balanceId: 'b', why: '' } as never;
    expect(bodyOf(valuesOf(drawn('5.210')), FIELDS, drawn('5.210'), false, on)).not.toHaveProperty('weighedOn');
  });
});

describe('what stands on the screen of a purity test', () => {
  test('is sent as it was written, and corrects nothing as long as nobody types', () => {
    fc.assert(
      fc.property(written, (one) => {
        const values = valuesOf(one);
        expect(corrects(values, FIELDS, one)).toBe(false);
        const body = purityWeighingsSchema.validate(
          typedBody(purityWeighingsSchema, bodyOf(values, FIELDS, one, false, null)),
        );
        expect(body.error).toBeUndefined();
        expect(body.value).toEqual({
          workingSample: one.fields.workingSample?.text,
          ...(one.fields.pureSeed ? { pureSeed: one.fields.pureSeed.text } : {}),
          otherSeeds: one.fields.otherSeeds?.text,
          ...(one.parts.length > 0
            ? {
                parts: one.parts.map(({ component, name: called, amount: much }) => ({
                  component,
                  name: called,
                  amount: much,
                })),
              }
            : {}),
          ...(one.chaffy ? { chaffiness: { chaffy: true, why: 'in the pod' } } : {}),
          ...(one.fields.blowerSetting ? { blowing: { setting: 'gate 3', minutes: '3' } } : {}),
        });
      }),
    );
  });

  test('asks for a reason once a figure, a part or its unit stands otherwise', () => {
    fc.assert(
      fc.property(written, fc.nat(), (one, pick) => {
        const values = valuesOf(one);
        const changes: (() => typeof values)[] = [
          () => ({ ...values, workingSample: `${values.workingSample}1` }),
          () => ({ ...values, otherSeeds: '' }),
          ...values.parts.flatMap((line) => [
            () => ({ ...values, parts: values.parts.filter((other) => other !== line) }),
            () => ({
              ...values,
              parts: values.parts.map((other): PartLine =>
                other === line ? { ...line, unit: line.unit === 'trace' ? 'g' : 'trace' } : other,
              ),
            }),
          ]),
        ];
        const change = changes[pick % changes.length];
        expect(corrects(change?.() ?? values, FIELDS, one)).toBe(true);
        // What is only added corrects nothing.
        const more: PartLine = { component: 'inertMatter', name: 'Stones and gravel', figure: '0.1', unit: 'g' };
        expect(corrects({ ...values, parts: [...values.parts, more], inertMatter: '0.5' }, FIELDS, one)).toBe(false);
      }),
    );
  });

  test('takes a balance along for the figures that were taken from it, and one read by eye for those that are new', () => {
    const one = { chaffy: false, parts: [], fields: { workingSample: field('3.012') } } as unknown as PurityTest;
    const values = {
      ...valuesOf(one),
      pureSeed: '2,9',
      otherSeeds: '0.1',
      weighedOn: { pureSeed: { balanceId: 'fine' } },
    };
    expect(bodyOf(values, FIELDS, one, false, null)).toMatchObject({
      pureSeed: '2.9',
      weighedOn: { pureSeed: { balanceId: 'fine' } },
    });
    expect(bodyOf(values, FIELDS, one, false, { balanceId: 'eye' })).toMatchObject({
      weighedOn: { pureSeed: { balanceId: 'fine' }, otherSeeds: { balanceId: 'eye' } },
    });
    expect(
      (bodyOf(values, FIELDS, one, false, { balanceId: 'eye' }) as { weighedOn: object }).weighedOn,
    ).not.toHaveProperty('workingSample');
  });
});
