import type { Figure } from '../rule-books/edition.ts';
import { Exact, type ExactNumber, shownGrams } from '../units/mass.ts';
import { outcomeUpTo, type Verdict, type WorkingStep } from '../verdict/verdict.ts';
import type { BatchBook, PassState, Weighed } from './bookState.ts';
import type { Outlet } from './entries.ts';
import { changesWaterOf, productG } from './passLines.ts';

/**
 * What follows: nothing; look for what is missing; look for what came from elsewhere; weigh what was not; measure the
 * moisture, without which water would look like seed; or nothing asked, because what is missing was blown off.
 */
export type BalanceNext =
  | 'balances'
  | 'look-for-missing'
  | 'look-for-gained'
  | 'weigh-inflow'
  | 'weigh-streams'
  | 'measure-moisture'
  | 'blown-off'
  | 'runs';

export interface BalancedStream {
  /** null = it went in. */
  readonly outlet: Outlet | null;
  readonly vessel: string | null;
  /** As it was weighed, g; null = not weighed. */
  readonly massG: ExactNumber | null;
  readonly dryG: ExactNumber | null;
  readonly moisturePercent: number | null;
}

export interface PassBalance {
  readonly inG: ExactNumber | null;
  readonly outG: ExactNumber;
  /** In dry matter where moistures are known, else as weighed; below 0 where more came out. */
  readonly unaccountedG: ExactNumber | null;
  /** The same as damp as what went in, to be set beside what was weighed. */
  readonly missingG: ExactNumber | null;
  /** Of what went in. */
  readonly unaccountedPercent: number | null;
  /** Whether it was reckoned in dry matter. */
  readonly dry: boolean;
  readonly inflows: readonly BalancedStream[];
  readonly streams: readonly BalancedStream[];
  readonly verdict: Verdict<BalanceNext>;
}

/** Twice the standard uncertainty covers about 95 % (GUM 6.3.3, from memory). */
const COVERAGE = 2;
const ZERO = new Exact(0);
const sum = (all: readonly ExactNumber[]) => all.reduce((a, b) => a.plus(b), ZERO);
const dryOf = (massG: ExactNumber, moisturePercent: number) =>
  massG.times(new Exact(100).minus(moisturePercent)).div(100);

/**
 * Where the mass of a pass went. In dry matter where moisture is known at both ends, so that rinsing, damp air and
 * drying do not look like theft; a stream whose moisture nobody measured is as damp as what went in.
 *
 * More out than in beyond twice the combined uncertainty of the scales is outside, and so is what is missing above the
 * share that is set of what went in. What was blown off or thrown away unweighed is what is missing, and nothing is asked.
 *
 * @param share  what may be unaccounted for, percent of what went in
 * Source: conservation of dry matter; uncertainties combined as JCGM 100:2008 (GUM) 5.1.2, from memory.
 */
export function passBalance(pass: PassState, share: Figure<number>): PassBalance {
  const ins = pass.inflows.map((one) => one.weighed);
  const known = ins.flatMap((one) => (one?.massG == null ? [] : [one as Weighed & { massG: ExactNumber }]));
  const inG = known.length === ins.length ? sum(known.map((one) => one.massG)) : null;
  const dampIns = known.every((one) => one.moisturePercent !== null) && known.length > 0;
  const inMoisture =
    inG !== null && dampIns
      ? sum(known.map((one) => one.massG.times(one.moisturePercent ?? 0)))
          .div(inG)
          .toNumber()
      : null;
  const changesWater = changesWaterOf(pass);
  const measured = pass.streams.filter((one) => one.vessel !== null || one.weighed !== null);
  const moistureOf = (one: Weighed) => one.moisturePercent ?? (changesWater ? null : inMoisture);
  const dry =
    inMoisture !== null && measured.every((one) => one.weighed?.massG == null || moistureOf(one.weighed) !== null);
  const figure = (one: Weighed | null): ExactNumber | null => {
    if (one?.massG == null) return null;
    const moisture = dry ? moistureOf(one) : null;
    return moisture === null ? one.massG : dryOf(one.massG, moisture);
  };
  const inflow = (one: Weighed | null): ExactNumber | null =>
    one?.massG == null ? null : dry ? dryOf(one.massG, one.moisturePercent ?? 0) : one.massG;
  const outs = pass.streams.map((one) => figure(one.weighed));
  const whole = inG === null ? null : sum(ins.map((one) => inflow(one) ?? ZERO));
  const out = sum(outs.flatMap((one) => one ?? []));
  const left = whole === null ? null : whole.minus(out);
  const scales = COVERAGE * uncertaintyOf([...known, ...pass.streams.flatMap((one) => one.weighed ?? [])]);
  const product = productG(pass);
  const gained = scales + product;
  const missing = Math.max(scales, whole === null ? 0 : (whole.toNumber() * share.value) / 100);
  const stream = (one: Weighed | null, outlet: Outlet | null, vessel: string | null, dryG: ExactNumber | null) => ({
    outlet,
    vessel,
    massG: one?.massG ?? null,
    dryG: dry ? dryG : null,
    moisturePercent: one?.moisturePercent ?? null,
  });
  const balance = {
    inG,
    outG: sum(pass.streams.flatMap((one) => one.weighed?.massG ?? [])),
    unaccountedG: left,
    missingG: left === null || !dry ? left : left.times(100).div(new Exact(100).minus(inMoisture)),
    unaccountedPercent:
      left === null || whole === null || whole.isZero() ? null : left.div(whole).times(100).toNumber(),
    dry,
    inflows: pass.inflows.map((one) => stream(one.weighed, null, one.vessel, inflow(one.weighed))),
    streams: pass.streams.map((one, i) => stream(one.weighed, one.outlet, one.vessel, outs[i] ?? null)),
  };
  const needsMoisture = changesWater && !dry;
  return {
    ...balance,
    verdict: judge(pass, balance, { whole, out, scales, product, gained, missing, needsMoisture }, share),
  };
}

