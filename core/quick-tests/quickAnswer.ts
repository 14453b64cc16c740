import { clopperPearson } from '../statistics/binomialInterval.ts';
import { oneSided } from '../statistics/oneSided.ts';
import type { ProportionInterval } from '../statistics/wilsonInterval.ts';
import { numberIn, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';
import type { Cause } from './badTest.ts';
import { packetShare, type PacketShare } from './finitePacket.ts';
import { goodEnough } from './mayAdvise.ts';
import { askSchool, type SchoolAnswer, schoolsFor, type SmallTest } from './schools.ts';

export interface QuickAnswer {
  readonly test: SmallTest;
  readonly estimate: number;
  /** Of the packet where its seeds were counted, else of all seed like it. */
  readonly interval: ProportionInterval;
  readonly packet: PacketShare | null;
  /**
   * How many times thicker than living seed to sow what is left; null inside when nothing may be alive, as a whole
   * when nothing is left, or while the test may not speak.
   */
  readonly sowTimes: {
    readonly best: number | null;
    readonly least: number | null;
    readonly most: number | null;
  } | null;
  /** Those that may speak: none where the whole packet was tested, or while the test says nothing yet. */
  readonly schools: readonly SchoolAnswer[];
  /** Why schools wait; empty when all may speak. */
  readonly heldBack: readonly Cause[];
  /**
   * all: the whole interval. Else only its lower end holds: so-far, as more may sprout still; doubtful, as something
   * was wrong with the test.
   */
  readonly speaks: 'all' | 'so-far' | 'doubtful';
  readonly steps: readonly WorkingStep[];
}

/**
 * What a small test says, honestly: the exact interval, what each rule of thumb would do and with
 * what chance it would be wrong, how many more seeds would settle it, how much thicker to sow.
 *
 * @param test  sprouted: integer 0..seeds; seeds tested: integer 1..1e6; packetSeeds: seeds in the packet before the
 *              test, integer seeds..1e6, where they were counted
 * Counts only rise, and what goes wrong in a test only keeps them down. So while it is held back no school says less
 * than its best, and none says anything of a test that stood badly, unless all of them say their best already.
 *
 * @param standardPercent  the kind's own least germination, 1..100, if there is one
 * @param heldBack         why it may not speak yet, as `heldBackBy` finds it
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Clopper & Pearson (1934) for the interval, its hypergeometric form for a counted packet; schools as in
 * `askSchool`.
 */
export function quickAnswer(test: SmallTest, standardPercent?: number, heldBack: readonly Cause[] = []): QuickAnswer {
  const { sprouted, seeds, packetSeeds } = test;
  wholeIn('seeds', seeds, 1, 1e6);
  wholeIn('sprouted', sprouted, 0, seeds);
  if (packetSeeds !== undefined) wholeIn('packetSeeds', packetSeeds, seeds, 1e6);
  if (standardPercent !== undefined) numberIn('standardPercent', standardPercent, 1, 100);
  const estimate = sprouted / seeds;
  const packet = packetSeeds === undefined ? null : packetShare(sprouted, seeds, packetSeeds);
  const interval =
    packet && packetSeeds !== undefined
      ? { lower: packet.aliveLower / packetSeeds, upper: packet.aliveUpper / packetSeeds }
      : clopperPearson(sprouted, seeds, 0.95);
  const speaks = heldBack.length === 0 || goodEnough(sprouted, seeds, standardPercent);
  const sowTimes = speaks
    ? thicker(
        estimate,
        packet ? { lower: packet.leftLower / packet.left, upper: packet.leftUpper / packet.left } : interval,
        packet?.left ?? null,
      )
    : null;
  // Nothing is left to advise on where the whole packet was tested.
  const asked = packet?.left === 0 ? [] : schoolsFor(standardPercent).map((school) => askSchool(school, test));
  const onlyEarly = heldBack.every((one) => one === 'too-early');
  return {
    test,
    estimate,
    interval,
    packet,
    sowTimes,
    schools: speaks ? asked : asked.filter((one) => onlyEarly && one.best),
    heldBack,
    speaks: speaks ? 'all' : onlyEarly ? 'so-far' : 'doubtful',
    steps: speaks ? working(test, interval, packet, sowTimes) : soFarWorking(test, interval, packet),
  };
}

function thicker(estimate: number, { lower, upper }: ProportionInterval, left: number | null): QuickAnswer['sowTimes'] {
  if (left === 0) return null;
  return {
    best: estimate === 0 || upper === 0 ? null : 1 / estimate,
    least: upper === 0 ? null : 1 / upper,
    most: lower === 0 ? null : 1 / lower,
  };
}

const shareStep = (sprouted: number, seeds: number): WorkingStep => ({
  label: 'sprouted / tested',
  expression: `${sprouted} / ${seeds}`,
  result: ((sprouted / seeds) * 100).toFixed(1),
  unit: '%',
});

function soFarWorking(
  { sprouted, seeds }: SmallTest,
  { lower }: ProportionInterval,
  packet: PacketShare | null,
): WorkingStep[] {
  return [
    shareStep(sprouted, seeds),
    packet
      ? {
          label: `alive of the ${packet.left} left, at least`,
          expression: 'lower exact 95 % limit, hypergeometric',
          result: String(packet.leftLower),
        }
      : {
          label: 'alive, at least',
          expression: 'lower exact 95 % limit: beta quantile at 2.5 %',
          result: (lower * 100).toFixed(1),
          unit: '%',
        },
  ];
}

function working(
  { sprouted, seeds, packetSeeds }: SmallTest,
  interval: ProportionInterval,
  packet: PacketShare | null,
  sowTimes: QuickAnswer['sowTimes'],
): WorkingStep[] {
  return [
    shareStep(sprouted, seeds),
    packet && packetSeeds !== undefined
      ? {
          label: `alive of the ${packetSeeds} in the packet`,
          expression: 'exact 95 % limits, hypergeometric',
          result: `${packet.aliveLower} to ${packet.aliveUpper}`,
        }
      : {
          label: 'exact 95 % limits',
          expression: 'beta quantiles at 2.5 % and 97.5 %',
          result: `${(interval.lower * 100).toFixed(1)} to ${(interval.upper * 100).toFixed(1)}`,
          unit: '%',
        },
    ...(packet === null && (sprouted === 0 || sprouted === seeds)
      ? [
          {
            label: sprouted === 0 ? 'at most, on this side alone' : 'at least, on this side alone',
            expression: `${sprouted === 0 ? '1 − ' : ''}0.05^(1/${seeds})`,
            result: ((sprouted === 0 ? oneSided(seeds) : 1 - oneSided(seeds)) * 100).toFixed(1),
            unit: '%',
          },
        ]
      : []),
    ...(packet && packetSeeds !== undefined
      ? [
          {
            label: `alive of the ${packet.left} left`,
            expression: `less the ${sprouted} that sprouted`,
            result: `${packet.leftLower} to ${packet.leftUpper}`,
          },
        ]
      : []),
    ...(sowTimes
      ? [
          { label: 'sow times, best', expression: '1 / share', result: sowTimes.best?.toFixed(2) ?? '—' },
          {
            label: 'sow times, range',
            expression: '1 / upper to 1 / lower limit',
            result: `${sowTimes.least?.toFixed(2) ?? '∞'} to ${sowTimes.most?.toFixed(2) ?? '∞'}`,
          },
        ]
      : []),
  ];
}
