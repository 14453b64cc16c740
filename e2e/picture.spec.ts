import { expect, test } from '@playwright/test';
import type { WeightView } from '@mercato/contract/weight/weight';
import { pngOf, turnedJpegOf } from '@mercato/core/testing/pictureFiles';
import { drawSeeds, LOOSE } from '@mercato/core/testing/seedPicture';
import { Hands } from './hands.ts';

const DRAWN = drawSeeds({ ...LOOSE, seed: 5001, width: 1200, height: 900, seeds: 80, touching: 0.3, scaleBar: 400 });
const file = (name: string, bytes: Uint8Array, mimeType = 'image/png') => ({
  name,
  mimeType,
  buffer: Buffer.from(bytes),
});
const SEEDS = file('seeds.png', pngOf(DRAWN.picture));
/** The head of a PNG of 20 000 by 10 000 pixels, and nothing behind it. */
const HUGE = file(
  'huge.png',
  Uint8Array.of(
    137,
    80,
    78,
    71,
    13,
    10,
    26,
    10,
    0,
    0,
    0,
    13,
    73,
    72,
    68,
    82,
    0,
    0,
    78,
    32,
    0,
    0,
    39,
    16,
    8,
    2,
    0,
    0,
    0,
    0,
    0,
    0,
    0,
  ),
);

test('a picture is counted, put right by hand, and measured; what is no picture of seed is refused', async ({
  page,
}) => {
  const hands = new Hands(page);
  await hands.signIn('marrow');
  await page.goto('/picture');
  const chosen = page.getByLabel(/picture/).first();
  const count = page.getByRole('status').first();
  const alert = page.getByRole('alert').first();

  await test.step('what cannot be counted says why', async () => {
    for (const [bad, says] of [
      [HUGE, /200 megapixels, at most 64/],
      [file('words.png', Buffer.from('no picture at all')), /no picture that can be read/],
      [file('torn.png', SEEDS.buffer.subarray(0, 4000)), /no picture that can be read/],
      [
        file('bare.png', pngOf(drawSeeds({ ...LOOSE, seed: 5002, width: 300, height: 200, seeds: 0 }).picture)),
        /Nothing stands out/,
      ],
    ] as const) {
      await chosen.setInputFiles(bad);
      await expect(alert).toContainText(says);
    }
  });

  await test.step('seeds are found', async () => {
    await chosen.setInputFiles(SEEDS);
    await expect(count).toContainText('80 seeds');
    await expect(page.getByRole('alert')).toHaveCount(0);
  });

  await test.step('sizes follow from the bar, weight from the mass', async () => {
    // 400 pixels and 20 across: the bar's longest way, taken for 40 mm, so that a pixel is 0.1 mm, about.
    await hands.write('how long that is, mm', '40');
    const mean = DRAWN.seeds.reduce((sum, one) => sum + one.lengthPx, 0) / 80 / 10;
    const shown = await page.getByRole('row').filter({ hasText: 'length mm' }).getByRole('cell').nth(1).textContent();
    expect(Math.abs(Number(shown) - mean)).toBeLessThan(0.06);
    await hands.write('all of them together, g', '0.8');
    await expect(page.getByText('10.00 g for 1000 seeds')).toBeVisible();
    await hands.write('seeds that should lie there', '81');
    await expect(page.getByText('1 are missing.')).toBeVisible();
  });

  await test.step('hands add one and leave one out, by keys alone', async () => {
    await hands.tabTo(/the picture: arrow keys/, true);
    // Up into the corner, where nothing lies.
    for (let i = 0; i < 8; i += 1) await hands.press('Shift+ArrowUp', 'Shift+ArrowLeft');
    await hands.press('Enter');
    await expect(count).toContainText('81 seeds');
    await expect(count).toContainText('found 80, 1 put right by hand');
    await hands.press('Enter');
    await expect(count).not.toContainText('put right by hand');
  });

  await test.step('a picture on its side is turned, and counts the same, whatever hands changed in the one before', async () => {
    await hands.press('Enter');
    await expect(count).toContainText('81 seeds');
    await chosen.setInputFiles(file('turned.jpg', turnedJpegOf(DRAWN.picture), 'image/jpeg'));
    await expect(count).toContainText('turned upright');
    await expect(count).toContainText('80 seeds');
    await expect(count).not.toContainText('put right by hand');
    const [width, height] = await page
      .locator('.seed-view canvas')
      .evaluate((one: HTMLCanvasElement) => [one.width, one.height]);
    expect([width, height]).toEqual([1200, 900]);
  });
});

