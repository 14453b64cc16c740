import { describe, expect, it } from 'vitest';
import type { RoomView } from '@mercato/contract/germination/dishes';
import type { GerminationView } from '@mercato/contract/germination/germination';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { PlaceList } from '@mercato/contract/store/packets';
import { hundred, oneTest } from '../testing/dishes.ts';
import { useHands } from '../testing/hands.ts';
import { germinationPlan } from '../testing/samples.ts';

const hands = useHands();

/** A cabinet with shelves for so many dishes each. */
async function cabinet(name: string, ...places: number[]) {
  const add = async (body: object) => (await hands.lead.post<PlaceList>('/store/places', body)).body.places;
  const room = (await add({ kind: 'cabinet', name, parentId: null })).find((one) => one.name === name);
  const shelves: string[] = [];
  for (const [i, dishPlaces] of places.entries()) {
    const shelf = `${name} ${i + 1}`;
    const all = await add({ kind: 'shelf', name: shelf, parentId: room?.id ?? null, dishPlaces });
    shelves.push(all.find((one) => one.name === shelf)?.id ?? '');
  }
  return shelves;
}
const room = async (from: string, to: string) =>
  (await hands.lead.get<RoomView>(`/germination/room?from=${from}&to=${to}`)).body.shelves;
const { treatment: _treatment, prechillDays: _days, ...SHARED } = germinationPlan('2026-11-24');
const ARMS = [
  { name: 'untreated', treatment: '', prechillDays: 0, control: false },
  { name: 'pre-chill', treatment: 'pre-chill at 5 to 10 °C', prechillDays: 7, control: false },
];

async function trial(of: Awaited<ReturnType<typeof oneTest>>, more: object = {}, arms: readonly object[] = ARMS) {
  const filled = [];
  for (const arm of arms) filled.push({ vesselId: await of.sample(), ...arm });
  return hands.analyst.post<GerminationView>('/germination/trials', { ...SHARED, arms: filled, ...more });
}

describe('arms side by side', () => {
  it('are tests of their own, each with its own calendar, compared and never averaged', async () => {
    const of = await oneTest(hands, 'T-1');
    await hands.lead.post(`/lots/${of.lot}/decisions`, {
      subject: (await of.test()).id,
      decision: 'set-aside',
      reason: 'the trial comes instead',
    });
    const { body, status } = await trial(of, {}, [...ARMS, { ...ARMS[0], control: true }]);
    expect(status).toBe(201);
    const [, untreated, chilled, control] = body.tests;
    expect([untreated, chilled, control].map((one) => one?.plan.arm)).toEqual([
      { trial: 1, treatment: 'untreated', control: false },
      { trial: 1, treatment: 'pre-chill', control: false },
      { trial: 1, treatment: 'untreated', control: true },
    ]);
    expect(chilled?.dayZero).toBe('2026-12-01');
    of.at('2026-12-04');
    for (const place of [0, 1, 2, 3]) {
      await of.count(place, hundred(70, { fresh: 20 }), {}, hands.analyst, 2);
      await of.count(place, hundred(99), {}, hands.analyst, 4);
    }
    expect((await of.view()).combined).toMatchObject({ reported: null, next: 'count' });
    of.at('2026-12-11');
    for (const place of [0, 1, 2, 3]) await of.count(place, hundred(88), {}, hands.analyst, 3);
    // The control does better than both, and is none of what is reported.
    expect((await of.view()).combined).toMatchObject({ reported: { normal: 88 }, from: [1], chosen: 1 });
  });
  it('the end of a treatment is due on its day, then the first count', async () => {
    const of = await oneTest(hands, 'T-2');
    await hands.lead.post(`/lots/${of.lot}/decisions`, {
      subject: (await of.test()).id,
      decision: 'set-aside',
      reason: 'the trial comes instead',
    });
    await trial(of, {}, [ARMS[1] ?? {}, { ...ARMS[1], treatment: 'KNO3' }]);
    const due = async (day: string) => {
      of.at(day);
      const line = (await hands.lead.get<LotSheet>(`/lots/${of.lot}`)).body.steps.find(
        (one) => one.step === 'germination',
      );
      return [line?.stands.is, line?.due, line?.mark];
    };
    expect(await due('2026-11-30')).toEqual(['to-warmth', '2026-12-01', 'not-judged']);
    expect(await due('2026-12-01')).toEqual(['to-warmth', '2026-12-01', 'next']);
    expect(await due('2026-12-02')).toEqual(['counting', '2026-12-05', 'not-judged']);
  });
  it('are refused with one arm, with samples of two lots, with one sample twice, and from who may not', async () => {
    const of = await oneTest(hands, 'T-3');
    const other = await oneTest(hands, 'T-4');
    const path = (answer: { body: { errors?: readonly { path: string }[] } }) =>
      answer.body.errors?.map((one) => one.path);
    expect(path(await trial(of, {}, ARMS.slice(1)))).toEqual(['arms']);
    const [mine, theirs] = [await of.sample(), await other.sample()];
    const send = (...vessels: string[]) =>
      hands.analyst.post<GerminationView>('/germination/trials', {
        ...SHARED,
        arms: ARMS.map((arm, i) => ({ ...arm, vesselId: vessels[i] })),
      });
    expect(path(await send(mine, theirs))).toEqual(['arms.1.vesselId']);
    expect(path(await send(mine, mine))).toEqual(['arms.1.vesselId']);
    expect((await of.view()).tests).toHaveLength(1);
    expect((await hands.sampler.post('/germination/trials', { ...SHARED, arms: [] })).status).toBe(403);
  });
});

