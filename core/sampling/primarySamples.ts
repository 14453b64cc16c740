import type { Edition, Rule } from '../rule-books/edition.ts';
import { rowUpTo } from '../rule-books/lookUp.ts';
import { aboveUpTo, wholeIn } from '../units/argument.ts';
import { Exact } from '../units/mass.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** What is to be sampled: containers of one mass, or a heap, bin or stream. */
export type SamplingCase =
  { readonly containers: number; readonly containerMassKg: number } | { readonly bulkMassKg: number };

/** By which row of the rules so many are asked for; masses in kg. */
export type PlanReason =
  | { readonly is: 'in-all'; readonly units: number; readonly of: 'containers' | 'units'; readonly samples: number }
  | { readonly is: 'from-each'; readonly units: number; readonly of: 'containers' | 'units'; readonly each: number }
  | {
      readonly is: 'by-mass';
      /** Of containers heavier than this; null = of a heap or stream. */
      readonly overKg: number | null;
      readonly massKg: number;
      readonly onePerKg: number | null;
      readonly atLeast: number;
    }
  | { readonly is: 'as-bags'; readonly bags: number; readonly atLeast: number }
  | { readonly is: 'every-bag'; readonly upTo: number; readonly atLeast: number }
  | {
      readonly is: 'share-of-bags';
      readonly above: number;
      readonly base: number;
      readonly percent: number;
      readonly most: number;
    };

export interface SamplingPlan {
  readonly primarySamples: number;
  /** How many containers must be opened; null for a heap or stream. */
  readonly containersToSample: number | null;
  /** Sampling units to open, and how many containers make one; null for a heap or stream. */
  readonly units: { readonly toSample: number; readonly size: number } | null;
  readonly why: PlanReason;
  readonly rule: Rule;
  readonly steps: readonly WorkingStep[];
}

/**
 * How many primary samples a rule book asks for.
 *
 * @param subject  containers: integer 1..1e6, their mass and the bulk mass in kg, > 0
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: ISTA, minimum sampling intensity (rows of the edition); AOSA/FSA 7 CFR 201.40–201.42.
 */
export function planPrimarySamples(edition: Edition, subject: SamplingCase): SamplingPlan {
  checkSubject(subject);
  return edition.book === 'ista' ? istaPlan(edition, subject) : aosaPlan(edition, subject);
}

function istaPlan(edition: Edition, subject: SamplingCase): SamplingPlan {
  if ('bulkMassKg' in subject) return byMass(edition, subject.bulkMassKg, null);
  const { containers, containerMassKg } = subject;
  const smallest = edition.parameter('sampling_container_min_kg').value;
  const largest = edition.parameter('sampling_container_max_kg').value;
  if (containerMassKg > largest) {
    const mass = new Exact(containers).times(containerMassKg);
    const plan = byMass(edition, mass.toNumber(), largest);
    // Up to 15 large containers give the same number each, so the count goes up to a whole multiple.
    const samples = containers <= 15 ? containers * Math.ceil(plan.primarySamples / containers) : plan.primarySamples;
    return {
      ...plan,
      primarySamples: samples,
      containersToSample: Math.min(containers, samples),
      units: { toSample: Math.min(containers, samples), size: 1 },
      steps: [
        {
          label: 'mass of the lot',
          expression: `${containers} × ${containerMassKg}`,
          result: mass.toString(),
          unit: 'kg',
        },
        ...plan.steps,
        ...(samples === plan.primarySamples
          ? []
          : [
              {
                label: 'the same number from each',
                expression: `${containers} × ${samples / containers}`,
                result: String(samples),
              },
            ]),
      ],
    };
  }
  if (containerMassKg >= smallest) return byContainers(edition, containers, containers, 1, []);
  const unitKg = edition.parameter('sampling_small_unit_kg').value;
  const perUnit = Math.max(1, new Exact(unitKg).divToInt(containerMassKg).toNumber());
  const units = Math.ceil(containers / perUnit);
  return byContainers(edition, units, containers, perUnit, [
    {
      label: `containers in a unit of at most ${unitKg} kg`,
      expression: `${unitKg} / ${containerMassKg}`,
      result: String(perUnit),
    },
    { label: 'sampling units', expression: `${containers} / ${perUnit}, rounded up`, result: String(units) },
  ]);
}

