import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

test('two lots share one oven and its clock, taken out too early is marked on both, and each is weighed by itself', async ({
  page,
}) => {
  const hands = new Hands(page);
  await hands.signIn('marrow');
  const line = page.getByRole('listitem').filter({ has: page.getByText('Moisture', { exact: true }) });

  for (const reference of ['QM-0434', 'QM-0436'])
    await test.step(`${reference} is weighed in`, async () => {
      await hands.openLot(reference);
      await hands.letGo();
      await hands.press('4');
      await hands.write('mass of the working sample', '12');
      await hands.button('Draw the sample and start');
      for (const [name, text] of [
        ['first container, empty container', '20.000'],
        ['second container, empty container', '21.000'],
        ['first container, with seed', '24.500'],
        ['second container, with seed', '25.500'],
      ] as const)
        await hands.write(name, text);
      await hands.button('Save the weighings');
      await expect(page.getByRole('button', { name: 'The oven is back at its temperature' })).toBeVisible();
    });

  await test.step('both go in together', async () => {
    await page.goto('/ovens');
    const begin = page.getByRole('button', { name: 'The oven is back at its temperature' });
    await expect(begin).toBeDisabled();
    for (const reference of ['QM-0434', 'QM-0436']) {
      await hands.tabTo(new RegExp(reference), true);
      await hands.press('Space');
    }
    await hands.write('which oven', 'north oven');
    await hands.button('The oven is back at its temperature');
  });

  const board = page.getByRole('region', { name: 'north oven' });
  await test.step('the board counts for both', async () => {
    await expect(board.getByRole('timer')).toContainText(/1:00\s*left/);
    await expect(board.getByRole('listitem')).toHaveCount(2);
    await hands.button('Taken out');
    await expect(board.getByRole('timer')).toContainText(/0:30\s*to cool/);
  });

  await test.step('what was taken out too early is told at each of them, before it is dried', async () => {
    await hands.button('QM-0436');
    await expect(page.getByText(/taken out after 0 min, 57 to 63 min asked/)).toBeVisible();
    await hands.button('I weigh it now');
    await expect(page.getByText(/cooled for 0 min, 30 to 45 min asked/)).toBeVisible();
    await hands.write('first container, dried', '24.050');
    await hands.write('second container, dried', '25.050');
    await hands.button('Save the weighings');
    await expect(page.getByText('10.0 %', { exact: true }).first()).toBeVisible();
    await expect(page.getByText(/made otherwise than the rule book asks/).first()).toBeVisible();
    await hands.letGo();
    await hands.press('l');
    await expect(line).toContainText('made otherwise, decision pending');
  });

  await test.step('its lot was dried since it was sampled: the result is void, until that is crossed out', async () => {
    await hands.button('Was it dried, dampened or blended since?');
    await hands.button('Save');
    await expect(line).toContainText(/void: the lot was dried on .*, after it was sampled/);
    await hands.button('cross out that it was dried');
    await hands.write('why it is crossed out', 'it was another lot');
    await hands.press('Enter');
    await expect(line).toContainText('made otherwise, decision pending');
  });

  await test.step('the sheet for the bench prints the lines of the screen', async () => {
    await hands.letGo();
    await hands.press('4');
    await hands.button('bench sheet on paper');
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('heading', { name: /Moisture sheet QM-0436/ })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
    await expect(page.getByRole('row')).toHaveCount(4);
  });
});
