import { v7 as uuid } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { DishView, GerminationView } from '@mercato/contract/germination/germination';
import type { OtherSeedsView, TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import type { BagBrief, BagView, RoundView } from '@mercato/contract/quick-tests/rounds';
import { type Act, actWords } from '@mercato/contract/words/acts';
import { useHands } from '../testing/hands.ts';
import type { Visitor } from '../testing/laboratory.ts';
import { clovers, germinationPlan, grams } from '../testing/samples.ts';
import { searchesOf } from '../testing/searches.ts';

const hands = useHands();

/** A page of somebody's browser at one dish or tray: a hand. */
interface Page {
  readonly who: Visitor;
  readonly id: string;
  readonly session: string;
  next: number;
}
const pageOf = (who: Visitor): Page => ({ who, id: uuid(), session: uuid(), next: 0 });
const from = (page: Page) => ({ 'Mercato-Page': page.id });

async function dishOnDayZero(reference: string) {
  const { lot, draw } = await clovers(hands.analyst, reference);
  const vesselId = (await draw({ purpose: 'germination', mass: grams('20') })).body.id;
  const plan = germinationPlan('2026-11-24');
  const view = (await hands.analyst.post<GerminationView>('/germination/tests', { vesselId, ...plan })).body;
  const test = view.tests[0]?.id ?? '';
  const dishes = view.tests[0]?.dishes ?? [];
  const id = dishes[0]?.id ?? '';
  return {
    lot,
    test,
    id,
    other: dishes[1]?.id ?? '',
    see: async (): Promise<DishView> => {
      const seen = (await hands.lead.get<GerminationView>(`/lots/${lot}/germination`)).body;
      return seen.tests[0]?.dishes[0] as DishView;
    },
    press: (page: Page, turn: number, seeds: number, seedClass = 'normal', dishId = id) =>
      page.who.post<{ kept: number[]; late: number[] }>(`/germination/tests/${test}/tallies`, {
        session: page.session,
        page: page.id,
        keys: [{ sequence: page.next++, dishId, day: 0, seedClass, seeds, turn }],
      }),
    act: (page: Page, act: 'take' | 'leave', turn: number) =>
      page.who.post<GerminationView>(`/germination/dishes/${id}/hand`, { act, turn }, from(page)),
    decide: (who: Visitor, session: string, keys: number, fate: 'taken' | 'aside') =>
      who.post<GerminationView>(`/germination/dishes/${id}/late`, { session, day: 0, keys, fate }),
    close: (page: Page, normal: number, entry = 'keys', version = 1) =>
      page.who.put<GerminationView>(
        `/germination/dishes/${id}/days/0`,
        { counts: { normal, abnormal: 0, hard: 0, fresh: 0, dead: 0 }, closed: true, final: false, entry },
        version,
        from(page),
      ),
  };
}
const normalOf = (dish: DishView) => dish.tallies[0]?.counts.normal ?? 0;

describe('a dish is in one hand at a time', () => {
  // Source: the issue: 30 + 30 keys of two people were 60, and 60 + 60 left −20 seeds in the dish.
  it('keys that two people press on what they saw together are not added: those of the second come late', async () => {
    const dish = await dishOnDayZero('H-1');
    const [ada, ben] = [pageOf(hands.analyst), pageOf(hands.lead)];
    expect((await dish.see()).held).toEqual({ turn: 0, holder: null, taken: 0 });
    expect((await dish.press(ada, 0, 60)).body).toMatchObject({ kept: [0], late: [] });
    expect((await dish.press(ben, 0, 60)).body).toMatchObject({ kept: [0], late: [0] });
    const seen = await dish.see();
    expect(normalOf(seen)).toBe(60);
    expect(seen.held.holder).toMatchObject({ name: 'The analyst', page: ada.id });
    expect(seen.late).toMatchObject([
      { by: 'The lead', session: ben.session, keys: 1, day: 0, counts: { normal: 60 } },
    ]);
    // The hand that has it goes on, under the turn that it knew when it began.
    expect((await dish.press(ada, 0, 5)).body.late).toEqual([]);
    expect(normalOf(await dish.see())).toBe(65);
  });

  it('two pages of one person are two hands', async () => {
    const dish = await dishOnDayZero('H-2');
    const [one, two] = [pageOf(hands.analyst), pageOf(hands.analyst)];
    await dish.press(one, 0, 30);
    expect((await dish.press(two, 0, 30)).body.late).toEqual([0]);
  });

  it('taking over is an act; what the first hand pressed and had not sent comes late, and is shown to both', async () => {
    const dish = await dishOnDayZero('H-3');
    const [ada, ben] = [pageOf(hands.analyst), pageOf(hands.lead)];
    await dish.press(ada, 0, 30);
    const before = await dish.see();
    const taken = await dish.act(ben, 'take', before.held.turn);
    expect(taken.status).toBe(200);
    const mine = taken.body.tests[0]?.dishes[0] as DishView;
    expect(mine.held.holder).toMatchObject({ name: 'The lead', page: ben.id });
    expect((await dish.press(ben, mine.held.turn, 10)).body.late).toEqual([]);
    // Ada had pressed these without a network.
    expect((await dish.press(ada, 0, 7)).body.late).toEqual([1]);
    expect((await dish.press(ada, 0, -7)).body.late).toEqual([2]);
    expect((await dish.press(ada, 0, 9, 'dead')).body.late).toEqual([3]);
    const seen = await dish.see();
    expect(normalOf(seen)).toBe(40);
    expect(seen.late).toMatchObject([{ by: 'The analyst', keys: 3, counts: { normal: 0, dead: 9 } }]);
    const history = (await hands.lead.get<{ entries: { act: Act; by: string }[] }>(`/lots/${dish.lot}/history`)).body
      .entries;
    expect(history.some((one) => actWords(one.act) === 'took dish 1 over from The analyst')).toBe(true);
    // An entry that an earlier version wrote keeps its words.
    await hands.lab.connection.pool.query(
      `insert into audit_entry (lot_id, at, action, subject) values ($1, now(), 'counted dish 1, day 4', 'vessel X')`,
      [dish.lot],
    );
    const { entries } = (await hands.lead.get<{ entries: { act: Act | string }[] }>(`/lots/${dish.lot}/history`)).body;
    expect(entries.at(-1)?.act).toBe('counted dish 1, day 4');
  });

  it('late keys of one batch stand in the order in which they were pressed, however the database keeps them', async () => {
    const dish = await dishOnDayZero('H-3b');
    const [ada, ben] = [pageOf(hands.analyst), pageOf(hands.lead)];
    await dish.press(ada, 0, 30);
    await dish.act(ben, 'take', (await dish.see()).held.turn);
    const pressed = [
      { sequence: 3, seedClass: 'abnormal' },
      { sequence: 2, seedClass: 'normal' },
      { sequence: 1, seedClass: 'dead' },
    ];
    const batch = await hands.analyst.post<{ late: number[] }>(`/germination/tests/${dish.test}/tallies`, {
      session: ada.session,
      page: ada.id,
      keys: pressed.map((one) => ({ ...one, dishId: dish.id, day: 0, seeds: 1, turn: 0 })),
    });
    expect(batch.body.late.toSorted()).toEqual([1, 2, 3]);
    const [late] = (await dish.see()).late;
    expect(Object.keys(late?.counts ?? {})).toEqual(['dead', 'normal', 'abnormal']);
  });

  it('late keys are taken or set aside once, by either, and only as they were shown', async () => {
    const dish = await dishOnDayZero('H-4');
    const [ada, ben, cleo] = [pageOf(hands.analyst), pageOf(hands.lead), pageOf(hands.lead)];
    await dish.press(ada, 0, 60);
    await dish.press(ben, 0, 40);
    await dish.press(cleo, 0, 1);
    expect((await dish.decide(hands.analyst, ben.session, 2, 'taken')).body).toMatchObject({
      status: 409,
      errors: [
        { path: 'keys', message: 'These late keys are not what was shown: by now their number is 1. Look again.' },
      ],
    });
    // 60 + 40 fills the dish of 100; one more is beyond it.
    const taken = await dish.decide(hands.analyst, ben.session, 1, 'taken');
    expect(taken.status).toBe(200);
    expect(await dish.see()).toMatchObject({ held: { taken: 1 }, tallies: [{ counts: { normal: 100 } }] });
    expect((await dish.decide(hands.analyst, ben.session, 1, 'taken')).status).toBe(409);
    expect((await dish.decide(hands.analyst, cleo.session, 1, 'taken')).body).toMatchObject({
      status: 422,
      errors: [{ path: 'fate', message: '101 seeds of dish 1 would be called, and 100 were set' }],
    });
    expect((await dish.decide(hands.lead, cleo.session, 1, 'aside')).status).toBe(200);
    const seen = await dish.see();
    expect([normalOf(seen), seen.late]).toEqual([100, []]);
    const { pool } = hands.lab.connection;
    expect((await pool.query('select seeds from tally_event where dish_id = $1', [dish.id])).rowCount).toBe(3);
    for (const change of [
      "update late_fate set fate = 'aside'",
      'delete from late_fate',
      'update tally_event set late = false',
    ])
      await expect(pool.query(change)).rejects.toThrow();
  });

  it('a hand that put the dish down may go on while nobody else had it, and not after', async () => {
    const dish = await dishOnDayZero('H-5');
    const [ada, ben] = [pageOf(hands.analyst), pageOf(hands.lead)];
    await dish.press(ada, 0, 10);
    await dish.act(ada, 'leave', 0);
    expect((await dish.see()).held.holder).toBeNull();
    expect((await dish.press(ada, 0, 1)).body.late).toEqual([]);
    await dish.act(ada, 'leave', 0);
    // Ben saw the dish before Ada's last key: what he presses on that comes late.
    expect((await dish.press(ben, 2, 5)).body.late).toEqual([0]);
    expect((await dish.press(ben, (await dish.see()).held.turn, 5)).body.late).toEqual([]);
    await dish.act(ben, 'leave', 0);
    expect((await dish.press(ada, 0, 3)).body.late).toEqual([2]);
    expect(normalOf(await dish.see())).toBe(16);
    // Nobody puts down what another has.
    await dish.act(pageOf(hands.lead), 'leave', 0);
  });

  it('whoever does not have it in hand closes no count of it; what is closed is corrected by its own rules', async () => {
    const dish = await dishOnDayZero('H-6');
    const [ada, ben] = [pageOf(hands.analyst), pageOf(hands.lead)];
    await dish.press(ada, 0, 30);
    expect((await dish.close(ben, 30)).body).toMatchObject({
      status: 409,
      detail: 'The analyst has dish 1 in hand: take it over first.',
    });
    expect((await dish.close(ada, 30)).status).toBe(200);
    expect((await dish.see()).held.holder).toBeNull();
    // What was pressed before and comes only now is kept, and cannot be added to a closed count.
    expect((await dish.press(ben, 0, 2)).body.late).toEqual([0]);
    expect((await dish.decide(hands.lead, ben.session, 1, 'taken')).body).toMatchObject({
      status: 422,
      errors: [{ path: 'fate', message: 'this count is closed: correct its figures instead' }],
    });
  });

  it('whoever signs out puts all down; what they had not sent yet still counts while nobody took over', async () => {
    const dish = await dishOnDayZero('H-8');
    const who = await hands.lab.as('lead');
    const page = pageOf(who);
    await dish.press(page, 0, 3);
    expect((await dish.see()).held.holder?.page).toBe(page.id);
    await who.send('DELETE', '/session');
    expect((await dish.see()).held.holder).toBeNull();
    const back = { ...page, who: await hands.lab.as('lead') };
    expect((await dish.press(back, 0, 2)).body.late).toEqual([]);
    expect(normalOf(await dish.see())).toBe(5);
  });

  it('an act needs its page, an analyst, and a dish that there is', async () => {
    const dish = await dishOnDayZero('H-7');
    const address = `/germination/dishes/${dish.id}/hand`;
    expect((await hands.analyst.post(address, { act: 'take', turn: 0 })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'Mercato-Page' }],
    });
    const page = { 'Mercato-Page': uuid() };
    expect((await hands.sampler.post(address, { act: 'take', turn: 0 }, page)).status).toBe(403);
    expect((await hands.analyst.post(address, { act: 'throw', turn: 0 }, page)).status).toBe(422);
    const none = `/germination/dishes/${uuid()}/hand`;
    expect((await hands.analyst.post(none, { act: 'take', turn: 0 }, page)).status).toBe(404);
  });
});

