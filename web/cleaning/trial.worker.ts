import { expose } from 'comlink';
import type { ListedScreen } from '@mercato/core/cleaning/figures';
import { type Proposal, proposeSettings } from '@mercato/core/cleaning/propose';
import { fitMachine, tryPasses } from '@mercato/core/cleaning/simulate';
import type { FeedPart, TrialResult, TrialTask, TriedPass } from '@mercato/core/cleaning/trialTask';

/** A pass with a figure that hangs on the machine. */
export type FittedPass = Extract<TriedPass, { by: 'air' | 'screen' }>;
type Told = (share: number) => unknown;

function run<R>(steps: Generator<number, R>, tell: Told): R {
  let told = 0;
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    // A picture of a bar needs no more than a hundred steps.
    if (step.value - told < 0.01) continue;
    told = step.value;
    tell(told);
  }
}

const trial = {
  tryPasses: (task: TrialTask, tell: Told): TrialResult => run(tryPasses(task), tell),
  propose: (feed: readonly FeedPart[], screens: readonly ListedScreen[], wanted: number, tell: Told): Proposal | null =>
    run(proposeSettings(feed, screens, wanted), tell),
  /** The factor on a machine's air, or the tries of its screen, by which a pass of its own left so much; null = none. */
  fit: (task: TrialTask, pass: FittedPass, keptPercent: number): number | null =>
    pass.by === 'air'
      ? fitMachine(task, (factor) => ({ ...pass, factor }), keptPercent, [0.3, 3])
      : fitMachine(task, (tries) => ({ ...pass, feeding: { ...pass.feeding, tries } }), keptPercent, [1, 10_000]),
};
export type Trial = typeof trial;

expose(trial);
