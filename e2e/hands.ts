import { expect, type Page } from '@playwright/test';
import { DEMO_PASSWORD } from '@mercato/contract/register/demo';

/** Works the interface by keyboard alone: Tab to what carries a name, type, press. */
export class Hands {
  constructor(readonly page: Page) {}

  async press(...keys: string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key);
  }

  /** Moves the focus with Tab until it stands on what has this accessible name. */
  async tabTo(name: string | RegExp, field = false): Promise<void> {
    const labelled = this.page.getByLabel(name, { exact: typeof name === 'string' });
    // A column of a list has the name of the field that is written in it.
    const target = field
      ? labelled
      : labelled
          .or(this.page.getByRole('button', { name, exact: typeof name === 'string' }))
          .or(this.page.getByRole('link', { name, exact: typeof name === 'string' }));
    await expect(target.first()).toBeVisible();
    // What waits for an answer cannot be reached yet.
    await expect(target.first()).toBeEnabled();
    for (let i = 0; i < 150; i += 1) {
      // Asked anew each time: what carried the name before may have made way for another of the same name.
      if (await target.evaluateAll((nodes) => nodes.some((node) => node === document.activeElement))) return;
      await this.page.keyboard.press('Tab');
    }
    throw new Error(`Tab never reaches "${String(name)}"`);
  }

  /** Writes into the field of this name, over what stood there. */
  async write(name: string | RegExp, text: string): Promise<void> {
    await this.tabTo(name, true);
    await this.press('Control+A');
    await this.page.keyboard.type(text);
  }

  /** Chooses in a list box by typing the beginning of the choice. */
  async choose(name: string | RegExp, text: string): Promise<void> {
    await this.tabTo(name);
    await this.page.keyboard.type(text);
  }

  async button(name: string | RegExp): Promise<void> {
    await this.tabTo(name);
    await this.press('Enter');
  }

  /** Lets go of a field, so that letters are keys again. */
  async letGo(): Promise<void> {
    await this.page.evaluate(() => {
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
    });
  }

  async signIn(username: string): Promise<void> {
    await this.page.goto('/sign-in');
    await this.write('name', username);
    await this.write('password', DEMO_PASSWORD);
    await this.press('Enter');
    await expect(this.page.getByRole('heading', { name: 'Today' })).toBeVisible();
  }

  /** Opens the sheet of a lot from the list, with the search. */
  async openLot(reference: string): Promise<void> {
    await this.page.goto('/lots');
    await expect(this.page.getByRole('heading', { name: 'Lots' })).toBeVisible();
    await expect(this.page.getByRole('row').nth(1)).toBeVisible();
    await this.letGo();
    await this.press('/');
    await expect(this.page.getByRole('searchbox', { name: 'search lots' })).toBeFocused();
    await this.page.keyboard.type(reference);
    await expect(this.page.getByRole('row').nth(1)).toContainText(reference);
    await expect(this.page.getByRole('row')).toHaveCount(2);
    await this.press('Enter');
    await expect(this.page.locator('tr.at')).toContainText(reference);
    await this.press('Enter');
    await expect(this.page.getByText(reference).first()).toBeVisible();
    await expect(this.page.getByRole('listitem').first()).toBeVisible();
  }
}
