import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

test('a scan that arrives while counting neither counts a seed nor closes the dish', async ({ page }) => {
  const hands = new Hands(page);
  await hands.signIn('marrow');
  await hands.openLot('QM-0412');
  const sampleOf = async (reference: string) =>
    page.evaluate(async (q) => {
      const list = (await (await fetch(`/api/lots?q=${q}`)).json()) as { rows: { id: string }[] };
      const sampling = (await (await fetch(`/api/lots/${list.rows[0]?.id}/sampling`)).json()) as {
        submitted: { vessel: { code: string } };
      };
      return sampling.submitted.vessel.code;
    }, reference);
  const stranger = await sampleOf('QM-0415');
  await hands.letGo();
  await hands.press('Enter');
  await expect(page.getByRole('heading', { name: /ount/ })).toBeVisible();
  await hands.press('1', '1', '2');
  const normal = page.locator('[data-class="normal"]');
  await expect(normal).toHaveText('2');
  await page.keyboard.type(stranger);
  await page.keyboard.press('Enter');
  await expect(page.getByText(`Scanned ${stranger}`)).toBeVisible();
  await expect(normal).toHaveText('2');
  await expect(page.locator('[data-class="abnormal"]')).toHaveText('1');
  await hands.press('1');
  await expect(normal).toHaveText('3');

  await test.step('a dish of this test that is scanned comes to hand', async () => {
    const code = await page.evaluate(async () => {
      const lot = location.pathname.split('/')[2] ?? '';
      const view = (await (await fetch(`/api/lots/${lot}/germination`)).json()) as {
        tests: { dishes: { code: string }[] }[];
      };
      return view.tests[0]?.dishes[3]?.code ?? '';
    });
    await page.keyboard.type(code);
    await page.keyboard.press('Enter');
    await expect(page.locator('.dish.open small')).toContainText('dish 4');
  });

  await test.step('a code that was misread is said', async () => {
    await page.keyboard.type('*0000009');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('check character');
    await page.getByRole('button', { name: 'close', exact: true }).press('Enter');
    await hands.letGo();
  });

  await test.step('keys outlive a lost server and a reload; those it refuses stand in nobody’s way', async () => {
    await hands.press('ArrowLeft', 'ArrowLeft', 'ArrowLeft');
    await expect(page.locator('.dish.open small')).toContainText('dish 1');
    // The four keys so far have reached the server: a slow one would leave them among those that wait below.
    await expect
      .poll(() =>
        page.evaluate(async () => {
          const lot = location.pathname.split('/')[2] ?? '';
          const view = (await (await fetch(`/api/lots/${lot}/germination`)).json()) as {
            tests: { dishes: { tallies: { counts: Record<string, number> }[] }[] }[];
          };
          return view.tests[0]?.dishes[0]?.tallies.map(({ counts }) =>
            Object.values(counts).reduce((sum, one) => sum + one, 0),
          );
        }),
      )
      .toContain(4);
    await expect(page.getByText('wait to be sent')).toHaveCount(0);
    await page.route('**/tallies', (route) => route.abort());
    await hands.press('1', '1');
    await expect(normal).toHaveText('5');
    await expect(page.getByText(/keys wait to be sent/)).toBeVisible();
    await page.reload();
    await expect(normal).toHaveText('5');
    await hands.press('1', 'Backspace', '1');
    await expect(normal).toHaveText('6');
    // All five events must be known to wait before their number can be seen to go down to none.
    await expect(page.getByText('5 keys wait to be sent')).toBeVisible();
    await page.unroute('**/tallies');
    await expect(page.getByText('wait to be sent')).toHaveCount(0);
    await page.reload();
    await expect(normal).toHaveText('6');
    await page.route('**/tallies', (route) =>
      route.fulfill({ status: 422, contentType: 'application/problem+json', body: '{"detail":"Not this one."}' }),
    );
    await hands.press('1');
    await expect(page.getByText('The server would not take 1 keys')).toBeVisible();
    await page.unroute('**/tallies');
    await hands.press('2');
    await hands.button('Discard them');
    await expect(page.getByText('The server would not take')).toHaveCount(0);
    await page.reload();
    await expect(normal).toHaveText('6');
    await expect(page.locator('[data-class="abnormal"]')).toHaveText('2');
  });
});