describe('shelves', () => {
  it('whole hundreds are dealt to them by a seed that is kept, and the same seed deals the same', async () => {
    const shelves = await cabinet('Cabinet D', 20, 20);
    const of = await oneTest(hands, 'S-1', { shelves, dealSeed: 4711, dishes: 8, seedsPerDish: 50 });
    const { plan, dishes } = await of.test();
    expect(plan.dealt?.seed).toBe(4711);
    expect(plan.dealt?.shelves).toHaveLength(4);
    // Two dishes of 50 make a hundred, and stand together.
    for (const i of [0, 2, 4, 6]) expect(dishes[i]?.shelf).toEqual(dishes[i + 1]?.shelf);
    const where = dishes.map((one) => one.shelf[1]);
    expect([...new Set(where)].sort()).toEqual(['Cabinet D 1', 'Cabinet D 2']);
    const again = await oneTest(hands, 'S-2', { shelves, dealSeed: 4711, dishes: 8, seedsPerDish: 50 });
    expect((await again.test()).dishes.map((one) => one.shelf[1])).toEqual(where);
    const other = await oneTest(hands, 'S-3', { shelves });
    expect((await other.test()).plan.dealt?.seed).toBeGreaterThan(0);
  });
  it('say what is free on the days of a test, and take no dish more than that', async () => {
    const shelves = await cabinet('Cabinet F', 4, 2);
    const of = await oneTest(hands, 'S-4', { shelves });
    const taken = async (from: string, to: string) =>
      (await room(from, to)).filter((one) => shelves.includes(one.id)).reduce((sum, one) => sum + one.taken, 0);
    expect(await taken('2026-11-24', '2026-12-04')).toBe(4);
    expect(await taken('2026-12-04', '2026-12-10')).toBe(4);
    expect(await taken('2026-12-05', '2026-12-10')).toBe(0);
    const full = await of.start({ shelves, because: 'range' });
    expect(full.body).toMatchObject({ status: 409, errors: [{ path: 'shelves' }] });
    expect((await of.view()).tests).toHaveLength(1);
    // Six places hold four dishes and two more.
    const two = await of.start({ shelves, because: 'range', dishes: 2 });
    expect(two.status).toBe(201);
    expect(await taken('2026-11-24', '2026-12-04')).toBe(6);
    // A dish that was spoiled, and one that is closed, make room.
    const { id, version } = await of.dish(0);
    await hands.analyst.put(`/germination/dishes/${id}/spoiled`, { cause: 'dropped', note: 'it fell' }, version);
    expect(await taken('2026-11-24', '2026-12-04')).toBe(5);
    of.at('2026-12-04');
    await of.count(1, hundred(90));
    expect(await taken('2026-12-04', '2026-12-04')).toBe(4);
    // What nobody closed on its day still stands there.
    of.at('2026-12-20');
    expect(await taken('2026-12-20', '2026-12-20')).toBe(4);
  });
  it('a dish is moved to one by its code, and where it stood stays on file', async () => {
    const [first = '', second = ''] = await cabinet('Cabinet M', 8, 8);
    const of = await oneTest(hands, 'S-5', { shelves: [first] });
    const { id } = await of.dish(0);
    const move = (placeId: string, who = hands.analyst) =>
      who.post<GerminationView>(`/germination/dishes/${id}/place`, { placeId });
    expect((await move(second)).status).toBe(200);
    expect((await of.dish(0)).shelf).toEqual(['Cabinet M', 'Cabinet M 2']);
    const { rows } = await hands.lab.connection.pool.query(
      `select place_id from dish_move where dish_id = $1 order by seq`,
      [id],
    );
    expect(rows).toEqual([{ place_id: first }, { place_id: second }]);
    const places = (await hands.lead.get<PlaceList>('/store/places')).body.places;
    const whole = places.find((one) => one.name === 'Cabinet M');
    expect((await move(whole?.id ?? '')).body.errors).toMatchObject([{ path: 'placeId' }]);
    expect((await move('0190f000-0000-7000-8000-000000000009')).body.errors).toMatchObject([{ path: 'placeId' }]);
    expect((await move(first, hands.sampler)).status).toBe(403);
    // A shelf on which dishes stand does not leave the map.
    const shelf = places.find((one) => one.id === second);
    const removed = await hands.lead.post(
      `/store/places/${second}/remove`,
      { reason: 'it is broken' },
      { 'If-Match': `"${shelf?.version}"` },
    );
    expect([removed.status, (await of.dish(0)).shelf.length]).toEqual([409, 2]);
  });
  it('that are none for dishes, and dishes that make no whole hundreds, are refused', async () => {
    const [shelf = ''] = await cabinet('Cabinet N', 50);
    const of = await oneTest(hands, 'S-6');
    const path = async (body: object) =>
      (await of.start({ because: 'range', ...body })).body.errors?.map((one) => one.path);
    expect(await path({ shelves: ['0190f000-0000-7000-8000-000000000009'] })).toEqual(['shelves.0']);
    expect(await path({ shelves: [shelf], dishes: 3, seedsPerDish: 50 })).toEqual(['dishes']);
    expect(await path({ shelves: [] })).toEqual(['shelves']);
    expect(await path({ shelves: [shelf], dealSeed: 0 })).toEqual(['dealSeed']);
    expect(await path({ because: 'range', temperature: '15' })).toEqual(['because']);
    expect(await path({ because: 'toxic' })).toEqual(['substrate']);
  });
});

