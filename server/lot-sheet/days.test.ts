import { beforeEach, describe, expect, it } from 'vitest';
import type { GerminationView } from '@mercato/contract/germination/germination';
import type { Problem } from '@mercato/contract/http/problem';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import type { OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import type { PurityView } from '@mercato/contract/purity/purity';
import type { LotList, LotSheet, VesselView } from '@mercato/contract/register/lots';
import type { ReleaseView } from '@mercato/contract/release/release';
import { addDays } from '@mercato/core/units/days';
import { useHands } from '../testing/hands.ts';
import { type Answer, CLOVER, type Visitor } from '../testing/laboratory.ts';
import { germinationPlan, grams, submittedSample } from '../testing/samples.ts';
import { spoken } from '../testing/spoken.ts';

const hands = useHands();
const TODAY = '2026-11-24';
const back = (days: number) => addDays(TODAY, -days);
/** Turns the clock of the laboratory to a day. */
const on = (day: string) => {
  hands.lab.clock.now = new Date(`${day}T09:00:00Z`);
};
beforeEach(() => {
  on(TODAY);
});

const NONE = { normal: 0, abnormal: 0, hard: 0, fresh: 0, dead: 0 };
let made = 0;

/** A sampled lot of red clover: by the Act its counts fall on days 4 and 7, by ISTA on 4 and 10. */
async function clover(book: 'ista' | 'aosa', drawnOn = TODAY): Promise<string> {
  const reference = `D-${(made += 1)}`;
  const lot = (await hands.sampler.post<LotSheet>('/lots', { ...CLOVER, harvestYear: 2025, book, reference })).body.id;
  const sample = await hands.sampler.put(
    `/lots/${lot}/submitted`,
    { ...submittedSample('500'), primarySamples: 60, drawnOn },
    0,
  );
  expect(sample.status, JSON.stringify(sample.body)).toBe(200);
  return lot;
}
const draw = (lot: string, purpose: string, mass: string, more: object = {}) =>
  hands.analyst.post<VesselView>(`/lots/${lot}/working`, { purpose, mass: grams(mass), ...more });
const setUp = (vesselId: string, setUpDate: string, finalCountDay: number, more: object = {}) =>
  hands.analyst.post<GerminationView>('/germination/tests', {
    vesselId,
    ...germinationPlan(setUpDate),
    finalCountDay,
    ...more,
  });

interface Test {
  lot: string;
  count: (dish: number, day: number, body: object, version: number, who?: Visitor) => Promise<Answer<GerminationView>>;
  /** All four dishes: 40 at one count, the rest at the last. */
  countAll: (first: number | null, final: number, more?: object) => Promise<GerminationView>;
}
/** A germination test that was set up today. */
async function germinating(book: 'ista' | 'aosa', more: object = {}): Promise<Test> {
  on(TODAY);
  const lot = await clover(book);
  const sample = await draw(lot, 'germination', '20');
  const answer = await setUp(sample.body.id, TODAY, book === 'ista' ? 10 : 7, more);
  expect(answer.status, JSON.stringify(answer.body)).toBe(201);
  const dishes = answer.body.tests[0]?.dishes ?? [];
  const count: Test['count'] = (dish, day, body, version, who = hands.analyst) =>
    who.put<GerminationView>(
      `/germination/dishes/${dishes[dish]?.id}/days/${day}`,
      { counts: NONE, closed: true, final: false, entry: 'typed', ...body },
      version,
    );
  return {
    lot,
    count,
    countAll: async (first, final, extra = {}) => {
      let view = answer.body;
      for (const i of [0, 1, 2, 3]) {
        if (first !== null) {
          on(addDays(TODAY, first));
          await count(i, first, { counts: { ...NONE, normal: 40 } }, 1);
        }
        on(addDays(TODAY, final));
        const rest = { ...NONE, normal: first === null ? 88 : 48, abnormal: 4, hard: 3, dead: 5 };
        const closed = await count(i, final, { counts: rest, final: true, ...extra }, first === null ? 1 : 2);
        expect(closed.status, JSON.stringify(closed.body)).toBe(200);
        view = closed.body;
      }
      return view;
    },
  };
}
const lineOf = async (lot: string, step: string) =>
  (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body.steps.map(spoken).find((one) => one.step === step);
const reportOf = async (lot: string) => (await hands.lead.get<ReleaseView>(`/lots/${lot}/release`)).body;
const valueOf = (document: { lines: readonly { label: string; value: string }[] }, label: string) =>
  document.lines.find((one) => one.label === label)?.value;

describe('work of another day', () => {
  it('is written down with its day: yesterday freely, beyond three days with a reason, never the future', async () => {
    const lot = await clover('ista', back(20));
    const tries = [
      { seenOn: addDays(TODAY, 1) },
      { seenOn: back(4) },
      { seenOn: back(21), lateReason: 'found in the bench book' },
      { seenOn: back(3) },
      { seenOn: back(20), lateReason: 'found in the bench book' },
    ];
    const answers: unknown[] = [];
    for (const one of tries) {
      const { status, body } = await draw(lot, 'purity', '5.2', one);
      answers.push(status === 201 ? body.drawnOn : body.errors?.[0]);
    }
    expect(answers).toMatchObject([
      { path: 'seenOn', message: 'This lies in the future.' },
      { path: 'lateReason', message: expect.stringContaining('more than 3 days late') as string },
      { path: 'seenOn', message: expect.stringContaining(`lies before ${back(20)}`) as string },
      back(3),
      back(20),
    ]);
  });

  it('weighings, oven and trays carry the day on which they were seen; a correction keeps it, and the day itself can be corrected', async () => {
    const { analyst, lead } = hands;
    const lot = await clover('ista', back(10));
    const late = { lateReason: 'the bench was without a network' };
    const drawn = async (purpose: string, mass: string) =>
      (await draw(lot, purpose, mass, { seenOn: back(9), ...late })).body.id;

    const purity = (await analyst.post<PurityView>('/purity/tests', { vesselId: await drawn('purity', '5.2') })).body
      .tests[0];
    const weighed = { workingSample: '5.102', pureSeed: '4.951', otherSeeds: '0.030', inertMatter: '0.103' };
    const put = (body: object, version: number, who = analyst) =>
      who.put<PurityView>(`/purity/tests/${purity?.id}`, body, version);
    expect((await put({ ...weighed, seenOn: back(10), ...late }, 1)).body).toMatchObject({
      status: 422,
      errors: [{ path: 'seenOn', message: expect.stringContaining('its sample was drawn') as string }],
    });
    await put({ ...weighed, seenOn: back(8), ...late }, 1);
    on(addDays(TODAY, 150));
    const corrected = (
      await put({ ...weighed, pureSeed: '4.949', inertMatter: '0.105', reason: 'a husk lay on the pan' }, 2, lead)
    ).body.tests[0];
    expect(corrected?.fields.pureSeed).toMatchObject({
      text: '4.949',
      seenOn: back(8),
      seenFrom: 'stated',
      by: 'The lead',
      at: expect.stringContaining('2027-04-23') as string,
      earlier: [{ text: '4.951', seenOn: back(8), by: 'The analyst' }],
    });

    const redate = (who: Visitor, body: object, version: number) =>
      who.put<PurityView>(
        `/purity/tests/${purity?.id}/days`,
        { fields: ['pureSeed', 'workingSample'], seenOn: back(7), ...late, ...body },
        version,
      );
    expect((await redate(analyst, { reason: 'it was the 17th' }, 3)).status).toBe(403);
    expect((await redate(lead, {}, 3)).body).toMatchObject({ status: 422, errors: [{ path: 'reason' }] });
    expect((await redate(lead, { reason: 'it was the 17th', fields: ['nothing'] }, 3)).body).toMatchObject({
      status: 422,
      errors: [{ path: 'fields.0' }],
    });
    const redated = (await redate(lead, { reason: 'it was the 17th' }, 3)).body.tests[0];
    expect([redated?.fields.pureSeed, redated?.fields.inertMatter].map((one) => [one?.text, one?.seenOn])).toEqual([
      ['4.949', back(7)],
      ['0.105', back(8)],
    ]);
    expect(redated?.fields.pureSeed?.earlier.map((one) => one.seenOn)).toEqual([back(8), back(8)]);

    on(TODAY);
    const oven = (
      await analyst.post<MoistureView>('/moisture/tests', {
        vesselId: await drawn('moisture', '12'),
        method: 'oven 130 °C, 1 h',
      })
    ).body.tests[0];
    const wet = {
      first: { container: '20.000', withSeed: '25.000' },
      second: { container: '21.000', withSeed: '26.000' },
    };
    await analyst.put(`/moisture/tests/${oven?.id}`, { ...wet, seenOn: back(2) }, 1);
    const dried = await analyst.put<MoistureView>(
      `/moisture/tests/${oven?.id}`,
      { first: { ...wet.first, dried: '24.550' }, second: { ...wet.second, dried: '25.545' }, seenOn: back(1) },
      2,
    );
    expect(['first.withSeed', 'first.dried'].map((one) => dried.body.tests[0]?.fields[one]?.seenOn)).toEqual([
      back(2),
      back(1),
    ]);
    expect(await lineOf(lot, 'moisture')).toMatchObject({ by: 'The analyst', seenOn: back(1) });

    const search = (
      await analyst.post<OtherSeedsView>('/other-seeds/tests', {
        vesselId: await drawn('other-seeds', '51'),
        extent: 'complete',
        named: [],
      })
    ).body.tests[0];
    const tray = await analyst.put<OtherSeedsView>(
      `/other-seeds/tests/${search?.id}/trays/1`,
      { examined: '50.23', species: [{ name: 'Plantago major', count: 2 }], seenOn: back(2) },
      0,
    );
    expect(tray.body.tests[0]?.trays[0]?.fields['species:Plantago major']).toMatchObject({ seenOn: back(2) });
  });

  it('nothing comes before what it depends on, from whichever end it is written', async () => {
    const { sampler } = hands;
    const lot = await clover('ista', back(5));
    const sample = await draw(lot, 'germination', '20', { seenOn: back(3) });
    // Source: issue: a test set up before its sample was drawn had been accepted and released.
    expect((await setUp(sample.body.id, back(4), 10, { lateReason: 'was in a hurry' })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'setUpDate', message: expect.stringContaining(`lies before ${back(3)}`) as string }],
    });
    expect((await setUp(sample.body.id, addDays(TODAY, 1), 10)).body.errors?.[0]?.path).toBe('setUpDate');
    expect((await setUp(sample.body.id, back(3), 10)).status).toBe(201);
    const move = (drawnOn: string) =>
      sampler.put(
        `/lots/${lot}/submitted`,
        { ...submittedSample('500'), primarySamples: 60, drawnOn, reason: 'misread' },
        1,
      );
    expect((await move(back(2))).body).toMatchObject({
      status: 422,
      errors: [{ path: 'drawnOn', message: expect.stringContaining(`lies after ${back(3)}`) as string }],
    });
    expect((await move(back(3))).status).toBe(200);
    // A working sample of an earlier version carries no day, but what was seen of it does.
    const old = await clover('ista', back(5));
    const purity = (await draw(old, 'purity', '5.2', { seenOn: back(3) })).body.id;
    const test = (await hands.analyst.post<PurityView>('/purity/tests', { vesselId: purity })).body.tests[0]?.id ?? '';
    await hands.analyst.put(
      `/purity/tests/${test}`,
      { workingSample: '5.100', pureSeed: '4.998', otherSeeds: '0.000', inertMatter: '0.102', seenOn: back(2) },
      1,
    );
    await hands.lab.connection.pool.query('update vessel set drawn_on = null where id = $1', [purity]);
    const moveOld = (drawnOn: string) =>
      sampler.put<Problem>(
        `/lots/${old}/submitted`,
        { ...submittedSample('500'), primarySamples: 60, drawnOn, reason: 'misread' },
        1,
      );
    expect((await moveOld(back(1))).body.errors?.[0]?.message).toBe(
      `This lies after ${back(2)}, when something was seen of it.`,
    );
    expect((await moveOld(back(2))).status).toBe(200);
  });
});

