import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { Hands } from './hands.ts';

test('a laboratory makes a rule book its own, by keyboard alone', async ({ page }) => {
  const hands = new Hands(page);
  await hands.signIn('fennimore');

  await test.step('a kind is found in an edition by a common name, with how far to trust each row', async () => {
    await hands.button('Rule books');
    await hands.button(/^ISTA, as remembered/);
    await hands.write('a kind in every table', 'oats');
    await expect(page.getByRole('heading', { name: 'Avena sativa, oat' })).toBeVisible();
    await expect(page.getByText('from memory; standard').first()).toBeVisible();
  });

  await test.step('a copy is written: words in a number cell and a gap are refused at their place', async () => {
    await page.goto('/rules');
    await hands.tabTo('copy to edit');
    await hands.press('Enter');
    await hands.write('name of the copy', 'ISTA, the bench copy');
    await hands.button('Start draft');
    await hands.button('5C, two tests');
    await hands.button('write 95');
    await hands.write('percent', 'three');
    await hands.press('Enter');
    await expect(page.getByRole('alert').first()).toContainText('"three" is not a number');
    await hands.write('percent', '4');
    await hands.write('class from', '96');
    await hands.press('Enter');
    await expect(page.getByRole('alert').first()).toContainText('leaves a gap after 94');
    await hands.write('class from', '95');
    await hands.press('Enter');
    await expect(page.getByText(/entered by Oda Fennimore/)).toBeVisible();
  });

  await test.step('rows are marked as checked against the printed copy', async () => {
    await hands.tabTo('choose 98');
    await hands.press('Space');
    await hands.write('compared with', 'printed rules 2026');
    await hands.press('Enter');
    await expect(page.getByText(/checked by Oda Fennimore on .* against printed rules 2026/)).toBeVisible();
  });

  await test.step('a table comes in as CSV, or is refused whole', async () => {
    let chosen = Buffer.from('');
    page.on('filechooser', (chooser) => void chooser.setFiles({ name: 't.csv', mimeType: 'text/csv', buffer: chosen }));
    const give = async (text: string) => {
      chosen = Buffer.from(text);
      await hands.tabTo('table from a CSV file');
      await hands.press('Enter');
    };
    await hands.button('5D, second laboratory');
    const shipped = readFileSync('core/rule-books/books/ista/germination-second-laboratory-5D.csv', 'utf8');
    await give(shipped.replace('97,98,3', '97,99,3'));
    await expect(page.getByRole('alert').first()).toContainText('overlaps');
    await give(shipped.replace('99,99,2', '99,99,3'));
    await expect(page.getByText(/entered by Oda Fennimore/)).toBeVisible();
  });

  await test.step('the draft is issued; the two editions are compared; a lot is judged anew', async () => {
    await hands.button('Issue it …');
    await hands.write('what this edition changes', '5C and 5D after the printed copy');
    await hands.button('Issue the edition');
    await expect(page.getByText(/issued by Oda Fennimore.*· current/)).toBeVisible();
    await page.goto('/rules');
    for (const name of [/^compare ISTA, as remembered/, 'compare ISTA, the bench copy']) {
      await hands.tabTo(name);
      await hands.press('Space');
    }
    await hands.button('Compare the two chosen');
    await expect(page.getByText('3 rows differ')).toBeVisible();
    await hands.openLot('QM-0402');
    await hands.letGo();
    await hands.press('e');
    await hands.write('because', 'the printed copy decides');
    await hands.button('Re-evaluate');
    await expect(page.getByText('evaluated by ISTA, the bench copy')).toBeVisible();
  });

  await test.step('a kind that nobody lists is added on the way to a lot', async () => {
    await page.goto('/lots/new');
    await hands.write('kind', 'Eragrostis tef');
    await hands.button('Add it');
    await hands.write('common names', 'teff');
    await hands.write('where it is known from', 'own trial plot');
    await hands.button('Add the kind');
    await expect(page.getByRole('heading', { name: 'Eragrostis tef in ISTA' })).toBeVisible();
    await expect(page.getByText(/does not know this kind/)).toBeVisible();
  });
});
