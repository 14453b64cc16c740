import { describe, expect, it } from 'vitest';
import type { GerminationView } from '@mercato/contract/germination/germination';
import type { OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import type { PurityView } from '@mercato/contract/purity/purity';
import type { LotList, LotSheet } from '@mercato/contract/register/lots';
import { useHands } from '../testing/hands.ts';
import type { Answer } from '../testing/laboratory.ts';
import { clovers, germinationPlan, grams, vesselOf } from '../testing/samples.ts';
import { untilItGoesThrough } from './tries.ts';

const hands = useHands();
/** The drill of the issue asks for 200; a usual run takes fewer. */
const ROUNDS = Number(process.env.MERCATO_ROUNDS ?? 25);

/** Both at once, again and again: whatever is answered, it is no failure of ours, and nobody waits for ever. */
async function together(rounds: (round: number) => Promise<Answer<unknown>>[]): Promise<void> {
  for (let round = 0; round < ROUNDS; round += 1) {
    const answers = await Promise.all(rounds(round));
    for (const one of answers) expect(one.status, JSON.stringify(one.body)).toBeLessThan(500);
  }
  expect(hands.lab.errors).toEqual([]);
}

const PURITY = { workingSample: '5.100', otherSeeds: '0.000' };
/** A lot with a purity test, a search and a germination test whose first count has come. */
async function bench(reference: string) {
  const { analyst, lab } = hands;
  const { lot, draw } = await clovers(analyst, reference);
  const id = async (purpose: string, mass: string) => (await draw({ purpose, mass: grams(mass) })).body.id;
  const purity =
    (await analyst.post<PurityView>('/purity/tests', { vesselId: await id('purity', '5.2') })).body.tests[0]?.id ?? '';
  const search =
    (
      await analyst.post<OtherSeedsView>('/other-seeds/tests', {
        vesselId: await id('other-seeds', '51.0'),
        extent: 'complete',
        named: [],
      })
    ).body.tests[0]?.id ?? '';
  const plan = {
    ...germinationPlan(lab.clock.now.toISOString().slice(0, 10)),
  };
  const view = (
    await analyst.post<GerminationView>('/germination/tests', { vesselId: await id('germination', '20'), ...plan })
  ).body;
  return { lot, purity, search, test: view.tests[0]?.id ?? '', dishes: view.tests[0]?.dishes ?? [] };
}
const weigh = (purity: string, round: number, version: number) =>
  hands.analyst.put(
    `/purity/tests/${purity}`,
    {
      ...PURITY,
      pureSeed: `4.9${String(round % 100).padStart(2, '0')}`,
      inertMatter: '0.102',
      reason: 'weighed again',
    },
    version,
  );
const versionOf = async (lot: string) =>
  (await hands.analyst.get<PurityView>(`/lots/${lot}/purity`)).body.tests[0]?.version ?? 0;

describe('two writers at once', () => {
  it('a weighing and the sorting clock', async () => {
    const { purity } = await bench('C-1');
    await together((round) => [
      weigh(purity, round, round + 1),
      hands.lead.post(`/purity/tests/${purity}/sorting`, { mass: '1.0', seconds: 60 }),
    ]);
  });

  it('a tray and the keys of the search', async () => {
    const { search } = await bench('C-2');
    await together((round) => [
      hands.analyst.put(
        `/other-seeds/tests/${search}/trays/${round + 1}`,
        { examined: '0.1', species: [{ name: 'Plantago major', count: round }] },
        0,
      ),
      hands.lead.put(`/other-seeds/tests/${search}/keys`, { keys: [{ key: '1', species: 'Plantago major' }] }, 0),
    ]);
  });

  it('a count and a move of the sample', async () => {
    const { lot, dishes } = await bench('C-3');
    const sample = await vesselOf(hands.sampler, lot, 'submitted');
    await together((round) => [
      hands.analyst.put(
        `/germination/dishes/${dishes[round % 4]?.id}/days/0`,
        { counts: { normal: 0, abnormal: 0, hard: 0, fresh: 0, dead: 0 }, closed: false, final: false, entry: 'typed' },
        1,
      ),
      hands.sampler.post(`/vessels/${sample.id}/events`, { what: 'move', place: `shelf ${round}`, note: '' }),
    ]);
  });

  it('a weighing or a count and the lot judged anew', async () => {
    const { lot, purity, dishes } = await bench('C-4');
    const { lead } = hands;
    const editions: string[] = [];
    for (const name of ['ISTA, one', 'ISTA, two']) {
      const basedOn = (await lead.get<{ editions: { id: string; book: string }[] }>('/rule-books')).body.editions.find(
        (one) => one.book === 'ista',
      )?.id;
      const draft = (
        await lead.post<{ id: string; version: number }>('/rule-books/drafts', { basedOn, name, year: 2027 })
      ).body;
      const issued = await lead.send<{ id: string }>(
        'POST',
        `/rule-books/drafts/${draft.id}/issue`,
        { reason: 'for the drill', use: false },
        { 'If-Match': String(draft.version) },
      );
      editions.push(issued.body.id);
    }
    let version = await versionOf(lot);
    for (let round = 0; round < ROUNDS; round += 1) {
      const answers = await Promise.all([
        weigh(purity, round, version),
        lead.post(`/lots/${lot}/edition`, { editionId: editions[round % 2], reason: 'the drill' }),
        hands.analyst.put(
          `/germination/dishes/${dishes[round % 4]?.id}/days/0`,
          {
            counts: { normal: 0, abnormal: 0, hard: 0, fresh: 0, dead: round % 5 },
            closed: false,
            final: false,
            entry: 'typed',
          },
          1,
        ),
      ]);
      for (const one of answers) expect(one.status, JSON.stringify(one.body)).toBeLessThan(500);
      version = await versionOf(lot);
    }
    expect(hands.lab.errors).toEqual([]);
  });

  it('keys of two hands, a take-over and a count of one dish', async () => {
    const { test, dishes } = await bench('C-7');
    const dish = dishes[0]?.id ?? '';
    const pages = [crypto.randomUUID(), crypto.randomUUID()];
    const key = (sequence: number) => ({ sequence, dishId: dish, day: 0, seedClass: 'dead', seeds: 0, turn: 0 });
    await together((round) => [
      ...[hands.analyst, hands.lead].map((who, i) =>
        who.post(`/germination/tests/${test}/tallies`, { session: pages[i], page: pages[i], keys: [key(round)] }),
      ),
      hands.lead.post(
        `/germination/dishes/${dish}/hand`,
        { act: round % 2 === 0 ? 'take' : 'leave', turn: round },
        { 'Mercato-Page': pages[1] ?? '' },
      ),
      hands.analyst.put(
        `/germination/dishes/${dish}/days/0`,
        { counts: { normal: 0, abnormal: 0, hard: 0, fresh: 0, dead: 0 }, closed: false, final: false, entry: 'typed' },
        1,
        { 'Mercato-Page': pages[0] ?? '' },
      ),
    ]);
    const { pool } = hands.lab.connection;
    // Each press of each page was kept once, counted or not.
    expect((await pool.query('select 1 from tally_event where dish_id = $1', [dish])).rowCount).toBe(2 * ROUNDS);
  });

  // Source: the issue: an out-of-limit weighing within 60 ms of counts had left the list "open" and the sheet "held".
  it('the list says what the sheet says, whoever wrote last', async () => {
    for (let round = 0; round < Math.min(ROUNDS, 12); round += 1) {
      const reference = `C-5-${round}`;
      const { lot, purity, dishes } = await bench(reference);
      await Promise.all([
        hands.lead.put(`/purity/tests/${purity}`, { ...PURITY, pureSeed: '4.400', inertMatter: '0.102' }, 1),
        ...dishes.map((dish) =>
          hands.analyst.put(
            `/germination/dishes/${dish.id}/days/0`,
            {
              counts: { normal: 1, abnormal: 0, hard: 0, fresh: 0, dead: 0 },
              closed: true,
              final: false,
              entry: 'typed',
            },
            1,
          ),
        ),
      ]);
      const sheet = (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body.state;
      const listed = (await hands.lead.get<LotList>(`/lots?q=${reference}`)).body.rows.find(
        (one) => one.id === lot,
      )?.state;
      expect([listed, sheet]).toEqual(['held', 'held']);
    }
  });

  it('collisions are tried again behind the door, and every write that was answered stands once', async () => {
    const { lot } = await bench('C-6');
    const events = async () =>
      (await hands.lab.connection.pool.query('select 1 from vessel_event where lot_id = $1', [lot])).rowCount ?? 0;
    const before = await events();
    const sample = await vesselOf(hands.sampler, lot, 'submitted');
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        hands.sampler.post(`/vessels/${sample.id}/events`, { what: 'move', place: `shelf ${i}`, note: '' }),
      ),
    );
    expect(answers.map((one) => one.status)).toEqual(Array.from({ length: 20 }, () => 201));
    expect((await events()) - before).toBe(20);
  });
});

