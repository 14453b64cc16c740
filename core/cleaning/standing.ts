import type { Figure } from '../rule-books/edition.ts';
import { type Outcome, worst } from '../verdict/verdict.ts';
import { batchBalance, passBalance } from './balance.ts';
import type { Expects } from '../register/expects.ts';
import { expectsOf } from './expects.ts';
import type { BatchBook, PassState } from './bookState.ts';
import { isSoak } from './passLines.ts';
import { type School, type SoakRules, soakState, type SoakStep } from './soak.ts';

/** How a batch stands: the worst of what its passes were judged, or `runs` while one is at work. */
export type BatchOutcome = Outcome | 'runs';

/** What a list has to know of a batch without reading its lines. */
export interface BatchStanding {
  readonly passes: number;
  readonly running: number;
  readonly inG: string | null;
  readonly cleanG: string;
  readonly outcome: BatchOutcome;
  /** What its notes let one expect of the seed, when it is tested. */
  readonly expects: readonly Expects[];
  /** What is due in it, ms, the earliest first. */
  readonly due: readonly BatchDue[];
}
export interface BatchDue {
  readonly pass: string;
  readonly act: SoakStep['act'] | 'weigh';
  readonly at: number;
}

const HOUR = 3_600_000;
/** Hours between two weighings of what dries. Common practice, no source. */
const WEIGH_EVERY = 24 * HOUR;

/** The school by which a soak is led, as its settings have it. */
export const schoolOf = (pass: PassState): School => (pass.settings.school === 'waters' ? 'waters' : 'still');

export const soakOf = (pass: PassState, rules: SoakRules) =>
  soakState(
    pass.method,
    schoolOf(pass),
    rules,
    pass.startedAt,
    pass.soak.map(({ at, entry }) => ({ at, did: entry.did, sinkers: entry.sinkers, floaters: entry.floaters })),
  );

function dueOf(pass: PassState, rules: SoakRules): BatchDue[] {
  if (pass.ended) return [];
  if (isSoak(pass.method)) {
    const { next } = soakOf(pass, rules);
    return next ? [{ pass: pass.id, act: next.act, at: next.dueAt }] : [];
  }
  if (pass.method !== 'dry') return [];
  return [{ pass: pass.id, act: 'weigh', at: (pass.drying.at(-1)?.at ?? pass.startedAt) + WEIGH_EVERY }];
}

/** How a batch stands. */
export function standingOf(book: BatchBook, share: Figure<number>, rules: SoakRules): BatchStanding {
  const passes = [...book.passes.values()];
  const balances = new Map(passes.map((one) => [one.id, passBalance(one, share)]));
  const { inG, cleanG } = batchBalance(book, balances);
  const running = passes.filter((one) => one.ended === null).length;
  const judged = [...balances.values()].map((one) => one.verdict.outcome).filter((one) => one !== 'not-judged');
  return {
    passes: passes.length,
    running,
    inG: inG?.toString() ?? null,
    cleanG: cleanG.toString(),
    outcome: judged.includes('outside') ? 'outside' : running > 0 ? 'runs' : worst(judged),
    expects: expectsOf(book),
    due: passes.flatMap((one) => dueOf(one, rules)).sort((a, b) => a.at - b.at),
  };
}