describe('the days of a germination test', () => {
  it('a count is keyed by the day on which it was seen, and the report prints the actual days', async () => {
    const { lot, count, countAll } = await germinating('ista');
    // Day 5 instead of day 4, entered on day 6; the final count on day 12 of ten.
    on(addDays(TODAY, 6));
    const first = await count(0, 5, { counts: { ...NONE, normal: 40 } }, 1);
    expect(first.body.tests[0]?.dishes[0]?.days).toMatchObject([
      { key: 5, day: 5, seenOn: addDays(TODAY, 5), seenFrom: 'stated', closed: true, final: false },
    ]);
    expect((await count(1, 7, {}, 1)).body.errors?.[0]).toMatchObject({
      path: 'seenOn',
      message: 'This lies in the future.',
    });
    on(addDays(TODAY, 12));
    expect((await count(1, 8, {}, 1)).body).toMatchObject({ status: 422, errors: [{ path: 'lateReason' }] });
    await count(0, 12, { counts: { ...NONE, normal: 48, abnormal: 4, hard: 3, dead: 5 }, final: true }, 2);
    const view = await countAll(null, 12).catch(() => null);
    expect(view).toBeNull(); // dish 1 is closed already
    for (const i of [1, 2, 3])
      await count(i, 12, { counts: { ...NONE, normal: 88, abnormal: 4, hard: 3, dead: 5 }, final: true }, 1);
    const { report } = await reportOf(lot);
    expect(valueOf(report, 'Germination: days')).toBe('12');
    expect((await lineOf(lot, 'germination'))?.blocks).toBeNull();
  });

  it('closed on the day of the set-up it is stored, outside, and holds the lot until the lead decides with a reason', async () => {
    const { lot, countAll } = await germinating('ista');
    const view = await countAll(null, 0);
    expect(view.tests[0]?.days).toMatchObject({
      outcome: 'outside',
      measured: 0,
      rule: { section: expect.stringContaining('may end once') as string },
    });
    expect(await lineOf(lot, 'germination')).toMatchObject({
      mark: 'outside',
      blocks: expect.stringContaining('day 0') as string,
    });
    expect((await hands.lead.post(`/lots/${lot}/releases`, { kind: 'report' })).status).toBe(409);
    const subject = view.tests[0]?.id;
    await hands.lead.post(`/lots/${lot}/decisions`, { subject, decision: 'accept', reason: 'a trial of the cabinet' });
    const released = await hands.lead.post<ReleaseView>(`/lots/${lot}/releases`, { kind: 'report' });
    expect(released.status).toBe(201);
    expect(valueOf(released.body.report, 'Germination: days')).toBe('0');
    expect(released.body.report.notes.join(' ')).toContain('a trial of the cabinet');
  });

  it('a decision covers the days that were written before it, and no other', async () => {
    const { lot, count, countAll } = await germinating('ista');
    const subject = (await countAll(null, 0)).tests[0]?.id;
    const accept = () =>
      hands.lead.post(`/lots/${lot}/decisions`, { subject, decision: 'accept', reason: 'a trial of the cabinet' });
    const blocks = async () => (await lineOf(lot, 'germination'))?.blocks ?? null;
    await accept();
    expect(await blocks()).toBeNull();
    on(addDays(TODAY, 1));
    const moved = {
      counts: { ...NONE, normal: 88, abnormal: 4, hard: 3, dead: 5 },
      final: true,
      seenOn: addDays(TODAY, 1),
    };
    expect((await count(0, 0, { ...moved, reason: 'it was the day after' }, 2, hands.lead)).status).toBe(200);
    expect(await blocks()).toContain('day 0');
    await accept();
    expect(await blocks()).toBeNull();
  });

  it('ends early by ISTA with its cause alone; a cause cannot stand on another count', async () => {
    expect((await (await germinating('ista')).countAll(4, 8)).tests[0]?.days).toMatchObject({ outcome: 'outside' });
    const early = await germinating('ista');
    expect((await early.count(0, 0, { cause: 'all-germinated' }, 1)).body.errors?.[0]?.path).toBe('cause');
    expect((await early.countAll(4, 8, { cause: 'all-germinated' })).tests[0]).toMatchObject({
      days: { outcome: 'within' },
      dishes: [{ days: [{ day: 4 }, { day: 8, cause: 'all-germinated' }] }, {}, {}, {}],
    });
  });

  it('by the Act: the first count within three days of its day, the final one two days later with its cause', async () => {
    const outcome = async (first: number | null, final: number, more = {}) =>
      (await (await germinating('aosa')).countAll(first, final, more)).tests[0]?.days?.outcome;
    expect(await outcome(6, 7)).toBe('within');
    expect(await outcome(0, 7)).toBe('outside');
    expect(await outcome(4, 8)).toBe('outside');
    expect(await outcome(4, 8, { cause: 'not-yet-judgeable' })).toBe('within');
    expect(await outcome(4, 10, { cause: 'not-yet-judgeable' })).toBe('outside');
    // Red clover is a legume.
    expect(await outcome(4, 11, { cause: 'swollen-legume' })).toBe('within');
  });

  it('pre-chill is not counted: day 0 comes after it', async () => {
    const { lot, count, countAll } = await germinating('ista', { prechillDays: 5 });
    on(addDays(TODAY, 4));
    expect((await count(0, 0, {}, 1)).body.errors?.[0]?.path).toBe('day');
    // Ten days of warmth end on day 15 of the calendar.
    on(addDays(TODAY, 15));
    for (const i of [0, 1, 2, 3])
      await count(i, 10, { counts: { ...NONE, normal: 88, abnormal: 4, hard: 3, dead: 5 }, final: true }, 1);
    expect(valueOf((await reportOf(lot)).report, 'Germination: days')).toBe('10');
    await expect(countAll(null, 10)).rejects.toThrow(); // all are closed
  });

  it('a first count that was left out is not overdue once the test is done, nor once the final one has come', async () => {
    const { lot, countAll } = await germinating('ista');
    on(addDays(TODAY, 5));
    expect(await lineOf(lot, 'germination')).toMatchObject({ figure: 'count of day 4', due: addDays(TODAY, 4) });
    on(addDays(TODAY, 10));
    expect(await lineOf(lot, 'germination')).toMatchObject({ figure: 'final count', due: addDays(TODAY, 10) });
    await countAll(null, 10);
    expect((await lineOf(lot, 'germination'))?.due).toBeUndefined();
  });

  it('a typo put right 150 days later leaves month, validity and days as they were; a corrected day moves them', async () => {
    const { lot, count, countAll } = await germinating('aosa');
    await countAll(4, 7);
    const tag = async () => {
      const view = (await reportOf(lot)).tag;
      return [valueOf(view, 'Tested'), valueOf(view, 'Valid to the end of')];
    };
    expect(await tag()).toEqual(['December 2026', 'May 2027']);
    on(addDays(TODAY, 157));
    const figures = { counts: { ...NONE, normal: 47, abnormal: 5, hard: 3, dead: 5 }, final: true };
    expect((await count(0, 7, figures, 3)).body.errors?.[0]?.path).toBe('reason');
    const put = await count(0, 7, { ...figures, reason: 'typed one too many' }, 3, hands.lead);
    expect(put.body.tests[0]?.dishes[0]?.days[1]).toMatchObject({
      seenOn: addDays(TODAY, 7),
      by: 'The lead',
      earlier: [{ by: 'The analyst', seenOn: addDays(TODAY, 7) }],
    });
    expect(await tag()).toEqual(['December 2026', 'May 2027']);
    // The analyst remembers that her own dish was closed a day earlier, in November.
    const redate = (dish: number, version: number, more: object) =>
      count(
        dish,
        7,
        {
          counts: { ...NONE, normal: 48, abnormal: 4, hard: 3, dead: 5 },
          final: true,
          seenOn: addDays(TODAY, 6),
          ...more,
        },
        version,
      );
    expect((await redate(1, 3, { reason: 'it was the 30th' })).body.errors?.[0]?.path).toBe('lateReason');
    for (const dish of [1, 2, 3])
      expect(
        (await redate(dish, 3, { reason: 'it was the 30th', lateReason: 'seen on the cabinet sheet' })).status,
      ).toBe(200);
    expect(await tag()).toEqual(['December 2026', 'May 2027']);
    await count(
      0,
      7,
      { ...figures, seenOn: addDays(TODAY, 6), reason: 'it was the 30th', lateReason: 'seen on the cabinet sheet' },
      4,
      hands.lead,
    );
    expect(await tag()).toEqual(['November 2026', 'April 2027']);
    expect((await reportOf(lot)).report).toMatchObject({
      lines: expect.arrayContaining([expect.objectContaining({ label: 'Germination: days', value: '6' })]) as unknown,
    });
  });

  it('a dish has one final count, and it is the last', async () => {
    const { count } = await germinating('ista');
    on(addDays(TODAY, 10));
    const whole = { counts: { ...NONE, normal: 88, abnormal: 4, hard: 3, dead: 5 }, final: true };
    await count(0, 10, whole, 1);
    on(addDays(TODAY, 11));
    expect((await count(0, 11, { final: true }, 2)).body).toMatchObject({ status: 409, errors: [{ path: 'final' }] });
    expect((await count(0, 11, {}, 2)).body.errors?.[0]).toMatchObject({ path: 'seenOn' });
    await count(1, 11, { counts: { ...NONE, normal: 10 } }, 1);
    expect(
      (await count(1, 10, { ...whole, counts: { ...whole.counts, normal: 78 } }, 2)).body.errors?.[0],
    ).toMatchObject({ path: 'seenOn' });
  });

  it('keys are of the day on which they were pressed, never of one to come', async () => {
    const { lot } = await germinating('ista');
    const test = (await hands.analyst.get<GerminationView>(`/lots/${lot}/germination`)).body.tests[0];
    const press = (day: number, sequence: number) =>
      hands.analyst.post(`/germination/tests/${test?.id}/tallies`, {
        session: crypto.randomUUID(),
        keys: [{ sequence, dishId: test?.dishes[0]?.id, day, seedClass: 'normal', seeds: 1 }],
      });
    on(addDays(TODAY, 5));
    expect((await press(6, 0)).body.errors?.[0]).toMatchObject({ path: 'keys.0.day' });
    expect([(await press(5, 1)).status, (await press(4, 2)).status]).toEqual([200, 200]);
  });
});

