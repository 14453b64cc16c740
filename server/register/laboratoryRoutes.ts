import { notInArray } from 'drizzle-orm';
import type { LaboratoryView } from '@mercato/contract/register/people';
import { laboratoryRoutes } from '@mercato/contract/register/routes';
import type { Api } from '../http/api.ts';
import { laboratoryOf } from './lotFile.ts';
import { laboratory, lot } from './tables.ts';

/** What the laboratory says of itself, and what its printer holds. */
export function serveLaboratory(api: Api): void {
  api.read(laboratoryRoutes.view, async ({ tx }): Promise<LaboratoryView> => laboratoryOf(tx));

  api.write(laboratoryRoutes.change, async ({ tx, body, audit }): Promise<LaboratoryView> => {
    const before = await laboratoryOf(tx);
    await tx.update(laboratory).set(body);
    // What is due when follows from the days on which somebody is there: open lots are derived anew.
    if (before.closedWeek !== body.closedWeek || before.closedDays.join() !== body.closedDays.join())
      await tx
        .update(lot)
        .set({ standingVersion: null, kept: null })
        .where(notInArray(lot.state, ['released', 'divided']));
    await audit({ act: { is: 'laboratory-changed' }, subject: 'laboratory', before, after: body });
    return laboratoryOf(tx);
  });
}
