import {
  expect,
  expectAccessible,
  openMatter,
  signInAs,
  startFrom,
  test,
  kept,
  sendInSpite,
} from './desk.ts';

test('what a template’s writers change is counted, seen beside its wording, and taken into a new version', async ({
  page,
  application,
}) => {
  await signInAs(page, application, 'idris');
  await page.goto(`${application.url}/figures?of=all`);
  await expect(page.getByText(/messages went out and \d+ came in/)).toBeVisible();
  await expect(page.locator('.recharts-bar-rectangle').first()).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Templates' }).last().click();
  await page.getByRole('link', { name: 'Instructions received' }).click();
  const changes = page.getByRole('region', { name: 'Rewritten most often' });
  await expect(changes).toContainText('I shall ring you this week to settle a day.');
  await expectAccessible(page);
  await changes.getByRole('button', { name: 'Use this in a new version' }).first().click();
  await expect(page.getByRole('textbox', { name: 'Wording' })).toContainText(
    'I shall ring you this week to settle a day.',
  );
  await expect(page.getByRole('button', { name: /Save as new version/ })).toBeEnabled();
});

test('a message that is rewritten before it goes shows among the figures of its writer', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'when to expect');
  const body = page.getByLabel('Text of the message');
  await body.click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(' And ring us at any time.');
  await kept(page);
  await sendInSpite(page);
  await expect.poll(async () => (await application.delivered()).length).toBe(1);
  await page.goto(`${application.url}/figures/templates`);
  const row = page.getByRole('row', { name: /when to expect it/ });
  await expect(row).toContainText(/\d+ of \d+/);
  const csv = await page.request.get(
    `${application.url}/api/v1/figures/csv?from=2020-01-01&until=2022-12-31&table=templates`,
  );
  expect(await csv.text()).toContain('template,channel,uses');
});
