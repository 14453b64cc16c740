import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { GerminationView } from '@mercato/contract/germination/germination';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import type { OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import type { PurityView } from '@mercato/contract/purity/purity';
import type { LotList, LotSheet, VesselView } from '@mercato/contract/register/lots';
import type { ReleaseView } from '@mercato/contract/release/release';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { germinationCount, tallyEvent } from '../germination/tables.ts';
import { judgement } from '../register/tables.ts';
import { CLOVER, type Laboratory, openLaboratory, type Visitor } from '../testing/laboratory.ts';
import { germinationPlan } from '../testing/samples.ts';
import { spoken } from '../testing/spoken.ts';

let lab: Laboratory;
let sampler: Visitor;
let analyst: Visitor;
let lead: Visitor;
beforeAll(async () => {
  lab = await openLaboratory();
  [sampler, analyst, lead] = [await lab.as('sampler'), await lab.as('analyst'), await lab.as('lead')];
});
afterAll(() => lab.close());

const day = 86_400_000;
const SUBMITTED = {
  mass: { text: '0.5', unit: 'kg' },
  drawnOn: '2026-11-20',
  drawnBy: 'A. Thorne',
  seal: 'Q7',
  primarySamples: 30,
};

async function openLot(reference: string, change: Partial<typeof CLOVER> = {}, sample = {}): Promise<string> {
  const answer = await sampler.post<LotSheet>('/lots', { ...CLOVER, ...change, reference });
  expect(answer.status).toBe(201);
  expect((await sampler.put(`/lots/${answer.body.id}/submitted`, { ...SUBMITTED, ...sample }, 0)).status).toBe(200);
  return answer.body.id;
}

async function draw(lot: string, purpose: string, grams: string): Promise<string> {
  const answer = await analyst.post<VesselView>(`/lots/${lot}/working`, { purpose, mass: { text: grams, unit: 'g' } });
  expect(answer.status).toBe(201);
  return answer.body.id;
}

/** Four dishes of 100, first count day 4, counted when the days have come; red clover ends on day 7 by the Act and on day 10 by ISTA. */
async function germinate(lot: string, normals: readonly number[], finalDay = 7): Promise<GerminationView> {
  const vesselId = await draw(lot, 'germination', '20.0');
  const setUpDate = lab.clock.now.toISOString().slice(0, 10);
  const planned = await analyst.post<GerminationView>('/germination/tests', {
    vesselId,
    ...germinationPlan(setUpDate),
    substrate: 'T',
    finalCountDay: finalDay,
    place: 'cabinet 2',
  });
  expect(planned.status).toBe(201);
  lab.clock.now = new Date(lab.clock.now.getTime() + finalDay * day);
  const test = planned.body.tests.at(-1);
  let view = planned.body;
  for (const [i, normal] of normals.entries()) {
    const dish = test?.dishes[i];
    const early = {
      counts: { normal: 40, abnormal: 0, hard: 0, fresh: 0, dead: 1 },
      closed: true,
      final: false,
      entry: 'typed',
      ...(finalDay > 7 ? { lateReason: 'written on paper in the cabinet room' } : {}),
    };
    const late = {
      counts: { normal: normal - 40, abnormal: 3, hard: 2, fresh: 0, dead: 100 - normal - 6 },
      closed: true,
      final: true,
      entry: 'typed',
    };
    expect((await analyst.put(`/germination/dishes/${dish?.id}/days/4`, early, 1)).status).toBe(200);
    const answer = await analyst.put<GerminationView>(`/germination/dishes/${dish?.id}/days/${finalDay}`, late, 2);
    expect(answer.status).toBe(200);
    view = answer.body;
  }
  return view;
}

describe('one lot from heap to label', () => {
  let lot = '';

  it('is opened, sampled and weighed; every judged number carries its rule', async () => {
    lot = await openLot('T-1');
    const sampling = (await analyst.get<SamplingView>(`/lots/${lot}/sampling`)).body;
    expect(sampling.plan).toMatchObject({ primarySamples: 13, rule: { section: '201.41' } });
    expect(sampling.submitted).toMatchObject({
      massVerdict: { outcome: 'within', limit: 141.7 },
      primaryVerdict: { outcome: 'within' },
    });

    const purity = (await analyst.post<PurityView>('/purity/tests', { vesselId: await draw(lot, 'purity', '5.2') }))
      .body.tests[0];
    const weighed = await analyst.put<PurityView>(
      `/purity/tests/${purity?.id}`,
      { workingSample: '5.102', pureSeed: '4.951', otherCropSeed: '0.021', weedSeed: '0.009', inertMatter: '0.103' },
      1,
    );
    expect(weighed.body.tests[0]?.analysis?.shares.map((share) => share.percent)).toEqual([97.38, 0.41, 0.18, 2.03]);

    const other = (
      await analyst.post<OtherSeedsView>('/other-seeds/tests', {
        vesselId: await draw(lot, 'other-seeds', '51'),
        extent: 'complete',
        named: [],
      })
    ).body.tests[0];
    const counted = await analyst.put<OtherSeedsView>(
      `/other-seeds/tests/${other?.id}/trays/1`,
      {
        examined: '50.23',
        species: [
          { name: 'Cuscuta epithymum', count: 7 },
          { name: 'Lolium perenne', count: 31 },
        ],
      },
      0,
    );
    // Source: worked example to 7 CFR 201.52: 7 in 50.23 g are 63.21 per lb.
    const dodder = counted.body.tests[0]?.species.find((one) => one.name === 'Cuscuta epithymum');
    expect(dodder?.rate.perLb.estimate).toBeCloseTo(63.21, 2);

    const oven = (
      await analyst.post<MoistureView>('/moisture/tests', {
        vesselId: await draw(lot, 'moisture', '12'),
        method: 'oven 130 °C, 1 h',
      })
    ).body.tests[0];
    const wet = {
      first: { container: '20.000', withSeed: '25.000' },
      second: { container: '21.000', withSeed: '26.000' },
    };
    expect((await analyst.put<MoistureView>(`/moisture/tests/${oven?.id}`, wet, 1)).body.tests[0]?.result).toBeNull();
    const dried = { first: { ...wet.first, dried: '24.550' }, second: { ...wet.second, dried: '25.545' } };
    expect(
      (await analyst.put<MoistureView>(`/moisture/tests/${oven?.id}`, dried, 2)).body.tests[0]?.result,
    ).toMatchObject({ reportedPercent: 9.1, differencePercent: 0.1, verdict: { outcome: 'within' } });
  });

  it('an out-of-range germination asks for a retest, blocks release, and is averaged with a second that agrees', async () => {
    const first = await germinate(lot, [91, 86, 84, 74]);
    expect(first.tests[0]?.result.verdict).toMatchObject({ outcome: 'outside', measured: 17, limit: 14 });
    expect(first.combined).toMatchObject({ reported: null, next: 'retest' });
    const sheet = (await analyst.get<LotSheet>(`/lots/${lot}`)).body;
    expect(sheet).toMatchObject({ state: 'held' });
    expect((await lead.post('/lots/' + lot + '/releases', { kind: 'tag' })).body).toMatchObject({ status: 409 });
    const second = await germinate(lot, [86, 88, 85, 87]);
    expect(second.combined).toMatchObject({ reported: { normal: 85 }, seeds: 800, from: [0, 1], next: 'report' });
    expect(
      (await lab.connection.db.select().from(judgement).orderBy(judgement.seq))
        .filter((one) => one.step === 'germination')
        .map((one) => one.outcome),
    ).toEqual(['outside', 'within']);
  });

  it('is released by the lead alone, frozen, with fonts embedded; a correction marks it as superseded, a reissue is amended', async () => {
    expect((await analyst.post(`/lots/${lot}/releases`, { kind: 'tag' })).status).toBe(403);
    const released = await lead.post<ReleaseView>(`/lots/${lot}/releases`, { kind: 'tag' });
    expect(released.status).toBe(201);
    const [one] = released.body.releases;
    const response = await fetch(`${lab.base}/api/releases/${one?.id}/document.pdf`, {
      headers: { cookie: lead.cookie },
    });
    const file = join(mkdtempSync(join(tmpdir(), 'mercato-pdf-')), 'tag.pdf');
    writeFileSync(file, Buffer.from(await response.arrayBuffer()));
    expect(response.headers.get('content-type')).toBe('application/pdf');
    const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
    expect(text).toContain('97.38 %');
    expect(text).toMatch(/Germination\s+85 %/);
    const fonts = execFileSync('pdffonts', [file], { encoding: 'utf8' }).split('\n').slice(2).filter(Boolean);
    expect(fonts.length).toBeGreaterThanOrEqual(3);
    for (const font of fonts) expect(font).toMatch(/ yes yes (yes|no) /);

    const view = (await lead.get<PurityView>(`/lots/${lot}/purity`)).body.tests[0];
    const body = {
      workingSample: '5.102',
      pureSeed: '4.949',
      otherCropSeed: '0.021',
      weedSeed: '0.009',
      inertMatter: '0.105',
    };
    expect((await analyst.put(`/purity/tests/${view?.id}`, body, view?.version ?? 0)).body).toMatchObject({
      status: 422,
      errors: [{ path: 'reason' }],
    });
    const corrected = await lead.put<PurityView>(
      `/purity/tests/${view?.id}`,
      { ...body, reason: 'two husks lay on the pan' },
      view?.version ?? 0,
    );
    expect(corrected.body.tests[0]?.fields.pureSeed).toMatchObject({
      text: '4.949',
      by: 'The lead',
      earlier: [{ text: '4.951', by: 'The analyst', supersededBecause: 'two husks lay on the pan' }],
    });
    expect((await lead.get<ReleaseView>(`/lots/${lot}/release`)).body.releases[0]).toMatchObject({ superseded: true });
    expect(
      (await lead.get<{ document: { lines: unknown[] } }>(`/releases/${one?.id}`)).body.document.lines,
    ).toContainEqual(expect.objectContaining({ label: 'Pure seed', value: '97.38 %' }));
    expect((await lead.post(`/lots/${lot}/releases`, { kind: 'tag' })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'amendReason' }],
    });
    const again = await lead.post<ReleaseView>(`/lots/${lot}/releases`, {
      kind: 'tag',
      amendReason: 'purity weighed again',
    });
    expect(again.body.releases.at(-1)).toMatchObject({ number: 2, amends: 1, superseded: false });
  });

  it('the ISTA report prints N for what was not tested', async () => {
    const bare = await openLot('T-2', { book: 'ista' });
    await germinate(bare, [90, 91, 92, 89], 10);
    const view = (await lead.post<ReleaseView>(`/lots/${bare}/releases`, { kind: 'report' })).body;
    expect(view.report.lines).toContainEqual(expect.objectContaining({ label: 'Moisture, %', value: 'N' }));
    expect(view.tag.refusals.join(' ')).toMatch(/Purity was not tested/);
  });

  it('what the rules foresee is stored and judged outside until the lead decides, with a reason', async () => {
    const odd = await openLot('T-3', { book: 'ista' });
    const purity = (await analyst.post<PurityView>('/purity/tests', { vesselId: await draw(odd, 'purity', '5.5') }))
      .body.tests[0];
    const stored = await analyst.put<PurityView>(
      `/purity/tests/${purity?.id}`,
      { workingSample: '5.000', pureSeed: '4.600', otherSeeds: '0.010', inertMatter: '0.020' },
      1,
    );
    expect(stored.body.tests[0]?.analysis?.verdict.outcome).toBe('outside');
    expect((await analyst.get<LotList>('/lots?state=held')).body.rows.map((row) => row.reference)).toContain('T-3');
    const decision = { subject: purity?.id, decision: 'set-aside', reason: 'seed was spilled' };
    expect((await analyst.post(`/lots/${odd}/decisions`, decision)).status).toBe(403);
    expect((await lead.post(`/lots/${odd}/decisions`, { ...decision, reason: '' })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'reason' }],
    });
    expect((await lead.post<LotSheet>(`/lots/${odd}/decisions`, decision)).body).toMatchObject({ state: 'open' });
  });

  it('too small a sample holds the lot until the lead accepts it; the report then says so', async () => {
    // Source: ISTA, minimum sampling intensity, 84 containers: 30; red clover: 50 g submitted, 5 g for purity (from memory).
    const short = await openLot('T-6', { book: 'ista' }, { primarySamples: 29, mass: { text: '49.9', unit: 'g' } });
    const purity = (await analyst.post<PurityView>('/purity/tests', { vesselId: await draw(short, 'purity', '5') }))
      .body.tests[0];
    const light = { workingSample: '4.999', pureSeed: '4.900', otherSeeds: '0.050', inertMatter: '0.049' };
    expect((await analyst.put(`/purity/tests/${purity?.id}`, light, 1)).status).toBe(200);
    const sheet = (await lead.get<LotSheet>(`/lots/${short}`)).body;
    expect(sheet).toMatchObject({ state: 'held' });
    expect(sheet.steps.filter((line) => line.mark === 'outside').map((line) => line.step)).toEqual([
      'sampling',
      'purity',
    ]);
    expect(sheet.working.purity.map((slip) => slip.title)).toEqual([
      'pure seed',
      'other seeds',
      'inert matter',
      'gain or loss',
      'mass weighed in',
    ]);
    const refused = (await lead.post(`/lots/${short}/releases`, { kind: 'report' })).body;
    expect(refused.errors?.map((one) => one.message).join(' ')).toMatch(
      /fewer primary samples .* lighter than the rule book asks.*working sample is lighter/,
    );

    const sample = (await lead.get<SamplingView>(`/lots/${short}/sampling`)).body.submitted?.vessel.id;
    const because = (subject: string | undefined, decision = 'accept') => ({
      subject,
      decision,
      reason: 'no more seed',
    });
    expect((await lead.post(`/lots/${short}/decisions`, because(sample, 'set-aside'))).body).toMatchObject({
      status: 422,
      errors: [{ path: 'decision' }],
    });
    await lead.post(`/lots/${short}/decisions`, because(sample));
    await lead.post(`/lots/${short}/decisions`, because(purity?.id));
    const released = (await lead.post<ReleaseView>(`/lots/${short}/releases`, { kind: 'report' })).body;
    expect(released.report.notes).toContain('The submitted sample was accepted by The lead: no more seed');
    expect(released.releases).toMatchObject([{ superseded: false, validUntil: null }]);
    const judged = await lab.connection.db
      .select()
      .from(judgement)
      .where(eq(judgement.lotId, short))
      .orderBy(judgement.seq);
    expect(judged.map((one) => [one.step, one.outcome])).toEqual([
      ['sampling', 'outside'],
      ['purity', 'outside'],
    ]);
  });

  it('asks which kind is meant where the book knows several of a species', async () => {
    const beet = { ...CLOVER, reference: 'T-7', species: 'Beta vulgaris' };
    expect((await lead.post('/lots', beet)).body).toMatchObject({ status: 422, errors: [{ path: 'bookKind' }] });
    expect((await lead.post('/lots', { ...beet, bookKind: 'Beet' })).status).toBe(201);
  });

  it('a tag expires with the months of the Act, without anybody writing', async () => {
    const states = async (state: string) =>
      (await lead.get<LotList>(`/lots?state=${state}&q=T-1`)).body.rows.map((row) => row.reference);
    expect([await states('released'), await states('expired')]).toEqual([['T-1'], []]);
    const { now } = lab.clock;
    // Source: 7 CFR 201.22 and the Act, section 201(a)(8): five months after the month of test (from memory).
    lab.clock.now = new Date('2027-06-01T09:00:00Z');
    expect([await states('released'), await states('expired')]).toEqual([[], ['T-1']]);
    expect((await lead.get<LotSheet>(`/lots/${lot}`)).body.steps.map(spoken).at(-1)).toMatchObject({
      mark: 'next',
      note: expect.stringContaining('expired on 31 May 2027') as string,
    });
    lab.clock.now = now;
  });
});

