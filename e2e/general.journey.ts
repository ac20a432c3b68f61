import { expect, expectAccessible, signInAs, test } from './desk.ts';

test('good wishes without a matter: started from the person, sent, found with them, moved to a matter later', async ({
  page,
  application,
}) => {
  await signInAs(page, application, 'maud');
  const openVerity = async (): Promise<void> => {
    await page.goto(`${application.url}/directory`);
    await page.getByLabel(/Narrow the directory/).fill('Verity Sands');
    await page.getByRole('link', { name: 'Verity Sands' }).click();
  };
  await openVerity();
  await expect(page.getByRole('heading', { level: 1, name: 'Verity Sands' })).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('button', { name: /Start a message to Verity Sands/ }).click();
  const which = page.getByRole('combobox', { name: /Narrow the shelf/ });
  await which.fill('birthday');
  await expect(page.getByRole('option', { name: /Good wishes on a birthday/ })).toBeVisible();
  await which.press('Enter');
  await expect(page.getByText('filed with them, without a matter')).toBeVisible();
  await expect(page.getByText(/Dear Ms Sands/).first()).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Control+Enter');
  await expect
    .poll(async () =>
      (await application.delivered()).some(({ to }) => to.some((address) => address.startsWith('verity.'))),
    )
    .toBe(true);

  // It stands with her, although it is on no matter.
  await openVerity();
  const line = page.getByRole('link', { name: /Good wishes.*General file/ }).first();
  await expect(line).toBeVisible();
  await line.click();
  await expect(page.getByRole('heading', { level: 1, name: 'General file' })).toBeVisible();

  await page.getByRole('button', { name: 'Move…' }).click();
  await page.getByRole('combobox', { name: 'To which matter' }).fill('SV-2041');
  await page.getByRole('button', { name: /SV-2041/ }).click();
  await expect(page.getByText(/It is on SV-2041 now/)).toBeVisible();
  await openVerity();
  await expect(page.getByRole('link', { name: /Good wishes.*SV-2041/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: /Good wishes.*General file/ })).toHaveCount(0);
});
