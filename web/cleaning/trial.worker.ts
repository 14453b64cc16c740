import { expose } from 'comlink';
import type { ListedScreen } from '@mercato/core/cleaning/figures';
import { type Proposal, proposeSettings } from '@mercato/core/cleaning/propose';
import { fitMachine, tryPasses } from '@mercato/core/cleaning/simulate';
import type { FeedPart, TrialResult, TrialTask, TriedPass } from '@mercato/core/cleaning/trialTask';
import { runSteps, type TellShare } from '../ui/runSteps.ts';

/** A pass with a figure that hangs on the machine. */
export type FittedPass = Extract<TriedPass, { by: 'air' | 'screen' }>;
const trial = {
  tryPasses: (task: TrialTask, tell: TellShare): TrialResult => runSteps(tryPasses(task), tell),
  propose: (
    feed: readonly FeedPart[],
    screens: readonly ListedScreen[],
    wanted: number,
    tell: TellShare,
  ): Proposal | null => runSteps(proposeSettings(feed, screens, wanted), tell),
  /** The factor on a machine's air, or the tries of its screen, by which a pass of its own left so much; null = none. */
  fit: (task: TrialTask, pass: FittedPass, keptPercent: number): number | null =>
    pass.by === 'air'
      ? fitMachine(task, (factor) => ({ ...pass, factor }), keptPercent, [0.3, 3])
      : fitMachine(task, (tries) => ({ ...pass, feeding: { ...pass.feeding, tries } }), keptPercent, [1, 10_000]),
};
export type Trial = typeof trial;

expose(trial);
