import type { MoistureWeighings } from '@mercato/contract/moisture/moisture';
import { Exact } from '@mercato/core/units/mass';
import type { Entry } from '../database/observations.ts';
import type { WriteContext } from '../http/context.ts';
import { type FieldRefusal, refused } from '../http/fault.ts';
import type { BenchTest } from '../register/tests.ts';
import { keepWeighings } from '../register/weighings.ts';
import { editionById } from '../rule-books/editions.ts';
import { moistureOf } from './result.ts';
import { moistureObservation } from './tables.ts';

/** Writes the weighings of both containers down and judges them once both are dried. */
export async function weighMoisture(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  body: MoistureWeighings,
): Promise<void> {
  checkOven(body);
  const entries = (['first', 'second'] as const).flatMap((which): Entry[] =>
    (['container', 'withSeed', 'dried'] as const).flatMap((one) => {
      const text = body[which][one];
      return text === undefined
        ? []
        : [{ field: `${which}.${one}`, text, unit: 'g', value: new Exact(text).toString() }];
    }),
  );
  await keepWeighings(context, test, {
    table: moistureObservation,
    entries,
    body,
    act: (corrects) => ({ is: corrects ? 'moisture-corrected' : 'moisture-weighed', test: test.number }),
    judge: async (text) => {
      const result = moistureOf(await editionById(context.tx, test.editionId), text);
      return result && { outcome: result.verdict.outcome, result };
    },
  });
}

/** Masses that cannot be: seed that weighs nothing, or dried heavier than wet. */
function checkOven(body: MoistureWeighings): void {
  const faults = (['first', 'second'] as const).flatMap((which): FieldRefusal[] => {
    const container = new Exact(body[which].container);
    const withSeed = new Exact(body[which].withSeed);
    const dried = body[which].dried === undefined ? null : new Exact(body[which].dried);
    if (!withSeed.gt(container))
      return [
        {
          path: `${which}.withSeed`,
          message: { is: 'moisture.weigh-more-than-empty', container: body[which].container },
        },
      ];
    if (dried?.gt(withSeed))
      return [
        { path: `${which}.dried`, message: { is: 'moisture.cannot-weigh-more-than', withSeed: body[which].withSeed } },
      ];
    if (dried?.lte(container))
      return [
        {
          path: `${which}.dried`,
          message: { is: 'moisture.cannot-weigh-little-empty', container: body[which].container },
        },
      ];
    return [];
  });
  if (faults.length > 0) throw refused(faults);
}
