import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Effects } from '@mercato/contract/lot-sheet/effects';
import type { PurityView } from '@mercato/contract/purity/purity';
import type { LotSheet, VesselView } from '@mercato/contract/register/lots';
import type { DraftView, EditionView, RuleBookList } from '@mercato/contract/rule-books/editions';
import type { EditionContent } from '@mercato/core/rule-books/edition';
import { judgement } from '../register/tables.ts';
import { CLOVER, type Laboratory, openLaboratory, type Visitor } from '../testing/laboratory.ts';
import { spoken } from '../testing/spoken.ts';
import { ruleBookEdition } from './tables.ts';

let lab: Laboratory;
let lead: Visitor;
let ista: string;
beforeAll(async () => {
  lab = await openLaboratory();
  lead = await lab.as('lead');
  ista = (await books()).editions.find((one) => one.book === 'ista')?.id ?? '';
});
afterAll(() => lab.close());

const books = async () => (await lead.get<RuleBookList>('/rule-books')).body;
const draftOf = async (basedOn: string, name: string) =>
  (await lead.post<DraftView>('/rule-books/drafts', { basedOn, name, year: 2027 })).body;
const rowsOf = (draft: { content: EditionContent }, table: string) => draft.content.tables[table]?.rows ?? [];

describe('an edition of the laboratory’s own', () => {
  it('is copied, edited, checked, issued and taken into use by the lead alone; lots keep theirs until judged anew', async () => {
    const analyst = await lab.as('analyst');
    expect((await analyst.post('/rule-books/drafts', { basedOn: ista, name: 'Own', year: 2027 })).status).toBe(403);
    // A lot that is judged by the shipped edition: 5.0 g of red clover is enough (ISTA, from memory).
    const lot = (await lead.post<LotSheet>('/lots', { ...CLOVER, book: 'ista', reference: 'RB-1' })).body;
    const sample = {
      mass: { text: '500', unit: 'g' },
      drawnOn: '2026-11-20',
      drawnBy: 'A',
      seal: '',
      primarySamples: 30,
    };
    await lead.put(`/lots/${lot.id}/submitted`, sample, 0);
    const working = { purpose: 'purity', mass: { text: '5.5', unit: 'g' } };
    const vesselId = (await lead.post<VesselView>(`/lots/${lot.id}/working`, working)).body.id;
    const test = (await lead.post<PurityView>('/purity/tests', { vesselId })).body.tests[0];
    const weighings = { workingSample: '5.000', pureSeed: '4.900', otherSeeds: '0.050', inertMatter: '0.050' };
    await lead.put(`/purity/tests/${test?.id}`, weighings, 1);
    expect((await lead.get<LotSheet>(`/lots/${lot.id}`)).body.state).toBe('open');

    let draft = await draftOf(ista, 'ISTA, our copy');
    const kinds = rowsOf(draft, 'species').map((row) =>
      row.species === 'Trifolium pratense' ? { ...row, purity_working_g: '6' } : row,
    );
    draft = (await lead.put<DraftView>(`/rule-books/drafts/${draft.id}/tables/species`, { rows: kinds }, draft.version))
      .body;
    const clover = rowsOf(draft, 'species').find((row) => row.species === 'Trifolium pratense');
    expect(clover).toMatchObject({
      purity_working_g: '6',
      origin: 'own',
      verification: expect.stringMatching(/^entered by The lead on 2026-11-24/) as string,
    });
    expect(rowsOf(draft, 'species').filter((row) => row.origin === 'own')).toHaveLength(1);
    draft = (
      await lead.send<DraftView>(
        'POST',
        `/rule-books/drafts/${draft.id}/tables/germination-two-tests-5C/checked`,
        { keys: ['98', '95'], against: 'the printed rules, page 5-90' },
        { 'If-Match': String(draft.version) },
      )
    ).body;
    expect(
      rowsOf(draft, 'germination-two-tests-5C')
        .map((row) => row.verification)
        .slice(0, 3),
    ).toEqual([
      'checked by The lead on 2026-11-24 against the printed rules, page 5-90',
      'checked by The lead on 2026-11-24 against the printed rules, page 5-90',
      'recomputed by the tests',
    ]);
    const issued = await lead.send<EditionView>(
      'POST',
      `/rule-books/drafts/${draft.id}/issue`,
      { reason: 'working weight of red clover', use: true },
      { 'If-Match': String(draft.version) },
    );
    expect(issued.status).toBe(201);
    expect(issued.body).toMatchObject({
      origin: 'own',
      inUse: true,
      lots: 0,
      basedOn: expect.stringContaining('ISTA') as string,
    });
    expect((await books()).drafts).toEqual([]);

    expect((await lead.get<LotSheet>(`/lots/${lot.id}`)).body.edition.id).toBe(ista);
    const fresh = (await lead.post<LotSheet>('/lots', { ...CLOVER, book: 'ista', reference: 'RB-2' })).body;
    expect(fresh.edition.id).toBe(issued.body.id);

    // What it would change is seen before anything is changed, and changes nothing.
    const effects = () => lead.get<Effects>(`/rule-books/${issued.body.id}/effects`);
    const would = (await effects()).body;
    expect(would).toMatchObject({ looked: 1, after: null, total: 1, changed: [{ lot: { reference: 'RB-1' } }] });
    expect(would.changed[0]?.lines.map(({ before, after }) => [spoken(before), spoken(after)])).toMatchObject([
      [
        { step: 'purity', mark: 'within' },
        { mark: 'outside', note: '5 g weighed in, 6 g asked' },
      ],
    ]);
    expect((await analyst.get(`/rule-books/${issued.body.id}/effects`)).status).toBe(403);
    expect((await lead.get<LotSheet>(`/lots/${lot.id}`)).body).toMatchObject({ state: 'open', edition: { id: ista } });
    const together = (lots: string[], reason = 'the book was wrong') =>
      lead.post<{ lots: number }>(`/rule-books/${issued.body.id}/evaluations`, { lots, reason });
    expect((await together([])).body).toMatchObject({ errors: [{ path: 'lots' }] });
    expect((await together([lot.id], '')).body).toMatchObject({ errors: [{ path: 'reason' }] });
    // One that is evaluated by it already takes all of them back: none or all.
    expect((await together([lot.id, fresh.id])).status).toBe(409);
    expect((await lead.get<LotSheet>(`/lots/${lot.id}`)).body.edition.id).toBe(ista);

    const anew = { editionId: issued.body.id, reason: 'the rules changed this season' };
    expect((await analyst.post(`/lots/${lot.id}/edition`, anew)).status).toBe(403);
    const judged = (await lead.post<LotSheet>(`/lots/${lot.id}/edition`, anew)).body;
    expect(judged).toMatchObject({ state: 'held', edition: { id: issued.body.id } });
    expect(judged.steps.map(spoken).find((line) => line.step === 'purity')).toMatchObject({
      mark: 'outside',
      note: '5 g weighed in, 6 g asked',
    });
    const kept = await lab.connection.db
      .select()
      .from(judgement)
      .where(eq(judgement.lotId, lot.id))
      .orderBy(judgement.seq);
    expect(kept.map((one) => [one.step, one.editionId === ista, one.outcome])).toEqual([
      ['sampling', true, 'within'],
      ['purity', true, 'within'],
      ['sampling', false, 'within'],
      ['purity', false, 'outside'],
    ]);
    expect(kept[3]?.observations).toEqual(kept[1]?.observations);
    expect((await effects()).body).toMatchObject({ total: 0, changed: [] });

    // Back by the other edition, and both lots together.
    const back = (lots: string[]) =>
      lead.post<{ lots: number }>(`/rule-books/${ista}/evaluations`, { lots, reason: 'back again' });
    expect((await back([lot.id, fresh.id])).body).toEqual({ lots: 2 });
    expect((await lead.get<LotSheet>(`/lots/${lot.id}`)).body).toMatchObject({ state: 'open', edition: { id: ista } });
    expect((await together([lot.id, fresh.id])).body).toEqual({ lots: 2 });
    expect((await lead.get<LotSheet>(`/lots/${lot.id}`)).body).toMatchObject({ state: 'held' });

    const retire = (id: string) => lead.post(`/rule-books/${id}/acts`, { act: 'retire', reason: 'replaced' });
    expect((await retire(issued.body.id)).status).toBe(409);
    expect((await retire(ista)).status).toBe(201);
    expect((await lead.post(`/lots/${fresh.id}/edition`, { ...anew, editionId: ista })).body).toMatchObject({
      status: 409,
    });
    const market = (await books()).editions.find((one) => one.book === 'market')?.id;
    expect((await lead.post(`/lots/${fresh.id}/edition`, { ...anew, editionId: market })).body).toMatchObject({
      status: 422,
    });
  });

  it('goes out as JSON and as CSV and comes back the same; faults name table, row and column and change nothing', async () => {
    const content = (await lead.get<EditionContent>(`/rule-books/${ista}`)).body;
    const json = await fetch(`${lab.base}/api/rule-books/${ista}/edition.json`, { headers: { cookie: lead.cookie } });
    const brought = await lead.post<DraftView>('/rule-books/drafts/file', {
      ...((await json.json()) as object),
      name: 'From a file',
    });
    expect(brought.status).toBe(201);
    expect(brought.body.content.tables).toEqual(content.tables);

    const { id, version } = brought.body;
    const table = 'germination-two-tests-5C';
    const csv = await fetch(`${lab.base}/api/rule-books/${ista}/tables/${table}.csv`, {
      headers: { cookie: lead.cookie },
    });
    const text = await csv.text();
    expect(text.split('\n')[0]).toBe('avg_high_from,avg_high_to,tolerance,confidence,verification');
    const put = (file: string, at = version) =>
      lead.put<DraftView>(`/import/rule-books/drafts/${id}/tables/${table}`, file, at, { 'Content-Type': 'text/csv' });
    const same = await put(text);
    expect(same.body).toMatchObject({ version });
    const overlapping = text.replace('95,97,3', '95,98,3');
    for (const [file, path, message] of [
      [text.replace('95,97,3', '95,97,three'), 'rows.1.tolerance', /row 2: "three" is not a number/],
      [overlapping, 'rows.0.avg_high_from', /row 1: overlaps/],
      [text.replace('95,97,3', '96,97,3'), 'rows.1.avg_high_from', /gap/],
      ['avg_high_from,colour\n1,red', 'rows.0.colour', /no column/],
      ['"', '1.line', /./],
    ] as const) {
      const answer = await put(file);
      expect(answer.status).toBe(422);
      expect(answer.body.errors?.find((one) => one.path === path)?.message, file).toMatch(message);
    }
    expect((await lead.get<DraftView>(`/rule-books/drafts/${id}`)).body).toMatchObject({ version });
    expect((await put(text.replace('98,99,2', '98,99,3'), version + 5)).status).toBe(412);
    expect((await put(text.replace('98,99,2', '98,99,3'))).body).toMatchObject({ version: version + 1 });
    expect((await put(text, version)).status).toBe(412);
    const broken = {
      ...content,
      name: 'Broken',
      tables: { ...content.tables, species: { section: 's', origin: 'own', rows: [] } },
    };
    expect((await lead.post('/rule-books/drafts/file', broken)).body).toMatchObject({
      status: 422,
      errors: [{ path: 'tables.species.rows.species' }],
    });
    expect(lab.errors).toEqual([]);
  });

  it('a shipped edition cannot be changed, not even in the database', async () => {
    await expect(
      lab.connection.db.update(ruleBookEdition).set({ name: 'x' }).where(eq(ruleBookEdition.id, ista)),
    ).rejects.toThrow();
    expect((await lead.put(`/rule-books/drafts/${ista}/tables/species`, { rows: [] }, 1)).status).toBe(404);
  });
});

