import type { Page } from '@playwright/test';
import type { Application } from './application.ts';
import { chooseHere, expect, expectAccessible, openMatter, test } from './desk.ts';

/** Presses a button in the calendar of whoever the last message came to first. */
async function pressInCalendar(
  { delivered, mailboxesUrl }: Application,
  answer: 'ACCEPTED' | 'DECLINED',
): Promise<void> {
  const mail = (await delivered()).at(-1);
  const body = new URLSearchParams({ from: mail?.to[0] ?? '', answer });
  const done = await fetch(`${mailboxesUrl}/messages/${mail?.number}/calendar`, {
    method: 'POST',
    body,
    redirect: 'manual',
  });
  expect(done.status).toBe(303);
}

/** Sends what is on the sheet, whatever its notes caution of, and waits until it has gone. */
async function send(page: Page, application: Application, times: number): Promise<void> {
  const ignore = page.getByLabel('Notes').getByRole('button', { name: 'Ignore this note' });
  while ((await ignore.count()) > 0) await ignore.first().click();
  await page.keyboard.press('Control+Enter');
  await expect.poll(async () => (await application.delivered()).length, { timeout: 20_000 }).toBe(times);
}

test('people are invited to an appointment, and what their calendars answer shows by itself', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page.getByRole('button', { name: 'Add a follow-up…' }).click();
  await page.getByLabel('What to do').fill('Second visit');
  await page.getByLabel('By', { exact: true }).fill('10 December 2030');
  await page.getByLabel('At what time (for an appointment)').fill('10:00');
  await page.getByRole('textbox', { name: 'Where', exact: true }).fill('Quay 3');
  await page.getByRole('button', { name: 'Save', exact: true }).click();

  await page.getByRole('link', { name: 'Invite people to “Second visit”' }).click();
  await chooseHere(page, 'Short thanks');
  const sheet = page.getByLabel('Sheet');
  await expect(
    sheet.getByText('Second visit, Tuesday 10 December 2030, 10:00 to 11:00, Quay 3'),
  ).toBeVisible();
  await expect(page.getByText('with an invitation')).toBeVisible();
  await expectAccessible(page);
  await send(page, application, 1);
  const eml = (await application.deliveredBytes(1)).toString('latin1');
  expect(eml).toContain('text/calendar; charset=utf-8; method=REQUEST');
  await expect(page.getByText(/: invited, no answer yet$/).first()).toBeVisible();

  // The answer is read from the mailbox, filed and shown, with nothing pressed here.
  await pressInCalendar(application, 'ACCEPTED');
  await expect(page.getByText(/: comes$/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText(/: accepted\./)).toBeVisible();

  await page.getByRole('button', { name: 'Change “Second visit”' }).click();
  await page.getByLabel('At what time (for an appointment)').fill('14:00');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Changed since they were invited')).toBeVisible();
  await page.getByRole('link', { name: 'Tell those invited how “Second visit” stands now' }).click();
  await chooseHere(page, 'Short thanks');
  await expect(sheet.getByText(/14:00 to 15:00/)).toBeVisible();
  // The answer was delivered as well.
  await send(page, application, 3);
  await expect(page.getByText(/: invited, no answer yet$/).first()).toBeVisible();
  await expect(page.getByText('Changed since they were invited')).toBeHidden();

  await page.getByRole('link', { name: 'Call off “Second visit”' }).click();
  await chooseHere(page, 'Short thanks');
  await expect(page.getByText('calls the appointment off')).toBeVisible();
  await send(page, application, 4);
  expect((await application.deliveredBytes(4)).toString('latin1')).toContain('method=CANCEL');
  await expect(page.getByText('Second visit', { exact: true })).toHaveCount(0);
});
