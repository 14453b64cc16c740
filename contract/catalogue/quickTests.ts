import Joi from 'joi';
import { agreement } from '@mercato/core/quick-tests/agreement';
import { answeredBy, heldBackBy } from '@mercato/core/quick-tests/mayAdvise';
import { pairedAgreement } from '@mercato/core/quick-tests/pairedAgreement';
import { quickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { unsuited } from '@mercato/core/quick-tests/roundPlan';
import { type BodyOf, listOf, optional } from '../http/body.ts';
import { define } from './calculation.ts';
import { count, number } from './inputs.ts';

const readings = () => listOf(Joi.number().min(-1e12).max(1e12), 3, 1000);

const degrees = () => optional(Joi.number().min(-5).max(60));
const days = (least: number) => optional(Joi.number().integer().min(least).max(400));
const STOOD = {
  // Days since it was laid out, and the last day of its kind.
  day: days(0),
  lastDay: days(1),
  // Where it stood, and what suits its kind.
  stoodC: degrees(),
  suitsFromC: degrees(),
  suitsToC: degrees(),
};

/** Why a test that stood so may not speak yet. */
function heldBack({ day, lastDay, stoodC, suitsFromC, suitsToC }: BodyOf<typeof STOOD>) {
  const method = {
    temperatureC: suitsFromC !== undefined && suitsToC !== undefined ? ([suitsFromC, suitsToC] as const) : null,
    light: null,
    firstDay: null,
    lastDay: day === undefined ? null : (lastDay ?? null),
  };
  return heldBackBy(
    answeredBy(method, {
      day: day ?? 0,
      unsuited: unsuited(method, {
        warmthC: stoodC === undefined ? null : { low: stoodC, high: stoodC },
        light: 'light',
      }),
      driedOut: false,
      tooWet: false,
      mould: false,
      control: null,
    }),
  );
}

export const quickTestsCalculations = [
  define({
    id: 'quick-tests.answer',
    title: 'So many seeds, so many sprouted',
    description:
      'the exact interval of a small test, what each rule of thumb would do, its chance to be wrong, how much thicker to sow',
    source: 'Clopper & Pearson (1934); Brown, Cai & DasGupta (2001); rules of thumb: common practice, no source',
    asks: {
      seeds: number().integer().min(1).max(1e6),
      sprouted: count().max(Joi.ref('seeds')),
      packetSeeds: optional(Joi.number().integer().min(Joi.ref('seeds')).max(1e6)),
      standardPercent: optional(Joi.number().min(1).max(100)),
      ...STOOD,
    },
    check: ({ suitsFromC, suitsToC }) =>
      (suitsFromC === undefined) === (suitsToC === undefined)
        ? suitsFromC !== undefined && suitsToC !== undefined && suitsFromC > suitsToC
          ? { path: 'suitsToC', message: `suitsToC must be ${suitsFromC} or more` }
          : null
        : {
            path: suitsToC === undefined ? 'suitsToC' : 'suitsFromC',
            message: 'give both ends of what suits the kind',
          },
    run: ({ seeds, sprouted, packetSeeds, standardPercent, ...stood }) =>
      quickAnswer({ seeds, sprouted, packetSeeds }, standardPercent, heldBack(stood)),
    example: { story: '17 of 25 in a towel, out of 60', input: { seeds: 25, sprouted: 17, packetSeeds: 60 } },
  }),
  define({
    id: 'quick-tests.agreement',
    title: 'Two ways of measuring, side by side',
    description: 'how far two readings of the same packets agree: bias, limits of agreement, correlation, concordance',
    source: 'Bland & Altman (1986); Lin (1989); R 4.2.2 cor.test',
    asks: { x: readings(), y: readings() },
    check: ({ x, y }) =>
      x.length === y.length
        ? null
        : { path: 'y', message: `y must have as many readings as x (${x.length}), it has ${y.length}` },
    run: ({ x, y }) => agreement(x, y),
    example: {
      story: 'A float test beside a towel, ten seeds of each of six packets',
      input: { x: [8, 9, 9, 6, 7, 10], y: [9, 10, 7, 3, 8, 10] },
    },
  }),
  define({
    id: 'quick-tests.paired-agreement',
    title: 'The same seeds evaluated twice',
    description: 'whether two judgements of the same seeds differ, and how far they agree beyond chance',
    source: 'McNemar (1947); Fleiss, Cohen & Everitt (1969); R 4.2.2 binom.test, mcnemar.test',
    asks: {
      bothYes: count(),
      firstOnly: count(),
      secondOnly: count(),
      bothNo: count(),
    },
    check: (one) =>
      one.bothYes + one.firstOnly + one.secondOnly + one.bothNo > 0
        ? null
        : { path: 'bothYes', message: 'bothYes and the others must add up to 1 seed at least' },
    run: (one) => pairedAgreement(one.bothYes, one.firstOnly, one.secondOnly, one.bothNo),
    example: {
      story: 'Sank, and then sprouted: 180 seeds',
      input: { bothYes: 130, firstOnly: 18, secondOnly: 9, bothNo: 23 },
    },
  }),
];
