import type { Browser, Page } from '@playwright/test';
import type { Application } from './application.ts';
import { chooseHere, expect, expectAccessible, kept, openMatter, refused, startFrom, test } from './desk.ts';

const PICTURE = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

/** Asks for a day for the survey; gives when it has left. */
async function askForADay(page: Page, application: Application): Promise<void> {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Choose a day for the survey');
  await expect(page.getByRole('group', { name: 'Which of these days suits you?' })).toBeVisible();
  await kept(page);
  await page.keyboard.press('Control+Enter');
  await expect.poll(async () => (await application.delivered()).length).toBeGreaterThan(0);
}

/** The recipient’s telephone: no cookie of the practice’s, a small window; it opens the page from the mailbox. */
async function onAPhone(browser: Browser, application: Application): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const mailbox = await context.newPage();
  await mailbox.goto(application.mailboxesUrl);
  await mailbox.getByRole('link', { name: /ines.okafor/ }).click();
  await mailbox.getByRole('link', { name: /a day for the survey/ }).click();
  const opened = context.waitForEvent('page');
  await mailbox.frameLocator('iframe').getByRole('link', { name: 'Answer' }).first().click();
  return opened;
}

test('a day is asked for, answered on a telephone with a picture, filed, and taken over', async ({
  page,
  browser,
  application,
}) => {
  await askForADay(page, application);
  const phone = await onAPhone(browser, application);
  await expect(phone.getByRole('heading', { name: /a day for the survey/ })).toBeVisible();
  await expectAccessible(phone);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  const day = phone.getByRole('radio').first();
  const chosen = (await day.locator('xpath=..').textContent()) ?? '';
  await day.check();
  await phone
    .locator('input[type=file]')
    .setInputFiles({ name: 'at her berth.png', mimeType: 'image/png', buffer: PICTURE });
  await phone.getByRole('button').last().click();
  await expect(phone.getByRole('heading', { name: /Thank you/ })).toBeVisible();

  // On the matter it shows unasked.
  const offered = page.getByRole('group', { name: 'Survey day' });
  await expect(offered).toContainText(chosen.trim().split(',')[0] ?? 'no day');
  await expect(page.getByRole('link', { name: /at her berth/ })).toBeVisible();
  await expect(page.getByText('Which day suits for the survey?', { exact: true })).toBeHidden();
  await expectAccessible(page);
  await offered.getByRole('button', { name: 'Take over: Survey day' }).click();
  await expect(offered).toContainText('Survey day is now');
  await offered.getByRole('button', { name: 'Undo: Survey day' }).click();
  await expect(offered.getByRole('button', { name: 'Take over: Survey day' })).toBeVisible();

  await page.getByRole('link', { name: 'Today' }).click();
  const today = page.getByRole('region', { name: 'Answers for the record' });
  await today.getByRole('button', { name: 'Take over: Survey day' }).click();
  await expect(today).toBeHidden();
  // The recipient is told by message what they gave.
  await expect.poll(async () => (await application.delivered()).length).toBeGreaterThan(2);
});

test('a page that is ended by hand, over or forged takes no answers, and says whom to write to', async ({
  page,
  browser,
  application,
  allow,
}) => {
  allow(refused(404, 410));
  await askForADay(page, application);
  const phone = await onAPhone(browser, application);
  await expect(phone.getByRole('radio').first()).toBeVisible();
  await page
    .getByRole('button', { name: /sent to Ines Okafor/ })
    .first()
    .click();
  const state = page.getByRole('region', { name: 'Answer page' });
  await expect(state).toContainText('has not answered yet');
  await state.getByRole('button', { name: 'Take no more answers' }).click();
  await expect(state).toContainText('No answers are taken any more');
  await phone.getByRole('radio').first().check();
  await phone.getByRole('button').last().click();
  await expect(phone.getByRole('radio')).toHaveCount(0);
  await expect(phone.locator('body')).toContainText('01632');
  await expectAccessible(phone);
  await state.getByRole('button', { name: 'Take answers again' }).click();
  await expect(state).toContainText('has not answered yet');
  await phone.goto(`${application.url}/a/AAAAAAAAAAAAAAAAAAAAAA`);
  await expect(phone.getByRole('radio')).toHaveCount(0);
  await expect(phone.locator('body')).not.toContainText('Saltmarsh');
});

test('what is asked is changed on the sheet before it goes', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page.keyboard.press('n');
  await chooseHere(page, 'Choose a day for the survey');
  const question = page.getByRole('group', { name: 'Which of these days suits you?' });
  await question.getByRole('button', { name: 'Change' }).click();
  await expect(question.getByRole('listitem')).toHaveCount(3);
  await question
    .getByRole('button', { name: /^Remove: / })
    .first()
    .click();
  await question.getByLabel('Another day').fill('10 am on 14 January');
  await question.getByRole('button', { name: 'Add the day' }).click();
  await expect(question.getByRole('listitem').last()).toContainText('14 January, 10:00');
  await question.getByRole('button', { name: 'Done' }).click();
  await expect(question.getByRole('listitem')).toHaveCount(3);
  await kept(page);
  await page.reload();
  await expect(page.getByRole('group', { name: 'Which of these days suits you?' })).toContainText(
    '14 January',
  );
});
