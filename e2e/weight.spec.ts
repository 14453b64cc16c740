import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

/** Eight hundreds of which one was counted short, and eight more that agree. */
const APART = ['0.190', '0.191', '0.160', '0.189', '0.190', '0.191', '0.189', '0.190'];
const MORE = ['0.190', '0.189', '0.191', '0.190', '0.190', '0.189', '0.191', '0.190'];

test('hundreds that part too far, eight more, and one left out: from the sample to the report, by keyboard alone', async ({
  page,
}) => {
  const hands = new Hands(page);
  await hands.signIn('marrow');
  await hands.openLot('QM-0406');
  const line = page.getByRole('listitem').filter({ has: page.getByText('Weight', { exact: true }) });
  await expect(line).toContainText('not asked for');
  await hands.letGo();
  await hands.press('5');
  await expect(page.getByText(/count 8 times 100 seeds at random and weigh each/)).toBeVisible();
  await hands.write('mass of the working sample', '5');
  await hands.button('Draw the sample and start');

  await test.step('eight, each with Enter to the next', async () => {
    await expect(page.getByLabel('1. 100 seeds, g')).toBeFocused();
    for (const mass of APART) {
      await page.keyboard.type(mass);
      await hands.press('Enter');
    }
    await expect(page.getByRole('button', { name: 'Save the weighings' })).toBeFocused();
    await hands.press('Enter');
    await expect(page.getByText('The replicates spread too far: weigh eight more.').first()).toBeVisible();
  });

  await test.step('it holds the lot, and the sheet says so', async () => {
    await hands.letGo();
    await hands.press('l');
    await expect(line).toContainText('CV');
    await hands.press('5');
    await expect(page.getByLabel('9. 100 seeds, g')).toBeFocused();
  });

  await test.step('eight more: what stands too far from the mean is left out', async () => {
    for (const mass of MORE) {
      await page.keyboard.type(mass);
      await hands.press('Enter');
    }
    await hands.press('Enter');
    await expect(page.getByText('left out: too far from the mean')).toHaveCount(1);
    // (8 × 0.19 + 0.19 × 7) / 15 in g of a hundred: 1.900 g for a thousand.
    await expect(page.getByText('1.900 g', { exact: true }).first()).toBeVisible();
    await expect(page.locator('.apexcharts-svg')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Save the weighings' })).toHaveCount(0);
  });

  await test.step('a figure is put right with a reason, and the old one stays', async () => {
    await hands.write('1. 100 seeds, g', '0.192');
    await hands.write('why it is corrected', 'read from the wrong line');
    await hands.button('Correct');
    await expect(page.locator('.struck').filter({ hasText: '0.190' }).first()).toBeVisible();
  });

  await test.step('the report carries it, the tag does not', async () => {
    await hands.letGo();
    await hands.press('l');
    await expect(line).toContainText('sixteen replicates, 1 left out');
    await hands.press('7');
    await expect(page.getByText('Weight of 1000 seeds, g')).toHaveCount(1);
  });
});
