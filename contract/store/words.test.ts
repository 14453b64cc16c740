import { expect, it } from 'vitest';
import type { CandidateReason } from '@mercato/core/store/candidates';
import { candidateReasonWords, trueReasonWords } from './words.ts';

it('says how a site differs, and from where on it is another', () => {
  const said: [CandidateReason, string][] = [
    [{ is: 'height', m: 0, tooFar: false }, 'as high'],
    [{ is: 'height', m: 150, tooFar: false }, '150 m higher'],
    [{ is: 'height', m: -151, tooFar: true }, '151 m lower: more than 150 m'],
    [{ is: 'rain', share: 0.00375, tooFar: false }, 'as wet'],
    [{ is: 'rain', share: 0.00625, tooFar: false }, '1 % wetter'],
    [{ is: 'rain', share: -0.5, tooFar: true }, '50 % drier: wet side and dry side are not exchanged'],
    [{ is: 'exposure', faces: 'south', wanted: 'north', same: false }, 'faces south, not north'],
    [{ is: 'kept-for-own-site', owner: '', site: '' }, 'its owner keeps it for its own site'],
    [
      { is: 'kept-for-own-site', owner: 'the parish', site: 'Far field' },
      'the parish keeps it for its own site, Far field',
    ],
    [
      { is: 'not-known', what: ['height', 'exposure'] },
      'not known of where it grew: how high it lies, which way it faces',
    ],
  ];
  for (const [why, words] of said) expect(candidateReasonWords(why)).toBe(words);
});

it('says of seed from few plants that it is narrow', () => {
  expect(trueReasonWords({ is: 'few-plants', plants: 1 })).toBe('it comes from 1 plant: true, perhaps, but narrow');
  expect(trueReasonWords({ is: 'kept-apart', by: 'time' })).toBe(
    'kept apart by time, which keeps most foreign pollen out, not all',
  );
});
