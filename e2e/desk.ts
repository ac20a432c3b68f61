import { AxeBuilder } from '@axe-core/playwright';
import { expect, test as base } from '@playwright/test';
import type { Locator, Page } from '@playwright/test';
import { startApplication } from './application.ts';
import type { Application } from './application.ts';

interface Journey {
  /** How long a message can be stopped. */
  readonly holdSeconds: number;
  /** Says what the browser may complain of, since the journey brings it about: a refusal, a line that is cut. */
  readonly allow: (...complaints: readonly RegExp[]) => void;
  /** What was allowed so far. */
  readonly allowed: RegExp[];
  readonly application: Application;
}

/** What a browser says of a server that is gone, or ends while it answers. */
export const LINE_CUT: readonly RegExp[] = [
  /ERR_CONNECTION_REFUSED|ERR_EMPTY_RESPONSE|ERR_INCOMPLETE_CHUNKED|ERR_CONNECTION_RESET/,
  /status of 50[23]/,
];

/** What a browser says of a request that the server refuses. */
export const refused = (...statuses: readonly number[]): RegExp =>
  new RegExp(`status of (?:${statuses.join('|')})`);

/** Journeys have an application of their own each, and fail on anything the browser's console complains of. */
export const test = base.extend<Journey & { page: Page }>({
  holdSeconds: [1, { option: true }],
  allowed: async ({}, use) => use([]),
  allow: async ({ allowed }, use) => use((...complaints) => void allowed.push(...complaints)),
  application: async ({ holdSeconds }, use) => {
    const application = await startApplication(holdSeconds);
    await use(application);
    await application.close();
  },
  // It stands on the application, so that it is judged before the server goes.
  page: async ({ page, application: _application, allowed }, use) => {
    const complaints: string[] = [];
    page.on('pageerror', ({ message }) => complaints.push(message));
    page.on('console', (message) => {
      if (message.type() !== 'error') return;
      if (!allowed.some((one) => one.test(message.text()))) complaints.push(message.text());
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

/** Signs in as somebody else of the practice. */
export async function signInAs(page: Page, { url }: Application, firstName: string): Promise<void> {
  // What the page still asks for as somebody else would be refused once they are signed out.
  await page.goto('about:blank');
  const data = { email: `${firstName}@tidewell-roe.example` };
  const answer = await page.request.post(`${url}/api/v1/session`, { data, headers: { Origin: url } });
  expect(answer.ok()).toBe(true);
}

/** “Kept” is said of the last words alone: it is gone from the first key on. */
export async function kept(page: Page): Promise<void> {
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
}

/** Sends in spite of the cautions in the margin, each left as it is by a person's word. */
export async function sendInSpite(page: Page): Promise<void> {
  await kept(page);
  const notes = page.getByLabel('Notes');
  const leave = notes.getByRole('button', { name: 'Ignore this note' });
  await expect(leave.first()).toBeVisible();
  while ((await leave.count()) > 0) await leave.first().click();
  await page.keyboard.press('Control+Enter');
}

/** Nothing that a screen reader or a keyboard would stumble over (WCAG 2.2 AA, as far as a machine can tell); by some rules alone where the others were asked. */
export async function expectAccessible(page: Page, rules: readonly string[] = []): Promise<void> {
  const axe = new AxeBuilder({ page }).exclude('iframe');
  const { violations } = await (rules.length > 0 ? axe.withRules([...rules]) : axe).analyze();
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(
    serious.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`),
  ).toEqual([]);
}

/** Chooses from a list by its label, as a person does: it is opened, and the words are pressed. */
export async function choose(within: Page | Locator, label: string, option: string | RegExp): Promise<void> {
  const field = within.getByRole('combobox', { name: label, exact: true }).last();
  await field.click();
  const list = await field.getAttribute('aria-controls');
  await field.page().locator(`[id="${list}"]`).getByRole('option', { name: option }).click();
}
