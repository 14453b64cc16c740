import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import type { BatchView, GoneList } from '@mercato/contract/cleaning/views';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { Found } from '@mercato/contract/register/search';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { PacketView } from '@mercato/contract/store/packets';
import { kg, picked } from '@mercato/core/testing/shedBook';
import { useHands } from '../testing/hands.ts';
import { firstFault, shedHand } from '../testing/shed.ts';

const hands = useHands();
const shed = () => shedHand(hands.sampler);
const oats = async () => (await shed().batch('oats', 'Avena sativa')).body;

describe('what is reckoned over batches', () => {
  it('keeps a ledger of screenings that follows each book, by year and by where they went', async () => {
    hands.lab.clock.now = new Date('2027-02-01T08:00:00Z');
    const answers = { viableWeeds: 'no', ergot: 'no', mould: 'no', poisonous: 'no' };
    const gone = (vessel: string, to: string, change: object = {}) => ({
      what: 'gone',
      vessel,
      part: false,
      weighed: null,
      to,
      whom: '',
      answers,
      ...change,
    });
    const batch = await oats();
    const [sack, tin] = [randomUUID(), randomUUID()];
    await shed().write(batch, picked(sack, kg('4'), 'sack'));
    await shed().write(batch, picked(tin, null, 'tin'));
    await shed().write(batch, gone(sack, 'burnt'));
    const { lines } = (await shed().write(batch, gone(tin, 'burnt'))).body;
    const ledger = async (query = '') => (await hands.sampler.get<GoneList>(`/shed/screenings${query}`)).body;
    const kept = await ledger('?year=2027');
    expect(kept.sums).toEqual([{ to: 'burnt', times: 2, massG: '4000', unweighed: 1 }]);
    expect(kept.rows.map((one) => [one.number, one.vessel, one.massG, one.by])).toEqual([
      [batch.number, 'tin', null, 'The sampler'],
      [batch.number, 'sack', '4000', 'The sampler'],
    ]);
    expect((await ledger('?year=2025')).rows).toEqual([]);
    expect((await ledger()).years).toContain(2027);
    // Corrected, and crossed out, it stands there as the book has it.
    const first = lines.at(-2)?.line ?? 0;
    await shed().write(batch, { ...gone(sack, 'ground'), corrects: { line: first, reason: 'it was milled' } });
    const { lines: after } = (
      await shed().write(batch, { what: 'strike', line: lines.at(-1)?.line ?? 0, reason: 'it stands here yet' })
    ).body;
    expect(after.at(-1)?.entry.what).toBe('strike');
    expect((await ledger('?year=2027')).sums).toEqual([{ to: 'ground', times: 1, massG: '4000', unweighed: 0 }]);
  });

  it('holds a harvest that came treated for poisoned, and does not say it twice of its packets', async () => {
    const harvest = { ...UNKNOWN_HEADER, kind: 'peas', species: 'Pisum sativum', harvestYear: 2026, harvestMonth: 8 };
    const batch = (
      await shed().batch('peas', 'Pisum sativum', { accession: { ...harvest, treated: 'a red dressing' } })
    ).body;
    const bag = randomUUID();
    await shed().write(batch, picked(bag, kg('2'), 'bag'));
    const answers = { viableWeeds: 'no', ergot: 'no', mould: 'no', poisonous: 'no' };
    const feed = { what: 'gone', vessel: bag, part: false, weighed: null, to: 'feed', whom: '', answers };
    expect(firstFault(await shed().write(batch, feed))[1]).toBe('to');
    const bagged = await hands.sampler.post<BatchView>(`/shed/batches/${batch.id}/bags`, {
      vessel: bag,
      part: true,
      weighed: kg('1'),
      into: 'packets',
      bags: 1,
      eachG: 500,
      reference: '',
      book: 'ista',
      placeId: null,
      spilled: false,
      note: '',
    });
    const [packet] = bagged.body.became;
    const { cautions } = (await hands.sampler.get<PacketView>(`/store/packets/${packet?.id ?? ''}`)).body;
    expect(cautions.join(' ').match(/a red dressing/g)).toHaveLength(1);
  });

  it('tells the lot what its harvest lets one expect, what a load is paid, and finds the batch by its field', async () => {
    const batch = await oats();
    const heap = randomUUID();
    const terms = { what: 'settled', baseMoisturePercent: 14, price: { per: 'bushel', each: 3 }, feePerKg: 0 };
    expect(firstFault(await shed().write(batch, terms))[2]).toBe(
      'Write the load first: there is nothing that could be paid for.',
    );
    await shed().write(batch, { ...picked(heap, kg('30')), unripe: ['green-head'], keptUnripe: true });
    await shed().write(batch, {
      what: 'arrived',
      into: { vessel: heap },
      weighed: kg('30'),
      ticket: '7',
      dockagePercent: 2,
      testWeightKgHl: null,
      note: '',
    });
    expect((await shed().write(batch, terms)).status).toBe(200);
    const { became } = (
      await hands.sampler.post<BatchView>(`/shed/batches/${batch.id}/bags`, {
        vessel: heap,
        part: true,
        weighed: kg('25'),
        into: 'lot',
        bags: 1,
        eachG: 25_000,
        reference: 'OAT-GREEN',
        book: 'ista',
        placeId: null,
        spilled: false,
        note: '',
      })
    ).body;
    const sheet = (await hands.sampler.get<LotSheet>(`/lots/${became[0]?.id ?? ''}`)).body;
    expect(sheet.batch?.expects).toEqual([{ is: 'unripe', knowingly: true }]);
    const { hits } = (await hands.sampler.get<Found>(`/search?q=${batch.number}`)).body;
    expect(hits).toContainEqual(expect.objectContaining({ kind: 'batch', open: `/shed/batches/${batch.id}` }));
  });
});