describe('two people, one test', () => {
  it('a count that only goes on is no correction, one put right is', async () => {
    const vesselId = await draw(await openLot('T-4b', { book: 'ista' }), 'germination', '20');
    const setUpDate = lab.clock.now.toISOString().slice(0, 10);
    const { body } = await analyst.post<GerminationView>('/germination/tests', {
      vesselId,
      ...germinationPlan(setUpDate),
    });
    const dish = body.tests[0]?.dishes[0]?.id;
    lab.clock.now = new Date(lab.clock.now.getTime() + 4 * day);
    const count = (normal: number, closed: boolean, reason?: string) => ({
      counts: { normal, abnormal: 0, hard: 0, fresh: 0, dead: 0 },
      closed,
      final: false,
      entry: 'typed',
      ...(reason && { reason }),
    });
    const path = `/germination/dishes/${dish}/days/4`;
    expect((await analyst.put(path, count(20, false), 1)).status).toBe(200);
    expect((await analyst.put(path, count(40, true), 2)).status).toBe(200);
    const answer = await analyst.put<GerminationView>(path, count(41, true, 'one lay under the paper'), 3);
    const [counted] = answer.body.tests[0]?.dishes[0]?.days ?? [];
    expect(counted?.earlier.map((one) => [one.counts.normal, one.supersededBecause])).toEqual([
      [40, 'one lay under the paper'],
      [20, null],
    ]);
    const { rows } = await lab.connection.db.execute(
      sql`select reason from germination_count where subject = ${dish}::uuid order by recorded_at`,
    );
    expect(rows.map((row) => row.reason)).toEqual([null, 'counting-on', 'one lay under the paper']);
  });
  it('count two dishes at once without losing one, and the last to close is judged', async () => {
    const lot = await openLot('T-4', { book: 'ista' });
    const vesselId = await draw(lot, 'germination', '20');
    const setUpDate = lab.clock.now.toISOString().slice(0, 10);
    const { body } = await analyst.post<GerminationView>('/germination/tests', {
      vesselId,
      ...germinationPlan(setUpDate),
    });
    const dishes = body.tests[0]?.dishes ?? [];
    lab.clock.now = new Date(lab.clock.now.getTime() + 10 * day);
    const count = {
      counts: { normal: 90, abnormal: 4, hard: 1, fresh: 0, dead: 5 },
      closed: true,
      final: true,
      entry: 'typed',
    };
    const answers = await Promise.all(
      dishes.map((dish, i) => (i % 2 ? lead : analyst).put(`/germination/dishes/${dish.id}/days/10`, count, 1)),
    );
    expect(answers.map((answer) => answer.status)).toEqual([200, 200, 200, 200]);
    expect((await analyst.get<GerminationView>(`/lots/${lot}/germination`)).body.combined).toMatchObject({
      reported: { normal: 90 },
      next: 'report',
    });
    const both = await Promise.all(
      [analyst, lead].map((who) =>
        who.put(
          `/germination/dishes/${dishes[0]?.id}/days/10`,
          { ...count, counts: { ...count.counts, normal: 89, dead: 6 }, reason: 'seen again' },
          2,
        ),
      ),
    );
    expect(both.map((answer) => answer.status).sort()).toEqual([200, 412]);
    expect(both.find((answer) => answer.status === 412)?.body.detail).toMatch(/^Changed by The (analyst|lead) at 20/);
  });

  it('keeps every key press once, however often it is sent', async () => {
    const lot = await openLot('T-5', { book: 'ista' });
    const vesselId = await draw(lot, 'germination', '20');
    const setUpDate = lab.clock.now.toISOString().slice(0, 10);
    const { body } = await analyst.post<GerminationView>('/germination/tests', {
      vesselId,
      ...germinationPlan(setUpDate),
      finalCountDay: 7,
    });
    const test = body.tests[0];
    lab.clock.now = new Date(lab.clock.now.getTime() + 4 * day);
    const dishId = test?.dishes[0]?.id ?? '';
    const session = crypto.randomUUID();
    const keys = Array.from({ length: 30 }, (_, sequence) => ({
      sequence,
      dishId,
      day: 4,
      seedClass: 'normal',
      seeds: sequence === 29 ? -1 : 1,
    }));
    for (let i = 0; i < 3; i += 1)
      expect((await analyst.post(`/germination/tests/${test?.id}/tallies`, { session, keys })).status).toBe(200);
    expect(await lab.connection.db.select().from(tallyEvent)).toHaveLength(30);
    expect((await analyst.get<GerminationView>(`/lots/${lot}/germination`)).body.tests[0]?.dishes[0]?.tallies).toEqual([
      { day: 4, counts: { normal: 28, abnormal: 0, hard: 0, fresh: 0, dead: 0 }, parts: {} },
    ]);
    expect(
      (await analyst.post(`/germination/tests/${test?.id}/tallies`, { session, keys: [{ ...keys[0], day: 5 }] })).body,
    ).toMatchObject({ status: 409, errors: [{ path: 'keys.0.sequence' }] });
  });
});

