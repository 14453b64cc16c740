import type { GerminationView } from '@mercato/contract/germination/germination';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import type { OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import type { PurityView } from '@mercato/contract/purity/purity';
import type { StepBlocks, StepLine } from '@mercato/contract/lot-sheet/standing';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import type { Reader } from '../database/connect.ts';
import { contradictionsOf } from './contradictions.ts';
import { germinationLine, readGermination } from '../germination/result.ts';
import { moistureLine, readMoisture } from '../moisture/result.ts';
import { otherSeedsLine, readOtherSeeds } from '../other-seeds/result.ts';
import { purityLine, readPurity } from '../purity/result.ts';
import type { LotFile } from '../register/lotFile.ts';
import { readSampling, samplingLine } from '../sampling/result.ts';

/** Everything that the steps know of one lot, and the line that each writes on its sheet. */
export interface Gathered {
  readonly sampling: SamplingView;
  readonly purity: PurityView;
  readonly otherSeeds: OtherSeedsView;
  readonly moisture: MoistureView;
  readonly germination: GerminationView;
  readonly lines: readonly StepLine[];
}

export async function gather(tx: Reader, file: LotFile): Promise<Gathered> {
  const sampling = await readSampling(tx, file);
  const purity = await readPurity(tx, file);
  const searched = await readOtherSeeds(tx, file);
  const otherSeeds = { ...searched, ...(await contradictionsOf(tx, purity, searched)) };
  const moisture = await readMoisture(tx, file);
  const germination = await readGermination(tx, file);
  const sampled = sampling.submitted !== null;
  return {
    sampling,
    purity,
    otherSeeds,
    moisture,
    germination,
    lines: [
      samplingLine(sampling, file.lot.parts),
      purityLine(purity, sampled),
      otherSeedsLine(otherSeeds, sampled),
      moistureLine(moisture, sampled),
      germinationLine(germination, sampled),
    ],
  };
}

/** What each step has against a release. */
export const blocksOf = (lines: readonly StepLine[]): StepBlocks[] =>
  lines.flatMap(({ step, blocks }) => (blocks.length > 0 ? [{ step, why: blocks } as StepBlocks] : []));
