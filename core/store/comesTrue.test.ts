import { expect, it } from 'vitest';
import { comesTrue, type Descent } from './comesTrue.ts';

// Source: common practice, no source: what growers tell each other of hybrids, selfing and crossing kinds.
const tomato: Descent = {
  source: 'own harvest',
  parentsKnown: true,
  breeding: 'self',
  isolation: 'none',
  sameSpeciesNear: 'no',
  plants: 6,
};
const squash: Descent = { ...tomato, breeding: 'cross', plants: 40 };

it.each([
  ['a selfing kind alone', tomato, 'yes'],
  ['a selfing kind beside others', { ...tomato, sameSpeciesNear: 'yes' }, 'mostly'],
  ['a hybrid, whatever was done', { ...tomato, breeding: 'hybrid', isolation: 'cage' }, 'no'],
  ['a crossing kind beside others', { ...squash, sameSpeciesNear: 'yes' }, 'no'],
  ['a crossing kind far away', { ...squash, isolation: 'distance', sameSpeciesNear: 'unknown' }, 'mostly'],
  ['a crossing kind in a cage', { ...squash, isolation: 'cage', sameSpeciesNear: 'yes' }, 'yes'],
  [
    'by hand, shut and marked',
    { ...squash, isolation: 'hand-pollinated', sameSpeciesNear: 'yes', bagged: true, marked: true },
    'yes',
  ],
  ['by hand, left open', { ...squash, isolation: 'hand-pollinated', sameSpeciesNear: 'yes', marked: true }, 'mostly'],
  ['out of a bought fruit', { ...squash, source: 'bought fruit', parentsKnown: false }, 'no'],
  ['a gift of unknown parents', { ...squash, source: 'gift', parentsKnown: false }, 'unknown'],
  ['a crossing kind, nothing known of its neighbours', { ...squash, sameSpeciesNear: 'unknown' }, 'unknown'],
] as const)('%s', (_words, descent, answer) => {
  const found = comesTrue(descent);
  expect(found.answer).toBe(answer);
  expect(found.reasons.length).toBeGreaterThan(0);
});

it('says of a crossing kind from few plants that it is narrow', () => {
  expect(comesTrue({ ...squash, plants: 19 }).reasons.at(-1)).toEqual({ is: 'few-plants', plants: 19 });
  expect(comesTrue({ ...squash, plants: 20 }).reasons).toHaveLength(1);
  expect(comesTrue({ ...tomato, plants: 3 }).reasons).toHaveLength(1);
});
