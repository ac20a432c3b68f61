import {
  chooseHere,
  expect,
  expectAccessible,
  kept,
  openMatter,
  sendInSpite,
  startFrom,
  test,
  signInAs,
  refused,
} from './desk.ts';

const letterText = 'Text of the message';

test('an entry is answered from a template, and the thread is kept', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page
    .getByRole('button', { name: /received from/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Reply from a template' }).click();
  await chooseHere(page, 'Closing');
  await expect(page.getByLabel('Subject')).toHaveText(/^Re: \S/);
  await expect(page.getByRole('button', { name: /^Remove / })).toHaveCount(1);
  await expect(page.getByLabel(letterText)).toContainText('Dear ');
  await kept(page);
  const notes = page.getByLabel('Notes').getByRole('button', { name: 'Ignore this note' });
  if ((await notes.count()) > 0) await sendInSpite(page);
  else await page.keyboard.press('Control+Enter');
  await expect.poll(async () => (await application.delivered()).length).toBe(1);
  const bytes = (await application.deliveredBytes(1)).toString('latin1');
  expect(bytes).toMatch(/^In-Reply-To: <[^>]+>\r$/m);
  expect(bytes).toMatch(/^References: <[^>]+>/m);
  const [, answered] = /^In-Reply-To: (<[^>]+>)/m.exec(bytes) ?? [];
  expect(bytes.slice(bytes.indexOf('References:'))).toContain(answered);
});

test('one each: every recipient gets a message with a greeting of their own', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Report with invoice');
  await page.keyboard.type('she is sound');
  await page.getByRole('button', { name: 'Remove Verity Sands' }).click();
  await page.getByLabel('A separate message for each, 2 in all').check();
  await kept(page);
  await expect(page.getByText('to 2, a separate message for each')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect.poll(async () => (await application.delivered()).length).toBe(2);
  const texts = await Promise.all(
    (await application.delivered()).map(async ({ number, to }) => ({
      to: to.join(),
      text: (await application.deliveredBytes(number)).toString('latin1'),
    })),
  );
  for (const [who, greeting] of [
    ['ines.okafor', 'Dear Ms Okafor,'],
    ['aksel.lund', 'Dear Mr Lund,'],
  ] as const)
    expect(texts.find(({ to }) => to.includes(who))?.text).toContain(greeting);
  await expect(page.getByText('sent today')).toHaveCount(2);
});

test('a text message and a printed letter go from the same sheet, and are filed', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Your report is on its way');
  await expect(page.getByText(/\d segment/)).toBeVisible();
  await expect(page.getByLabel('Subject')).toHaveCount(0);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('sent today')).toHaveCount(1);

  await startFrom(page, 'Letter: last reminder');
  await expectAccessible(page);
  const href = await page.getByRole('link', { name: 'See it as a page' }).getAttribute('href');
  const shown = await page.request.get(`${application.url}${href}`);
  expect((await shown.body()).subarray(0, 5).toString()).toBe('%PDF-');
  await page.keyboard.press('Control+Enter');
  // Two houses, two letters.
  await expect(page.getByText('sent today')).toHaveCount(3);

  await page.goto(`${application.mailboxesUrl}/texts`);
  await expect(page.getByText('Tidewell & Roe')).toBeVisible();
  const answers = page.getByRole('textbox', { name: /^Answer from/ });
  await answers.first().fill('Thank you. What time shall I be there?');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.goto(`${application.mailboxesUrl}/printed`);
  await expect(page.getByRole('link', { name: /last reminder/ })).toHaveCount(2);

  // What is written back is filed by itself, and answered in the same way.
  await openMatter(page, application, 'saltm', 'SV-2041');
  const answer = page.getByRole('button', { name: /What time shall I be there/ });
  await expect(answer).toBeVisible();
  await answer.click();
  await page.getByRole('button', { name: 'Reply', exact: true }).click();
  await expect(page.getByText(/\d segment/)).toBeVisible();
  await expect(page.getByText(/^no number|needs a recipient/i)).toHaveCount(0);
});

