import type { Page } from '@playwright/test';
import { expect, kept, test } from './desk.ts';

/** The furthest that one goes with Tab for anything. */
const MOST_TABS = 120;

const named = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const at = document.activeElement;
    return at?.getAttribute('aria-label') ?? at?.textContent?.trim() ?? '';
  });

/** Goes on with Tab, or along a menu, until what has the focus is called so. */
async function tabTo(
  page: Page,
  name: RegExp,
  key: 'Tab' | 'Shift+Tab' | 'ArrowDown' = 'Tab',
): Promise<void> {
  for (let tabs = 0; tabs < MOST_TABS; tabs += 1) {
    await page.keyboard.press(key);
    if (name.test(await named(page))) return;
  }
  throw new Error(`nothing called ${String(name)} is reached by ${key}`);
}

test('a whole working day by keys alone', async ({ page, application }) => {
  await page.goto(application.url);
  await expect(page.getByRole('heading', { level: 1, name: /2\d{3}$/ })).toBeVisible();

  await test.step('the keys of the view are shown, and go', async () => {
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  });

  await test.step('Today: what is waited for is answered from a template', async () => {
    await tabTo(page, /^Reply$/);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Narrow the shelf')).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(page.getByLabel('Narrow the shelf')).toHaveCount(0);
  });

  await test.step('a matter is found, its report written, its enclosures put in order, and sent', async () => {
    await page.keyboard.press('Control+k');
    await page.keyboard.type('saltm');
    await expect(page.locator('[data-combobox-selected]')).toContainText('SV-2041');
    await page.keyboard.press('Enter');
    await expect(page.getByText('SV-2041 ·')).toBeVisible();
    await page.keyboard.press('n');
    await page.keyboard.type('report with');
    await expect(page.getByRole('listbox').getByRole('option', { selected: true })).toContainText('Report');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('what matters most')).toBeFocused();
    await page.keyboard.type('she is sound');
    await kept(page);
    const files = page.locator('[data-part=enclosures]').getByRole('button', { name: /^Remove / });
    await expect(files).toHaveCount(2);
    const second = (await files.last().getAttribute('aria-label'))?.replace('Remove ', '') ?? '';
    await tabTo(page, new RegExp(`^Move ${second.replace(/[.()]/g, '\\$&')}$`));
    await page.keyboard.press('Space');
    await expect(page.getByText(`${second} is taken hold of.`)).toBeAttached();
    // What is taken hold of hears the arrows from the next turn of the page on; a further press at the first place does nothing.
    await expect(async () => {
      await page.keyboard.press('ArrowLeft');
      await expect(page.getByText(`${second} is at place 1 of 2.`)).toBeAttached({ timeout: 2_000 });
    }).toPass();
    await page.keyboard.press('Space');
    await expect(files.first()).toHaveAttribute('aria-label', `Remove ${second}`);
    await kept(page);
    await page.keyboard.press('Control+Enter');
    await expect(page.getByText(/Sends in|Sending|Sent/).first()).toBeVisible();
    await expect.poll(async () => (await application.delivered()).length).toBeGreaterThan(0);
  });

  await test.step('a call is noted', async () => {
    await tabTo(page, /^Add a note/);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('With whom, about what')).toBeFocused();
    await page.keyboard.type('Rang Ms Okafor about the bolts');
    await page.keyboard.press('Tab');
    await page.keyboard.type('She will have them drawn.');
    await tabTo(page, /^File it here$/);
    await page.keyboard.press('Enter');
    await expect(page.getByText('Rang Ms Okafor about the bolts').first()).toBeVisible();
  });

  await test.step('the in-tray: one filed, one taken back, one not ours', async () => {
    await tabTo(page, /^In-tray/, 'Shift+Tab');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('link', { name: 'In-tray: 6' })).toBeVisible();
    await expect(page.getByRole('heading', { level: 1, name: 'In-tray' })).toBeFocused();
    await page.keyboard.press('1');
    await expect(page.getByRole('link', { name: 'In-tray: 5' })).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('link', { name: 'In-tray: 6' })).toBeVisible();
    await page.keyboard.press('Delete');
    await expect(page.getByRole('link', { name: 'In-tray: 5' })).toBeVisible();
  });

  await test.step('what was sent is found by its words, and opened', async () => {
    await tabTo(page, /^Correspondence$/, 'Shift+Tab');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Correspondence' })).toBeVisible();
    await expect(page.getByRole('searchbox').first()).toBeFocused();
    await page.keyboard.type('sound');
    await expect(page.locator('[data-found]').first()).toContainText('Saltmarsh Wren');
    await page.keyboard.press('Enter');
    await expect(page.getByText('SV-2041 ·')).toBeVisible();
  });

  await test.step('a template is sorted for, opened, and left', async () => {
    await tabTo(page, /^Templates$/, 'Shift+Tab');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Templates' })).toBeVisible();
    await tabTo(page, /^Used$/);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('columnheader', { name: /Used/ }).first()).toHaveAttribute(
      'aria-sort',
      'descending',
    );
    await tabTo(page, /^(?!Last used|Changed|Choose).+/);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Name', { exact: true })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('heading', { level: 1, name: 'Templates' })).toBeVisible();
  });

  await test.step('and one signs out', async () => {
    await tabTo(page, /^Maud Tidewell: change person/, 'Shift+Tab');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('menuitem', { name: 'Sign out' })).toBeVisible();
    const ended = page.waitForResponse(
      (answer) => answer.request().method() === 'DELETE' && answer.url().endsWith('/session'),
    );
    await tabTo(page, /^Sign out$/, 'ArrowDown');
    await page.keyboard.press('Enter');
    expect((await ended).ok()).toBe(true);
  });
});
