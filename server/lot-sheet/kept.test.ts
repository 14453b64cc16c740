import { eq } from 'drizzle-orm';
import { expect, it } from 'vitest';
import type { GerminationView } from '@mercato/contract/germination/germination';
import { PAGE_HEADER } from '@mercato/contract/http/live';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import { recording } from '../../bench/recorder.ts';
import { type LotFile, openFile } from '../register/lotFile.ts';
import { lot as lotTable } from '../register/tables.ts';
import { useHands } from '../testing/hands.ts';
import type { Answer } from '../testing/laboratory.ts';
import { clovers, germinationPlan, grams } from '../testing/samples.ts';
import { gather } from './gather.ts';
import { lineOn, stillStands } from './kept.ts';
import { SHEET_STEPS } from './registry.ts';
import { pictureOf } from './standing.ts';

const hands = useHands();
const own = { [PAGE_HEADER]: '00000000-0000-7000-8000-0000000000aa' };
const onDay = (day: string) => {
  hands.lab.clock.now = new Date(`${day}T09:00:00Z`);
};

/** Red clover with a germination test of four dishes set up on 24 November, and a moisture test. */
async function laidOut(reference: string) {
  onDay('2026-11-24');
  const { lot, draw } = await clovers(hands.analyst, reference);
  const drawn = async (purpose: string, mass: string) => (await draw({ purpose, mass: grams(mass) })).body.id;
  const test = { vesselId: await drawn('germination', '20'), ...germinationPlan('2026-11-24') };
  const view = (await hands.analyst.post<GerminationView>('/germination/tests', test)).body;
  const oven = { vesselId: await drawn('moisture', '10'), method: 'low-constant' };
  const moisture = (await hands.analyst.post<MoistureView>('/moisture/tests', oven)).body;
  return { lot, dishes: view.tests[0]?.dishes ?? [], moisture: moisture.tests[0] };
}

const closed = (normal: number, more: object = {}) => ({
  counts: { normal, abnormal: 4, hard: 2, fresh: 0, dead: 94 - normal },
  closed: true,
  final: true,
  entry: 'typed',
  ...more,
});

const fileOn = (lot: string, day: string): Promise<LotFile> =>
  openFile(hands.lab.connection.db, lot, new Date(`${day}T09:00:00Z`));

it('the last dish of a test, in hand at the station, closes within fourteen statements', async () => {
  const { lot, dishes } = await laidOut('K-1');
  onDay('2026-12-04');
  let answered: Answer<GerminationView> | undefined;
  const close = async ({ id, version, held }: (typeof dishes)[number]) => {
    await hands.analyst.post(`/germination/dishes/${id}/hand`, { act: 'take', turn: held.turn }, own);
    return recording(async () => {
      answered = await hands.analyst.put<GerminationView>(
        `/germination/dishes/${id}/days/10`,
        closed(90),
        version,
        own,
      );
      expect(answered.status).toBe(200);
    });
  };
  const sent = [];
  for (const dish of dishes) {
    sent.push(await close(dish));
    // What was put together in memory is what stands: counts, versions, judgement, and whose turn the dish is.
    expect(answered?.body).toEqual((await hands.analyst.get(`/lots/${lot}/germination`)).body);
  }
  const asked = (sent.at(-1) ?? []).filter(
    ({ text }) => !/^(begin|commit)|"session"|from "person" left join "laboratory"|pg_notify/i.test(text),
  );
  expect(asked.map(({ text }) => text.slice(0, 40)).length).toBeLessThanOrEqual(14);
  const sheet = await pictureOf(hands.lab.connection.db, await fileOn(lot, '2026-12-04'));
  expect(sheet.gathered.germination.tests[0]?.dishes.every((one) => one.closed && one.held.holder === null)).toBe(true);
  const [row] = await hands.lab.connection.db.select().from(lotTable).where(eq(lotTable.id, lot));
  expect(row?.standing).toEqual(sheet.standing);
});

