import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import type { MoistureTest, MoistureView, OvenClock } from '@mercato/contract/moisture/moisture';
import { moistureMethodFor } from '@mercato/core/moisture/methodFor';
import type { MeterResult } from '@mercato/core/moisture/meter';
import type { MoistureFound } from '@mercato/core/moisture/report';
import { duplicateLimit, type SeedSize } from '@mercato/core/moisture/duplicates';
import { judgeInOrder } from '@mercato/core/moisture/repeat';
import {
  coolingTime,
  judgeOven,
  ovenBand,
  type OvenCourse,
  type OvenDeviation,
  ovenDeviations,
  type OvenResult,
  ovenTime,
} from '@mercato/core/moisture/ovenCourse';
import type { OvenWeighing } from '@mercato/core/moisture/ovenMoisture';
import type { Edition, MoistureMethod } from '@mercato/core/rule-books/edition';
import { Exact, writtenDecimals } from '@mercato/core/units/mass';
import type { Voided } from '@mercato/contract/register/worked';
import type { Reader } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import { type LotFile, testsIn, waitingIn } from '../register/lotFile.ts';
import { fieldViews, handsOf, notSetAside, withoutTest } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { voidedBy } from '../register/worked.ts';
import { meterOf, meterResult, metersOfTests } from './meterResult.ts';
import { moistureObservation } from './tables.ts';

type Text = (field: string) => string | undefined;

/** How the oven was worked, as it is written down. */
export function courseOf(text: Text): OvenCourse {
  const number = (name: string) => {
    const written = text(`oven.${name}`);
    return written === undefined ? null : Number(written);
  };
  const instant = (name: string) => {
    const written = text(`oven.${name}`);
    return written === undefined ? null : Date.parse(written);
  };
  const sealed = text('oven.sealed');
  return {
    sealed: sealed === undefined ? null : sealed === 'yes',
    diameterCm: number('diameterCm'),
    groundMinutes: number('groundMinutes'),
    exposedSeconds: number('exposedSeconds'),
    ovenC: number('ovenC'),
    backAt: instant('backAt'),
    outAt: instant('outAt'),
    cooledMinutes: number('cooledMinutes'),
    coldestC: number('coldestC'),
    warmestC: number('warmestC'),
    outsideMinutes: number('outsideMinutes'),
  };
}

