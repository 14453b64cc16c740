import type { Expects } from '@mercato/core/register/expects';

/** What harvest and shed let one expect of the seed, as a sentence. */
export function expectsWords(one: Expects): string {
  switch (one.is) {
    case 'unripe':
      return `Unripe heads are among it${one.knowingly ? ', kept knowingly' : ''}: expect fewer to sprout.`;
    case 'fruit-lay':
      return `The fruit lay ${one.days} ${one.days === 1 ? 'day' : 'days'} before it was opened.`;
    case 'floated':
      return `${one.floaters} of ${one.of} floated: light seed is empty more often.`;
    case 'mould':
      return 'Mould was seen while it soaked: look for it in the test.';
  }
}
