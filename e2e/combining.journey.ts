import { expect, expectAccessible, kept, openMatter, startFrom, test } from './desk.ts';

const letterText = 'Text of the message';

test('an answer quotes what it answers, takes another template in at the caret, and is tried on oneself first', async ({
  page,
  application,
}) => {
  test.slow();
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page
    .getByRole('button', { name: /received from/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Reply', exact: true }).click();
  const text = page.getByLabel(letterText);
  await expect(text).toContainText('With kind regards');
  await page.getByRole('button', { name: 'Quote the message' }).click();
  await expect(text).toContainText(/wrote on \w+day \d+ \w+ \d{4} at \d\d:\d\d:/);
  await expect(page.getByRole('button', { name: 'Quote the message' })).toBeHidden();

  await text.getByText('With kind regards').click();
  await page.keyboard.press('Home');
  await page.keyboard.type('+expect');
  await page
    .getByRole('listbox', { name: 'What can be put in' })
    .getByText('template', { exact: true })
    .click();
  await expect(text).toContainText('went well');
  await expect(text.getByText('With kind regards')).toHaveCount(1);
  await expect(text).not.toContainText('+expect');
  await kept(page);
  await page.reload();
  await expect(text).toContainText('went well');
  await expect(text).toContainText(/wrote on/);

  await page.getByLabel('Add to To').fill('owner');
  await page.getByText(/^All 2: owner/).click();
  await expect(page.getByRole('button', { name: /^Remove (?:Ines Okafor|Aksel Lund)$/ })).toHaveCount(2);
  await kept(page);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Email me a test' }).click();
  await expect(page.getByText('Test sent to maud@tidewell-roe.example')).toBeVisible();
  await expect.poll(async () => (await application.delivered()).length).toBe(1);
  const bytes = (await application.deliveredBytes(1)).toString('latin1');
  expect(bytes).toMatch(/^Subject: \[Test\] Re: /m);
  expect(bytes).toMatch(/^To: [^\n]*maud@tidewell-roe\.example/m);
  expect(bytes).not.toMatch(/^(?:To|Cc|Bcc): [^\n]*okafor/im);
});

test('a message that waits to leave gets another time where it stands', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  await kept(page);
  const notes = page.getByLabel('Notes').getByRole('button', { name: 'Ignore this note' });
  while ((await notes.count()) > 0) await notes.first().click();
  await page.getByRole('button', { name: 'Send later…' }).click();
  await page
    .getByRole('button', { name: /at 8:30$/ })
    .first()
    .click();
  // A page that is left for another address at once takes what was asked for with it.
  // Before the practice opens, the next opening is today's, and its day is not said.
  await expect(page.getByText(/^Sends (?:.* )?at 8:30$/).first()).toBeVisible();
  await page.goto(`${application.url}/out`);
  const line = page.getByRole('article').filter({ hasText: 'your report' });
  await expect(line).toContainText('at 8:30');
  await line.getByRole('button', { name: 'Change time…' }).click();
  await page.getByLabel('Send at').fill('1 March 2027 at 10:15');
  await page.getByRole('button', { name: 'Change time', exact: true }).click();
  await expect(line).toContainText('Monday 1 March 2027 at 10:15');
});