describe('what was written stays', () => {
  it('the database itself refuses to change, delete or double an observation', async () => {
    const [row] = await lab.connection.db.select().from(germinationCount).limit(1);
    await expect(lab.connection.db.execute(sql`update germination_count set normal = 99`)).rejects.toMatchObject({
      cause: { code: 'P0001' },
    });
    await expect(lab.connection.db.execute(sql`delete from purity_observation`)).rejects.toMatchObject({
      cause: { code: 'P0001' },
    });
    const again = sql`insert into germination_count (id, lot_id, subject, field, by, seen_on, seen_from, recorded_at, normal, abnormal, hard, fresh, dead, closed, final, entry) select gen_random_uuid(), lot_id, subject, field, by, seen_on, seen_from, recorded_at, normal, abnormal, hard, fresh, dead, closed, final, entry from germination_count where id = ${row?.id}`;
    await expect(lab.connection.db.execute(again)).rejects.toMatchObject({ cause: { code: '23505' } });
    await expect(
      lab.connection.db.execute(
        sql`insert into purity_observation (id, lot_id, subject, field, by, seen_on, seen_from, recorded_at, entered_text, value) select gen_random_uuid(), lot_id, subject, 'x', by, now(), 'stated', now(), 'NaN', 'NaN' from purity_observation limit 1`,
      ),
    ).rejects.toMatchObject({ cause: { code: '23514' } });
  });
});
