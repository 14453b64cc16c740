import type { DishView, GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import type { Counts } from '@mercato/core/units/seedCounts';
import type { Hands } from './hands.ts';
import type { Answer, Visitor } from './laboratory.ts';
import { clovers, germinationPlan } from './samples.ts';

/** A dish of a hundred, by its normal and fresh ones; the rest is dead. */
export const hundred = (normal: number, more: Partial<Counts> = {}): Counts => {
  const counts = { normal, abnormal: 0, hard: 0, fresh: 0, ...more };
  const seeds = counts.normal + counts.abnormal + counts.hard + counts.fresh;
  return { ...counts, dead: 100 - seeds };
};

/** A lot of red clover under ISTA with one germination test, set up on 24 November and counted on 4 December. */
export async function oneTest(hands: Hands, reference: string, plan: object = {}) {
  const at = (day: string) => {
    hands.lab.clock.now = new Date(`${day}T09:00:00Z`);
  };
  at('2026-11-24');
  const { lot, draw } = await clovers(hands.analyst, reference);
  const sample = async () => (await draw({ purpose: 'germination', mass: null, seeds: 400 })).body.id;
  const start = async (body: object): Promise<Answer<GerminationView>> =>
    hands.analyst.post<GerminationView>('/germination/tests', {
      vesselId: await sample(),
      ...germinationPlan('2026-11-24'),
      ...body,
    });
  await start(plan);
  const view = async (who: Visitor = hands.lead) => (await who.get<GerminationView>(`/lots/${lot}/germination`)).body;
  const test = async (number = 1): Promise<GerminationTest> => {
    const found = (await view()).tests.find((one) => one.number === number);
    if (!found) throw new Error(`no test ${number}`);
    return found;
  };
  const dish = async (place: number, number = 1): Promise<DishView> => {
    const found = (await test(number)).dishes[place];
    if (!found) throw new Error(`no dish ${place}`);
    return found;
  };
  return {
    lot,
    at,
    sample,
    start,
    view,
    test,
    dish,
    /** Closes a dish with its final count on day 10. */
    count: async (place: number, counts: Counts, more: object = {}, who: Visitor = hands.analyst, number = 1) => {
      const { id, version } = await dish(place, number);
      const body = { counts, closed: true, final: true, entry: 'typed', ...more };
      return who.put<GerminationView>(`/germination/dishes/${id}/days/10`, body, version);
    },
  };
}
