import { describe, expect, it } from 'vitest';
import type { FieldSeasons, OtherFindsList } from '@mercato/contract/other-seeds/otherSeeds';
import type { DraftView, RuleBookList } from '@mercato/contract/rule-books/editions';
import { useHands } from '../testing/hands.ts';
import { grams } from '../testing/samples.ts';
import { searchesOf } from '../testing/searches.ts';

const hands = useHands();
const { search, tray, lineOf } = searchesOf(hands);

describe('noxious lists', () => {
  it('are edited like any rule book; a limit without its unit is refused at its cell', async () => {
    const { editions } = (await hands.lead.get<RuleBookList>('/rule-books')).body;
    const shipped = editions.find((one) => one.book === 'noxious');
    const draft = (
      await hands.lead.post<DraftView>('/rule-books/drafts', {
        basedOn: shipped?.id,
        name: 'Fenwick lists',
        year: 2026,
      })
    ).body;
    const { rows } = draft.content.tables.species ?? { rows: [] };
    const row = (change: Record<string, string>) => ({
      jurisdiction: 'Fenwick Shire',
      species: 'Rumex crispus',
      standing: 'restricted',
      most: '27',
      per: '1',
      unit: 'lb',
      note: '',
      ...change,
    });
    const put = (change: Record<string, string>, version = draft.version) =>
      hands.lead.put<DraftView>(
        `/rule-books/drafts/${draft.id}/tables/species`,
        { rows: [row(change), ...rows] },
        version,
      );
    expect((await put({ unit: '' })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'rows.0.unit', message: expect.stringContaining('filled together or not at all') as string }],
    });
    expect((await put({ standing: 'disliked' })).body).toMatchObject({ errors: [{ path: 'rows.0.standing' }] });
    expect((await put({ unit: 'stone' })).body).toMatchObject({ errors: [{ path: 'rows.0.unit' }] });
    const good = await put({});
    expect(good.status, JSON.stringify(good.body).slice(0, 300)).toBe(200);
    const issued = await hands.lead.post(
      `/rule-books/drafts/${draft.id}/issue`,
      { reason: 'where we sell', use: true },
      { 'If-Match': `"${good.body.version}"` },
    );
    expect(issued.status, JSON.stringify(issued.body).slice(0, 300)).toBeLessThan(300);
  });

  it('hold a lot that cannot be sold where it is to be sold, until the lead decides', async () => {
    const { lot, test } = await search('N-1');
    const view = (await tray(test, 1, '50.0', { 'Rumex crispus': 4 })).body;
    // Source: plain arithmetic: 4 in 50 g are 36.3 per lb, 27 are allowed.
    expect(view.tests[0]?.noxious).toMatchObject([
      {
        jurisdiction: 'Fenwick Shire',
        species: 'Rumex crispus',
        outcome: 'outside',
        consequence: 'no-sale',
        limit: 27,
      },
    ]);
    expect(view.tests[0]?.noxious[0]?.measured).toBeCloseTo(36.287, 3);
    expect(await lineOf(lot)).toMatchObject({ mark: 'within', blocks: null });
    const asked = {
      client: 'Marlpit',
      theirReference: '',
      tests: ['other-seeds'],
      dueOn: null,
      sampledBy: 'us',
      fee: null,
    };
    await hands.analyst.put(`/lots/${lot}/request`, { ...asked, soldIn: ['Fenwick Shire'] }, 0);
    expect(await lineOf(lot)).toMatchObject({
      mark: 'outside',
      blocks: 'Other seeds: the lot cannot be sold in Fenwick Shire: it contains Rumex crispus; decision pending.',
    });
    await hands.lead.post(`/lots/${lot}/decisions`, {
      subject: test.id,
      decision: 'accept',
      reason: 'goes to re-cleaning',
    });
    expect(await lineOf(lot)).toMatchObject({
      blocks: null,
      note: expect.stringContaining('accepted by the lead') as string,
    });
  });

  it('count for every lot under the Act, and stay those that the search began with', async () => {
    const { lot, test } = await search('N-2', {}, { book: 'aosa', bookKind: null });
    await tray(test, 1, '50.0', { 'Solanum viarum': 1 });
    expect(await lineOf(lot)).toMatchObject({
      mark: 'outside',
      blocks:
        'Other seeds: the lot cannot be sold in Federal Seed Act, all States: it contains Solanum viarum; decision pending.',
    });
  });
});

