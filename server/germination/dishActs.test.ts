import { describe, expect, it } from 'vitest';
import type { GerminationView } from '@mercato/contract/germination/germination';
import type { LotSheet } from '@mercato/contract/register/lots';
import { hundred, oneTest } from '../testing/dishes.ts';
import { useHands } from '../testing/hands.ts';
import type { Visitor } from '../testing/laboratory.ts';

const hands = useHands();
const line = async (lot: string) =>
  (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body.steps.find((one) => one.step === 'germination');

describe('a spoiled dish', () => {
  const spoil = async (
    of: Awaited<ReturnType<typeof oneTest>>,
    place: number,
    body: object,
    who: Visitor = hands.analyst,
  ) => {
    const { id, version } = await of.dish(place);
    return who.put<GerminationView>(`/germination/dishes/${id}/spoiled`, body, version);
  };
  it('is set aside with its figures kept; three hundreds that agree wait for the lead, and are reported as three', async () => {
    const of = await oneTest(hands, 'D-1');
    of.at('2026-12-04');
    for (const [place, normal] of [90, 88, 92].entries()) await of.count(place, hundred(normal));
    expect((await spoil(of, 3, { cause: 'dropped', note: 'slid off the tray' })).status).toBe(200);
    const { tests, combined } = await of.view();
    expect(tests[0]).toMatchObject({
      result: {
        complete: true,
        seeds: 300,
        lostSeeds: 100,
        verdict: { outcome: 'not-judged', next: 'decide-on-fewer' },
      },
      dishes: [{}, {}, {}, { spoiled: { cause: 'dropped', note: 'slid off the tray' } }],
    });
    expect(combined.reported).toBeNull();
    expect(await line(of.lot)).toMatchObject({
      mark: 'not-judged',
      stands: { is: 'unreported', why: { is: 'fewer', seeds: 300 } },
    });
    await hands.lead.post(`/lots/${of.lot}/decisions`, {
      subject: tests[0]?.id,
      decision: 'accept',
      reason: 'three hundreds agree',
    });
    expect(await line(of.lot)).toMatchObject({ stands: { is: 'accepted', normal: 90 } });
  });
  it('can be taken back, and then counts again; nothing is counted or keyed in it meanwhile', async () => {
    const of = await oneTest(hands, 'D-2');
    of.at('2026-12-04');
    for (const [place, normal] of [90, 88, 92, 91].entries()) await of.count(place, hundred(normal));
    expect((await of.view()).combined.reported?.normal).toBe(90);
    await spoil(of, 0, { cause: 'mixed-up', note: 'two trays stood crosswise' });
    expect((await of.view()).combined.reported).toBeNull();
    expect((await of.count(0, hundred(80), { reason: 'misread' })).body.errors).toMatchObject([{ path: 'counts' }]);
    const { id } = await of.dish(0);
    const key = { sequence: 1, dishId: id, day: 10, seedClass: 'normal', seeds: 1, turn: 0 };
    const keyed = await hands.analyst.post(`/germination/tests/${(await of.test()).id}/tallies`, {
      session: '0190f000-0000-7000-8000-000000000001',
      keys: [key],
    });
    expect(keyed.body).toMatchObject({ status: 422, errors: [{ path: 'keys.0.dishId' }] });
    expect((await spoil(of, 0, { cause: null, note: 'they were told apart by their labels' })).status).toBe(200);
    expect(await of.view()).toMatchObject({
      combined: { reported: { normal: 90 } },
      tests: [{ dishes: [{ spoiled: null, total: { normal: 90 } }, {}, {}, {}] }],
    });
  });
  it('is refused without a cause or a word, before its set-up, when it was never spoiled, and to who saw an older one', async () => {
    const of = await oneTest(hands, 'D-3');
    of.at('2026-11-26');
    const at = async (body: object) => (await spoil(of, 0, body)).body.errors?.map((one) => one.path);
    expect(await at({ cause: 'eaten', note: 'by a cat' })).toEqual(['cause']);
    expect(await at({ cause: 'dropped', note: '' })).toEqual(['note']);
    expect(await at({ cause: 'dropped', note: 'it fell', seenOn: '2026-11-23' })).toEqual(['seenOn']);
    expect(await at({ cause: 'dropped', note: 'it fell', seenOn: '2026-11-27' })).toEqual(['seenOn']);
    expect(await at({ cause: null, note: 'sound' })).toEqual(['cause']);
    const { id, version } = await of.dish(0);
    const stale = await hands.analyst.put(
      `/germination/dishes/${id}/spoiled`,
      { cause: 'dropped', note: 'it fell' },
      version + 1,
    );
    expect(stale.status).toBe(412);
    expect((await spoil(of, 0, { cause: 'dropped', note: 'it fell' }, hands.sampler)).status).toBe(403);
    expect((await of.dish(0)).spoiled).toBeNull();
  });
  it('all of them leave nothing to report: test again', async () => {
    const of = await oneTest(hands, 'D-4');
    of.at('2026-11-26');
    for (const place of [0, 1, 2, 3]) await spoil(of, place, { cause: 'overrun', note: 'mites' });
    expect(await line(of.lot)).toMatchObject({ mark: 'outside', stands: { why: { is: 'all-spoiled' } } });
  });
});

describe('a second hand', () => {
  const recount = async (
    of: Awaited<ReturnType<typeof oneTest>>,
    place: number,
    counts: object,
    who: Visitor = hands.lead,
    more: object = {},
  ) => {
    const { id, version } = await of.dish(place);
    return who.put<GerminationView>(`/germination/dishes/${id}/recounts/10`, { counts, ...more }, version);
  };
  it('counts the same seedlings beside the first, which stay what they were', async () => {
    const of = await oneTest(hands, 'R-1');
    of.at('2026-12-04');
    await of.count(0, hundred(90));
    expect((await recount(of, 0, hundred(86, { abnormal: 4 }))).status).toBe(200);
    expect(await of.dish(0)).toMatchObject({
      total: { normal: 90, abnormal: 0, dead: 10 },
      days: [{ earlier: [] }],
      recounts: [{ key: 10, counts: { normal: 86, abnormal: 4, dead: 10 } }],
    });
  });
  it('is another hand, of a count that is closed, and calls the same seeds', async () => {
    const of = await oneTest(hands, 'R-2');
    of.at('2026-12-04');
    const path = async (...args: [object, Visitor?]) =>
      (await recount(of, 0, ...args)).body.errors?.map((one) => one.path);
    expect(await path(hundred(90))).toEqual(['counts']);
    await of.count(0, hundred(90));
    expect(await path(hundred(86), hands.analyst)).toEqual(['counts']);
    expect(await path({ ...hundred(86), dead: 13 })).toEqual(['counts']);
    expect(await path({ ...hundred(86), dead: 15 })).toEqual(['counts']);
    expect((await of.dish(0)).recounts).toEqual([]);
    expect((await recount(of, 0, hundred(86), hands.sampler)).status).toBe(403);
  });
  it('corrects itself with a reason, and keeps what it had called', async () => {
    const of = await oneTest(hands, 'R-3');
    of.at('2026-12-04');
    await of.count(0, hundred(90));
    await recount(of, 0, hundred(86));
    expect((await recount(of, 0, hundred(87))).body.errors?.map((one) => one.path)).toEqual(['reason']);
    expect((await recount(of, 0, hundred(87), hands.lead, { reason: 'one lay under the lid' })).status).toBe(200);
    expect((await of.dish(0)).recounts).toMatchObject([{ counts: { normal: 87 } }]);
    const { rows } = await hands.lab.connection.pool.query<{ n: number }>(
      `select count(*)::int n from germination_recount where subject = $1`,
      [(await of.dish(0)).id],
    );
    expect(rows[0]?.n).toBe(2);
  });
});

describe('kinds within a class', () => {
  it('are kept with their count, unknown where one dish did not tell them apart', async () => {
    const of = await oneTest(hands, 'K-1');
    of.at('2026-12-04');
    const parts = { damaged: 3, deformed: 0, decayed: 1 };
    for (const place of [0, 1, 2]) await of.count(place, hundred(90, { abnormal: 4 }), { parts });
    expect((await of.test()).parts).toEqual({ damaged: 9, deformed: 0, decayed: 3 });
    await of.count(3, hundred(90, { abnormal: 2 }));
    expect((await of.test()).parts).toEqual({});
    const { id, version } = await of.dish(3);
    await hands.lead.put(
      `/germination/dishes/${id}/days/10`,
      {
        counts: hundred(90, { abnormal: 2 }),
        parts: { damaged: 2, deformed: 0, decayed: 0 },
        closed: true,
        final: true,
        entry: 'typed',
        reason: 'told apart on the photograph',
      },
      version,
    );
    expect((await of.test()).parts).toEqual({ damaged: 11, deformed: 0, decayed: 3 });
  });
  it('never hold more than their class, nor belong to another', async () => {
    const of = await oneTest(hands, 'K-2');
    of.at('2026-12-04');
    const refused = await of.count(0, hundred(90, { abnormal: 4 }), { parts: { damaged: 3, decayed: 2 } });
    expect(refused.body.errors).toMatchObject([{ path: 'counts.abnormal' }]);
    const key = { sequence: 1, dishId: (await of.dish(0)).id, day: 10, seeds: 1, turn: 0 };
    const send = async (sequence: number, more: object) =>
      hands.analyst.post(`/germination/tests/${(await of.test()).id}/tallies`, {
        session: '0190f000-0000-7000-8000-000000000002',
        keys: [{ ...key, sequence, ...more }],
      });
    expect((await send(1, { seedClass: 'dead', part: 'damaged' })).body).toMatchObject({
      errors: [{ path: 'keys.0.part' }],
    });
    expect((await send(2, { seedClass: 'abnormal', part: 'damaged' })).status).toBe(200);
    expect((await of.dish(0)).tallies).toEqual([
      { day: 10, counts: { normal: 0, abnormal: 1, hard: 0, fresh: 0, dead: 0 }, parts: { damaged: 1 } },
    ]);
  });
});

describe('fresh seed above its share', () => {
  it('keeps a lot from being reported until the lead decides; one seed less does not', async () => {
    const of = await oneTest(hands, 'F-1');
    of.at('2026-12-04');
    // Source: ISTA, germination, fresh seed at 5 % and above (from memory): 20 of 400.
    for (const place of [0, 1, 2, 3]) await of.count(place, hundred(80, { fresh: 5 }));
    expect(await line(of.lot)).toMatchObject({
      mark: 'outside',
      stands: { is: 'asleep', normal: 80, fresh: 5, limit: 5 },
      blocks: [{ is: 'fresh', percent: 5, limit: 5 }],
    });
    await hands.lead.post(`/lots/${of.lot}/decisions`, {
      subject: (await of.test()).id,
      decision: 'accept',
      reason: 'all fresh seeds stained alive',
    });
    expect(await line(of.lot)).toMatchObject({ stands: { is: 'reported', normal: 80 }, blocks: [] });

    const less = await oneTest(hands, 'F-2');
    less.at('2026-12-04');
    for (const place of [0, 1, 2, 3]) await less.count(place, hundred(80, { fresh: place === 0 ? 2 : 5 }));
    expect(await line(less.lot)).toMatchObject({ stands: { is: 'reported' }, blocks: [] });
  });
  it('is settled by a treatment that does better, and the report names it', async () => {
    const of = await oneTest(hands, 'F-3');
    of.at('2026-12-04');
    for (const place of [0, 1, 2, 3]) await of.count(place, hundred(70, { fresh: 20 }));
    const without = await of.start({ because: 'dormancy', setUpDate: '2026-12-04' });
    expect(without.body).toMatchObject({ status: 422, errors: [{ path: 'treatment' }] });
    await of.start({ because: 'dormancy', treatment: 'KNO3 0.2 %', setUpDate: '2026-12-04' });
    of.at('2026-12-14');
    for (const place of [0, 1, 2, 3]) await of.count(place, hundred(88), {}, hands.analyst, 2);
    const { combined, fresh } = await of.view();
    expect(combined).toMatchObject({ reported: { normal: 88 }, from: [1], comparison: null });
    expect(fresh).toBeNull();
    expect(await line(of.lot)).toMatchObject({ stands: { is: 'reported', normal: 88 }, blocks: [] });
  });
});
