import { expect, it } from 'vitest';
import type { GerminationView } from '@mercato/contract/germination/germination';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { LaboratoryView } from '@mercato/contract/register/people';
import { addDays } from '@mercato/core/units/days';
import { refreshOutdated } from '../lot-sheet/refreshOutdated.ts';
import { useHands } from '../testing/hands.ts';
import { clovers, germinationPlan, grams } from '../testing/samples.ts';
import { firstFault } from '../testing/shed.ts';

const hands = useHands();
const OPEN: LaboratoryView = {
  name: 'L',
  address: '',
  zone: 'UTC',
  paper: 'A4',
  closedWeek: 'none',
  closedDays: [],
  countDepth: 'classes',
  photoDays: null,
};

// 24 November 2026 is a Tuesday: day 4 is a Saturday, day 10 a Friday. Source: the calendar.
it('counts are moved off days on which nobody is there, on the plan and where it is due, and back again', async () => {
  hands.lab.clock.now = new Date('2026-11-24T09:00:00Z');
  const { lot, draw } = await clovers(hands.analyst, 'CL-1');
  const vesselId = (await draw({ purpose: 'germination', mass: grams('20') })).body.id;
  await hands.analyst.post('/germination/tests', { vesselId, ...germinationPlan('2026-11-24') });
  const calendar = async () =>
    (await hands.lead.get<GerminationView>(`/lots/${lot}/germination`)).body.tests[0]?.calendar.map((one) => [
      one.what,
      one.day,
      one.date,
      one.movedFrom,
    ]);
  const due = async () => {
    const { steps } = (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body;
    const line = steps.find((one) => one.step === 'germination');
    return [line?.due, line?.mark];
  };
  let rederived = 0;
  const change = async (body: Partial<LaboratoryView>) => {
    const answer = await hands.lead.send<LaboratoryView>('PUT', '/laboratory', { ...OPEN, ...body });
    rederived = await refreshOutdated(hands.lab.connection, () => hands.lab.clock.now);
    return answer;
  };
  const bare = [
    ['set-up', 0, '2026-11-24', null],
    ['first-count', 4, '2026-11-28', null],
    ['final-count', 10, '2026-12-04', null],
  ];
  expect(await calendar()).toEqual(bare);
  hands.lab.clock.now = new Date('2026-11-28T09:00:00Z');
  expect(await due()).toEqual(['2026-11-28', 'next']);

  expect((await change({ closedWeek: 'sat-sun', closedDays: ['2026-12-04'] })).body).toMatchObject({
    closedWeek: 'sat-sun',
    closedDays: ['2026-12-04'],
  });
  expect(await calendar()).toEqual([
    bare[0],
    ['first-count', 4, '2026-11-30', '2026-11-28'],
    ['final-count', 10, '2026-12-07', '2026-12-04'],
  ]);
  expect(await due()).toEqual(['2026-11-30', 'not-judged']);
  // What Today lists is derived anew, and only where something changed.
  expect(rederived).toBe(1);
  await change({});
  expect(await calendar()).toEqual(bare);
  expect(await due()).toEqual(['2026-11-28', 'next']);
  await change({ address: 'Moss Lane' });
  expect(rederived).toBe(0);

  const wrong: readonly (readonly [Partial<LaboratoryView>, string])[] = [
    [{ closedWeek: 'mondays' as never }, 'closedWeek'],
    [{ closedDays: ['christmas'] }, 'closedDays.0'],
    [{ closedDays: ['2026-12-25', '2026-12-25'] }, 'closedDays.1'],
    [{ closedDays: Array.from({ length: 201 }, (_, i) => addDays('2026-01-01', i)) }, 'closedDays'],
  ];
  for (const [body, path] of wrong) expect(firstFault(await change(body)).slice(0, 2)).toEqual([422, path]);
});
