import type { WeightWeighings } from '@mercato/contract/weight/weight';
import { Exact } from '@mercato/core/units/mass';
import { currentObservations, type Entry } from '../database/observations.ts';
import { deviceNamed } from '../devices/devices.ts';
import type { WriteContext } from '../http/context.ts';
import { type FieldRefusal, refused } from '../http/fault.ts';
import { lotById } from '../register/lots.ts';
import type { BenchTest } from '../register/tests.ts';
import { keepWeighings } from '../register/weighings.ts';
import { editionById, kindOf } from '../rule-books/editions.ts';
import { replicateOf, weightOf } from './result.ts';
import { weightObservation } from './tables.ts';

/** Writes the weighings of a test down, and judges them once there are as many as the rules ask. */
export async function weighSeeds(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  body: WeightWeighings,
): Promise<void> {
  const { tx } = context;
  const before = await currentObservations(tx, weightObservation, [test.id]);
  checkWeights(
    body,
    before.map((one) => one.field),
  );
  const entries: Entry[] = body.replicates.map((text, i) => weighed(`replicate.${i + 1}`, text));
  if (body.whole) {
    const seeds = String(body.whole.seeds);
    const { picture, counter } = body.whole;
    const counted = await deviceNamed(tx, counter?.device, 'counter', 'whole.counter.device');
    const device =
      counter && counted !== null
        ? `${counted}: ${counter.long} long and ${counter.short} short pulses`
        : picture && `a picture: found ${picture.found}, ${picture.handled} put right by hand`;
    entries.push(weighed('wholeMass', body.whole.mass), {
      field: 'wholeSeeds',
      text: seeds,
      unit: null,
      value: seeds,
      device,
    });
  }
  await keepWeighings(context, test, {
    table: weightObservation,
    entries,
    body,
    act: (corrects) => ({ is: corrects ? 'weight-corrected' : 'weight-weighed', test: test.number }),
    judge: async (text, current) => {
      const { species } = await lotById(tx, test.lotId);
      const { result } = weightOf(
        await editionById(tx, test.editionId),
        (await kindOf(tx, species))?.chaffy ?? false,
        text,
        current.filter((one) => replicateOf(one.field) !== null).length,
      );
      return result && { outcome: result.verdict.outcome, result };
    },
  });
}

const weighed = (field: string, text: string): Entry => ({ field, text, unit: 'g', value: new Exact(text).toString() });

/** Seed that weighs nothing cannot be, and what was kept is corrected, never taken away. */
function checkWeights({ replicates, whole }: WeightWeighings, kept: readonly string[]): void {
  const faults: FieldRefusal[] = [
    ...replicates.flatMap((text, i): FieldRefusal[] =>
      new Exact(text).gt(0) ? [] : [{ path: `replicates.${i}`, message: { is: 'weight.must-weigh' } }],
    ),
    ...(whole && !new Exact(whole.mass).gt(0)
      ? [{ path: 'whole.mass', message: { is: 'weight.must-weigh' } } satisfies FieldRefusal]
      : []),
  ];
  const most = Math.max(0, ...kept.map((one) => replicateOf(one) ?? 0));
  if (replicates.length < most)
    faults.push({ path: `replicates.${replicates.length}`, message: { is: 'weight.not-all-gone' } });
  if (kept.includes('wholeMass') && !whole) faults.push({ path: 'whole.mass', message: { is: 'weight.not-all-gone' } });
  if (replicates.length === 0 && !whole)
    faults.push({ path: 'replicates.0', message: { is: 'weight.nothing-weighed' } });
  if (replicates.length > 0 && whole) faults.push({ path: 'whole.mass', message: { is: 'weight.one-way' } });
  if (faults.length > 0) throw refused(faults);
}
