import { may } from '@mercato/core/register/permissions';
import type { Transaction } from './database/connect.ts';
import type { SignedIn, WriteContext } from './http/context.ts';
import { todayIn } from './http/day.ts';
import { refreshStanding } from './lot-sheet/standing.ts';
import { keepAudit } from './register/audit.ts';

/**
 * A write context for a person at an instant, so that the demo and the file import go through the
 * very functions that the screens use.
 */
export function scribe(
  tx: Transaction,
  person: SignedIn,
  at: Date,
  zone = Intl.DateTimeFormat().resolvedOptions().timeZone,
): Pick<WriteContext<unknown>, 'tx' | 'person' | 'hand' | 'now' | 'audit' | 'touch'> & { settle: () => Promise<void> } {
  const touched = new Set<string>();
  return {
    tx,
    person,
    now: at,
    hand: {
      personId: person.id,
      page: null,
      at,
      today: todayIn(at, zone),
      zone,
      mayCorrectOthers: may(person.roles, 'bench.correct-others'),
    },
    audit: async (note) => {
      await keepAudit(tx, note, person.id, at);
    },
    touch: (lotId) => touched.add(lotId),
    /** Derives what stands of every touched lot, once. */
    settle: async () => {
      for (const lotId of touched) await refreshStanding(tx, lotId, at);
      touched.clear();
    },
  };
}
