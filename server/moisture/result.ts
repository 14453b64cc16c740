import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import type { MoistureTest, MoistureView } from '@mercato/contract/moisture/moisture';
import { moistureMethodFor } from '@mercato/core/moisture/methodFor';
import { judgeOvenDuplicate, type MoistureResult, type OvenWeighing } from '@mercato/core/moisture/ovenMoisture';
import type { Edition } from '@mercato/core/rule-books/edition';
import { Exact, writtenDecimals } from '@mercato/core/units/mass';
import type { Reader } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import { type LotFile, testsIn, waitingIn } from '../register/lotFile.ts';
import { fieldViews, handsOf, notSetAside, withoutTest } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { moistureObservation } from './tables.ts';

/** Both containers judged, or null until both are dried and weighed. */
export function moistureOf(edition: Edition, text: (field: string) => string | undefined): MoistureResult | null {
  const weighing = (which: 'first' | 'second'): OvenWeighing | null => {
    const [container, withSeed, dried] = ['container', 'withSeed', 'dried'].map((one) => text(`${which}.${one}`));
    if (container === undefined || withSeed === undefined || dried === undefined) return null;
    return {
      containerG: new Exact(container),
      withSeedG: new Exact(withSeed),
      driedG: new Exact(dried),
      decimals: Math.max(...[container, withSeed, dried].map(writtenDecimals)),
    };
  };
  const first = weighing('first');
  const second = weighing('second');
  return first && second
    ? judgeOvenDuplicate(first, second, edition.parameter('moisture_duplicate_limit_percent'))
    : null;
}

export async function readMoisture(tx: Reader, file: LotFile): Promise<MoistureView> {
  const tests = testsIn(file, 'moisture');
  const all = await allObservations(
    tx,
    moistureObservation,
    tests.map(({ test }) => test.id),
  );
  return {
    lot: file.brief,
    method: moistureMethodFor(file.edition.moistureMethods, file.lot.species),
    waiting: waitingIn(file, 'moisture').map((one) => vesselView(one, file.names)),
    tests: tests.map(({ test, frame, edition }) => {
      const fields = fieldViews(
        all.filter((one) => one.subject === frame.id),
        file.names,
      );
      return {
        ...frame,
        method: (test.plan as { method?: string }).method ?? '',
        fields,
        result: moistureOf(edition, (field) => fields[field]?.text),
      };
    }),
  };
}

export function reportedMoisture(view: MoistureView): MoistureTest | undefined {
  return notSetAside(view.tests).at(-1);
}

/** The moisture line of the lot sheet. */
export function moistureLine(view: MoistureView, sampled: boolean): StepLine<'moisture'> {
  const base = { step: 'moisture', by: null, at: null, blocks: [] } as const;
  const test = reportedMoisture(view);
  if (!test)
    return {
      ...base,
      ...withoutTest(view.waiting, sampled),
    };
  const hand = handsOf(Object.values(test.fields), { by: test.createdBy, at: test.createdAt });
  if (!test.result)
    return {
      ...base,
      ...hand,
      mark: 'next',
      stands: { is: test.fields['first.withSeed'] ? 'in-the-oven' : 'to-weigh-in' },
    };
  const { verdict, reportedPercent, differencePercent } = test.result;
  const accepted = test.decision?.decision === 'accept';
  const outside = verdict.outcome === 'outside';
  return {
    ...base,
    ...hand,
    mark: verdict.outcome,
    stands: {
      is: 'measured',
      percent: reportedPercent,
      apart: differencePercent,
      limit: verdict.limit,
      then: outside ? (accepted ? 'accepted' : 'repeat') : 'report',
    },
    blocks: outside && !accepted ? [{ is: 'containers-apart' }] : [],
  };
}
