/** Steps of an axis of hours that read well. */
const STEPS = [0.5, 1, 2, 4, 6, 12, 24, 48, 96, 168, 336, 672];
const ABOUT = 7;

/** An axis of hours from 0 to beyond its last point. */
export function hoursRange(last: number): { readonly min: number; readonly max: number; readonly ticks: number } {
  const step = STEPS.find((one) => last / one <= ABOUT) ?? Math.ceil(last / ABOUT);
  const ticks = Math.max(1, Math.ceil(last / step));
  return { min: 0, max: ticks * step, ticks };
}

/** Hours as people say them. */
export const hoursWords = (hours: number): string =>
  hours < 72
    ? `${hours < 10 ? hours.toFixed(1) : hours.toFixed(0)} h`
    : `${(hours / 24).toFixed(hours < 240 ? 1 : 0)} days`;