/** Standard uncertainty of a sum or difference of readings, g. */
const uncertaintyOf = (all: readonly Weighed[]): number => Math.hypot(...all.map((one) => one.uncertaintyG));

function judge(
  pass: PassState,
  balance: Omit<PassBalance, 'verdict'>,
  of: {
    /** What went in and came out as it is reckoned, g. */
    readonly whole: ExactNumber | null;
    readonly out: ExactNumber;
    /** What the scales leave open, and what came onto the seed, g. */
    readonly scales: number;
    readonly product: number;
    /** As much more, or less, may come out, g. */
    readonly gained: number;
    readonly missing: number;
    readonly needsMoisture: boolean;
  },
  share: Figure<number>,
): Verdict<BalanceNext> {
  const { inG, unaccountedG, unaccountedPercent, dry, streams, inflows } = balance;
  const kept = streams.filter((one) => one.vessel !== null);
  // Blown off, or thrown away unweighed: it is what is missing.
  const blown = streams.some((one) => one.vessel === null && one.massG === null);
  const waits = kept.some((one) => one.massG === null) || streams.length === 0;
  const left = unaccountedG?.toNumber() ?? null;
  // From a kilogram on in kilograms, as a scale in a shed shows them.
  const unit = inG !== null && inG.gte(1000) ? 'kg' : 'g';
  const scaled = (grams: ExactNumber) => (unit === 'kg' ? grams.div(1000) : grams);
  const shown = (grams: ExactNumber | null) => (grams === null ? '–' : shownGrams(scaled(grams)));
  const about = (grams: number) => scaled(new Exact(grams)).toSignificantDigits(3).toString();
  const figures = (all: readonly BalancedStream[]) => all.map((one) => shown(dry ? one.dryG : one.massG)).join(' + ');
  const steps: WorkingStep[] = [
    {
      label: dry ? 'dry matter in' : 'in',
      ...(inflows.length > 1 || dry ? { expression: figures(inflows) } : {}),
      result: shown(of.whole),
      unit,
    },
    {
      label: dry ? 'dry matter out' : 'out',
      expression: figures(streams),
      result: shown(of.out),
      unit,
    },
    { label: 'not accounted for', result: shown(unaccountedG), unit },
    {
      label: 'left open by the scales',
      expression: 'twice the root of their squares',
      result: about(of.scales),
      unit,
    },
    ...(of.product > 0 && of.product < Infinity
      ? [{ label: 'product that came onto it, at most', result: about(of.product), unit }]
      : []),
    {
      label: 'may be missing',
      expression: `${share.value} % of what went in, or what the scales leave open`,
      result: about(of.missing),
      unit,
    },
  ];
  const verdict = (
    outcome: Verdict['outcome'],
    next: BalanceNext,
    limit: number | null = null,
  ): Verdict<BalanceNext> => ({
    measured: unaccountedPercent,
    limit,
    unit: '%',
    outcome,
    rule: share.rule,
    steps,
    next,
  });
  if (left === null || of.whole === null) return verdict('not-judged', 'weigh-inflow');
  const whole = of.whole.toNumber();
  const percent = (grams: number) => (whole > 0 ? (100 * grams) / whole : 0);
  // Streams that nobody weighed can only add to what came out.
  if (!of.needsMoisture && -left > of.gained) return verdict('outside', 'look-for-gained', -percent(of.gained));
  if (waits) return verdict('not-judged', pass.ended === null ? 'runs' : 'weigh-streams');
  if (pass.ended === null) return verdict('not-judged', 'runs');
  if (blown) return verdict('not-judged', 'blown-off');
  if (of.needsMoisture) return verdict('not-judged', 'measure-moisture');
  const outcome = left <= 0 ? 'within' : outcomeUpTo(left, of.missing);
  return verdict(outcome, outcome === 'outside' ? 'look-for-missing' : 'balances', percent(of.missing));
}

