import { request } from 'node:http';
import { desc } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonView, ResetLink } from '@mercato/contract/register/people';
import type { DraftView } from '@mercato/contract/rule-books/editions';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { PacketView } from '@mercato/contract/store/packets';
import { makeApp } from '../app.ts';
import { connect } from '../database/connect.ts';
import { prune } from '../database/prune.ts';
import { Feed } from '../live/feed.ts';
import { auditEntry, idempotencyKey, rateLimit } from '../register/tables.ts';
import { CLOVER, type Laboratory, openLaboratory, PASSWORD, type Visitor } from '../testing/laboratory.ts';
import { withoutParameters } from './logged.ts';

let lab: Laboratory;
let lead: Visitor;
beforeAll(async () => {
  lab = await openLaboratory();
  lead = await lab.as('lead');
});
afterAll(() => lab.close());

const people = async () => (await lead.get<{ people: PersonView[] }>('/people')).body.people;
const named = async (username: string) => {
  const found = (await people()).find((one) => one.username === username);
  if (!found) throw new Error(`no ${username}`);
  return found;
};
const add = async (username: string, roles = ['analyst']) => {
  const { status } = await lead.post('/people', { username, name: `Name ${username}`, password: PASSWORD, roles });
  expect(status).toBe(201);
  return named(username);
};
const signedIn = async (username: string, password = PASSWORD) => {
  const visitor = lab.visitor();
  expect((await visitor.signIn(username, password)).status).toBe(200);
  return visitor;
};
const lastActs = async (n: number) =>
  (await lab.connection.db.select().from(auditEntry).orderBy(desc(auditEntry.seq)).limit(n)).map((one) => one.act?.is);

/** Resolves when the stream of somebody ends. */
async function stream(who: Visitor): Promise<{ ends: Promise<void> }> {
  const response = await fetch(`${who.base}/api/live`, { headers: { cookie: who.cookie } });
  expect(response.status).toBe(200);
  const reader = response.body?.getReader();
  return {
    ends: (async () => {
      while (reader && !(await reader.read()).done);
    })(),
  };
}
const within = <T>(promise: Promise<T>, ms = 5000) =>
  Promise.race([promise, new Promise((_, reject) => setTimeout(() => reject(new Error('too long')), ms))]);

describe('how a person writes and reads', () => {
  interface Session {
    reading: object | null;
  }
  const SAID = { mark: ',', order: 'year first', degrees: 'F', heavy: 'lb' };
  it('is theirs, wherever they sign in; nobody else’s, and nothing that is no code', async () => {
    await add('sorrel');
    const [here, there] = [await signedIn('sorrel'), await signedIn('sorrel')];
    expect((await here.get<Session>('/session')).body.reading).toBeNull();
    expect((await here.send('PUT', '/me/reading', SAID)).status).toBe(200);
    expect((await there.get<Session>('/session')).body.reading).toEqual(SAID);
    expect((await lead.get<Session>('/session')).body.reading).toBeNull();
    expect((await lab.visitor().get<Session>('/session')).body.reading).toBeNull();
    for (const [key, value] of Object.entries({ mark: ';', order: 'day', degrees: 'K', heavy: 'stone' }))
      expect((await here.send('PUT', '/me/reading', { ...SAID, [key]: value })).body).toMatchObject({
        status: 422,
        errors: [{ path: key }],
      });
    expect((await lab.visitor().send('PUT', '/me/reading', SAID)).status).toBe(401);
    expect((await there.get<Session>('/session')).body.reading).toEqual(SAID);
  });
});