describe('judging anew', () => {
  it('changes the judgement and its author alone: who weighed stays on the sheet', async () => {
    const { lead, lab } = hands;
    const { lot, countAll } = await germinating('ista');
    await countAll(4, 10);
    const books = (await lead.get<{ editions: { id: string; book: string }[] }>('/rule-books')).body.editions;
    const basedOn = books.find((one) => one.book === 'ista')?.id;
    const draft = (
      await lead.post<{ id: string; version: number }>('/rule-books/drafts', {
        basedOn,
        name: 'ISTA, checked',
        year: 2027,
      })
    ).body;
    const issued = await lead.send<{ id: string }>(
      'POST',
      `/rule-books/drafts/${draft.id}/issue`,
      { reason: 'checked', use: false },
      { 'If-Match': String(draft.version) },
    );
    const results = [1, 2, 3, 4, 5, 6].map((container) => ({ container, text: String(84 + container) }));
    await hands.analyst.post(`/lots/${lot}/heterogeneity`, {
      attribute: 'germination',
      part: '',
      seedsEach: 100,
      results,
    });
    const before = await lineOf(lot, 'germination');
    expect(
      (await lead.post(`/lots/${lot}/edition`, { editionId: issued.body.id, reason: 'the copy was checked' })).status,
    ).toBe(201);
    expect(await lineOf(lot, 'germination')).toEqual(before);
    expect(before).toMatchObject({ by: 'The analyst', seenOn: addDays(TODAY, 10) });
    const { rows } = await lab.connection.pool.query<{ step: string; subject: string; name: string }>(
      `select j.step, case when j.heterogeneity_id is not null then 'heterogeneity' when j.test_id is not null then 'test' else 'sample' end as subject, p.name
       from judgement j join person p on p.id = j.by where j.lot_id = $1 and j.edition_id = $2 order by 1, 2`,
      [lot, issued.body.id],
    );
    expect(rows).toEqual([
      { step: 'germination', subject: 'test', name: 'The lead' },
      { step: 'sampling', subject: 'heterogeneity', name: 'The lead' },
      { step: 'sampling', subject: 'sample', name: 'The lead' },
    ]);
    const sampling = (await lead.get<{ heterogeneity: { edition: string; by: string }[] }>(`/lots/${lot}/sampling`))
      .body;
    expect(sampling.heterogeneity).toMatchObject([{ edition: 'ISTA, checked', by: 'The analyst' }]);
  });
});