describe('what a field brings', () => {
  it('adds the lots of each harvest up, without tests that were set aside or figures that were corrected', async () => {
    const field = 'Fold under the hill';
    const searched = async (reference: string, year: number, found: Record<string, number>) => {
      const { lot, test } = await search(reference, {}, { origin: field, harvestYear: year });
      const answer = await tray(test, 1, '25.0', found);
      expect((await tray(test, 2, '25.0', {})).status).toBe(200);
      return { lot, test, answer };
    };
    await searched('F-1', 2025, { 'Rumex crispus': 4, 'Poa annua': 1 });
    const second = await searched('F-2', 2025, { 'Rumex crispus': 2, 'Avena fatua': 50 });
    await searched('F-3', 2026, {});
    const aside = await searched('F-4', 2026, { 'Poa annua': 90 });
    await hands.lead.post(`/lots/${aside.lot}/decisions`, {
      subject: aside.test.id,
      decision: 'set-aside',
      reason: 'of another lot',
    });
    await tray(second.test, 1, '25.0', { 'Rumex crispus': 2 }, { reason: 'read in the wrong line' }, 3);
    const { seasons, fields } = (
      await hands.analyst.get<FieldSeasons>(`/fields/weeds?field=${encodeURIComponent(field)}`)
    ).body;
    expect(fields).toContainEqual({ field, lots: 4 });
    expect(seasons).toEqual([
      { field, harvestYear: 2026, lots: 1, examinedG: 50, species: [] },
      {
        field,
        harvestYear: 2025,
        lots: 2,
        examinedG: 100,
        species: [
          { name: 'Rumex crispus', seeds: 6, lots: 2 },
          { name: 'Poa annua', seeds: 1, lots: 1 },
        ],
      },
    ]);
  });
});

describe('counts from elsewhere', () => {
  it('stand beside ours: by the table in equal masses, exactly in others, by the Act against a label', async () => {
    const { lot, test } = await search('O-1');
    await tray(test, 1, '50.0', { 'Rumex crispus': 22 });
    const other = async (body: object) =>
      (
        await hands.analyst.post<OtherFindsList>(`/lots/${lot}/other-seeds/others`, {
          source: 'Harrowby',
          way: 'two-way',
          species: '',
          ...body,
        })
      ).body.others.at(-1);
    // Source: Table 4A: 6 and 22 average 14, 11 are allowed (from memory).
    expect(await other({ count: 6, mass: grams('50') })).toMatchObject({
      verdict: { outcome: 'outside', limit: 11, measured: 16 },
    });
    const uneven = await other({ count: 6, mass: grams('25') });
    expect(uneven?.verdict).toBeNull();
    // Source: the binomial definition: 28 seeds, a third of the mass, 6 or fewer in it.
    expect(uneven?.exact?.pLess).toBeGreaterThan(0.1);
    expect(
      (
        await hands.analyst.post(`/lots/${lot}/other-seeds/others`, {
          source: 'x',
          way: 'label',
          species: '',
          count: 3,
          mass: grams('0'),
        })
      ).body,
    ).toMatchObject({
      status: 422,
      errors: [{ path: 'mass' }],
    });
    const us = await search('O-2', {}, { book: 'aosa', bookKind: null });
    await tray(us.test, 1, '50.0', { 'Rumex crispus': 10 });
    const label = (
      await hands.analyst.post<OtherFindsList>(`/lots/${us.lot}/other-seeds/others`, {
        source: 'tag',
        way: 'label',
        species: 'Rumex crispus',
        count: 36,
        mass: { text: '1', unit: 'lb' },
      })
    ).body.others[0];
    // Source: worked example 14 to 7 CFR 201.65: 36 per lb in 50 g are 4, nine are allowed, ten are out.
    expect(label?.verdict).toMatchObject({ limit: 9, measured: 10, outcome: 'outside' });
  });
});
