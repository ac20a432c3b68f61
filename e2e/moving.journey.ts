import { choose, expect, expectAccessible, openMatter, refused, signInAs, test } from './desk.ts';

/** Three hundred matters with two parties each, as an office keeps them in a spreadsheet; two lines have faults. */
const LIST = [
  'File no;Matter title;Vessel;Survey day;Owners;Owner: email;Broker;Broker: email',
  ...Array.from(
    { length: 300 },
    (_one, n) =>
      `OLD-${n};Boat ${n}, sloop;Boat ${n};${(n % 28) + 1}/11/2026;Owner Number${n};owner${n}@old.example;Broker Number${n};broker${n}@old.example`,
  ),
  'OLD-1;Twice the same;;;;;;',
  'OLD-900;A day there is not;;31/02/2026;;;;',
].join('\r\n');

test('three hundred matters are imported, undone as one, and imported again', async ({
  page,
  application,
}) => {
  await signInAs(page, application, 'idris');
  await page.goto(`${application.url}/practice`);
  await page.getByRole('link', { name: 'Import', exact: true }).click();
  await choose(page, 'What the list is of', 'Matters');
  await choose(page, 'Matter type', 'Condition survey');
  const take = async (): Promise<void> => {
    await page.getByLabel('List to import').setInputFiles({
      name: 'matters.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(LIST, 'latin1'),
    });
    await expect(
      page.getByText('300 matters to make · 600 contacts for their parties · 2 lines with faults, left out'),
    ).toBeVisible();
  };
  await take();
  await expect(page.getByText('“31/02/2026” does not fit “Survey day”.')).toBeVisible();
  await expect(page.getByText('Line 3 of the file is the same.')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Import 300 matters' }).click();
  await expect(page.getByText(/^imported ·/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo this import' }).click();
  await expect(page.getByText('900 things taken back.')).toBeVisible();
  await page.getByRole('link', { name: 'All imports' }).click();
  await expect(page.getByRole('row', { name: /matters\.csv/ })).toContainText('undone');

  await choose(page, 'What the list is of', 'Matters');
  await choose(page, 'Matter type', 'Condition survey');
  await take();
  await page.getByRole('button', { name: 'Import 300 matters' }).click();
  await expect(page.getByText(/^imported ·/)).toBeVisible();
  await openMatter(page, application, 'OLD-299', 'OLD-299');
  await expect(page.getByText('Owner Number299')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Survey day: 20 Nov 2026/ })).toBeVisible();
});

test('a restricted matter is seen by two people and by nobody else; who enters in need stands on it', async ({
  page,
  application,
  allow,
}) => {
  allow(refused(404));
  await signInAs(page, application, 'jonas');
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page.getByRole('link', { name: 'Details' }).click();
  await page.getByRole('checkbox', { name: /^Restricted/ }).check();
  await page.getByRole('checkbox', { name: 'Petra Lindqvist' }).check();
  await page.getByLabel('Standing note').fill('Ring before writing.');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('· restricted')).toBeVisible();
  const address = page.url().replace(/\/details$/, '');

  await signInAs(page, application, 'petra');
  await page.goto(address);
  await expect(page.getByText('Ring before writing.')).toBeVisible();
  for (const who of ['sunniva', 'idris']) {
    await signInAs(page, application, who);
    await page.goto(address);
    await expect(page.getByText('There is no such matter')).toBeVisible();
  }

  await page.goto(`${application.url}/practice/people`);
  await page.getByRole('button', { name: 'Enter a restricted matter in need' }).click();
  await page.getByLabel('Reference of the matter').fill('SV-2041');
  await page.getByLabel('Why you need to').fill('Jonas and Petra are at sea.');
  await page.getByRole('button', { name: 'Enter it' }).click();
  const written = page.getByText(
    /Idris Quill entered this restricted matter in need on .*“Jonas and Petra are at sea\.”/,
  );
  await expect(written).toBeVisible();
  await signInAs(page, application, 'petra');
  await page.goto(address);
  await expect(written).toBeVisible();
});
