import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeSetUpLink } from '../register/people.ts';
import { person } from '../register/peopleTables.ts';
import { auditEntry, laboratory } from '../register/tables.ts';
import { CLOVER, type Laboratory, openLaboratory, PASSWORD } from '../testing/laboratory.ts';

let lab: Laboratory;
beforeAll(async () => {
  lab = await openLaboratory();
});
afterAll(() => lab.close());

describe('signing in', () => {
  it('opens a session whose cookie scripts cannot read, and keeps the password as argon2id', async () => {
    const visitor = lab.visitor();
    const answer = await visitor.signIn('lead');
    expect(answer.status).toBe(200);
    expect(answer.headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=Lax/);
    const [row] = await lab.connection.db.select().from(person);
    expect(row?.passwordHash).toMatch(/^\$argon2id\$/);
    expect((await visitor.get<{ person: { username: string } }>('/session')).body.person.username).toBe('lead');
    expect((await lab.connection.db.select().from(auditEntry)).some((one) => one.act?.is === 'signed-in')).toBe(true);
  });
  it('refuses a wrong password, a missing cookie, a foreign cookie and a missing token', async () => {
    expect((await lab.visitor().signIn('lead', 'wrong')).status).toBe(401);
    expect((await lab.visitor().signIn('nobody', PASSWORD)).status).toBe(401);
    expect((await lab.visitor().get('/lots')).status).toBe(401);
    const foreign = lab.visitor();
    foreign.cookie = 'mercato.sid=s%3Aforged.signature';
    expect((await foreign.get('/lots')).status).toBe(401);
    const lead = await lab.as('lead');
    lead.csrf = 'another page';
    expect((await lead.post('/lots', CLOVER)).body).toMatchObject({ status: 403, code: 'wrong-csrf-token' });
  });
  it('slows guessing down, by name, for all processes at once', async () => {
    const visitor = lab.visitor();
    const statuses = [];
    for (let i = 0; i < 11; i += 1) statuses.push((await visitor.signIn('analyst', `guess ${i}`)).status);
    expect(statuses).toEqual([...Array<number>(10).fill(401), 429]);
    expect((await visitor.signIn('analyst')).status).toBe(429);
    expect((await visitor.signIn('sampler')).status).toBe(200);
    lab.clock.now = new Date(lab.clock.now.getTime() + 16 * 60_000);
    expect((await visitor.signIn('analyst')).status).toBe(200);
  });
  it('ends with signing out, and for someone who may no longer sign in', async () => {
    const sampler = await lab.as('sampler');
    const lead = await lab.as('lead');
    const { people } = (
      await lead.get<{ people: { id: string; username: string; name: string; roles: string[]; version: number }[] }>(
        '/people',
      )
    ).body;
    const one = people.find((each) => each.username === 'sampler');
    if (!one) throw new Error('no sampler');
    expect((await sampler.get('/lots')).status).toBe(200);
    expect(
      (await lead.put(`/people/${one.id}`, { name: one.name, roles: one.roles, active: false }, one.version)).status,
    ).toBe(200);
    expect((await sampler.get('/lots')).status).toBe(401);
    await lead.put(`/people/${one.id}`, { name: one.name, roles: one.roles, active: true }, one.version + 1);
    await lead.send('DELETE', '/session');
    expect((await lead.get('/lots')).status).toBe(401);
  });
});

describe('people and roles', () => {
  it('only the lead adds people; names are taken once; the last lead stays', async () => {
    const lead = await lab.as('lead');
    const fresh = { username: 'ash', name: 'Ash Birch', password: 'twelve letters', roles: ['analyst'] };
    expect((await (await lab.as('analyst')).post('/people', fresh)).status).toBe(403);
    expect((await lead.post('/people', fresh)).status).toBe(201);
    expect((await lead.post('/people', fresh)).body).toMatchObject({ status: 409, errors: [{ path: 'username' }] });
    expect((await lead.post('/people', { ...fresh, username: 'elm', password: 'short' })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'password' }],
    });
    expect(
      (await lead.put(`/people/${lead.id}`, { name: 'x', roles: ['analyst'], active: true }, 1)).body,
    ).toMatchObject({ status: 422, errors: [{ path: 'roles' }] });
  });
});

describe('the first person', () => {
  it('is made once, with the newest link from the terminal', async () => {
    const empty = await openLaboratory();
    try {
      await empty.connection.db.delete(person);
      const old = await makeSetUpLink(empty.connection, empty.clock.now);
      const token = await makeSetUpLink(empty.connection, empty.clock.now);
      const visitor = empty.visitor();
      const first = {
        token,
        username: 'first',
        name: 'First',
        password: 'twelve letters',
        laboratory: 'Home',
        address: '',
        zone: 'Europe/Dublin',
      };
      expect((await visitor.get<{ empty: boolean }>('/session')).body.empty).toBe(true);
      expect((await visitor.post('/set-up', { ...first, token: old })).status).toBe(403);
      expect((await visitor.post('/set-up', { ...first, zone: 'Mars/North' })).body).toMatchObject({
        status: 422,
        errors: [{ path: 'zone' }],
      });
      expect((await visitor.post('/set-up', first)).status).toBe(201);
      expect((await visitor.post('/set-up', { ...first, username: 'second' })).status).toBe(403);
      expect((await visitor.signIn('first', 'twelve letters')).status).toBe(200);
      expect((await empty.connection.db.select().from(laboratory))[0]).toMatchObject({
        name: 'Home',
        zone: 'Europe/Dublin',
      });
    } finally {
      await empty.close();
    }
  });
});
