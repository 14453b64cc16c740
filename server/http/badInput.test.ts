import fc from 'fast-check';
import type Joi from 'joi';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { GerminationView } from '@mercato/contract/germination/germination';
import { LIVE_ADDRESS } from '@mercato/contract/http/live';
import type { Route } from '@mercato/contract/http/route';
import type { PurityView } from '@mercato/contract/purity/purity';
import type { LotList, LotSheet, VesselView } from '@mercato/contract/register/lots';
import { lot, lotRevision } from '../register/tables.ts';
import { CLOVER, type Laboratory, openLaboratory, type Visitor } from '../testing/laboratory.ts';
import { germinationPlan } from '../testing/samples.ts';

let lab: Laboratory;
let lead: Visitor;
let lotId: string;
let purityId: string;
let dish: { id: string; version: number };
let testId: string;
beforeAll(async () => {
  lab = await openLaboratory();
  lead = await lab.as('lead');
  lotId = (await lead.post<LotSheet>('/lots', { ...CLOVER, book: 'ista' })).body.id;
  await lead.put(
    `/lots/${lotId}/submitted`,
    { mass: { text: '500', unit: 'g' }, drawnOn: '2026-11-20', drawnBy: 'A', seal: '', primarySamples: 30 },
    0,
  );
  const draw = async (purpose: string) =>
    (await lead.post<VesselView>(`/lots/${lotId}/working`, { purpose, mass: { text: '20', unit: 'g' } })).body.id;
  purityId = (await lead.post<PurityView>('/purity/tests', { vesselId: await draw('purity') })).body.tests[0]?.id ?? '';
  const plan = {
    ...germinationPlan('2026-11-24'),
  };
  const test = (
    await lead.post<GerminationView>('/germination/tests', { vesselId: await draw('germination'), ...plan })
  ).body.tests[0];
  testId = test?.id ?? '';
  dish = { id: test?.dishes[0]?.id ?? '', version: test?.dishes[0]?.version ?? 0 };
});
afterAll(() => lab.close());

const weighings = { workingSample: '5.000', pureSeed: '4.900', otherSeeds: '0.050', inertMatter: '0.050' };
const count = {
  counts: { normal: 50, abnormal: 0, hard: 0, fresh: 0, dead: 0 },
  closed: true,
  final: true,
  entry: 'typed',
};

