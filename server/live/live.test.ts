import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LiveNote } from '@mercato/contract/http/live';
import { useHands } from '../testing/hands.ts';
import type { Visitor } from '../testing/laboratory.ts';
import { clovers } from '../testing/samples.ts';

const hands = useHands();

/** What a browser hears on the stream, until it leaves. */
class Ear {
  readonly heard: LiveNote[] = [];
  private readonly gone = new AbortController();
  ended = false;

  static async at(who: Visitor): Promise<Ear> {
    const ear = new Ear();
    const response = await fetch(`${who.base}/api/live`, {
      headers: { cookie: who.cookie },
      signal: ear.gone.signal,
    });
    expect(response.status).toBe(200);
    expect(response.headers.get('content-type')).toBe('text/event-stream');
    void ear.listen(response);
    return ear;
  }

  private async listen(response: Response): Promise<void> {
    let rest = '';
    const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
    try {
      for (;;) {
        const part = await reader?.read();
        if (!part || part.done) break;
        const lines = (rest + part.value).split('\n\n');
        rest = lines.pop() ?? '';
        for (const line of lines) this.heard.push(JSON.parse(line.replace(/^data: /, '')) as LiveNote);
      }
    } catch {
      // It left.
    }
    this.ended = true;
  }

  async until(what: (note: LiveNote) => boolean): Promise<LiveNote> {
    for (let tries = 0; tries < 400; tries += 1) {
      const found = this.heard.find(what);
      if (found) return found;
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
    throw new Error(`never heard; only ${JSON.stringify(this.heard)}`);
  }

  leave(): void {
    this.gone.abort();
  }
}

describe('the live stream', () => {
  let here: Ear;
  let there: Ear;
  let other: Visitor;

  beforeAll(async () => {
    here = await Ear.at(hands.lead);
    // A second process that serves the same laboratory.
    other = await hands.lab.anotherProcess('lead');
    there = await Ear.at(other);
  });
  afterAll(() => {
    here.leave();
    there.leave();
  });

  it('tells the other benches which lot was written to, across processes, with ids only', async () => {
    const { lot } = await clovers(hands.analyst, 'L-1');
    for (const ear of [here, there]) {
      const note = await ear.until((one) => one.topics?.includes(`lot:${lot}`) ?? false);
      expect(Object.keys(note)).toEqual(['topics']);
    }
    expect(JSON.stringify([here.heard, there.heard])).not.toContain('Ambersett');
  });

  it('says which page wrote, so that it need not ask for its own answer again; what is refused tells nobody', async () => {
    const page = '01900000-0000-7000-8000-0000000000bb';
    const { lot } = await clovers(hands.analyst, 'L-2');
    const before = here.heard.filter((one) => one.from === page).length;
    await hands.analyst.send(
      'PUT',
      `/lots/${lot}/submitted`,
      { mass: 'much' },
      { 'If-Match': '1', 'Mercato-Page': page },
    );
    await hands.analyst.post(
      `/lots/${lot}/working`,
      { purpose: 'purity', mass: { text: '5.2', unit: 'g' } },
      { 'Mercato-Page': page },
    );
    const note = await there.until((one) => one.from === page);
    expect(note.topics).toEqual([`lot:${lot}`]);
    await here.until((one) => one.from === page);
    expect(here.heard.filter((one) => one.from === page).length - before).toBe(1);
  });

  it('is for people who are signed in', async () => {
    expect((await hands.lab.visitor().get('/live')).status).toBe(401);
  });

  it('after a lost line to the database everybody is told that something may have been missed, and hears on', async () => {
    const { pool } = hands.lab.connection;
    const cut = await pool.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen %' and datname = current_database()`,
    );
    expect(cut.rowCount).toBe(2);
    await here.until((one) => one.missed === true);
    await there.until((one) => one.missed === true);
    const { lot } = await clovers(hands.analyst, 'L-3');
    await here.until((one) => one.topics?.includes(`lot:${lot}`) ?? false);
    await there.until((one) => one.topics?.includes(`lot:${lot}`) ?? false);
  });
});
