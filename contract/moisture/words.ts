import type { MoistureNext } from '@mercato/core/moisture/next';

/** What a verdict on moisture asks for. */
export const MOISTURE_NEXT: Readonly<Record<MoistureNext, string>> = {
  'containers-agree': 'The two containers agree.',
  'repeat-both-containers': 'The two containers part too far: repeat both.',
};
