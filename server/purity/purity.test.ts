import { describe, expect, it } from 'vitest';
import type { OtherPurities, PurityView } from '@mercato/contract/purity/purity';
import type { LotSheet } from '@mercato/contract/register/lots';
import { useHands } from '../testing/hands.ts';
import { clovers, grams } from '../testing/samples.ts';
import { spoken } from '../testing/spoken.ts';
import { purityObservation } from './tables.ts';

const hands = useHands();

/** Draws a sample, starts its test and weighs it. */
async function made(
  { lot, draw }: Awaited<ReturnType<typeof clovers>>,
  sample: object,
  weighings: object,
): Promise<PurityView> {
  const vesselId = (await draw({ purpose: 'purity', ...sample })).body.id;
  const started = (await hands.analyst.post<PurityView>('/purity/tests', { vesselId })).body.tests.at(-1);
  const answer = await hands.analyst.put<PurityView>(`/purity/tests/${started?.id}`, weighings, started?.version ?? 0);
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  expect(answer.body.lot.id).toBe(lot);
  return answer.body;
}

const half = (inert: number) => ({
  workingSample: '2.500',
  pureSeed: ((2500 - inert) / 1000).toFixed(3),
  otherSeeds: '0.000',
  inertMatter: (inert / 1000).toFixed(3),
});
const HALF = { portion: 'half', mass: grams('2.500') };
const lineOf = async (lot: string) =>
  (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body.steps.map(spoken).find((one) => one.step === 'purity');

// Source: ISTA, duplicates and further pairs, Table 3B (from memory): at 97 % halves may part by 1.67.
describe('two half working samples', () => {
  it('are compared, asked for again, dropped when wild, and averaged by mass; each pair stays with its fate', async () => {
    const bench = await clovers(hands.analyst, 'H-1');
    const soil = { component: 'inertMatter', name: 'Soil and clods', amount: { kind: 'mass', text: '0.010' } };
    expect((await made(bench, HALF, { ...half(20), parts: [soil] })).result).toMatchObject({
      shares: null,
      says: { is: 'second-half-to-draw' },
    });
    // 0.8 % and 6.0 % inert: over twice the tolerance apart.
    expect((await made(bench, HALF, half(150))).result).toMatchObject({
      outcome: 'outside',
      judged: { state: 'further', pairs: [{ fate: 'dropped' }], mean: null },
      blocks: [{ is: 'apart' }],
    });
    expect(await lineOf(bench.lot)).toMatchObject({
      mark: 'outside',
      figure: '',
      blocks: 'Purity: half samples out of tolerance: analyse pair 2 (maximum 4); decision pending.',
    });
    await made(bench, HALF, half(75));
    expect(await lineOf(bench.lot)).toMatchObject({ mark: 'next', note: 'the second half is to be drawn' });
    const view = await made(bench, HALF, half(70));
    // (75 + 70) mg of 5.000 g are 2.9 %.
    expect(view.result).toMatchObject({
      tests: [1, 2, 3, 4],
      outcome: 'within',
      blocks: [],
      judged: { state: 'agreed', pairs: [{ fate: 'dropped' }, { fate: 'agrees' }], verdict: { outcome: 'within' } },
      parts: [],
      shares: { shares: [{ percent: 97.1 }, { percent: 0 }, { percent: 2.9 }] },
    });
    expect(view.tests.map((one) => [one.pair, one.half])).toEqual([
      [1, 1],
      [1, 2],
      [2, 1],
      [2, 2],
    ]);
    expect(await lineOf(bench.lot)).toMatchObject({ mark: 'within', figure: '97.1 · 0.0 · 2.9 %' });
  });

  it('wait for a decision about a half that gained, and pair anew when it is set aside', async () => {
    const bench = await clovers(hands.analyst, 'H-2');
    await made(bench, HALF, half(75));
    const gained = await made(bench, HALF, { ...half(75), pureSeed: '2.900' });
    expect(gained.result).toMatchObject({ outcome: 'outside', tests: [2], judged: null });
    await hands.lead.post(`/lots/${bench.lot}/decisions`, {
      subject: gained.tests[1]?.id,
      decision: 'set-aside',
      reason: 'seed from the tray beside it',
    });
    expect((await made(bench, HALF, half(70))).result).toMatchObject({ tests: [1, 3], outcome: 'within' });
  });

  it('weigh half of the least mass at least, or say why', async () => {
    const { draw } = await clovers(hands.analyst, 'H-3');
    expect((await draw({ purpose: 'purity', portion: 'half', mass: grams('2.4') })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'why', message: 'This is lighter than 2.5 g for a half sample: say why, or take more seed.' }],
    });
    expect((await draw({ purpose: 'germination', portion: 'half', mass: grams('5') })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'portion', message: 'only purity is tested on half samples' }],
    });
    expect((await draw({ purpose: 'purity', portion: 'half', mass: grams('2.5') })).body).toMatchObject({
      portion: 'half',
    });
  });
});

