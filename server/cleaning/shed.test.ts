import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import type { BatchList, BatchView } from '@mercato/contract/cleaning/views';
import type { ShedFiguresView } from '@mercato/contract/cleaning/machines';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { PacketView } from '@mercato/contract/store/packets';
import type { Today } from '@mercato/contract/today/today';
import { cameOff, ended, intoNew, kg, picked } from '@mercato/core/testing/shedBook';
import { useHands } from '../testing/hands.ts';
import { firstFault, shedHand, startedPass } from '../testing/shed.ts';

const hands = useHands();
const shed = () => shedHand(hands.sampler);
const at = (iso: string) => {
  hands.lab.clock.now = new Date(iso);
};
const oats = async () => (await shed().batch('oats', 'Avena sativa')).body;
describe('a batch', () => {
  it('goes from the field through a pass into bags, and its history can be read from the lot', async () => {
    at('2026-09-01T08:00:00Z');
    const batch = await oats();
    expect(batch).toMatchObject({ number: 'B-0001', state: 'open', family: 'Poaceae', passes: 0 });
    const [heap, bin, tray, pass] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
    const { write } = shed();
    await write(batch, picked(heap, kg('64.2')));
    await write(batch, startedPass(pass, heap));
    at('2026-09-01T09:00:00Z');
    await write(batch, cameOff(pass, 'clean', intoNew(bin, 'bin'), kg('52.1')));
    await write(batch, cameOff(pass, 'small', intoNew(tray, 'tray', 'tray'), kg('10.3')));
    let view = (await write(batch, ended(pass, true))).body;
    expect(view).toMatchObject({ inG: '64200', cleanG: '52100', outcome: 'near', passes: 1 });
    expect(Object.keys(view.codes)).toHaveLength(3);
    expect(view.codes[bin]).toMatch(/^\*[0-9A-Z]{7}$/);
    const scanned = (await hands.sampler.get<{ open: string }>(`/vessels/${encodeURIComponent(view.codes[bin] ?? '')}`))
      .body;
    expect(scanned.open).toBe(`/shed/batches/${batch.id}?vessel=${bin}`);
    const bag = (change: object) =>
      hands.sampler.post<BatchView>(`/shed/batches/${batch.id}/bags`, {
        vessel: bin,
        part: true,
        weighed: kg('50'),
        into: 'lot',
        bags: 2,
        eachG: 25_000,
        reference: 'OAT-26-1',
        book: 'ista',
        placeId: null,
        spilled: false,
        note: '',
        ...change,
      });
    expect(firstFault(await bag({ bags: 3 }))).toEqual([422, 'bags', 'These bags hold 75 kg, the vessel only 50 kg.']);
    expect(firstFault(await bag({ reference: '' }))).toEqual([422, 'reference', 'Give the lot its reference.']);
    view = (await bag({})).body;
    const [lot] = view.became;
    expect(lot).toMatchObject({ is: 'lot', name: 'OAT-26-1' });
    const sheet = (await hands.sampler.get<LotSheet>(`/lots/${lot?.id ?? ''}`)).body;
    expect(sheet).toMatchObject({ batch: { id: batch.id, number: 'B-0001' }, treatments: [] });
    expect(sheet.header).toMatchObject({ species: 'Avena sativa', containers: 2, mass: { text: '50', unit: 'kg' } });
    view = (await bag({ into: 'packets', weighed: kg('1'), bags: 2, eachG: 500 })).body;
    const packets = view.became.filter((one) => one.is === 'packet');
    expect(packets).toHaveLength(2);
    const packet = (await hands.sampler.get<PacketView>(`/store/packets/${packets[0]?.id ?? ''}`)).body;
    expect(packet).toMatchObject({ accessionId: view.of.id, left: { by: 'mass', figure: '500' } });
    const { rows, total } = (await hands.sampler.get<BatchList>('/shed/batches?q=long+acre&state=open')).body;
    expect([total, rows[0]?.number, rows[0]?.cleanG]).toEqual([1, 'B-0001', '52100']);
    const labels = await hands.sampler.bytes(`/shed/batches/${batch.id}/labels.pdf`);
    expect(labels.type).toBe('application/pdf');
  });

  it('stands once where a phone sends it twice, at the time at which it was noted', async () => {
    at('2026-09-02T10:00:00Z');
    const batch = await oats();
    const [line, heap] = [randomUUID(), randomUUID()];
    const entry = { ...picked(heap, kg('3')), notedAt: '2026-09-01T17:30:00.000Z' };
    await shed().write(batch, entry, line);
    const { lines } = (await shed().write(batch, entry, line)).body;
    expect(lines).toHaveLength(1);
    expect(lines[0]).toMatchObject({ at: '2026-09-01T17:30:00.000Z', writtenAt: '2026-09-02T10:00:00.000Z' });
    expect(firstFault(await shed().write(batch, { ...entry, notedAt: '2026-09-03T10:00:00.000Z' }))).toEqual([
      422,
      'notedAt',
      'This lies in the future.',
    ]);
    // A phone's clock may go ten minutes ahead; what it noted then was seen now, at the latest.
    const ahead = (notedAt: string) => shed().write(batch, { ...picked(randomUUID(), null, 'sack'), notedAt });
    expect((await ahead('2026-09-02T10:10:00.000Z')).body.lines.at(-1)?.at).toBe('2026-09-02T10:00:00.000Z');
    expect(firstFault(await ahead('2026-09-02T10:10:00.001Z'))[1]).toBe('notedAt');
    const pass = randomUUID();
    await shed().write(batch, startedPass(pass, heap));
    expect(firstFault(await shed().write(batch, { ...ended(pass), seenOn: '2026-09-01', seenTime: '09:00' }))).toEqual([
      422,
      'seenTime',
      'This lies before the pass began.',
    ]);
    const another = await oats();
    expect((await shed().write(another, entry, line)).status).toBe(409);
    const stated = (day: object) => shed().write(batch, { ...picked(randomUUID(), null, 'bag'), ...day });
    expect(firstFault(await stated({ seenOn: '2026-08-20', seenTime: '08:00' }))[1]).toBe('lateReason');
    expect(firstFault(await stated({ seenOn: '2026-08-20' }))[1]).toBe('seenTime');
    const late = (await stated({ seenOn: '2026-08-20', seenTime: '08:00', lateReason: 'found the slip' })).body;
    expect(late.lines.at(-1)).toMatchObject({ lateReason: 'found the slip' });
  });

  it('is corrected and crossed out by another hand, and keeps what stood there', async () => {
    at('2026-09-03T08:00:00Z');
    const batch = await oats();
    const [heap, bin, pass] = [randomUUID(), randomUUID(), randomUUID()];
    const { write } = shed();
    await write(batch, picked(heap, kg('10')));
    await write(batch, startedPass(pass, heap));
    await write(batch, cameOff(pass, 'clean', intoNew(bin, 'bin'), kg('9.9')));
    await write(batch, ended(pass));
    at('2026-09-05T08:00:00Z');
    const other = shedHand(hands.analyst);
    const fixed = await other.write(batch, {
      ...picked(heap, kg('12')),
      corrects: { line: 0, reason: 'read the wrong scale' },
    });
    expect(fixed.body).toMatchObject({ inG: '12000', outcome: 'outside' });
    // It was seen when it was seen; it was written later, by somebody else.
    expect(fixed.body.lines.at(-1)).toMatchObject({ at: '2026-09-03T08:00:00.000Z', by: 'The analyst' });
    expect(fixed.body.lines[0]).toMatchObject({ struck: { reason: 'read the wrong scale' }, by: 'The sampler' });
    const strike = (line: number) => other.write(batch, { what: 'strike', line, reason: 'a mistake' });
    expect(firstFault(await strike(1))).toEqual([
      422,
      'line',
      'Later lines rest on this one. Cross them out first, the latest one first.',
    ]);
    expect(firstFault(await strike(0))[2]).toBe('This line is crossed out already.');
    expect((await strike(3)).body).toMatchObject({ outcome: 'runs', passes: 1 });
    // Running again, it takes another stream.
    expect((await other.write(batch, cameOff(pass, 'dust', null, kg('2')))).status).toBe(200);
  });

  it('is changed as somebody saw it, and refuses who saw it before', async () => {
    const batch = await oats();
    const about = {
      name: 'oats, resown',
      goal: 'speed',
      purpose: 'home',
      rights: 'own-sowing',
      note: '',
      reason: 'renamed',
    };
    const change = (version: number) => hands.sampler.put<BatchView>(`/shed/batches/${batch.id}`, about, version);
    expect((await change(batch.version)).body).toMatchObject({ name: 'oats, resown', purpose: 'home' });
    expect((await change(batch.version)).status).toBe(412);
  });

  it('refuses what cannot be in plain words at its place', async () => {
    const batch = await oats();
    const heap = randomUUID();
    const { write } = shed();
    await write(batch, picked(heap, kg('10', { moisturePercent: 14 })));
    const pass = (more: object) => write(batch, startedPass(randomUUID(), heap, more));
    expect(firstFault(await pass({ settings: { screens: '5.5 star', reverse: false } }))).toEqual([
      422,
      'settings.screens',
      'There is no screen “5.5 star”. Write its hole, for example 5.5 round, 14/64, 2.0 slot or 20 mesh, from 0.1 to 60 mm.',
    ]);
    const dry = { in: 'tray', placeId: null, depthCm: 2, airC: 25 };
    expect(firstFault(await pass({ method: 'dry', settings: { ...dry, targetPercent: 14.1 } }))).toEqual([
      422,
      'settings.targetPercent',
      'The moisture wanted lies above the present moisture of 14 %: drying takes water out.',
    ]);
    expect((await pass({ method: 'dry', settings: { ...dry, targetPercent: 14 } })).status).toBe(200);
    expect(firstFault(await pass({}))).toEqual([
      422,
      'from.0',
      'heap is empty: nothing came into it yet, or all of it was taken.',
    ]);
    const treat = { rateSetMl: null, usedMl: null, by: '', licence: '', stage: 'plant', remainderKg: null };
    const bag = randomUUID();
    await write(batch, picked(bag, kg('3'), 'bag'));
    expect(
      firstFault(await write(batch, startedPass(randomUUID(), bag, { method: 'treat', settings: treat }))),
    ).toEqual([422, 'treatment', 'Say with what it was treated.']);
    expect(firstFault(await write(batch, picked(randomUUID(), kg('-3'))))[1]).toMatch(/^weighed\.amount/);
    expect((await write({ id: randomUUID() }, picked(randomUUID(), null))).status).toBe(404);
  });
});

