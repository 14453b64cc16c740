import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

test.use({ contextOptions: { reducedMotion: 'reduce' }, colorScheme: 'light' });

test('a question is answered without an account, above the fold of a small phone; the door leads to today', async ({
  page,
}) => {
  const hands = new Hands(page);
  const said: string[] = [];
  page.on('request', (request) => {
    if (request.method() !== 'GET') said.push(new URL(request.url()).pathname);
  });
  await page.setViewportSize({ width: 360, height: 640 });
  await page.goto('/');

  await test.step('a sentence with gaps: too early and too warm to say, and when to look again', async () => {
    await hands.write('kind', 'leek');
    await hands.write('sprouted', '10');
    await hands.write('days', '12');
    await hands.write('degrees', '27');
    const answer = page.getByRole('status');
    await expect(answer.getByRole('heading')).toHaveText('Too early and too warm to say.');
    await expect(answer).toContainText('at least 27 % are alive');
    await expect(answer).toContainText('Leek wants 15 to 20 °C and 14 days');
    const box = await answer.boundingBox();
    expect((box?.y ?? 999) + (box?.height ?? 999)).toBeLessThan(640);
    // Nobody who has one question is told the names of statistics.
    expect(await page.locator('main').innerText()).not.toMatch(/hypergeometric|Jeffreys|Clopper|p-value|prior|school/i);
  });

  await test.step('its time over, it says how thick to sow; bad seed and bad test are told apart', async () => {
    await hands.write('days', '14');
    await hands.write('degrees', '18');
    await expect(page.getByRole('status').getByRole('heading')).toHaveText('Sow 1.4 to 3.7 times as much.');
    await hands.write('sprouted', '21');
    await expect(page.getByRole('alert')).toContainText('must not be more than “seeds”');
    await hands.write('sprouted', '4');
    await expect(page.getByRole('status').getByRole('heading')).toHaveText('Sow 2.3 to 17.4 times as much.');
    await hands.button('Bad seed or bad test?');
    await page
      .getByRole('group', { name: 'Did it ever dry out?' })
      .getByRole('button', { name: 'yes', exact: true })
      .press('Enter');
    await expect(page.getByText('It was the test.')).toBeVisible();
    expect(new Set(said)).toEqual(new Set(['/api/calc/quick-tests.answer']));
    for (const theme of ['light', 'dark']) {
      await page.evaluate((name) => {
        document.documentElement.dataset.bsTheme = name;
      }, theme);
      expect((await new AxeBuilder({ page }).setLegacyMode().analyze()).violations.map((one) => one.id)).toEqual([]);
    }
  });

  await test.step('calculators are open too; all else asks who is there', async () => {
    await page.goto('/calculators');
    await hands.button('Percents of a purity analysis');
    await expect(page.getByRole('heading', { name: 'Percents of a purity analysis' })).toBeInViewport();
    await hands.button('Calculate');
    await expect(page.getByText('gain (+) or loss (−)')).toBeVisible();
    await page.goto('/lots');
    await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  });

  await test.step('whoever signs in sees what is due, late first, and opens it with a key', async () => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto('/');
    await hands.signIn('marrow');
    await expect(page.locator('.due-list li').first()).toContainText('days overdue');
    await expect(page.locator('.due-list li.now')).toHaveCount(1);
    await hands.letGo();
    await hands.press('j', 'k', 'Enter');
    await expect(page).toHaveURL(/\/germination\/count\?test=\d+/);
  });

  await test.step('whatever has a name is found from anywhere, by a key', async () => {
    await hands.press('Control+k');
    await page.keyboard.type('qm-0417');
    const found = page.getByRole('listbox', { name: 'found' });
    await expect(found.getByRole('option').first()).toContainText('QM-0417');
    await hands.press('ArrowDown', 'Enter');
    await expect(page).toHaveURL(/\/lots\/[0-9a-f-]{36}$/);
    await expect(found).toHaveCount(0);
    await hands.press('Control+k');
    await page.keyboard.type('oak cup');
    await expect(found.getByRole('option').first()).toContainText('Oak cupboard');
    await hands.press('Escape');
    await expect(found).toHaveCount(0);
  });
});

test.describe('where degrees Fahrenheit are usual', () => {
  test.use({ locale: 'en-US' });
  test('the question is asked and answered in them, until somebody chooses otherwise', async ({ page }) => {
    const hands = new Hands(page);
    await page.goto('/');
    await hands.write('kind', 'leek');
    await hands.write('sprouted', '10');
    await hands.write('days', '12');
    // 80 °F are 26.7 °C: too warm for leek, which wants 59 to 68 °F.
    await hands.write('degrees', '80');
    const answer = page.getByRole('status');
    await expect(answer.getByRole('heading')).toHaveText('Too early and too warm to say.');
    await expect(answer).toContainText('Leek wants 59 to 68 °F and 14 days');
    await page.getByLabel('unit of the degrees').selectOption('C');
    await expect(page.getByRole('alert')).toContainText('60');
    await page.reload();
    await expect(page.getByLabel('unit of the degrees')).toHaveValue('C');
  });
});
