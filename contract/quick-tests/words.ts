import type { Cause, TestNext, TestReason } from '@mercato/core/quick-tests/badTest';
import type { BagTime } from '@mercato/core/quick-tests/method';
import type { QuickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import type { Unsuited } from '@mercato/core/quick-tests/roundPlan';
import type { Advice, School } from '@mercato/core/quick-tests/schools';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { oneSided } from '@mercato/core/statistics/oneSided';
import type { TemperatureUnit } from '@mercato/core/units/degrees';
import { degreesRange } from '../words/degrees.ts';
import { percentOf } from '../words/figures.ts';

/** What a cause is asked as, in plain words, and what it says when the answer is yes. */
export const CAUSE_WORDS: Readonly<Record<Cause, { ask: string; says: string }>> = {
  'control-failed': {
    ask: 'Did fresh seed beside it fail too?',
    says: 'fresh seed in the same conditions failed too, so the conditions failed',
  },
  soaked: { ask: 'Did it ever stand in water?', says: 'seed that stands in water drowns' },
  'dried-out': { ask: 'Did it ever dry out?', says: 'seed that has begun to swell dies when it dries out' },
  'no-air': { ask: 'Was it shut up without air?', says: 'sprouting seed needs air' },
  'too-hot': {
    ask: 'Was it ever warmer than its kind likes?',
    says: 'too warm for the kind: many cool kinds wait then',
  },
  'too-cold': {
    ask: 'Was it mostly colder than its kind likes?',
    says: 'too cold for the kind: it had too little time',
  },
  'no-light': { ask: 'Was it kept in the dark?', says: 'this kind sprouts better in light' },
  'in-light': { ask: 'Did it stand in light?', says: 'light holds some of this kind back' },
  'too-early': { ask: 'Is it before the last day of its kind?', says: 'the kind may still take some days' },
  'stayed-hard': {
    ask: 'Are the others still hard and dry inside?',
    says: 'seed that took up no water is alive more often than not: its coat is shut',
  },
  'stayed-firm': {
    ask: 'Are the others swollen but firm?',
    says: 'swollen, firm seed is alive and waits: fresh seed does, and seed that wants cold first',
  },
  mould: {
    ask: 'Did mould grow on it?',
    says: 'mould grew: it comes from dead seed, and where it is too wet and close',
  },
  rotted: { ask: 'Are the others soft or rotten?', says: 'soft or rotten seed is dead' },
};

const OTHER_REASONS: Readonly<Record<Exclude<TestReason, Cause>, string>> = {
  'fresh-did-well': 'fresh seed beside it did well',
  'fresh-did-well-alone': 'fresh seed beside it did well, and nothing else speaks for seed that waits',
  'nothing-speaks': 'nothing that was asked speaks for the test or against it',
};
const REASONS = new Map<string, string>([
  ...Object.entries(CAUSE_WORDS).map(([cause, { says }]) => [cause, says] as const),
  ...Object.entries(OTHER_REASONS),
]);
/** Why a test says what it says; bags that ended before there were codes hold the words themselves. */
export const reasonsWords = (reasons: readonly string[]): string =>
  reasons.map((one) => REASONS.get(one) ?? one).join('; ');

const SAYS_NOTHING = 'This test does not show whether the seed is good.';
const MORE_MAY_LIVE = 'So many sprouted all the same: more may be alive, and none is to be thrown away by this test.';
export const TEST_NEXT: Readonly<Record<TestNext, string>> = {
  'count-stands': 'The count stands as it is.',
  'mend-conditions': `Mend the conditions and test again with other seeds of the packet. ${SAYS_NOTHING}`,
  'mend-conditions-more-may-live': `Mend the conditions and test again with other seeds of the packet. ${MORE_MAY_LIVE}`,
  'put-it-back': 'Put it back and look again until the last day of the kind.',
  'test-beside-fresh': `Test again with other seeds and with fresh seed of the kind beside them. ${SAYS_NOTHING}`,
  'test-beside-fresh-more-may-live': `Test again with other seeds and with fresh seed of the kind beside them. ${MORE_MAY_LIVE}`,
  'scratch-some': 'Scratch the coat of a few and set them beside untreated ones: this kind has hard seed.',
  'cut-one-open': 'Cut one open: white and firm inside is alive. Scratch a few and set them beside untreated ones.',
  'chill-some': 'Chill some moist for a week or two and set them beside untreated ones.',
  renew: 'It was the seed. Renew it, or sow all of it thickly if there is no other.',
  'less-wet-beside-fresh':
    'Test again, less wet and with air, with fresh seed of the kind beside it: then seed and test can be told apart.',
  'again-beside-fresh': 'Test again, with fresh seed of the kind beside it: then seed and test can be told apart.',
};
/** What to do after a test; bags that ended before there were codes hold the words themselves. */
export const testNextWords = (next: string): string => (TEST_NEXT as Readonly<Record<string, string>>)[next] ?? next;

/** What does not suit a kind, such as "too warm: 15 to 20 °C suit this kind, and cool kinds wait when it is warmer". */
export function unsuitedWords(
  one: Unsuited,
  { temperatureC }: Pick<SmallTestMethod, 'temperatureC'>,
  unit: TemperatureUnit = 'C',
): string {
  const band = temperatureC ? `: ${degreesRange(...temperatureC, unit)} suit this kind` : '';
  switch (one) {
    case 'too-hot':
      return `too warm${band}, and cool kinds wait when it is warmer`;
    case 'too-cold':
      return `too cool${band}; it will take longer`;
    case 'no-light':
      return 'give it light: this kind sprouts better in light';
    case 'in-light':
      return 'keep it dark: light holds some of this kind back';
  }
}

/** Where a bag stands in the time of its kind. */
export function bagTimeWords({ state, day, firstDay, lastDay }: BagTime): string {
  if (firstDay === null || lastDay === null) return `day ${day}; how long this kind takes is not known here`;
  switch (state) {
    case 'over':
      return `day ${day}: the kind’s last day was day ${lastDay}`;
    case 'last-day':
      return `day ${day} is the last for this kind`;
    case 'too-early':
      return `day ${day}; nothing is expected before day ${firstDay}`;
    case 'late':
      return `day ${day} and none sprouted: most of this kind show by day ${Math.floor((firstDay + lastDay) / 2)}`;
    case 'look-today':
      return `day ${day}: the first may show`;
    case 'under-way':
      return `day ${day} of ${lastDay}`;
  }
}

export const SCHOOL_NAMES: Readonly<Record<School['id'], string>> = {
  quarters: 'by quarters',
  seventy: 'seventy in a hundred',
  standard: 'the least the kind must reach',
};
export const ADVICE_WORDS: Readonly<Record<Advice, string>> = {
  'throw-away': 'throw it away',
  'sow-twice': 'sow twice as thick',
  'sow-as-usual': 'sow as usual',
  'get-other-seed': 'too low: get other seed',
  'cells-only': 'too low for rows, fine for cells that can be over-sown',
  rows: 'good enough for rows',
  'below-standard': 'below the standard of its kind',
  'up-to-standard': 'up to the standard of its kind',
};

const percent = (p: number) => `${percentOf(p)} %`;

/** What a small test says: its interval in words; of one that is held back only the lower end holds. */
export function answerWords({ test, interval, packet, speaks }: QuickAnswer): string {
  const { sprouted, seeds } = test;
  const { lower, upper } = interval;
  if (speaks !== 'all') {
    const early = speaks === 'so-far';
    const told = `${sprouted} of ${seeds} sprouted${early ? ' so far' : ''}`;
    const most = early ? 'How many more, this test cannot say yet.' : 'How many more, this test cannot say.';
    if (packet)
      return packet.leftLower === 0
        ? `${told}. ${most}`
        : `${told}: at least ${packet.leftLower} of the ${packet.left} seeds left are alive. ${most}`;
    return percent(lower) === '0 %' ? `${told}. ${most}` : `${told}: at least ${percent(lower)} are alive. ${most}`;
  }
  if (packet) {
    const told = `${sprouted} of ${seeds} sprouted`;
    if (packet.left === 0)
      return `${told}: that was the whole packet, so ${percent(lower)} was alive and nothing is left.`;
    const seedsLeft = `${packet.left} ${packet.left === 1 ? 'seed' : 'seeds'} left`;
    return packet.leftLower === packet.leftUpper
      ? `${told}: of the ${seedsLeft} in the packet ${packet.leftLower} ${packet.leftLower === 1 ? 'is' : 'are'} alive.`
      : `${told}: of the ${seedsLeft} in the packet between ${packet.leftLower} and ${packet.leftUpper} are alive.`;
  }
  if (sprouted === seeds)
    return `All ${seeds} sprouted: probably at least ${percent(1 - oneSided(seeds))} of all would sprout (95 % confidence).`;
  if (sprouted === 0) return `None of ${seeds} sprouted: up to ${percent(oneSided(seeds))} may still be alive.`;
  return `${sprouted} of ${seeds} sprouted: between ${percent(lower)} and ${percent(upper)} are alive.`;
}
