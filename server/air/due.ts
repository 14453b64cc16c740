import type { Due } from '@mercato/contract/today/today';
import { inStore, type WhatIsDue } from '../register/due.ts';
import { careList } from './care.ts';

/** Places whose air calls for somebody. */
export const airDue: WhatIsDue = {
  due: async (tx, { now, today }) =>
    (await careList(tx, now)).places.flatMap((place) => {
      const past = place.calls.filter((one) => one.what === 'alarm' && !one.goesOn);
      const [first] = past;
      const calls = [
        ...place.calls.filter((one) => !past.includes(one)).map((call) => ({ call, times: 1 })),
        // What is over is one thing to look at, however often it was.
        ...(first ? [{ call: first, times: past.length }] : []),
      ];
      return calls.map(({ call, times }): Due => ({
        by: today,
        what: call.what === 'desiccant' ? 'desiccant' : 'alarm',
        place: place.place,
        call,
        times,
        open: `/store/places/${place.placeId}`,
        overdue: call.goesOn && call.what !== 'desiccant',
        ...inStore,
      }));
    }),
  // An alarm is now; it has no day to be written down for.
  hasDay: (one) => one.what !== 'alarm',
};
