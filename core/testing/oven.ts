import type { OvenCourse } from '../moisture/ovenCourse.ts';

/** An oven of which nobody wrote anything down. */
export const NOTHING: OvenCourse = {
  diameterCm: null,
  sealed: null,
  groundMinutes: null,
  exposedSeconds: null,
  ovenC: null,
  backAt: null,
  outAt: null,
  cooledMinutes: null,
};
