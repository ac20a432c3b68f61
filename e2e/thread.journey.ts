import { createHash } from 'node:crypto';
import { expect, expectAccessible, kept, openMatter, sendInSpite, startFrom, test, refused } from './desk.ts';

// What is held is looked at here.
test.use({ holdSeconds: 4 });

const sha = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

test('a message goes from the matter to its recipients and is filed, byte for byte', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page.keyboard.press('n');
  await expect(page.getByRole('listbox').getByRole('option', { selected: true })).toContainText(
    'Report with invoice',
  );
  await expect(page.getByRole('article', { name: 'How it would read' })).toContainText(
    'Dear Ms Okafor and Mr Lund',
  );
  await page.keyboard.press('Enter');

  await expect(page.getByLabel('what matters most')).toBeFocused();
  await expect(page.getByLabel('Notes')).toContainText('Please fill in');
  await page.keyboard.type('she is sound');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Answer by')).toBeFocused();
  await kept(page);
  await expect(page.getByLabel('Notes')).toBeEmpty();
  await page.keyboard.press('Control+Enter');

  await expect(page.getByText(/Sends in \d+ s/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Stop sending' })).toBeVisible();
  await expect(page.getByText('Sends in')).toBeHidden();
  const line = page
    .getByRole('region', { name: 'Saltmarsh Wren: your survey report' })
    .getByRole('button', { name: /sent to Ines Okafor and Aksel Lund/ });
  await line.click();
  const text = page.frameLocator('iframe').locator('body');
  await expect(text).toContainText('In one sentence: she is sound.');
  await expect(page.getByRole('list', { name: 'Enclosed' })).toContainText('Survey report.pdf');

  const [mail, ...others] = await application.delivered();
  expect(others).toEqual([]);
  expect(mail?.to.length).toBe(3);
  const got = await application.deliveredBytes(mail?.number ?? 0);
  const raw = await page.getByRole('link', { name: /Original message/ }).getAttribute('href');
  const filed = await (await page.request.get(`${application.url}${raw}`)).body();
  expect(sha(filed)).toBe(sha(got));
  await expectAccessible(page);
});

test('a ready template is sent in three actions, by keys alone', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  const matterId = page.url().split('/').at(-1) ?? '';
  const shelf = await page.request.get(`${application.url}/api/v1/matters/${matterId}/shelf`);
  const items = ((await shelf.json()) as { items: { name: string; readiness: string }[] }).items;
  const ready = items.filter(({ readiness }) => readiness === 'ready').map(({ name }) => name);
  expect(ready).toContain('Cover during the works');
  let actions = 0;
  const act = async (work: () => Promise<void>): Promise<void> => {
    actions += 1;
    await work();
  };
  await act(() => page.keyboard.press('n'));
  await expect(page.getByRole('listbox')).toBeVisible();
  await act(async () => {
    await page.keyboard.type('cover during');
    await page.keyboard.press('Enter');
  });
  await expect(page.getByLabel('Text of the message')).toContainText('cover');
  await act(() => page.keyboard.press('Control+Enter'));
  await expect(page.getByText(/Sends in \d+ s/)).toBeVisible();
  expect(actions).toBeLessThanOrEqual(3);
});

test('what is wrong is said beside its words, and mended by its remedy', async ({
  page,
  application,
  allow,
}) => {
  allow(refused(422));
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Report with invoice');
  await page.keyboard.type('all is well');
  await page.getByRole('button', { name: 'Remove Aksel Lund' }).click();
  await expect(page.getByLabel('Text of the message')).toContainText('Dear Ms Okafor,');
  await page.getByRole('button', { name: /Remove Invoice/ }).click();
  await page.getByLabel('Text of the message').getByText('the report says how').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' Gilded Tern is under SV-2044.');

  const notes = page.getByLabel('Notes');
  await expect(notes).toContainText('“Invoice” is asked for and not enclosed');
  await expect(notes).toContainText('Another matter’s reference');
  await expect(notes).toContainText('“Gilded Tern” belongs to SV-2044');
  await expectAccessible(page);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByLabel('Sheet')).toBeVisible();
  expect(await application.delivered()).toEqual([]);

  await notes.getByRole('button', { name: 'Enclose it' }).click();
  await notes.getByRole('button', { name: 'Write “SV-2041”' }).click();
  await expect(page.getByLabel('Text of the message')).toContainText('is under SV-2041');
  await expect(notes).not.toContainText('not enclosed');
  await notes.getByRole('button', { name: 'Write “Saltmarsh Wren”' }).click();
  await expect(page.getByLabel('Text of the message')).toContainText('Saltmarsh Wren is under SV-2041');
  await expect(notes).toBeEmpty();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText(/Sends in \d+ s/)).toBeVisible();
});

test('a held message is called back, and a discarded draft comes back', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  await sendInSpite(page);
  await page.getByRole('button', { name: 'Stop sending' }).click();
  await expect(page.getByLabel('Sheet')).toBeVisible();
  await page.getByRole('button', { name: 'Delete draft' }).click();
  await expect(page.getByText('The draft is off the desk ·')).toBeVisible();
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByLabel('Text of the message')).toContainText('went well');
  // It is a draft again, which nothing but a person sends.
  const id = page.url().split('/').at(-1) ?? '';
  const { state } = await (await page.request.get(`${application.url}/api/v1/messages/${id}`)).json();
  expect([state, await application.delivered()]).toEqual(['draft', []]);
});

test('a refusal is shown word for word, with what to do', async ({ page, application }) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  for (const name of ['Ines Okafor', 'Aksel Lund'])
    await page.getByRole('button', { name: `Remove ${name}` }).click();
  await page.getByLabel('Add to To').fill('basil.penhale@refuse.example');
  await page.keyboard.press('Enter');
  await kept(page);
  await expect(page.getByLabel('Text of the message')).toContainText('Dear Mr Penhale');
  await sendInSpite(page);
  await expect(
    page.getByText('550 5.1.1 <basil.penhale@refuse.example>: no such mailbox here'),
  ).toBeVisible();
  await expect(
    page.getByText('The address does not exist there. Correct it, then send again.'),
  ).toBeVisible();
  await page.getByRole('link', { name: /Out-tray: 1, 1 to look at/ }).click();
  await expect(page.getByRole('region', { name: 'Needs your decision' })).toContainText('SV-2041');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Mend and send again' }).click();
  await expect(page.getByLabel('Sheet')).toBeVisible();
});
