import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { useHands } from '../testing/hands.ts';
import { CLOVER } from '../testing/laboratory.ts';
import { grams, submittedSample } from '../testing/samples.ts';
import { spoken } from '../testing/spoken.ts';

const hands = useHands();

describe('a lot that is not one', () => {
  it('is divided into lots of their own, whose containers and masses add up', async () => {
    const lot = (
      await hands.sampler.post<LotSheet>('/lots', {
        ...CLOVER,
        book: 'ista',
        mass: { text: '25000', unit: 'kg' },
        containers: 500,
        reference: 'P-1',
      })
    ).body;
    expect(lot.state).toBe('held');
    const asked = {
      client: 'Marlpit Growers',
      theirReference: '',
      tests: ['purity'],
      dueOn: null,
      sampledBy: 'us',
      fee: null,
    };
    await hands.sampler.put(`/lots/${lot.id}/request`, asked, 0);
    const part = (reference: string, containers: number, kg: string) => ({
      reference,
      containers,
      mass: { text: kg, unit: 'kg' },
    });
    const divide = (...parts: object[]) =>
      hands.sampler.post<LotSheet>(`/lots/${lot.id}/parts`, { parts, reason: 'too large' });
    expect((await divide(part('P-1a', 250, '12500'), part('P-1b', 249, '12500'))).body).toMatchObject({
      errors: [{ path: 'parts.1.containers', message: 'The parts have 499 containers together, the lot has 500.' }],
    });
    expect((await divide(part('P-1a', 250, '12500'), part('P-1b', 250, '12400'))).body).toMatchObject({
      errors: [{ path: 'parts.1.mass.text', message: 'The parts weigh 100 kg less than the lot’s 25000 kg.' }],
    });
    expect((await divide(part('P-1a', 250, '12500'), part('P-1a', 250, '12500'))).status).toBe(422);
    expect((await divide(part('P-1a', 250, '12500'), part('P-1', 250, '12500'))).body).toMatchObject({
      status: 409,
      errors: [{ path: 'reference' }],
    });
    expect((await hands.lead.get<{ total: number }>('/lots?q=P-1a')).body.total).toBe(0);
    const parts = [part('P-1a', 167, '8350'), part('P-1b', 167, '8350'), part('P-1c', 166, '8300')];
    const done = (await divide(...parts)).body;
    expect(done).toMatchObject({
      state: 'divided',
      parts: [{ reference: 'P-1a' }, { reference: 'P-1b' }, { reference: 'P-1c' }],
    });
    expect((await divide(...parts)).body).toMatchObject({ status: 409 });
    for (const answer of [
      await hands.sampler.post(`/lots/${lot.id}/draws`, { method: 'random', columns: 5, rows: 5 }),
      await hands.sampler.put(`/lots/${lot.id}/submitted`, submittedSample('100'), 0),
      await hands.sampler.post(`/lots/${lot.id}/composite`, { mass: grams('100'), loss: grams('0') }),
      await hands.lead.post(`/lots/${lot.id}/releases`, { kind: 'report' }),
    ])
      expect(answer.body).toMatchObject({ status: 409, errors: [{ path: 'lot' }] });
    expect((await hands.lead.get<LotSheet>(`/lots/${done.parts[0]?.id}`)).body).toMatchObject({
      state: 'open',
      request: { client: 'Marlpit Growers', version: 1 },
      parent: { reference: 'P-1' },
      header: { containers: 167, species: 'Trifolium pratense', variety: 'Ambersett' },
    });
    expect((await hands.lead.get<{ total: number }>('/lots?state=divided')).body.total).toBe(1);
    // Every version of every request stands in its history, of the parts too.
    const kept = await hands.lab.connection.db.execute(
      sql`select r.version from lot_request r join lot l on l.id = r.lot_id where l.parent_lot_id = ${lot.id}`,
    );
    expect(kept.rows).toEqual([{ version: 1 }, { version: 1 }, { version: 1 }]);
  });

  it('a heterogeneity test holds it until the lead decides; corrections keep the old result and judge anew', async () => {
    const lot = (await hands.sampler.post<LotSheet>('/lots', { ...CLOVER, book: 'ista', reference: 'H-1' })).body.id;
    const results = (...values: number[]) => values.map((value, i) => ({ container: i + 1, text: String(value) }));
    const test = { attribute: 'germination', part: 'normal seedlings', seedsEach: 100 };
    const odd = results(97, 95, 96, 70, 94, 96, 95, 77);
    for (const [body, path] of [
      [{ ...test, results: odd.slice(0, 4) }, 'results'],
      [{ ...test, results: [...odd, { container: 1, text: '90' }] }, 'results.8'],
      [{ ...test, results: [...odd, { container: 85, text: '90' }] }, 'results.8.container'],
      [{ ...test, results: [...odd, { container: 9, text: '101' }] }, 'results.8.text'],
      [{ ...test, results: [...odd, { container: 9, text: 'many' }] }, 'results.8.text'],
      [{ ...test, attribute: 'other-seeds', results: [...odd, { container: 9, text: '2.5' }] }, 'results.8.text'],
    ] as const)
      expect((await hands.analyst.post(`/lots/${lot}/heterogeneity`, body)).body).toMatchObject({
        status: 422,
        errors: [{ path }],
      });
    const view = (await hands.analyst.post<SamplingView>(`/lots/${lot}/heterogeneity`, { ...test, results: odd })).body
      .heterogeneity[0];
    // Source: ISTA, 84 containers: 20 samples; R for an average of 90 %, 5 to 9 containers: 15 (from memory).
    expect(view).toMatchObject({
      number: 1,
      asked: 20,
      f: 1.1,
      verdict: { outcome: 'outside', r: { measured: 27, limit: 15 } },
    });
    const sheet = async () => (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body;
    expect(await sheet()).toMatchObject({
      state: 'held',
      steps: [{ stands: { is: 'not-uniform' } }, {}, {}, {}, {}, {}, {}],
    });
    const correct = (body: object) => hands.analyst.send<SamplingView>('PUT', `/heterogeneity/${view?.id}`, body);
    expect((await correct({ results: [{ container: 4, text: '95' }] })).body).toMatchObject({
      errors: [{ path: 'reason' }],
    });
    expect((await correct({ results: [{ container: 40, text: '95' }], reason: 'x' })).body).toMatchObject({
      errors: [{ path: 'results.0.container' }],
    });
    const better = await correct({
      results: [
        { container: 4, text: '95' },
        { container: 8, text: '94' },
      ],
      reason: 'read the wrong dish',
    });
    expect(better.body.heterogeneity[0]).toMatchObject({ verdict: { outcome: 'within' } });
    expect(better.body.heterogeneity[0]?.results[3]?.field).toMatchObject({
      text: '95',
      earlier: [{ text: '70', supersededBecause: 'read the wrong dish' }],
    });
    expect((await sheet()).state).toBe('open');
    const kept = await hands.lab.connection.db.execute<{ outcome: string }>(
      sql`select outcome from judgement where heterogeneity_id = ${view?.id} order by seq`,
    );
    expect(kept.rows.map((one) => one.outcome)).toEqual(['outside', 'within']);
    await correct({ results: odd, reason: 'it was right at first' });
    await hands.lead.post(`/lots/${lot}/decisions`, {
      subject: view?.id,
      decision: 'own-lots',
      reason: 'two harvests',
    });
    expect((await sheet()).steps.map(spoken)[0]).toMatchObject({ note: 'the parts become lots of their own' });
    // Accepted all the same, it is printed with its reason.
    await hands.lead.post(`/lots/${lot}/decisions`, {
      subject: view?.id,
      decision: 'accept',
      reason: 'the buyer knows',
    });
    expect((await sheet()).state).toBe('open');
    const { report } = (await hands.lead.get<{ report: { notes: string[] } }>(`/lots/${lot}/release`)).body;
    expect(report.notes).toContain('A heterogeneity test was accepted by The lead: the buyer knows');
  });
});
