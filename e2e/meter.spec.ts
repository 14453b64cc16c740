import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

test('a meter guides until the lead has calibrated it for the kind; then its figure stands on the sheet', async ({
  page,
}) => {
  const hands = new Hands(page);
  const line = page.getByRole('listitem').filter({ has: page.getByText('Moisture', { exact: true }) });
  const begin = async (title: string) => {
    await hands.openLot('QM-0431');
    await hands.letGo();
    await hands.press('4');
    await hands.choose('measured by', 'bench meter');
    await hands.write('mass of the working sample', '6');
    await hands.button('Draw the sample and start');
    // The station of the test before stands until the new one has begun.
    await expect(page.getByRole('heading', { name: title, exact: true })).toBeVisible();
  };
  const read = async (title: string, first: string, second: string) => {
    await begin(title);
    await hands.write(/first reading/, first);
    await hands.write(/second reading/, second);
    await hands.button('Save the readings');
  };

  await test.step('without a calibration', async () => {
    await hands.signIn('marrow');
    await read('Moisture', '10,0', '10,1');
    await expect(page.getByText(/Only a guide, never a label value: the meter has no calibration/)).toBeVisible();
    await hands.letGo();
    await hands.press('l');
    await expect(line).toContainText(/about 10\.1 %/);
    await expect(line).toContainText('only a guide');
  });
  const species = 'Lolium perenne';

  await test.step('the lead calibrates it from pairs that were pasted', async () => {
    await page.context().clearCookies();
    await hands.signIn('fennimore');
    await page.goto('/meters');
    await expect(page.getByText(/The last check lies outside its limits/)).toBeVisible();
    await hands.button('Calibrate bench meter');
    await hands.write(/kind, by its Latin name/, species);
    await hands.write(/pairs, one a line/, '8 8.5');
    for (const pair of ['9 9.4', '10 10.6', '12 12.5']) {
      await hands.press('Enter');
      await page.keyboard.type(pair);
    }
    await page.getByLabel(/holds until/).fill('2027-06-30');
    await hands.button('Keep the calibration');
    await expect(page.getByRole('row').filter({ hasText: species })).toContainText('holds');
  });

  await test.step('what was read before still guides; what is read now counts', async () => {
    await page.context().clearCookies();
    await hands.signIn('marrow');
    await read('Moisture, test 2', '10.0', '10.1');
    await expect(page.getByText(/One oven result would lie between/)).toBeVisible();
    await hands.letGo();
    await hands.press('l');
    await expect(line).toContainText(/10\.6 %/);
    await expect(line).not.toContainText('only a guide');
  });

  await test.step('its cell tells what was poured, one pouring one reading', async () => {
    await begin('Moisture, test 3');
    await page.getByText('hands at Bench meter cell').click();
    for (const which of ['first', 'second']) {
      await hands.button('Pour');
      await hands.button(`Take it as the ${which} reading`);
    }
    await expect(page.getByText('already taken')).toHaveCount(0);
    await hands.button('Save the readings');
    await expect(page.getByText(/One oven result would lie between/)).toBeVisible();
  });
});
