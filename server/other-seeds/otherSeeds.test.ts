import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import { useHands } from '../testing/hands.ts';
import { searchesOf } from '../testing/searches.ts';
import { otherSeedsObservation } from './tables.ts';

const hands = useHands();
const { search, tray, lineOf } = searchesOf(hands);

describe('a search in trays', () => {
  it('adds up, tray by tray, each with a version of its own, and never holds more than the sample', async () => {
    const { lot, test } = await search('T-1');
    expect((await tray(test, 1, '20.0', { 'Rumex crispus': 3 })).status).toBe(200);
    expect(await lineOf(lot)).toMatchObject({ mark: 'next', note: '30 g still to be searched', blocks: null });
    // The second tray was opened by somebody who never saw the first closed: they do not collide.
    const two = await tray(test, 2, '31.0', { 'Rumex crispus': 2, 'Poa annua': 1 });
    expect(two.body.tests[0]).toMatchObject({
      examinedG: 51,
      massVerdict: { outcome: 'within' },
      species: [
        { name: 'Rumex crispus', count: 5 },
        { name: 'Poa annua', count: 1 },
      ],
      trays: [{ number: 1 }, { number: 2, version: 3 }],
    });
    // Source: plain arithmetic: 6 seeds in 51 g are 117.6 per kg.
    expect(two.body.tests[0]?.total?.rate.perKg.estimate).toBeCloseTo(117.647, 3);
    expect((await tray(test, 3, '0.1', {})).body).toMatchObject({
      status: 422,
      errors: [{ path: 'examined', message: 'the working sample holds 51 g, and the other trays hold 51 g of it' }],
    });
    expect((await tray(test, 2, '30.0', {})).body).toMatchObject({ status: 412 });
    expect((await tray(test, 2, '30.0', {}, {}, 3)).body).toMatchObject({ status: 422, errors: [{ path: 'reason' }] });
    const corrected = await tray(test, 2, '31.0', { 'Rumex crispus': 2 }, { reason: 'it was chaff' }, 3);
    expect(corrected.body.tests[0]?.trays[1]?.fields['species:Poa annua']).toMatchObject({
      text: '0',
      earlier: [{ text: '1', supersededBecause: 'it was chaff' }],
    });
  });

  it('finds nothing, and says how many may still be there', async () => {
    const { lot, test } = await search('T-2');
    await tray(test, 1, '50.0', {});
    // Source: Garwood: the upper limit of none at 95 % is 3.689 seeds, 73.8 per kg in 50 g.
    expect((await lineOf(lot))?.note).toBe('none found: at most 59.9 per kg');
  });

  it('keeps every key once, however often it comes, by tray and species', async () => {
    const { lot, test } = await search('T-3');
    const session = crypto.randomUUID();
    const key = (sequence: number, species: string, seeds: number, at = 1) => ({ sequence, tray: at, species, seeds });
    const batch = {
      session,
      keys: [key(0, 'Poa annua', 1), key(1, 'Poa annua', 10), key(2, 'Poa annua', -10), key(3, 'Rumex crispus', 1, 2)],
    };
    for (let i = 0; i < 3; i += 1)
      expect((await hands.analyst.post(`/other-seeds/tests/${test.id}/tallies`, batch)).body).toEqual({
        kept: [0, 1, 2, 3],
        late: [],
      });
    const view = (await hands.analyst.get<OtherSeedsView>(`/lots/${lot}/other-seeds`)).body;
    expect(view.tests[0]?.trays.map((one) => one.tallies)).toEqual([
      [{ name: 'Poa annua', seeds: 1 }],
      [{ name: 'Rumex crispus', seeds: 1 }],
    ]);
  });
});

