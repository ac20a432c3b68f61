import { choose, expect, expectAccessible, openMatter, signInAs, startFrom, test } from './desk.ts';
import type { Page } from '@playwright/test';

/** Answers every caution of the routine that is open. */
async function ignoreNotes(page: Page): Promise<void> {
  const ignore = page.getByRole('button', { name: 'Ignore this note' });
  while ((await ignore.count()) > 0) await ignore.first().click();
}

test.describe('a routine', () => {
  test.use({ holdSeconds: 120 });

  test('is written as sentences, run from the shelf in one press, and taken back as one', async ({
    page,
    application,
  }) => {
    await page.goto(`${application.url}/routines`);
    await page.getByRole('button', { name: 'New routine' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Close and look back');
    await page.getByRole('checkbox', { name: 'Condition survey' }).click();
    await page.getByRole('button', { name: 'Add a step' }).click();
    await choose(page, 'Template', 'Closing the matter');
    await page.getByRole('button', { name: 'Add a step' }).click();
    await choose(page, 'Steps 2', 'Add a follow-up');
    await page.getByLabel('What to do').fill('Ask how she sails');
    await page.getByRole('button', { name: 'Add a step' }).click();
    await choose(page, 'Steps 3', 'Move the stage to');
    await choose(page, 'Stage', 'Reported');
    await page.getByLabel('Try it on a matter').fill('SV-2041');
    await page.getByRole('option', { name: /SV-2041/ }).click();
    const beside = page.getByRole('complementary', { name: 'What it would do on a matter' });
    await expect(beside).toContainText('Add a follow-up: Ask how she sails');
    await expect(beside).toContainText('Can be run on: Condition survey');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await expectAccessible(page);

    await openMatter(page, application, 'saltm', 'SV-2041');
    const stage = page.getByRole('combobox', { name: 'Stage' });
    await expect(stage).toBeVisible();
    const before = await stage.inputValue();
    await page.keyboard.press('n');
    await page.getByRole('link', { name: /^Close and look back/ }).click();
    const does = page.getByRole('region', { name: 'What it does here' });
    await expect(does.getByRole('listitem')).toHaveCount(3);
    await expect(does).toContainText('to Reported');
    await ignoreNotes(page);
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Run', exact: true }).click();
    await expect(page.getByText('The routine was run.')).toBeVisible();
    await expect(stage).toHaveValue('Reported');
    await expect(page.getByText(/^Sends in|^Sends at/).first()).toBeVisible();

    await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
    await expect(page.getByText('Everything it did was taken back.')).toBeVisible();
    await expect(stage).toHaveValue(before);
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await expect(page.getByText('Ask how she sails')).toHaveCount(1);
    await expect(page.getByRole('region', { name: 'Run here lately' })).toContainText('undone');
    expect(await application.delivered()).toEqual([]);
  });
});

test('reminders wait over a holiday that is put in later, and end with the answer', async ({
  page,
  application,
}) => {
  await page.goto(`${application.url}/chaser-plans/new`);
  await page.getByLabel('Name', { exact: true }).fill('A reminder, then a letter');
  await choose(page, 'Template 1', 'Short thanks');
  await page.getByRole('button', { name: 'Add a reminder' }).click();
  await choose(page, 'Template 2', /^Letter: last reminder/);
  await page.getByLabel('Tell after working days').fill('15');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expectAccessible(page);

  await openMatter(page, application, 'saltm', 'SV-2041');
  await startFrom(page, 'What we found');
  const leave = page.getByLabel('Notes').getByRole('button', { name: 'Ignore this note' });
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  while ((await leave.count()) > 0) await leave.first().click();
  await page.keyboard.press('Control+Enter');
  await expect.poll(() => application.delivered().then((all) => all.length)).toBe(1);
  const [sent] = await application.delivered();

  await page.getByText('sent today').first().waitFor();
  await page
    .getByRole('button', { name: /Before the full report reaches you/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Add reminders…' }).click();
  await page.getByRole('button', { name: 'Start the reminders' }).click();
  await expect(page.getByText('The reminders are set.')).toBeVisible();
  const chases = async () => {
    const matterId = /matters\/([^/?]+)/.exec(page.url())?.[1] ?? '';
    const answer = await page.request.get(`${application.url}/api/v1/chases?matterId=${matterId}`);
    return (await answer.json()).items[0] as {
      next: { dueOn: string } | null;
      ended: { why: string } | null;
    };
  };
  const first = (await chases()).next?.dueOn ?? '';

  const matter = page.url();
  await signInAs(page, application, 'idris');
  const url = `${application.url}/api/v1/practice`;
  const practice = await (await page.request.get(url)).json();
  const kept = await page.request.patch(url, {
    data: { ...practice, holidays: [...practice.holidays, first] },
    headers: { Origin: application.url },
  });
  expect(kept.ok()).toBe(true);
  await signInAs(page, application, 'maud');
  await page.goto(matter);
  expect(((await chases()).next?.dueOn ?? '') > first).toBe(true);

  await fetch(`${application.mailboxesUrl}/messages/${sent?.number}/answer`, {
    method: 'POST',
    body: new URLSearchParams({ from: sent?.to[0] ?? '', text: 'Thank you, all clear now.' }),
    redirect: 'manual',
  });
  await expect(page.getByText('Thank you, all clear now.')).toBeVisible();
  await expect.poll(async () => (await chases()).ended?.why).toBe('answered');
  await expect(page.getByRole('region', { name: 'Folder' })).toContainText('ended: answered');
});
