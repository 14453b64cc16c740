import type { GerminationNext } from '@mercato/core/germination/next';
import { earlyWords, type LineWords } from '../register/lineWords.ts';
import type { CountedOn, GerminationBlock, GerminationStands, Unreported } from './stands.ts';

/** What a verdict on germination asks for. */
export const GERMINATION_NEXT: Readonly<Record<GerminationNext, string>> = {
  'replicates-agree': 'The replicates agree.',
  'make-second-test': 'Replicates out of tolerance: retest by the same method.',
  'feeds-no-label': 'The table is for four replicates of 100. This test informs; it supports no label.',
  'decide-on-fewer':
    'Fewer than four hundreds, and they agree by a range computed for so many. The lead decides whether they are reported; or repeat the test.',
  'take-another-substrate': 'The substrate lies outside what the rule book asks: take another batch, and test again.',
  'substrate-is-sound': 'The substrate is as the rule book asks.',
  'report-mean-of-both': 'The two tests agree: report the mean of both.',
  'make-third-test': 'The two tests are out of tolerance: make a third.',
  'counted-in-time': 'Counted on days that the rule book permits.',
  'decide-or-repeat-test':
    'Counted on a day that the rule book does not permit: the lead decides, with a reason, or the test is repeated.',
  'decide-on-count-days': 'This edition does not say how far a count may lie from its day: the lead decides.',
  'laboratories-agree': 'Ours is no worse than chance permits.',
  'laboratories-disagree': 'Ours is worse than chance permits: exchange samples, or ask a third laboratory.',
  'no-table-for-laboratories': 'This rule book has no table for two laboratories.',
  'specification-met': 'Chance explains it: the specification is met.',
  'specification-not-met': 'Short of the specification by more than chance explains.',
  'germination-label-stands': 'The label stands.',
  'germination-label-too-high': 'The label claims too much: relabel.',
};

function countedOn(test: number | null, { measured, outcome, final, prescribed }: CountedOn): string {
  const which = test === null ? '' : `test ${test}: `;
  if (final === outcome) return `${which}final count on day ${measured ?? ''}, day ${prescribed.final} is prescribed`;
  return measured === null
    ? `${which}no first count, day ${prescribed.first} is prescribed`
    : `${which}first count on day ${measured}, day ${prescribed.first} is prescribed`;
}

function unreported(why: Unreported): string {
  switch (why.is) {
    case 'retest':
      return `range ${why.measured ?? '–'} %, maximum ${why.limit ?? '–'} %: out of tolerance, retest`;
    case 'no-full-test':
      return 'not 4 × 100: feeds no label';
    case 'fewer':
      return `${why.seeds} seeds, which agree: the lead decides`;
    case 'all-spoiled':
      return `${why.test === null ? '' : `test ${why.test}: `}every dish was spoiled: test again`;
    case 'third-test':
      return `two tests differ by ${why.measured ?? '–'} %, maximum ${why.limit ?? '–'} %: third test`;
    case 'no-two-agree':
      return 'no two tests are in tolerance: look for the cause';
    case 'unfinished':
      return 'not all dishes are counted to their end';
  }
}

const percent = (normal: number | null) => (normal === null ? '' : `${normal} %`);

export function germinationStands(how: GerminationStands): LineWords {
  switch (how.is) {
    case 'counting':
      return {
        figure: how.final ? 'final count' : `count of day ${how.day}`,
        note: [
          how.test === null ? '' : `test ${how.test}`,
          how.open.length === 0 ? '' : `dish ${how.open.join(', ')} open`,
        ]
          .filter(Boolean)
          .join(', '),
      };
    case 'to-warmth':
      return {
        figure: 'into warmth',
        note: how.test === null ? 'its treatment ends' : `test ${how.test}: its treatment ends`,
      };
    case 'asleep':
      return { figure: percent(how.normal), note: freshWords(how.fresh, how.limit) };
    case 'deviated':
      return { figure: percent(how.normal), note: deviationFault(how) };
    case 'substrate':
      return { figure: percent(how.normal), note: substrateFault(how.test) };
    case 'misdated':
      return { figure: percent(how.normal), note: countedOn(how.test, how.days) };
    case 'reported':
      return {
        figure: `${how.normal}${how.hard > 0 ? ` + ${how.hard} hard` : ''} %`,
        note: `${how.of === 'tests' ? `two tests ${how.measured ?? '—'} apart` : `range ${how.measured ?? '—'}`}, ${how.limit ?? 'any'} allowed`,
      };
    case 'accepted':
      return {
        figure: percent(how.normal),
        note: `range ${how.measured ?? '—'}, ${how.limit ?? '—'} allowed: accepted by the lead`,
      };
    case 'unreported':
      return { figure: percent(how.normal), note: unreported(how.why) };
    default:
      return earlyWords(how, 'working sample to be drawn', 'to be set up');
  }
}

const freshWords = (fresh: number, limit: number) => `${fresh} % fresh seed, from ${limit} % on the book asks for more`;
const substrateFault = (test: number | null) =>
  `${test === null ? '' : `test ${test}: `}the substrate lies outside what the book asks`;

const deviationFault = ({ test, minutes, worstC }: { test: number | null; minutes: number; worstC: number }) =>
  `${test === null ? '' : `test ${test}: `}stood outside its temperature for ${durationWords(minutes)}, at worst ${worstC} °C`;
const durationWords = (minutes: number) =>
  minutes < 120
    ? `${minutes} min`
    : minutes < 2880
      ? `${Math.round(minutes / 60)} h`
      : `${Math.round(minutes / 1440)} days`;

function blockWords(one: GerminationBlock): string {
  switch (one.is) {
    case 'deviation':
      return deviationFault(one);
    case 'substrate':
      return substrateFault(one.test);
    case 'misdated':
      return countedOn(one.test, one.days);
    case 'fresh':
      return freshWords(one.percent, one.limit);
    default:
      return unreported(one);
  }
}
export const germinationBlocks = (why: readonly GerminationBlock[]): string =>
  `Germination: ${why.map(blockWords).join('; ')}; decision pending.`;