describe('the batch of a substrate', () => {
  it('is kept as it was measured, judged by the book, and holds the lot where it is not sound', async () => {
    const of = await oneTest(hands, 'B-1', { substrateBatch: { batch: 'P 26/11', ph: '5.8', conductivity: '' } });
    expect(await of.test()).toMatchObject({
      plan: { substrateBatch: { batch: 'P 26/11', ph: '5.8', conductivity: '' } },
      substrate: { outcome: 'outside', measured: 5.8, limit: 6 },
    });
    of.at('2026-12-04');
    for (const place of [0, 1, 2, 3]) await of.count(place, hundred(90));
    const line = async () =>
      (await hands.lead.get<LotSheet>(`/lots/${of.lot}`)).body.steps.find((one) => one.step === 'germination');
    expect(await line()).toMatchObject({ mark: 'outside', stands: { is: 'substrate' }, blocks: [{ is: 'substrate' }] });
    await hands.lead.post(`/lots/${of.lot}/decisions`, {
      subject: (await of.test()).id,
      decision: 'accept',
      reason: 'a control lot grew as always on it',
    });
    expect(await line()).toMatchObject({ stands: { is: 'reported' }, blocks: [] });
  });
  it('is refused without its name or with what is no figure', async () => {
    const of = await oneTest(hands, 'B-2');
    const path = async (substrateBatch: object) =>
      (await of.start({ because: 'range', substrateBatch })).body.errors?.map((one) => one.path);
    expect(await path({ batch: '', ph: '', conductivity: '' })).toEqual(['substrateBatch.batch']);
    expect(await path({ batch: 'P', ph: 'sour', conductivity: '' })).toEqual(['substrateBatch.ph']);
    expect(await path({ batch: 'P', ph: '', conductivity: '-4' })).toEqual(['substrateBatch.conductivity']);
  });
});
