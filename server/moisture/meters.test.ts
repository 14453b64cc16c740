import { describe, expect, it } from 'vitest';
import { lineWords } from '@mercato/contract/lot-sheet/words';
import type { MetersView } from '@mercato/contract/moisture/meters';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import type { LotList, LotSheet } from '@mercato/contract/register/lots';
import { useHands } from '../testing/hands.ts';
import { clovers, grams } from '../testing/samples.ts';
import { firstFault } from '../testing/shed.ts';
import { LOADED } from '../testing/tins.ts';

const hands = useHands();
/** The oven says half a percent more, all over. */
const PAIRS = [8, 9, 10, 11, 12].map((meterPercent) => ({ meterPercent, ovenPercent: meterPercent + 0.5 }));
const CLOVER = 'Trifolium pratense';
const HEAD = 'lot,what,test,dish,day,name,value,unit';
const calibration = (change: object = {}) => ({
  species: CLOVER,
  degree: 1,
  validUntil: '2026-12-31',
  pairs: PAIRS,
  ...change,
});
const post = (path: string, body: object) => hands.lead.post<MetersView>(path, body);

async function meter(name: string): Promise<string> {
  const { meters } = (await post('/moisture/meters', { name })).body;
  return meters.find((one) => one.name === name)?.id ?? '';
}

