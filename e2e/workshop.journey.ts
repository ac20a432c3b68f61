import type { Page } from '@playwright/test';
import { choose, expect, expectAccessible, openMatter, signInAs, startFrom, test, refused } from './desk.ts';

const preview = (page: Page) => page.getByRole('complementary', { name: 'How it would read' });

/** Puts something in by its sign and a few letters, as one types. */
async function putIn(page: Page, letters: string, chosen: string | RegExp): Promise<void> {
  await page.keyboard.type(`+${letters}`);
  await expect(
    page.getByRole('listbox', { name: 'What can be put in' }).getByRole('option').first(),
  ).toContainText(chosen);
  await page.keyboard.press('Enter');
}

async function lookAt(page: Page, typed: string, reference: string): Promise<void> {
  await page.getByRole('combobox', { name: 'Filled in from' }).fill(typed);
  await page.getByRole('listbox', { name: 'Matters' }).getByText(reference).click();
}

test('a template is made from nothing, seen filled in as it is typed, and used', async ({
  page,
  application,
}) => {
  await page.goto(`${application.url}/templates`);
  await expect(page.getByRole('link', { name: /Report with invoice/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /New template/ }).click();
  await page.getByRole('button', { name: 'Start with an empty page' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Keys: where they hang');
  await page.getByRole('combobox', { name: 'Add to To' }).fill('owner');
  await lookAt(page, 'SV-2041', 'SV-2041');
  await page.getByRole('textbox', { name: 'Subject' }).click();
  await putIn(page, 'ves', 'Vessel');
  await page.keyboard.type(': the keys');
  await page.getByRole('textbox', { name: 'Wording' }).locator('p').nth(1).click();
  await page.keyboard.type('The keys of ');
  await putIn(page, 'vess', 'Vessel');
  await page.keyboard.type(' hang at ');
  await putIn(page, 'hook', 'Ask for “hook”');
  await page.keyboard.type('.');
  await expect(preview(page)).toContainText('The keys of Saltmarsh Wren hang at hook');
  await expect(preview(page)).toContainText('Dear Ms Okafor and Mr Lund');
  await expectAccessible(page);
  await page.keyboard.press('Control+s');
  await expect(page.getByText(/Private · Maud Tidewell · version 1/)).toBeVisible();

  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Keys');
  await expect(page.getByLabel('hook')).toBeFocused();
  await page.keyboard.type('the second nail');
  await expect(page.getByLabel('Text of the message')).toContainText('The keys of Saltmarsh Wren hang at');
  await page.keyboard.press('Control+Enter');
  // Held for some seconds; on a busy machine it has gone by the time one looks.
  await expect(page.getByText(/Sends in \d+ s|sent today/).first()).toBeVisible();
});

test('whoever writes before the fields have arrived is understood once they are there', async ({
  page,
  application,
}) => {
  let arrive = (): void => undefined;
  const arrival = new Promise<void>((resolve) => {
    arrive = resolve;
  });
  await page.route(/\/template-fields/, async (route) => {
    await arrival;
    await route.continue();
  });
  await page.goto(`${application.url}/templates/new`);
  await page.getByRole('button', { name: 'Start with an empty page' }).click();
  await page.getByRole('combobox', { name: 'Add to To' }).fill('owner');
  await page.getByRole('textbox', { name: 'Subject' }).click();
  await page.keyboard.type('+ves');
  const first = page.getByRole('listbox', { name: 'What can be put in' }).getByRole('option').first();
  await expect(first).toContainText('Ask for “ves”');
  arrive();
  await expect(first).toContainText('Vessel');
  await expect(page.getByRole('button', { name: 'Remove Owner' })).toBeVisible();
});

test('a wording that suits no matter says so beside it, and cannot be approved', async ({
  page,
  application,
  allow,
}) => {
  allow(refused(422));
  await page.goto(`${application.url}/templates/template-findings`);
  await expect(preview(page)).toContainText('What was found');
  await page.getByRole('link', { name: 'Where it can be used' }).click();
  await expect(page.getByRole('link', { name: /SV-2041/ })).toContainText('ready');
  await expectAccessible(page);
  await page.goBack();
  await page.getByRole('textbox', { name: 'Wording' }).locator('p').first().click();
  await page.keyboard.press('End');
  await putIn(page, 'item', /Item/);
  await expect(page.getByRole('region', { name: 'What is wrong' })).toContainText('Only within a repeat');
  await page.keyboard.press('Control+s');
  await expect(page.getByRole('alert')).toContainText(/could no longer be used on|error cannot be approved/i);
  const marked = page.locator('[data-wrong=true]').filter({ hasText: /^Item$/ });
  await expect(marked).toHaveCount(1);
  await page
    .getByRole('region', { name: 'What is wrong' })
    .getByRole('button', { name: 'Remove' })
    .first()
    .click();
  await expect(page.getByText('Only within a repeat')).toBeHidden();
  await expect(marked).toHaveCount(0);
});

test('an old letter with seven gaps is brought in, and its codes become fields and blanks', async ({
  page,
  application,
}) => {
  const old =
    'Subject: Your vessel [Vessel]\n\nDear [Client Name],\n\nWe saw <Vessel> at %Where she lies% on {{Survey Day}} for the sum of (amount).\n\nPlease bring ______ and answer by ........ at xx.\n';
  await page.goto(`${application.url}/templates/import`);
  await page
    .getByLabel('Files to import')
    .setInputFiles({ name: 'Old survey letter.txt', mimeType: 'text/plain', buffer: Buffer.from(old) });
  const card = page.getByRole('region', { name: 'Old survey letter.txt' });
  await expect(card).toContainText('8 codes and gaps');
  await expect(card.getByLabel('What [Vessel] means')).toHaveValue('Vessel');
  await expect(card.getByLabel('What {{Survey Day}} means')).toHaveValue('Survey day');
  await expect(card.getByLabel('What ______ means')).toHaveValue(/ask|blank|writer/i);
  await choose(card, 'What xx means', 'leave it as it stands');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save 1 template' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Old survey letter');
  await lookAt(page, 'SV-2041', 'SV-2041');
  await expect(preview(page)).toContainText('We saw Saltmarsh Wren at Hallam Slip');
  await expect(page.getByRole('textbox', { name: 'Wording' })).not.toContainText(/\[|\{\{|____/);
});

test('a signature changed once is changed in every template', async ({ page, application }) => {
  await page.goto(`${application.url}/passages`);
  await page.getByRole('link', { name: /^Maud, in full/ }).click();
  await expect(page.getByRole('complementary', { name: 'Where it is used' })).toContainText(
    'Maud Tidewell’s signature',
  );
  await page.getByRole('textbox', { name: 'Wording' }).locator('p').first().click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(' · closed on Fridays');
  await page.getByRole('button', { name: /Change it in 1 place/ }).click();
  await expect(page.getByText('Version 1, Idris Quill', { exact: false })).toBeVisible();
  await expectAccessible(page);
  for (const template of ['template-report', 'template-closing', 'template-fee-note']) {
    await page.goto(`${application.url}/templates/${template}`);
    await expect(preview(page)).toContainText('closed on Fridays');
  }
});

test('a matter type with a deadline over a holiday is made, and the deadline is said in a message', async ({
  page,
  application,
}) => {
  await signInAs(page, application, 'idris');
  await page.goto(`${application.url}/practice/calendar`);
  await expectAccessible(page);
  const holidays = page.getByRole('region', { name: 'Calendar' });
  await holidays.getByLabel('Another holiday', { exact: true }).fill('2027-05-04');
  await holidays.getByRole('button', { name: 'Add', exact: true }).click();
  await holidays.getByRole('button', { name: 'Save' }).click();
  await expect(holidays.getByRole('button', { name: 'Save' })).toBeDisabled();

  await page.getByRole('link', { name: 'Matter types' }).click();
  await expect(page.getByRole('link', { name: /Condition survey/ })).toBeVisible();
  await page.getByRole('button', { name: 'New matter type' }).click();
  // The page before has a field of the same name.
  await expect(page.getByRole('heading', { name: 'New matter type' })).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Mooring licence');
  await page.getByLabel('References begin with').fill('ML-');
  await page.getByRole('button', { name: 'Add a date' }).click();
  await page.getByLabel('Name').last().fill('Lodged');
  await page.getByRole('button', { name: 'Add a calculated value' }).click();
  await page.getByLabel('Name').last().fill('Answer due');
  await choose(page, 'From', 'Lodged');
  await page.getByLabel('Shifted by').last().fill('3');
  await page.keyboard.press('Control+s');
  await expect(page.getByRole('link', { name: /Mooring licence/ })).toBeVisible();

  await page.goto(`${application.url}/matters`);
  await page.getByRole('button', { name: 'New matter' }).click();
  await choose(page, 'Matter type', 'Mooring licence');
  await page.getByLabel('Title', { exact: true }).fill('Buoy 7');
  await page.getByRole('button', { name: 'Create', exact: true }).click();
  await expect(page.getByText('ML-1 ·')).toBeVisible();
  await page.getByRole('button', { name: /Lodged: nothing yet/ }).click();
  await page.getByLabel('Lodged', { exact: true }).fill('2027-04-30');
  await page.keyboard.press('Enter');
  const folder = page.getByRole('region', { name: 'Folder' });
  // Friday 30 April, then Monday, not the holiday on Tuesday, Wednesday, Thursday.
  await expect(folder).toContainText('6 May 2027');
  await folder.getByText('Answer due').click();
  await expect(folder).toContainText('Passed over: 4 May.');
  await expectAccessible(page);
  await folder.getByRole('button', { name: 'Undo' }).click();
  await expect(folder.getByRole('button', { name: /Lodged: nothing yet/ })).toBeVisible();
  await page.getByRole('button', { name: /Lodged: nothing yet/ }).click();
  await page.getByLabel('Lodged', { exact: true }).fill('2027-04-30');
  await page.keyboard.press('Enter');
  await expect(folder).toContainText('6 May 2027');

  await page.goto(`${application.url}/templates/new`);
  await page.getByRole('button', { name: 'Start with an empty page' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Licence: when to expect an answer');
  await lookAt(page, 'Buoy', 'ML-1');
  await page.getByRole('textbox', { name: 'Wording' }).locator('p').nth(1).click();
  await page.keyboard.type('You will have an answer by ');
  await putIn(page, 'answer', 'Answer due');
  await expect(preview(page)).toContainText('You will have an answer by 6 May 2027');
});

test('a template made for people greets an organisation rightly, and needs no second copy', async ({
  page,
  application,
}) => {
  await page.goto(`${application.url}/templates/template-instructions`);
  await lookAt(page, 'SV-2041', 'SV-2041');
  await expect(preview(page)).toContainText('Dear Ms Okafor and Mr Lund');
  await lookAt(page, 'Low Tide', 'SV-2080');
  await expect(preview(page)).toContainText('Dear Sir or Madam');
});

test('a contact is found, changed, and taken out as a card', async ({ page, application }) => {
  await page.goto(`${application.url}/directory`);
  await page.getByLabel('Narrow the directory').fill('okaf');
  // The list is still that of all until the narrowed one has come.
  await expect(page.getByRole('link', { name: 'Aksel Lund' })).toBeHidden();
  await page.getByRole('link', { name: 'Ines Okafor' }).click();
  await expect(page.getByText('Dear Ms Okafor,')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Details' }).click();
  await page.getByLabel('Formal, in words of their own').fill('Dear Captain Okafor');
  await page.keyboard.press('Control+s');
  await expect(page.getByText('Dear Captain Okafor,')).toBeVisible();
  await page.goto(`${application.url}/directory`);
  await page.getByLabel('Choose Aksel Lund').check();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export 1 as vCard' }).click();
  expect((await download).suggestedFilename()).toBe('contacts.vcf');
  await expectAccessible(page);
});

test('typing in the workshop goes on while the filled-in view is late', async ({ page, application }) => {
  let arrive = (): void => undefined;
  const late = new Promise<void>((resolve) => {
    arrive = resolve;
  });
  await page.goto(`${application.url}/templates/new`);
  await page.getByRole('button', { name: 'Start with an empty page' }).click();
  await lookAt(page, 'SV-2041', 'SV-2041');
  await expect(preview(page)).toContainText('Maud Tidewell');
  await page.route(/\/template-drafts/, async (route) => {
    await late;
    await route.continue();
  });
  await page.getByRole('textbox', { name: 'Wording' }).click();
  const asked = page.waitForRequest(/\/template-drafts/);
  await page.keyboard.type('The first words, ');
  await asked;
  await page.keyboard.type('and those after them.');
  await expect(page.getByRole('textbox', { name: 'Wording' })).toContainText(
    'The first words, and those after them.',
  );
  await expect(preview(page)).not.toContainText('The first words');
  arrive();
  await expect(preview(page)).toContainText('The first words, and those after them.');
});

test('two windows on one template: neither overwrites the other, and leaving asks first', async ({
  page,
  application,
  context,
  allow,
}) => {
  allow(refused(409));
  await signInAs(page, application, 'idris');
  const address = `${application.url}/templates/template-report`;
  await page.goto(address);
  const other = await context.newPage();
  await other.goto(address);
  for (const [window, words] of [
    [page, 'Ours. '],
    [other, 'Theirs. '],
  ] as const) {
    await window.getByRole('textbox', { name: 'Wording', exact: true }).click();
    await window.keyboard.type(words);
  }
  // Nothing is lost by a key that leads away.
  await page.keyboard.press('Escape');
  await expect(page.getByText('Your changes are not saved')).toBeVisible();
  await page.getByRole('button', { name: 'Stay here' }).click();

  await other.getByRole('button', { name: /Save as new version/ }).click();
  const inSpite = other.getByRole('button', { name: 'Save anyway' });
  await expect(
    other
      .getByText(/version 2/)
      .or(inSpite)
      .first(),
  ).toBeVisible();
  if (await inSpite.isVisible()) await inSpite.click();
  await expect(other.getByText(/version 2/)).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'Someone else changed this' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Wording', exact: true })).toContainText('Ours.');
  await page.getByRole('button', { name: 'Show what it says now' }).click();
  await expect(page.getByRole('textbox', { name: 'Wording', exact: true })).toContainText('Theirs.');
  await expectAccessible(page);
});
