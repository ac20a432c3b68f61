import type { Page } from '@playwright/test';
import type { Application } from './application.ts';
import { expect, kept, openMatter, startFrom, test } from './desk.ts';

async function entriesFiled(page: Page, application: Application, subject: string): Promise<number> {
  const matters = await (await page.request.get(`${application.url}/api/v1/matters?query=SV-2041`)).json();
  const { items } = await (
    await page.request.get(`${application.url}/api/v1/matters/${matters.items[0].id}/correspondence`)
  ).json();
  const today = new Date().setHours(0, 0, 0, 0);
  return items.filter(
    (entry: { subject: string; occurredAtUtc: number }) =>
      entry.subject === subject && entry.occurredAtUtc >= today,
  ).length;
}

test('a power cut while one message is held and one is queued: each goes once and is filed once', async ({
  page,
  application,
}) => {
  await application.stopMailHost();
  await openMatter(page, application, 'saltm', 'SV-2041');

  await startFrom(page, 'when to expect');
  await page.getByLabel('Subject').fill('Queued before the cut');
  await kept(page);
  const [queued] = page.url().split('/').slice(-1);
  const order = {
    data: { holdSeconds: 0, acknowledged: ['enclosedNotSpoken'] },
    headers: { Origin: application.url },
  };
  expect((await page.request.post(`${application.url}/api/v1/messages/${queued}/send`, order)).status()).toBe(
    202,
  );
  await page.goBack();

  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  await page.getByLabel('Subject').fill('Held before the cut');
  await kept(page);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/Leaves in \d+ s/)).toBeVisible();

  await application.kill();
  await application.startMailHost();
  await application.start();

  await expect
    .poll(() => entriesFiled(page, application, 'Held before the cut'), { timeout: 40_000 })
    .toBe(1);
  // The queued one met a host that was down and is tried again after a minute; a person need not wait for it.
  await expect
    .poll(() => entriesFiled(page, application, 'Queued before the cut'), { timeout: 90_000 })
    .toBe(1);
  const subjects = await Promise.all(
    (await application.delivered()).map(async ({ number }) =>
      /^Subject: (.*)$/m.exec((await application.deliveredBytes(number)).toString('latin1'))?.[1]?.trim(),
    ),
  );
  expect(subjects.sort()).toEqual(['Held before the cut', 'Queued before the cut']);
});

test('a draft survives a power cut and a closed window', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Report with invoice');
  await page.keyboard.type('a good vessel with a tired rig');
  await kept(page);
  await application.kill();
  await page.getByLabel('Text of the message').getByText('Dear Ms Okafor').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' and all on board');
  await expect(page.getByText('not kept yet')).toBeVisible();
  await expect(page.getByText('The server cannot be reached')).toBeVisible();
  await application.start();
  await kept(page);
  await page.reload();
  await expect(page.getByLabel('what matters most')).toHaveValue('a good vessel with a tired rig');
  await expect(page.getByLabel('Text of the message')).toContainText('and all on board');
});

test('mail whose answer was lost waits for a person, and is never sent again unasked', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  for (const name of ['Ines Okafor', 'Aksel Lund'])
    await page.getByRole('button', { name: `Take out ${name}` }).click();
  await page.getByLabel('Add to To').fill('ines@lose.example');
  await page.keyboard.press('Enter');
  await page.getByLabel('Text of the message').getByText('Dear Sir or Madam').waitFor();
  await kept(page);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('May have gone: the host’s answer was lost')).toBeVisible({ timeout: 25_000 });
  await page.getByRole('button', { name: 'It has gone: file it' }).click();
  await expect(page.getByText('May have gone')).toBeHidden();
  await expect.poll(() => entriesFiled(page, application, 'Saltmarsh Wren: your report')).toBe(1);
  expect(await application.delivered()).toHaveLength(1);
});
