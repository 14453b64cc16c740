import { describe, expect, it } from 'vitest';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import type { OvensView } from '@mercato/contract/moisture/ovens';
import type { Today } from '@mercato/contract/today/today';
import { useHands } from '../testing/hands.ts';
import { clovers, grams } from '../testing/samples.ts';
import { firstFault } from '../testing/shed.ts';
import { LOADED } from '../testing/tins.ts';

const hands = useHands();
const at = (iso: string) => {
  hands.lab.clock.now = new Date(iso);
};

/** A test whose containers are weighed in. */
async function weighedIn(reference: string) {
  const { draw } = await clovers(hands.analyst, reference);
  const sample = (await draw({ purpose: 'moisture', mass: grams('12') })).body;
  const begun = { vesselId: sample.id, method: 'oven 130 °C, 1 h' };
  const { tests } = (await hands.analyst.post<MoistureView>('/moisture/tests', begun)).body;
  const id = tests[0]?.id ?? '';
  const weigh = async (body: object, version: number) =>
    (await hands.analyst.put<MoistureView>(`/moisture/tests/${id}`, body, version)).body.tests[0];
  await weigh(LOADED, tests[0]?.version ?? 0);
  return { id, weigh };
}
const ovens = async () => (await hands.analyst.get<OvensView>('/moisture/ovens')).body;
const stages = async () => (await ovens()).stands.map(({ lot, stage }) => [lot.reference, stage]).sort();
const load = async (what: 'backAt' | 'outAt', instant: string, ids: readonly string[], oven = '') => {
  const { stands } = await ovens();
  const tests = ids.map((id) => ({ id, version: stands.find((one) => one.id === id)?.version ?? 1 }));
  return hands.analyst.post<OvensView>('/moisture/loads', { what, at: instant, oven, tests });
};

describe('several tests in one oven', () => {
  it('share one clock from the oven to the desiccator; each is weighed by itself', async () => {
    at('2026-11-25T09:00:00Z');
    const [one, two] = [await weighedIn('LD-1'), await weighedIn('LD-2')];
    await weighedIn('LD-3');
    expect(await stages()).toEqual([
      ['LD-1', 'to-go-in'],
      ['LD-2', 'to-go-in'],
      ['LD-3', 'to-go-in'],
    ]);
    const began = await load('backAt', '2026-11-25T09:00:00.000Z', [one.id, two.id], 'north oven');
    expect(began.status).toBe(201);
    const inside = began.body.stands.filter(({ stage }) => stage === 'in-oven');
    // Red clover: one hour with three minutes either way (ISTA, from memory).
    expect(inside.map(({ oven, by, clock }) => [oven, by, clock?.is === 'in-oven' && clock.outAt])).toEqual([
      ['north oven', 'The analyst', '2026-11-25T10:00:00.000Z'],
      ['north oven', 'The analyst', '2026-11-25T10:00:00.000Z'],
    ]);
    expect(began.body.ovens).toEqual(['north oven']);
    const { due } = (await hands.analyst.get<Today>('/today')).body;
    expect(due.flatMap((each) => (each.what === 'oven' ? [[each.reference, each.act, each.open]] : [])).sort()).toEqual(
      [
        ['LD-1', 'take-out', '/ovens'],
        ['LD-2', 'take-out', '/ovens'],
      ],
    );
    at('2026-11-25T10:01:00Z');
    await load('outAt', '2026-11-25T10:00:00.000Z', [one.id, two.id]);
    expect(await stages()).toEqual([
      ['LD-1', 'cools'],
      ['LD-2', 'cools'],
      ['LD-3', 'to-go-in'],
    ]);
    const cooled = (await ovens()).stands.find(({ id }) => id === one.id);
    await hands.analyst.put(`/moisture/tests/${one.id}/oven`, { cooledMinutes: 35 }, cooled?.version ?? 0);
    expect((await stages())[0]).toEqual(['LD-1', 'to-weigh']);
    const dried = {
      first: { ...LOADED.first, dried: '24.050' },
      second: { ...LOADED.second, dried: '25.050' },
    };
    const done = await one.weigh(dried, (cooled?.version ?? 0) + 1);
    expect(done?.result).toMatchObject({ reportedPercent: 10, deviations: [] });
    expect((await stages()).map(([reference]) => reference)).toEqual(['LD-2', 'LD-3']);
    // What was weighed in more than three days ago is forgotten.
    at('2026-11-28T08:59:59Z');
    expect((await stages()).map(([reference]) => reference)).toEqual(['LD-2', 'LD-3']);
    at('2026-11-28T09:00:00Z');
    expect(await stages()).toEqual([]);
  });

  it('go in all or none: one that somebody changed since keeps the others out', async () => {
    at('2026-12-01T09:00:00Z');
    const [one, two] = [await weighedIn('LD-4'), await weighedIn('LD-5')];
    const tests = [
      { id: one.id, version: 2 },
      { id: two.id, version: 1 },
    ];
    const body = { what: 'backAt', at: '2026-12-01T09:00:00.000Z', oven: '', tests };
    expect((await hands.analyst.post('/moisture/loads', body)).status).toBe(412);
    const gone = { ...body, tests: [tests[0], { id: crypto.randomUUID(), version: 1 }] };
    expect((await hands.analyst.post('/moisture/loads', gone)).status).toBe(404);
    expect((await stages()).map(([, stage]) => stage)).toEqual(['to-go-in', 'to-go-in']);
    for (const [change, path] of [
      [{ tests: [] }, 'tests'],
      [{ tests: [tests[0], tests[0]] }, 'tests.1'],
      [{ at: 'noon' }, 'at'],
      [{ what: 'cooled' }, 'what'],
      [{ at: '2026-12-01T09:00:01.000Z', tests: [tests[0]] }, 'at'],
    ] as const)
      expect(firstFault(await hands.analyst.post('/moisture/loads', { ...body, ...change })).slice(0, 2)).toEqual([
        422,
        path,
      ]);
    expect((await hands.sampler.post('/moisture/loads', body)).status).toBe(403);
    // Taken out before it was in.
    await load('backAt', '2026-12-01T08:30:00.000Z', [one.id]);
    expect(firstFault(await load('outAt', '2026-12-01T08:29:59.000Z', [one.id])).slice(0, 2)).toEqual([422, 'at']);
  });
});
