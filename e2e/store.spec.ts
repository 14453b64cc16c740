import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

test.use({ serviceWorkers: 'allow' });

test('a packet goes into the store, is tested in a round on a phone, and says what it is worth', async ({ page }) => {
  const hands = new Hands(page);
  await hands.signIn('thorne');
  await page.setViewportSize({ width: 390, height: 844 });

  await test.step('a packet needs its kind, its year and how many; what is wrong is said at its place', async () => {
    await hands.button('menu');
    await hands.button('Store');
    await expect(page.getByRole('table', { name: 'packets' }).locator('tbody').getByRole('row').first()).toBeVisible();
    await hands.letGo();
    await hands.press('n');
    await hands.write('what it is', 'leek');
    await expect(page.getByText('Allium porrum')).toBeVisible();
    await hands.write('year of harvest', '24');
    await hands.write('how much it holds', '30');
    await hands.button('Add packet');
    await expect(page.getByRole('alert').first()).toContainText('four digits');
    await hands.write('year of harvest', '2021');
    await hands.write('variety', 'Spare');
    await hands.button('Add packet');
    await expect(page.getByText('30 seeds left')).toBeVisible();
    await expect(page.getByText(/may or may not come true/)).toBeVisible();
  });

  await test.step('seed is taken out, and never more than there is', async () => {
    await hands.letGo();
    await hands.press('t');
    await hands.write('how much is taken', '31');
    await hands.press('Control+Enter');
    await expect(page.getByText('amount is more than the packet holds: 30 seeds are left')).toBeVisible();
    await hands.write('how much is taken', '5');
    await hands.press('Control+Enter');
    await expect(page.getByText('25 seeds left')).toBeVisible();
  });

  await test.step('a round lays ten of them out', async () => {
    await page.goto('/store/rounds');
    await hands.button('Start a round');
    await hands.write('find a packet', 'leek spare 2021');
    await hands.button('test leek Spare 2021');
    await expect(page.getByLabel('seeds of bag 1')).toHaveValue('10');
    await hands.button('Start the round');
    await expect(page.getByText('Next bag')).toBeVisible();
    await expect(page.getByText(/0 of 10 sprouted/)).toBeVisible();
  });

  await test.step('a check without a network is kept, and stands once when it is back', async () => {
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    await page.reload();
    await expect(page.getByText('Next bag')).toBeVisible();
    await page.context().setOffline(true);
    await hands.button('one more');
    await hands.press('Enter', 'Enter');
    await hands.button('Save 3 newly sprouted');
    await expect(page.getByText('1 saved to send')).toBeVisible();
    await expect(page.getByText(/3 of 10 sprouted/)).toBeVisible();
    await page.reload();
    await expect(page.getByText('1 saved to send')).toBeVisible();
    await expect(page.getByText(/3 of 10 sprouted/)).toBeVisible();
    await page.context().setOffline(false);
    await expect(page.getByText('saved to send')).toHaveCount(0, { timeout: 120_000 });
  });

  await test.step('few sprouted: the causes are asked before the seed is blamed', async () => {
    await hands.button('leek Spare 2021');
    await expect(page.getByRole('heading', { name: 'Bad seed or bad test?' })).toBeVisible();
    // Before its last day no rule of thumb speaks of so few, and only the lower end of its range holds.
    await expect(page.getByText(/^3 of 10 sprouted so far/)).toBeVisible();
    await expect(page.getByText(/No rule of thumb speaks yet/)).toBeVisible();
    await expect(page.getByRole('listitem').filter({ hasText: '3 newly sprouted' })).toHaveCount(1);
    await hands.button('End this bag');
    // Its kind has days to go: that is no test yet, and says nothing of the seed.
    await expect(page.getByText('it was the test')).toBeVisible();
    await expect(page.getByText(/are alive/)).toHaveCount(0);
  });

  await test.step('ended too early it opens again, and the packet tells what was tried', async () => {
    await hands.button('open it again bag 1');
    await hands.write('why it is opened again', 'its last day has not come');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'End this bag' })).toBeVisible();
    await expect(page.getByText('opened again by', { exact: false })).toBeVisible();
    await page.getByRole('link', { name: /^packet \*/ }).click();
    const tests = page.getByRole('region', { name: 'tests' });
    await expect(tests.getByText('3 of 10', { exact: false })).toBeVisible();
    await expect(tests.getByText(/sprouted so far/)).toBeVisible();
  });
});
