import { clopperPearson } from '../statistics/binomialInterval.ts';
import type { ProportionInterval } from '../statistics/wilsonInterval.ts';
import type { WorkingStep } from '../verdict/verdict.ts';
import { packetShare, type PacketShare } from './finitePacket.ts';
import { askSchool, schoolsFor, type SchoolAnswer, type SmallTest } from './schools.ts';

export interface QuickAnswer {
  readonly estimate: number;
  /** Of the packet where its seeds were counted, else of all seed like it. */
  readonly interval: ProportionInterval;
  readonly packet: PacketShare | null;
  /**
   * How many times thicker than living seed to sow what is left; null inside when nothing may be alive, as a whole
   * when nothing is left.
   */
  readonly sowTimes: {
    readonly best: number | null;
    readonly least: number | null;
    readonly most: number | null;
  } | null;
  /** Empty where the whole packet was tested. */
  readonly schools: readonly SchoolAnswer[];
  /** The interval in words. */
  readonly words: string;
  readonly steps: readonly WorkingStep[];
}

/**
 * What a small test says, honestly: the exact interval, what each rule of thumb would do and with
 * what chance it would be wrong, how many more seeds would settle it, how much thicker to sow.
 *
 * @param test  sprouted: integer 0..seeds; seeds tested: integer 1..1e6; packetSeeds: seeds in the packet before the
 *              test, integer seeds..1e6, where they were counted
 * @param standardPercent  the kind's own least germination, 1..100, if there is one
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Clopper & Pearson (1934) for the interval, its hypergeometric form for a counted packet; schools as in
 * `askSchool`.
 */
export function quickAnswer(test: SmallTest, standardPercent?: number): QuickAnswer {
  const { sprouted, seeds, packetSeeds } = test;
  if (!Number.isInteger(seeds) || seeds < 1 || seeds > 1e6)
    throw new RangeError(`seeds must be an integer 1..1000000, got ${seeds}`);
  if (!Number.isInteger(sprouted) || sprouted < 0 || sprouted > seeds)
    throw new RangeError(`sprouted must be an integer 0..${seeds}, got ${sprouted}`);
  if (packetSeeds !== undefined && (!Number.isInteger(packetSeeds) || packetSeeds < seeds || packetSeeds > 1e6))
    throw new RangeError(`packetSeeds must be an integer ${seeds}..1000000, got ${packetSeeds}`);
  if (standardPercent !== undefined && !(standardPercent >= 1 && standardPercent <= 100))
    throw new RangeError(`standardPercent must lie between 1 and 100, got ${standardPercent}`);
  const estimate = sprouted / seeds;
  const packet = packetSeeds === undefined ? null : packetShare(sprouted, seeds, packetSeeds);
  const interval =
    packet && packetSeeds !== undefined
      ? { lower: packet.aliveLower / packetSeeds, upper: packet.aliveUpper / packetSeeds }
      : clopperPearson(sprouted, seeds, 0.95);
  const sowTimes = thicker(
    estimate,
    packet ? { lower: packet.leftLower / packet.left, upper: packet.leftUpper / packet.left } : interval,
    packet?.left ?? null,
  );
  return {
    estimate,
    interval,
    packet,
    sowTimes,
    // Nothing is left to advise on where the whole packet was tested.
    schools: packet?.left === 0 ? [] : schoolsFor(standardPercent).map((school) => askSchool(school, test)),
    words: inWords(test, interval, packet),
    steps: working(test, interval, packet, sowTimes),
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

const percent = (p: number) => `${Math.round(p * 100)} %`;

function inWords(
  { sprouted, seeds, packetSeeds }: SmallTest,
  { lower, upper }: ProportionInterval,
  packet: PacketShare | null,
): string {
  if (packet && packetSeeds !== undefined) {
    const told = `${sprouted} of ${seeds} sprouted`;
    if (packet.left === 0)
      return `${told}: that was the whole packet, so ${percent(lower)} was alive and nothing is left.`;
    const seedsLeft = `${packet.left} ${packet.left === 1 ? 'seed' : 'seeds'} left`;
    return packet.leftLower === packet.leftUpper
      ? `${told}: of the ${seedsLeft} in the packet ${packet.leftLower} ${packet.leftLower === 1 ? 'is' : 'are'} alive.`
      : `${told}: of the ${seedsLeft} in the packet between ${packet.leftLower} and ${packet.leftUpper} are alive.`;
  }
  if (sprouted === seeds)
    return `All ${seeds} sprouted: at least ${percent(lower)} are alive, which is not to say all.`;
  if (sprouted === 0) return `None of ${seeds} sprouted: up to ${percent(upper)} may still be alive.`;
  return `${sprouted} of ${seeds} sprouted: between ${percent(lower)} and ${percent(upper)} are alive.`;
}

function working(
  { sprouted, seeds, packetSeeds }: SmallTest,
  interval: ProportionInterval,
  packet: PacketShare | null,
  sowTimes: QuickAnswer['sowTimes'],
): WorkingStep[] {
  return [
    {
      label: 'sprouted / tested',
      expression: `${sprouted} / ${seeds}`,
      result: ((sprouted / seeds) * 100).toFixed(1),
      unit: '%',
    },
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
