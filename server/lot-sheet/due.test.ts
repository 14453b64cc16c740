import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { GerminationView } from '@mercato/contract/germination/germination';
import type { Today } from '@mercato/contract/today/today';
import { dueThingWords } from '@mercato/contract/today/words';
import { addDays } from '@mercato/core/units/days';
import { lot as lotTable } from '../register/tables.ts';
import { useHands } from '../testing/hands.ts';
import { clientRequest, clovers, drawnLot, germinationPlan, grams } from '../testing/samples.ts';

const hands = useHands();
const at = (day: string) => {
  hands.lab.clock.now = new Date(`${day}T09:00:00Z`);
};
const lots = async () => {
  const { due, soon } = (await hands.analyst.get<Today>('/today')).body;
  const said = (dues: Today['due']) =>
    dues.flatMap((one) =>
      one.what === 'lot' || one.what === 'dishes'
        ? [[one.reference, one.at, one.room, one.by, one.overdue, one.roles.join()] as const]
        : [],
    );
  return { due: said(due), soon: said(soon), all: due };
};

describe('what lots ask of somebody', () => {
  it('is nothing in an empty laboratory, which is told so', async () => {
    const { body } = await hands.analyst.get<Today>('/today');
    expect(body).toMatchObject({ due: [], soon: [], more: false, empty: { lots: true, store: true } });
  });

  it('is the next step at the place where it is done, and a count at its dishes by its day, late from the day after', async () => {
    at('2026-11-24');
    const { lot } = await drawnLot(hands.sampler, 'D-1');
    expect((await lots()).due).toEqual([['D-1', 'sampling', null, null, false, 'sampler']]);
    const clover = await clovers(hands.analyst, 'D-2');
    expect((await lots()).due).toContainEqual(['D-2', 'bench', null, null, false, 'analyst']);
    const vesselId = (await clover.draw({ purpose: 'germination', mass: grams('20') })).body.id;
    const plan = { ...germinationPlan('2026-11-24'), place: 'cabinet 2' };
    await hands.analyst.post<GerminationView>('/germination/tests', { vesselId, ...plan });
    // The bench is not yet done: purity is the next, whose day is today.
    expect((await lots()).due.map((one) => one[0]).sort()).toEqual(['D-1', 'D-2']);
    expect((await hands.lead.put(`/lots/${clover.lot}/request`, clientRequest(['germination']), 0)).status).toBe(200);
    const first = addDays('2026-11-24', 4);
    const dish = (by: string, overdue: boolean) => ['D-2', 'dishes', 'cabinet 2', by, overdue, 'analyst'];
    expect((await lots()).soon).toEqual([dish(first, false), dish(addDays('2026-11-24', 10), false)]);
    at(first);
    expect((await lots()).due).toContainEqual(dish(first, false));
    at(addDays(first, 1));
    expect((await lots()).due[0]).toEqual(dish(first, true));
    const [open] = (await lots()).all;
    expect(open?.open).toBe(`/lots/${clover.lot}/germination/count?test=1`);
    expect((await hands.analyst.get(`/lots/${lot}`)).status).toBe(200);
  });

  it('is a new test before a tag runs out, from four weeks before to two months after, on its day and after it', async () => {
    const { lot } = await clovers(hands.analyst, 'D-3');
    const until = '2027-03-31';
    // What a release leaves of the lot, without the weeks that lead to one.
    await hands.lab.connection.db
      .update(lotTable)
      .set({ state: 'released', validUntil: until })
      .where(eq(lotTable.id, lot));
    const asked = async (day: string) => {
      at(day);
      const { due, soon } = await lots();
      return [due, soon].map((all) => all.find(([reference]) => reference === 'D-3'));
    };
    const line = (overdue: boolean) => ['D-3', 'desk', null, until, overdue, 'lead'];
    expect(await asked(addDays(until, -29))).toEqual([undefined, undefined]);
    expect(await asked(addDays(until, -28))).toEqual([undefined, line(false)]);
    expect(await asked(until)).toEqual([line(false), undefined]);
    expect(await asked(addDays(until, 1))).toEqual([line(true), undefined]);
    expect(await asked(addDays(until, 60))).toEqual([line(true), undefined]);
    expect(await asked(addDays(until, 61))).toEqual([undefined, undefined]);
    at(addDays(until, 1));
    const [first] = (await lots()).all.filter((one) => one.what === 'lot' && one.reference === 'D-3');
    expect(first && dueThingWords(first)).toBe('D-3, red clover: expired on 31 Mar 2027: test again');
  });
});
