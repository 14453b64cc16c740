import { describe, expect, it } from 'vitest';
import type { LotSheet } from '@mercato/contract/register/lots';
import { useHands } from '../testing/hands.ts';
import { CLOVER } from '../testing/laboratory.ts';
import { sampledLot, treeOf } from '../testing/samples.ts';

const hands = useHands();

describe('a station', () => {
  it('keeps one lot open until its vessels are accounted for, and says what is missing', async () => {
    const first = await sampledLot(hands.sampler, 'S-1');
    const second = await sampledLot(hands.sampler, 'S-2');
    const add = (name: string, kind: string) =>
      hands.lead.post<{ stations: { id: string; name: string }[] }>('/stations', { name, kind });
    expect((await hands.sampler.post('/stations', { name: 'B', kind: 'bench' })).status).toBe(403);
    await add('Bench 1', 'bench');
    const { stations } = (await add('Cleaner 2', 'machine')).body;
    expect((await add('Bench 1', 'bench')).body).toMatchObject({ status: 409, errors: [{ path: 'name' }] });
    const [bench, machine] = ['Bench 1', 'Cleaner 2'].map((name) => stations.find((one) => one.name === name)?.id);
    const act = (at: string | undefined, body: object) =>
      hands.analyst.post<{ stations: object[] }>(`/stations/${at}/acts`, body);
    const [a, b] = [(await treeOf(hands.lead, first.lot)).nodes, (await treeOf(hands.lead, second.lot)).nodes];
    expect((await act(bench, { what: 'take', code: a[0]?.code })).body.stations).toMatchObject([
      { name: 'Bench 1', lot: { reference: 'S-1' }, vessels: [{ code: a[0]?.code }] },
      { name: 'Cleaner 2', lot: null },
    ]);
    await act(bench, { what: 'take', code: a[1]?.code });
    const refused = await act(bench, { what: 'take', code: b[0]?.code });
    expect(refused.body).toMatchObject({ status: 409, errors: [{ path: 'vessels' }, { path: 'vessels' }] });
    expect((refused.body as unknown as { detail: string }).detail).toContain(
      `Put away first: ${a[0]?.code} (primary); ${a[1]?.code} (primary)`,
    );
    expect((await act(bench, { what: 'close' })).status).toBe(409);
    const away = (id: string | undefined) =>
      hands.analyst.post(`/vessels/${id}/events`, { what: 'move', place: 'shelf 1', note: '' });
    await away(a[0]?.id);
    expect((await act(bench, { what: 'take', code: b[0]?.code })).status).toBe(409);
    await away(a[1]?.id);
    expect((await act(bench, { what: 'take', code: b[0]?.code })).body.stations).toMatchObject([
      { lot: { reference: 'S-2' }, last: { reference: 'S-1' } },
      {},
    ]);
    const wrong = `${b[1]?.code.slice(0, 7)}${b[1]?.code.endsWith('0') ? '1' : '0'}`;
    expect((await act(bench, { what: 'take', code: wrong })).body).toMatchObject({
      errors: [
        {
          path: 'code',
          message: expect.stringMatching(/^The check character is ., but .{6} asks for .: read it again\.$/) as string,
        },
      ],
    });

    const oats = (
      await hands.lead.post<LotSheet>('/lots', {
        ...CLOVER,
        reference: 'S-3',
        species: 'Avena sativa',
        variety: 'Pale',
      })
    ).body.id;
    expect((await act(machine, { what: 'open', lotId: first.lot })).status).toBe(201);
    expect((await act(machine, { what: 'open', lotId: oats })).body).toMatchObject({
      status: 409,
      detail: 'S-1 is open at Cleaner 2: close it first.',
    });
    await act(machine, { what: 'close' });
    expect((await act(machine, { what: 'open', lotId: oats })).body).toMatchObject({
      status: 409,
      detail: 'Cleaner 2 last ran S-1 (Trifolium pratense ‘Ambersett’): clean it down first, and note it.',
    });
    // The same variety again needs no clean-down.
    expect((await act(machine, { what: 'open', lotId: second.lot })).status).toBe(201);
    await act(machine, { what: 'close' });
    expect((await act(machine, { what: 'clean', note: '' })).body).toMatchObject({ errors: [{ path: 'note' }] });
    await act(machine, { what: 'clean', note: 'brushed, blown out, ten minutes empty' });
    expect((await act(machine, { what: 'open', lotId: oats })).status).toBe(201);
  });
});