describe('treated seed', () => {
  it('is never eaten at any later step, and says so down to lot, packet and tag', async () => {
    at('2026-09-10T08:00:00Z');
    const batch = (await shed().batch('common vetch', 'Vicia sativa')).body;
    const { write } = shed();
    const [heap, dressed, bin, waste, treat, again] = Array.from({ length: 6 }, () => randomUUID());
    await write(batch, picked(heap ?? '', kg('100')));
    await write(
      batch,
      startedPass(treat ?? '', heap ?? '', {
        method: 'treat',
        settings: { rateSetMl: 200, usedMl: 195, by: 'A. Thorne', licence: 'Q-17', stage: 'plant', remainderKg: 0 },
        treatment: { product: 'Seedguard', class: 'poison' },
      }),
    );
    await write(batch, cameOff(treat ?? '', 'clean', intoNew(dressed ?? '', 'dressed'), kg('100.2')));
    await write(batch, ended(treat ?? ''));
    await write(batch, startedPass(again ?? '', dressed ?? ''));
    await write(batch, cameOff(again ?? '', 'clean', intoNew(bin ?? '', 'bin'), kg('95')));
    await write(batch, cameOff(again ?? '', 'screenings', intoNew(waste ?? '', 'waste'), kg('5')));
    await write(batch, ended(again ?? ''));
    const gone = (to: string, answers: object = {}) =>
      write(batch, {
        what: 'gone',
        vessel: waste,
        part: false,
        weighed: null,
        to,
        whom: 'the neighbour',
        answers: { viableWeeds: 'no', ergot: 'no', mould: 'no', poisonous: 'no', ...answers },
      });
    for (const to of ['feed', 'food', 'oil']) {
      const [status, path, message] = firstFault(await gone(to));
      expect([status, path]).toEqual([422, 'to']);
      expect(message).toMatch(/treated with a poison/);
    }
    expect(firstFault(await gone('compost', { viableWeeds: 'yes' }))[2]).toMatch(/Grind it, burn it/);
    expect((await gone('burnt')).status).toBe(200);
    const bag = (into: string) =>
      hands.sampler.post<BatchView>(`/shed/batches/${batch.id}/bags`, {
        vessel: bin,
        part: true,
        weighed: kg('1'),
        into,
        bags: 1,
        eachG: 1000,
        reference: 'VET-26-1',
        book: 'ista',
        placeId: null,
        spilled: false,
        note: '',
      });
    expect(firstFault(await bag('given'))[1]).toBe('into');
    const { became } = (await bag('lot')).body;
    const lot = (await hands.lead.get<LotSheet>(`/lots/${became[0]?.id ?? ''}`)).body;
    expect(lot.treatments).toEqual([{ product: 'Seedguard', class: 'poison' }]);
    const release = (await hands.lead.get(`/lots/${lot.id}/release`)).body;
    expect(JSON.stringify(release)).toMatch(/"label":"Treated with","value":"Seedguard"/);
    expect(JSON.stringify(release)).toMatch(/Do not use for food, feed or oil/);
    const packet = (await bag('packets')).body.became.find((one) => one.is === 'packet');
    const view = (await hands.sampler.get<PacketView>(`/store/packets/${packet?.id ?? ''}`)).body;
    expect(view.cautions.join()).toMatch(/Treated with Seedguard/);
  });
});