describe('a kind that no list holds', () => {
  const teff = {
    species: 'Eragrostis tef',
    family: 'Poaceae',
    commonNames: ['teff'],
    synonyms: ['Poa tef'],
    chaffy: false,
    hardSeeded: false,
    thousandSeedWeightG: { low: 0.2, high: 0.4 },
    source: 'own trial, invented for this test',
  };
  it('is added with where it is known from, found by its synonym, and takes the laboratory’s own figures', async () => {
    const found = async (q: string) =>
      (await lead.get<{ kinds: { species: string }[] }>(`/kinds?q=${encodeURIComponent(q)}`)).body.kinds.map(
        (one) => one.species,
      );
    expect(await found('poa tef')).toEqual([]);
    expect((await lead.post('/lots', { ...CLOVER, reference: 'OK-1', species: teff.species })).body).toMatchObject({
      errors: [{ path: 'species' }],
    });
    expect((await lead.post('/kinds', { ...teff, source: '' })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'source' }],
    });
    expect((await lead.post('/kinds', { ...teff, species: 'teff' })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'species' }],
    });
    expect((await lead.post('/kinds', { ...teff, thousandSeedWeightG: { low: 4, high: 2 } })).body).toMatchObject({
      errors: [{ path: 'thousandSeedWeightG.high' }],
    });
    expect((await lead.post('/kinds', teff)).status).toBe(201);
    expect((await lead.post('/kinds', teff)).body).toMatchObject({ status: 409, errors: [{ path: 'species' }] });
    expect((await lead.post('/kinds', { ...teff, species: 'Avena sativa' })).status).toBe(409);
    expect(await found('poa tef')).toEqual(['Eragrostis tef']);
    const correct = (change: object, species = teff.species) =>
      lead.send<{ chaffy: boolean }>('PUT', `/kinds/${encodeURIComponent(species)}`, { ...teff, ...change });
    expect((await correct({ chaffy: true })).body).toMatchObject({ status: 422, errors: [{ path: 'reason' }] });
    expect((await correct({ species: 'Eragrostis curvula', reason: 'a slip' })).body).toMatchObject({
      errors: [{ path: 'species' }],
    });
    expect((await correct({ species: 'Avena sativa', reason: 'a slip' }, 'Avena sativa')).status).toBe(404);
    expect((await correct({ commonNames: ['tef', 'teff'], reason: 'a slip' })).status).toBe(200);
    expect((await correct({ reason: 'it was right at first' })).body).toMatchObject({ commonNames: teff.commonNames });
    const lot = await lead.post<LotSheet>('/lots', { ...CLOVER, reference: 'OK-1', species: teff.species });
    expect(lot.body).toMatchObject({ commonName: 'teff', chaffy: false });
    const own = { book: 'aosa', field: 'purityG', value: '1', source: 'about 2 500 seeds' };
    expect((await lead.post(`/kinds/${encodeURIComponent(teff.species)}/figures`, own)).status).toBe(201);
    const view = await lead.get<PurityView>(`/lots/${lot.body.id}/purity`);
    expect(view.body.leastG).toBe(1);
    expect((await lead.get<{ rows: { commonName: string }[] }>('/lots?q=teff')).body.rows).toMatchObject([
      { commonName: 'teff' },
    ]);
  });
});
