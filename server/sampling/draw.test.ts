import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { drawContainers } from '@mercato/core/sampling/drawContainers';
import { vessel } from '../register/tables.ts';
import { CLOVER, type Laboratory, openLaboratory, type Visitor } from '../testing/laboratory.ts';
import { spoken } from '../testing/spoken.ts';

let lab: Laboratory;
let sampler: Visitor;
let lead: Visitor;
beforeAll(async () => {
  lab = await openLaboratory();
  [sampler, lead] = [await lab.as('sampler'), await lab.as('lead')];
});
afterAll(() => lab.close());

const open = async (reference: string, change: Partial<typeof CLOVER> = {}) =>
  (await sampler.post<LotSheet>('/lots', { ...CLOVER, book: 'ista', ...change, reference })).body.id;
const draw = { method: 'random', columns: 7, rows: 4 };
const even = { mass: { text: '20', unit: 'g' }, look: 'even', note: '', takenAt: '2026-11-24T09:00:00Z' };
const take = (
  drawId: string | undefined,
  container: number | undefined,
  body: object,
  headers: Record<string, string> = {},
) => sampler.send<SamplingView>('PUT', `/draws/${drawId}/containers/${container}/samples/1`, body, headers);

describe('the containers of a lot', () => {
  it('are drawn by the plan, and the recorded seed repeats this selection', async () => {
    const lot = await open('D-1');
    const view = (await sampler.post<SamplingView>(`/lots/${lot}/draws`, draw)).body;
    // Source: ISTA, minimum sampling intensity, 84 containers: 30 primary samples; AOSA 13 (both from memory).
    expect(view.draw?.primaries).toHaveLength(30);
    expect(view.other).toMatchObject({ book: 'aosa', plan: { primarySamples: 13 } });
    const again = drawContainers(
      { containers: 84, unitSize: 1, primarySamples: 30, unitsToSample: 30 },
      'random',
      view.draw?.seed ?? 0,
    );
    expect(view.draw?.primaries.map((one) => one.container)).toEqual(again.map((one) => one.number));
    expect(view.draw?.primaries.every((one) => one.column <= 7 && one.row <= 4 && one.layer <= 3)).toBe(true);
    expect((await sampler.post(`/lots/${lot}/draws`, draw)).body).toMatchObject({
      status: 422,
      errors: [{ path: 'reason' }],
    });
    const anew = await sampler.post<SamplingView>(`/lots/${lot}/draws`, {
      ...draw,
      method: 'even',
      seed: 7,
      reason: 'the stack was moved',
    });
    expect(anew.body.draw).toMatchObject({
      method: 'even',
      seed: 7,
      earlier: [{ method: 'random', replacedBecause: 'the stack was moved' }],
    });
    expect((await take(view.draw?.id, view.draw?.primaries[0]?.container, even)).body).toMatchObject({ status: 409 });
    const heap = await open('D-2', { containers: 0, containerMass: null });
    expect((await sampler.post(`/lots/${heap}/draws`, draw)).body).toMatchObject({
      status: 409,
      errors: [{ path: 'method' }],
    });
  });

  it('give each of their samples once, whatever a lost connection repeats; corrections keep the old figure', async () => {
    const lot = await open('D-3');
    const { draw: drawn } = (await sampler.post<SamplingView>(`/lots/${lot}/draws`, draw)).body;
    const container = drawn?.primaries[0]?.container;
    const same = { 'Idempotency-Key': 'phone-1' };
    const both = await Promise.all([take(drawn?.id, container, even, same), take(drawn?.id, container, even, same)]);
    expect(both.map((one) => one.status)).toEqual([200, 200]);
    expect((await take(drawn?.id, container, even)).status).toBe(200);
    const primaries = (await lab.connection.db.select().from(vessel)).filter(
      (one) => one.lotId === lot && one.kind === 'primary',
    );
    expect(primaries).toHaveLength(1);
    expect((await take(drawn?.id, container, { ...even, mass: { text: '21', unit: 'g' } })).body).toMatchObject({
      errors: [{ path: 'reason' }],
    });
    const corrected = await take(drawn?.id, container, {
      ...even,
      mass: { text: '21', unit: 'g' },
      reason: 'read again',
    });
    expect(corrected.body.draw?.primaries[0]?.taken?.fields.mass).toMatchObject({
      text: '21',
      earlier: [{ text: '20' }],
    });
    const other = Array.from({ length: 84 }, (_, i) => i + 1).find(
      (one) => !drawn?.primaries.some((p) => p.container === one),
    );
    for (const [answer, path] of [
      [await take(drawn?.id, other, even), 'container'],
      [await sampler.send('PUT', `/draws/${drawn?.id}/containers/${container}/samples/2`, even), 'core'],
      [await take(drawn?.id, drawn?.primaries[1]?.container, { ...even, takenAt: '2026-11-24T11:00:00Z' }), 'takenAt'],
      [await take(drawn?.id, drawn?.primaries[1]?.container, { ...even, takenAt: '2026-11-23T11:00:00Z' }), 'takenAt'],
      [await take(drawn?.id, drawn?.primaries[1]?.container, { ...even, look: 'odd' }), 'look'],
      [await take(drawn?.id, drawn?.primaries[1]?.container, { ...even, mass: { text: '0', unit: 'g' } }), 'mass.text'],
    ] as const)
      expect(answer.body).toMatchObject({ status: 422, errors: [{ path }] });
    expect((await lead.get<LotSheet>(`/lots/${lot}`)).body.steps.map(spoken)[0]).toMatchObject({
      note: '1 of 30 taken',
    });
  });

  it('that look uneven stop the sampling until somebody decides', async () => {
    const lot = await open('D-4');
    const { draw: drawn } = (await sampler.post<SamplingView>(`/lots/${lot}/draws`, draw)).body;
    const [first] = drawn?.primaries ?? [];
    const taken = await take(drawn?.id, first?.container, { ...even, look: 'uneven', note: 'darker seed' });
    const subject = taken.body.draw?.primaries[0]?.taken?.vesselId;
    const sheet = async () => (await lead.get<LotSheet>(`/lots/${lot}`)).body;
    expect(await sheet()).toMatchObject({
      state: 'held',
      steps: [{ mark: 'outside', stands: { is: 'uneven', decision: null } }, {}, {}, {}, {}, {}, {}],
    });
    const submitted = {
      mass: { text: '500', unit: 'g' },
      drawnOn: '2026-11-24',
      drawnBy: 'A',
      seal: '',
      primarySamples: 30,
    };
    expect((await sampler.put(`/lots/${lot}/submitted`, submitted, 0)).body).toMatchObject({
      status: 409,
      errors: [{ path: 'primarySamples' }],
    });
    const decide = (decision: string) =>
      lead.post<LotSheet>(`/lots/${lot}/decisions`, { subject, decision, reason: 'looked at it twice' });
    expect((await decide('set-aside')).body).toMatchObject({ status: 422, errors: [{ path: 'decision' }] });
    expect((await decide('own-lots')).body).toMatchObject({ state: 'held' });
    expect((await sheet()).steps.map(spoken)[0]?.note).toBe('the parts become lots of their own');
    expect((await decide('accept')).body).toMatchObject({ state: 'open' });
    expect((await sampler.put(`/lots/${lot}/submitted`, submitted, 0)).status).toBe(200);
  });

  it('of a lot that is too large are divided', async () => {
    // Source: ISTA, red clover: at most 10 000 kg and 5 % (from memory).
    const lot = await open('D-5', { mass: { text: '25000', unit: 'kg' }, containers: 500 });
    const view = (await sampler.get<SamplingView>(`/lots/${lot}/sampling`)).body;
    expect(view.split).toEqual({ parts: 3, containers: [167, 167, 166], largestKg: 8350 });
  });
});
