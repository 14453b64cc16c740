import { describe, expect, it } from 'vitest';
import type { GerminationView } from '@mercato/contract/germination/germination';
import type { OtherPurities, PurityView } from '@mercato/contract/purity/purity';
import type { LotSheet } from '@mercato/contract/register/lots';
import { useHands } from '../testing/hands.ts';
import type { Visitor } from '../testing/laboratory.ts';
import { clovers, germinationPlan, grams } from '../testing/samples.ts';
import { spoken } from '../testing/spoken.ts';

const hands = useHands();
const at = (day: string) => {
  hands.lab.clock.now = new Date(`${day}T09:00:00Z`);
};

/** A test of red clover that was set up on 24 November, as it says; ISTA ends it on day 10. */
async function setUp(reference: string) {
  at('2026-11-24');
  const { lot, draw } = await clovers(hands.analyst, reference);
  const vesselId = (await draw({ purpose: 'germination', mass: grams('20') })).body.id;
  const { body } = await hands.analyst.post<GerminationView>('/germination/tests', {
    vesselId,
    ...germinationPlan('2026-11-24'),
  });
  const id = body.tests[0]?.id ?? '';
  const see = async () => (await hands.lead.get<GerminationView>(`/lots/${lot}/germination`)).body.tests[0];
  return {
    lot,
    see,
    correct: async (days: object, who: Visitor = hands.analyst) =>
      who.put<GerminationView>(
        `/germination/tests/${id}/days`,
        { setUpDate: '2026-11-24', prechillDays: 0, reason: 'read from the wrong line', ...days },
        (await see())?.version ?? 0,
      ),
    close: async (dish: number, day: number) => {
      const { id: dishId, version } = (await see())?.dishes[dish] ?? { id: '', version: 0 };
      return hands.analyst.put<GerminationView>(
        `/germination/dishes/${dishId}/days/${day}`,
        {
          counts: { normal: 90, abnormal: 4, hard: 2, fresh: 0, dead: 4 },
          closed: true,
          final: true,
          entry: 'typed',
        },
        version,
      );
    },
  };
}

describe('the days of a plan are put right', () => {
  it('before the first count freely, with a reason, never before the sample nor in the future; not by another analyst', async () => {
    const one = await setUp('P-1');
    at('2026-11-26');
    for (const setUpDate of ['2026-11-23', '2026-11-27'])
      expect((await one.correct({ setUpDate })).body, setUpDate).toMatchObject({
        status: 422,
        errors: [{ path: 'setUpDate' }],
      });
    expect((await one.correct({ setUpDate: '2026-11-25', reason: '' })).body.errors?.[0]?.path).toBe('reason');
    expect((await one.correct({ setUpDate: '2026-11-25' }, hands.sampler)).status).toBe(403);
    const moved = await one.correct({ setUpDate: '2026-11-25', prechillDays: 5 });
    expect(moved.status, JSON.stringify(moved.body)).toBe(200);
    expect(await one.see()).toMatchObject({
      dayZero: '2026-11-30',
      plan: { setUpDate: '2026-11-25', prechillDays: 5, finalCountDay: 10 },
    });
    const history = (
      await hands.lead.get<{ entries: { act: object; before: object; reason: string }[] }>(`/lots/${one.lot}/history`)
    ).body.entries;
    expect(history.at(-1)).toMatchObject({
      act: { is: 'germination-days-corrected', test: 1 },
      before: { setUpDate: '2026-11-24', prechillDays: 0 },
      reason: 'read from the wrong line',
    });
  });

  it('not while dishes are counted; once all are closed, counts keep the days on which they were seen and are judged anew', async () => {
    const one = await setUp('P-2');
    at('2026-12-04');
    for (const dish of [0, 1, 2]) expect((await one.close(dish, 10)).status).toBe(200);
    expect((await one.correct({ prechillDays: 3 })).body).toMatchObject({
      status: 409,
      errors: [
        {
          path: 'setUpDate',
          message: 'Its dishes are being counted: close all of them first, then the days of the plan can be corrected.',
        },
      ],
    });
    await one.close(3, 10);
    expect((await one.see())?.days).toMatchObject({ outcome: 'within', final: 'within' });
    expect((await one.correct({ prechillDays: 11 })).body).toMatchObject({
      status: 422,
      errors: [
        {
          path: 'setUpDate',
          message:
            'Seed cannot be counted before it comes to warmth: day 0 would be 2026-12-05, after the count of 2026-12-04.',
        },
      ],
    });
    // It had stood cold for three days: what was day 10 is day 7, before ISTA's tenth.
    expect((await one.correct({ prechillDays: 3 })).status).toBe(200);
    const seen = await one.see();
    expect(seen?.dishes[0]?.days[0]).toMatchObject({ day: 7, key: 10, seenOn: '2026-12-04' });
    expect(seen?.days).toMatchObject({ outcome: 'outside', measured: 7 });
    const line = (await hands.lead.get<LotSheet>(`/lots/${one.lot}`)).body.steps
      .map(spoken)
      .find((step) => step.step === 'germination');
    expect(line?.blocks).toContain('final count on day 7, day 10 is prescribed');
    const { rows } = await hands.lab.connection.pool.query<{ outcome: string }>(
      `select outcome from judgement where lot_id = $1 and step = 'germination' order by at`,
      [one.lot],
    );
    expect(rows.map((row) => row.outcome)).toEqual(['within', 'outside']);
  });
});

describe('days of what belongs to another day', () => {
  it('a part that a correction names was seen when its component was weighed; a result from elsewhere keeps its day', async () => {
    at('2026-11-24');
    const { lot, draw } = await clovers(hands.analyst, 'P-3');
    const vesselId = (await draw({ purpose: 'purity', mass: grams('5.2') })).body.id;
    const test = (await hands.analyst.post<PurityView>('/purity/tests', { vesselId })).body.tests[0]?.id ?? '';
    const weighed = { workingSample: '5.100', pureSeed: '4.900', otherSeeds: '0.098', inertMatter: '0.102' };
    await hands.analyst.put(`/purity/tests/${test}`, weighed, 1);
    at('2026-11-27');
    const corrected = await hands.analyst.put<PurityView>(
      `/purity/tests/${test}`,
      {
        ...weighed,
        reason: 'its parts were not named',
        parts: [{ component: 'otherSeeds', name: 'Rumex crispus', amount: { kind: 'mass', text: '0.050' } }],
      },
      2,
    );
    expect(corrected.body.tests[0]?.fields['part:otherSeeds:Rumex crispus']).toMatchObject({ seenOn: '2026-11-24' });

    const other = (more: object) =>
      hands.analyst.post<OtherPurities>(`/lots/${lot}/purity/others`, {
        source: 'the laboratory beyond the river',
        way: 'two-way',
        percents: { pureSeed: '96.0' },
        ...more,
      });
    expect((await other({ on: '2026-11-28' })).body.errors?.[0]?.path).toBe('on');
    expect((await other({ on: '2026-03-01' })).body.others[0]?.on).toBe('2026-03-01');
    const again = await other({ corrects: 1, reason: 'misread', percents: { pureSeed: '96.2' } });
    expect(again.body.others[0]).toMatchObject({ on: '2026-03-01', percents: { pureSeed: '96.2' } });
  });
});
