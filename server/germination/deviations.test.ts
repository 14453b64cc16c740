import { describe, expect, it } from 'vitest';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { PlaceList } from '@mercato/contract/store/packets';
import { refreshOutdated } from '../lot-sheet/refreshOutdated.ts';
import { hundred, oneTest } from '../testing/dishes.ts';
import { useHands } from '../testing/hands.ts';

const hands = useHands();
let serial = 0;

/** A cabinet with two shelves; `read` writes down what its dial shows, °C by instant. */
async function cabinet() {
  serial += 1;
  const add = async (body: object) => (await hands.lead.post<PlaceList>('/store/places', body)).body.places;
  const name = `Cabinet ${serial}`;
  const whole = (await add({ kind: 'cabinet', name, parentId: null })).find((one) => one.name === name)?.id ?? '';
  const shelves: string[] = [];
  for (const shelf of [`${name} a`, `${name} b`])
    shelves.push(
      (await add({ kind: 'shelf', name: shelf, parentId: whole, dishPlaces: 40 })).find((one) => one.name === shelf)
        ?.id ?? '',
    );
  const read = async (place: string, ...readings: [at: string, text: string][]) => {
    for (const [at, text] of readings) {
      const body = { at: `2026-${at}:00Z`, temperature: { text, unit: 'C' }, humidityPercent: null };
      const kept = await hands.lead.post(`/store/places/${place}/readings`, body);
      if (kept.status !== 200) throw new Error(JSON.stringify(kept.body));
    }
  };
  return { whole, shelves, read };
}
const line = async (lot: string) =>
  (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body.steps.find((one) => one.step === 'germination');

describe('air outside what a plan allows', () => {
  it('is marked on the tests that stood there then, holds the lot, and is settled by a decision', async () => {
    const { whole, shelves, read } = await cabinet();
    const of = await oneTest(hands, 'DV-1', { shelves });
    of.at('2026-12-05');
    // Source: ISTA: 20 °C ± 2: 22.0 is inside, 22.1 is not (from memory).
    await read(
      whole,
      ['11-26T08:00', '20.0'],
      ['11-26T09:00', '22.0'],
      ['11-26T10:00', '22.1'],
      ['11-26T11:00', '25.5'],
      ['11-26T11:30', '23'],
      ['11-26T12:00', '21'],
      // A door that stood open for an hour.
      ['11-27T10:00', '15'],
      ['11-27T11:00', '16'],
      ['11-27T11:10', '19'],
    );
    expect((await of.test()).deviations).toMatchObject([
      { from: '2026-11-26T10:00:00.000Z', to: '2026-11-26T11:30:00.000Z', minutes: 90, side: 'warm', worstC: 25.5 },
      { minutes: 90, worstC: 25.5 },
    ]);
    for (const place of [0, 1, 2, 3]) await of.count(place, hundred(90), { seenOn: '2026-12-04' });
    expect(await line(of.lot)).toMatchObject({
      mark: 'outside',
      stands: { is: 'deviated', normal: 90, minutes: 90, worstC: 25.5 },
      blocks: [{ is: 'deviation' }],
    });
    const decision = { subject: (await of.test()).id, decision: 'accept', reason: 'an hour and a half at the start' };
    await hands.lead.post(`/lots/${of.lot}/decisions`, decision);
    expect(await line(of.lot)).toMatchObject({ stands: { is: 'reported' }, blocks: [] });
  });
  it('counts from the day of warmth to the final count alone, and on the shelf where the dish stood then', async () => {
    const { shelves, read } = await cabinet();
    const [first = '', second = ''] = shelves;
    const of = await oneTest(hands, 'DV-2', { shelves: [first], prechillDays: 2, treatment: 'pre-chill' });
    of.at('2026-11-28');
    const { id } = await of.dish(0);
    await hands.analyst.post(`/germination/dishes/${id}/place`, { placeId: second });
    of.at('2026-12-10');
    const warm = (day: string): [string, string][] => [
      [`${day}T10:00`, '28'],
      [`${day}T12:00`, '28'],
      [`${day}T12:10`, '20'],
    ];
    // Before warmth; while it stood on the first; after it had gone to the second; after the final count.
    await read(first, ...warm('11-25'), ...warm('11-27'), ...warm('11-29'), ...warm('12-08'));
    for (const place of [0, 1, 2, 3])
      await of.count(place, hundred(90), { seenOn: '2026-12-06', lateReason: 'from paper' });
    const found = (await of.test()).deviations.map((one) => [one.from.slice(5, 10), one.dishes.join()]);
    expect(found.sort()).toEqual([
      ['11-27', '1'],
      ['11-27', '2,3,4'],
      ['11-29', '2,3,4'],
    ]);
  });
  it('does not count before a dish came to its shelf', async () => {
    const { shelves, read } = await cabinet();
    const [shelf = ''] = shelves;
    const of = await oneTest(hands, 'DV-5');
    of.at('2026-11-27');
    const { id } = await of.dish(0);
    await hands.analyst.post(`/germination/dishes/${id}/place`, { placeId: shelf });
    of.at('2026-11-29');
    const warm = (day: string): [string, string][] => [
      [`${day}T10:00`, '28'],
      [`${day}T12:00`, '28'],
      [`${day}T12:10`, '20'],
    ];
    await read(shelf, ...warm('11-25'), ...warm('11-28'));
    expect((await of.test()).deviations.map((one) => one.from.slice(5, 10))).toEqual(['11-28']);
  });
  it('goes with readings that are struck, and what stands of the lot is derived anew when they come', async () => {
    const { whole, shelves, read } = await cabinet();
    const of = await oneTest(hands, 'DV-3', { shelves });
    const other = await oneTest(hands, 'DV-4');
    of.at('2026-11-26');
    const outdated = async () =>
      (
        await hands.lab.connection.pool.query<{ reference: string }>(
          `select reference from lot where standing_version is null and reference like 'DV-%' order by 1`,
        )
      ).rows.map((one) => one.reference);
    await refreshOutdated(hands.lab.connection, () => hands.lab.clock.now);
    await read(whole, ['11-25T10:00', '20'], ['11-25T10:30', '21']);
    expect(await outdated()).toEqual([]);
    await read(whole, ['11-25T11:00', '26'], ['11-25T12:30', '26']);
    expect(await outdated()).toEqual(['DV-3']);
    expect((await of.test()).deviations).toMatchObject([{ minutes: 90 }, { minutes: 90 }]);
    const { dials } = (
      await hands.lead.get<{ dials: { id: string; temperature: { text: string } }[] }>(
        `/store/places/${whole}/care?days=90`,
      )
    ).body;
    for (const one of dials.filter((dial) => dial.temperature.text === '26'))
      await hands.lead.post(`/store/places/${whole}/readings/${one.id}/strike`, { reason: 'read upside down' });
    expect((await of.test()).deviations).toEqual([]);
    expect((await other.test()).deviations).toEqual([]);
  });
});
