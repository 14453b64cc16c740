/** In headless Chromium, against the demo: a key at the count station to its painted figure, and what a first load costs. */
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
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
await page.getByRole('heading', { name: 'Lots' }).waitFor();

// First load: every script that a fresh page of the list fetches.
const scripts = new Map<string, number>();
page.on('response', (response) => {
  if (response.request().resourceType() === 'script')
    void response.body().then((body) => scripts.set(response.url(), gzipSync(body).length));
});
await page.goto(`${base}/lots`);
await page.getByRole('row').nth(1).waitFor();
await page.waitForLoadState('networkidle');
const kilobytes = [...scripts.values()].reduce((sum, bytes) => sum + bytes, 0) / 1000;
console.log(`first-load JavaScript: ${kilobytes.toFixed(1)} kB gzip in ${scripts.size} files (budget 150 kB)`);
page.removeAllListeners('response');

const lot = await page.evaluate(
  async () => ((await (await fetch('/api/lots?q=QM-0420')).json()) as { rows: { id: string }[] }).rows[0]?.id ?? '',
);
await page.goto(`${base}/lots/${lot}/germination/count`);
const figure = page.locator('[data-class="normal"]');
await figure.waitFor();
await page.evaluate(() => {
  window.painted = [];
  const after = new MessageChannel();
  const waiting: number[] = [];
  after.port1.onmessage = () => {
    const now = performance.now();
    for (const pressed of waiting.splice(0)) window.painted.push(now - pressed);
  };
  let pressed: number | null = null;
  window.addEventListener('keydown', (event) => (pressed = event.key === '1' ? event.timeStamp : null), true);
  new MutationObserver(() => {
    if (pressed === null) return;
    const from = pressed;
    pressed = null;
    // The next frame paints the figure; the message comes after it.
    requestAnimationFrame(() => {
      waiting.push(from);
      after.port2.postMessage(0);
    });
  }).observe(document.querySelector('.tally') ?? document.body, {
    subtree: true,
    characterData: true,
    childList: true,
  });
});
let keys = 0;
const begun = performance.now();
for (let dish = 1; dish <= 4; dish += 1) {
  const before = Number(await figure.textContent());
  for (let i = 0; i < 80; i += 1) {
    await page.keyboard.press('1');
    keys += 1;
    await page.waitForTimeout(Math.max(0, begun + (keys * 1000) / PER_SECOND - performance.now()));
  }
  const counted = Number(await figure.textContent()) - before;
  if (counted !== 80) console.log(`dish ${dish}: ${counted} of 80 keys were counted`);
  await page.keyboard.press('ArrowRight');
}
const seconds = (performance.now() - begun) / 1000;
await page.waitForTimeout(1500);
const painted = await page.evaluate(() => window.painted);
const stored = await page.evaluate(async (id) => {
  const view = (await (await fetch(`/api/lots/${id}/germination`)).json()) as {
    tests: { dishes: { tallies: { counts: { normal: number } }[] }[] }[];
  };
  return (view.tests[0]?.dishes ?? []).reduce(
    (sum, dish) => sum + dish.tallies.reduce((inner, one) => inner + one.counts.normal, 0),
    0,
  );
}, lot);
const p95 = quantile(painted, 0.95);
console.log(
  `key to painted figure: p95 ${(p95 / FRAME_MS).toFixed(2)} frames (${p95.toFixed(1)} ms; p50 ${quantile(painted, 0.5).toFixed(1)} ms; budget 2 frames), ${(keys / seconds).toFixed(1)} keys a second`,
);
console.log(`keys pressed ${keys}, figures painted ${painted.length}, keys that stand in the database ${stored}`);
await browser.close();
