import type { WriteRoute } from '@mercato/contract/http/route';
import type { DayCorrection } from '@mercato/contract/http/seen';
import type { TestStep } from '@mercato/contract/register/steps';
import type { ObservationTable } from '../database/observationTable.ts';
import { redateObservations } from '../database/observations.ts';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import type { LotPicture } from '../lot-sheet/standing.ts';
import { seenOf } from './seen.ts';
import { bumpTest, drawnBefore, lockTest } from './tests.ts';

/** Corrects the day of weighings or counts of a test; their figures and verdicts stay. */
export function serveDays<Answer extends object>(
  api: Api<LotPicture>,
  route: WriteRoute<string, DayCorrection, Answer>,
  step: TestStep,
  table: ObservationTable,
  answer: (context: WriteContext<unknown, LotPicture>, lotId: string) => Promise<Answer>,
): void {
  api.write(route, async (context) => {
    const { tx, body, hand, audit, touch } = context;
    const test = await lockTest(tx, idParam(context.params, 'test'), step, context.seenVersion);
    const seen = seenOf(hand, body, await drawnBefore(tx, test.vesselId));
    const days = await redateObservations(tx, table, test.id, body.fields, { ...hand, seen }, body.reason);
    if (days.length > 0) {
      await bumpTest(tx, test, hand);
      await audit({
        lotId: test.lotId,
        act: { is: 'test-day-corrected', step, test: test.number },
        subject: `test ${test.id}`,
        before: days,
        after: body,
        reason: body.reason,
      });
      touch(test.lotId);
    }
    return answer(context, test.lotId);
  });
}
