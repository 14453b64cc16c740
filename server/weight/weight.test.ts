import { describe, expect, it } from 'vitest';
import type { LotHistory } from '@mercato/contract/lot-sheet/history';
import { lineWords } from '@mercato/contract/lot-sheet/words';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { ReleaseView } from '@mercato/contract/release/release';
import type { DraftView, EditionView, RuleBookList } from '@mercato/contract/rule-books/editions';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { PacketView } from '@mercato/contract/store/packets';
import type { WeightView } from '@mercato/contract/weight/weight';
import { actWords } from '@mercato/contract/words/acts';
import { useHands } from '../testing/hands.ts';
import type { Visitor } from '../testing/laboratory.ts';
import { clovers, grams } from '../testing/samples.ts';

const hands = useHands();
/** Around 0.19 g: what 100 seeds of red clover weigh. Their coefficient of variation is 4.0 exactly, times a nudge. */
const spread = (first: string) => [first, '0.1786', '0.1976', '0.1824', '0.1938', '0.1862', '0.19', '0.19'];
const AGREE = spread('0.2014');
const APART = spread('0.2015');
const EVEN = Array.from({ length: 8 }, () => '0.19');

async function laidOut(reference: string, variety = 'Ambersett') {
  const { lot, draw } = await clovers(hands.analyst, reference, { variety });
  const sample = (await draw({ purpose: 'weight', mass: grams('5') })).body;
  const view = (await hands.analyst.post<WeightView>('/weight/tests', { vesselId: sample.id })).body;
  const id = view.tests[0]?.id ?? '';
  const see = async () => (await hands.lead.get<WeightView>(`/lots/${lot}/weight`)).body;
  return {
    lot,
    id,
    draw,
    see,
    sheet: async () => (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body,
    weigh: async (body: object, who: Visitor = hands.analyst) =>
      who.put<WeightView>(
        `/weight/tests/${id}`,
        { replicates: [], whole: null, ...body },
        (await see()).tests[0]?.version ?? 0,
      ),
  };
}

const weightIn = ({ steps }: LotSheet) => {
  const line = steps.find((one) => one.step === 'weight');
  if (!line) throw new Error('the sheet has no weight');
  return line;
};

describe('thousand-seed weight', () => {
  it('of hundreds that agree stands on the sheet, the report and in the record, and on no tag', async () => {
    const one = await laidOut('W-1');
    expect((await one.see()).asks).toEqual({ replicates: 8, seeds: 100, cvPercent: 4 });
    expect(lineWords(weightIn(await one.sheet())).note).toBe('to be counted and weighed');
    const some = (await one.weigh({ replicates: AGREE.slice(0, 3) })).body.tests[0];
    expect([some?.left, some?.result]).toEqual([5, null]);
    expect(lineWords(weightIn(await one.sheet())).note).toBe('3 replicates weighed, 5 to go');
    const { body } = await one.weigh({ replicates: AGREE });
    expect(body.tests[0]?.result).toMatchObject({ reportedG: '1.900', seeds: 800, verdict: { outcome: 'near' } });
    expect(body.tests[0]?.plausible?.is).toBe('usual');
    const sheet = await one.sheet();
    expect(weightIn(sheet)).toMatchObject({ mark: 'near', blocks: [], by: 'The analyst' });
    expect(lineWords(weightIn(sheet))).toEqual({ figure: '1.900 g', note: 'for 1000 seeds, CV 4.0 %, 4 allowed' });
    expect(sheet.figures).toContainEqual({ step: 'weight', figure: '1.900 g' });
    expect(sheet.working.weight.map((slip) => slip.title)).toEqual(['Weight of 1000 seeds']);
    const release = (await hands.lead.get<ReleaseView>(`/lots/${one.lot}/release`)).body;
    expect(release.report.lines).toContainEqual({
      label: 'Weight of 1000 seeds, g',
      value: '1.900 (replicates, 800 seeds)',
      key: 'weight',
    });
    expect(release.tag.lines.some(({ label }) => /1000/.test(label))).toBe(false);
    expect(release.slips).toHaveProperty('weight');
    const { entries } = (await hands.lead.get<LotHistory>(`/lots/${one.lot}/history`)).body;
    expect(entries.flatMap(({ act }) => (act ? [actWords(act)] : []))).toContain('weighed weight 1');
  });

  it('counts the seeds of packets of the very harvest that was weighed; of any other the kind says it', async () => {
    const one = await laidOut('W-5', 'Sundial');
    const packet = async (harvestYear: number) =>
      (
        await hands.sampler.post<PacketView>('/store/packets', {
          accession: {
            ...UNKNOWN_HEADER,
            kind: 'clover',
            species: 'Trifolium pratense',
            variety: 'sundial',
            harvestYear,
          },
          packet: {
            amount: { by: 'mass', text: '19', unit: 'g' },
            packedOn: '2026',
            supplier: '',
            wrapping: 'paper',
            placeId: null,
            note: '',
          },
        })
      ).body;
    const [same, other] = [await packet(2026), await packet(2025)];
    expect([same.errors, other.errors]).toEqual([undefined, undefined]);
    const about = async (id: string) => (await hands.lead.get<PacketView>(`/store/packets/${id}`)).body.left.aboutSeeds;
    // Hundreds that part too far say nothing yet.
    await one.weigh({ replicates: APART });
    expect(await about(same.id)).toEqual(await about(other.id));
    await hands.lead.post(`/lots/${one.lot}/decisions`, {
      subject: one.id,
      decision: 'set-aside',
      reason: 'counted by an untrained hand',
    });
    const second = (await one.draw({ purpose: 'weight', mass: grams('5') })).body;
    const again = (await hands.analyst.post<WeightView>('/weight/tests', { vesselId: second.id })).body.tests[1];
    await hands.analyst.put(`/weight/tests/${again?.id}`, { replicates: EVEN, whole: null }, 1);
    // 1000 seeds weigh 1.900 g: 19 g hold ten thousand of them.
    expect(await about(same.id)).toEqual({ low: 10_000, high: 10_000 });
    const range = (await one.see()).usual;
    expect(await about(other.id)).toEqual({
      low: Math.floor(19_000 / (range?.high ?? 0)),
      high: Math.ceil(19_000 / (range?.low ?? 0)),
    });
  });

  it('holds a lot while hundreds part too far, until eight more are weighed or the lead accepts', async () => {
    const one = await laidOut('W-2');
    const apart = (await one.weigh({ replicates: APART })).body.tests[0];
    expect([apart?.left, apart?.result?.verdict.next]).toEqual([8, 'weigh-eight-more']);
    const held = await one.sheet();
    expect([held.state, weightIn(held).blocks]).toMatchObject(['held', [{ is: 'replicates-apart', limit: 4 }]]);
    const accept = { subject: one.id, decision: 'accept', reason: 'The client wants a rough figure.' };
    expect((await hands.analyst.post(`/lots/${one.lot}/decisions`, accept)).status).toBe(403);
    await hands.lead.post(`/lots/${one.lot}/decisions`, accept);
    expect(lineWords(weightIn(await one.sheet())).note).toContain('accepted by the lead');
    // What is weighed afterwards was not accepted with it, and needs nobody.
    const outlier = [...APART.slice(0, 7), '0.30'];
    const sixteen = (await one.weigh({ replicates: [...APART, ...EVEN.slice(0, 7), '0.30'] })).body.tests[0];
    expect(sixteen?.result?.replicates.map((each) => each.dropped)).toEqual([
      ...outlier.map(() => false),
      ...Array.from({ length: 7 }, () => false),
      true,
    ]);
    expect(sixteen?.result?.seeds).toBe(1500);
    expect(weightIn(await one.sheet())).toMatchObject({ blocks: [], stands: { dropped: 1, then: 'report' } });
  });

  it('is re-evaluated by an edition with another limit, on the same figures', async () => {
    const one = await laidOut('W-6');
    await one.weigh({ replicates: AGREE });
    const { editions } = (await hands.lead.get<RuleBookList>('/rule-books')).body;
    const basedOn = editions.find((each) => each.book === 'ista')?.id;
    const draft = (await hands.lead.post<DraftView>('/rule-books/drafts', { basedOn, name: 'Stricter', year: 2027 }))
      .body;
    const rows = (draft.content.tables.parameters?.rows ?? []).map((row) =>
      row.parameter === 'weight_cv_limit_percent' ? { ...row, value: '3.9' } : row,
    );
    const changed = await hands.lead.put<DraftView>(
      `/rule-books/drafts/${draft.id}/tables/parameters`,
      { rows },
      draft.version,
    );
    const issued = await hands.lead.send<EditionView>(
      'POST',
      `/rule-books/drafts/${draft.id}/issue`,
      { reason: 'ours', use: false },
      { 'If-Match': String(changed.body.version) },
    );
    const anew = { editionId: issued.body.id, reason: 'the limit is stricter this season' };
    expect((await hands.lead.post(`/lots/${one.lot}/edition`, anew)).status).toBe(201);
    expect((await one.see()).tests[0]).toMatchObject({
      left: 8,
      edition: { name: 'Stricter' },
      updatedBy: 'The lead',
      result: { reportedG: '1.900', verdict: { limit: 3.9, outcome: 'outside' } },
    });
    const sheet = await one.sheet();
    expect([sheet.state, weightIn(sheet).by]).toEqual(['held', 'The analyst']);
  });

  it('of a fraction counted whole is mass by seeds; a slip of the unit is said', async () => {
    const one = await laidOut('W-3');
    const picture = { found: 998, handled: 2 };
    const { body } = await one.weigh({ whole: { mass: '19.000', seeds: 1000, picture } });
    expect(body.tests[0]?.fields.wholeSeeds?.device).toBe('a picture: found 998, 2 put right by hand');
    expect(body.tests[0]).toMatchObject({
      result: { reportedG: '19.00', cvPercent: null, seeds: 1000 },
      plausible: { is: 'heavy' },
    });
    expect(lineWords(weightIn(await one.sheet())).note).toBe(
      'for 1000 seeds, whole fraction counted, heavy for the kind',
    );
  });

  it.each([
    ['nothing at all', {}, 'replicates.0'],
    ['no mass', { replicates: ['0'] }, 'replicates.0'],
    ['a word', { replicates: ['0.19', 'much'] }, 'replicates.1'],
    ['more than sixteen', { replicates: Array.from({ length: 17 }, () => '0.19') }, 'replicates'],
    ['both ways at once', { replicates: ['0.19'], whole: { mass: '2', seeds: 1000 } }, 'whole.mass'],
    ['a fraction without mass', { whole: { mass: '0', seeds: 10 } }, 'whole.mass'],
    ['a fraction without seeds', { whole: { mass: '2', seeds: 0 } }, 'whole.seeds'],
  ])('refuses %s at its field, and writes nothing', async (what, body, path) => {
    const one = await laidOut(`W-no-${what.length}-${path}`);
    const answer = await one.weigh(body);
    expect([answer.status, answer.body.errors?.[0]?.path]).toEqual([422, path]);
    expect((await one.see()).tests[0]?.fields).toEqual({});
  });

  it('is put right with a reason, by its own hand or the lead; what was kept is not taken away', async () => {
    const one = await laidOut('W-4');
    await one.weigh({ replicates: AGREE });
    const fewer = await one.weigh({ replicates: AGREE.slice(0, 7) });
    expect(fewer.body.errors?.[0]?.path).toBe('replicates.7');
    const put = ['0.2010', ...AGREE.slice(1)];
    expect((await one.weigh({ replicates: put })).body.errors?.[0]?.path).toBe('reason');
    expect((await one.weigh({ replicates: put, reason: 'read from the wrong line' }, hands.sampler)).status).toBe(403);
    const by = await one.weigh({ replicates: put, reason: 'read from the wrong line' }, hands.lead);
    expect(by.body.tests[0]?.fields['replicate.1']).toMatchObject({
      text: '0.2010',
      by: 'The lead',
      earlier: [{ text: '0.2014', by: 'The analyst', supersededBecause: 'read from the wrong line' }],
    });
  });
});
