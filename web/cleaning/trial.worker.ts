import { expose } from 'comlink';
import type { ListedScreen } from '@mercato/core/cleaning/figures';
import { type Proposal, proposeSettings } from '@mercato/core/cleaning/propose';
import { tryPasses } from '@mercato/core/cleaning/simulate';
import type { FeedPart, TrialResult, TrialTask } from '@mercato/core/cleaning/trialTask';

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
};
export type Trial = typeof trial;

expose(trial);
