import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

test('seed goes from the plant to the bag on a phone, through a lost connection, and nothing is lost', async ({
  page,
  context,
}) => {
  const hands = new Hands(page);
  await hands.signIn('thorne');
  await page.setViewportSize({ width: 390, height: 844 });

  await test.step('a batch begins with what it is, and is picked into a vessel', async () => {
    await hands.button('menu');
    await hands.button('Shed');
    await hands.button('New batch');
    await hands.write('what it is', 'oats');
    await expect(page.getByText('Avena sativa')).toBeVisible();
    await hands.write('name', 'oats by the gate');
    await hands.press('Control+Enter');
    await expect(page.getByRole('heading', { name: /oats by the gate/ })).toBeVisible();
    await hands.letGo();
    await hands.press('p');
    await hands.write('weight', '12');
    await hands.press('Control+Enter');
    await expect(page.getByRole('alert').first()).toBeVisible();
    await hands.write('its name', 'sack');
    await hands.press('Control+Enter');
    await expect(page.getByRole('list', { name: 'vessels' })).toContainText('12 kg');
  });

  await test.step('a pass is started, and what came off is weighed', async () => {
    await hands.letGo();
    await hands.press('n');
    await page.getByLabel('how', { exact: true }).selectOption('hand-screen');
    await hands.write('screens, from the top', 'wide');
    await hands.press('Control+Enter');
    await expect(page.getByRole('alert').first()).toContainText('There is no screen “wide”');
    await hands.write('screens, from the top', '14/64; 2.0 slot');
    await hands.press('Control+Enter');
    await expect(page.getByRole('table', { name: 'passes' })).toContainText('5.56 mm round (14/64 in)');
    await hands.letGo();
    await hands.press('w');
    await hands.write('weight', '9.2');
    await hands.write('its name', 'bowl');
    await hands.press('Control+Enter');
    await expect(page.getByText('Still to be found: 2.8 kg of 12 kg')).toBeVisible();
  });

  await test.step('without a network it is noted on the phone, and sent when there is one', async () => {
    await context.setOffline(true);
    await page.getByLabel('what came off').selectOption('large');
    await hands.write('weight', '2.7');
    await page.getByLabel('kept').selectOption('no');
    await hands.press('Control+Enter');
    await expect(page.getByText('Noted on this machine', { exact: false })).toBeVisible();
    await expect(page.getByText('Still to be found: 100 g of 12 kg')).toBeVisible();
    await context.setOffline(false);
    await expect(page.getByText('Noted on this machine', { exact: false })).toBeHidden({ timeout: 15_000 });
    await hands.button('Cancel');
    await hands.letGo();
    await hands.press('e');
    await hands.press('Control+Enter');
    await expect(page.getByRole('table', { name: 'passes' })).toContainText('accounted for');
    await page.reload();
    await expect(page.getByRole('table', { name: 'passes' })).toContainText('2.7 kg');
  });

  await test.step('a weight that was wrong is corrected by its form, and what rests on it holds', async () => {
    await hands.button(/^Its book/);
    await hands.button('correct line 1');
    await expect(page.getByLabel('its name')).toHaveValue('sack');
    await hands.write('weight', '12.1');
    await hands.press('Control+Enter');
    await expect(page.getByText('say why it is corrected')).toBeVisible();
    await hands.write('why it is corrected', 'the sack was not taken off');
    await hands.press('Control+Enter');
    await expect(page.getByText('corrects line 1: the sack was not taken off', { exact: false })).toBeVisible();
    await expect(page.getByRole('table', { name: 'passes' })).toContainText('12.1 kg');
  });

  await test.step('a vessel whose code is read is opened with one press, and covered with another', async () => {
    const code = (await page.getByRole('list', { name: 'vessels' }).locator('.code').first().textContent()) ?? '';
    await hands.letGo();
    await page.keyboard.type(code, { delay: 5 });
    await hands.press('Enter');
    await expect(page.getByRole('region', { name: 'scanned' })).toContainText('bowl');
    await hands.button('Open it');
    await expect(page.getByRole('region', { name: 'scanned' })).toContainText('open at bench');
    await hands.button('Cover it');
    await expect(page.getByRole('region', { name: 'scanned' })).not.toContainText('open at bench');
  });

  await test.step('it becomes packets, and its book says so', async () => {
    await hands.letGo();
    await hands.press('b');
    await page.getByLabel('it becomes').selectOption('packets');
    await hands.write('how many bags', '2');
    await hands.write('each holds, g', '4500');
    await hands.press('Control+Enter');
    await page.goto(page.url().split('?')[0] ?? '');
    await hands.button(/^Its book/);
    await expect(page.getByText(/Became \*/)).toHaveCount(2);
    await expect(page.getByText('2 bags from bowl')).toBeVisible();
  });

  await test.step('the batch is closed by a button', async () => {
    await hands.button('More');
    await hands.button('Close the batch');
    await expect(page.getByText('Its lines stay to be read', { exact: false })).toBeVisible();
    await hands.press('Control+Enter');
    await expect(page.getByText('· closed')).toBeVisible();
  });
});
