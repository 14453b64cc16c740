import type { Due } from '@mercato/contract/today/today';
import { addDays } from '@mercato/core/units/days';
import { inStore, type WhatIsDue } from '../register/due.ts';
import { openBags } from './views.ts';

/** Rounds with bags that nobody has looked at today, and the last days of bags. */
export const bagsDue: WhatIsDue = {
  due: async (tx, { now, today }) => {
    const { bags } = await openBags(tx, now);
    const rounds = [...new Map(bags.map(({ round }) => [round.id, round])).values()];
    return [
      ...rounds.flatMap((round): Due[] =>
        round.toLookAt > 0
          ? [
              {
                by: today,
                what: 'look',
                bags: round.toLookAt,
                round: round.number,
                name: round.name,
                open: `/store/rounds/${round.id}`,
                overdue: false,
                ...inStore,
              },
            ]
          : [],
      ),
      ...bags.flatMap(({ round, bag }): Due[] => {
        const { lastDay } = bag.method;
        if (lastDay === null) return [];
        const by = addDays(round.startedOn, lastDay);
        return [
          {
            by,
            what: 'end',
            seed: [bag.kind, bag.variety].filter(Boolean).join(' '),
            sprouted: bag.sprouted,
            seeds: bag.seeds,
            open: `/store/bags/${bag.id}`,
            overdue: by < today,
            ...inStore,
          },
        ];
      }),
    ];
  },
};
