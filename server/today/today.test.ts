import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import type { RoundView } from '@mercato/contract/quick-tests/rounds';
import type { NewSowingPlan, SowingPlans } from '@mercato/contract/sowing/plans';
import { type AccessionHeader, UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { CandidateList } from '@mercato/contract/store/candidates';
import type { PacketView, PlaceList } from '@mercato/contract/store/packets';
import type { Today } from '@mercato/contract/today/today';
import { useHands } from '../testing/hands.ts';

const hands = useHands();
const pack = async (header: Partial<AccessionHeader> = {}) =>
  (
    await hands.sampler.post<PacketView>('/store/packets', {
      accession: { ...UNKNOWN_HEADER, kind: 'leek', species: 'Allium porrum', harvestYear: 2025, ...header },
      packet: {
        amount: { by: 'count', seeds: 100 },
        packedOn: '2025',
        supplier: '',
        wrapping: 'paper',
        placeId: null,
        note: '',
      },
    })
  ).body;
const LEEK: NewSowingPlan = {
  kind: 'leek',
  species: 'Allium porrum',
  packetId: null,
  note: '',
  from: '2027-03-01',
  to: '2027-04-15',
  testDays: 14,
  buyDays: 10,
  sowings: 2,
  everyDays: 14,
  oneChance: false,
};
const today = async () => (await hands.sampler.get<Today>('/today')).body;
const at = (iso: string) => {
  hands.lab.clock.now = new Date(iso);
};
const plans = async () => (await hands.sampler.get<SowingPlans>('/store/sowings')).body.plans;

describe('a sowing', () => {
  it('is counted back to the test, then to the order, then to the day itself, as time goes by', async () => {
    at('2026-11-24T09:00:00Z');
    const packet = await pack();
    const put = await hands.sampler.post<SowingPlans>('/store/sowings', { ...LEEK, packetId: packet.id });
    expect(put.body.plans).toMatchObject([
      { next: { what: 'test', by: '2027-01-22' }, packet: { name: 'leek 2025' }, tested: null },
    ]);
    const next = async (iso: string) => {
      at(iso);
      return (await plans())[0]?.next;
    };
    expect(await next('2027-01-30T09:00:00Z')).toMatchObject({ what: 'test', by: '2027-02-05' });
    expect(await next('2027-02-10T09:00:00Z')).toMatchObject({
      what: 'test',
      by: '2027-02-19',
      why: 'for-the-last',
    });
    expect(await next('2027-02-25T09:00:00Z')).toMatchObject({
      what: 'sow',
      by: '2027-03-01',
      how: 'untested',
    });
    expect(await next('2027-03-04T09:00:00Z')).toMatchObject({ what: 'order', by: '2027-03-05' });
    await hands.sampler.post(`/store/packets/${packet.id}/tests`, {
      what: 'towel',
      on: '2027-02-20',
      seeds: 20,
      hits: 18,
      minutes: null,
      note: '',
    });
    expect(await next('2027-03-04T09:00:00Z')).toMatchObject({ what: 'sow', by: '2027-03-15', how: 'as-usual' });
    await hands.sampler.post(`/store/packets/${packet.id}/tests`, {
      what: 'towel',
      on: '2027-03-03',
      seeds: 20,
      hits: 6,
      minutes: null,
      note: '',
    });
    expect(await next('2027-03-04T09:00:00Z')).toEqual({
      what: 'order',
      by: '2027-03-05',
      why: 'tested-poor',
      sprouted: 6,
      seeds: 20,
    });
    expect(await next('2027-05-01T09:00:00Z')).toBeNull();
  });

  it('is changed and dropped with what was planned before kept, and refused where it cannot be', async () => {
    at('2026-11-24T09:00:00Z');
    const [plan] = await plans();
    const change = (body: object, version = plan?.version ?? 0) =>
      hands.sampler.put<SowingPlans>(`/store/sowings/${plan?.id}`, { ...LEEK, ...body }, version);
    expect((await change({ to: '2027-02-01' })).body).toMatchObject({
      errors: [{ message: 'to must not lie before the first day of sowing' }],
    });
    expect((await change({ packetId: '01900000-0000-7000-8000-000000000000' })).body).toMatchObject({
      errors: [{ path: 'packetId' }],
    });
    expect((await change({ kind: 'onion' })).body.plans).toMatchObject([{ kind: 'onion', version: 2 }]);
    expect((await change({}, 1)).status).toBe(412);
    const dropped = await hands.sampler.post<SowingPlans>(
      `/store/sowings/${plan?.id}/drop`,
      { reason: 'no bed' },
      { 'If-Match': '"2"' },
    );
    expect(dropped.body.plans).toEqual([]);
    const { rows } = await hands.lab.connection.pool.query<{ n: number }>(
      'select count(*)::int as n from sowing_plan_revision',
    );
    expect(rows[0]?.n).toBe(3);
  });
});

describe('today', () => {
  it('gathers what is due from every step, and gives it to any calendar', async () => {
    at('2026-11-24T09:00:00Z');
    const packet = await pack();
    await hands.sampler.post<SowingPlans>('/store/sowings', { ...LEEK, from: '2026-12-20', packetId: packet.id });
    const round = (
      await hands.sampler.post<RoundView>('/rounds', {
        name: 'winter',
        startedOn: '2026-11-10',
        warmthC: null,
        light: 'light',
        bags: [{ packetId: packet.id, seeds: 10, treatment: 'untreated', control: false }],
      })
    ).body;
    const { body: places } = await hands.sampler.post<PlaceList>('/store/places', {
      parentId: null,
      kind: 'chamber',
      name: 'Chamber',
    });
    await hands.sampler.post('/store/batches', {
      what: 'drying',
      placeId: places.places[0]?.id,
      packets: [packet.id],
      hours: 240,
      massG: null,
      moisturePercent: null,
      targetPercent: null,
      shutAirPercent: null,
      bags: 0,
      anyway: '',
    });
    await hands.sampler.post(
      `/store/places/${places.places[0]?.id}/lines`,
      { what: 'desiccant', stuff: 'silica gel', massG: 30, lookEveryDays: 5 },
      { 'If-Match': '"1"' },
    );
    expect((await today()).due.map((one) => one.what)).toEqual(['look', 'end']);
    expect((await today()).soon.map((one) => [one.what, one.by?.slice(0, 10)])).toEqual([
      ['sowing', '2026-11-26'],
      ['batch', '2026-12-04'],
    ]);
    at('2026-12-05T09:00:00Z');
    const later = await today();
    expect(later.due.map((one) => [one.what, one.overdue]).sort()).toEqual(
      [
        ['batch', true],
        ['desiccant', false],
        ['end', true],
        ['look', false],
      ].sort(),
    );
    expect(later.due.find((one) => one.what === 'look')).toMatchObject({
      open: `/store/rounds/${round.id}`,
      bags: 1,
      round: 1,
      name: 'winter',
    });

    // Source: RFC 5545 as ical.js reads it.
    const text = (await hands.sampler.bytes('/today/calendar.ics')).body.toString('utf8');
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const events = calendar.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
    expect(new Set(events.map((one) => one.uid)).size).toBe(events.length);
    const day = (summary: RegExp) =>
      events.filter((one) => summary.test(one.summary)).map((one) => [one.startDate.isDate, one.startDate.toString()]);
    expect(day(/^Sow leek, 1 of 2/)).toEqual([[true, '2026-12-20']]);
    expect(day(/^Test leek: the last day/)).toEqual([[true, '2026-11-26']]);
    expect(day(/has dried/)).toEqual([[false, '2026-12-04T09:00:00Z']]);
  });
});

describe('seed for a site', () => {
  it('is ranked with its reasons, and what its owner keeps stands last', async () => {
    const site = { name: 'South slope', district: 'Over Fell', elevationM: 310, exposure: 'south', rainfallMm: 800 };
    await pack({ kind: 'thrift', species: '', site });
    await pack({ kind: 'thrift', species: '', site: { ...site, name: 'Far moor', district: '', elevationM: 900 } });
    await pack({
      kind: 'thrift',
      species: '',
      site: { ...site, name: 'The brow' },
      terms: 'for its own site',
      owner: 'the parish',
    });
    const { body } = await hands.sampler.get<CandidateList>(
      '/store/candidates?kind=thrift&name=North+bank&district=over+fell&elevation=300&exposure=south&rainfall=790',
    );
    expect(body.candidates.map((one) => [one.site.name, one.fit])).toEqual([
      ['South slope', 'same district'],
      ['Far moor', 'unlike'],
      ['The brow', 'refused'],
    ]);
    expect(body.candidates[2]?.reasons).toEqual([{ is: 'kept-for-own-site', owner: 'the parish', site: 'The brow' }]);
  });
});