describe('what cannot be is refused at its field, and nothing is written', () => {
  it.each([
    ['a doubled reference', () => lead.post('/lots', CLOVER), 409, 'reference'],
    [
      'an unknown kind',
      () => lead.post('/lots', { ...CLOVER, reference: 'X', species: 'Triffidus mobilis' }),
      422,
      'species',
    ],
    [
      'a negative mass',
      () => lead.post('/lots', { ...CLOVER, reference: 'X', mass: { text: '-5', unit: 'kg' } }),
      422,
      'mass.text',
    ],
    [
      'a mass in words',
      () => lead.post('/lots', { ...CLOVER, reference: 'X', mass: { text: 'much', unit: 'kg' } }),
      422,
      'mass.text',
    ],
    [
      'an unknown unit',
      () => lead.post('/lots', { ...CLOVER, reference: 'X', mass: { text: '5', unit: 'stone' } }),
      422,
      'mass.unit',
    ],
    [
      'a harvest in the future',
      () => lead.post('/lots', { ...CLOVER, reference: 'X', harvestYear: 2027 }),
      422,
      'harvestYear',
    ],
    ['an unknown rule book', () => lead.post('/lots', { ...CLOVER, reference: 'X', book: 'mine' }), 422, 'book'],
    [
      'a field that does not exist',
      () => lead.post('/lots', { ...CLOVER, reference: 'X', colour: 'red' }),
      422,
      'colour',
    ],
    ['text the database cannot hold', () => lead.post('/lots', { ...CLOVER, reference: 'X\u0000Y' }), 422, 'reference'],
    [
      'a sample heavier than the lot',
      () =>
        lead.put(
          `/lots/${lotId}/submitted`,
          {
            mass: { text: '9999', unit: 'kg' },
            drawnOn: '2026-11-20',
            drawnBy: 'A',
            seal: '',
            primarySamples: 30,
            reason: 'x',
          },
          1,
        ),
      422,
      'mass.text',
    ],
    [
      'a sample drawn tomorrow',
      () =>
        lead.put(
          `/lots/${lotId}/submitted`,
          {
            mass: { text: '500', unit: 'g' },
            drawnOn: '2026-11-25',
            drawnBy: 'A',
            seal: '',
            primarySamples: 30,
            reason: 'x',
          },
          1,
        ),
      422,
      'drawnOn',
    ],
    [
      'more than is left of the sample',
      () => lead.post(`/lots/${lotId}/working`, { purpose: 'purity', mass: { text: '470', unit: 'g' } }),
      422,
      'mass.text',
    ],
    [
      'weights with too few decimals',
      () => lead.put(`/purity/tests/${purityId}`, { ...weighings, pureSeed: '4.9' }, 1),
      422,
      'pureSeed',
    ],
    [
      'a component the book does not know',
      () => lead.put(`/purity/tests/${purityId}`, { ...weighings, weedSeed: '0.010' }, 1),
      422,
      'weedSeed',
    ],
    [
      'more seeds than set',
      () =>
        lead.put(
          `/germination/dishes/${dish.id}/days/0`,
          { ...count, counts: { ...count.counts, normal: 60, dead: 41 } },
          dish.version,
        ),
      422,
      'counts',
    ],
    [
      'hard seed at an interim count',
      () =>
        lead.put(
          `/germination/dishes/${dish.id}/days/0`,
          { ...count, final: false, counts: { ...count.counts, hard: 1 } },
          dish.version,
        ),
      422,
      'counts.hard',
    ],
    [
      'a final count that leaves seeds uncalled',
      () => lead.put(`/germination/dishes/${dish.id}/days/0`, count, dish.version),
      422,
      'counts',
    ],
    [
      'a day that does not exist',
      () =>
        lead.post('/germination/tests', {
          vesselId: dish.id,
          ...germinationPlan('2026-13-01'),
        }),
      422,
      'setUpDate',
    ],
    [
      'a final count before the first',
      () =>
        lead.post('/germination/tests', {
          vesselId: dish.id,
          ...germinationPlan('2026-11-01'),
          firstCountDay: 14,
        }),
      422,
      'finalCountDay',
    ],
  ] as const)('%s', async (_name, send, status, path) => {
    const before = await lab.connection.db.select().from(lotRevision);
    const answer = await send();
    expect(answer.body).toMatchObject({ status, type: expect.stringMatching(/^urn:mercato:problem:/) as string });
    expect(answer.headers.get('content-type')).toContain('application/problem+json');
    expect(answer.body.errors?.map((one) => one.path)).toContain(path);
    expect(await lab.connection.db.select().from(lotRevision)).toHaveLength(before.length);
  });

  it('a count before the test has come to warmth', async () => {
    const working = (
      await lead.post<VesselView>(`/lots/${lotId}/working`, { purpose: 'germination', mass: { text: '20', unit: 'g' } })
    ).body.id;
    const planned = await lead.post<GerminationView>('/germination/tests', {
      vesselId: working,
      ...germinationPlan('2026-11-24'),
      treatment: 'prechill',
      prechillDays: 7,
    });
    const cold = planned.body.tests.at(-1)?.dishes[0];
    expect((await lead.put(`/germination/dishes/${cold?.id}/days/4`, count, 1)).body).toMatchObject({
      status: 422,
      errors: [{ path: 'day' }],
    });
  });
});

describe('how requests travel', () => {
  it('a repeat gets the stored answer and does no harm; another body under the key is refused', async () => {
    const headers = { 'Idempotency-Key': 'once-only' };
    const first = await lead.post<LotSheet>('/lots', { ...CLOVER, reference: 'R-1' }, headers);
    const again = await lead.post<LotSheet>('/lots', { ...CLOVER, reference: 'R-1' }, headers);
    expect([first.status, again.status, again.body.id]).toEqual([201, 201, first.body.id]);
    expect((await lead.post('/lots', { ...CLOVER, reference: 'R-2' }, headers)).body).toMatchObject({
      status: 422,
      code: 'key-reused',
    });
    const many = await Promise.all(
      Array.from({ length: 8 }, () =>
        lead.post<LotSheet>('/lots', { ...CLOVER, reference: 'R-3' }, { 'Idempotency-Key': 'eight-at-once' }),
      ),
    );
    expect(new Set(many.map((one) => one.body.id)).size).toBe(1);
    expect((await lead.get<LotList>('/lots?q=R-3')).body.total).toBe(1);
  });
  it('asks for the key and the version, and says who was faster', async () => {
    expect((await lead.post('/lots', CLOVER, { 'Idempotency-Key': '' })).body).toMatchObject({
      status: 400,
      code: 'missing-idempotency-key',
    });
    expect((await lead.send('PUT', `/purity/tests/${purityId}`, weighings)).body).toMatchObject({ status: 428 });
    expect((await lead.put(`/purity/tests/${purityId}`, weighings, 7)).body).toMatchObject({
      status: 412,
      detail: expect.stringContaining('The lead') as string,
    });
    expect((await lead.put(`/purity/tests/${purityId}`, weighings, 1, { 'If-Match': 'abc' })).status).toBe(400);
  });
  it('refuses what is too large, of the wrong type, or not JSON', async () => {
    expect((await lead.post('/lots', { ...CLOVER, origin: 'x'.repeat(2_000_000) })).status).toBe(413);
    expect((await lead.post('/lots', 'a=b', { 'Content-Type': 'application/x-www-form-urlencoded' })).status).toBe(415);
    expect((await lead.post('/lots', '{"reference":', {})).status).toBe(400);
    expect((await lead.get('/nowhere')).status).toBe(404);
    expect((await lead.get('/lots/not-an-id')).status).toBe(404);
    expect((await lead.get(`/vessels/${encodeURIComponent('*0000009')}`)).body).toMatchObject({
      status: 404,
      detail: expect.stringContaining('check character') as string,
    });
  });
  it('calculates without a lot, and answers a wrong input in the envelope', async () => {
    const visitor = lab.visitor();
    expect(
      (
        await visitor.post('/calc/release.pure-live-seed', {
          purityPercent: 95,
          germinationPercent: 80,
          hardPercent: 10,
          dormantPercent: 0,
        })
      ).body,
    ).toMatchObject({ ok: true, out: { pureLiveSeedPercent: 85.5 } });
    expect((await visitor.post('/calc/release.pure-live-seed', [{}, 5])).body).toMatchObject([
      { ok: false, error: { path: 'purityPercent' } },
      { ok: false },
    ]);
    expect((await visitor.post('/calc/no.such', {})).status).toBe(404);
    expect((await visitor.get<{ calculations: unknown[] }>('/calc')).body.calculations.length).toBeGreaterThan(10);
  });
});

