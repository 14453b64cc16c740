import { describe, expect, it } from 'vitest';
import type { OtherGerminations } from '@mercato/contract/germination/elsewhere';
import { hundred, oneTest } from '../testing/dishes.ts';
import { useHands } from '../testing/hands.ts';
import type { Visitor } from '../testing/laboratory.ts';

const hands = useHands();

describe('figures from elsewhere', () => {
  it('are judged against what is reported here, once something is', async () => {
    const of = await oneTest(hands, 'EL-1');
    of.at('2026-12-04');
    const enter = (body: object, who: Visitor = hands.analyst) =>
      who.post<OtherGerminations>(`/lots/${of.lot}/germination/others`, body);
    const theirs = { source: 'Marlpit bench', way: 'second-laboratory', percent: 96 };
    expect((await enter(theirs)).body.others).toMatchObject([{ number: 1, percent: 96, verdict: null }]);
    for (const [place, normal] of [88, 90, 86, 88].entries()) await of.count(place, hundred(normal));
    // Source: ISTA Table 5D (from memory): 96 and 88 average 92.
    await enter({ source: 'contract 12', way: 'specification', percent: 85, on: '2026-11-30' });
    const { others } = (await hands.lead.get<OtherGerminations>(`/lots/${of.lot}/germination/others`)).body;
    expect(others.map((one) => one.verdict?.next)).toEqual(['laboratories-disagree', 'specification-met']);
  });
  it('are corrected with a reason by whoever entered them, and keep what stood; others may not', async () => {
    const of = await oneTest(hands, 'EL-2');
    const enter = (body: object, who: Visitor = hands.analyst) =>
      who.post<OtherGerminations>(`/lots/${of.lot}/germination/others`, body);
    const path = async (body: object) => (await enter(body)).body.errors?.map((one) => one.path);
    const figure = { source: 'Tarn Hollow', way: 'specification', percent: 90 };
    expect(await path({ ...figure, source: '' })).toEqual(['source']);
    expect(await path({ ...figure, percent: 101 })).toEqual(['percent']);
    expect(await path({ ...figure, way: 'guess' })).toEqual(['way']);
    expect(await path({ ...figure, on: '2026-11-25' })).toEqual(['on']);
    expect(await path({ ...figure, corrects: 1, reason: 'misread' })).toEqual(['corrects']);
    await enter(figure);
    expect(await path({ ...figure, percent: 80, corrects: 1 })).toEqual(['reason']);
    const right = await enter({ ...figure, percent: 80, corrects: 1, reason: 'misread' });
    expect(right.body.others).toMatchObject([
      { number: 1, percent: 80, earlier: [{ percent: 90, supersededBecause: 'misread' }] },
    ]);
    expect((await enter(figure, hands.sampler)).status).toBe(403);
  });
});