test('enclosures are dropped, made, joined and kept on the matter', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Report with invoice');
  await page.keyboard.type('all is well');
  const chooser = page.getByLabel('Files to enclose');
  await chooser.setInputFiles({
    name: 'Minutes.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('What was said on board.\n\nThe end.'),
  });
  const files = page.locator('[data-part=enclosures]');
  await expect(files.getByRole('button', { name: 'Minutes.txt', exact: true })).toBeVisible();
  await files.getByRole('button', { name: 'Minutes.txt', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Send it as PDF' }).click();
  await files.getByRole('button', { name: 'Minutes.pdf', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Other', exact: true }).click();
  await expect(page.getByRole('navigation', { name: 'Folder' }).getByText('5')).toBeVisible();
  await files.getByRole('button', { name: 'Minutes.pdf', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Make the 3 PDFs one' }).click();
  await expect(files.getByRole('button', { name: /^Remove / })).toHaveCount(1);

  await page.getByRole('button', { name: 'Add…' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Letter: terms of engagement as PDF/ }).click();
  await expect(
    files.getByRole('button', { name: 'Letter- terms of engagement.pdf', exact: true }),
  ).toBeVisible();
  await kept(page);
  await page.reload();
  await expect(files.getByRole('button', { name: /^Remove / })).toHaveCount(2);
});

test('another template keeps what was answered; a day is said in words; a passage stands where it is typed', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Report with invoice');
  await page.keyboard.type('she is sound');
  const day = page.getByLabel('Answer by');
  await day.fill('end of next month');
  await expect(page.getByLabel('Notes')).not.toContainText('Please fill in');
  const answered = await page.locator('[class*=readAs]').textContent();
  expect(answered).toMatch(/^3[01] |^2[89] /);
  await page.getByLabel(letterText).getByText('the report says how').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' +thanks');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel(letterText)).toContainText('Thank you for asking us to act for you');
  await kept(page);

  await page.getByRole('link', { name: 'Another template' }).click();
  await chooseHere(page, 'Chaser: an answer is outstanding');
  await expect(page.getByText('Mail from “Chaser: an answer is outstanding”')).toBeVisible();
  await expect(page.getByLabel('Answer by')).toHaveValue(answered ?? '');
  await page.getByRole('button', { name: 'Back to the words before' }).click();
  await expect(page.getByLabel(letterText)).toContainText('Thank you for asking us to act for you');
});

test('wording is kept as a template, with the record’s values as fields again', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  await page.getByRole('button', { name: 'Save as…' }).click();
  await expect(page.getByRole('checkbox', { name: /^Saltmarsh Wren/ })).toBeChecked();
  await page.getByRole('menuitem', { name: 'As a new template' }).click();
  await page.getByLabel('Name', { exact: true }).fill('When her report comes');
  await expect(page.getByRole('region', { name: 'Wording' }).getByText('Vessel').first()).toBeVisible();
  await page.getByRole('button', { name: /^Save/ }).first().click();
  await expect(page).toHaveURL(/\/templates\/[^n]/);
  const id = page.url().split('/').at(-1) ?? '';
  const kept = await page.request.get(`${application.url}/api/v1/templates/${id}`);
  const json = JSON.stringify(await kept.json());
  expect(json).toContain('fact.vessel');
  expect(json.slice(json.indexOf('"content"'))).not.toContain('Saltmarsh Wren');
});

test('anybody is found as one types; a pasted list is read; a stranger goes into the directory', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Report with invoice');
  await page.keyboard.type('all is well');
  await page.getByRole('button', { name: 'Cc, Bcc…' }).click();
  const copy = page.getByLabel('Add to Cc', { exact: true });
  // At once: what was offered for no letters at all must not be taken for what these mean.
  await copy.fill('hallam');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Remove Hallam Slip' })).toBeVisible();
  await copy.focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData(
      'text',
      '"Penhale, Basil" <basil@penhale.example>; zoe@ferrier.example\nInes.Okafor@harbourpost.example',
    );
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true }),
    );
  });
  await expect(page.getByRole('button', { name: 'Remove Penhale, Basil' })).toBeVisible();
  await expect(page.getByLabel('Notes')).toContainText('Nobody known by this address');
  await page.getByRole('button', { name: 'zoe@ferrier.example', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Put into the directory' }).click();
  await expect(page.getByRole('button', { name: 'Remove zoe', exact: true })).toBeVisible();
  await page.getByRole('textbox', { name: 'Replies go to' }).fill('office@tidewell-roe.example');
  await page.getByLabel('a copy to me').check();
  await sendInSpite(page);
  await expect.poll(async () => (await application.delivered()).length).toBe(1);
  const [mail] = await application.delivered();
  expect(mail?.to).toEqual(expect.arrayContaining(['basil@penhale.example', 'maud@tidewell-roe.example']));
  const bytes = (await application.deliveredBytes(1)).toString('latin1');
  expect(bytes).toMatch(/^Reply-To: office@tidewell-roe\.example\r$/m);
  expect(bytes).not.toMatch(/^(?:To|Cc): .*maud@/m);
});

test('a caution that the practice does without is not raised', async ({ page, application }) => {
  await signInAs(page, application, 'idris');
  await page.goto(`${application.url}/practice/checks`);
  // Which of the two the demo's message would meet depends on the day of the week.
  for (const name of ['A day to come that has passed', 'The same was sent a few days ago'])
    await page.getByRole('checkbox', { name }).uncheck();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  await kept(page);
  await expect(page.getByLabel('Notes')).toBeEmpty();
});

