import type { Early } from './early.ts';

/** One line of the lot sheet in words: what was measured (empty while nothing was), and what is to be said of it. */
export interface LineWords {
  figure: string;
  note: string;
}

/** What a step says before anything of it was measured. */
export const earlyWords = ({ is }: Early, toDraw: string, drawn: string): LineWords => ({
  figure: '',
  note: { 'waits-for-sample': 'waits for the sample', 'not-asked': 'not asked for', 'to-draw': toDraw, drawn }[is],
});
