import type { Warning } from '@mercato/core/storage/cold';
import type { DryNext, DryReason } from '@mercato/core/drying/dryEnough';
import { LEAST_TESTS, type NoOwnCurve } from '@mercato/core/storage/ownRecord';
import type { Because } from '@mercato/core/storage/whatNext';
import { percentOf } from '../words/figures.ts';
import type { BatchEntry } from './batches.ts';

const percent = (share: number) => `${percentOf(share)} %`;
const years = (n: number) =>
  n < 1 / 12 ? 'less than a month' : n < 1.5 ? `${Math.round(n * 12)} months` : `${Math.round(n)} years`;
const ofOneOrMore = (n: number) => (n === 1 ? 'a year' : `${n} years`);

/** Why a packet is where it stands among what is to be done. */
export function becauseWords(why: Because): string {
  switch (why.is) {
    case 'cannot-be-kept':
      return 'seed of this kind cannot be kept: it dies when it dries or freezes';
    case 'running':
      return `a test is running: ${why.sprouted} of ${why.seeds} sprouted so far`;
    case 'said-nothing':
      return `its last test said nothing of the seed (${why.sprouted} of ${why.seeds}): test it again`;
    case 'tested':
      return `${why.sprouted} of ${why.seeds} sprouted ${years(why.yearsAgo)} ago`;
    case 'none-sprouted':
      return `none of ${why.seeds} sprouted ${years(why.yearsAgo)} ago: up to ${percent(why.upTo)} may still be alive`;
    case 'too-few-to-judge':
      return 'too few to tell';
    case 'hopeless':
      return 'even at best fewer than a quarter are alive';
    case 'others-waited':
      return 'the others waited: treat some, or test again when they have rested';
    case 'sow-and-save':
      return 'sow all of it thickly this season and save its seed';
    case 'test-too-old':
      return `test this crop again every ${why.holdsYears === 1 ? 'year' : ofOneOrMore(why.holdsYears)}`;
    case 'never-tested':
      return 'it was never tested: test it before you count on it';
    case 'own-record':
      return `${years(why.ageYears)} old, at which ${percent(why.lower)} to ${percent(why.upper)} are alive by ${why.tests} tests of your own`;
    case 'shelf-life':
      return `${years(why.ageYears)} old; its kind begins to fail after ${ofOneOrMore(why.failsYears)} and is mostly gone after ${why.goneYears}`;
    case 'shelf-life-unknown':
      return 'how long this kind keeps is not known here';
    case 'few-left':
      return `about ${why.seedsLeft} seeds are left: fewer plants than the ${why.plantsToKeep} that keep a variety of this kind`;
    case 'more-than-needed':
      return `about ${why.seedsLeft} seeds are more than one garden sows`;
    case 'sowing': {
      const when =
        why.inDays <= 0
          ? 'its sowing has begun'
          : `it is to be sown in ${why.inDays} ${why.inDays === 1 ? 'day' : 'days'}`;
      return why.oneChance ? `${when}, with one chance in the year` : when;
    }
  }
}

/** What speaks against drying or freezing seed. */
export function warningWords(warning: Warning): string {
  switch (warning.is) {
    case 'dies-dry':
      return `${warning.kind}: seed of this kind dies when it dries`;
    case 'dies-frozen':
      return `${warning.kind}: seed of this kind dies when it freezes`;
    case 'may-die-dry':
      return `${warning.kind}: whether it bears drying is not known here; dry a few first and test them`;
    case 'may-die-frozen':
      return `${warning.kind}: whether it bears frost is not known here; freeze a few first and test them`;
    case 'dryness-unknown':
      return 'how dry it is was not measured: wet seed dies when it freezes';
    case 'too-damp':
      return `it is in balance with air of ${warning.percent} %; dry it to ${warning.limitPercent} % first: wet seed dies when it freezes`;
    case 'one-bag':
      return 'put it into two bags: a pinhole in one lets water in for years';
  }
}

/** Why seed is dry enough, or is not. */
export function dryReasonWords(why: DryReason): string {
  switch (why.is) {
    case 'dies-dry':
      return 'seed of this kind dies when it dries: keep it moist and cool, with air, and sow it soon';
    case 'may-die-dry':
      return 'whether this kind can be dried is not known here: dry a few first and test them';
    case 'falling':
      return 'it still loses weight';
    case 'rising':
      return 'it gains weight: it draws water from the air';
    case 'touch-says-nothing':
      return 'dry to the touch says nothing of the inside';
    case 'signs-disagree':
      return 'the signs disagree; the dampest counts';
    case 'dry-enough':
      return `it is in balance with air of ${why.percent.toFixed(0)} % at most, and ${why.limitPercent} % is enough`;
    case 'too-damp':
      return `it is in balance with air of ${why.percent.toFixed(0)} %, and ${why.limitPercent} % at most is wanted`;
    case 'oil-unknown':
      return 'how much oil this kind holds is not known, and the answer hangs on it';
  }
}

export const DRY_NEXT: Readonly<Record<DryNext, string>> = {
  'keep-moist': 'Do not dry it, do not freeze it.',
  'air-is-missing': 'Its weight has come to rest; the humidity of the air it lies in is what is missing.',
  'shut-up-or-weigh': 'Shut some up in a small jar with a hygrometer for a day, or weigh the tray today and tomorrow.',
  'close-now': 'Close it now: it takes water back from damp air within hours.',
  'dry-on': 'Dry on, in a thin layer, out of the sun, or over desiccant; then ask again.',
  'shut-up-with-hygrometer':
    'Shut some up in a small jar with a hygrometer for a day: that answers without knowing the oil.',
};

/** A line of a batch's book. */
export function batchLineWords(entry: BatchEntry): string {
  switch (entry.what) {
    case 'weighed':
      return `weighs ${entry.massG} g`;
    case 'moisture':
      return `moisture ${entry.percent} %`;
    case 'shut air':
      return `air shut up with it at ${entry.percent} %`;
    case 'ended':
      return entry.words === '' ? 'ended' : `ended: ${entry.words}`;
  }
}

/** Why tests of several ages give no curve. */
export const NO_CURVE: Readonly<Record<NoOwnCurve, string>> = {
  'too-few-tests': `a curve of your own needs ${LEAST_TESTS} tests at least`,
  'does-not-fall': 'these tests do not fall with age: nothing has aged yet that could be measured',
  'one-age': 'a curve needs tests at two different ages at least',
  'all-came-up': 'every seed came up at every test: nothing has aged yet that could be measured',
  'none-came-up': 'no seed came up at any test: it was dead before the first',
  'no-test-between': 'all were alive before and none after: how fast it fell cannot be told without a test between',
  'only-rises': 'none came up before and all after: that is no ageing',
  'no-line': 'no line could be laid through these tests',
};
