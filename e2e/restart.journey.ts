import type { Page } from '@playwright/test';
import type { Application } from './application.ts';
import {
  expect,
  expectAccessible,
  kept,
  openMatter,
  refused,
  startFrom,
  test,
  sendInSpite,
  LINE_CUT,
} from './desk.ts';

// What is held is looked at here.
test.use({ holdSeconds: 10 });

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

async function post(
  page: Page,
  application: Application,
  path: string,
  data: object,
): Promise<{ id: string; state: string }> {
  const response = await page.request.post(`${application.url}/api/v1${path}`, {
    data,
    headers: { Origin: application.url },
  });
  expect(response.ok()).toBe(true);
  return (await response.json()) as { id: string; state: string };
}

/** Sends a message over the API to one address, at once. */
async function sendTo(
  page: Page,
  application: Application,
  matterId: string,
  address: string,
  subject: string,
): Promise<string> {
  const { id } = await post(page, application, `/matters/${matterId}/messages`, {
    templateId: 'template-report-when',
  });
  await page.request.patch(`${application.url}/api/v1/messages/${id}`, {
    data: { to: [{ address }], subject },
    headers: { Origin: application.url },
  });
  await post(page, application, `/messages/${id}/send`, {
    holdSeconds: 0,
    acknowledged: ['greetingNamesOther', 'addressUnknown', 'notOnMatter', 'dayInPast', 'sentBefore'],
  });
  return id;
}

const stateOf = async (page: Page, application: Application, id: string): Promise<string> =>
  ((await (await page.request.get(`${application.url}/api/v1/messages/${id}`)).json()) as { state: string })
    .state;

test('a power cut while messages are held, queued and being sent: none is lost, none goes twice', async ({
  page,
  application,
  allow,
}) => {
  allow(...LINE_CUT);
  await openMatter(page, application, 'saltm', 'SV-2041');
  const matterId = page.url().split('/').at(-1) ?? '';
  await startFrom(page, 'when to expect');
  await page.getByLabel('Subject').fill('Held before the cut');
  await kept(page);

  // Four slow ones take every place of the runner, so that the fifth is still queued when the power goes.
  const slow = await Promise.all(
    [1, 2, 3, 4].map((n) => sendTo(page, application, matterId, `slow${n}@slow.example`, `Slow ${n}`)),
  );
  const queued = await sendTo(
    page,
    application,
    matterId,
    'ines.okafor@harbourpost.example',
    'Queued before the cut',
  );
  expect(await stateOf(page, application, queued)).toBe('queued');
  await sendInSpite(page);
  await expect(page.getByText(/Sends in \d+ s/)).toBeVisible();
  await application.kill();
  await application.start();

  await expect.poll(() => entriesFiled(page, application, 'Queued before the cut')).toBe(1);
  await expect.poll(() => entriesFiled(page, application, 'Held before the cut')).toBe(1);
  const subjects = await Promise.all(
    (await application.delivered()).map(async ({ number }) =>
      /^Subject: (.*)$/m.exec((await application.deliveredBytes(number)).toString('latin1'))?.[1]?.trim(),
    ),
  );
  expect(new Set(subjects).size).toBe(subjects.length);
  expect(subjects).toEqual(expect.arrayContaining(['Held before the cut', 'Queued before the cut']));
  for (const id of slow) expect(await stateOf(page, application, id)).toBe('may-have-gone');
  await page.reload();
  await expect(page.getByText('May have gone: the mail server’s answer was lost')).toHaveCount(4);
});

test('a draft survives a power cut and a closed window', async ({ page, application, allow }) => {
  allow(...LINE_CUT);
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Report with invoice');
  await page.keyboard.type('a good vessel with a tired rig');
  await kept(page);
  await application.kill();
  await page.getByLabel('Text of the message').getByText('Dear Ms Okafor').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' and all on board');
  await expect(page.getByText('Not saved yet')).toBeVisible();
  await expect(page.getByText('Your draft is saved on this computer')).toBeVisible();
  await expect(page.getByText(/We’ll try again in|Trying again/)).toBeVisible();
  await application.start();
  await kept(page);
  await page.reload();
  await expect(page.getByLabel('what matters most')).toHaveValue('a good vessel with a tired rig');
  await expect(page.getByLabel('Text of the message')).toContainText('and all on board');
  await expect(page.getByText(/We’ll try again in|Trying again/)).toBeHidden();
});

test('what is written while the server is away outlasts the window, and is handed over once it is back', async ({
  page,
  application,
  allow,
}) => {
  allow(...LINE_CUT);
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Report with invoice');
  await page.keyboard.type('a good vessel');
  await kept(page);
  const id = page.url().split('/sheet/')[1] ?? '';
  await application.kill();
  await page.getByLabel('Text of the message').getByText('Dear Ms Okafor').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' and all on board');
  await expect(page.getByText('Your draft is saved on this computer')).toBeVisible();
  const context = page.context();
  await page.close();
  await application.start();
  // The sheet is not even opened: the words go to the server from any page.
  const another = await context.newPage();
  await another.goto(`${application.url}/matters`);
  await expect
    .poll(async () =>
      JSON.stringify(
        (await (await another.request.get(`${application.url}/api/v1/messages/${id}`)).json()).body,
      ),
    )
    .toContain('and all on board');
});

test('a session that ends is begun again on top of what is being written', async ({
  page,
  application,
  allow,
}) => {
  allow(refused(401));
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Report with invoice');
  await page.keyboard.type('a good');
  await kept(page);
  // Ended elsewhere: this window does not know it yet.
  const ended = await page.request.delete(`${application.url}/api/v1/session`, {
    headers: { Origin: application.url },
  });
  expect(ended.ok()).toBe(true);
  await page.keyboard.type(' vessel');
  const again = page.getByRole('dialog', { name: 'Please sign in again' });
  await expect(again).toBeVisible();
  await expectAccessible(page);
  await again.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(again).toBeHidden();
  await kept(page);
  await page.reload();
  await expect(page.getByLabel('what matters most')).toHaveValue('a good vessel');
});

test('mail whose answer was lost waits for a person, and is never sent again unasked', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  for (const name of ['Ines Okafor', 'Aksel Lund'])
    await page.getByRole('button', { name: `Remove ${name}` }).click();
  await page.getByLabel('Add to To').fill('ines@lose.example');
  await page.keyboard.press('Enter');
  await page.getByLabel('Text of the message').getByText('Dear Sir or Madam').waitFor();
  await sendInSpite(page);
  await expect(page.getByText('May have gone: the mail server’s answer was lost')).toBeVisible();
  await page.getByRole('button', { name: 'It has gone: file it' }).click();
  await expect(page.getByText('May have gone')).toBeHidden();
  await expect.poll(() => entriesFiled(page, application, 'Saltmarsh Wren: your report')).toBe(1);
  expect(await application.delivered()).toHaveLength(1);
});
