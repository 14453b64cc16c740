import { expect, test } from 'vitest';
import type { ShownStanding } from './standing.ts';
import { blocksWords, lineWords, standingWords } from './words.ts';

test('a line of the lot sheet is figures and a code, put into words in its reader’s order of days', () => {
  const released = {
    step: 'release',
    stands: { is: 'released', kind: 'tag', number: 2, validUntil: '2027-05-31', wouldHold: [] },
  } as const;
  expect(lineWords({ ...released, stands: { ...released.stands, wouldHold: [] } })).toEqual({
    figure: 'tag 2',
    note: 'released, valid to 31 May 2027',
  });
  expect(
    lineWords(
      {
        ...released,
        stands: {
          ...released.stands,
          wouldHold: [{ step: 'purity', why: [{ is: 'light' }] }],
        },
      },
      'month first',
    ).note,
  ).toBe(
    'released, valid to May 31, 2027; would be held today: Purity: the working sample is lighter than the rule book asks; decision pending.',
  );
  expect(
    lineWords({ step: 'germination', stands: { is: 'counting', day: 4, final: false, test: 2, open: [1, 3] } }),
  ).toEqual({ figure: 'count of day 4', note: 'test 2, dish 1, 3 open' });
});

test('what a step has against a release is a sentence of its own for each reason', () => {
  expect(blocksWords({ step: 'sampling', why: [{ is: 'too-few-primaries' }, { is: 'too-light' }] })).toBe(
    'Sampling: fewer primary samples were taken than the rule book asks; decision pending. ' +
      'Sampling: the submitted sample is lighter than the rule book asks; decision pending.',
  );
  expect(blocksWords({ step: 'other-seeds', why: [{ is: 'unbound', names: ['oats', 'rye'] }, { is: 'light' }] })).toBe(
    'Other seeds: “oats”, “rye” is bound to no species; decision pending. ' +
      'Other seeds: less was searched than the rule book asks; decision pending.',
  );
});

test('the list says what stands; of a row that an earlier version kept, its words until it is derived anew', () => {
  const rows: [ShownStanding, string][] = [
    [{ step: 'released', mark: 'within', stands: { normal: 91, pure: '98.4 %' } }, '91 % · 98.4 % pure'],
    [{ step: 'released', mark: 'within', stands: { normal: null, pure: null } }, ''],
    [{ step: 'moisture', mark: 'waits', stands: { is: 'not-asked' } }, 'not asked for'],
    [{ step: 'sampling', mark: 'next', stands: { is: 'to-draw', asked: 30 } }, '30 primary samples, to be drawn'],
    [{ step: 'germination', mark: 'next', note: 'final count, dish 2 open' }, 'final count, dish 2 open'],
  ];
  for (const [standing, words] of rows) expect(standingWords(standing)).toBe(words);
});
