/** In headless Chromium, against the demo: a key at the count station to its painted figure, and what a first load costs. */
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import { longBatch } from './longBatch.ts';
import { quantile } from './recorder.ts';

const base = process.env.BENCH_ADDRESS ?? '';
const PER_SECOND = 12;
const FRAME_MS = 1000 / 60;

declare global {
  interface Window {
    painted: number[];
  }
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  chromiumSandbox: process.getuid?.() !== 0,
  args: ['--disable-gpu', '--disable-dev-shm-usage', '--no-proxy-server', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${base}/sign-in`);
await page.getByRole('button', { name: 'Sign in as Ilse Marrow' }).click();
await page.getByRole('heading', { name: 'Today' }).waitFor();

/** Every script that a browser which was never here fetches for a page, once it stands. */
async function scriptsOf(
  address: string,
  stands: (fresh: typeof page) => Promise<unknown>,
  signedIn: boolean,
): Promise<string> {
  const context = await browser.newContext({
    serviceWorkers: 'block',
    ...(signedIn ? { storageState: await page.context().storageState() } : {}),
  });
  const fresh = await context.newPage();
  const scripts = new Map<string, Promise<number>>();
  fresh.on('response', (response) => {
    if (response.request().resourceType() === 'script')
      scripts.set(
        response.url(),
        response.body().then((body) => gzipSync(body).length),
      );
  });
  await fresh.goto(`${base}${address}`);
  await stands(fresh);
  // The live stream keeps the network busy: what a page fetches after it stands comes within a second.
  await fresh.waitForTimeout(1000);
  const bytes = await Promise.all(scripts.values());
  await context.close();
  return `${(bytes.reduce((sum, one) => sum + one, 0) / 1000).toFixed(1)} kB gzip in ${bytes.length} files`;
}
const frame = await scriptsOf('/sign-in', (fresh) => fresh.getByRole('main').waitFor(), false);
console.log(`first-load JavaScript: ${frame} (budget 150 kB)`);
const list = await scriptsOf('/lots', (fresh) => fresh.getByRole('row').nth(1).waitFor(), true);
console.log(`with the list of lots and its table: ${list}`);

/** Listens for a key and for the frame that paints what it changed. */
async function watchKeys(watched: string): Promise<void> {
  await page.evaluate((selector) => {
    window.painted = [];
    const after = new MessageChannel();
    const waiting: number[] = [];
    after.port1.onmessage = () => {
      const now = performance.now();
      for (const pressed of waiting.splice(0)) window.painted.push(now - pressed);
    };
    let pressed: number | null = null;
    window.addEventListener('keydown', (event) => (pressed = /^\d$/.test(event.key) ? event.timeStamp : null), true);
    new MutationObserver(() => {
      if (pressed === null) return;
      const from = pressed;
      pressed = null;
      // The next frame paints the figure; the message comes after it.
      requestAnimationFrame(() => {
        waiting.push(from);
        after.port2.postMessage(0);
      });
    }).observe(document.querySelector(selector) ?? document.body, {
      subtree: true,
      characterData: true,
      childList: true,
    });
  }, watched);
}

let keys = 0;
let begun = 0;
/** Presses keys twelve times a second, by the clock. */
async function pressAll(sequence: readonly string[]): Promise<void> {
  for (const key of sequence) {
    await page.keyboard.press(key);
    keys += 1;
    await page.waitForTimeout(Math.max(0, begun + (keys * 1000) / PER_SECOND - performance.now()));
  }
}

async function report(name: string, stored: number): Promise<void> {
  const seconds = (performance.now() - begun) / 1000;
  const painted = await page.evaluate(() => window.painted);
  const p95 = quantile(painted, 0.95);
  console.log(
    `${name}, key to painted figure: p95 ${(p95 / FRAME_MS).toFixed(2)} frames (${p95.toFixed(1)} ms; p50 ${quantile(painted, 0.5).toFixed(1)} ms; budget 2 frames), ${(keys / seconds).toFixed(1)} keys a second`,
  );
  console.log(`  keys pressed ${keys}, figures painted ${painted.length}, keys that stand in the database ${stored}`);
}

const lotOf = (reference: string) =>
  page.evaluate(
    async (q) => ((await (await fetch(`/api/lots?q=${q}`)).json()) as { rows: { id: string }[] }).rows[0]?.id ?? '',
    reference,
  );

async function countStation(): Promise<void> {
  const lot = await lotOf('QM-0420');
  await page.goto(`${base}/lots/${lot}/germination/count`);
  const figure = page.locator('[data-class="normal"]');
  await figure.waitFor();
  await watchKeys('.tally');
  [keys, begun] = [0, performance.now()];
  for (let dish = 1; dish <= 4; dish += 1) {
    const before = Number(await figure.textContent());
    await pressAll(Array.from({ length: 80 }, () => '1'));
    const counted = Number(await figure.textContent()) - before;
    if (counted !== 80) console.log(`dish ${dish}: ${counted} of 80 keys were counted`);
    await page.keyboard.press('ArrowRight');
  }
  await page.waitForTimeout(1500);
  const stored = await page.evaluate(async (id) => {
    const view = (await (await fetch(`/api/lots/${id}/germination`)).json()) as {
      tests: { dishes: { tallies: { counts: { normal: number } }[] }[] }[];
    };
    return (view.tests[0]?.dishes ?? []).reduce(
      (sum, dish) => sum + dish.tallies.reduce((inner, one) => inner + one.counts.normal, 0),
      0,
    );
  }, lot);
  await report('count station', stored);
}

/** Seeds that the server holds of a search, over all trays. */
const found = (lot: string) =>
  page.evaluate(async (id) => {
    const view = (await (await fetch(`/api/lots/${id}/other-seeds`)).json()) as {
      tests: { trays: { tallies: { seeds: number }[] }[] }[];
    };
    return (view.tests.at(-1)?.trays ?? []).reduce(
      (sum, tray) => sum + tray.tallies.reduce((inner, one) => inner + one.seeds, 0),
      0,
    );
  }, lot);

/** A minute at the search, then a minute without the server, then a sample of 200 species and 2 000 keys. */
async function findStation(): Promise<void> {
  const lot = await lotOf('QM-0434');
  await page.goto(`${base}/lots/${lot}/other-seeds`);
  await page.locator('.finds .cat').first().waitFor();
  const minute = Array.from({ length: 60 * PER_SECOND }, (_, i) => String((i % 5) + 1));
  let before = await found(lot);
  await watchKeys('.finds');
  [keys, begun] = [0, performance.now()];
  await pressAll(minute);
  await page.waitForTimeout(2500);
  await report('search for other seeds', (await found(lot)) - before);

  before = await found(lot);
  await page.context().setOffline(true);
  await page.evaluate(() => (window.painted = []));
  [keys, begun] = [0, performance.now()];
  await pressAll(minute);
  await page.context().setOffline(false);
  for (let i = 0; i < 100 && (await found(lot)) - before < minute.length; i += 1) await page.waitForTimeout(200);
  await page.waitForTimeout(2000);
  await report('the same through 60 s without the server', (await found(lot)) - before);

  // Another hand takes the tray, tallies in it, and puts it down.
  const { csrf } = (await (await page.request.get(`${base}/api/session`)).json()) as { csrf: string };
  const view = (await (await page.request.get(`${base}/api/lots/${lot}/other-seeds`)).json()) as {
    tests: { id: string }[];
  };
  const hand = crypto.randomUUID();
  const post = async (path: string, data: object) => {
    const answer = await page.request.post(`${base}/api/other-seeds/tests/${view.tests.at(-1)?.id ?? ''}${path}`, {
      headers: { 'X-CSRF-Token': csrf, 'Idempotency-Key': crypto.randomUUID(), 'Mercato-Page': hand },
      data,
    });
    if (!answer.ok()) throw new Error(`answered ${answer.status()}: ${await answer.text()}`);
    return (await answer.json()) as { tests: { trays: { number: number; held: { turn: number } }[] }[] };
  };
  const taken = await post('/trays/2/hand', { act: 'take', turn: 0 });
  const turn = taken.tests.at(-1)?.trays.find((one) => one.number === 2)?.held.turn ?? 0;
  for (let batch = 0; batch < 4; batch += 1)
    await post('/tallies', {
      session: crypto.randomUUID(),
      page: hand,
      keys: Array.from({ length: 500 }, (_, i) => ({
        sequence: i,
        tray: 2,
        species: `Genus species${(batch * 500 + i) % 200}`,
        seeds: 1,
        turn,
      })),
    });
  await post('/trays/2/hand', { act: 'leave', turn });
  await page.goto(`${base}/lots`);
  await page.getByRole('row').nth(1).waitFor();
  const scripting = await scriptingOf();
  const times: number[] = [];
  await page.goto(`${base}/lots/${lot}`);
  await page.getByRole('listitem').first().waitFor();
  await page.waitForFunction(() => document.querySelector('main:not([aria-busy])') !== null);
  for (let i = 0; i < 6; i += 1) {
    const start = await scripting();
    await page.keyboard.press('3');
    // Nobody looks while it opens: looking is scripting too.
    await page.waitForTimeout(2000);
    times.push((await scripting()) - start);
    if ((await page.locator('.finds .cat').count()) < 200) console.log('the search did not open');
    await page.keyboard.press('l');
    await page.waitForTimeout(1500);
  }
  const [first = Number.NaN, ...next] = times;
  console.log(
    `opening a search of 205 species and over 2 000 keys: ${quantile(next, 0.5).toFixed(0)} ms of scripting (p50 of 5; highest ${Math.max(...next).toFixed(0)}; the first of a session, with its code, ${first.toFixed(0)}; budget 100)`,
  );
}

/** Answers with the milliseconds that scripts of the page took until now. */
async function scriptingOf(): Promise<() => Promise<number>> {
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  return async () =>
    ((await session.send('Performance.getMetrics')).metrics.find((one) => one.name === 'ScriptDuration')?.value ?? 0) *
    1000;
}

/** A batch of sixty passes, from the list to its picture. */
async function openBatch(): Promise<void> {
  const { csrf } = (await (await page.request.get(`${base}/api/session`)).json()) as { csrf: string };
  const send = async (method: 'post' | 'put', path: string, data: object) => {
    const answer = await page.request[method](`${base}/api${path}`, {
      headers: { 'X-CSRF-Token': csrf, 'Idempotency-Key': crypto.randomUUID() },
      data,
    });
    if (!answer.ok()) throw new Error(`answered ${answer.status()}: ${await answer.text()}`);
    return (await answer.json()) as { id: string };
  };
  const batch = await send('post', '/shed/batches', {
    name: 'sixty passes',
    goal: 'purity',
    purpose: 'sale',
    rights: 'saleable',
    note: '',
    accession: { ...UNKNOWN_HEADER, kind: 'oats', species: 'Avena sativa', harvestYear: 2026, harvestMonth: 8 },
  });
  const entries = longBatch(60);
  // Ids of the wire are uuids.
  const ids = new Map<string, string>();
  const wired = (value: string) => {
    if (!/^[vsdp]\d+$/.test(value)) return value;
    if (!ids.has(value)) ids.set(value, crypto.randomUUID());
    return ids.get(value) ?? '';
  };
  for (const { entry } of entries)
    await send(
      'put',
      `/shed/batches/${batch.id}/lines/${crypto.randomUUID()}`,
      JSON.parse(JSON.stringify(entry), (key, value: unknown) =>
        typeof value === 'string' && key !== 'name' && key !== 'text' ? wired(value) : value,
      ) as object,
    );
  await page.goto(`${base}/shed`);
  const opens = page.getByRole('link', { name: 'B-', exact: false }).first();
  await opens.waitFor();
  const scripting = await scriptingOf();
  const times: number[] = [];
  for (let i = 0; i < 6; i += 1) {
    const start = await scripting();
    await opens.click();
    await page.waitForTimeout(2500);
    times.push((await scripting()) - start);
    if ((await page.getByRole('table', { name: 'passes' }).getByRole('row').count()) !== 13)
      console.log('the batch did not open');
    await page.goBack();
    await page.waitForTimeout(1500);
  }
  const [first = Number.NaN, ...next] = times;
  console.log(
    `opening a batch of 60 passes (${entries.length} lines): ${quantile(next, 0.5).toFixed(0)} ms of scripting (p50 of 5; highest ${Math.max(...next).toFixed(0)}; the first of a session, with its code, ${first.toFixed(0)}; budget 100)`,
  );
}

await openBatch();
await countStation();
await findStation();
await browser.close();
