import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

const daysAgo = (days: number) => new Date(Date.now() - days * 86_400_000).toISOString().slice(0, 10);
/** Chromium's date field is typed part by part: month, day, year. */
const typedDate = (iso: string) => `${iso.slice(5, 7)}${iso.slice(8, 10)}${iso.slice(0, 4)}`;

test('one lot from heap to label, by keyboard alone', async ({ page }) => {
  const hands = new Hands(page);
  const { keyboard } = page;
  await test.step('sign in and open a lot, found by a synonym', async () => {
    await hands.signIn('marrow');
    await page.goto('/lots');
    await expect(page.getByRole('heading', { name: 'Lots' })).toBeVisible();
    await hands.letGo();
    await hands.press('n');
    await hands.write('reference', 'KEY-1');
    await hands.write('kind', 'Medicago sat');
    await expect(page.getByRole('option').first()).toContainText('Medicago sativa');
    await hands.press('Enter');
    await hands.choose('rule book', 'AOSA');
    await hands.write('variety', 'Pellam');
    await hands.write('harvest', `${new Date().getFullYear() - 1}-08`);
    await hands.write('mass of the lot', '4200');
    await hands.write('containers', '84');
    await hands.write('mass in each', '50');
    await hands.write('origin', 'East Terrace');
    await expect(
      page.getByLabel('Medicago sativa in AOSA/FSA').or(page.getByRole('heading', { name: /in AOSA\/FSA/ })),
    ).toBeVisible();
    await hands.button('Open the lot');
    await expect(page.getByRole('heading', { name: 'Medicago sativa, alfalfa' })).toBeVisible();
    await expect(page.getByRole('listitem').first()).toBeVisible();
  });

  await test.step('sampling: an error at its field first, then the sample', async () => {
    await hands.letGo();
    await hands.press('1');
    await expect(page.getByRole('button', { name: '13', exact: true })).toBeVisible();
    await hands.write('mass of the submitted sample', 'much');
    await hands.button('Record the sample');
    await expect(page.getByRole('alert').first()).toContainText('must be a plain number');
    await expect(page.getByText('This is missing.')).toBeVisible();
    await hands.tabTo('drawn on');
    await keyboard.type(typedDate(daysAgo(8)));
    await hands.write('mass of the submitted sample', '500');
    // What was taken is not filled in with what is asked for.
    await hands.write('primary samples taken', '30');
    await hands.write('seal', 'Q77');
    await hands.button('Record the sample');
    await expect(page.getByRole('cell', { name: /^\*[0-9A-Z]{7}$/ }).first()).toBeVisible();
    await hands.letGo();
    await hands.press('l');
  });

  await test.step('purity: four components, percents as they are typed', async () => {
    await expect(page.getByRole('listitem').first()).toBeVisible();
    await hands.press('2');
    await hands.write('mass of the working sample', '5.2');
    await hands.button('Draw the sample and start');
    await hands.write('Weighed in', '5,102');
    await hands.write('Pure seed', '4.951');
    await hands.write('Other crop seed', '0.021');
    await hands.write('Weed seed', '0.009');
    await hands.write('Inert matter', '0.10');
    await expect(page.getByRole('alert')).toContainText('3 decimals');
    await hands.write('Inert matter', '0.103');
    await expect(page.getByRole('button', { name: '97.38' })).toBeVisible();
    await hands.button('Save the weighings');
    await expect(page.getByText('By Ilse Marrow')).toBeVisible();
    await hands.tabTo('97.38');
    await hands.press('Enter');
    await expect(page.getByRole('region', { name: /Working: pure seed/ })).toContainText('4.951 / 5.084 × 100');
    await hands.letGo();
    await hands.press('l');
  });

  await test.step('other seeds: what purity found is found again, and counted', async () => {
    await expect(page.getByRole('listitem').first()).toBeVisible();
    await hands.press('3');
    await hands.write('mass of the working sample', '50');
    await hands.button('Draw the sample and start');
    await expect(page.getByText(/No species has a key yet/)).toBeVisible();
    await hands.letGo();
    for (const species of ['Trifolium pratense', 'Rumex acetosella']) {
      await hands.press('n');
      await keyboard.type(species);
      await hands.press('Enter');
      await expect(page.getByRole('button', { name: new RegExp(species) })).toBeVisible();
      await hands.letGo();
    }
    await hands.press('1', '1', '1', '2', '2', '1');
    await hands.press('c');
    await hands.write('mass searched in this tray, g', '50');
    await hands.button('Close the tray');
    await expect(page.getByText(/Exact Poisson limits/)).toBeVisible();
    await hands.letGo();
    await hands.press('l');
  });

  await test.step('moisture in duplicate', async () => {
    await expect(page.getByRole('listitem').first()).toBeVisible();
    await hands.press('4');
    await hands.write('mass of the working sample', '12');
    await hands.button('Draw the sample and start');
    await expect(page.getByRole('alert')).toContainText('say how it is dried');
    await hands.write('how it is dried', 'oven 130 °C, 1 h');
    await hands.button('Draw the sample and start');
    for (const [name, text] of [
      ['first container, empty container', '20.000'],
      ['second container, empty container', '21.000'],
      ['first container, with seed', '25.000'],
      ['second container, with seed', '26.000'],
      ['first container, dried', '24.550'],
      ['second container, dried', '25.545'],
    ] as const)
      await hands.write(name, text);
    await hands.button('Save the weighings');
    await expect(page.getByText('9.1 %', { exact: true }).first()).toBeVisible();
    await hands.letGo();
    await hands.press('l');
  });

  const plan = async () => {
    await hands.tabTo('set up on');
    await keyboard.type(typedDate(daysAgo(7)));
    await hands.write('why it is entered so late', 'set up before the station had a screen');
    await hands.button('Set the dishes');
    await expect(page.getByRole('link', { name: 'Count' })).toBeVisible();
  };

  await test.step('germination out of tolerance: keys, tens, figures and the rest by difference', async () => {
    await expect(page.getByRole('listitem').first()).toBeVisible();
    await hands.press('6');
    await plan();
    await hands.letGo();
    await hands.press('c');
    await expect(page.getByRole('heading', { name: 'Final count' })).toBeVisible();
    await hands.tabTo('counted on');
    await keyboard.type(typedDate(daysAgo(3)));
    await expect(page.getByRole('heading', { name: 'Count of day 4' })).toBeVisible();
    await hands.letGo();
    for (let dish = 1; dish <= 4; dish += 1) {
      await hands.press('t', '1', 't', '1', '1', '1', 'Backspace');
      await expect(page.locator('[data-class="normal"]')).toHaveText('21');
      await hands.press('c');
      if (dish < 4) await expect(page.locator('.dish.open small')).toHaveText(`dish ${dish + 1} · open`);
    }
    await expect(page.getByText('day 4 of 7')).toBeVisible();
    await expect(page.getByText('seeds of dish 4 after this count, which is closed')).toBeVisible();
    await hands.press('d');
    await expect(page.getByRole('heading', { name: 'Final count' })).toBeVisible();
    await hands.letGo();
    for (const [dish, normal] of [
      [1, 72],
      [2, 68],
      [3, 62],
      [4, 50],
    ] as const) {
      await expect(page.locator('.dish.open small')).toHaveText(`dish ${dish} · open`);
      await hands.press('f');
      await hands.write('normal', String(normal));
      await hands.press('Enter');
      await expect(page.locator('[data-class="normal"]')).toHaveText(String(normal));
      await hands.letGo();
      await hands.press('2', '3', '3');
      await hands.press('r', '5');
      await expect(page.locator('.left .n')).toHaveText('0');
      await hands.press('c');
    }
    await expect(page.getByRole('region', { name: /range of dishes/ })).toContainText('Replicates out of tolerance');
    await hands.press('g');
    await expect(page.getByText(/Make a second test by the same method/)).toBeVisible();
  });

  await test.step('the tag is refused with its reasons', async () => {
    await hands.openLot('KEY-1');
    await hands.letGo();
    await hands.press('7');
    await expect(page.getByText(/The tag cannot be released/)).toBeVisible();
    await expect(page.getByText(/decision pending/)).toBeVisible();
  });

  await test.step('a second test agrees and is averaged', async () => {
    await hands.press('l');
    // The refusals are list items too: wait for the sheet itself.
    await expect(page.getByRole('link', { name: 'Sampling', exact: true })).toBeVisible();
    await hands.press('6');
    await plan();
    await hands.letGo();
    await hands.press('c');
    await expect(page.getByRole('heading', { name: 'Final count' })).toBeVisible();
    await hands.tabTo('counted on');
    await keyboard.type(typedDate(daysAgo(3)));
    await expect(page.getByRole('heading', { name: 'Count of day 4' })).toBeVisible();
    await hands.letGo();
    for (let dish = 1; dish <= 4; dish += 1) {
      await hands.press('c');
      if (dish < 4) await expect(page.locator('.dish.open small')).toHaveText(`dish ${dish + 1} · open`);
    }
    // A dish cannot be closed while the one before is being kept.
    await expect(page.getByText('seeds of dish 4 after this count, which is closed')).toBeVisible();
    await hands.press('d');
    await expect(page.getByRole('heading', { name: 'Final count' })).toBeVisible();
    await hands.letGo();
    for (const [dish, normal] of [
      [1, 84],
      [2, 86],
      [3, 83],
      [4, 85],
    ] as const) {
      await expect(page.locator('.dish.open small')).toHaveText(`dish ${dish} · open`);
      await hands.press('f');
      await hands.write('normal', String(normal));
      await hands.press('Enter');
      await hands.letGo();
      await hands.press('r', '5');
      await expect(page.locator('.left .n')).toHaveText('0');
      await hands.press('c');
    }
    await expect(page.getByRole('region', { name: /averages that total 100/ })).toBeVisible();
    await hands.press('g');
    await expect(page.getByText('The mean of two tests that agree.')).toBeVisible();
  });

  await test.step('the lead releases it; the snapshot stands', async () => {
    await page.context().clearCookies();
    await hands.signIn('fennimore');
    await hands.openLot('KEY-1');
    await hands.letGo();
    await hands.press('7');
    await expect(page.getByText('Seed analysis tag')).toBeVisible();
    await hands.button('Release the tag …');
    await hands.button('Release');
    await expect(page.getByText('KEY-1-T1')).toBeVisible();
    const link = await page.getByRole('link', { name: 'PDF' }).getAttribute('href');
    const pdf = await page.request.get(link ?? '');
    expect(pdf.headers()['content-type']).toBe('application/pdf');
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  });
});
