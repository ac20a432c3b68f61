import { NOBODY } from '../contract/directory.ts';
import type { Page } from '@playwright/test';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Application } from './application.ts';
import { chooseHere, expect, expectAccessible, kept, openMatter, startFrom, test } from './desk.ts';

const text = 'Text of the message';
const ADDRESS = { kind: 'email', label: 'work', value: 'bo@bounce.example', preferred: true, bounced: false };

/** Somebody outside writes, through the host’s own page. */
async function write(
  application: Application,
  fields: Readonly<Record<string, string>>,
  path = '/write',
): Promise<void> {
  await fetch(application.mailboxesUrl + path, {
    method: 'POST',
    body: new URLSearchParams(fields),
    redirect: 'manual',
  });
}

/** Sends, whether the margin has anything to say or not; blanks are answered with whatever comes. */
async function sendAnyway(page: Page): Promise<void> {
  for (const blank of await page.locator('[data-blank-field][data-open=true]').all())
    await blank.fill('as agreed');
  await kept(page);
  const leave = page.getByLabel('Notes').getByRole('button', { name: 'Ignore this note' });
  while ((await leave.count()) > 0) await leave.first().click();
  await page.keyboard.press('Control+Enter');
}

/** Sends a bare message to an address from the matter that is open. */
async function sendTo(page: Page, address: string, words: string): Promise<void> {
  await page.keyboard.press('n');
  await page.getByRole('button', { name: 'Start with a bare sheet' }).click();
  await page.getByLabel('Add to To').fill(`${address},`);
  await page.getByRole('textbox', { name: 'Subject' }).fill(words);
  await page.getByLabel(text).fill(`${words}.`);
  await sendAnyway(page);
  await expect(page.getByText(/Sends in \d+ s|Sent|Waiting/).first()).toBeVisible();
}

test('a forged letter waits and says why', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  const forge = (from: string, subject: string) =>
    write(application, {
      from,
      to: 'office@tidewell-roe.example',
      subject,
      text: 'Please pay to the new account from today.',
      forged: 'on',
    });
  await forge('maud@tidewell-roe.example', 'SV-2041: as I said');
  await forge('ines.okafor@harbourpost.example', 'SV-2041: new bank details');
  await page.goto(`${application.url}/in`);
  const ours = page.locator('[data-incoming]').filter({ hasText: 'as I said' });
  await expect(ours).toContainText('Says it is from you');
  await ours.getByRole('button', { expanded: false }).first().click();
  await expect(ours.getByRole('note')).toContainText('nothing proves it');
  const theirs = page.locator('[data-incoming]').filter({ hasText: 'SV-2041: new bank details' }).first();
  await expect(theirs).toContainText('Sender not proven');
  await theirs.getByRole('button', { expanded: false }).first().click();
  await expect(theirs.getByRole('note')).toContainText('harbourpost.example');
  await expectAccessible(page);
  // It is filed at a word, and goes on saying it.
  await theirs.getByRole('button', { name: 'File on SV-2041' }).click();
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page.getByText('SV-2041: new bank details').first().click();
  await expect(page.getByText('not proven: the mail server could not confirm')).toBeVisible();
});

test('what came in is passed on from a template: its words go along, to somebody else', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await write(application, {
    from: 'ines.okafor@harbourpost.example',
    to: 'office@tidewell-roe.example',
    subject: 'SV-2041: the stern gland',
    text: 'The stern gland drips again, about a cup a day.',
  });
  const entry = page.getByText('SV-2041: the stern gland').first();
  await expect(entry).toBeVisible();
  await entry.click();
  await page.getByRole('button', { name: 'Forward' }).click();
  const sheet = page.getByLabel(text);
  await expect(sheet).toContainText('about a cup a day');
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('Fwd: SV-2041: the stern gland');
  // Nobody is put in: least of all whoever wrote it.
  const messageId = page.url().split('/sheet/')[1] ?? '';
  const recipients = async () =>
    (await (await page.request.get(`${application.url}/api/v1/messages/${messageId}`)).json())
      .to as unknown[];
  expect(await recipients()).toEqual([]);
  await page.getByRole('link', { name: 'Another template' }).click();
  await chooseHere(page, 'What we found');
  await expect(sheet).toContainText('about a cup a day');
  await expect(page.getByRole('textbox', { name: 'Subject' })).toContainText('Fwd: SV-2041: the stern gland');
  expect(await recipients()).toEqual([]);
});

test('an answer arrives, shows unasked on the open matter, and ends what waited for it', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'What we found');
  await sendAnyway(page);
  await expect.poll(() => application.delivered().then((all) => all.length)).toBeGreaterThan(0);
  const done = page.getByRole('region', { name: 'Folder' }).getByRole('button', { name: 'Done' });
  await expect(done).toHaveCount(1);
  const [last] = await application.delivered();
  await write(
    application,
    { from: last?.to[0] ?? '', text: 'Thank you, here is our answer.' },
    `/messages/${last?.number}/answer`,
  );
  await expect(page.getByText('Thank you, here is our answer.')).toBeVisible();
  await expect(done).toHaveCount(0);
});