export interface BatchBalance {
  /** All that came in, g as weighed; null where some of it was not weighed. */
  readonly inG: ExactNumber | null;
  /** What lies in vessels, was bagged, or went as screenings, by what it is; g as weighed. */
  readonly ends: readonly {
    readonly is: 'lies' | 'bagged' | 'gone' | 'not-kept';
    readonly outlet: Outlet | null;
    readonly vessel: string | null;
    readonly massG: ExactNumber | null;
  }[];
  readonly cleanG: ExactNumber;
  /** Not accounted for in all passes together, g; null while one of them is not known. */
  readonly unaccountedG: ExactNumber | null;
}

/** Where the mass of a batch went, over all its passes: a stream that runs again is counted once, where it ends. */
export function batchBalance(book: BatchBook, balances: ReadonlyMap<string, PassBalance>): BatchBalance {
  const first = [...book.cameIn.values()].map((one) => one.weighed);
  const ends: BatchBalance['ends'][number][] = [];
  for (const vessel of book.vessels.values())
    if (!vessel.empty)
      ends.push({ is: 'lies', outlet: vessel.outlet, vessel: vessel.id, massG: vessel.now?.massG ?? null });
  for (const pass of book.passes.values())
    for (const one of pass.streams)
      if (one.vessel === null && one.outlet !== 'blown')
        ends.push({ is: 'not-kept', outlet: one.outlet, vessel: null, massG: one.weighed?.massG ?? null });
  for (const is of ['gone', 'bagged'] as const)
    for (const { entry, weighed } of book[is])
      ends.push({
        is,
        outlet: book.vessels.get(entry.vessel)?.outlet ?? null,
        vessel: entry.vessel,
        massG: weighed?.massG ?? null,
      });
  const all = [...balances.values()].map((one) => one.unaccountedG);
  return {
    inG:
      first.every((one) => one?.massG != null) && first.length > 0
        ? sum(first.flatMap((one) => one?.massG ?? []))
        : null,
    ends,
    cleanG: sum(
      ends.flatMap((one) => ((one.outlet === 'clean' || one.is === 'bagged') && one.massG !== null ? [one.massG] : [])),
    ),
    unaccountedG: all.some((one) => one === null) ? null : sum(all.flatMap((one) => one ?? [])),
  };
}

export interface Recovery {
  /** Pure seed in the clean stream, of all pure seed that went in, percent. */
  readonly percent: number;
  /** Whether what went in was looked at, or all that came off was. */
  readonly from: 'what-went-in' | 'what-came-off';
}

/**
 * How much of the good seed a pass kept: recovery = clean × purity out / (in × purity in), or, where nobody looked at
 * what went in, over the pure seed of all that came off.
 *
 * @param cleanG, inG      > 0
 * @param purityOut        0..1
 * @param purityIn         0..1, or null
 * @param others           mass and purity of what else came off; null where one was not looked at
 * Source: definition; equals yield × purity out / purity in.
 */
export function recovery(
  cleanG: number,
  purityOut: number,
  inG: number,
  purityIn: number | null,
  others: readonly { readonly massG: number; readonly purity: number }[] | null,
): Recovery | null {
  const kept = cleanG * purityOut;
  if (purityIn !== null && purityIn > 0 && inG > 0)
    return { percent: (100 * kept) / (inG * purityIn), from: 'what-went-in' };
  if (others === null) return null;
  const all = kept + others.reduce((total, one) => total + one.massG * one.purity, 0);
  return all > 0 ? { percent: (100 * kept) / all, from: 'what-came-off' } : null;
}
