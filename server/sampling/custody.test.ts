import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { LotSheet, ScanAnswer } from '@mercato/contract/register/lots';
import type { VesselTree } from '@mercato/contract/sampling/vessels';
import { vesselEventWords } from '@mercato/contract/sampling/words';
import { useHands } from '../testing/hands.ts';
import { CLOVER } from '../testing/laboratory.ts';
import { grams, sampledLot, submittedSample, treeOf, vesselOf } from '../testing/samples.ts';

const hands = useHands();

describe('custody', () => {
  it('every hand-over, seal, opening and division is written down once and never changed', async () => {
    const { lot } = await sampledLot(hands.sampler, 'C-5');
    await hands.sampler.put(`/lots/${lot}/submitted`, { ...submittedSample('150'), seal: 'Q77' }, 0);
    const { id, code } = await vesselOf(hands.lead, lot, 'submitted');
    const event = (body: object) => hands.analyst.post<VesselTree>(`/vessels/${id}/events`, { note: '', ...body });
    expect((await event({ what: 'seal', seal: 'Q78' })).body).toMatchObject({
      status: 409,
      errors: [
        { path: 'seal', message: expect.stringContaining('is under seal Q77: note its opening first') as string },
      ],
    });
    await event({ what: 'hand-over', to: 'The analyst', place: 'reception' });
    await event({ what: 'open', intact: true });
    expect((await event({ what: 'open', intact: true })).status).toBe(409);
    await event({ what: 'divide', divider: 'riffle', first: grams('80'), second: grams('68') });
    expect(
      (await event({ what: 'divide', divider: 'riffle', first: grams('80'), second: grams('88') })).body,
    ).toMatchObject({
      errors: [{ path: 'second.text' }],
    });
    await event({ what: 'move', place: 'shelf 3' });
    const after = await vesselOf(hands.lead, lot, 'submitted');
    expect(after).toMatchObject({ holder: 'The analyst', place: 'shelf 3', seal: null });
    expect(after.events.map((one) => vesselEventWords(one.event))).toEqual([
      'to The analyst, reception',
      'seal whole',
      'riffle: 80 g and 68 g',
      'to shelf 3',
    ]);
    // By hand: |80 − 68| / 148 = 8.1 %, over the usual 5 %.
    expect(after.events[2]?.verdict).toMatchObject({ outcome: 'outside' });
    await expect(hands.lab.connection.db.execute(sql`delete from vessel_event`)).rejects.toThrow();
    expect((await hands.lead.get<ScanAnswer>(`/vessels/${encodeURIComponent(code)}`)).body.open).toBe(
      `/lots/${lot}/vessels?at=${id}`,
    );
  });

  it('what happened yesterday is written down with its day: never the future, never before what it follows on', async () => {
    const { lot } = await sampledLot(hands.sampler, 'C-8');
    await hands.sampler.put(`/lots/${lot}/submitted`, { ...submittedSample('150'), drawnOn: '2026-11-22' }, 0);
    const { id } = await vesselOf(hands.lead, lot, 'submitted');
    const move = (place: string, more: object) =>
      hands.analyst.post<VesselTree>(`/vessels/${id}/events`, { what: 'move', place, note: '', ...more });
    for (const seenOn of ['2026-11-21', '2026-11-25'])
      expect((await move('shelf 1', { seenOn })).body, seenOn).toMatchObject({ errors: [{ path: 'seenOn' }] });
    expect((await move('shelf 1', { seenOn: '2026-11-22' })).status).toBe(201);
    expect((await move('shelf 2', { seenOn: '2026-11-23' })).status).toBe(201);
    expect((await move('shelf 3', { seenOn: '2026-11-22' })).body.errors?.[0]?.message).toBe(
      'This lies before 2026-11-23, when something happened to it last.',
    );
    await move('shelf 4', {});
    const after = await vesselOf(hands.lead, lot, 'submitted');
    expect([after.place, after.events.map((one) => one.seenOn)]).toEqual([
      'shelf 4',
      ['2026-11-22', '2026-11-23', null],
    ]);
  });

  it('whoever draws from a sealed sample has opened it', async () => {
    const { lot } = await sampledLot(hands.sampler, 'C-7');
    await hands.sampler.put(`/lots/${lot}/submitted`, { ...submittedSample('150'), seal: 'Q9' }, 0);
    await hands.analyst.post(`/lots/${lot}/working`, { purpose: 'purity', mass: grams('5.5') });
    await hands.analyst.post(`/lots/${lot}/working`, { purpose: 'moisture', mass: grams('10') });
    expect(await vesselOf(hands.lead, lot, 'submitted')).toMatchObject({
      seal: null,
      events: [{ event: { what: 'open', drawnFrom: 'Q9' } }],
    });
  });

  it('labels carry code, lot and mass as text, on the paper of the laboratory', async () => {
    const { lot } = await sampledLot(hands.sampler, 'C-6');
    const { nodes } = await treeOf(hands.lead, lot);
    const text = async (query: string, of = lot) => {
      const { type, body } = await hands.lead.bytes(`/lots/${of}/labels.pdf${query}`);
      expect(type).toBe('application/pdf');
      const file = join(mkdtempSync(join(tmpdir(), 'labels-')), 'labels.pdf');
      writeFileSync(file, body);
      return {
        words: execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }),
        info: execFileSync('pdfinfo', [file], { encoding: 'utf8' }),
      };
    };
    const sheet = await text('');
    for (const one of nodes) expect(sheet.words).toContain(one.code);
    expect(sheet.words).toContain('C-6');
    expect(sheet.words).toContain('50.0 g');
    expect(sheet.info).toMatch(/Pages:\s+1\n/);
    expect(sheet.info).toContain('A4');
    expect((await hands.sampler.send('PUT', '/laboratory', {})).status).toBe(403);
    const settings = {
      name: 'L',
      address: '',
      zone: 'UTC',
      paper: 'LETTER',
      closedWeek: 'none',
      closedDays: [],
      countDepth: 'classes',
      photoDays: null,
    };
    expect((await hands.lead.send('PUT', '/laboratory', { ...settings, paper: 'A3' })).body).toMatchObject({
      errors: [{ path: 'paper' }],
    });
    expect((await hands.lead.send('PUT', '/laboratory', settings)).body).toEqual(settings);
    expect((await text('')).info).toContain('letter');
    // 50 × 25 mm, by the decision on paper: 141.7 × 70.9 points.
    const single = await text(`?layout=single&vessels=${nodes[0]?.id}`);
    expect(single.info).toMatch(/Page size:\s+141\.7\d* x 70\.8\d*/);
    expect(single.info).toMatch(/Pages:\s+1\n/);
    // Nothing that is written on a label, however long, runs over its edge onto another.
    const long = (await hands.sampler.post<LotSheet>('/lots', { ...CLOVER, reference: 'a'.repeat(40) })).body.id;
    await hands.sampler.put(`/lots/${long}/submitted`, { ...submittedSample('150'), seal: 'S'.repeat(40) }, 0);
    expect((await text('?layout=single', long)).info).toMatch(/Pages:\s+1\n/);
    expect((await hands.lead.get(`/lots/${lot}/labels.pdf?vessels=nothing`)).body).toMatchObject({
      errors: [{ path: 'vessels' }],
    });
  });
});
