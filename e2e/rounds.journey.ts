import type { Page } from '@playwright/test';
import type { Application } from './application.ts';
import { choose, expect, expectAccessible, LINE_CUT, signInAs, test } from './desk.ts';

/** Makes a round of a template to the open surveys, by the sentence that says so. */
async function roundOfSurveys(page: Page, { url }: Application, template: string): Promise<void> {
  await page.goto(`${url}/rounds`);
  await page.getByRole('button', { name: 'New round' }).click();
  await choose(page, 'Template', template);
  await choose(page, 'Matter type', 'Condition survey');
  await expect(page.getByText(/^\d+ matters, \d+ people$/)).toBeVisible();
  await page.getByRole('button', { name: 'Prepare the messages' }).click();
  await expect(page.getByText('not sent yet')).toBeVisible();
  await expect(page.getByRole('button', { name: /^[A-Z]{2}-\d+$/ }).first()).toBeVisible();
}

const group = (page: Page, name: string) => page.getByRole('rowgroup', { name, exact: true });
const lines = (page: Page, name: string) =>
  group(page, name)
    .getByRole('row')
    .filter({ has: page.getByRole('button', { name: /^[A-Z]{2}-\d+$/ }) });

test('a round is filled in, mended, one left out, sent, cut off in the middle, and goes on without repeating one', async ({
  page,
  application,
  allow,
}) => {
  allow(...LINE_CUT);
  await roundOfSurveys(page, application, 'Chaser: an answer is outstanding');
  const filling = lines(page, 'To fill in');
  const all = await filling.count();
  expect(all).toBeGreaterThan(5);

  // One of its own, the others all at once.
  await filling
    .first()
    .getByRole('textbox', { name: /what we wait for/ })
    .fill('the log book');
  await filling
    .first()
    .getByRole('textbox', { name: /what we wait for/ })
    .press('Tab');
  await expect(group(page, 'Ready')).toContainText('ready');
  const forAll = page.getByRole('group', { name: 'Fill in for all' });
  await forAll.getByRole('textbox', { name: /what we wait for/ }).fill('the invoices');
  await forAll.getByRole('textbox', { name: /what we wait for/ }).press('Tab');
  await forAll.getByRole('button', { name: 'Fill in for all' }).click();
  await expect(group(page, 'To fill in')).toBeHidden();
  await expect(page.getByLabel('Preview')).toContainText(/the log book|the invoices/);
  await expectAccessible(page);

  await lines(page, 'Ready').first().getByRole('checkbox').click();
  await expect(group(page, 'Left out')).toContainText('left out by hand');
  const ready = all - 1;
  await expect(lines(page, 'Ready')).toHaveCount(ready);

  await page.getByRole('button', { name: 'Send the round' }).click();
  await expect(page.getByText(/^The first leaves /)).toBeVisible();
  await application.kill();
  await application.start();
  await page.reload();
  await expect(lines(page, 'Gone')).toHaveCount(ready, { timeout: 180_000 });
  await expect(page.getByText('done', { exact: true })).toBeVisible();
  const delivered = await application.delivered();
  expect(new Set(delivered.map(({ number }) => number)).size).toBe(ready);
});

test('a letter goes among the emails of a round, to whoever would rather have one', async ({
  page,
  application,
}) => {
  const ask = async (method: 'get' | 'patch', path: string, data?: object) =>
    page.request[method](`${application.url}/api/v1${path}`, {
      headers: { Origin: application.url },
      ...(data ? { data } : {}),
    });
  await signInAs(page, application, 'maud');
  const { items } = await (await ask('get', '/contacts?query=Aksel%20Lund')).json();
  const { revision, contact } = await (await ask('get', `/contacts/${items[0].id}`)).json();
  const post = { kind: 'post', label: 'home', value: '2 Slip Lane\nPort Sennet' };
  const changed = await ask('patch', `/contacts/${items[0].id}`, {
    revision,
    contact: {
      ...contact,
      preferredChannel: 'letter',
      addresses: [...contact.addresses, { ...post, preferred: true, bounced: false }],
    },
  });
  expect(changed.ok(), await changed.text()).toBe(true);

  await page.goto(`${application.url}/rounds`);
  await page.getByRole('button', { name: 'New round' }).click();
  await choose(page, 'Template', 'Next survey: a reminder');
  await choose(page, 'Matter type', 'Condition survey');
  await choose(page, 'One message', 'a person');
  await choose(page, 'Without an email address', 'as a letter');
  await page.getByRole('button', { name: 'Prepare the messages' }).click();
  const line = page.getByRole('row').filter({ hasText: 'Aksel Lund' }).first();
  await expect(line).toContainText('letter', { ignoreCase: true });
  await expect(lines(page, 'Ready').filter({ hasText: /email/i }).first()).toBeVisible();
  const letters = await page.getByRole('link', { name: 'Letters as one PDF' }).getAttribute('href');
  const pdf = await page.request.get(`${application.url}${letters ?? ''}`);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a round is stopped whole before the first of it leaves', async ({ page, application }) => {
  await roundOfSurveys(page, application, 'Next survey: a reminder');
  const ready = await lines(page, 'Ready').count();
  expect(ready).toBeGreaterThan(3);
  await page.getByRole('button', { name: 'Send the round' }).click();
  await expect(page.getByText(/^The first leaves /)).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText('stopped', { exact: true })).toBeVisible();
  await expect(lines(page, 'Ready')).toHaveCount(ready);
  expect(await application.delivered()).toEqual([]);
});

test('a second person releases a round that is larger than the practice lets one person send', async ({
  page,
  application,
}) => {
  await signInAs(page, application, 'idris');
  const url = `${application.url}/api/v1/practice/sending`;
  const settings = await (await page.request.get(url)).json();
  const answer = await page.request.patch(url, {
    data: { ...settings, releaseAbove: 2 },
    headers: { Origin: application.url },
  });
  expect(answer.ok()).toBe(true);
  await signInAs(page, application, 'petra');
  await roundOfSurveys(page, application, 'Next survey: a reminder');
  await page.getByRole('button', { name: /^Ask .* to release$/ }).click();
  await expect(page.getByText(/^Waits for .* to release it\.$/)).toBeVisible();
  const round = page.url();
  await signInAs(page, application, 'maud');
  await page.goto(round);
  await page.getByRole('button', { name: 'Release and send' }).click();
  await expect(page.getByText(/^The first leaves /)).toBeVisible();
  await expect(group(page, 'Going')).toBeVisible();
});
