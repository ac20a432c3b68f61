import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import { generate } from 'otplib';
import { startEmpty } from './application.ts';
import { choose, expectAccessible, kept } from './desk.ts';

const FIRST = {
  name: 'Rosalind Vane',
  email: 'rosalind@vane-partners.example',
  password: 'seven brass lanterns over water',
};
const SECOND = {
  name: 'Edmund Brake',
  email: 'edmund@vane-partners.example',
  password: 'no herring before the ferry leaves',
};

async function signIn(page: Page, { email, password }: { email: string; password: string }): Promise<void> {
  await page.getByLabel('Email address').fill(email);
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

test('from an empty folder: a colleague is invited, comes with a password and a second factor, and is seen off', async ({
  page,
  browser,
}) => {
  const practice = await startEmpty(FIRST);
  const context = await browser.newContext();
  const theirs = await context.newPage();

  await test.step('the first person signs in, and is told when the password is not right', async () => {
    await page.goto(practice.url);
    await signIn(page, { ...FIRST, password: 'not that one' });
    await expect(page.getByRole('alert')).toContainText('Name or password is not right');
    await signIn(page, FIRST);
    await expect(page.getByRole('button', { name: new RegExp(FIRST.name) })).toBeVisible();
  });

  const link = await test.step('a colleague is added; no mail goes yet, so the link is copied', async () => {
    await page.goto(`${practice.url}/practice/people`);
    await page.getByRole('button', { name: 'Add a person' }).click();
    await page.getByLabel('Name', { exact: true }).fill(SECOND.name);
    await page.getByLabel('Email address').fill(SECOND.email);
    await choose(page, 'Role', 'Assistant');
    await page.getByRole('button', { name: 'Add and invite' }).click();
    await expectAccessible(page);
    return page.getByLabel('Link', { exact: true }).inputValue();
  });

  await test.step('they choose a password that holds, and are in', async () => {
    await theirs.goto(link);
    await expect(theirs.getByRole('heading', { name: `Welcome, ${SECOND.name}` })).toBeVisible();
    await theirs.getByLabel('New password').fill('passwordpassword');
    await theirs.getByRole('button', { name: 'Choose it' }).click();
    await expect(theirs.getByRole('alert')).toContainText('soon be guessed');
    await theirs.getByLabel('New password').fill(SECOND.password);
    await theirs.getByRole('button', { name: 'Choose it' }).click();
    await expect(theirs.getByRole('button', { name: new RegExp(SECOND.name) })).toBeVisible();
    await theirs.goto(link);
    await expect(theirs.getByRole('alert')).toContainText('used already');
  });

  await test.step('they set a second factor up, and are asked for it from then on', async () => {
    await theirs.goto(`${practice.url}/profile`);
    await theirs.getByRole('button', { name: 'Set it up' }).click();
    const secret = (await theirs.locator('code').textContent())?.replace(/\s/g, '') ?? '';
    await theirs.getByLabel('Code', { exact: true }).fill(await generate({ secret }));
    await theirs.getByRole('button', { name: 'Put it in force' }).click();
    const codes = theirs.getByRole('listitem').filter({ hasText: /^\w{5}-\w{5}$/ });
    await expect(codes).toHaveCount(10);
    const recovery = (await codes.first().textContent()) ?? '';
    await theirs.getByRole('button', { name: 'I have kept them' }).click();
    await expect(theirs.getByText('In force. 10 recovery codes are left.')).toBeVisible();
    await theirs.goto(`${practice.url}/sign-out`);
    await expect(theirs.getByLabel('Email address')).toBeVisible();
    await signIn(theirs, SECOND);
    await theirs.getByLabel(/Code of your authenticator/).fill(recovery);
    await theirs.getByRole('button', { name: 'Sign in' }).click();
    await expect(theirs.getByRole('button', { name: new RegExp(SECOND.name) })).toBeVisible();
  });

  await test.step('they write the first message, to somebody they put into the directory', async () => {
    await theirs.goto(`${practice.url}/directory/new`);
    await theirs.getByLabel('Given name').fill('Perpetua');
    await theirs.getByLabel('Family name').fill('Lowe');
    await theirs.getByRole('button', { name: 'Add an address' }).click();
    await theirs.getByLabel('Address', { exact: true }).fill('perpetua@lowe.example');
    await theirs.keyboard.press('Control+s');
    await expect(theirs.getByRole('heading', { name: 'Perpetua Lowe' })).toBeVisible();
    await theirs.getByLabel('Parts of the contact').getByRole('link', { name: 'Correspondence' }).click();
    await theirs.getByRole('button', { name: /Start a message to Perpetua Lowe/ }).click();
    await theirs.getByRole('button', { name: 'Start with a bare sheet' }).click();
    await theirs.getByRole('textbox', { name: 'Subject' }).fill('We have moved in');
    await theirs.getByLabel('Text of the message').click();
    await theirs.keyboard.type('Our door is open from Monday.');
    await kept(theirs);
    await theirs.keyboard.press('Control+Enter');
    await expect
      .poll(async () => (await practice.delivered()).map(({ from, to }) => [from, ...to]))
      .toEqual([[SECOND.email, 'perpetua@lowe.example']]);
    await theirs.goto(`${practice.url}/correspondence`);
    await expect(theirs.getByText('We have moved in').first()).toBeVisible();
  });

  await test.step('who leaves is out at once, and stays in the list', async () => {
    await page.goto(`${practice.url}/practice/people`);
    await expect(page.getByRole('row', { name: /Edmund Brake.*second factor/ })).toBeVisible();
    await page.getByRole('button', { name: SECOND.name }).click();
    await page.getByRole('button', { name: 'Has left' }).click();
    await page.getByRole('button', { name: 'Has left' }).click();
    await expect(page.getByRole('row', { name: /Edmund Brake.*left/ })).toBeVisible();
    await theirs.goto(practice.url);
    await expect(theirs.getByLabel('Email address')).toBeVisible();
  });
  await context.close();
  await practice.close();
});
