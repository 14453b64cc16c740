import type { MoistureNext } from '@mercato/core/moisture/next';
import { earlyWords, type LineWords } from '../register/lineWords.ts';
import type { MoistureBlock, MoistureStands } from './stands.ts';

/** What a verdict on moisture asks for. */
export const MOISTURE_NEXT: Readonly<Record<MoistureNext, string>> = {
  'containers-agree': 'The two containers agree.',
  'repeat-both-containers': 'The two containers are out of tolerance: repeat both.',
};

export function moistureStands(how: MoistureStands): LineWords {
  switch (how.is) {
    case 'to-weigh-in':
      return { figure: '', note: 'to be weighed in' };
    case 'in-the-oven':
      return { figure: '', note: 'in the oven' };
    case 'measured':
      return {
        figure: `${how.percent.toFixed(1)} %`,
        note: `oven, ${how.apart.toFixed(2)} apart, ${how.limit ?? 'any'} allowed${{ report: '', repeat: ': repeat', accepted: ': accepted by the lead' }[how.then]}`,
      };
    default:
      return earlyWords(how, 'sample to be drawn', 'sample drawn and sealed');
  }
}

export const moistureBlocks = (_why: readonly MoistureBlock[]): string =>
  'Moisture: the two containers are out of tolerance; decision pending.';