describe('a file brings its days', () => {
  it('a test of 2023 is of 2023: its tag has run out, and what the file does not say is not made up', async () => {
    const { lead } = hands;
    const rows = [
      'lot.species,,,,,Trifolium pratense,',
      'lot.book,,,,,aosa,',
      'lot.harvest,,,,,2023-08,',
      'lot.mass,,,,,4200,kg',
      'lot.containers,,,,,84,',
      'lot.containerMass,,,,,50,kg',
      'sample.mass,,,,,500,g',
      'sample.drawnOn,,,,,2023-09-04,',
      'sample.drawnBy,,,,,A. Thorne,',
      'sample.primarySamples,,,,,30,',
      'purity.sample,1,,,,5.2,g',
      'purity.workingSample,1,,,,5.102,g',
      'purity.pureSeed,1,,,,4.951,g',
      'purity.otherCropSeed,1,,,,0.021,g',
      'purity.weedSeed,1,,,,0.009,g',
      'purity.inertMatter,1,,,,0.103,g',
      'other-seeds.sample,1,,,,51,g',
      'other-seeds.examined,1,,,,50.23,g',
      'germination.sample,1,,,,20,g',
      'germination.substrate,1,,,,T,',
      'germination.temperature,1,,,,20,',
      'germination.setUpDate,1,,,,2023-09-06,',
      'germination.firstCountDay,1,,,,4,',
      'germination.finalCountDay,1,,,,7,',
      'germination.dishes,1,,,,4,',
      'germination.seedsPerDish,1,,,,100,',
      ...[1, 2, 3, 4].flatMap((dish) => [
        `germination.normal,1,${dish},4,,40,`,
        `germination.normal,1,${dish},7,,48,`,
        `germination.abnormal,1,${dish},7,,7,`,
        `germination.dead,1,${dish},7,,5,`,
      ]),
    ];
    const bring = (reference: string, lines: readonly string[]) =>
      lead.send<{ references: string[] }>(
        'POST',
        '/import/lots',
        ['lot,what,test,dish,day,name,value,unit', ...lines.map((one) => `${reference},${one}`)].join('\n'),
        { 'Content-Type': 'text/csv' },
      );
    const idOf = async (reference: string) =>
      (await lead.get<LotList>(`/lots?q=${reference}`)).body.rows.find((one) => one.reference === reference)?.id ?? '';
    expect((await bring('F-2023', rows)).status).toBe(201);
    const { tag } = await reportOf(await idOf('F-2023'));
    expect([valueOf(tag, 'Tested'), valueOf(tag, 'Valid to the end of')]).toEqual(['September 2023', 'February 2024']);
    // Source: 7 CFR 201.22: a tag is valid five months after the month of test (from memory): it can be printed, not used.
    expect(tag.refusals.join(' ')).toContain('run out on 2024-02-29');
    expect((await lead.post(`/lots/${await idOf('F-2023')}/releases`, { kind: 'tag' })).status).toBe(409);
    const days = async (reference: string) =>
      (await lead.get<PurityView>(`/lots/${await idOf(reference)}/purity`)).body.tests[0]?.fields.pureSeed;
    expect(await days('F-2023')).toMatchObject({ seenOn: TODAY, seenFrom: 'file' });
    const said = [
      ...rows,
      'purity.drawnOn,1,,,,2023-09-05,',
      'purity.seenOn,1,,,,2023-09-06,',
      'purity.fieldSeenOn,1,,,pureSeed,2023-09-07,',
      ...[1, 2, 3, 4].map((dish) => `germination.countedOn,1,${dish},7,,2023-09-14,`),
    ];
    expect((await bring('F-2024', said)).status).toBe(201);
    expect(await days('F-2024')).toMatchObject({ seenOn: '2023-09-07', seenFrom: 'stated' });
    expect(valueOf((await reportOf(await idOf('F-2024'))).report, 'Germination: days')).toBe('8');
    const wrong = await bring('F-2025', [...rows, 'purity.drawnOn,1,,,,2023-09-03,']);
    expect(wrong.body.errors).toEqual([
      { path: `${rows.length + 2}.value`, message: expect.stringContaining('This lies before 2023-09-04') as string },
    ]);
    expect((await bring('F-2026', [...rows, 'purity.seenOn,1,,,,2027-01-01,'])).body.errors).toEqual([
      { path: `${rows.length + 2}.value`, message: 'This lies in the future.' },
    ]);
    expect((await bring('F-2027', [...rows, 'purity.seenOn,1,,,,last week,'])).status).toBe(422);
  });
});
