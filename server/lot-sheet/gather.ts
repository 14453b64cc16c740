import type { StepBlocks, StepLine } from '@mercato/contract/lot-sheet/standing';
import type { Reader } from '../database/connect.ts';
import type { LotFile } from '../register/lotFile.ts';
import { SHEET_STEPS, TOGETHER, type Views } from './registry.ts';
import type { Facts, OpenStep } from './step.ts';

/** Everything that the steps know of one lot, and the line that each writes on its sheet. */
export type Gathered = Views & {
  readonly steps: readonly OpenStep[];
  readonly lines: readonly StepLine[];
  readonly facts: Facts;
};

const NO_FACTS: Facts = { sample: null, purity: null, otherSeeds: null, moisture: null, germination: null };

export async function gather(tx: Reader, file: LotFile): Promise<Gathered> {
  const opened = new Map<string, OpenStep>();
  for (const one of SHEET_STEPS) opened.set(one.key, await one.open(tx, file));
  const views = () => Object.fromEntries([...opened].map(([key, one]) => [key, one.view])) as unknown as Views;
  for (const see of TOGETHER) {
    const seen = await see(tx, views());
    opened.set(seen.key, seen);
  }
  const steps = [...opened.values()];
  const on = { file, sampled: steps.some((one) => one.samples) };
  return {
    ...views(),
    steps,
    lines: steps.map((one) => one.line(on)),
    facts: steps.reduce((all, one) => ({ ...all, ...one.facts(file) }), NO_FACTS),
  };
}

/** What each step has against a release. */
export const blocksOf = (lines: readonly StepLine[]): StepBlocks[] =>
  lines.flatMap(({ step, blocks }) => (blocks.length > 0 ? [{ step, why: blocks } as StepBlocks] : []));