describe('the write door', () => {
  it('tries a transaction again that another collided with, a bounded number of times', async () => {
    let tries = 0;
    const collided = (code: string, times: number) => () => {
      tries += 1;
      return tries <= times ? Promise.reject(Object.assign(new Error('collided'), { code })) : Promise.resolve('done');
    };
    expect(await untilItGoesThrough(collided('40P01', 3))).toBe('done');
    expect(tries).toBe(4);
    tries = 0;
    expect(await untilItGoesThrough(collided('40001', 1))).toBe('done');
    tries = 0;
    await expect(untilItGoesThrough(collided('40P01', 99))).rejects.toMatchObject({ code: 'busy' });
    expect(tries).toBe(12);
    tries = 0;
    await expect(untilItGoesThrough(collided('23505', 1))).rejects.toMatchObject({ code: '23505' });
    expect(tries).toBe(1);
  });
});

describe('keys of a dish', () => {
  const session = () => crypto.randomUUID();
  // One page, that is one hand, however often its queue began anew.
  const page = crypto.randomUUID();
  const press = (test: string, id: string, keys: object[], on = page) =>
    hands.analyst.post(`/germination/tests/${test}/tallies`, { session: id, page: on, keys });
  const key = (dishId: string | undefined, sequence: number, seeds: number, seedClass = 'normal') => ({
    sequence,
    dishId,
    day: 0,
    seedClass,
    seeds,
  });

  it('beyond the seeds that were set are refused, at the border on both sides, and nothing of their batch is kept', async () => {
    const { test, dishes } = await bench('K-1');
    const dish = dishes[0]?.id;
    const id = session();
    expect((await press(test, id, [key(dish, 0, 60), key(dish, 1, 40)])).status).toBe(200);
    const over = await press(test, session(), [key(dish, 0, 0), key(dish, 1, 1)]);
    expect(over.body).toMatchObject({
      status: 422,
      errors: [{ path: 'keys.1.seeds', message: '101 seeds of dish 1 would be called, and 100 were set' }],
    });
    expect((await press(test, id, [key(dish, 2, -1), key(dish, 3, 1, 'dead')])).status).toBe(200);
    expect((await press(test, session(), [key(dish, 0, -2, 'dead')])).body.errors?.[0]?.path).toBe('keys.0.seeds');
  });

  it('the same press twice is one; the same number as another press is refused', async () => {
    const { test, dishes, search } = await bench('K-2');
    const [one, two] = dishes;
    const id = session();
    const keys = [key(one?.id, 0, 1), key(one?.id, 1, 10)];
    for (let i = 0; i < 2; i += 1) expect((await press(test, id, keys)).body).toMatchObject({ kept: [0, 1] });
    for (const other of [key(two?.id, 0, 1), key(one?.id, 0, 2), key(one?.id, 0, 1, 'dead')])
      expect((await press(test, id, [other])).body).toMatchObject({
        status: 409,
        errors: [{ path: 'keys.0.sequence' }],
      });
    const finds = (seeds: number) =>
      hands.analyst.post(`/other-seeds/tests/${search}/tallies`, {
        session: id,
        keys: [{ sequence: 0, tray: 1, species: 'Plantago major', seeds }],
      });
    expect([(await finds(1)).status, (await finds(1)).status, (await finds(2)).status]).toEqual([200, 200, 409]);
  });

  it('bindings carry a version: the second of two is told, and the same again does no harm', async () => {
    const { search } = await bench('K-4');
    const bind = (species: string, version: number, who = hands.analyst) =>
      who.put<OtherSeedsView>(`/other-seeds/tests/${search}/keys`, { keys: [{ key: '1', species }] }, version);
    expect((await bind('Plantago major', 0)).body.tests[0]).toMatchObject({ keysVersion: 1 });
    expect((await bind('Rumex crispus', 0, hands.lead)).body).toMatchObject({
      status: 412,
      detail: expect.stringContaining('Changed by The analyst') as string,
    });
    expect((await bind('Plantago major', 0)).status).toBe(200);
    expect((await bind('Rumex crispus', 1, hands.lead)).body.tests[0]).toMatchObject({
      keysVersion: 2,
      keys: [{ species: 'Rumex crispus' }],
    });
  });

  it('a keyed closing must agree with the keys that the server holds; typed figures supersede them and say so', async () => {
    const { lot, test, dishes } = await bench('K-3');
    const dish = dishes[0]?.id;
    await press(test, session(), [key(dish, 0, 30), key(dish, 1, 2, 'dead')]);
    const close = (normal: number, dead: number, entry: string, version = 1) =>
      hands.analyst.put<GerminationView>(
        `/germination/dishes/${dish}/days/0`,
        { counts: { normal, abnormal: 0, hard: 0, fresh: 0, dead }, closed: true, final: false, entry },
        version,
      );
    expect((await close(31, 2, 'keys')).body).toMatchObject({
      status: 409,
      errors: [{ path: 'counts', message: expect.stringContaining('it holds 30 normal') as string }],
    });
    expect((await close(31, 2, 'typed')).status).toBe(200);
    const history = (
      await hands.lead.get<{ entries: { after: { insteadOfKeys?: object } | null }[] }>(`/lots/${lot}/history`)
    ).body.entries;
    expect(history.at(-1)?.after?.insteadOfKeys).toMatchObject({ normal: 30, dead: 2 });
    // The count is closed: a key of the hand that closed it is refused, not lost in silence.
    expect((await press(test, session(), [key(dish, 0, 1)])).body.errors?.[0]).toMatchObject({
      path: 'keys.0.day',
      message: 'this count is closed: correct its figures instead',
    });
    const other = dishes[1]?.id;
    await press(test, session(), [key(other, 0, 7)]);
    const agreed = await hands.analyst.put<GerminationView>(
      `/germination/dishes/${other}/days/0`,
      { counts: { normal: 7, abnormal: 0, hard: 0, fresh: 0, dead: 0 }, closed: true, final: false, entry: 'keys' },
      1,
    );
    expect(agreed.status).toBe(200);
  });
});
