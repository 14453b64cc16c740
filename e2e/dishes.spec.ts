import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

interface View {
  tests: { dishes: { id: string; code: string; photos: number; shelf: string[]; parts: object }[] }[];
}
interface Photos {
  photos: { id: string; width: number; height: number; bytes: number }[];
}

test('a dish is told apart, photographed, counted again by a second hand, moved and set aside', async ({ page }) => {
  test.slow();
  const hands = new Hands(page);
  const read = <T>(path: string) => page.evaluate(async (of) => (await fetch(`/api${of}`)).json() as Promise<T>, path);
  const lotOf = async (reference: string) =>
    (await read<{ rows: { id: string }[] }>(`/lots?q=${reference}`)).rows[0]?.id ?? '';

  await hands.signIn('marrow');
  const lot = await lotOf('QM-0421');
  // How deep is counted is the whole laboratory's: others count beside this test, so that this page alone is told so.
  await page.route(`**/api/lots/${lot}/germination`, async (route) => {
    const response = await route.fetch();
    await route.fulfill({ response, json: { ...((await response.json()) as object), divided: ['abnormal', 'dead'] } });
  });
  await page.goto(`/lots/${lot}/germination/count`);
  await expect(page.getByRole('group', { name: 'kinds of abnormal' })).toBeVisible();

  await test.step('a class that is told apart asks for its kind; a kind counts for its class', async () => {
    await hands.press('2');
    await expect(page.getByText('Which kind of abnormal?')).toBeVisible();
    await hands.press('6', '8', '8', 'Backspace', '1', '1');
    await expect(page.locator('.tally [data-class="abnormal"]')).toHaveText('2');
    await hands.press('c');
    await expect(page.locator('.dish').first()).toContainText('closed');
    const { tests } = await read<View>(`/lots/${lot}/germination`);
    expect(tests[0]?.dishes[0]?.parts).toMatchObject({ damaged: 1, deformed: 0, decayed: 1 });
  });
  const view = async () => (await read<View>(`/lots/${lot}/germination`)).tests[0]?.dishes ?? [];
  const [dish] = await view();

  await test.step('a photograph is scaled here, and comes back as it was kept', async () => {
    await page.goto(`/lots/${lot}/germination/dishes/${dish?.id ?? ''}`);
    // A picture larger than any that is kept, drawn in the page as a camera would.
    const large = await page.evaluate(async () => {
      const canvas = document.createElement('canvas');
      canvas.width = 3000;
      canvas.height = 2000;
      const paint = canvas.getContext('2d');
      for (let i = 0; i < 4000 && paint; i += 1) {
        paint.fillStyle = `hsl(${(i * 37) % 360} 60% 50%)`;
        paint.fillRect((i * 97) % 3000, (i * 61) % 2000, 60, 40);
      }
      return canvas.toDataURL('image/png').split(',')[1] ?? '';
    });
    await page.getByLabel('note').fill('roots brown at the tip');
    const file = { name: 'dish.png', mimeType: 'image/png', buffer: Buffer.from(large, 'base64') };
    await page.getByLabel('or choose a picture').setInputFiles(file);
    const shown = page.getByRole('img', { name: /roots brown/ });
    await expect(shown).toBeVisible();
    await expect.poll(() => shown.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBe(240);
    const { photos } = await read<Photos>(`/germination/dishes/${dish?.id ?? ''}/photos`);
    expect(photos[0]).toMatchObject({ width: 1600, height: 1067 });
    expect(photos[0]?.bytes).toBeLessThanOrEqual(400_000);
    await shown.click();
    const whole = page.getByRole('dialog').getByRole('img');
    await expect.poll(() => whole.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBe(1600);
    await page.keyboard.press('Escape');
    const text = { name: 'note.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') };
    await page.getByLabel('or choose a picture').setInputFiles(text);
    await expect(page.getByText('cannot read that file as a picture')).toBeVisible();
  });

  await test.step('who counted does not count again; a second hand sees nothing of the first until it is done', async () => {
    await expect(page.getByRole('button', { name: /again, without these figures/ })).toHaveCount(0);
    await page.context().clearCookies();
    await hands.signIn('fennimore');
    await page.goto(`/lots/${lot}/germination/dishes/${dish?.id ?? ''}`);
    await page.getByRole('button', { name: /again, without these figures/ }).click();
    await expect(page.getByRole('columnheader', { name: 'normal' })).toHaveCount(0);
    await hands.press('1', '1', '1', '2');
    await page.reload();
    await page.getByRole('button', { name: /again, without these figures/ }).click();
    await expect(page.locator('.tally [data-class="normal"]')).toHaveText('3');
    await hands.press('c');
    await expect(page.getByRole('row', { name: /counted again/ })).toContainText('3 (+1)');
  });

  await test.step('a dish is moved by a scan of it and of its shelf', async () => {
    await page.goto('/cabinets');
    const { shelves } = await read<{ shelves: { code: string; path: string[] }[] }>('/germination/room');
    const shelf = shelves.find((one) => one.path.join() === 'Germination room,Cabinet 3,Shelf B');
    await page.keyboard.type(dish?.code ?? '');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/is in hand. Scan its shelf/)).toBeVisible();
    await page.keyboard.type(shelf?.code ?? '');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/stands on Germination room › Cabinet 3 › Shelf B/)).toBeVisible();
    expect((await view())[0]?.shelf).toEqual(['Germination room', 'Cabinet 3', 'Shelf B']);
  });

  await test.step('a dish that was dropped is asked for no more', async () => {
    await page.goto(`/lots/${lot}/germination/dishes/${dish?.id ?? ''}`);
    await page.getByRole('button', { name: 'this dish was spoiled' }).click();
    await page.getByLabel('in a few words').fill('slid off the tray');
    await page.getByRole('button', { name: 'Set it aside' }).click();
    await expect(page.getByText(/Set aside, dropped: slid off the tray/)).toBeVisible();
    await page.goto('/today/days');
    await expect(page.getByRole('heading', { name: 'Week' })).toBeVisible();
    await expect(page.getByRole('rowheader', { name: /Cabinet 3 › Shelf B/ })).toHaveCount(0);
  });
});

test('arms are planned side by side and dealt to shelves that have room', async ({ page }) => {
  const hands = new Hands(page);
  await hands.signIn('marrow');
  const lot = await page.evaluate(
    async () => ((await (await fetch('/api/lots?q=QM-0438')).json()) as { rows: { id: string }[] }).rows[0]?.id ?? '',
  );
  await page.goto(`/lots/${lot}/germination`);
  await page.getByLabel('several treatments side by side').click();
  await page.getByLabel(/Cabinet 3 › Shelf A/).check();
  await expect(page.getByText('Room for 8 dishes.')).toBeVisible();
  await page.getByRole('button', { name: 'Set the dishes of all arms' }).click();
  await expect(page.getByRole('heading', { name: /Test 1, untreated/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: /Test 2, pre-chill/ })).toBeVisible();
  await expect(page.getByText('Hundreds dealt to one shelf at random').first()).toBeVisible();
});
