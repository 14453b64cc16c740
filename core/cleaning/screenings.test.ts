import { expect, it } from 'vitest';
import { FATES, type ScreeningsAnswers } from './entries.ts';
import { type Treatment, TREATMENT_CLASSES } from '../register/treatment.ts';
import { forbids } from './screenings.ts';

const CLEAN: ScreeningsAnswers = { viableWeeds: 'no', ergot: 'no', mould: 'no', poisonous: 'no' };
const treated = (of: Treatment['class']): Treatment[] => [{ product: 'x', class: of }];
const where = (found: (to: (typeof FATES)[number]) => readonly string[]) => FATES.filter((to) => found(to).length > 0);

// Source: common practice and local law of feed; no single source. Every class and every way out is tried.
it('never lets seed that was treated with a poison, or with something unknown, be eaten', () => {
  for (const of of TREATMENT_CLASSES)
    expect(where((to) => forbids(treated(of), CLEAN, to))).toEqual(
      of === 'poison' || of === 'unknown' ? ['feed', 'food', 'oil'] : [],
    );
  expect(forbids(treated('poison'), CLEAN, 'feed')).toEqual(['treated']);
});

it('asks what untreated screenings hold before they go', () => {
  const with_ = (change: Partial<ScreeningsAnswers>) => where((to) => forbids([], { ...CLEAN, ...change }, to));
  expect(with_({})).toEqual([]);
  // Living weeds are ground, burnt, buried or composted hot.
  expect(with_({ viableWeeds: 'yes' })).toEqual(['feed', 'food', 'oil', 'compost', 'returned']);
  expect(with_({ viableWeeds: 'unknown' })).toEqual(['feed', 'food', 'oil', 'compost']);
  for (const name of ['ergot', 'mould', 'poisonous'] as const) {
    expect(with_({ [name]: 'yes' })).toEqual(['feed', 'food', 'oil']);
    expect(with_({ [name]: 'unknown' })).toEqual(['feed', 'food', 'oil']);
    expect(forbids([], { ...CLEAN, [name]: 'yes' }, 'feed')).toEqual([name]);
    expect(forbids([], { ...CLEAN, [name]: 'unknown' }, 'feed')).toEqual(['not-looked']);
  }
});
