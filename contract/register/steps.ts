import { WORK, type WorkedStep } from '../lot-sheet/registry.ts';

/** The steps of the work in their order; a release ends them. */
export type Step = WorkedStep['step'] | 'release';
export const STEPS: readonly Step[] = [...WORK.map((one) => one.step), 'release'];

/** Steps that test a working sample. */
export type TestStep = Exclude<WorkedStep['step'], 'sampling'>;
export const TEST_STEPS = WORK.map((one) => one.step).filter((one) => one !== 'sampling') as [TestStep, ...TestStep[]];
/** What is tested of a lot of which nobody said what is wanted. */
export const USUAL_TESTS: readonly TestStep[] = TEST_STEPS.filter(
  (step) => !WORK.some((one) => one.step === step && one.onRequest),
);
