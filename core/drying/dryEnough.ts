import { massAfterDrying } from './forecast.ts';
import { aboveUpTo, aboveZero, ArgumentFault, between, percentIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';
import { humidityInBalance, moistureInBalance } from './equilibrium.ts';

/** What the seed is to be closed in, or for. */
export const CLOSINGS = ['paper', 'airtight', 'vacuum', 'freezer'] as const;
export type Closing = (typeof CLOSINGS)[number];

/**
 * The dampest air that seed may be in balance with when it is closed, percent.
 * paper: common practice, no source (moulds grow from about 65 %). airtight: common practice, no source.
 * freezer: FAO Genebank Standards (2014), dried at 10 to 25 % relative humidity; from memory.
 */
export const DRIEST_ENOUGH: Readonly<Record<Closing, { humidityPercent: number; words: string; source: string }>> = {
  paper: {
    humidityPercent: 60,
    words: 'in paper or cloth, which breathes',
    source: 'common practice, no source: moulds grow from about 65 %',
  },
  airtight: { humidityPercent: 40, words: 'in a jar or foil bag, airtight', source: 'common practice, no source' },
  vacuum: {
    humidityPercent: 40,
    words: 'vacuum sealed in foil',
    source: 'common practice, no source: as airtight; a vacuum dries nothing, and sharp seed pierces the foil',
  },
  freezer: {
    humidityPercent: 25,
    words: 'airtight, for the freezer',
    source: 'FAO Genebank Standards (2014): dried in air of 10 to 25 %; from memory',
  },
};

export interface DryKind {
  /** sensitive: seed of this kind dies when it dries. */
  readonly desiccation: 'orthodox' | 'sensitive' | 'unknown';
  /** Oil in the dry seed, as a fraction; null = not known. */
  readonly oilFraction: number | null;
}

export interface Weighing {
  /** Hours since any start, growing. */
  readonly hours: number;
  readonly massG: number;
}

/** What is known of the seed. Anything may be missing; what is there is used. */
export interface DryEvidence {
  /** Where the seed and the air stand now, °C. */
  readonly temperatureC: number;
  /** By oven or meter, percent wet basis. */
  readonly moisturePercent?: number;
  /** Of air that was shut up with the seed for a day or longer, percent. */
  readonly shutAirPercent?: number;
  /** Of the air in which it lies open, percent. */
  readonly roomAirPercent?: number;
  /** Of the same seed in the same tray, oldest first. */
  readonly weighings?: readonly Weighing[];
  /** Moisture at the first weighing, percent wet basis. */
  readonly firstMoisturePercent?: number;
}

export interface Sign {
  readonly from: 'moisture-reading' | 'weight-lost' | 'shut-air' | 'weight-at-rest';
  /** The air that the seed is in balance with, percent; a range where the oil of the kind is not known. */
  readonly humidityPercent: readonly [low: number, high: number];
}

/** Why; figures are of the air that the seed is in balance with, percent. */
export type DryReason =
  | {
      readonly is:
        'dies-dry' | 'may-die-dry' | 'falling' | 'rising' | 'touch-says-nothing' | 'signs-disagree' | 'oil-unknown';
    }
  | { readonly is: 'dry-enough' | 'too-damp'; readonly percent: number; readonly limitPercent: number };
export type DryNext =
  'keep-moist' | 'air-is-missing' | 'shut-up-or-weigh' | 'close-now' | 'dry-on' | 'shut-up-with-hygrometer';

export interface DryAnswer {
  /** yes: close it. not-yet: dry on. unknown: `next` says what is missing. never: this kind dies when dried. */
  readonly answer: 'yes' | 'not-yet' | 'unknown' | 'never';
  readonly limitPercent: number;
  readonly signs: readonly Sign[];
  readonly reasons: readonly DryReason[];
  readonly next: DryNext;
  /** Moisture at which it is dry enough, percent wet basis; null where the oil is not known. */
  readonly targetMoisturePercent: number | null;
  /** What the tray will weigh then, g; null where the present moisture or the target is not known. */
  readonly massWhenDryG: number | null;
  readonly steps: readonly WorkingStep[];
}

/** Oil from the leanest to the richest seed, for kinds whose oil is not known. */
const ANY_OIL = [0.02, 0.5] as const;
/** Weight at rest: less than this share lost or gained in a day. Common practice, no source. */
const AT_REST_A_DAY = 0.001;
const LEAST_HOURS_APART = 12;

/**
 * Dry enough to close? One answer from whatever is known: a moisture reading, the weights lost since a known
 * moisture, air shut up with the seed, or weight at rest in air of known humidity. All are brought to one figure, the
 * humidity that the seed is in balance with; where they disagree the dampest counts. Dry to the touch is no sign.
 *
 * @throws {RangeError} if a figure leaves its range; the message names it
 * Source: limits as in `DRIEST_ENOUGH`; balance of moisture and air as in `moistureInBalance`; what is left of a weight
 * by dry matter, W₂ = W₁ (100 − M₁) / (100 − M₂).
 */
export function dryEnough(kind: DryKind, closing: Closing, evidence: DryEvidence): DryAnswer {
  checkEvidence(evidence);
  const limit = DRIEST_ENOUGH[closing].humidityPercent;
  const { temperatureC } = evidence;
  const oils = kind.oilFraction === null ? ANY_OIL : ([kind.oilFraction, kind.oilFraction] as const);
  const balance = (moisture: number): [number, number] => {
    const ends = oils.map((oil) => 100 * humidityInBalance(moisture, temperatureC, oil));
    return [Math.min(...ends), Math.max(...ends)];
  };
  const target = kind.oilFraction === null ? null : moistureInBalance(limit / 100, temperatureC, kind.oilFraction);
  const steps: WorkingStep[] = [
    {
      label: 'may be in balance with air of',
      expression: DRIEST_ENOUGH[closing].words,
      result: String(limit),
      unit: '%',
    },
  ];
  if (target !== null)
    steps.push({
      label: 'which is a moisture of',
      expression: `by its oil, ${((kind.oilFraction ?? 0) * 100).toFixed(0)} %, at ${temperatureC} °C`,
      result: target.toFixed(1),
      unit: '%',
    });
  const signs: Sign[] = [];
  const weights = evidence.weighings ?? [];
  const [firstWeight, lastWeight] = [weights[0], weights.at(-1)];
  let moisture = evidence.moisturePercent ?? null;
  if (moisture !== null) signs.push({ from: 'moisture-reading', humidityPercent: balance(moisture) });
  if (firstWeight && lastWeight && weights.length > 1 && evidence.firstMoisturePercent !== undefined) {
    const dryG = firstWeight.massG * (1 - evidence.firstMoisturePercent / 100);
    const now = 100 * (1 - dryG / lastWeight.massG);
    if (!(now > 0))
      throw new ArgumentFault('weighings', { is: 'argument.not-below-dry-matter', dryG, got: lastWeight.massG });
    steps.push({
      label: 'moisture by the weight lost',
      expression: `100 − ${firstWeight.massG} × (100 − ${evidence.firstMoisturePercent}) / ${lastWeight.massG}`,
      result: now.toFixed(1),
      unit: '%',
    });
    signs.push({ from: 'weight-lost', humidityPercent: balance(now) });
    moisture ??= now;
  }
  if (evidence.shutAirPercent !== undefined)
    signs.push({ from: 'shut-air', humidityPercent: [evidence.shutAirPercent, evidence.shutAirPercent] });
  const trend = trendOf(weights);
  if (trend === 'at-rest' && evidence.roomAirPercent !== undefined)
    signs.push({
      from: 'weight-at-rest',
      humidityPercent: [evidence.roomAirPercent, evidence.roomAirPercent],
    });
  for (const { from, humidityPercent } of signs)
    steps.push({ label: `in balance with, by ${SIGN_LABELS[from]}`, result: shownRange(humidityPercent), unit: '%' });
  const dampest = Math.max(...signs.map((one) => one.humidityPercent[1]));
  // A weight to wait for is only as good as the moisture behind it: where another sign is damper, it is none.
  const trusted = moisture !== null && balance(moisture)[1] >= dampest - 0.5;
  const massWhenDryG =
    target !== null && moisture !== null && lastWeight && moisture > target && trusted
      ? massAfterDrying(lastWeight.massG, moisture, target)
      : null;
  if (massWhenDryG !== null && target !== null && moisture !== null && lastWeight)
    steps.push({
      label: 'dry enough at',
      expression: `${lastWeight.massG} × (100 − ${moisture.toFixed(1)}) / (100 − ${target.toFixed(1)})`,
      result: massWhenDryG.toFixed(2),
      unit: 'g',
    });
  return {
    ...judge(kind, limit, signs, trend),
    limitPercent: limit,
    signs,
    targetMoisturePercent: target,
    massWhenDryG,
    steps,
  };
}

/** How the working names a sign. */
const SIGN_LABELS: Readonly<Record<Sign['from'], string>> = {
  'moisture-reading': 'moisture reading',
  'weight-lost': 'weight lost',
  'shut-air': 'air shut up with it',
  'weight-at-rest': 'weight has come to rest',
};

const shownRange = ([low, high]: readonly [number, number]) =>
  high - low < 0.5 ? low.toFixed(0) : `${low.toFixed(0)} to ${high.toFixed(0)}`;

type Trend = 'falling' | 'rising' | 'at-rest' | 'not-known';

/** By the last two weighings that lie half a day apart at least. */
function trendOf(weighings: readonly Weighing[]): Trend {
  const last = weighings.at(-1);
  const before = last && weighings.findLast((one) => last.hours - one.hours >= LEAST_HOURS_APART);
  if (!last || !before) return 'not-known';
  const aDay = ((last.massG - before.massG) / before.massG / (last.hours - before.hours)) * 24;
  return Math.abs(aDay) < AT_REST_A_DAY ? 'at-rest' : aDay < 0 ? 'falling' : 'rising';
}

function judge(
  kind: DryKind,
  limit: number,
  signs: readonly Sign[],
  trend: Trend,
): Pick<DryAnswer, 'answer' | 'reasons' | 'next'> {
  if (kind.desiccation === 'sensitive') return { answer: 'never', reasons: [{ is: 'dies-dry' }], next: 'keep-moist' };
  const reasons: DryReason[] = kind.desiccation === 'unknown' ? [{ is: 'may-die-dry' }] : [];
  if (trend === 'falling' || trend === 'rising') reasons.push({ is: trend });
  if (signs.length === 0)
    return {
      answer: trend === 'falling' ? 'not-yet' : 'unknown',
      reasons: [...reasons, { is: 'touch-says-nothing' }],
      next: trend === 'at-rest' ? 'air-is-missing' : 'shut-up-or-weigh',
    };
  const damp = Math.max(...signs.map((one) => one.humidityPercent[1]));
  const sure = Math.max(...signs.map((one) => one.humidityPercent[0]));
  const apart =
    signs.some((one) => one.humidityPercent[1] <= limit) && signs.some((one) => one.humidityPercent[0] > limit);
  if (apart) reasons.push({ is: 'signs-disagree' });
  if (damp <= limit)
    return {
      answer: 'yes',
      reasons: [...reasons, { is: 'dry-enough', percent: damp, limitPercent: limit }],
      next: 'close-now',
    };
  if (sure > limit)
    return {
      answer: 'not-yet',
      reasons: [...reasons, { is: 'too-damp', percent: sure, limitPercent: limit }],
      next: 'dry-on',
    };
  return { answer: 'unknown', reasons: [...reasons, { is: 'oil-unknown' }], next: 'shut-up-with-hygrometer' };
}

function checkEvidence(evidence: DryEvidence): void {
  const { temperatureC, moisturePercent, firstMoisturePercent, shutAirPercent, roomAirPercent, weighings } = evidence;
  aboveUpTo('temperatureC', temperatureC, -50, 80);
  for (const [name, value] of Object.entries({ moisturePercent, firstMoisturePercent }))
    if (value !== undefined) between(name, value, 0, 100);
  for (const [name, value] of Object.entries({ shutAirPercent, roomAirPercent }))
    if (value !== undefined) percentIn(name, value);
  weighings?.forEach((one, i) => {
    aboveZero(`weighings.${i}.massG`, one.massG);
    const before = weighings[i - 1];
    if (!Number.isFinite(one.hours) || (before && !(one.hours > before.hours)))
      throw new ArgumentFault(`weighings.${i}.hours`, { is: 'argument.after-weighing-before', got: one.hours });
  });
}