const WHOLE = { mass: grams('5.000') };
const whole = (inert: number, more: object = {}) => ({
  workingSample: '5.000',
  pureSeed: ((4900 - inert) / 1000).toFixed(3),
  otherSeeds: '0.100',
  inertMatter: (inert / 1000).toFixed(3),
  ...more,
});

describe('whole working samples', () => {
  it('are averaged when two agree, and asked for again when they do not', async () => {
    const bench = await clovers(hands.analyst, 'W-1');
    expect((await made(bench, WHOLE, whole(50))).result).toMatchObject({ tests: [1], judged: null, outcome: 'within' });
    expect((await made(bench, WHOLE, whole(60))).result).toMatchObject({ tests: [1, 2], judged: { state: 'agreed' } });
    expect((await made(bench, WHOLE, whole(150))).result).toMatchObject({
      outcome: 'near',
      judged: { state: 'agreed', kept: 3 },
    });
    expect((await made(bench, WHOLE, whole(600))).result).toMatchObject({ judged: { state: 'exhausted' } });
  });

  it('carry named parts, chaffiness, blower and fractions; a struck part stays on file', async () => {
    const bench = await clovers(hands.analyst, 'W-2');
    const named = {
      parts: [
        { component: 'otherSeeds', name: 'Rumex crispus', amount: { kind: 'mass', text: '0.060' } },
        { component: 'otherSeeds', name: 'Plantago lanceolata', amount: { kind: 'count', seeds: 3 } },
        { component: 'inertMatter', name: 'Ergot', amount: { kind: 'trace' } },
      ],
      chaffiness: { chaffy: true, why: 'in the pod' },
      fractions: { examined: 200, light: 10 },
    };
    const view = await made(bench, WHOLE, whole(50, named));
    const test = view.tests[0];
    expect(test).toMatchObject({ chaffy: true, fractions: [{ fraction: 'light', percent: 5 }] });
    expect(test?.parts.map((one) => [one.name, one.percent, one.reportAlone])).toEqual([
      ['Rumex crispus', 1.2, true],
      ['Plantago lanceolata', null, false],
      ['Ergot', null, false],
    ]);
    const fewer = await hands.analyst.put<PurityView>(
      `/purity/tests/${test?.id}`,
      { ...whole(50, { ...named, parts: named.parts.slice(0, 2) }), reason: 'it was mouse dirt' },
      test?.version ?? 0,
    );
    expect(fewer.body.tests[0]?.parts.map((one) => one.name)).toEqual(['Rumex crispus', 'Plantago lanceolata']);
    expect(fewer.body.tests[0]?.fields['part:inertMatter:Ergot']).toMatchObject({
      text: 'none',
      earlier: [{ text: 'trace', supersededBecause: 'it was mouse dirt' }],
    });
    const report = (await hands.lead.get<{ documents: unknown }>(`/lots/${bench.lot}/release`)).body;
    expect(JSON.stringify(report)).toContain('Rumex crispus 1.2 %, Plantago lanceolata');
  });

  it.each([
    ['a part with more decimals', { parts: [part('0.0500')] }, 'parts.0.amount.text', /3 decimals: 0\.050/],
    [
      'parts heavier than the whole',
      { parts: [part('0.070'), part('0.040', 'Poa annua')] },
      'parts.1.amount.text',
      /0\.01 g more/,
    ],
    ['a part twice', { parts: [part('0.010'), part('0.020')] }, 'parts.1', /twice/],
    [
      'a part of pure seed',
      { parts: [{ ...part('0.010'), component: 'pureSeed' }] },
      'parts.0.component',
      /must be one of/,
    ],
    ['a part without a name', { parts: [part('0.010', '')] }, 'parts.0.name', /name the part/],
    [
      'a strange amount',
      { parts: [{ ...part('0.010'), amount: { kind: 'some' } }] },
      'parts.0.amount.kind',
      /must be one of/,
    ],
    ['multiple units that the book does not part', { multipleUnits: '0.100' }, 'multipleUnits', /does not part/],
    ['chaffy without a reason', { chaffiness: { chaffy: true, why: '' } }, 'chaffiness.why', /say why/],
    [
      'more seeds of a fraction than were looked at',
      { fractions: { examined: 10, light: 6, bored: 5 } },
      'fractions',
      /add to 11/,
    ],
  ])('refuse %s at its field', async (_what, more, path, message) => {
    const bench = await clovers(hands.analyst, `B-${path}-${JSON.stringify(more).length}`);
    const vesselId = (await bench.draw({ purpose: 'purity', ...WHOLE })).body.id;
    const test = (await hands.analyst.post<PurityView>('/purity/tests', { vesselId })).body.tests[0];
    const answer = await hands.analyst.put(`/purity/tests/${test?.id}`, whole(50, more), 1);
    expect(answer.body).toMatchObject({
      status: 422,
      errors: [{ path, message: expect.stringMatching(message) as string }],
    });
    const rows = await hands.lab.connection.db.select().from(purityObservation);
    expect(rows.filter((one) => one.subject === test?.id)).toEqual([]);
  });

  it('part multiple units by the share of the book', async () => {
    // Source: 7 CFR 201.48, orchardgrass, four fifths (from memory, low).
    const bench = await clovers(hands.analyst, 'M-1', { species: 'Dactylis glomerata', book: 'aosa', bookKind: null });
    const view = await made(
      bench,
      { mass: grams('3.000') },
      {
        workingSample: '3.000',
        pureSeed: '2.500',
        multipleUnits: '0.300',
        otherCropSeed: '0.000',
        weedSeed: '0.000',
        inertMatter: '0.200',
      },
    );
    expect(view.multipleUnitsPercent).toBe(80);
    expect(view.result?.shares?.shares.map((one) => one.massG)).toEqual(['2.74', '0', '0', '0.26']);
  });
});

