import fc from 'fast-check';
import { expect, it } from 'vitest';
import { changesOf, subjectWords } from './changes.ts';

const STAMP = { at: '2026-11-24T09:00:00Z', by: 'Ada', version: 1 };
const ID = '01a22b35-07db-75f9-a54d-48c0438d4655';

it('says what changed, value by value, in words; ids are left out and nothing that stayed is said', () => {
  const before = {
    setUpDate: '2026-11-24',
    prechillDays: 0,
    mass: { text: '5.1', unit: 'g' },
    testId: ID,
    asked: false,
    ...STAMP,
  };
  const after = {
    ...before,
    version: 2,
    at: 'later',
    fee: { text: '62.00', currency: 'EUR' },
    prechillDays: 5,
    mass: { text: '5.2', unit: 'g' },
    asked: true,
    tests: ['purity', 'weight'],
  };
  expect(changesOf(before, after)).toEqual([
    { what: 'prechill days', before: '0', after: '5' },
    { what: 'mass', before: '5.1 g', after: '5.2 g' },
    { what: 'asked', before: 'no', after: 'yes' },
    { what: 'fee', before: null, after: '62.00 EUR' },
    { what: 'tests', before: null, after: 'purity, weight' },
  ]);
  expect(changesOf(null, { parts: [{ name: 'Ergot', vesselId: ID }] })).toEqual([
    { what: 'parts, 1, name', before: null, after: 'Ergot' },
  ]);
  // Codes are said without their dashes; what people typed stays as it is.
  expect(
    changesOf(null, { extent: 'reduced-limited', tests: ['other-seeds', 'purity'], variety: 'all-round' }),
  ).toEqual([
    { what: 'extent', before: null, after: 'reduced limited' },
    { what: 'tests', before: null, after: 'other seeds, purity' },
    { what: 'variety', before: null, after: 'all-round' },
  ]);
  // When something was seen is no stamp.
  expect(changesOf(null, { at: '2026-11-24T09:00:00Z', temperature: '8' })).toHaveLength(2);
  expect(changesOf(null, null)).toEqual([]);
  expect(['lot QM-0417', 'vessel *3YKM7QD', `test ${ID}`].map(subjectWords)).toEqual([
    'lot QM-0417',
    'sample *3YKM7QD',
    '',
  ]);
});

it('shows neither JSON nor an id, whatever was written', () => {
  fc.assert(
    fc.property(
      fc.object({ values: [fc.uuid(), fc.string(), fc.integer(), fc.boolean(), fc.constant(null)] }),
      (after) => {
        for (const one of changesOf(null, after)) {
          expect(one.after).not.toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-/);
          expect(one.before).toBeNull();
        }
        expect(changesOf(after, after)).toEqual([]);
      },
    ),
  );
});