function byContainers(
  edition: Edition,
  units: number,
  containers: number,
  perUnit: number,
  before: readonly WorkingStep[],
): SamplingPlan {
  const row = rowUpTo(
    edition.intensities.filter((one) => one.case === 'containers'),
    units,
  );
  if (!row) throw new RangeError(`${edition.name} has no sampling intensity for ${units} containers`);
  const samples = row.samplesEach === null ? (row.samplesTotal ?? 0) : row.samplesEach * units;
  const of = units === containers ? 'containers' : 'units';
  return {
    primarySamples: samples,
    containersToSample: Math.min(containers, row.samplesEach === null ? samples : units),
    units: {
      toSample: Math.min(units, samples),
      size: Math.min(perUnit, containers),
    },
    why:
      row.samplesEach === null
        ? { is: 'in-all', units, of, samples }
        : { is: 'from-each', units, of, each: row.samplesEach },
    rule: row.rule,
    steps: [
      ...before,
      row.samplesEach === null
        ? { label: `in all, at ${units} ${of === 'units' ? 'sampling units' : of}`, result: String(samples) }
        : {
            label: `${row.samplesEach} from each`,
            expression: `${row.samplesEach} × ${units}`,
            result: String(samples),
          },
    ],
  };
}

function byMass(edition: Edition, massKg: number, overKg: number | null): SamplingPlan {
  const row = rowUpTo(
    edition.intensities.filter((one) => one.case === 'mass-kg'),
    massKg,
  );
  if (!row) throw new RangeError(`${edition.name} has no sampling intensity for ${massKg} kg`);
  const atLeast = row.samplesTotal ?? 0;
  const byShare = row.onePerKg === null ? 0 : new Exact(massKg).div(row.onePerKg).ceil().toNumber();
  const samples = Math.max(atLeast, byShare);
  return {
    primarySamples: samples,
    containersToSample: null,
    units: null,
    why: { is: 'by-mass', overKg, massKg, onePerKg: row.onePerKg, atLeast },
    rule: row.rule,
    steps: [
      ...(row.onePerKg === null
        ? []
        : [
            {
              label: `one per ${row.onePerKg} kg`,
              expression: `${massKg} / ${row.onePerKg}, rounded up`,
              result: String(byShare),
            },
          ]),
      { label: 'at least', result: String(atLeast) },
      { label: 'primary samples', result: String(samples) },
    ],
  };
}

function aosaPlan(edition: Edition, subject: SamplingCase): SamplingPlan {
  if ('containers' in subject) return bagRule(edition, subject.containers);
  const bagKg = edition.parameter('sampling_customary_bag_kg');
  const atLeast = edition.parameter('sampling_bulk_cores_at_least');
  const bags = new Exact(subject.bulkMassKg).div(bagKg.value).ceil().toNumber();
  const asBags = bagRule(edition, bags).primarySamples;
  const samples = Math.max(atLeast.value, asBags);
  return {
    primarySamples: samples,
    containersToSample: null,
    units: null,
    why: { is: 'as-bags', bags, atLeast: atLeast.value },
    rule: atLeast.rule,
    steps: [
      {
        label: 'customary bags',
        expression: `${subject.bulkMassKg} / ${bagKg.value}, rounded up`,
        result: String(bags),
      },
      { label: 'cores for so many bags', result: String(asBags) },
      { label: 'at least', result: String(atLeast.value) },
      { label: 'cores or handfuls', result: String(samples) },
    ],
  };
}

function bagRule(edition: Edition, bags: number): SamplingPlan {
  const of = (name: string) => edition.parameter(`sampling_${name}`);
  const all = of('all_bags_up_to');
  const base = of('bags_base').value;
  const percent = of('bags_percent').value;
  const cap = of('bags_cap').value;
  const rule = { ...all.rule, row: bags <= all.value ? `1 to ${all.value} bags` : `more than ${all.value} bags` };
  if (bags <= all.value) {
    const cores = Math.max(bags, of('cores_at_least').value);
    return {
      primarySamples: cores,
      containersToSample: bags,
      units: { toSample: bags, size: 1 },
      rule,
      why: { is: 'every-bag', upTo: all.value, atLeast: of('cores_at_least').value },
      steps: [
        { label: 'bags to open', result: String(bags) },
        { label: 'cores', result: String(cores) },
      ],
    };
  }
  const share = new Exact(bags).times(percent).div(100).plus(base);
  const rounded = share.plus(0.5).floor().toNumber();
  const samples = Math.min(cap, rounded);
  return {
    primarySamples: samples,
    containersToSample: samples,
    units: { toSample: samples, size: 1 },
    rule,
    why: { is: 'share-of-bags', above: all.value, base, percent, most: cap },
    steps: [
      {
        label: `${base} and ${percent} % of ${bags}`,
        expression: `${base} + ${bags} × ${percent} / 100`,
        result: share.toString(),
      },
      { label: 'to the whole number, half up', result: String(rounded) },
      ...(rounded > cap ? [{ label: 'never more than', result: String(cap) }] : []),
    ],
  };
}

function checkSubject(subject: SamplingCase): void {
  if ('bulkMassKg' in subject) {
    checkMass('bulkMassKg', subject.bulkMassKg);
    return;
  }
  const { containers, containerMassKg } = subject;
  wholeIn('containers', containers, 1, 1e6);
  checkMass('containerMassKg', containerMassKg);
}

function checkMass(name: string, massKg: number): void {
  aboveUpTo(name, massKg, 0, 1e8);
}
