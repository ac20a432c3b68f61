import { expect, expectAccessible, kept, openMatter, startFrom, test, sendInSpite, refused } from './desk.ts';

// What is held is looked at here.
test.use({ holdSeconds: 3 });

test('matters are found as one types, gone along by keys and ordered', async ({ page, application }) => {
  await page.goto(`${application.url}/matters`);
  await expect(page.locator('[data-matter]')).toHaveCount(28);
  await expectAccessible(page);
  await page.keyboard.type('sands clear nothing');
  await expect(page.getByText('Nothing with “sands clear nothing”')).toBeVisible();
  await page.getByRole('button', { name: 'Show all matters' }).click();
  await page.getByRole('button', { name: 'Title' }).click();
  await expect(page.locator('[data-matter]').first()).toContainText('Ashen Gull');
  await page.getByLabel('Narrow the matters').focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Bramble Reach');
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Narrow the matters')).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('saltm');
  await expect(page.getByRole('option', { name: /SV-2041/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Saltmarsh Wren');
});

test('a letter opens in its place, has an address of its own, and gives its bytes', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page
    .getByRole('button', { name: /received from Ines Okafor/ })
    .first()
    .click();
  await expect(page.frameLocator('iframe').locator('body')).toContainText('Ines Okafor');
  await page.reload();
  await expect(page.frameLocator('iframe').locator('body')).toContainText('Ines Okafor');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: /Original message/ }).click();
  expect((await download).suggestedFilename()).toMatch(/^SV-2041 .*\.eml$/);
  await page.getByRole('button', { name: 'Reply', exact: true }).click();
  await expect(page.getByLabel('Subject')).toContainText('Re: ');
  await expect(page.getByLabel('Text of the message')).toContainText('Dear Ms Okafor');
});

test('what happens elsewhere shows by itself', async ({ page, application, context }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  const other = await context.newPage();
  await openMatter(other, application, 'saltm', 'SV-2041');
  await startFrom(other, 'when to expect');
  await expect(page.getByRole('region', { name: 'Not filed yet' })).toContainText(
    'Saltmarsh Wren: your report',
  );
  await sendInSpite(other);
  await expect(page.getByRole('status').getByText(/Sends in/)).toBeVisible();
  await expect(page.getByText('sent today')).toBeVisible();
});

test('two windows on one draft do not overwrite each other', async ({
  page,
  application,
  context,
  allow,
}) => {
  allow(refused(409));
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByLabel('Subject').fill('Theirs');
  await kept(other);
  await page.getByLabel('Subject').fill('Mine');
  await expect(page.getByText('changed in another window')).toBeVisible();
  await page.getByRole('button', { name: 'Use theirs' }).click();
  await expect(page.getByLabel('Subject')).toHaveText('Theirs');
});

test('a reader reads and changes nothing; a restricted matter is not there for others', async ({
  page,
  application,
  allow,
}) => {
  allow(refused(404));
  await openMatter(page, application, 'candlewick', 'SV-2059');
  const restricted = page.url();
  await page.getByRole('button', { name: /^Maud Tidewell: change person/ }).click();
  await page.getByRole('menuitem', { name: /Ambrose Kett/ }).click();
  await expect(page.getByRole('button', { name: /^Ambrose Kett: change person/ })).toBeVisible();
  await page.goto(restricted);
  await expect(page.getByText('There is no such matter')).toBeVisible();
  await openMatter(page, application, 'saltm', 'SV-2041');
  await expect(page.getByText('You may read here')).toBeVisible();
  await expect(page.getByRole('button', { name: /Start a message/ })).toHaveCount(0);
});

test('dark paper and a phone read as well', async ({ page, application }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await openMatter(page, application, 'saltm', 'SV-2041');
  await expectAccessible(page);
  await page.keyboard.press('n');
  await expect(page.getByRole('listbox').getByRole('option', { selected: true })).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Sheet')).toBeVisible();
  await expectAccessible(page);
  await page.setViewportSize({ width: 390, height: 800 });
  await page.getByLabel('what matters most').fill('she is sound');
  await kept(page);
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText(/Sends in \d+ s/)).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('the recipient’s side shows what was got', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  await sendInSpite(page);
  await expect.poll(async () => (await application.delivered()).length).toBe(1);
  await page.goto(application.mailboxesUrl);
  await page.getByRole('link', { name: /ines.okafor/ }).click();
  await page.getByRole('link', { name: 'Saltmarsh Wren: your report' }).click();
  await expect(page.locator('pre')).toContainText('Dear Ms Okafor and Mr Lund,');
});