async function byMeter(reference: string, id: string) {
  const { lot, draw } = await clovers(hands.analyst, reference);
  const begin = async (with_: string | undefined, method: string) => {
    const sample = (await draw({ purpose: 'moisture', mass: grams('12') })).body;
    const { tests } = (
      await hands.analyst.post<MoistureView>('/moisture/tests', { vesselId: sample.id, method, meter: with_ })
    ).body;
    return tests.at(-1)?.id ?? '';
  };
  const see = async (test: string) =>
    (await hands.analyst.get<MoistureView>(`/lots/${lot}/moisture`)).body.tests.find((one) => one.id === test);
  const put = async (test: string, path: string, body: object) =>
    hands.analyst.put<MoistureView>(`/moisture/tests/${test}${path}`, body, (await see(test))?.version ?? 0);
  const sheet = async () => (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body;
  return {
    lot,
    see,
    put,
    begin,
    test: await begin(id, 'meter'),
    line: async () => {
      const found = (await sheet()).steps.find((one) => one.step === 'moisture');
      if (!found) throw new Error('no moisture');
      return found;
    },
    figure: async () => (await sheet()).figures.find(({ step }) => step === 'moisture')?.figure,
  };
}

describe('a moisture meter', () => {
  it('is calibrated against the oven, read twice, and stands on the sheet', async () => {
    const id = await meter('meter 1');
    const { meters } = (await post(`/moisture/meters/${id}/calibrations`, calibration())).body;
    expect(meters.find((one) => one.id === id)?.calibrations).toMatchObject([
      { species: CLOVER, holds: true, struck: null, fit: { from: 8, to: 12, farOff: [] } },
    ]);
    const one = await byMeter('MM-1', id);
    expect(lineWords(await one.line()).note).toBe('the meter is to be read');
    const read = await one.put(one.test, '/readings', { first: '10.0', second: '10.1', seedC: 21.5 });
    expect(read.body.tests[0]?.meter).toMatchObject({
      name: 'meter 1',
      result: { reportedPercent: 10.6, guide: null, verdict: { next: 'readings-agree' } },
    });
    expect(read.body.tests[0]?.fields['reading.seedC']?.text).toBe('21.5');
    expect(await one.line()).toMatchObject({ mark: 'within', blocks: [] });
    expect(await one.figure()).toBe('10.6 %');
  });

  it('only guides without a calibration, outside it, after its day, and once it is crossed out: no figure is told', async () => {
    const id = await meter('meter 2');
    const one = await byMeter('MM-2', id);
    await one.put(one.test, '/readings', { first: '10.0', second: '10.0' });
    expect(lineWords(await one.line())).toMatchObject({
      figure: 'about 10.0 %',
      note: 'meter, only a guide: the meter has no calibration for this kind',
    });
    expect(await one.figure()).toBeNull();
    const { meters } = (await post(`/moisture/meters/${id}/calibrations`, calibration())).body;
    // What was read before it stays as it was read.
    expect((await one.see(one.test))?.meter?.result?.guide).toEqual({ is: 'no-calibration' });

    const next = await byMeter('MM-3', id);
    await next.put(next.test, '/readings', { first: '12.1', second: '12.1' });
    expect(lineWords(await next.line()).note).toContain('it shows 12.1 %, calibrated from 8 to 12 %');
    await next.put(next.test, '/readings', { first: '12.0', second: '12.0', reason: 'read from the wrong line' });
    expect(await next.figure()).toBe('12.5 %');

    const struck = meters.find((each) => each.id === id)?.calibrations[0]?.id ?? '';
    const strike = () => hands.lead.send('PUT', `/moisture/calibrations/${struck}/strike`, { reason: 'a wet oven' });
    expect((await strike()).status).toBe(200);
    expect((await next.see(next.test))?.meter?.result?.guide).toEqual({ is: 'struck' });
    expect(await next.figure()).toBeNull();
    expect((await strike()).status).toBe(409);

    await post(
      `/moisture/meters/${id}/calibrations`,
      calibration({ validUntil: hands.lab.clock.now.toISOString().slice(0, 10) }),
    );
    const { clock } = hands.lab;
    const before = clock.now;
    clock.now = new Date(before.getTime() + 48 * 3_600_000);
    const late = await byMeter('MM-4', id);
    await late.put(late.test, '/readings', { first: '10', second: '10' });
    clock.now = before;
    expect((await late.see(late.test))?.meter?.result?.guide?.is).toBe('expired');
  });

  it('whose readings lie apart holds the lot; an oven goes before it, unless that is void', async () => {
    const id = await meter('meter 3');
    await post(`/moisture/meters/${id}/calibrations`, calibration());
    const one = await byMeter('MM-5', id);
    await one.put(one.test, '/readings', { first: '10.0', second: '10.3' });
    expect((await one.line()).blocks).toEqual([{ is: 'readings-apart' }]);
    expect(await one.figure()).toBeNull();
    const oven = await one.begin(undefined, 'oven 130 °C, 1 h');
    const dried = {
      first: { ...LOADED.first, dried: '24.050' },
      second: { ...LOADED.second, dried: '25.050' },
    };
    await one.put(oven, '', dried);
    expect(await one.figure()).toBe('10.0 %');
    const again = await one.begin(id, 'meter');
    await one.put(again, '/readings', { first: '11', second: '11' });
    expect(await one.figure()).toBe('10.0 %');
    expect((await one.put(one.test, '', dried)).status).toBe(409);
    expect((await one.put(one.test, '/oven', { sealed: 'yes' })).status).toBe(409);
    expect((await one.put(oven, '/readings', { first: '11', second: '11' })).status).toBe(409);
  });

  it('held against the oven shows where it drifts: meter less oven, by its own steps', async () => {
    const id = await meter('meter 4');
    const check = (meterPercent: number, ovenPercent: number, seenOn = '2026-11-20') =>
      hands.analyst.post<MetersView>(`/moisture/meters/${id}/checks`, {
        species: CLOVER,
        seenOn,
        meterPercent,
        ovenPercent,
      });
    await check(10.1, 10, '2026-11-21');
    let seen = (await check(10, 10.2)).body.meters.find((one) => one.id === id);
    expect(seen?.checks.map((one) => one.seenOn)).toEqual(['2026-11-20', '2026-11-21']);
    // −0.2 and 0.1: mean −0.05, one step of 0.3.
    expect(seen?.chart?.mean).toBeCloseTo(-0.05, 12);
    expect(seen?.chart?.upper).toBeCloseTo(-0.05 + (3 * 0.3) / 1.128, 12);
    for (let i = 0; i < 12; i += 1) await check(10, 10, '2026-11-22');
    seen = (await check(12, 10, '2026-11-23')).body.meters.find((one) => one.id === id);
    expect(seen?.chart?.flagged).toEqual([14]);
  });

  it('refuses what cannot be, at its place', async () => {
    const id = await meter('meter 5');
    expect(firstFault(await post('/moisture/meters', { name: 'meter 5' })).slice(0, 2)).toEqual([409, 'name']);
    const refused = async (change: object) =>
      firstFault(await post(`/moisture/meters/${id}/calibrations`, calibration(change))).slice(0, 2);
    expect(await refused({ species: 'Nulla nulla' })).toEqual([422, 'species']);
    expect(await refused({ validUntil: '2020-01-01' })).toEqual([422, 'validUntil']);
    expect(await refused({ pairs: PAIRS.slice(0, 2) })).toEqual([422, 'pairs']);
    expect(await refused({ degree: 2, pairs: PAIRS.slice(0, 3) })).toEqual([422, 'pairs']);
    expect(await refused({ degree: 3 })).toEqual([422, 'degree']);
    expect(await refused({ pairs: [...PAIRS, { meterPercent: 101, ovenPercent: 9 }] })).toEqual([
      422,
      'pairs.5.meterPercent',
    ]);
    expect((await hands.lead.post(`/moisture/meters/${crypto.randomUUID()}/calibrations`, calibration())).status).toBe(
      404,
    );
    expect((await hands.analyst.post(`/moisture/meters/${id}/calibrations`, calibration())).status).toBe(403);
    const one = await byMeter('MM-6', id);
    const read = async (body: object) => firstFault(await one.put(one.test, '/readings', body)).slice(0, 2);
    expect(await read({ first: '100.1', second: '10' })).toEqual([422, 'first']);
    expect(await read({ first: '10' })).toEqual([422, 'second']);
    expect(await read({ first: '10', second: '10', seedC: 60.1 })).toEqual([422, 'seedC']);
    expect(await read({ first: '10', second: '-1' })).toEqual([422, 'second']);
    expect((await one.put(one.test, '/readings', { first: '100', second: '100', seedC: 60 })).status).toBe(200);
    expect(
      firstFault(
        await hands.analyst.post(`/moisture/meters/${id}/checks`, {
          species: CLOVER,
          seenOn: '2099-01-01',
          meterPercent: 1,
          ovenPercent: 1,
        }),
      ).slice(0, 2),
    ).toEqual([422, 'seenOn']);
  });

  it('goes out with a file of lots and comes in again, read or only begun; a meter that nobody knows is refused', async () => {
    const id = await meter('meter 6');
    await post(`/moisture/meters/${id}/calibrations`, calibration());
    const bring = (reference: string, by: string, readings: readonly string[]) => {
      const lines = [
        'lot.species,,,,,Trifolium pratense,',
        'lot.book,,,,,ista,',
        'lot.variety,,,,,Ambersett,',
        'lot.harvest,,,,,2026-08,',
        'lot.mass,,,,,4200,kg',
        'lot.containers,,,,,84,',
        'lot.containerMass,,,,,50,kg',
        'lot.origin,,,,,field 6,',
        'sample.mass,,,,,0.5,kg',
        'sample.drawnOn,,,,,2026-11-10,',
        'sample.drawnBy,,,,,A. Thorne,',
        'sample.seal,,,,,Q7,',
        'sample.primarySamples,,,,,13,',
        'moisture.sample,1,,,,12,g',
        'moisture.method,1,,,,meter,',
        `moisture.meter,1,,,,${by},`,
        ...readings,
      ];
      const text = [HEAD, ...lines.map((line) => `${reference},${line}`)].join('\n');
      return hands.lead.send<unknown>('POST', '/import/lots', text, { 'Content-Type': 'text/csv' });
    };
    const READ = ['moisture.reading.first,1,,,,10.0,%', 'moisture.reading.second,1,,,,10.1,%'];
    const unknown = await bring('MM-7', 'nobody', READ);
    expect([unknown.status, JSON.stringify(unknown.body)]).toEqual([
      422,
      expect.stringContaining('There is no such meter.'),
    ]);
    expect((await bring('MM-7', 'meter 6', READ)).status).toBeLessThan(300);
    expect((await bring('MM-8', 'meter 6', [])).status).toBeLessThan(300);
    const out = await fetch(`${hands.lab.base}/api/export/lots.csv`, { headers: { cookie: hands.lead.cookie } });
    const text = await out.text();
    for (const line of [
      'MM-7,moisture.meter,1,,,,meter 6,',
      ...READ.map((one) => `MM-7,${one}`),
      'MM-8,moisture.meter,1,,,,meter 6,',
    ])
      expect(text).toContain(line);
    expect(text).not.toContain('reading.calibration');
    const { rows } = (await hands.lead.get<LotList>('/lots?q=MM-7&state=all')).body;
    const [read] = (await hands.lead.get<MoistureView>(`/lots/${rows[0]?.id}/moisture`)).body.tests;
    expect(read?.meter?.result).toMatchObject({ reportedPercent: 10.6, guide: null });
  });
});