function part(text: string, name = 'Rumex crispus') {
  return { component: 'otherSeeds', name, amount: { kind: 'mass', text } };
}

describe('beside the analysis', () => {
  it('clocked stretches add up, and leave the weighings and their version alone', async () => {
    const bench = await clovers(hands.analyst, 'S-1');
    const test = (await made(bench, WHOLE, whole(50))).tests[0];
    const stretch = { mass: '2.500', seconds: 300 };
    await hands.analyst.post(`/purity/tests/${test?.id}/sorting`, stretch);
    const view = (await hands.analyst.post<PurityView>(`/purity/tests/${test?.id}/sorting`, stretch)).body;
    // 5 g in 600 s are 30 g an hour.
    expect(view.tests[0]).toMatchObject({ version: test?.version, sorting: { gramsPerHour: 30 } });
    expect((await hands.analyst.post(`/purity/tests/${test?.id}/sorting`, { mass: '1', seconds: 0 })).status).toBe(422);
    expect((await hands.sampler.post(`/purity/tests/${test?.id}/sorting`, stretch)).status).toBe(403);
  });

  it('results from elsewhere are evaluated by their own tables, corrected with a reason, and kept', async () => {
    const bench = await clovers(hands.analyst, 'O-1');
    await made(bench, WHOLE, whole(50)); // 97.0 · 2.0 · 1.0
    const other = (body: object) => hands.analyst.post<OtherPurities>(`/lots/${bench.lot}/purity/others`, body);
    const first = { source: 'Harrowby', way: 'two-way', percents: { pureSeed: '95.0', inertMatter: '3.0' } };
    const kept = (await other(first)).body.others[0];
    // Source: Table 3D at 96.00 and 2.00, non-chaffy (from memory): 1.8 and 1.3 from the shipped rows.
    expect(kept?.verdicts.map((one) => [one.component, one.verdict.within])).toEqual([
      ['pureSeed', false],
      ['inertMatter', false],
    ]);
    expect((await other({ ...first, corrects: 1, percents: { pureSeed: '97.5' } })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'reason' }],
    });
    const corrected = await other({ ...first, corrects: 1, percents: { pureSeed: '97.5' }, reason: 'misread' });
    expect(corrected.body.others).toMatchObject([
      {
        percents: { pureSeed: '97.5' },
        verdicts: [{ component: 'pureSeed', verdict: { within: true } }],
        earlier: [{ percents: { pureSeed: '95.0' }, supersededBecause: 'misread' }],
      },
    ]);
    expect((await other({ ...first, percents: { weedSeed: '1' } })).body).toMatchObject({
      errors: [{ path: 'percents.weedSeed' }],
    });
    expect((await other({ ...first, percents: { pureSeed: '101' } })).body).toMatchObject({
      errors: [{ path: 'percents.pureSeed', message: 'a percentage is 100 at most' }],
    });
    // Under ISTA a label has no table: nothing is judged.
    const label = (await other({ ...first, way: 'label' })).body.others[1];
    expect(label?.verdicts[0]?.verdict.outcome).toBe('not-judged');
  });
});