describe('wet seed', () => {
  it('is looked after by the clock of each vessel, with one vessel open at a bench', async () => {
    at('2026-09-20T08:00:00Z');
    const tomato = (await shed().batch('tomato', 'Solanum lycopersicum')).body;
    const chilli = (await shed().batch('chilli', 'Capsicum spp.')).body;
    const { write } = shed();
    const [fruit, jar, soak, pods] = Array.from({ length: 4 }, () => randomUUID());
    await write(tomato, picked(fruit ?? '', kg('2'), 'fruit'));
    await write(chilli, picked(pods ?? '', kg('1'), 'pods'));
    const open = (batch: BatchView, vessel: string) => write(batch, { what: 'opened', vessel, bench: 'sink' });
    expect((await open(tomato, fruit ?? '')).status).toBe(200);
    const [status, path, message] = firstFault(await open(chilli, pods ?? ''));
    expect([status, path]).toEqual([409, 'bench']);
    expect(message).toMatch(/Cover these or move them away first: fruit of B-\d+ \(tomato\), \*/);
    await write(tomato, { what: 'covered', vessel: fruit });
    expect((await open(chilli, pods ?? '')).status).toBe(200);
    await write(
      tomato,
      startedPass(soak ?? '', fruit ?? '', {
        method: 'ferment',
        settings: { school: 'still', warmthC: 24, in: 'jar' },
      }),
    );
    const asks = async () =>
      (await hands.sampler.get<Today>('/today')).body.due.filter(
        (one) => one.what === 'shed' && one.number === tomato.number,
      );
    const did = (what: string, more: object = {}) =>
      write(tomato, { what: 'soak', pass: soak, did: what, sinkers: null, floaters: null, note: '', ...more });
    expect((await hands.sampler.get<BatchView>(`/shed/batches/${tomato.id}`)).body.dueAt).toBe(
      '2026-09-20T20:00:00.000Z',
    );
    at('2026-09-20T21:00:00Z');
    expect(await asks()).toMatchObject([{ act: 'look', seed: 'tomato', overdue: true, number: tomato.number }]);
    await did('looked', { sinkers: 40, floaters: 20 });
    expect(await asks()).toEqual([]);
    at('2026-09-23T08:30:00Z');
    await did('stirred');
    await did('decanted');
    await did('rinsed');
    const spread = (await did('spread')).body;
    expect(spread.dueAt).toBeNull();
    await write(tomato, cameOff(soak ?? '', 'clean', intoNew(jar ?? '', 'sheet', 'sheet'), null));
    expect((await write(tomato, ended(soak ?? ''))).body).toMatchObject({ outcome: 'not-judged' });
    const shut = (await write(chilli, { what: 'closed', note: '' })).body;
    expect(shut.state).toBe('closed');
    expect(firstFault(await write(chilli, picked(randomUUID(), null)))[2]).toMatch(/^This batch is closed/);
  });
});

it('tells the figures of the edition in use', async () => {
  const { body } = await hands.sampler.get<ShedFiguresView>('/shed/figures');
  expect(body.screens.length).toBeGreaterThan(50);
  expect(body.parameters.unaccounted_percent).toMatchObject({
    value: 3,
    rule: { provenance: { origin: 'common practice' } },
  });
});
