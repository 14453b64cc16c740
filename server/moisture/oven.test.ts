import { describe, expect, it } from 'vitest';
import { lineWords } from '@mercato/contract/lot-sheet/words';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { Today } from '@mercato/contract/today/today';
import { useHands } from '../testing/hands.ts';
import { firstFault } from '../testing/shed.ts';
import { clovers, grams, submittedSample } from '../testing/samples.ts';
import { LOADED } from '../testing/tins.ts';

const hands = useHands();
const at = (iso: string) => {
  hands.lab.clock.now = new Date(iso);
};
/** They lose 10 % each. */
const DRIED = {
  first: { ...LOADED.first, dried: '24.050' },
  second: { ...LOADED.second, dried: '25.050' },
};

async function oven(reference: string, change: object = {}) {
  const { lot, draw } = await clovers(hands.analyst, reference, change);
  const sample = (await draw({ purpose: 'moisture', mass: grams('12') })).body;
  const begun = (
    await hands.analyst.post<MoistureView>('/moisture/tests', { vesselId: sample.id, method: 'oven 130 °C, 1 h' })
  ).body;
  const id = begun.tests[0]?.id ?? '';
  const see = async () => (await hands.analyst.get<MoistureView>(`/lots/${lot}/moisture`)).body.tests[0];
  const put = async (path: string, body: object) =>
    hands.analyst.put<MoistureView>(`/moisture/tests/${id}${path}`, body, (await see())?.version ?? 0);
  return {
    lot,
    draw,
    see,
    weigh: (body: object) => put('', body),
    work: (body: object) => put('/oven', body),
    line: async () => {
      const { steps } = (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body;
      const found = steps.find((one) => one.step === 'moisture');
      if (!found) throw new Error('no moisture');
      return found;
    },
    due: async () =>
      (await hands.analyst.get<Today>('/today')).body.due.flatMap((one) =>
        one.what === 'oven' && one.reference === reference ? [[one.act, one.by, one.overdue]] : [],
      ),
  };
}

describe('the oven', () => {
  it('is watched from when it is back at its temperature until the containers have cooled', async () => {
    at('2026-11-25T09:00:00Z');
    const one = await oven('OV-1');
    await one.weigh(LOADED);
    expect((await one.see())?.clock).toBeNull();
    await one.work({
      backAt: '2026-11-25T09:00:00.000Z',
      ovenC: 131,
      diameterCm: 6,
      sealed: 'yes',
      exposedSeconds: 25,
    });
    // Red clover: one hour with three minutes either way (ISTA, from memory).
    expect((await one.see())?.clock).toEqual({
      is: 'in-oven',
      outFrom: '2026-11-25T09:57:00.000Z',
      outAt: '2026-11-25T10:00:00.000Z',
      outUntil: '2026-11-25T10:03:00.000Z',
    });
    expect(await one.due()).toEqual([['take-out', '2026-11-25T10:00:00.000Z', false]]);
    at('2026-11-25T10:03:00Z');
    expect((await one.due())[0]?.[2]).toBe(false);
    at('2026-11-25T10:03:01Z');
    expect((await one.due())[0]?.[2]).toBe(true);
    await one.work({ outAt: '2026-11-25T10:02:00.000Z' });
    expect(await one.due()).toEqual([['weigh', '2026-11-25T10:32:00.000Z', false]]);
    at('2026-11-25T10:40:00Z');
    await one.work({ cooledMinutes: 38 });
    await one.weigh(DRIED);
    const test = await one.see();
    expect(test).toMatchObject({ clock: null, result: { reportedPercent: 10, deviations: [], predried: false } });
    expect(await one.due()).toEqual([]);
    expect((await one.line()).blocks).toEqual([]);
  });

  it('made otherwise asks the lead for a decision, and says so on the sheet', async () => {
    at('2026-11-25T09:00:00Z');
    const one = await oven('OV-2');
    await one.weigh(LOADED);
    await one.work({ backAt: '2026-11-25T08:00:00.000Z', sealed: 'no' });
    expect((await one.see())?.early.map((each) => each.is)).toEqual(['not-sealed']);
    await one.work({ outAt: '2026-11-25T08:56:59.000Z' });
    expect((await one.see())?.early.map((each) => each.is)).toEqual(['not-sealed', 'taken-out-early']);
    await one.weigh(DRIED);
    let line = await one.line();
    expect(line.mark).toBe('outside');
    expect(lineWords(line).note).toContain('made otherwise, decision pending');
    const { result } = (await one.see()) ?? {};
    expect(result?.deviations.map((each) => each.is)).toEqual(['not-sealed', 'taken-out-early']);
    expect(result?.verdict.next).toBe('made-otherwise');
    const test = await one.see();
    const decided = await hands.lead.post(`/lots/${one.lot}/decisions`, {
      subject: test?.id,
      decision: 'accept',
      reason: 'taken out as the power failed',
    });
    expect(decided.status).toBeLessThan(300);
    line = await one.line();
    expect(line.blocks).toEqual([]);
  });

  it('is corrected with a reason, and judged anew', async () => {
    at('2026-11-25T09:00:00Z');
    const one = await oven('OV-3');
    await one.weigh(LOADED);
    await one.work({ diameterCm: 8 });
    expect((await one.see())?.early.map((each) => each.is)).toEqual(['charge', 'charge']);
    await one.weigh(DRIED);
    expect((await one.see())?.result?.deviations.map((each) => each.is)).toEqual(['charge', 'charge']);
    expect(firstFault(await one.work({ diameterCm: 7.9 }))[0]).toBe(422);
    await one.work({ diameterCm: 7.9, reason: 'read from the wrong tin' });
    const test = await one.see();
    expect(test?.result?.deviations).toEqual([]);
    expect(test?.fields['oven.diameterCm']?.earlier[0]).toMatchObject({
      text: '8',
      supersededBecause: 'read from the wrong tin',
    });
  });

  it('counts what was lost whole first, and asks for it where the book does', async () => {
    at('2026-11-25T09:00:00Z');
    const one = await oven('OV-4', { species: 'Avena sativa', variety: 'Quillgold' });
    // 4.5 g that lose 0.9 g: 20 %, above the 17 % from which oats are dried whole first (ISTA, from memory).
    const damp = {
      first: { ...LOADED.first, dried: '23.600' },
      second: { ...LOADED.second, dried: '24.600' },
    };
    await one.weigh(damp);
    expect((await one.see())?.result?.deviations).toEqual([{ is: 'needs-pre-drying', got: 20, most: 17 }]);
    // 25 g that lose 2.5 g whole: 10 + 20 − 10 × 20 / 100 = 28 %.
    const whole = { container: '50.000', withSeed: '75.000', dried: '72.500' };
    await one.work({ predried: { first: whole, second: whole } });
    expect((await one.see())?.result).toMatchObject({ reportedPercent: 28, predried: true, deviations: [] });
    expect(firstFault(await one.work({ predried: { first: { ...whole, dried: '75.1' }, second: whole } }))[1]).toBe(
      'predried.first.dried',
    );
  });

  // ISTA, moisture (from memory): out of tolerance twice, the means of both tests are compared.
  it('is repeated: out of tolerance twice, the means decide; what is set aside repeats nothing', async () => {
    at('2026-11-25T09:00:00Z');
    const one = await oven('OV-6');
    /** 4.5 g in each container; what the second loses beside the tenth that the first does. */
    const apart = (mg: number) => ({
      first: { ...LOADED.first, dried: '24.050' },
      second: { ...LOADED.second, dried: (25.05 - mg / 1000).toFixed(3) },
    });
    await one.weigh(apart(18));
    expect((await one.line()).blocks).toEqual([{ is: 'containers-apart' }]);
    const again = async (mg: number) => {
      const sample = (await one.draw({ purpose: 'moisture', mass: grams('12') })).body;
      const { tests } = (
        await hands.analyst.post<MoistureView>('/moisture/tests', { vesselId: sample.id, method: 'oven 130 °C, 1 h' })
      ).body;
      const [last] = tests.slice(-1);
      await hands.analyst.put(`/moisture/tests/${last?.id}`, apart(mg), last?.version ?? 0);
      return last?.id;
    };
    const second = await again(20);
    expect(lineWords(await one.line())).toMatchObject({
      figure: '10.2 %',
      note: expect.stringContaining('means of two tests 0.02 apart') as string,
    });
    expect((await one.line()).blocks).toEqual([]);
    await hands.lead.post(`/lots/${one.lot}/decisions`, {
      subject: second,
      decision: 'set-aside',
      reason: 'a tin stood open',
    });
    await again(45);
    expect((await one.line()).blocks).toEqual([{ is: 'tests-apart' }]);
    expect(lineWords(await one.line()).note).toContain('begin anew');
  });

  // Common practice, no source: a sample drawn before its lot was dried holds the water of before.
  it('is void where the lot was dried after its sample was drawn, until that is crossed out or seed is drawn anew', async () => {
    at('2026-11-25T09:00:00Z');
    const one = await oven('OV-7');
    await one.weigh(DRIED);
    const sampledOn = submittedSample('1').drawnOn;
    const work = (change: object) =>
      hands.analyst.post<LotSheet>(`/lots/${one.lot}/worked`, {
        what: 'dried',
        on: sampledOn,
        sampled: 'after',
        note: '',
        ...change,
      });
    expect((await work({})).status).toBe(201);
    expect((await one.line()).blocks).toEqual([]);
    const { worked } = (await work({ sampled: 'before', what: 'blended' })).body;
    expect(await one.line()).toMatchObject({
      mark: 'outside',
      stands: { is: 'void', what: 'blended', on: sampledOn },
      blocks: [{ is: 'void', what: 'blended', on: sampledOn }],
    });
    expect((await one.see())?.voided).toEqual({ what: 'blended', on: sampledOn });
    const { figures } = (await hands.lead.get<LotSheet>(`/lots/${one.lot}`)).body;
    expect(figures.find(({ step }) => step === 'moisture')?.figure).toBeNull();
    const strike = (id = '', reason = 'it was another lot') =>
      hands.lead.send<LotSheet>('PUT', `/lots/${one.lot}/worked/${id}`, { reason });
    const second = worked[1]?.id;
    expect((await strike(second)).status).toBe(200);
    expect((await one.line()).blocks).toEqual([]);
    expect((await strike(second)).status).toBe(409);
    expect((await strike(crypto.randomUUID())).status).toBe(404);
    expect(firstFault(await work({ on: '2026-11-26' })).slice(0, 2)).toEqual([422, 'on']);
    expect(firstFault(await work({ on: '1999-12-31' })).slice(0, 2)).toEqual([422, 'on']);
    at('2026-11-26T09:00:00Z');
    await work({ on: '2026-11-26', what: 'dampened' });
    expect((await one.line()).blocks).toMatchObject([{ is: 'void', what: 'dampened' }]);
  });

  it('refuses what cannot be, at its place', async () => {
    at('2026-11-25T09:00:00Z');
    const one = await oven('OV-5');
    await one.weigh(LOADED);
    const refused = async (body: object) => firstFault(await one.work(body)).slice(0, 2);
    expect(await refused({ backAt: '2026-11-25T09:00:01.000Z' })).toEqual([422, 'backAt']);
    await one.work({ backAt: '2026-11-25T08:30:00.000Z' });
    expect(await refused({ outAt: '2026-11-25T08:29:59.000Z' })).toEqual([422, 'outAt']);
    expect((await one.work({ outAt: '2026-11-25T08:30:00.000Z' })).status).toBe(200);
    for (const [body, path] of [
      [{ diameterCm: 0.9 }, 'diameterCm'],
      [{ diameterCm: 30.1 }, 'diameterCm'],
      [{ ovenC: 19.9 }, 'ovenC'],
      [{ ovenC: 250.1 }, 'ovenC'],
      [{ groundMinutes: -1 }, 'groundMinutes'],
      [{ sealed: 'perhaps' }, 'sealed'],
      [{ backAt: 'at noon' }, 'backAt'],
    ] as const)
      expect(await refused(body)).toEqual([422, path]);
  });
});
