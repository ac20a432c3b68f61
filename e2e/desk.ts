import { AxeBuilder } from '@axe-core/playwright';
import { expect, test as base } from '@playwright/test';
import type { Page } from '@playwright/test';
import { startApplication } from './application.ts';
import type { Application } from './application.ts';

/** What the browser complains of although all is well: a line that a journey breaks on purpose. */
const EXPECTED =
  /ERR_CONNECTION_REFUSED|ERR_EMPTY_RESPONSE|ERR_INCOMPLETE_CHUNKED|ERR_CONNECTION_RESET|status of (?:404|409|422|502|503)/;

/** Journeys have an application of their own each, and fail on anything the browser's console complains of. */
export const test = base.extend<{ application: Application; page: Page }>({
  application: async ({}, use) => {
    const application = await startApplication();
    await use(application);
    await application.close();
  },
  page: async ({ page }, use) => {
    const complaints: string[] = [];
    page.on('pageerror', ({ message }) => complaints.push(message));
    page.on('console', (message) => {
      if (message.type() === 'error' && !EXPECTED.test(message.text())) complaints.push(message.text());
    });
    await use(page);
    expect(complaints).toEqual([]);
  },
});

export { expect } from '@playwright/test';

/** Opens a matter as a person does: by a few letters and Enter. */
export async function openMatter(
  page: Page,
  application: Application,
  typed: string,
  reference: string,
): Promise<void> {
  await page.goto(`${application.url}/matters`);
  await page.getByLabel('Narrow the matters').fill(typed);
  await expect(page.locator('[data-matter][data-marked=true]')).toContainText(reference);
  await page.keyboard.press('Enter');
  await expect(page.getByText(`${reference} ·`)).toBeVisible();
}

/** Chooses from the shelf that is open, by words of a template's name. */
export async function chooseHere(page: Page, words: string): Promise<void> {
  await page.getByLabel('Narrow the shelf').fill(words);
  await expect(page.getByRole('listbox').getByRole('option', { selected: true })).toContainText(words, {
    ignoreCase: true,
  });
  await page.keyboard.press('Enter');
}

/** Starts from a template by words of its name. */
export async function startFrom(page: Page, words: string): Promise<void> {
  await page.keyboard.press('n');
  await chooseHere(page, words);
  await expect(page.getByLabel('Text of the message')).toBeVisible();
  // Writing can begin once the caret stands where it begins: in the first blank, or in the text.
  await expect(page.getByLabel('Sheet').locator(':focus')).toBeVisible();
}

/** Longer than typing has to rest before it is kept, so that “kept” is said of the last words. */
const REST_MS = 700;

export async function kept(page: Page): Promise<void> {
  await page.waitForTimeout(REST_MS);
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
}

/** Sends in spite of the cautions in the margin, each left as it is by a person's word. */
export async function sendInSpite(page: Page): Promise<void> {
  await kept(page);
  const notes = page.getByLabel('Notes');
  const leave = notes.getByRole('button', { name: 'Leave it so' });
  await expect(leave.first()).toBeVisible();
  while ((await leave.count()) > 0) await leave.first().click();
  await page.keyboard.press('Control+Enter');
}

/** Nothing that a screen reader or a keyboard would stumble over (WCAG 2.2 AA, as far as a machine can tell). */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).exclude('iframe').analyze();
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(
    serious.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`),
  ).toEqual([]);
}
