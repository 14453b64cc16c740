import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import type { LotList } from '@mercato/contract/register/lots';
import type { PlaceList } from '@mercato/contract/store/packets';
import type { Days, FeedList, NewFeedAnswer, Today } from '@mercato/contract/today/today';
import { hundred, oneTest } from '../testing/dishes.ts';
import { useHands } from '../testing/hands.ts';
import { clientRequest, clovers } from '../testing/samples.ts';

const hands = useHands();
const today = async (who = hands.analyst) => (await who.get<Today>('/today')).body;
const dishesOf = async (reference: string, list: 'due' | 'soon' = 'due') =>
  (await today())[list].flatMap((one) =>
    one.what === 'dishes' && one.reference === reference ? [[one.by, one.act, one.dishes, one.room]] : [],
  );
const count = (day: number, final = false) => ({ is: 'count', day, final });

describe('what dishes ask for', () => {
  it('is the first count, then the final one instead, dish by dish until they are closed', async () => {
    const of = await oneTest(hands, 'W-1', { place: 'bench 3' });
    of.at('2026-11-27');
    expect(await dishesOf('W-1')).toEqual([]);
    expect(await dishesOf('W-1', 'soon')).toEqual([
      ['2026-11-28', count(4), [1, 2, 3, 4], 'bench 3'],
      ['2026-12-04', count(10, true), [1, 2, 3, 4], 'bench 3'],
    ]);
    of.at('2026-11-28');
    expect(await dishesOf('W-1')).toEqual([['2026-11-28', count(4), [1, 2, 3, 4], 'bench 3']]);
    const { id, version } = await of.dish(1);
    const first = { counts: { ...hundred(40), dead: 0 }, closed: true, final: false, entry: 'typed' };
    await hands.analyst.put(`/germination/dishes/${id}/days/4`, first, version);
    expect(await dishesOf('W-1')).toEqual([['2026-11-28', count(4), [1, 3, 4], 'bench 3']]);
    of.at('2026-12-04');
    // The count that was left out is not asked for any more.
    expect(await dishesOf('W-1')).toEqual([['2026-12-04', count(10, true), [1, 2, 3, 4], 'bench 3']]);
    await of.count(0, hundred(90));
    expect(await dishesOf('W-1')).toEqual([['2026-12-04', count(10, true), [2, 3, 4], 'bench 3']]);
    for (const place of [2, 3]) await of.count(place, hundred(90));
    await of.count(1, { ...hundred(90), normal: 50 });
    expect(await dishesOf('W-1')).toEqual([]);
  });
  it('stands by shelf, moistening and the end of a treatment on their day alone', async () => {
    const add = async (body: object) => (await hands.lead.post<PlaceList>('/store/places', body)).body.places;
    const shelves: string[] = [];
    for (const name of ['Shelf 1', 'Shelf 2'])
      shelves.push(
        (await add({ kind: 'shelf', name, parentId: null, dishPlaces: 2 })).find((one) => one.name === name)?.id ?? '',
      );
    const of = await oneTest(hands, 'W-2', { shelves, treatment: 'pre-chill', prechillDays: 2, moistenDays: 3 });
    of.at('2026-11-26');
    const rooms = async () =>
      (await dishesOf('W-2')).map(([by, act, dishes, room]) => [by, act, (dishes as number[]).length, room]);
    expect(await rooms()).toEqual([
      ['2026-11-26', { is: 'to-warmth' }, 2, 'Shelf 1'],
      ['2026-11-26', { is: 'to-warmth' }, 2, 'Shelf 2'],
    ]);
    of.at('2026-11-27');
    expect(await rooms()).toEqual([]);
    of.at('2026-11-29');
    expect(await rooms()).toEqual([
      ['2026-11-29', { is: 'moisten', day: 3 }, 2, 'Shelf 1'],
      ['2026-11-29', { is: 'moisten', day: 3 }, 2, 'Shelf 2'],
    ]);
  });
  it('does without dishes that were spoiled and tests that were set aside; a promise to a client stands on its own', async () => {
    const of = await oneTest(hands, 'W-3');
    of.at('2026-11-28');
    const { id, version } = await of.dish(0);
    await hands.analyst.put(`/germination/dishes/${id}/spoiled`, { cause: 'dropped', note: 'it fell' }, version);
    expect((await dishesOf('W-3')).map((one) => one[2])).toEqual([[2, 3, 4]]);
    await hands.lead.put(`/lots/${of.lot}/request`, { ...clientRequest(['germination']), dueOn: '2026-11-29' }, 0);
    const promised = async () =>
      (await today()).due.flatMap((one) =>
        one.what === 'request' ? [[one.reference, one.client, one.by, one.overdue]] : [],
      );
    expect(await promised()).toEqual([]);
    of.at('2026-11-30');
    expect(await promised()).toEqual([['W-3', 'Marlpit Growers', '2026-11-29', true]]);
    const decision = { subject: (await of.test()).id, decision: 'set-aside', reason: 'begun anew' };
    await hands.lead.post(`/lots/${of.lot}/decisions`, decision);
    expect(await dishesOf('W-3')).toEqual([]);
  });
});

