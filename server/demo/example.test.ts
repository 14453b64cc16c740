import { describe, expect, it } from 'vitest';
import type { LotList } from '@mercato/contract/register/lots';
import type { SessionView } from '@mercato/contract/register/people';
import { useHands } from '../testing/hands.ts';
import { CLOVER } from '../testing/laboratory.ts';

const hands = useHands();
const lots = async (who: typeof hands.lead) => (await who.get<LotList>('/lots?state=all')).body;
const session = async (who: typeof hands.lead) => (await who.get<SessionView>('/session')).body;
const visit = (who: typeof hands.lead, as: string | null) => who.send('PUT', '/example/visit', { as });

describe('an example to play with', () => {
  it('is a laboratory of its own: made by a lead, visited by anybody in any role, and taken away without a trace', async () => {
    await hands.sampler.post('/lots', { ...CLOVER, book: 'ista', reference: 'REAL-1' });
    expect((await session(hands.lead)).example).toEqual({ there: false, inside: false });
    expect((await visit(hands.analyst, 'lead')).body).toMatchObject({ status: 409, errors: [{ path: 'as' }] });
    expect((await hands.analyst.post('/example', {})).status).toBe(403);
    expect((await hands.lead.post('/example', {})).status).toBe(201);
    expect((await hands.lead.post('/example', {})).status).toBe(201);
    expect((await session(hands.sampler)).example).toEqual({ there: true, inside: false });

    // A sampler plays the lead, with what a lead may do; who does not visit stays where they are.
    expect((await visit(hands.sampler, 'king')).body).toMatchObject({ status: 422, errors: [{ path: 'as' }] });
    expect((await visit(hands.sampler, 'lead')).status).toBe(200);
    expect(await session(hands.sampler)).toMatchObject({
      person: { name: 'Oda Fennimore' },
      example: { there: true, inside: true },
      csrf: hands.sampler.csrf,
    });
    const inside = await lots(hands.sampler);
    expect(inside.total).toBeGreaterThan(20);
    expect(inside.rows.map((one) => one.reference)).not.toContain('REAL-1');
    const played = { ...CLOVER, book: 'ista', reference: 'PLAY-1' };
    expect((await hands.sampler.post('/lots', played)).status).toBe(201);
    expect((await lots(hands.analyst)).rows.map((one) => one.reference)).toEqual(['REAL-1']);

    // Another visit as a sampler may less; leaving leads back.
    await visit(hands.sampler, 'sampler');
    expect((await hands.sampler.post('/people', {})).status).toBe(403);
    await visit(hands.sampler, null);
    expect((await session(hands.sampler)).person?.name).toBe('The sampler');
    expect((await lots(hands.sampler)).rows.map((one) => one.reference)).toEqual(['REAL-1']);

    // Taken away while somebody is in it: they find themselves at home.
    await visit(hands.analyst, 'analyst');
    expect((await session(hands.analyst)).person?.name).toBe('Ilse Marrow');
    expect((await hands.sampler.send('DELETE', '/example', {})).status).toBe(403);
    expect((await hands.lead.send('DELETE', '/example', {})).status).toBe(200);
    expect(await session(hands.analyst)).toMatchObject({
      person: { name: 'The analyst' },
      example: { there: false, inside: false },
    });
    expect((await lots(hands.analyst)).rows.map((one) => one.reference)).toEqual(['REAL-1']);

    // Made again it begins from the start.
    await hands.lead.post('/example', {});
    await visit(hands.lead, 'lead');
    expect((await hands.lead.get<LotList>('/lots?q=PLAY-1&state=all')).body.total).toBe(0);
  });

  it('signing out from inside it signs out altogether', async () => {
    const guest = await hands.lab.as('analyst');
    await visit(guest, 'analyst');
    expect((await guest.send('DELETE', '/session')).status).toBe(200);
    expect((await session(guest)).person).toBeNull();
    expect((await guest.get('/lots')).status).toBe(401);
    await hands.lead.send('DELETE', '/example', {});
  });
});