describe('a password', () => {
  it('is changed by whoever it is of; other sessions and their streams end', async () => {
    await add('rowan');
    const [here, there] = [await signedIn('rowan'), await signedIn('rowan')];
    const [hereIs, thereIs] = [await stream(here), await stream(there)];
    const change = (current: string, next: string) => here.send('PUT', '/me/password', { current, next });
    expect((await change('not the password', 'walnut ladder copper fog')).body).toMatchObject({
      status: 422,
      errors: [{ path: 'current' }],
    });
    expect((await change(PASSWORD, 'short')).body).toMatchObject({ status: 422, errors: [{ path: 'next' }] });
    expect((await change(PASSWORD, 'walnut ladder copper fog')).status).toBe(200);
    await within(thereIs.ends);
    expect((await there.get('/lots')).status).toBe(401);
    expect((await here.get('/lots')).status).toBe(200);
    expect((await lab.visitor().signIn('rowan')).status).toBe(401);
    await signedIn('rowan', 'walnut ladder copper fog');
    await here.send('DELETE', '/session');
    await within(hereIs.ends);
  });

  it.each(['password1234', '123456789012', 'qwertyuiop12', 'aaaaaaaaaaaa', 'hazelhazelhazel', 'letmeinletmein'])(
    'as easy to guess as %s is refused',
    async (password) => {
      const fresh = { username: 'hazel', name: 'Hazel', password, roles: ['analyst'] };
      expect((await lead.post('/people', fresh)).body).toMatchObject({
        status: 422,
        errors: [{ path: 'password', message: expect.stringContaining('too easy to guess') as string }],
      });
    },
  );

  it('is set anew by a link of the lead’s, once, within a day, and never shown twice', async () => {
    const elder = await add('elder');
    const before = await signedIn('elder');
    const make = (who = lead, key?: string) =>
      who.post<ResetLink>(`/people/${elder.id}/reset`, {}, key ? { 'Idempotency-Key': key } : {});
    expect((await make(await lab.as('analyst'))).status).toBe(403);
    const first = (await make(lead, 'once')).body;
    expect((await make(lead, 'once')).body).toMatchObject({ status: 422, code: 'key-reused' });
    const { body } = await make();
    const set = (token: string, password = 'walnut ladder copper fog') =>
      lab.visitor().send('POST', '/reset', { token, password });
    // A later link replaces the earlier one.
    expect((await set(first.token)).status).toBe(403);
    expect((await set(body.token, 'password1234')).body).toMatchObject({ errors: [{ path: 'password' }] });
    expect((await set(body.token)).status).toBe(201);
    expect((await set(body.token)).status).toBe(403);
    expect((await before.get('/lots')).status).toBe(401);
    await signedIn('elder', 'walnut ladder copper fog');
    const late = (await make()).body;
    lab.clock.now = new Date(lab.clock.now.getTime() + 24 * 3_600_000 + 1);
    expect((await set(late.token)).status).toBe(403);
    lead = await lab.as('lead');
    const { rows } = await lab.connection.pool.query<{ text: string }>(
      'select (t.*)::text as text from password_reset t union all select (a.*)::text from audit_entry a union all select (i.*)::text from idempotency_key i',
    );
    for (const secret of [body.token, late.token, 'walnut ladder copper fog'])
      expect(rows.some((one) => one.text.includes(secret))).toBe(false);
  });
});

describe('people', () => {
  it('failed sign-ins and sign-outs stand in the trail, without what was typed', async () => {
    const visitor = lab.visitor();
    await visitor.signIn('rowan', 'a wrong secret of mine');
    await visitor.signIn('stranger', 'a wrong secret of mine');
    expect(await lastActs(2)).toEqual(['sign-in-failed', 'sign-in-failed']);
    const analyst = await lab.as('analyst');
    await analyst.send('DELETE', '/session');
    expect(await lastActs(2)).toEqual(['signed-out', 'signed-in']);
    const { rows } = await lab.connection.pool.query<{ text: string }>('select (a.*)::text as text from audit_entry a');
    expect(rows.some((one) => one.text.includes('a wrong secret'))).toBe(false);
  });

  it('one lead is left always, also where two take each other’s leave at once', async () => {
    const [a, b] = [await add('ash', ['lead']), await add('birch', ['lead'])];
    const [ash, birch] = [await signedIn('ash'), await signedIn('birch')];
    const first = await named('lead');
    const demote = (who: Visitor, of: PersonView, change: object = { roles: ['analyst'] }) =>
      who.put(`/people/${of.id}`, { name: of.name, roles: of.roles, active: of.active, ...change }, of.version);
    expect((await demote(ash, first)).status).toBe(200);
    const answers = await Promise.all([demote(ash, b), demote(birch, a)]);
    expect(answers.map((one) => one.status).sort()).not.toEqual([200, 200]);
    const { rows } = await lab.connection.pool.query<{ username: string }>(
      `select username from person where 'lead' = any(roles) and active`,
    );
    expect(rows).toHaveLength(1);
    const last = rows[0]?.username === 'ash' ? ash : birch;
    const back = await named('lead').catch(() => first);
    await last.put(`/people/${back.id}`, { name: back.name, roles: ['lead'], active: true }, back.version);
    lead = await lab.as('lead');
  });

  it('whoever may no longer sign in loses the streams that are open too', async () => {
    const cedar = await add('cedar');
    const { ends } = await stream(await signedIn('cedar'));
    await lead.put(`/people/${cedar.id}`, { name: cedar.name, roles: cedar.roles, active: false }, cedar.version);
    await within(ends);
  });
});

