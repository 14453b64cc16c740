import { tzOffset } from '@date-fns/tz';

/** A time as a clock on the wall shows it; month 1..12. */
export interface WallTime {
  readonly year: number;
  readonly month: number;
  readonly day: number;
  readonly hour: number;
  readonly minute: number;
  readonly second: number;
}

/** What a clock in a zone shows at an instant, as if it were universal time, ms. */
const shownAt = (zone: string, instant: number): number => instant + tzOffset(zone, new Date(instant)) * 60_000;

/** The day and minute that a clock in a zone shows: "2026-11-24T09:20". */
export const clockIn = (zone: string, instant: Date): string =>
  new Date(shownAt(zone, instant.getTime())).toISOString().slice(0, 16);

const DAY = 86_400_000;

/**
 * The instants at which a clock in a zone shows a time, ms since 1970, in order: one on most days, none in the hour
 * that is left out in spring, two in the hour that comes twice in autumn. The package's own dates choose one of two
 * in silence, so the choice stays here.
 *
 * @param zone  name of the IANA time zone data base
 */
export function instantsOf(zone: string, wall: WallTime): number[] {
  const asUtc = Date.UTC(wall.year, wall.month - 1, wall.day, wall.hour, wall.minute, wall.second);
  const offsets = new Set([asUtc - DAY, asUtc, asUtc + DAY].map((at) => shownAt(zone, at) - at));
  return [...offsets]
    .map((offset) => asUtc - offset)
    .filter((at) => shownAt(zone, at) === asUtc)
    .sort((a, b) => a - b);
}

/** How far a zone's clock is ahead of universal time when it is not set forward for the summer, ms. */
export function standardOffset(zone: string, year: number): number {
  const winter = [Date.UTC(year, 0, 1), Date.UTC(year, 6, 1)].map((at) => shownAt(zone, at) - at);
  return Math.min(...winter);
}
