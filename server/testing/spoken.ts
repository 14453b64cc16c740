import type { StepBlocks, StepLine } from '@mercato/contract/lot-sheet/standing';
import { blocksWords, lineWords } from '@mercato/contract/lot-sheet/words';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { Step } from '@mercato/contract/register/steps';

/** A line of the lot sheet as its reader reads it. */
export type SpokenLine = Pick<StepLine, 'step' | 'mark' | 'by' | 'at' | 'due' | 'stands'> & {
  figure: string;
  note: string;
  blocks: string | null;
};
export const spoken = ({ blocks, ...line }: StepLine): SpokenLine => ({
  ...line,
  ...lineWords(line),
  blocks: blocks.length > 0 ? blocksWords({ step: line.step, why: blocks } as StepBlocks) : null,
});

/** What the lot sheet says of one step. */
export const spokenOf = (sheet: LotSheet, step: Step): SpokenLine | undefined =>
  sheet.steps.map(spoken).find((one) => one.step === step);