describe('the list of lots', () => {
  const listed = async (query: string) =>
    (await hands.analyst.get<LotList>(`/lots?${query}`)).body.rows.map((one) => one.reference);
  it('is narrowed by the place of dishes and by the client, and turned by day; what has none comes last', async () => {
    const of = await oneTest(hands, 'LL-1', { place: 'loft › tray 1' });
    await oneTest(hands, 'LL-2', { place: 'loft' });
    const { lot } = await clovers(hands.analyst, 'LL-3');
    await hands.lead.put(`/lots/${of.lot}/request`, { ...clientRequest(['germination']), client: 'Tarn Hollow' }, 0);
    expect((await listed('place=loft')).sort()).toEqual(['LL-1', 'LL-2']);
    expect(await listed(`place=${encodeURIComponent('loft › tray 1')}`)).toEqual(['LL-1']);
    expect(await listed('place=lof')).toEqual([]);
    expect(await listed('client=tarn hollow')).toEqual(['LL-1']);
    expect(await listed('client=Tarn Hollow&place=loft&state=released')).toEqual([]);
    // Of three lots one waits for its count; the others can go on without a day.
    const turned = (await listed('q=LL-&sort=due')).filter((one) => one.startsWith('LL-'));
    expect(turned[0]).toBe('LL-1');
    expect((await listed('q=LL-&sort=-due'))[0]).toBe('LL-1');
    expect((await hands.analyst.get<{ places: string[] }>('/today/places')).body.places).toContain('loft › tray 1');
    expect((await hands.analyst.get(`/lots/${lot}`)).status).toBe(200);
  });
});

describe('who sees to it', () => {
  it('one person, until it is given back by them or the lead', async () => {
    const of = await oneTest(hands, 'C-1');
    of.at('2026-11-28');
    const mine = async () => (await today()).due.find((one) => one.what === 'dishes' && one.reference === 'C-1');
    const key = (await mine())?.key ?? '';
    const say = (who: typeof hands.analyst, is: boolean) => who.post<Today>('/today/claims', { key, mine: is });
    expect((await say(hands.analyst, true)).status).toBe(200);
    expect((await mine())?.claimed?.id).toBe(hands.analyst.id);
    expect((await say(hands.sampler, true)).status).toBe(409);
    expect((await say(hands.sampler, false)).status).toBe(409);
    expect((await mine())?.claimed?.id).toBe(hands.analyst.id);
    expect((await say(hands.lead, false)).status).toBe(200);
    expect((await mine())?.claimed).toBeNull();
    // What nobody did within three days is anybody's again.
    await say(hands.analyst, true);
    of.at('2026-12-01');
    await say(hands.sampler, false).catch(() => undefined);
    expect((await mine())?.claimed?.id).toBe(hands.analyst.id);
    hands.lab.clock.now = new Date('2026-12-01T09:00:01Z');
    expect((await mine())?.claimed).toBeNull();
    expect((await say(hands.sampler, true)).status).toBe(200);
    expect((await mine())?.claimed?.id).toBe(hands.sampler.id);
    expect((await hands.analyst.post('/today/claims', { key: '', mine: true })).status).toBe(422);
  });
});

