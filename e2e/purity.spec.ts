import { expect, type Page, test } from '@playwright/test';
import { Hands } from './hands.ts';

/** What the server holds of a lot, read as the page itself would. */
const ask = <T>(page: Page, path: string): Promise<T> =>
  page.evaluate(async (at) => (await (await fetch(`/api${at}`)).json()) as T, path);
/** Seed on the pan of the stand-in: a hand does that, not the keyboard. */
const putOnPan = (page: Page, grams: string) =>
  page.evaluate(async (what) => {
    const csrf = ((await (await fetch('/api/session')).json()) as { csrf: string }).csrf;
    const { balances } = (await (await fetch('/api/balances')).json()) as {
      balances: { id: string; simulated: boolean }[];
    };
    const answer = await fetch(`/api/balances/${balances.find((one) => one.simulated)?.id ?? ''}/acts`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-CSRF-Token': csrf, 'Idempotency-Key': crypto.randomUUID() },
      body: JSON.stringify({ what: 'put', grams: what }),
    });
    if (!answer.ok) throw new Error(await answer.text());
  }, grams);
const lotId = (page: Page) => /lots\/([0-9a-f-]{36})/.exec(page.url())?.[1] ?? '';

test('two halves go from the pan to their mean, by keyboard alone', async ({ page }) => {
  const hands = new Hands(page);
  await hands.signIn('marrow');
  await hands.openLot('QM-0436');
  await hands.letGo();
  await hands.press('2');
  await hands.choose('drawn as', 'one of two');
  await hands.write('mass of the working sample', '1.2');
  await hands.button('Draw the sample and start');
  await expect(page.getByText(/lighter than 1.5 g for a half sample/)).toBeVisible();
  await hands.write('mass of the working sample', '1.6');
  await hands.button('Draw the sample and start');
  await expect(page.getByRole('heading', { name: 'Purity, first half of pair 1' })).toBeVisible();

  await test.step('the balance: moving is refused, steady is taken, once', async () => {
    await hands.choose('balance of this bench', 'Balance 2');
    const shown = page.locator('.balance-strip .shown');
    await expect(shown).toHaveText(/^0\.000\d$/);
    await hands.tabTo('Weighed in');
    await putOnPan(page, '1.6024');
    await expect(shown).toHaveClass(/moving/);
    await hands.press('Enter');
    await expect(page.getByText('The reading still moves: wait until it stands still.')).toBeVisible();
    await expect(shown).toHaveClass(/steady/, { timeout: 80_000 });
    await expect(shown).toHaveText(/^1\.602\d$/);
    await hands.press('Enter');
    await expect(page.getByRole('textbox', { name: 'Weighed in' })).toHaveValue('1.602');
    await expect(page.getByRole('textbox', { name: 'Pure seed' })).toBeFocused();
    await hands.press('Enter');
    await expect(page.getByText('This reading was taken already: put the next part on the pan.')).toBeVisible();
  });

  await test.step('parts are named; the figures look after themselves', async () => {
    await page.keyboard.type('1.561');
    await hands.press('Enter');
    await page.keyboard.type('0.021');
    await hands.press('Enter');
    await page.keyboard.type('0.018');
    await expect(page.getByRole('button', { name: '97.6' })).toBeVisible();
    await hands.tabTo('name its parts: other seeds');
    await hands.press('Enter');
    await page.keyboard.type('Rumex acetosella');
    await hands.write('how much of Rumex acetosella', 't');
    await hands.button('Save the weighings');
    await expect(page.getByText('By Ilse Marrow')).toBeVisible();
    const view = await ask<{ tests: { fields: Record<string, { text: string; device: string | null }> }[] }>(
      page,
      `/lots/${lotId(page)}/purity`,
    );
    const fields = view.tests[0]?.fields;
    expect(fields?.workingSample?.device).toMatch(/^Balance 2, 0\.0001 g; check 100 g showed/);
    expect(fields?.pureSeed?.device).toBeNull();
    expect(fields?.['part:otherSeeds:Rumex acetosella']?.text).toBe('trace');
  });

  await test.step('the second half, and what both say together', async () => {
    await hands.write('mass of the working sample', '1.6');
    await hands.button('Draw the sample and start');
    await expect(page.getByRole('heading', { name: 'Purity, second half of pair 1' })).toBeVisible();
    for (const [name, text] of [
      ['Weighed in', '1.600'],
      ['Pure seed', '1.555'],
      ['Other seeds', '0.024'],
      ['Inert matter', '0.020'],
    ] as const)
      await hands.write(name, text);
    await hands.button('Save the weighings');
    await expect(page.getByRole('heading', { name: 'Halves against each other' })).toBeVisible();
    await expect(page.getByText('The pair agrees: its mean is reported.')).toBeVisible();
    // (1.561 + 1.555) of 3.199 g.
    await expect(page.getByText('97.4 · 1.4 · 1.2 %')).toBeVisible();
  });
});

test('a search goes on without the server, and every key stands once', async ({ page, context }) => {
  const hands = new Hands(page);
  await hands.signIn('marrow');
  await hands.openLot('QM-0436');
  await hands.letGo();
  await hands.press('3');
  await hands.write('mass of the working sample', '30');
  await hands.button('Draw the sample and start');
  await expect(page.getByText(/No species has a key yet/)).toBeVisible();
  await hands.letGo();
  await hands.press('n');
  await page.keyboard.type('Rumex acetosella');
  await hands.press('Enter');
  const first = page.getByRole('button', { name: /Rumex acetosella/ });
  await expect(first).toContainText('1');
  await hands.letGo();
  await hands.press('1', '1', '1', 'Backspace');
  await expect(page.getByText('Took Rumex acetosella back.')).toBeVisible();

  await context.setOffline(true);
  await hands.press('n');
  await page.keyboard.type('Poa annua');
  await hands.press('Enter');
  await hands.letGo();
  for (let i = 0; i < 20; i += 1) await hands.press(i % 4 === 0 ? '1' : '2');
  await hands.press('t', '2');
  await expect(page.getByText(/\d+ keys wait to be sent/)).toBeVisible();
  await expect(page.locator('.left .n')).toHaveText('34');
  await context.setOffline(false);
  await expect(page.getByText(/keys wait to be sent/)).toBeHidden({ timeout: 80_000 });

  const tallies = async () =>
    (
      await ask<{ tests: { trays: { tallies: { name: string; seeds: number }[] }[] }[] }>(
        page,
        `/lots/${lotId(page)}/other-seeds`,
      )
    ).tests[0]?.trays[0]?.tallies.sort((a, b) => a.name.localeCompare(b.name));
  expect(await tallies()).toEqual([
    { name: 'Poa annua', seeds: 26 },
    { name: 'Rumex acetosella', seeds: 8 },
  ]);
  // A page that is loaded again knows what was tallied.
  await page.reload();
  await expect(page.locator('.left .n')).toHaveText('34');
  await hands.letGo();
  await hands.press('c');
  await hands.write('mass searched in this tray, g', '31');
  await hands.button('Close the tray');
  await expect(page.getByText('the working sample holds 30 g')).toBeVisible();
  await hands.write('mass searched in this tray, g', '30');
  await hands.button('Close the tray');
  await expect(page.getByRole('heading', { name: /Found in 30 g/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /Poa annua/ }).first()).toContainText('26');
});
