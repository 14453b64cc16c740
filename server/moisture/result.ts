import type { StepLine } from '@mercato/contract/register/lots';
import type { MoistureTest, MoistureView } from '@mercato/contract/moisture/moisture';
import { moistureMethodFor } from '@mercato/core/moisture/methodFor';
import { judgeOvenDuplicate, type MoistureResult, type OvenWeighing } from '@mercato/core/moisture/ovenMoisture';
import type { Edition } from '@mercato/core/rule-books/edition';
import { Exact } from '@mercato/core/units/mass';
import type { Transaction } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import { allObservations } from '../database/observations.ts';
import { briefOf, type Lot } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { fieldViews, framesOf, testsOf } from '../register/tests.ts';
import { vesselsOf, vesselView } from '../register/vessels.ts';
import { editionById } from '../rule-books/editions.ts';
import { moistureObservation } from './tables.ts';

/** Both containers judged, or null until both are dried and weighed. */
export function moistureOf(edition: Edition, text: (field: string) => string | undefined): MoistureResult | null {
  const weighing = (which: 'first' | 'second'): OvenWeighing | null => {
    const [container, withSeed, dried] = ['container', 'withSeed', 'dried'].map((one) => text(`${which}.${one}`));
    if (container === undefined || withSeed === undefined || dried === undefined) return null;
    return { containerG: new Exact(container), withSeedG: new Exact(withSeed), driedG: new Exact(dried) };
  };
  const first = weighing('first');
  const second = weighing('second');
  return first && second
    ? judgeOvenDuplicate(first, second, edition.parameter('moisture_duplicate_limit_percent'))
    : null;
}

export async function readMoisture(tx: Transaction, lot: Lot): Promise<MoistureView> {
  const edition = await editionById(tx, lot.editionId);
  const names = await namesOf(tx);
  const tests = await testsOf(tx, lot.id, 'moisture');
  const frames = await framesOf(tx, tests);
  const all = await allObservations(
    tx,
    moistureObservation,
    tests.map((one) => one.id),
  );
  const views = await inOrder(frames, async (frame, i): Promise<MoistureTest> => {
    const fields = fieldViews(
      all.filter((one) => one.subject === frame.id),
      names,
    );
    const plan = tests[i]?.plan as { method?: string } | undefined;
    return {
      ...frame,
      method: plan?.method ?? '',
      fields,
      result: moistureOf(await editionById(tx, frame.edition.id), (field) => fields[field]?.text),
    };
  });
  const waiting = (await vesselsOf(tx, lot.id)).filter(
    (one) => one.kind === 'working' && one.purpose === 'moisture' && !tests.some((test) => test.vesselId === one.id),
  );
  return {
    lot: await briefOf(tx, lot),
    method: moistureMethodFor(edition.moistureMethods, lot.species),
    waiting: waiting.map((one) => vesselView(one, names)),
    tests: views,
  };
}

export function reportedMoisture(view: MoistureView): MoistureTest | undefined {
  return view.tests.filter((one) => one.decision?.decision !== 'set-aside').at(-1);
}

/** The moisture line of the lot sheet. */
export function moistureLine(view: MoistureView, sampled: boolean): StepLine {
  const base = { step: 'moisture' as const, by: null, at: null, blocks: null };
  const test = reportedMoisture(view);
  if (!test)
    return {
      ...base,
      mark: sampled ? 'next' : 'waits',
      figure: '',
      note: sampled
        ? view.waiting.length > 0
          ? 'sample drawn and sealed'
          : 'sample to be drawn'
        : 'waits for the sample',
    };
  const hand = { by: test.updatedBy, at: test.updatedAt };
  if (!test.result)
    return {
      ...base,
      ...hand,
      mark: 'next',
      figure: '',
      note: test.fields['first.withSeed'] ? 'in the oven' : 'to be weighed in',
    };
  const { verdict, reportedPercent, differencePercent } = test.result;
  const accepted = test.decision?.decision === 'accept';
  const outside = verdict.outcome === 'outside';
  return {
    ...base,
    ...hand,
    mark: verdict.outcome,
    figure: `${reportedPercent.toFixed(1)} %`,
    note: `oven, ${differencePercent.toFixed(2)} apart, ${verdict.limit} allowed${outside ? (accepted ? ': accepted by the lead' : ': repeat') : ''}`,
    blocks: outside && !accepted ? 'Moisture: the two containers part too far, and nobody has decided.' : null,
  };
}
