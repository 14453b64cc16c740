import { germinationStep } from '../germination/step.ts';
import { moistureStep } from '../moisture/step.ts';
import { otherSeedsStep } from '../other-seeds/step.ts';
import { purityStep } from '../purity/step.ts';
import { samplingStep } from '../sampling/step.ts';
import { weightStep } from '../weight/step.ts';

/** The steps of the work, in the order of the lot sheet. A new step is one line here. */
export const WORK = [samplingStep, purityStep, otherSeedsStep, moistureStep, weightStep, germinationStep] as const;

export type WorkedStep = (typeof WORK)[number];
type Named<Name extends string> = Extract<WorkedStep, { readonly step: Name }>;

/** What each step says of itself, as codes with figures. */
export type WorkStands = { [Name in WorkedStep['step']]: Parameters<Named<Name>['stands']>[0] };
/** Why each step keeps a lot from being released. */
export type WorkBlocks = { [Name in WorkedStep['step']]: Parameters<Named<Name>['blocks']>[0][number] };

/** What a step says, or has against a release: of its own kind, which the type of a step that was looked up cannot tell. */
interface Speaks {
  readonly step: string;
  readonly stands: (how: unknown) => ReturnType<WorkedStep['stands']>;
  readonly blocks: (why: readonly unknown[]) => string;
}
const BY_NAME: ReadonlyMap<string, Speaks> = new Map(WORK.map((one) => [one.step, one as unknown as Speaks]));
export const workStep = (step: string): Speaks | undefined => BY_NAME.get(step);