test('what was greylisted goes at the next try; mail that comes back shows on its entry and on the contact', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await sendTo(page, 'ada@grey.example', 'To be greylisted');
  await expect
    .poll(() => application.delivered().then((all) => all.some(({ to }) => to.includes('ada@grey.example'))))
    .toBe(true);
  const contact = await page.request.post(`${application.url}/api/v1/contacts`, {
    headers: { Origin: application.url },
    data: { ...NOBODY, givenName: 'Bo', familyName: 'Bouncer', addresses: [ADDRESS] },
  });
  const { id } = (await contact.json()) as { id: string };
  await openMatter(page, application, 'saltm', 'SV-2041');
  await sendTo(page, 'bo@bounce.example', 'To come back');
  const entry = page.locator('article', { hasText: 'To come back' }).first();
  await expect(entry).toContainText('came back');
  await entry.getByRole('button').first().click();
  await expect(page.getByText(/bo@bounce.example did not get it/)).toBeVisible();
  await expect(page.getByText(/550 5\.1\.1/).first()).toBeVisible();
  await page.goto(`${application.url}/directory/${id}`);
  await expect(page.getByText(/email came back|came back/).first()).toBeVisible();
});

test('mail sent from elsewhere with the filing address in Bcc appears on the matter', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  const address = await page.getByText(/sv-2041\+[0-9a-f]{18}@file\./).textContent();
  await write(application, {
    from: 'Maud Tidewell <maud@tidewell-roe.example>',
    to: `somebody@elsewhere.example ${address ?? ''}`,
    subject: 'Written on the train',
    text: 'I shall be there at nine.',
  });
  await expect(page.getByText('Written on the train')).toBeVisible();
});

test('the in-tray is emptied by keys alone, and what was filed by mistake is taken back', async ({
  page,
  application,
}) => {
  await page.goto(`${application.url}/in`);
  await expect(page.getByRole('link', { name: 'In-tray: 6' })).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('1');
  await expect(page.getByText(/filed on/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'In-tray: 5' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('link', { name: 'In-tray: 6' })).toBeVisible();
  for (let left = 6; left > 0; left -= 1) {
    await expect(page.getByRole('link', { name: `In-tray: ${left}` })).toBeVisible();
    const open = page.locator('[data-incoming][data-open=true]');
    await expect(open).toBeVisible();
    await page.keyboard.press(
      (await open.getByRole('button', { name: /^File on/ }).count()) > 0 ? 'Enter' : 'Delete',
    );
    await expect(page.getByRole('link', { name: `In-tray: ${left - 1}` })).toBeVisible();
  }
  await expect(page.getByText('The in-tray is empty')).toBeVisible();
});

test('today leads to the sheet that deals with each line, and its calendar has a secret address', async ({
  page,
  application,
}) => {
  await page.goto(application.url);
  await expect(page.getByRole('link', { name: 'Today' })).toHaveAttribute('aria-current', 'page');
  await page.getByRole('button', { name: 'Everyone’s' }).click();
  await expect(page.getByRole('heading', { name: 'We are waiting for them' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'In your calendar…' }).click();
  await page.getByRole('button', { name: 'Make an address' }).click();
  const address = await page.getByLabel('Secret address').inputValue();
  expect(await (await fetch(address)).text()).toMatch(/^BEGIN:VCALENDAR/);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Remind', exact: true }).first().click();
  await chooseHere(page, 'Chaser');
  await expect(page.getByLabel(text)).toBeVisible();
});

test('a message is set for a time after the clocks have changed, and says so on the practice’s own clock', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Terms of engagement');
  await kept(page);
  for (const leave of await page.getByRole('button', { name: 'Ignore this note' }).all()) await leave.click();
  const year = new Date().getFullYear() + (new Date().getMonth() >= 2 ? 1 : 0);
  await page.getByRole('button', { name: 'Send later…' }).click();
  // Summer time begins on the last Sunday of March: by the 31st it always has.
  await page.getByLabel('Send at').fill(`31 March ${year} at 9 am`);
  await page.getByRole('button', { name: 'Send then' }).click();
  await expect(page.getByText(/Sends .*31 March/).first()).toBeVisible();
  const tray = await page.request.get(`${application.url}/api/v1/out-tray`);
  const { items } = (await tray.json()) as { items: { stateDetail: { leavesAtUtc: number } }[] };
  expect(new Date(items[0]?.stateDetail.leavesAtUtc ?? 0).toISOString()).toBe(`${year}-03-31T08:00:00.000Z`);
});

test('what was filed is found by its words, taken out as one PDF, and what was broken is named', async ({
  page,
  application,
}) => {
  await page.goto(`${application.url}/correspondence`);
  await page.getByLabel('Words to find').fill('"survey report"');
  await expect(page.locator('mark').first()).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Export…' }).click();
  await page.getByRole('menuitem', { name: /One PDF/ }).click();
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /correspondence\.pdf/ }).click(),
  ]);
  expect(await download.failure()).toBeNull();

  await page.goto(`${application.url}/practice/archive`);
  await page.getByRole('button', { name: 'Verify the archive' }).click();
  await expect(page.getByText(/The seals of all \d+ entries hold/)).toBeVisible();
  rmSync(join(application.folder, 'practice', 'blobs', await anyBlob(page, application)), { force: true });
  await page.getByRole('button', { name: 'Verify the archive' }).click();
  await expect(page.getByText(/are no longer what they were/)).toBeVisible();
});

/** The place of some entry’s bytes among the stored files. */
async function anyBlob(page: Page, application: Application): Promise<string> {
  const { createHash } = await import('node:crypto');
  const found = await (await page.request.get(`${application.url}/api/v1/correspondence?limit=1`)).json();
  const raw = await page.request.get(
    `${application.url}/api/v1/correspondence/${String(found.items[0].entryId)}/raw`,
  );
  const sha256 = createHash('sha256')
    .update(await raw.body())
    .digest('hex');
  return join(sha256.slice(0, 2), sha256);
}
