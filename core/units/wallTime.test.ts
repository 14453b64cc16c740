import { describe, expect, it } from 'vitest';
import { instantsOf, standardOffset } from './wallTime.ts';

describe('a clock on the wall', () => {
  // Source: IANA time zone data base: in Berlin clocks went from 02:00 to 03:00 on 29 March 2026, and go from 03:00
  // back to 02:00 on 25 October 2026; Kolkata keeps 05:30 all year.
  const at = (month: number, day: number, hour: number, minute: number) => ({
    year: 2026,
    month,
    day,
    hour,
    minute,
    second: 0,
  });
  it.each([
    [at(3, 29, 2, 30), []],
    [at(3, 29, 3, 0), ['2026-03-29T01:00:00.000Z']],
    [at(10, 25, 2, 30), ['2026-10-25T00:30:00.000Z', '2026-10-25T01:30:00.000Z']],
    [at(7, 1, 12, 0), ['2026-07-01T10:00:00.000Z']],
  ])('%j in Berlin', (wall, instants) => {
    expect(instantsOf('Europe/Berlin', wall).map((one) => new Date(one).toISOString())).toEqual(instants);
  });
  it('is never set forward where there is no summer time, and knows its winter', () => {
    expect(instantsOf('Asia/Kolkata', at(7, 1, 12, 0))).toEqual([Date.UTC(2026, 6, 1, 6, 30)]);
    expect([standardOffset('Europe/Berlin', 2026), standardOffset('Australia/Sydney', 2026)]).toEqual([
      3_600_000, 36_000_000,
    ]);
  });
});