test('what is pasted stands in the text as words, tables and pictures, cleaned; a picture too large goes along', async ({
  page,
  application,
  allow,
}) => {
  allow(refused(422));
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page.keyboard.press('n');
  await page.getByRole('button', { name: 'Start with a bare sheet' }).click();
  const text = page.getByLabel('Text of the message');
  await text.click();
  const paste = (html: string, picture?: { readonly bytes: readonly number[]; readonly name: string }) =>
    text.evaluate(
      (element, { markup, file }) => {
        const pasted = new DataTransfer();
        if (markup !== '') pasted.setData('text/html', markup);
        if (file) pasted.items.add(new File([Uint8Array.from(file.bytes)], file.name, { type: 'image/png' }));
        const event = new ClipboardEvent('paste', { clipboardData: pasted, bubbles: true, cancelable: true });
        element.dispatchEvent(event);
      },
      { markup: html, file: picture },
    );
  await paste(
    '<style>p{color:red}</style><p>From the <b>yard</b></p><table><tr><td>Mast</td><td>£40</td></tr></table><script>1</script>',
  );
  await expect(text.getByRole('cell')).toHaveText(['Mast', '£40']);
  await expect(text.locator('strong')).toHaveText('yard');
  expect(await text.innerHTML()).not.toMatch(/script|color:red/);
  const png = await page.screenshot({ clip: { x: 0, y: 0, width: 40, height: 30 } });
  await paste('', { bytes: [...png], name: 'shot.png' });
  await expect(text.locator('img[width]')).toBeVisible();
  await paste('', { bytes: [1, 2, 3], name: 'broken.png' });
  await expect(page.getByRole('button', { name: 'broken.png', exact: true })).toBeVisible();
  await kept(page);
  await page.reload();
  await expect(page.getByLabel('Text of the message').getByRole('cell')).toHaveText(['Mast', '£40']);
  await expect(page.getByLabel('Text of the message').locator('img[width]')).toBeVisible();
});

test('a record that changes in another window is said in the margin when one sends, unasked', async ({
  page,
  application,
  context,
  allow,
}) => {
  allow(refused(422));
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  await kept(page);
  const id = /matters\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const address = `${application.url}/api/v1/matters/${id}`;
  const record = await (await context.request.get(`${address}/record`)).json();
  const answer = await context.request.patch(address, {
    data: { revision: record.revision, facts: { vessel: { kind: 'text', text: 'Saltmarsh Wren II' } } },
    headers: { Origin: application.url },
  });
  expect(answer.status()).toBe(200);
  await page.getByLabel('Text of the message').click();
  await page.keyboard.press('Control+Enter');
  const notes = page.getByLabel('Notes');
  await expect(notes.getByText(/Saltmarsh Wren II/).first()).toBeVisible();
  await expect(notes.getByRole('button').first()).toBeFocused();
  await expect(page).toHaveURL(/sheet/);
});

test('what is begun on a sheet is taken before it leaves, or stops it', async ({
  page,
  application,
  allow,
}) => {
  allow(refused(422));
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Instructions received');
  await page.getByRole('button', { name: 'Cc, Bcc…' }).click();
  const copy = page.getByLabel('Add to Cc');
  await copy.fill('Nobody Inparticular');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/stands for nobody yet/)).toBeVisible();
  await expect(copy).toBeFocused();
  await copy.fill('yard@elsewhere.example');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('button', { name: 'Remove yard@elsewhere.example' })).toBeVisible();
  await sendInSpite(page);
  await expect.poll(async () => (await application.delivered()).length).toBe(1);
  expect((await application.delivered())[0]?.to).toContain('yard@elsewhere.example');
});

test('a sheet that holds a file alone, or words that another window overtook, is not lost by closing it', async ({
  page,
  application,
  allow,
}) => {
  allow(refused(409));
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Instructions received');
  await page.getByLabel('Files to enclose').setInputFiles({
    name: 'Tides.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('High water at ten.'),
  });
  await page.keyboard.press('Escape');
  await expect(page.getByLabel(letterText)).toHaveCount(0);
  await page
    .getByRole('link', { name: /thank you for your instructions/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Tides.txt', exact: true })).toBeVisible();

  const id = page.url().split('/').at(-1);
  const theirs = await page.request.patch(`${application.url}/api/v1/messages/${id}`, {
    data: {
      revision: (await (await page.request.get(`${application.url}/api/v1/messages/${id}`)).json()).revision,
      copyToSelf: true,
    },
    headers: { Origin: application.url },
  });
  expect(theirs.ok()).toBe(true);
  await page.getByLabel(letterText).click();
  await page.keyboard.type('My own words. ');
  await expect(page.getByRole('alert').filter({ hasText: 'another window' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel(letterText)).toContainText('My own words.');
  await page.getByRole('button', { name: 'Use mine' }).click();
  await kept(page);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel(letterText)).toHaveCount(0);
});
