// `npm run screenshots`: the pictures in docs/screenshots, made from the demo that `npm start` serves at PORT.
import path from 'node:path';
import { chromium } from '@playwright/test';
import { pngOf } from '../core/testing/pictureFiles.ts';
import { drawSeeds, LOOSE } from '../core/testing/seedPicture.ts';
import { PROJECT } from './tools.mjs';

const base = `http://127.0.0.1:${process.env.PORT ?? 4310}`;
const VIEWS = [
  ['today', '/today'],
  ['lots', '/lots'],
  ['lot', 'QM-0417'],
  ['count', 'QM-0417/germination/count'],
  ['purity', 'QM-0431/purity'],
  ['sampling', 'QM-0436/sampling'],
  ['other-seeds-dark', 'QM-0434/other-seeds'],
  ['drying', '/drying?kind=wheat&temperature=25&moisture=18&target=13&mass=1000&unit=kg&way=bin&airM3h=500'],
  ['germination', 'QM-0402/germination'],
  ['release', 'QM-0388/release'],
  ['rule-books', '/rules'],
];

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  chromiumSandbox: process.getuid() !== 0,
  args: [
    '--disable-gpu',
    '--disable-dev-shm-usage',
    '--no-proxy-server',
    '--font-render-hinting=none',
    '--force-color-profile=srgb',
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
const shoot = async (name) => {
  // The live stream never ends, so the network is never idle.
  await page.waitForFunction(() => !globalThis.document.querySelector('[aria-busy=true]'));
  await page.waitForTimeout(900);
  await page.screenshot({ path: path.join(PROJECT, 'docs', 'screenshots', `${name}.png`) });
};
// One question without an account, on a phone.
await page.setViewportSize({ width: 390, height: 844 });
await page.goto(base);
for (const [gap, text] of [
  ['kind', 'leek'],
  ['sprouted', '10'],
  ['days', '12'],
  ['degrees', '27'],
])
  await page.getByLabel(gap, { exact: true }).fill(text);
await page.getByRole('status').getByRole('heading').waitFor();
await shoot('front');
await page.setViewportSize({ width: 1280, height: 800 });
await page.goto(`${base}/sign-in`);
await page.getByRole('button', { name: 'Sign in as Ilse Marrow' }).click();
await page.waitForURL('**/today');
for (const [name, address] of VIEWS) {
  const [reference, ...rest] = address.split('/');
  let url = address;
  if (reference) {
    const id = await page.evaluate(async (q) => (await (await fetch(`/api/lots?q=${q}`)).json()).rows[0].id, reference);
    url = ['/lots', id, ...rest].join('/');
  }
  await page.evaluate(
    (theme) => localStorage.setItem('mercato.theme', theme),
    name.endsWith('dark') ? 'dark' : 'light',
  );
  await page.goto(base + url);
  await page.waitForFunction(() => !globalThis.document.querySelector('[aria-busy=true]'));
  if (name.startsWith('count')) {
    await page.locator('.tally').waitFor();
    await page.keyboard.type(name === 'count' ? 't1t1t11111222333' : '5');
  }
  if (name === 'purity') {
    // The first half, with the balance that stands beside it.
    await page.getByRole('button', { name: /test 1/ }).click();
    await page.getByLabel('balance of this bench').last().selectOption({ index: 1 });
    await page.locator('.balance-strip .shown.steady').waitFor();
    await page.locator('#mass-otherSeeds').focus();
    await page.getByRole('button', { name: '0.6' }).click();
    await page.locator('#mass-otherSeeds').focus();
  }
  await shoot(name);
  await page.evaluate(() => {
    localStorage.removeItem('mercato.station');
    localStorage.removeItem('mercato.balance');
  });
}
// A draw and its walk need a sampler, and a lot that nobody has sampled yet.
await page.context().clearCookies();
await page.goto(`${base}/sign-in`);
await page.getByRole('button', { name: 'Sign in as Anselm Thorne' }).click();
await page.waitForURL('**/today');
const lot = await page.evaluate(async () => (await (await fetch('/api/lots?q=QM-0442')).json()).rows[0].id);
await page.goto(`${base}/lots/${lot}/sampling`);
await page.getByRole('heading', { name: 'Containers' }).waitFor();
if (await page.getByText('Not drawn yet.').isVisible()) {
  await page.getByLabel('seed', { exact: true }).fill('1871');
  await page.getByRole('button', { name: 'Select containers' }).click();
}
await page.getByRole('link', { name: 'Take the samples' }).click();
await page.setViewportSize({ width: 390, height: 844 });
for (let i = 0; i < 5; i += 1) {
  const before = await page.locator('.walk-next .n').innerText();
  await page.getByRole('button', { name: 'Drawn' }).click();
  await page.waitForFunction((n) => globalThis.document.querySelector('.walk-next .n')?.textContent !== n, before);
  await page.waitForTimeout(600); // a faster tap would be a double tap
}
await page.getByText('kept to send').waitFor({ state: 'detached' });
await page.evaluate(() => globalThis.scrollTo(0, 0));
await shoot('walk');
// The seed store: its list on the desk, the daily look and the walk through causes on a phone.
const first = (address, list) =>
  page.evaluate(
    async ([path, key]) => (await (await fetch(`/api${path}`)).json())[key].map((one) => one.id),
    [address, list],
  );
const [round] = await first('/rounds', 'rounds');
const bags = await first(`/rounds/${round}`, 'bagsOf');
await page.goto(`${base}/store/rounds/${round}`);
await page.getByText('Next bag').waitFor();
await shoot('round');
await page.goto(`${base}/store/bags/${bags[1]}`);
await page.getByRole('heading', { name: 'Bad seed or bad test?' }).scrollIntoViewIfNeeded();
await shoot('bad-seed-or-bad-test');
await page.setViewportSize({ width: 1280, height: 800 });
await page.goto(`${base}/store`);
await page.getByRole('table', { name: 'packets' }).getByRole('row').nth(1).waitFor();
await shoot('store');
// The shed: a truckload on its way.
const loaded = await page.evaluate(
  async () => (await (await fetch('/api/shed/batches?q=oats&state=all')).json()).rows[0].id,
);
await page.goto(`${base}/shed/batches/${loaded}`);
await page.getByRole('table', { name: 'passes' }).waitFor();
await shoot('shed');
// Drawn seed, counted, and measured by the bar beside it.
const { picture } = drawSeeds({ ...LOOSE, seed: 21, touching: 0.3, scaleBar: 400 });
await page.goto(`${base}/picture`);
await page
  .getByLabel(/picture/)
  .first()
  .setInputFiles({ name: 'seeds.png', mimeType: 'image/png', buffer: Buffer.from(pngOf(picture)) });
await page.locator('.seed-view').waitFor();
await page.getByLabel('how long that is, mm').fill('40');
await page.getByRole('heading', { name: 'Count from a picture' }).click();
await shoot('picture');
// What it knows of its air.
const refrigerator = (await page.evaluate(async () => (await (await fetch('/api/store/places')).json()).places)).find(
  (one) => one.kind === 'refrigerator',
);
await page.goto(`${base}/store/places/${refrigerator.id}`);
await page.locator('.apexcharts-svg').nth(1).waitFor();
await page.getByRole('heading', { name: 'Its air', exact: true }).scrollIntoViewIfNeeded();
await page.evaluate(() => globalThis.scrollBy(0, 500));
await shoot('place-air');
await browser.close();
