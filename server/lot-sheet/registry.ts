import type { Reader } from '../database/connect.ts';
import { germinationStep } from '../germination/step.ts';
import { moistureStep } from '../moisture/step.ts';
import { otherSeedsStep } from '../other-seeds/step.ts';
import { purityStep } from '../purity/step.ts';
import { samplingStep } from '../sampling/step.ts';
import { weightStep } from '../weight/step.ts';
import { contradictionsOf } from './contradictions.ts';
import type { OpenStep } from './step.ts';

/** The steps of the work, in the order of the lot sheet. A new step is one line here. */
export const SHEET_STEPS = [
  samplingStep,
  purityStep,
  otherSeedsStep,
  moistureStep,
  weightStep,
  germinationStep,
] as const;

type Opened = Awaited<ReturnType<(typeof SHEET_STEPS)[number]['open']>>;
/** What each step shows of a lot, by its key. */
export type Views = { readonly [One in Opened as One['key']]: One['view'] };

/** The steps, itself among them, of which one shows what only they together tell. */
export const seenWith = (key: string): readonly string[] => [
  key,
  ...TOGETHER.flatMap(({ of }) => ((of as readonly string[]).includes(key) ? of : [])),
];

/** What only several steps together show, put into the one that it is shown with. */
export const TOGETHER: readonly {
  readonly of: readonly (keyof Views)[];
  readonly see: (tx: Reader, views: Views) => Promise<OpenStep>;
}[] = [
  {
    of: ['purity', 'otherSeeds'],
    see: async (tx, { purity, otherSeeds }) =>
      otherSeedsStep.with({ ...otherSeeds, ...(await contradictionsOf(tx, purity, otherSeeds)) }),
  },
];