describe('every route under generated input', () => {
  const ids = () => [
    lotId,
    purityId,
    dish.id,
    testId,
    '00000000-0000-7000-8000-000000000000',
    'x',
    '%00',
    '..%2f',
    "'",
  ];
  const words = fc.constantFrom(
    'purity',
    'ista',
    'tag',
    'g',
    'accept',
    'normal',
    '2026-11-24',
    '5.000',
    '',
    '\u0000',
    '\ud800',
    'ж',
    'x'.repeat(600),
  );
  const value: fc.Arbitrary<unknown> = fc.oneof(
    fc.jsonValue(),
    words,
    fc.integer({ min: -5, max: 1e9 }),
    fc.constant({ text: '1e5', unit: 'g' }),
    fc.constant(null),
  );

  it('no query answers with a 5xx, whatever no database takes', async () => {
    for (const one of lab.api.routes) {
      if (one.kind === 'write' || one.path === LIVE_ADDRESS) continue;
      const path = one.path.replace(/:\w+/g, lotId);
      for (const name of one.query) {
        const { status } = await lead.get(`${path}?${name}=a%00b`);
        expect(status, `${path}?${name}`).toBeLessThan(500);
      }
    }
    expect(lab.errors).toEqual([]);
  });

  it('no route answers with a 5xx', async () => {
    const filled = (path: string) =>
      fc
        .tuple(...path.split('/').map((part) => (part.startsWith(':') ? fc.constantFrom(...ids()) : fc.constant(part))))
        .map((parts) => parts.join('/'));
    const { routes } = lab.api;
    const bodies = new Map<Route, Joi.Schema>();
    for (const one of routes) if (one.kind === 'write') bodies.set(one, await one.body());
    const request = fc.oneof(
      ...[...bodies].map(([{ method, path }, schema]) => {
        const keys = Object.keys((schema.describe() as { keys?: object }).keys ?? {});
        const body = fc.oneof(
          fc.jsonValue(),
          fc.record(Object.fromEntries(keys.map((key) => [key, value])), { requiredKeys: [] }),
        );
        return fc.record({
          method: fc.constant(method.toUpperCase()),
          path: filled(path),
          body,
          version: fc.integer({ min: 0, max: 3 }),
        });
      }),
      // The live stream takes no input, and never ends.
      ...routes
        .flatMap((one) => (one.kind === 'write' || one.path === LIVE_ADDRESS ? [] : [one]))
        .map(({ path, query }) =>
          fc.record({
            method: fc.constant('GET'),
            path: fc
              .tuple(filled(path), fc.record(Object.fromEntries(query.map((name) => [name, words]))))
              .map(([at, asked]) =>
                Object.entries(asked).reduce(
                  (to, [name, typed], i) =>
                    `${to}${i === 0 ? '?' : '&'}${name}=${encodeURIComponent(typed.toWellFormed())}`,
                  at,
                ),
              ),
            body: fc.constant(undefined),
            version: fc.constant(0),
          }),
        ),
    );
    await fc.assert(
      fc.asyncProperty(request, async ({ method, path, body, version }) => {
        const answer = await lead.send(method, path, body, { 'If-Match': String(version) });
        expect(answer.status, `${method} ${path} ${JSON.stringify(body)}`).toBeLessThan(500);
      }),
      { numRuns: 900 },
    );
    expect(lab.errors).toEqual([]);
    expect((await lab.connection.db.select().from(lot)).length).toBeGreaterThan(0);
  });
});