it('what is kept of a step stands until something that it rests on is otherwise', async () => {
  const { lot } = await laidOut('K-2');
  const file = await fileOn(lot, '2026-11-24');
  const standing = (of: LotFile) => SHEET_STEPS.filter((one) => stillStands(of, one.key)).map((one) => one.step);
  const all = SHEET_STEPS.map((one) => one.step);
  expect(standing(file)).toEqual(all);
  expect(standing({ ...file, today: '2027-11-24' })).toEqual(all);
  for (const list of ['kinds', 'figures', 'editions', 'acts'] as const)
    expect(standing({ ...file, lists: { ...file.lists, [list]: file.lists[list] + 1 } }), list).toEqual([]);
  expect(standing({ ...file, names: new Map([...file.names].map(([id]) => [id, 'Renamed'])) })).toEqual([]);
  for (const lotIs of [{ version: 9 }, { editionId: 'other' }, { parts: ['K-2/1'] }, { heterogeneityTests: 1 }])
    expect(standing({ ...file, lot: { ...file.lot, ...lotIs } }), JSON.stringify(lotIs)).toEqual([]);
  const { kept } = file.lot as { kept: object };
  expect(standing({ ...file, lot: { ...file.lot, kept: { ...kept, by: 'an earlier computation' } } })).toEqual([]);
  expect(standing({ ...file, lot: { ...file.lot, kept: null } })).toEqual([]);
  // A sample is everybody's business, a test and a decision on it that of its step.
  const [sample] = file.vessels;
  expect(
    standing({ ...file, vessels: file.vessels.map((one) => (one === sample ? { ...one, version: 99 } : one)) }),
  ).toEqual([]);
  const others = all.filter((one) => one !== 'germination');
  for (const change of [{ version: 99 }, { editionId: 'other' }])
    expect(
      standing({
        ...file,
        tests: file.tests.map((one) => (one.step === 'germination' ? { ...one, ...change } : one)),
      }),
    ).toEqual(others);
  const decided = {
    step: 'germination',
    subject: 'x',
    what: '',
    decision: 'accept',
    reason: '',
    by: '',
    at: '',
  } as const;
  expect(standing({ ...file, decisions: [decided] })).toEqual(others);
  // Purity and the search tell together where they cannot both be right.
  for (const step of ['purity', 'other-seeds'] as const)
    expect(standing({ ...file, decisions: [{ ...decided, step }] })).toEqual(
      all.filter((one) => one !== 'purity' && one !== 'other-seeds'),
    );
});

it('what is kept says on every day what a step says when it is read anew on that day', async () => {
  const { lot, dishes, moisture } = await laidOut('K-3');
  const { db } = hands.lab.connection;
  const days = Array.from({ length: 16 }, (_, i) => new Date(Date.UTC(2026, 10, 22 + i)).toISOString().slice(0, 10));
  const compare = async () => {
    for (const day of days) {
      const file = await fileOn(lot, day);
      const { steps, lines } = await gather(db, file);
      steps.forEach((one, i) => {
        const kept = stillStands(file, one.key);
        expect(kept && lineOn(kept, day), `${one.step} on ${day}`).toEqual(lines[i]);
      });
    }
  };
  await compare();
  onDay('2026-11-28');
  const [first] = dishes;
  await hands.analyst.put(
    `/germination/dishes/${first?.id}/days/4`,
    { ...closed(30, { final: false }), counts: { normal: 30, abnormal: 0, hard: 0, fresh: 0, dead: 1 } },
    first?.version ?? 0,
  );
  await compare();
  // A write to another step tells the germination that has come due since, without reading it.
  onDay('2026-12-04');
  const weighed = await hands.analyst.put(
    `/moisture/tests/${moisture?.id}`,
    { first: { container: '20.000', withSeed: '25.000' }, second: { container: '21.000', withSeed: '26.000' } },
    moisture?.version ?? 0,
  );
  expect(weighed).toMatchObject({ status: 200 });
  await compare();
  const [row] = await db.select().from(lotTable).where(eq(lotTable.id, lot));
  expect(row?.standing).toEqual((await pictureOf(db, await fileOn(lot, '2026-12-04'))).standing);
});