describe('trays that several people close', () => {
  it('two on one tray: one is kept, the other is told; two on two trays: both are kept', async () => {
    const { lot, test } = await search('C-1');
    const both = await Promise.all([
      tray(test, 1, '20.0', { 'Poa annua': 3 }),
      tray(test, 1, '21.0', { 'Poa annua': 4 }, {}, 0, hands.lead),
    ]);
    expect(both.map((one) => one.status).sort()).toEqual([200, 412]);
    const two = await Promise.all([
      tray(test, 2, '10.0', { 'Poa annua': 1 }),
      tray(test, 3, '11.0', { 'Rumex crispus': 1 }, {}, 0, hands.lead),
    ]);
    expect(two.map((one) => one.status)).toEqual([200, 200]);
    const { trays } = (await hands.analyst.get<OtherSeedsView>(`/lots/${lot}/other-seeds`)).body.tests[0] ?? {};
    expect(trays?.map((one) => one.number)).toEqual([1, 2, 3]);
  });

  it('hold together what stands in each, whatever was counted, corrected or struck before', async () => {
    const act = fc.record({
      number: fc.integer({ min: 1, max: 3 }),
      tenths: fc.integer({ min: 1, max: 250 }),
      found: fc.dictionary(
        fc.constantFrom('Poa annua', 'Rumex crispus', 'Avena fatua'),
        fc.integer({ min: 0, max: 30 }),
      ),
    });
    let n = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 1, maxLength: 8 }), async (acts) => {
        const { lot, test } = await search(`A-${(n += 1)}`);
        const model = new Map<number, { tenths: number; found: Record<string, number> }>();
        let view: OtherSeedsView | undefined;
        for (const { number, tenths, found } of acts) {
          const version = view?.tests[0]?.trays.find((one) => one.number === number)?.version ?? 0;
          const answer = await tray(test, number, (tenths / 10).toFixed(1), found, { reason: 'looked again' }, version);
          const elsewhere = [...model].reduce((sum, [at, one]) => sum + (at === number ? 0 : one.tenths), 0);
          // Never more than the 51 g that were drawn, and a refusal changes nothing.
          expect(answer.status).toBe(elsewhere + tenths > 510 ? 422 : 200);
          if (answer.status === 200) {
            model.set(number, { tenths, found });
            view = answer.body;
          }
        }
        const stood = (await hands.analyst.get<OtherSeedsView>(`/lots/${lot}/other-seeds`)).body.tests[0];
        const sum = (name: string) => [...model.values()].reduce((total, one) => total + (one.found[name] ?? 0), 0);
        expect(Object.fromEntries(stood?.species.map((one) => [one.name, one.count]) ?? [])).toEqual(
          Object.fromEntries(
            ['Poa annua', 'Rumex crispus', 'Avena fatua'].flatMap((name) => (sum(name) > 0 ? [[name, sum(name)]] : [])),
          ),
        );
        expect(stood?.examinedG ?? 0).toBeCloseTo(
          [...model.values()].reduce((total, one) => total + one.tenths, 0) / 10,
          9,
        );
      }),
      { numRuns: 12 },
    );
  });
});

describe('what a search is for', () => {
  it('names its species when it is limited, by species or genus, and takes no others', async () => {
    const { test } = await search('L-1', { extent: 'limited', named: ['Avena fatua', 'Cuscuta spp.'] });
    expect((await tray(test, 1, '50.0', { 'Cuscuta campestris': 1, 'Poa annua': 1 })).body).toMatchObject({
      errors: [
        {
          path: 'species.1.name',
          message: 'Poa annua is not searched for in this test: the search is limited to named species.',
        },
      ],
    });
    expect((await tray(test, 1, '50.0', { 'Cuscuta campestris': 1 })).status).toBe(200);
    expect((await search('L-2', { extent: 'limited' })).answer.body).toMatchObject({
      status: 422,
      errors: [{ path: 'named', message: 'name the species that are searched for' }],
    });
    expect((await search('L-3', { named: ['Avena fatua'] })).answer.body).toMatchObject({
      errors: [{ path: 'named' }],
    });
  });
  it('needs a share of the weight when it is reduced', async () => {
    // Source: ISTA, reduced test: one fifth of the prescribed weight (from memory, low).
    const { test } = await search('L-4', { extent: 'reduced' });
    expect((await tray(test, 1, '10.0', {})).body.tests[0]?.massVerdict).toMatchObject({
      limit: 10,
      outcome: 'within',
    });
  });
  it.each([
    [
      [
        ['1', 'Poa annua'],
        ['2', 'Poa annua'],
      ],
      'Poa annua is bound to key 1 already',
    ],
    [
      [
        ['1', 'Poa annua'],
        ['1', 'Rumex crispus'],
      ],
      'key 1 is bound to Poa annua already',
    ],
    [[['n', 'Poa annua']], /a key is one of/],
    [[['1', '']], 'name the species'],
  ] as const)('refuses keys bound as %j', async (keys, message) => {
    const { test } = await search(`K-${JSON.stringify(keys).length}-${keys[0][0]}`);
    const bind = (list: readonly (readonly string[])[]) =>
      hands.analyst.put(
        `/other-seeds/tests/${test.id}/keys`,
        { keys: list.map(([key, species]) => ({ key, species })) },
        test.keysVersion,
      );
    expect((await bind(keys)).body).toMatchObject({
      status: 422,
      errors: [
        {
          path: expect.stringMatching(/^keys/) as string,
          message: typeof message === 'string' ? message : (expect.stringMatching(message) as string),
        },
      ],
    });
    expect((await bind([['q', 'Poa annua']])).body).toMatchObject({
      tests: [{ keys: [{ key: 'q', species: 'Poa annua' }] }],
    });
  });
  it.each([
    ['nothing searched', '0', {}, 'examined'],
    ['more than the sample holds', '51.1', {}, 'examined'],
    ['a species twice', '50', undefined, 'species.1'],
    ['half a seed', '50', { 'Poa annua': 0.5 }, 'species.0.count'],
  ])('refuses %s at its field, and writes nothing', async (what, examined, found, path) => {
    const { test } = await search(`B-${what}`.slice(0, 20));
    const answer = found
      ? await tray(test, 1, examined, found)
      : await tray(
          test,
          1,
          examined,
          {},
          {
            species: [
              { name: 'Poa annua', count: 1 },
              { name: 'Poa annua', count: 2 },
            ],
          },
        );
    expect(answer.body).toMatchObject({ status: 422, errors: [{ path }] });
    const rows = await hands.lab.connection.db.select().from(otherSeedsObservation);
    expect(rows.filter((one) => one.subject === test.id)).toEqual([]);
  });
});
