import { expect, type Page, test } from '@playwright/test';
import { Hands } from './hands.ts';

const view = async (page: Page) =>
  page.evaluate(async () => {
    const lot = location.pathname.split('/')[2] ?? '';
    const body = (await (await fetch(`/api/lots/${lot}/sampling`)).json()) as {
      draw: { primaries: { container: number; taken: { look: string; mass: { text: string } | null } | null }[] };
    };
    return body.draw.primaries.filter((one) => one.taken);
  });

test.use({ serviceWorkers: 'allow' });

test('containers are drawn and sampled on foot, through a lost connection, and uneven seed stops it', async ({
  page,
}) => {
  const hands = new Hands(page);
  await hands.signIn('thorne');
  await hands.openLot('QM-0441');
  await hands.letGo();
  await hands.press('1');

  await test.step('the draw is by the plan and shows the stack', async () => {
    await hands.write('in a row', '3');
    await hands.write('rows in a layer', '2');
    await hands.button('Select containers');
    await expect(page.getByText(/of 3 primary samples taken/)).toBeVisible();
    await expect(page.getByText('repeats this selection')).toBeVisible();
  });

  await test.step('on a phone, without a network, nothing is lost and nothing is doubled', async () => {
    await page.setViewportSize({ width: 390, height: 844 });
    await hands.button('Take the samples');
    await expect(page.getByText('Next container')).toBeVisible();
    // What is loaded through it is kept; the first page of a new machine is not yet.
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    await page.reload();
    await expect(page.getByText('Next container')).toBeVisible();
    await page.context().setOffline(true);
    await hands.write('mass, g (if weighed)', '20,5');
    await hands.button('Drawn');
    await expect(page.getByText('1 saved to send')).toBeVisible();
    await hands.button('Wet');
    await expect(page.getByText('2 saved to send')).toBeVisible();
    await expect(page.getByText(/2 of 3 drawn/)).toBeVisible();
    await page.reload();
    await expect(page.getByText('2 saved to send')).toBeVisible();
    await expect(page.getByText(/2 of 3 drawn/)).toBeVisible();
    const walk = page.url();
    await page.goto('/lots');
    await expect(page.getByText('The server cannot be reached')).toBeVisible();
    await page.goto(walk);
    await expect(page.getByText('2 saved to send')).toBeVisible();
    await page.context().setOffline(false);
    await expect(page.getByText('saved to send')).toHaveCount(0, { timeout: 120_000 });
    const taken = await view(page);
    expect(taken.map((one) => one.taken?.look).sort()).toEqual(['even', 'wet']);
    expect(taken.map((one) => one.taken?.mass?.text ?? '').sort()).toEqual(['', '20.5']);
  });

  await test.step('uneven seed stops the sampling; the lead decides', async () => {
    await hands.button('Looks uneven');
    await expect(page.getByRole('alert')).toContainText('stop, and do not combine');
    await expect(page.getByText('saved to send')).toHaveCount(0);
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.context().clearCookies();
    await hands.signIn('fennimore');
    await hands.openLot('QM-0441');
    await expect(page.getByText('sampling is stopped')).toBeVisible();
    await hands.letGo();
    await hands.press('1');
    await hands.choose('the look means', 'it is even');
    await hands.write('because', 'the light was bad');
    await hands.button('Decide');
    await expect(page.getByText(/accepted by .*the light was bad/)).toBeVisible();
  });

  await test.step('the sheet for paper lists every sample', async () => {
    await hands.button('Sheet on paper');
    await expect(page.getByRole('heading', { name: /Sampling sheet/ })).toBeVisible();
    await expect(page.getByRole('row')).toHaveCount(4);
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  });
});
