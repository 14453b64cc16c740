const PLAIN = {
  'round-began': 'the round began',
  'came-to-warmth': 'the seed came into germination conditions',
  'sample-drawn': 'its sample was drawn',
  'vessel-drawn': 'it was drawn',
  'vessel-touched': 'something happened to it last',
  'last-primary-taken': 'the last primary sample was taken',
  'something-seen': 'something was seen of it',
  packed: 'it was packed',
  counted: 'it was counted',
  'taken-from': 'seed was taken out of it',
  moved: 'it was moved',
  'dishes-set': 'its dishes were set',
} as const;

/** What something depends on: it cannot have been seen before this. */
export type Happened =
  | { is: keyof typeof PLAIN }
  | { is: 'drawn' | 'drawn-from-it'; vessel: string }
  | { is: 'test-set-up'; step: string; test: number };

/** In a sentence: "lies before 4 Nov, when its sample was drawn". */
export function happenedWords(what: Happened): string {
  switch (what.is) {
    case 'drawn':
      return `the ${what.vessel} sample was drawn`;
    case 'drawn-from-it':
      return `a ${what.vessel} sample was drawn from it`;
    case 'test-set-up':
      return `${what.step} test ${what.test} was set up`;
    default:
      return PLAIN[what.is];
  }
}