describe('a tray is in one hand at a time', () => {
  const { search } = searchesOf(hands);
  const WEED = 'Plantago major';

  async function tray(reference: string) {
    const { test, lot } = await search(reference);
    const at = `/other-seeds/tests/${test.id}/trays/1`;
    return {
      press: (page: Page, turn: number, seeds: number) =>
        page.who.post<{ late: number[] }>(`/other-seeds/tests/${test.id}/tallies`, {
          session: page.session,
          page: page.id,
          keys: [{ sequence: page.next++, tray: 1, species: WEED, seeds, turn }],
        }),
      see: async () =>
        (await hands.lead.get<OtherSeedsView>(`/lots/${lot}/other-seeds`)).body.tests[0]?.trays[0] as TrayView,
      act: (page: Page, act: 'take' | 'leave', turn: number) =>
        page.who.post<OtherSeedsView>(`${at}/hand`, { act, turn }, from(page)),
      decide: (who: Visitor, session: string, keys: number, fate: string) =>
        who.post<OtherSeedsView>(`${at}/late`, { session, keys, fate }),
      close: (page: Page, count: number, entry: string) =>
        page.who.put<OtherSeedsView>(at, { examined: '25.0', species: [{ name: WEED, count }], entry }, 0, from(page)),
    };
  }

  it('keys of two are not added; a take-over, late keys taken, and the closing that must agree with the keys', async () => {
    const one = await tray('H-20');
    const [ada, ben] = [pageOf(hands.analyst), pageOf(hands.lead)];
    await one.press(ada, 0, 30);
    expect((await one.press(ben, 0, 30)).body.late).toEqual([0]);
    expect(await one.see()).toMatchObject({
      tallies: [{ name: WEED, seeds: 30 }],
      held: { holder: { name: 'The analyst' } },
      late: [{ by: 'The lead', counts: { [WEED]: 30 } }],
    });
    await one.act(ben, 'take', (await one.see()).held.turn);
    expect((await one.decide(hands.lead, ben.session, 1, 'taken')).status).toBe(200);
    expect(await one.see()).toMatchObject({ tallies: [{ seeds: 60 }], held: { taken: 1 }, late: [] });
    expect((await one.close(ada, 60, 'keys')).body.detail).toBe('The lead has tray 1 in hand: take it over first.');
    expect((await one.close(ben, 59, 'keys')).body).toMatchObject({
      status: 409,
      errors: [
        {
          path: 'species',
          message: `The keys that reached the server say otherwise: it holds 60 ${WEED}. Nothing was closed: wait until all keys are sent, or type the figures.`,
        },
      ],
    });
    expect((await one.close(ben, 60, 'keys')).status).toBe(200);
    expect((await one.see()).held.holder).toBeNull();
  });

  it('typed figures stand instead of keys and say so; keys that come after are kept and not counted', async () => {
    const one = await tray('H-21');
    const [ada, ben] = [pageOf(hands.analyst), pageOf(hands.lead)];
    await one.press(ada, 0, 4);
    const closed = await one.close(ada, 5, 'typed');
    expect(closed.status).toBe(200);
    const history = (
      await hands.lead.get<{ entries: { after: { insteadOfKeys?: object } | null }[] }>(
        `/lots/${closed.body.lot.id}/history`,
      )
    ).body.entries;
    expect(history.at(-1)?.after?.insteadOfKeys).toEqual({ [WEED]: 4 });
    expect((await one.press(ben, 0, 2)).body.late).toEqual([0]);
    expect((await one.decide(hands.lead, ben.session, 1, 'taken')).body).toMatchObject({
      status: 422,
      errors: [{ path: 'fate', message: 'tray 1 is closed: correct its figures instead' }],
    });
    expect((await one.decide(hands.lead, ben.session, 1, 'aside')).status).toBe(200);
    expect((await one.see()).species).toEqual([{ name: WEED, count: 5 }]);
  });
});

