import { choose, expect, expectAccessible, openMatter, refused, signInAs, startFrom, test } from './desk.ts';

test('a sender and a host of the practice’s own are set, tried, kept, and serve from then on', async ({
  page,
  application,
  allow,
}) => {
  allow(refused(422));
  await signInAs(page, application, 'idris');
  await page.goto(`${application.url}/practice`);
  await page.getByRole('link', { name: /Senders and email/ }).click();
  const senders = page.getByRole('region', { name: 'Senders and times' });
  await senders.getByRole('button', { name: 'Another sender' }).click();
  await senders.getByLabel('Name', { exact: true }).last().fill('Tidewell & Roe Certificates');
  await senders.getByLabel('Address', { exact: true }).last().fill('no address');
  await senders.getByRole('button', { name: 'Save' }).click();
  // What cannot be kept is said, and nothing that was typed is lost.
  await expect(senders.getByRole('alert')).toContainText('“no address” is not a whole email address');
  await expect(senders.getByLabel('Name', { exact: true }).last()).toHaveValue('Tidewell & Roe Certificates');
  await senders.getByLabel('Address', { exact: true }).last().fill('certificates@tidewell-roe.example');
  await choose(senders, 'The practice works from', /^9:15$/);
  await senders.getByRole('button', { name: 'Save' }).click();
  await expect(senders.getByRole('button', { name: 'Save' })).toBeDisabled();

  const hosts = page.getByRole('region', { name: 'Mail servers' });
  await hosts.getByRole('button', { name: 'Another mail server' }).click();
  await hosts.getByLabel('Host', { exact: true }).fill('127.0.0.1');
  await hosts.getByLabel('Port', { exact: true }).fill('1');
  await choose(hosts, 'Encryption', 'TLS where it is offered');
  await hosts.getByLabel(/Carries mail/).fill('certificates@tidewell-roe.example');
  await hosts.getByRole('button', { name: 'Try it' }).click();
  await expect(hosts.getByRole('status')).toContainText('It could not be talked to');
  await hosts.getByLabel('Port', { exact: true }).fill(String(application.smtpPort));
  await hosts.getByRole('button', { name: 'Try it' }).click();
  await expect(hosts.getByRole('status')).toContainText('Nothing was sent');
  await hosts.getByRole('button', { name: 'Save the servers' }).click();
  await expect(hosts.getByRole('button', { name: 'Save the servers' })).toBeHidden();
  await expectAccessible(page);
  await page.reload();
  await expect(hosts.getByLabel('Host', { exact: true })).toHaveValue('127.0.0.1');

  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'Instructions received');
  await choose(page, 'Send as', 'Tidewell & Roe Certificates · certificates@tidewell-roe.example');
  // The hours that were set are those that are offered.
  await page.getByRole('button', { name: 'Send later…' }).click();
  await expect(page.getByText(/9:15/).first()).toBeVisible();
  await page.keyboard.press('Escape');
  const leave = page.getByLabel('Notes').getByRole('button', { name: 'Ignore this note' });
  while ((await leave.count()) > 0) await leave.first().click();
  await page.keyboard.press('Control+Enter');
  await expect
    .poll(() => application.delivered().then((all) => all.map(({ from }) => from)))
    .toContain('certificates@tidewell-roe.example');
});

test('an invitation is read in words, and its writer becomes a party from the tray', async ({
  page,
  application,
}) => {
  await page.goto(`${application.url}/in`);
  await page.getByRole('button', { name: /Another boat/, expanded: false }).click();
  const invitation = page.getByRole('region', { name: 'Invitation' });
  await expect(invitation).toContainText('Asks for a meeting: Little Auk: a first look');
  await expect(invitation).toContainText('10:00 to 11:30');

  await page.getByRole('button', { name: /what we found on board/, expanded: false }).click();
  const belongs = page.getByRole('complementary', { name: 'Where it belongs' });
  await belongs.getByRole('button', { name: 'Make them owner' }).click();
  const told = page.getByRole('status').filter({ hasText: 'Hesper Dunmore' });
  await expect(told).toContainText(/Hesper Dunmore is owner on \w+-\d+/);
  await expect(belongs.getByRole('link', { name: 'Hesper Dunmore' })).toBeVisible();
  await told.getByRole('button', { name: 'Undo' }).click();
  await expect(belongs.getByRole('button', { name: 'Make them owner' })).toBeVisible();
});