describe('what comes in and goes out', () => {
  it('an edition without its tables goes into no use, and a table of a name that every object has is none', async () => {
    for (const [book, table] of [
      ['noxious', 'species'],
      ['market', 'minimum-standards'],
    ])
      expect(
        (await lead.post('/rule-books/drafts/file', { book, name: 'Empty', year: 2026, tables: {} })).body,
      ).toMatchObject({ status: 422, errors: [{ path: `tables.${table}` }] });
    const { body } = await lead.get<{ editions: { id: string; book: string }[] }>('/rule-books');
    const ista = body.editions.find((one) => one.book === 'ista')?.id ?? '';
    const draft = (await lead.post<DraftView>('/rule-books/drafts', { basedOn: ista, name: 'Copy', year: 2026 })).body;
    for (const name of ['constructor', '__proto__', 'toString']) {
      const rows = [{ species: 'x' }];
      const written = await lead.put(`/rule-books/drafts/${draft.id}/tables/${name}`, { rows }, draft.version);
      expect(written.status, name).toBe(404);
      expect((await lead.get(`/rule-books/${ista}/tables/${name}.csv`)).status, name).toBe(404);
    }
  });

  it('characters that are not seen are refused in names', async () => {
    for (const variety of ['a\u0007b', 'a\u202eb', 'a\u2066b', 'a\u0085b'])
      expect((await lead.post('/lots', { ...CLOVER, reference: 'UNSEEN', variety })).body).toMatchObject({
        status: 422,
        errors: [{ path: 'variety' }],
      });
    expect((await lead.post('/lots', { ...CLOVER, reference: 'SEEN', variety: 'Été d’or 春' })).status).toBe(201);
  });

  it('cells that a spreadsheet would run leave escaped, and come back as they were', async () => {
    const variety = '=HYPERLINK("http://x","y")';
    await lead.post('/lots', { ...CLOVER, reference: '+F-1', variety, origin: '@SUM(1)' });
    const text = (await lead.bytes('/export/lots.csv')).body.toString('utf8');
    for (const line of text.split(/\r?\n/))
      for (const cell of line.split(',')) expect(cell.replace(/^"/, '')).not.toMatch(/^[=+@]/);
    const again = text
      .split('\n')
      .filter((line, i) => i === 0 || line.startsWith("'+F-1,"))
      .map((line) => line.replace("'+F-1", "'+F-2"))
      .join('\n');
    const answer = await lead.send('POST', '/import/lots', again, { 'Content-Type': 'text/csv' });
    expect(answer.body).toMatchObject({ lots: 1, references: ['+F-2'] });
    const { rows } = await lab.connection.pool.query<{ header: { variety: string; origin: string } }>(
      `select r.header from lot_revision r join lot l on l.id = r.lot_id where l.reference = '+F-2'`,
    );
    expect(rows[0]?.header).toMatchObject({ variety, origin: '@SUM(1)' });
    await lead.post<PacketView>('/store/packets', {
      accession: { ...UNKNOWN_HEADER, kind: 'leek', species: 'Allium porrum', harvestYear: 2024, from: '-2+3' },
      packet: {
        amount: { by: 'count', seeds: 5 },
        packedOn: '2024',
        supplier: '',
        wrapping: 'paper',
        placeId: null,
        note: '=1+1',
      },
    });
    expect((await lead.bytes('/store/packets.csv')).body.toString('utf8')).toContain("'=1+1");
  });

  it('a failed query is logged with its text and never with what it was given', async () => {
    const secret = '$argon2id$a-hash';
    const failed = await lab.connection.db
      .insert(rateLimit)
      .values({ key: secret, hits: 2 ** 40, resetAt: lab.clock.now })
      .catch((error: unknown) => error);
    expect(failed).toBeInstanceOf(Error);
    expect(JSON.stringify([String(failed), (failed as Error).stack])).toContain(secret);
    const logged = JSON.stringify(withoutParameters(failed));
    expect(logged).not.toContain(secret);
    expect(logged).toContain('insert into');
    expect(logged).toContain('22003');
  });

  it('asked for under a foreign name it answers nothing, so that no page of elsewhere speaks to it', async () => {
    const connection = connect(lab.connection.url);
    const feed = new Feed(connection.url);
    const { app } = await makeApp({
      connection,
      feed,
      clock: () => lab.clock.now,
      log: () => undefined,
      hosts: ['127.0.0.1', 'localhost'],
    });
    const server = app.listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    const { port } = server.address() as { port: number };
    const ask = (host: string) =>
      new Promise<number | undefined>((resolve, reject) => {
        request({ port, host: '127.0.0.1', path: '/api/session', headers: { host } }, (answer) => {
          answer.resume();
          resolve(answer.statusCode);
        })
          .on('error', reject)
          .end();
      });
    expect(await ask(`127.0.0.1:${port}`)).toBe(200);
    expect(await ask('LOCALHOST')).toBe(200);
    for (const host of ['evil.example', `evil.example:${port}`, 'localhost.evil.example'])
      expect(await ask(host), host).toBe(421);
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
    await feed.stop();
    await connection.pool.end();
  });

  it('what is kept for a time only is cleared away when that is over', async () => {
    const { db } = lab.connection;
    const at = (days: number) => new Date(lab.clock.now.getTime() - days * 86_400_000);
    const key = (name: string, days: number) => ({
      personId: lead.id,
      route: 'x',
      key: name,
      bodyHash: 'h',
      createdAt: at(days),
    });
    await db.insert(idempotencyKey).values([key('old', 30.1), key('young', 29.9)]);
    await db.insert(rateLimit).values([
      { key: 'over', hits: 3, resetAt: at(0.001) },
      { key: 'runs', hits: 3, resetAt: at(-0.001) },
    ]);
    await prune(lab.connection, lab.clock.now);
    const keys = (await db.select().from(idempotencyKey)).map((one) => one.key);
    expect([keys.includes('old'), keys.includes('young')]).toEqual([false, true]);
    const limits = (await db.select().from(rateLimit)).map((one) => one.key);
    expect([limits.includes('over'), limits.includes('runs')]).toEqual([false, true]);
  });
});
