import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import type { RememberedList } from '@mercato/contract/cleaning/views';
import type { LoadList, MachineList } from '@mercato/contract/cleaning/machines';
import type { Today } from '@mercato/contract/today/today';
import { cameOff, ended, intoNew, kg, picked } from '@mercato/core/testing/shedBook';
import { useHands } from '../testing/hands.ts';
import { firstFault, NO_MACHINE_FIGURES, shedHand, startedPass } from '../testing/shed.ts';

const hands = useHands();
const shed = () => shedHand(hands.sampler);
const at = (iso: string) => {
  hands.lab.clock.now = new Date(iso);
};
const oats = async () => (await shed().batch('oats', 'Avena sativa')).body;
const machine = async (kind: string, name: string, change: object = {}) => {
  const { body } = await hands.sampler.post<MachineList>('/shed/machines', {
    kind,
    name,
    parts: [],
    ...NO_MACHINE_FIGURES,
    ...change,
  });
  const found = body.machines.find((one) => one.name === name);
  if (!found) throw new Error(JSON.stringify(body));
  return found;
};
const clean = (id: string, change: object = {}) =>
  hands.sampler.post<MachineList>(`/shed/machines/${id}/clean-downs`, {
    parts: ['hoppers', 'screens'],
    by: 'A. Thorne',
    lockedOut: true,
    firstBagAside: true,
    note: '',
    ...change,
  });

describe('machines', () => {
  it('take one batch at a time, and another variety only after a clean-down', async () => {
    at('2026-09-12T08:00:00Z');
    const line = await machine('air-screen', 'Screen machine', { parts: ['hoppers', 'screens'] });
    const [first, second] = [await oats(), (await shed().batch('barley', 'Hordeum vulgare')).body];
    const { write } = shed();
    const [heap, other, a, b] = Array.from({ length: 4 }, () => randomUUID());
    const settings = { screens: '14/64; 2.0 slot', airTop: 3, airBottom: 5, wipers: 'balls', feedKgH: 400 };
    const more = { method: 'air-screen', machine: line.id, settings };
    await write(first, picked(heap ?? '', kg('40')));
    await write(second, picked(other ?? '', kg('30')));
    expect((await write(first, startedPass(a ?? '', heap ?? '', more))).status).toBe(200);
    expect(firstFault(await write(second, startedPass(b ?? '', other ?? '', more)))).toEqual([
      409,
      'machine',
      `Screen machine runs for batch ${first.number}. End that pass first.`,
    ]);
    expect((await clean(line.id)).status).toBe(409);
    await write(first, cameOff(a ?? '', 'clean', intoNew(randomUUID(), 'bin'), kg('39.5')));
    await write(first, ended(a ?? '', true));
    expect(firstFault(await write(second, startedPass(b ?? '', other ?? '', more)))[2]).toBe(
      `Screen machine was last used for oats (batch ${first.number}) and was not cleaned down since. Record the clean-down first.`,
    );
    expect(firstFault(await clean(line.id, { parts: ['hoppers'] }))).toEqual([
      422,
      'parts',
      'Not looked into yet: screens.',
    ]);
    expect(firstFault(await clean(line.id, { lockedOut: false }))[1]).toBe('lockedOut');
    at('2026-09-12T09:00:00Z');
    const cleaned = (await clean(line.id)).body.machines.find((one) => one.id === line.id);
    expect(cleaned).toMatchObject({ clean: true, cleaned: { by: 'A. Thorne' }, last: { kind: 'oats' }, runs: null });
    expect((await write(second, startedPass(b ?? '', other ?? '', more))).status).toBe(200);
    const remove = (version: number) =>
      hands.sampler.send<MachineList>(
        'DELETE',
        `/shed/machines/${line.id}`,
        { reason: 'sold' },
        { 'If-Match': `"${version}"` },
      );
    expect((await remove(1)).status).toBe(409);
    await write(second, ended(b ?? '', false));
    const changed = await hands.sampler.put<MachineList>(
      `/shed/machines/${line.id}`,
      {
        kind: 'air-screen',
        name: 'Old machine',
        parts: [],
        ...NO_MACHINE_FIGURES,
        airFactor: 1.2,
      },
      1,
    );
    expect(changed.body.machines.find((one) => one.id === line.id)).toMatchObject({
      name: 'Old machine',
      airFactor: 1.2,
    });
    expect((await remove(1)).status).toBe(412);
    expect((await remove(2)).body.machines.some((one) => one.id === line.id)).toBe(false);

    // What was good is proposed for the kind, its genus and its family; what was bad is not.
    const good = async (species: string) =>
      (
        await hands.sampler.get<RememberedList>(
          `/shed/remembered?species=${encodeURIComponent(species)}&method=air-screen`,
        )
      ).body.settings;
    expect(await good('Avena sativa')).toMatchObject([{ near: 'kind', settings: { airTop: 3 }, batch: first.number }]);
    expect(await good('Lolium perenne')).toMatchObject([{ near: 'family', kind: 'oats' }]);
    expect(await good('Solanum lycopersicum')).toEqual([]);
  });

  it('take a truck that fits, at its appointment', async () => {
    at('2026-09-14T08:00:00Z');
    const pit = await machine('pit', 'North pit', { lengthM: 12, heightM: 4 });
    const load = {
      on: '2026-09-15',
      time: '14:30',
      supplier: 'Long Acre',
      kind: 'oats',
      species: 'Avena sativa',
      variety: '',
      massKg: 12_000,
      screeningsPercent: 10,
      bagKg: 25,
      rateKgHa: 140,
      pitId: pit.id,
      lengthM: 11,
      widthM: null,
      heightM: 4.1,
      pickUpOn: null,
      place: 'bay 2',
      note: '',
    };
    expect(firstFault(await hands.sampler.post('/shed/loads', load))).toEqual([
      422,
      'pitId',
      'The truck does not fit North pit: too high.',
    ]);
    const { loads } = (await hands.sampler.post<LoadList>('/shed/loads', { ...load, heightM: 4 })).body;
    const [announced] = loads;
    expect(announced).toMatchObject({ state: 'announced', supplier: 'Long Acre', batch: null });
    const due = (await hands.sampler.get<Today>('/today')).body;
    expect([...due.due, ...due.soon].filter((one) => one.what === 'load')).toMatchObject([
      { by: '2026-09-15', supplier: 'Long Acre', time: '14:30', at: 'shed' },
    ]);
    const moved = await hands.sampler.put<LoadList>(
      `/shed/loads/${announced?.id ?? ''}`,
      { ...load, heightM: 4, on: '2026-09-16', cancelled: false },
      1,
    );
    expect(moved.body.loads[0]).toMatchObject({ on: '2026-09-16', version: 2 });
    const batch = (await shed().batch('oats', 'Avena sativa', { loadId: announced?.id })).body;
    const after = (await hands.sampler.get<LoadList>('/shed/loads')).body.loads[0];
    expect(after).toMatchObject({ state: 'arrived', batch: { id: batch.id, number: batch.number } });
    const arrived = {
      what: 'arrived',
      into: intoNew(randomUUID(), 'tank 1', 'tank'),
      weighed: { amount: { by: 'bushels', text: '820' }, moisturePercent: 13.5, scale: null },
      ticket: 'T-77',
      dockagePercent: 2,
      testWeightKgHl: 52,
      note: '',
    };
    // 820 bu of 32 lb.
    expect((await shed().write(batch, arrived)).body.inG).toBe('11902263.7888');
    expect((await shed().batch('oats', 'Avena sativa', { loadId: announced?.id })).status).toBe(409);
  });
});
