import { type Browser, expect, type Page, test } from '@playwright/test';
import { Hands } from './hands.ts';

const at = async (browser: Browser, username: string): Promise<Hands> => {
  const hands = new Hands(await (await browser.newContext()).newPage());
  await hands.signIn(username);
  return hands;
};
const normal = (page: Page) => page.locator('[data-class="normal"]');

// Source: the issue: keys that two people pressed on one dish were added in silence, and nobody saw the other.
test('two people at one dish: each sees who has it, one takes it over, and what came late is nobody’s secret', async ({
  browser,
}) => {
  const ilse = await at(browser, 'marrow');
  const oda = await at(browser, 'fennimore');
  await ilse.openLot('QM-0409');
  const lot = /lots\/([0-9a-f-]{36})/.exec(ilse.page.url())?.[1] ?? '';
  for (const { page } of [ilse, oda]) {
    await page.goto(`/lots/${lot}/germination/count`);
    await expect(normal(page)).toBeVisible();
  }
  const before = Number(await normal(ilse.page).textContent());
  const shows = (page: Page, more: number) => expect(normal(page)).toHaveText(String(before + more));

  await test.step('what one presses shows at the other bench, with whose hands it is in', async () => {
    await ilse.press('1', '1', '1');
    await expect(oda.page.getByText('Ilse Marrow has dish 1 in hand')).toBeVisible();
    await shows(oda.page, 3);
    await oda.press('1');
    await shows(oda.page, 3);
    await expect(oda.page.locator('.dish.open small')).toContainText('Ilse Marrow');
  });

  await test.step('taking over is an act; keys that were pressed without a network come late', async () => {
    await ilse.page.route('**/tallies', (route) => route.abort());
    await ilse.press('1', '1', '5');
    await shows(ilse.page, 5);
    await oda.button('Take dish 1 over');
    await expect(oda.page.getByText('has dish 1 in hand')).toHaveCount(0);
    await oda.letGo();
    await oda.press('1');
    await shows(oda.page, 4);
    await expect(ilse.page.getByText('Oda Fennimore has dish 1 in hand')).toBeVisible();
    await ilse.page.unroute('**/tallies');
    for (const { page } of [ilse, oda]) {
      await expect(page.getByText('keys of Ilse Marrow came after dish 1 was in other hands')).toBeVisible();
      await expect(page.getByText('2 normal, 1 dead. They are saved, and not counted.')).toBeVisible();
      await shows(page, 4);
    }
  });

  await test.step('both see what becomes of them, and the counting goes on from there', async () => {
    await ilse.button('Add them');
    for (const { page } of [ilse, oda]) {
      await shows(page, 6);
      await expect(page.getByText('They are saved, and not counted')).toHaveCount(0);
    }
    await oda.letGo();
    await oda.press('1');
    await shows(oda.page, 7);
    await shows(ilse.page, 7);
  });

  await test.step('the dish that is put down is free again', async () => {
    await oda.press('ArrowRight');
    await expect(ilse.page.getByText('has dish 1 in hand')).toHaveCount(0);
    await ilse.letGo();
    await ilse.press('Backspace', '1');
    await shows(ilse.page, 8);
  });

  await test.step('one stream serves all tabs of a browser, also when the tab that listened is closed', async () => {
    const second = await ilse.page.context().newPage();
    await second.goto(`/lots/${lot}/germination/count`);
    await expect(second.getByText('You have dish 1 in hand on another page')).toBeVisible();
    await ilse.page.close();
    await oda.press('1');
    await expect(second.locator('.dish small', { hasText: 'dish 2' })).toContainText('Oda Fennimore');
    await second.close();
  });
});
