import type { StepBlocks, StepLine } from '@mercato/contract/lot-sheet/standing';
import { NOTHING_REPORTED } from '@mercato/core/release/reported';
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

export const factsOf = (of: readonly Partial<Facts>[]): Facts => Object.assign({}, NOTHING_REPORTED, ...of) as Facts;

/** A step as a write comes upon it: with its view, where that was read already. */
export interface Known {
  readonly one: (typeof SHEET_STEPS)[number];
  readonly view?: object | undefined;
}

/** Opens steps, and sees together those of which only several show something; `views` holds those that were opened. */
export async function openAll(
  tx: Reader,
  file: LotFile,
  known: readonly Known[],
): Promise<{ readonly steps: ReadonlyMap<string, OpenStep>; readonly views: () => Views }> {
  const steps = new Map<string, OpenStep>();
  for (const { one, view } of known) steps.set(one.key, view ? one.with(view as never) : await one.open(tx, file));
  const views = () => Object.fromEntries([...steps].map(([key, one]) => [key, one.view])) as unknown as Views;
  for (const { of, see } of TOGETHER) {
    if (!of.every((key) => steps.has(key))) continue;
    const seen = await see(tx, views());
    steps.set(seen.key, seen);
  }
  return { steps, views };
}

export async function gather(tx: Reader, file: LotFile): Promise<Gathered> {
  const { steps: opened, views } = await openAll(
    tx,
    file,
    SHEET_STEPS.map((one) => ({ one })),
  );
  const steps = [...opened.values()];
  const on = { file, sampled: steps.some((one) => one.samples), today: file.today };
  return {
    ...views(),
    steps,
    lines: steps.map((one) => one.line(on)),
    facts: factsOf(steps.map((one) => one.facts(file))),
  };
}

/** What each step has against a release. */
export const blocksOf = (lines: readonly StepLine[]): StepBlocks[] =>
  lines.flatMap(({ step, blocks }) => (blocks.length > 0 ? [{ step, why: blocks } as StepBlocks] : []));
