import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

const MESSY = [
  'Our seeds;;;;;',
  'crop;variety;harvested;packed;qty;where',
  'dill;Früher;3/4/21;;1,5 g;tin',
  'dill;Später;5/6/22;2022;40;tin',
  'dill;Keiner;2020;2020;a few;',
].join('\r\n');

test('a list from elsewhere is asked about, comes in, and goes out again', async ({ page }) => {
  const hands = new Hands(page);
  await hands.signIn('thorne');
  await page.goto('/store/lists');
  await page
    .getByLabel('list of packets')
    .setInputFiles({ name: 'tins.csv', mimeType: 'text/csv', buffer: Buffer.from(MESSY, 'latin1') });

  await test.step('what can be read in two ways is asked, with what each answer would make of it', async () => {
    await expect(page.getByText('This file is not in UTF-8', { exact: false })).toBeVisible();
    await page.getByRole('button', { name: 'Windows, western Europe' }).click();
    await page.getByLabel('headings begin on line').selectOption('2');
    await hands.button('The headings are so');
    await hands.button('The columns are so');
    await page.getByRole('button', { name: 'day first 3/4/21 → 2021-04-03' }).click();
    await page.getByRole('button', { name: '2000 to 2099' }).click();
    await page.getByRole('button', { name: 'seeds 40 seeds' }).click();
    await page.getByRole('button', { name: 'take the one for the other' }).click();
    await page.getByRole('button', { name: 'write them on the packets' }).click();
    await expect(page.getByRole('button', { name: 'Bring 2 packets in' })).toBeDisabled();
  });

  await test.step('a cell that cannot be is put right at its place', async () => {
    await expect(page.getByText('“a few” is no amount', { exact: false })).toBeVisible();
    await page.getByLabel('line 5, qty').fill('12 seeds');
    await page.keyboard.press('Enter');
    await hands.button('Bring 3 packets in');
    await expect(page.getByText('3 packets of it are in the store', { exact: false })).toBeVisible();
    await page.goto('/store?q=dill+fruher');
    await expect(page.getByRole('table', { name: 'packets' }).locator('tbody').getByRole('row')).toContainText([
      '1.5 g',
    ]);
  });

  await test.step('the wrong list goes out again', async () => {
    await page.goto('/store/lists');
    await hands.button('tins.csv');
    await hands.button('undo this list');
    await hands.write('why', 'the wrong tins');
    await page.keyboard.press('Enter');
    await expect(page.getByText('It was undone', { exact: false })).toBeVisible();
    await page.goto('/store?q=dill+fruher&show=all');
    await expect(page.getByText('No packet answers to that.')).toBeVisible();
  });
});

test('the air of a place is kept, its alarms are seen, and what is due stands on one page', async ({ page }) => {
  const hands = new Hands(page);
  await hands.signIn('fennimore');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/store/care');
  await hands.button('Cold cellar');

  await test.step('a dial is read; air that cannot be is refused in plain words', async () => {
    await hands.button('Read a dial');
    await hands.write('temperature on the dial', '49,1');
    await page.getByLabel('the dial shows').selectOption('F');
    await hands.write('humidity, %', '108');
    await hands.button('Save');
    await expect(page.getByText('air holds no more than 100 %')).toBeVisible();
    await hands.write('humidity, %', '58');
    await hands.button('Save');
    await expect(page.getByText('9.5 °C').first()).toBeVisible();
    await expect(page.getByText('49.1 °F, 58 %')).toBeVisible();
  });

  await test.step('an alarm is seen with what was done', async () => {
    await page
      .getByRole('button', { name: /^seen too damp/ })
      .first()
      .click();
    await hands.write('what was done', 'opened the vent after the rain');
    await page.keyboard.press('Enter');
    await expect(page.getByText('seen: opened the vent after the rain')).toBeVisible();
  });

  await test.step('the rules stand side by side, each with how far to trust it', async () => {
    await expect(page.getByText('°F and % together at most 100')).toBeVisible();
    await hands.write('kind', 'onion');
    await expect(page.getByText(/half alive after about/)).toBeVisible();
    await hands.write('kind', 'leek');
    await expect(page.getByText('unknown: no constants are published for this kind')).toBeVisible();
  });

  await test.step('wet seed is not frozen without a reason', async () => {
    await page.goto('/store/batches/new');
    await page.getByLabel('what is done').selectOption('freezing');
    await page.getByLabel('where it lies then').selectOption({ label: 'Refrigerator' });
    await hands.write('find a packet', 'tomato');
    await hands.button(/^add tomato Old Bell/);
    await expect(page.getByText('how dry it is was not measured', { exact: false })).toBeVisible();
    await hands.write('air shut up with it, %', '24');
    await expect(page.getByText('how dry it is was not measured', { exact: false })).toHaveCount(0);
    await hands.button('It lies in the cold');
    await expect(page.getByRole('heading', { name: 'In the cold' })).toBeVisible();
  });

  await test.step('a sowing is counted back to its test, and today tells', async () => {
    await page.goto('/store/calendar');
    await expect(page.getByRole('button', { name: 'Plan a sowing' })).toBeVisible();
    await hands.letGo();
    await hands.press('n');
    await hands.write('what is sown', 'leek');
    const day = (ahead: number) => new Date(Date.now() + ahead * 86_400_000).toISOString().slice(0, 10);
    await page.getByLabel('first day of sowing').fill(day(30));
    await page.getByLabel('last day of sowing').fill(day(20));
    await hands.button('Plan it');
    await expect(page.getByText('to must not lie before the first day of sowing')).toBeVisible();
    await page.getByLabel('last day of sowing').fill(day(45));
    await hands.write('from one to the next', '2 weeks');
    await hands.button('Plan it');
    await expect(page.getByRole('heading', { name: 'leek', exact: true })).toBeVisible();
    await page.goto('/today');
    await expect(page.getByRole('list', { name: 'Store' }).getByRole('listitem').first()).toBeVisible();
    await page.getByRole('button', { name: /^In the next four weeks/ }).press('Enter');
    await expect(page.getByText(/start the test of leek/i).first()).toBeVisible();
  });
});

test('own tests of years draw their curve, and three ways of trying stand beside each other', async ({ page }) => {
  const hands = new Hands(page);
  await hands.signIn('marrow');
  await page.goto('/store/record');
  await expect(page.getByText(/Half of it is alive after about/)).toBeVisible();
  await expect(page.getByRole('img', { name: /47 of 50 after 0.4 years/ })).toBeVisible();
  await page.goto('/store/compare');
  await expect(page.getByText(/In 4 packets, what sank was on average/)).toBeVisible();
  await hands.button('towel beside the field');
  await expect(page.getByText(/what sprouted in the towel was on average/)).toBeVisible();

  await test.step('a test of the field is written down at its packet', async () => {
    await page.goto('/store?q=tomato');
    await page.getByRole('link', { name: 'tomato Old Bell' }).click();
    await hands.button('write a test down');
    await page.getByLabel('tried in').selectOption('field');
    await hands.write('seeds sown', '40');
    await hands.write('came up in the field', '41');
    await hands.button('Save');
    await expect(page.getByText('hits are more than the 40 seeds')).toBeVisible();
    await hands.write('came up in the field', '22');
    await hands.button('Save');
    await expect(page.getByText('22 of 40')).toBeVisible();
    await page.goto('/store/compare');
    await expect(page.getByRole('row', { name: /tomato Old Bell/ })).toContainText('22 of 40');
  });
});
