import type { DocumentLine } from '../verdict/documentLine.ts';

/** The submitted sample, as documents tell it. */
export interface SampleFound {
  readonly mass: string;
  readonly drawnOn: string;
  readonly drawnBy: string;
  readonly seal: string;
  readonly code: string;
  /** Drawn by the client, and not by this laboratory: nothing is said of the lot it came from. */
  readonly sentIn: boolean;
}

export const sampleReport = (sample: SampleFound | null): DocumentLine[] => [
  {
    label: 'Sample',
    value: sample
      ? `${sample.mass}, drawn ${sample.drawnOn} by ${sample.drawnBy}${sample.seal ? `, seal ${sample.seal}` : ''}, code ${sample.code}`
      : 'N',
  },
  { label: 'Sampled by', value: sample ? (sample.sentIn ? 'the client' : 'this laboratory') : 'N' },
];
