import { afterEach, expect, it } from 'vitest';
import { NEVER_SAID, takeReading } from './reader.ts';
import { shortDay, shortInstant } from './session.tsx';

afterEach(() => {
  takeReading(null);
});

it('writes a day in its reader’s order, an instant by the clock of the laboratory', () => {
  // By hand: 23:20 universal time is 00:20 of the next day in Berlin in winter, 18:20 in New York.
  const at = '2026-11-24T23:20:00.000Z';
  expect([shortDay('2026-11-24'), shortDay(at, 'Europe/Berlin'), shortInstant(at, 'Europe/Berlin')]).toEqual([
    '24 Nov',
    '25 Nov',
    '25 Nov, 00:20',
  ]);
  takeReading({ ...NEVER_SAID, order: 'month first' });
  expect([shortDay('2026-11-24'), shortInstant(at, 'America/New_York')]).toEqual(['Nov 24', 'Nov 24, 18:20']);
  takeReading({ ...NEVER_SAID, order: 'year first' });
  expect([shortDay('2026-11-24'), shortInstant(at, 'Europe/Berlin')]).toEqual(['2026-11-24', '2026-11-25, 00:20']);
});