describe('a bag is in one hand at a time', () => {
  async function bag() {
    const bags = [{ packetId: null, kind: 'Leek', species: '', seeds: 20, treatment: 'untreated', control: false }];
    const round = (
      await hands.sampler.post<RoundView>('/rounds', {
        name: '',
        startedOn: '2026-11-20',
        warmthC: null,
        light: 'light',
        bags,
      })
    ).body;
    const id = round.bagsOf[0]?.id ?? '';
    return {
      id,
      look: (page: Page, turn: number, sprouted: number, as = uuid()) =>
        page.who.send<RoundView>('PUT', `/bags/${id}/looks/${as}`, {
          on: '2026-11-24',
          sprouted,
          water: null,
          mould: false,
          thrives: null,
          note: '',
          hand: { page: page.id, turn },
        }),
      act: (page: Page, act: 'take' | 'leave', turn: number) =>
        page.who.post<BagView>(`/bags/${id}/hand`, { act, turn }, from(page)),
      decide: (who: Visitor, look: string, fate: string) =>
        who.post<BagView>(`/bags/${id}/looks/${look}/late`, { fate }),
    };
  }
  const first = (round: RoundView) => round.bagsOf[0] as BagBrief;

  it('two who look at one bag on what both saw before do not add up; the second look waits to be taken or set aside', async () => {
    const one = await bag();
    const [ada, ben] = [pageOf(hands.sampler), pageOf(hands.lead)];
    expect(first((await one.look(ada, 0, 5)).body)).toMatchObject({ sprouted: 5, held: { holder: null } });
    const [second, third] = [uuid(), uuid()];
    expect(first((await one.look(ben, 0, 5, second)).body)).toMatchObject({ sprouted: 5, late: 1 });
    await one.look(ben, 0, 16, third);
    const taken = (await one.decide(hands.sampler, second, 'taken')).body;
    expect(taken).toMatchObject({ sprouted: 10, late: 1 });
    expect(taken.looks.find((look) => look.id === second)).toMatchObject({ late: 'taken', by: 'The lead' });
    expect((await one.decide(hands.sampler, second, 'aside')).status).toBe(409);
    expect((await one.decide(hands.sampler, third, 'taken')).body).toMatchObject({
      status: 422,
      errors: [
        { path: 'fate', message: 'more sprouted than were laid out: 20 seeds, of which 10 had sprouted before' },
      ],
    });
    const aside = (await one.decide(hands.sampler, third, 'aside')).body;
    expect(aside).toMatchObject({ sprouted: 10, late: 0 });
  });

  it('whoever has it in hand shows; another looks only after taking it over', async () => {
    const one = await bag();
    const [ada, ben] = [pageOf(hands.sampler), pageOf(hands.lead)];
    expect((await one.act(ada, 'take', 0)).body.held.holder).toMatchObject({ name: 'The sampler', page: ada.id });
    expect(first((await one.look(ben, 0, 3)).body)).toMatchObject({ sprouted: 0, late: 1 });
    const mine = (await one.act(ben, 'take', 1)).body.held;
    expect(mine.holder).toMatchObject({ name: 'The lead' });
    expect(first((await one.look(ben, mine.turn, 3)).body)).toMatchObject({ sprouted: 3, held: { holder: null } });
    expect(first((await one.look(ada, 0, 4)).body)).toMatchObject({ sprouted: 3, late: 2 });
  });
});