test('the whole fraction is weighed and counted from a picture', async ({ page }) => {
  const hands = new Hands(page);
  await hands.signIn('marrow');
  await hands.openLot('QM-0434');
  await hands.letGo();
  await hands.press('5');
  await hands.write('mass of the working sample', '5');
  await hands.button('Draw the sample and start');
  await hands.choose('weighed as', 'the whole');
  await hands.write('all of it, g', '0.152');
  await hands.button('count from a picture: seeds in it');
  await page.getByLabel(/picture: photograph/).setInputFiles(SEEDS);
  await hands.button('Take 80');
  await expect(page.getByLabel('seeds in it', { exact: true })).toHaveValue('80');
  await hands.button('Save the weighings');
  // 0.152 g / 80 × 1000.
  await expect(page.getByText('1.900 g', { exact: true }).first()).toBeVisible();
  const [, lot] = /lots\/([0-9a-f-]{36})/.exec(page.url()) ?? [];
  const view = (await (await page.request.get(`/api/lots/${lot}/weight`)).json()) as WeightView;
  expect(view.tests.at(-1)?.fields.wholeSeeds?.device).toBe('a picture: found 80, 0 put right by hand');
});

test('what has sprouted on a towel is proposed, put right by a press, and taken into a quick answer', async ({
  page,
}) => {
  const towel = drawSeeds({
    ...LOOSE,
    seed: 5002,
    width: 1200,
    height: 900,
    seeds: 14,
    sprouted: 0.5,
    roots: [1.5, 3],
  });
  const hands = new Hands(page);
  await hands.signIn('marrow');
  await page.goto('/quick');
  await hands.button('propose from a picture: seeds tested and sprouted');
  const dialog = page.getByRole('dialog');
  await dialog
    .getByLabel(/picture/)
    .first()
    .setInputFiles(file('towel.png', pngOf(towel.picture)));
  await expect(dialog.getByRole('status').first()).toHaveText(/^7 sprouted of 14/);
  await expect(dialog.getByText(/A proposal/)).toBeVisible();
  // One that has sprouted is taken for a thread: two presses on, it is not sprouted.
  const view = dialog.getByRole('application');
  const box = await view.boundingBox();
  const root = towel.seeds.find((one) => one.root !== null);
  if (!box || !root) throw new Error('no picture, or nothing has sprouted');
  const at = { x: (root.x / 1200) * box.width, y: (root.y / 900) * box.height };
  await view.click({ position: at });
  await expect(dialog.getByRole('status').first()).toHaveText(/^6 sprouted of 13 · 1 put right by hand/);
  await view.click({ position: at });
  await expect(dialog.getByRole('status').first()).toHaveText(/^6 sprouted of 14 · 1 put right by hand/);
  await dialog.getByRole('button', { name: 'Take 6 of 14' }).click();
  await expect(page.getByLabel('seeds tested', { exact: true })).toHaveValue('14');
  await expect(page.getByLabel('sprouted', { exact: true })).toHaveValue('6');
});

test('a count is cancelled and nothing is left of it; above 12 megapixels it is made smaller, and said so', async ({
  page,
}) => {
  const large = drawSeeds({ ...LOOSE, seed: 5003, width: 4400, height: 3000, seeds: 150, halfLength: 60 });
  const hands = new Hands(page);
  await hands.signIn('marrow');
  await page.goto('/picture');
  const chosen = page.getByLabel(/picture/).first();
  const picture = file('large.png', pngOf(large.picture));
  await chosen.setInputFiles(picture);
  await hands.button('Cancel');
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  await expect(page.getByRole('status')).toHaveCount(0);
  await chosen.setInputFiles(picture);
  await expect(page.getByText(/^150 seeds · made smaller for counting: 4400 × 3000 to/)).toBeVisible({
    timeout: 60_000,
  });
});