describe('days ahead', () => {
  it('hold the dishes of each place, closed days, and what else has that day', async () => {
    const of = await oneTest(hands, 'DA-1', { place: 'cabinet nine' });
    await hands.lead.put(`/lots/${of.lot}/request`, { ...clientRequest(['germination']), dueOn: '2026-12-03' }, 0);
    const { body } = await hands.lead.get<Days>('/today/days?from=2026-11-28&days=7');
    expect(body.days).toHaveLength(7);
    const at = (day: string) => body.days.find((one) => one.day === day);
    const room = (day: string) => at(day)?.rooms.find((one) => one.room === 'cabinet nine');
    expect(room('2026-11-28')).toEqual({ room: 'cabinet nine', tests: 1, dishes: 4, counts: 1, finals: 0 });
    expect(room('2026-12-04')).toEqual({ room: 'cabinet nine', tests: 1, dishes: 4, counts: 1, finals: 1 });
    expect(room('2026-12-01')).toBeUndefined();
    expect(at('2026-12-03')?.others.map((one) => one.what)).toContain('request');
    for (const [asked, length] of [
      ['0', 1],
      ['43', 42],
      ['x', 7],
    ] as const)
      expect((await hands.lead.get<Days>(`/today/days?days=${asked}`)).body.days, asked).toHaveLength(length);
  });
});

describe('a calendar by a secret address', () => {
  const read = async (path: string) => {
    const response = await fetch(`${hands.lab.base}${path}`);
    return { status: response.status, text: await response.text() };
  };
  const summaries = (text: string) =>
    new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((one) => String(one.getFirstPropertyValue('summary')));
  it('is read without signing in, of all that waits for its person or of one place, until it is ended', async () => {
    const of = await oneTest(hands, 'CF-1', { place: 'cabinet x › shelf 1' });
    await oneTest(hands, 'CF-2', { place: 'cabinet y' });
    of.at('2026-11-26');
    const make = async (place: string, who = hands.analyst) =>
      (await who.post<NewFeedAnswer>('/today/feeds', { place })).body;
    const [all, one, sampler] = [await make(''), await make('cabinet x'), await make('', hands.sampler)];
    expect(summaries((await read(`${all.path}.ics`)).text).filter((words) => words.includes('CF-'))).toHaveLength(4);
    const shelf = summaries((await read(one.path)).text);
    expect(shelf).toEqual(['CF-1, red clover: count of day 4, 4 dishes', 'CF-1, red clover: final count, 4 dishes']);
    // Counting is no work of a sampler.
    expect(summaries((await read(sampler.path)).text).some((words) => words.includes('count of'))).toBe(false);
    const { feeds } = (await hands.analyst.get<FeedList>('/today/feeds')).body;
    expect(feeds.map((feed) => [feed.place, feed.usedAt !== null])).toEqual([
      ['', true],
      ['cabinet x', true],
    ]);
    // Nobody ends the address of another.
    expect((await hands.sampler.post(`/today/feeds/${feeds[0]?.id}/end`, {})).status).toBe(404);
    expect((await hands.analyst.post(`/today/feeds/${feeds[0]?.id}/end`, {})).status).toBe(200);
    expect((await read(all.path)).status).toBe(404);
    expect((await read(one.path)).status).toBe(200);
    expect((await hands.analyst.post(`/today/feeds/${feeds[0]?.id}/end`, {})).status).toBe(404);
  });
  it('is nowhere kept as it is, opens nothing else, and ends with its person', async () => {
    const { path } = (await hands.analyst.post<NewFeedAnswer>('/today/feeds', { place: '' })).body;
    const token = path.split('/').at(-1) ?? '';
    const { rows } = await hands.lab.connection.pool.query<{ found: boolean }>(
      `select exists (select 1 from calendar_feed where token_hash like '%' || $1 || '%')
         or exists (select 1 from audit_entry where after::text like '%' || $1 || '%')
         or exists (select 1 from idempotency_key where answer::text like '%' || $1 || '%') as found`,
      [token],
    );
    expect(rows[0]?.found).toBe(false);
    expect((await read(`${path}x`)).status).toBe(404);
    expect((await read('/api/calendar/nothing')).status).toBe(404);
    expect((await read(`/api/lots?token=${token}`)).status).toBe(401);
    await hands.lab.connection.pool.query('update person set active = false where id = $1', [hands.analyst.id]);
    expect((await read(path)).status).toBe(404);
    await hands.lab.connection.pool.query('update person set active = true where id = $1', [hands.analyst.id]);
    expect((await read(path)).status).toBe(200);
  });
  it('there are twenty of one person at most', async () => {
    const made = (await hands.lead.get<FeedList>('/today/feeds')).body.feeds.length;
    for (let i = made; i < 20; i += 1)
      expect((await hands.lead.post('/today/feeds', { place: `place ${i}` })).status).toBe(201);
    expect((await hands.lead.post('/today/feeds', { place: 'one more' })).body).toMatchObject({
      status: 409,
      errors: [{ path: 'place' }],
    });
  });
});
