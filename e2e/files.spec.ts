import { readFileSync } from 'node:fs';
import { expect, type FileChooser, test } from '@playwright/test';
import { Hands } from './hands.ts';

test('a file with a fault is refused at its line; mended, it comes in whole', async ({ page }) => {
  const hands = new Hands(page);
  const example = readFileSync('docs/examples/lots.csv', 'utf8');
  await hands.signIn('marrow');
  await page.goto('/lots');
  await expect(page.getByRole('heading', { name: 'Lots' })).toBeVisible();
  await hands.letGo();
  await hands.press('i');
  // Listening all the time: a listener that comes with the key press may be too late for it.
  let chosen = (_chooser: FileChooser) => Promise.resolve();
  page.on('filechooser', (chooser) => void chosen(chooser));
  await expect(page.getByRole('heading', { name: 'Import lots' })).toBeVisible();
  const give = async (text: string) => {
    chosen = (chooser) => chooser.setFiles({ name: 'lots.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await hands.tabTo('lot file');
    await hands.press('Enter');
  };
  await give(example.replace(',Festuca rubra,', ',Festuca nova,'));
  await expect(page.getByRole('status')).toContainText(
    '1 fault in the file. Nothing imported: correct the file, import again.',
  );
  await expect(page.getByRole('row').nth(1)).toContainText(/^2.*value.*is not in the list/);
  await give(example);
  await expect(page.getByRole('status')).toContainText(/12 lots with \d+ figures came in/);
  await hands.letGo();
  await hands.press('l');
  await hands.openLot('EX-0402');
  await expect(page.getByText(/range 21 %, maximum 14 %: out of tolerance, retest/)).toBeVisible();
});