/** Both containers judged, or null until both are dried and weighed. */
function moistureOf(edition: Edition, method: MoistureMethod | null, text: Text, size: SeedSize): OvenResult | null {
  const weighing = (which: string): OvenWeighing | null => {
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
  if (!first || !second) return null;
  const [one, two] = [weighing('predried.first'), weighing('predried.second')];
  // Dried whole it was both, or neither.
  const both = one !== null && two !== null;
  return judgeOven(
    edition,
    method,
    { ...first, predried: both ? one : null },
    { ...second, predried: both ? two : null },
    courseOf(text),
    size,
  );
}

/** What shows of it before both are dried: told while it can still be done anew. */
function earlyOf(edition: Edition, method: MoistureMethod | null, text: Text): readonly OvenDeviation[] {
  const charge = (which: string) => {
    const [container, withSeed] = [text(`${which}.container`), text(`${which}.withSeed`)];
    return container === undefined || withSeed === undefined ? null : new Exact(withSeed).minus(container);
  };
  const charges = { first: charge('first'), second: charge('second') };
  return ovenDeviations(edition, method, courseOf(text), charges, { predried: false, percent: null });
}

const MINUTE = 60_000;
const iso = (ms: number) => new Date(ms).toISOString();

/** Where the containers are, by the clocks of the book; null where there is none to watch. */
export function clockOf(edition: Edition, method: MoistureMethod | null, text: Text): OvenClock | null {
  const { backAt, outAt, cooledMinutes } = courseOf(text);
  const dried = text('first.dried') !== undefined && text('second.dried') !== undefined;
  if (backAt === null || dried) return null;
  if (outAt !== null) {
    const cooling = coolingTime(edition);
    return cooling && cooledMinutes === null
      ? { is: 'cools', from: iso(outAt + cooling.least * MINUTE), until: iso(outAt + cooling.most * MINUTE) }
      : null;
  }
  const time = method && ovenTime(edition, method);
  return time
    ? {
        is: 'in-oven',
        outFrom: iso(backAt + time.least * MINUTE),
        outAt: iso(backAt + time.minutes * MINUTE),
        outUntil: iso(backAt + time.most * MINUTE),
      }
    : null;
}

export async function readMoisture(tx: Reader, file: LotFile): Promise<MoistureView> {
  const tests = testsIn(file, 'moisture');
  const all = await allObservations(
    tx,
    moistureObservation,
    tests.map(({ test }) => test.id),
  );
  const { species } = file.lot;
  const size = file.thousandSeedWeightG;
  const texts = (name: string) => all.filter((one) => one.field === name).map((one) => one.enteredText);
  const meters = tests.flatMap(({ test }) => meterOf(test) ?? []);
  const known = await metersOfTests(
    tx,
    meters,
    texts('reading.calibration').filter((one) => one !== 'none'),
  );
  const voided = new Map<string, Voided | null>();
  for (const { frame } of tests) voided.set(frame.id, await voidedBy(tx, file, frame.sample.id));
  const views = tests.map(({ test, frame, edition }): MoistureTest => {
    const fields = fieldViews(
      all.filter((one) => one.subject === frame.id),
      file.names,
    );
    const method = moistureMethodFor(edition.moistureMethods, species);
    const text = (field: string) => fields[field]?.text;
    const meter = meterOf(test);
    return {
      ...frame,
      meter:
        meter === null
          ? null
          : {
              id: meter,
              name: known.meters.get(meter)?.name ?? '',
              device: known.meters.get(meter)?.deviceId ?? null,
              result: meterResult(edition, known, fields),
            },
      method: (test.plan as { method?: string }).method ?? '',
      fields,
      result: moistureOf(edition, method, text, size),
      early: earlyOf(edition, method, text),
      voided: voided.get(frame.id) ?? null,
      clock: clockOf(edition, method, text),
      band: method && ovenBand(edition, method),
    };
  });
  // What the lead set aside, and what is void, repeats nothing and is repeated by nothing.
  const counts = notSetAside(views).filter((view) => view.voided === null && view.meter === null);
  const standing = judgeInOrder(counts, (view, mean) => {
    const edition = file.editions.get(view.edition.id) ?? file.edition;
    return duplicateLimit(edition, moistureMethodFor(edition.moistureMethods, species), size, mean);
  });
  return {
    lot: file.brief,
    method: moistureMethodFor(file.edition.moistureMethods, species),
    waiting: waitingIn(file, 'moisture').map((one) => vesselView(one, file.names)),
    tests: views.map((view) => standing.find((one) => one.id === view.id) ?? view),
  };
}

/** The oven's result where there is one: it is the reference, and no meter takes its place as long as it is not void. */
export function reportedMoisture(view: MoistureView): MoistureTest | undefined {
  const standing = notSetAside(view.tests);
  const oven = standing.filter((one) => one.meter === null).at(-1);
  const meter = standing.filter((one) => one.meter !== null).at(-1);
  const better = meter?.voided === null && (oven === undefined || oven.voided !== null);
  return better ? meter : (oven ?? meter);
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
  const { voided } = test;
  if (voided)
    return {
      ...base,
      ...hand,
      mark: 'outside',
      stands: { is: 'void', ...voided },
      blocks: [{ is: 'void', ...voided }],
    };
  if (test.meter) return { ...base, ...hand, ...meterLine(test, test.meter.result) };
  if (!test.result)
    return {
      ...base,
      ...hand,
      mark: 'next',
      stands: { is: test.fields['first.withSeed'] ? 'in-the-oven' : 'to-weigh-in' },
    };
  const { verdict, reportedPercent, differencePercent, deviations, repeat } = test.result;
  const accepted = test.decision?.decision === 'accept';
  const anew = verdict.next === 'begin-anew';
  const apart = anew || verdict.next === 'repeat-both-containers';
  const outside = verdict.outcome === 'outside';
  return {
    ...base,
    ...hand,
    mark: verdict.outcome,
    stands: {
      is: 'measured',
      percent: reportedPercent,
      of: repeat ? 'tests' : 'containers',
      apart: repeat?.apart ?? differencePercent,
      limit: verdict.limit,
      then: outside ? (accepted ? 'accepted' : anew ? 'anew' : apart ? 'repeat' : 'decide') : 'report',
    },
    blocks:
      outside && !accepted
        ? [
            ...(apart ? [{ is: anew ? 'tests-apart' : 'containers-apart' } as const] : []),
            ...(deviations.length > 0 ? [{ is: 'made-otherwise', deviations } as const] : []),
          ]
        : [],
  };
}

/** What a meter says of the lot. */
function meterLine(
  test: MoistureTest,
  result: MeterResult | null,
): Pick<StepLine<'moisture'>, 'mark' | 'stands' | 'blocks'> {
  if (!result) return { mark: 'next', stands: { is: 'to-read' }, blocks: [] };
  const { verdict, reportedPercent, differencePercent, guide } = result;
  const accepted = test.decision?.decision === 'accept';
  const outside = verdict.outcome === 'outside';
  return {
    mark: guide && !outside ? 'not-judged' : verdict.outcome,
    stands: {
      is: 'by-meter',
      percent: reportedPercent,
      apart: differencePercent,
      limit: verdict.limit,
      guide,
      then: outside ? (accepted ? 'accepted' : 'repeat') : 'report',
    },
    blocks: outside && !accepted ? [{ is: 'readings-apart' }] : [],
  };
}

/** What documents may tell: the oven's figure, or a meter's within its calibration whose readings agree. */
export function toldMoisture(view: MoistureView): MoistureFound | null {
  const test = reportedMoisture(view);
  if (!test || test.voided !== null) return null;
  if (test.result)
    return {
      percent: test.result.reportedPercent,
      method: test.result.predried ? `dried whole first, ${test.method}` : test.method,
    };
  const by = test.meter?.result;
  if (!by || by.guide) return null;
  if (by.verdict.outcome === 'outside' && test.decision?.decision !== 'accept') return null;
  return { percent: by.reportedPercent, method: `by meter ${test.meter?.name ?? ''}, calibrated against the oven` };
}
