import type { DocumentLine } from '../verdict/documentLine.ts';

/** Moisture, as documents tell it. */
export interface MoistureFound {
  readonly percent: number;
  readonly method: string;
}

export const moistureReport = (moisture: MoistureFound | null): DocumentLine[] => [
  {
    label: 'Moisture, %',
    value: moisture ? `${moisture.percent.toFixed(1)} (${moisture.method})` : 'N',
    key: 'moisture',
  },
];
