import type { Outcome } from '@mercato/core/verdict/verdict';
import type { Step } from '../register/steps.ts';
import type { ReleaseStands } from '../release/stands.ts';
import type { WorkBlocks, WorkStands } from './registry.ts';

/** How a step stands: an outcome, `next` to do, or `waits` for an earlier step. */
export type Mark = Outcome | 'next' | 'waits';

/** What each step says of itself, as codes with figures; its words file puts them into words. */
export type Stands = WorkStands & { release: ReleaseStands<StepBlocks> };

/** Why a step keeps a lot from being released. */
type Blocks = WorkBlocks & { release: never };
/** What one step has against a release; never empty. */
export type StepBlocks = { [S in Step]: { step: S; why: readonly Blocks[S][] } }[Step];

interface LineOf<S extends Step> {
  step: S;
  mark: Mark;
  stands: Stands[S];
  /** Whose hands it was, and when they last wrote. */
  by: string | null;
  at: string | null;
  /** The day on which it was last seen. */
  seenOn?: string;
  /** Why this step keeps the label from being released; none when it does not. */
  blocks: readonly Blocks[S][];
  /** The calendar day on which it is to be done, where there is one. */
  due?: string;
}
/** One line of the lot sheet. */
export type StepLine<S extends Step = Step> = { [One in S]: LineOf<One> }[S];

/** What stands of a lot; `mark` is `next` once `due` has come. */
export type Standing =
  | { [S in Step]: { step: S; mark: Mark; stands: Stands[S]; due?: string } }[Step]
  /** `normal` in percent, `pure` as it is reported. */
  | { step: 'released'; mark: Mark; stands: { normal: number | null; pure: string | null }; due?: string };

/** A standing that an earlier version kept, in its words; derived anew soon after the start. */
export interface EarlierStanding {
  step: Step | 'released';
  mark: Mark;
  note: string;
  due?: string;
}
export type ShownStanding = Standing | EarlierStanding;

/** The page on which a step of a lot is done. */
export const stepPath = (lot: string, { step, due }: { step: Step | 'released'; due?: string }): string => {
  if (step === 'released') return `/lots/${lot}`;
  return `/lots/${lot}/${step}${step === 'germination' && due !== undefined ? '/count' : ''}`;
};
