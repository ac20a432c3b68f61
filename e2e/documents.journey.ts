import { chooseHere, expect, expectAccessible, kept, openMatter, test } from './desk.ts';

test('a document is dropped, looked at, enclosed, and replaced by a newer version', async ({
  page,
  application,
  allow,
}) => {
  allow(/ERR_CONNECTION_RESET/);
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page.getByRole('link', { name: /^Documents \d/ }).click();
  const list = page.getByRole('region', { name: 'Documents of the matter' });
  await expect(list.getByRole('row', { name: /Survey report/ })).toBeVisible();
  await expectAccessible(page);

  // The line breaks the first time; the file goes again by itself.
  let broken = 0;
  await page.route('**/api/v1/matters/*/documents', async (route) => {
    if (route.request().method() !== 'POST' || broken > 0) return route.continue();
    broken += 1;
    return route.abort('connectionreset');
  });
  const dropped = await page.evaluateHandle(() => {
    const transfer = new DataTransfer();
    transfer.items.add(new File(['The keel bolts are sound.'], 'Keel notes.txt', { type: 'text/plain' }));
    return transfer;
  });
  await page.getByRole('combobox', { name: 'Into category' }).fill('Notes');
  await list.dispatchEvent('dragover', { dataTransfer: dropped });
  await expect(page.getByText('Let go to add it to the documents of this matter')).toBeVisible();
  await list.dispatchEvent('drop', { dataTransfer: dropped });
  await expect(page.getByText('1 document added')).toBeVisible();
  expect(broken).toBe(1);

  await page.getByLabel('Find in documents').fill('bolts');
  await list.getByRole('link', { name: 'Keel notes' }).click();
  const looked = page.getByRole('region', { name: 'The document' });
  await expect(looked.getByText('The keel bolts are sound.')).toBeVisible();
  await expectAccessible(page);

  await looked.getByLabel('New version…').setInputFiles({
    name: 'keel notes (2).txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('The keel bolts are worn.'),
  });
  await expect(list.getByText(/^version 2/)).toBeVisible();
  await list
    .getByRole('row', { name: /version 2/ })
    .getByRole('link')
    .click();
  await looked.getByRole('button', { name: 'Compare with version 1' }).click();
  await expect(looked.locator('del')).toHaveText('sound');

  await looked.getByRole('link', { name: 'Send this' }).click();
  await chooseHere(page, 'Report with invoice');
  const files = page.locator('[data-part=enclosures]');
  await expect(files.getByRole('button', { name: 'keel notes (2).txt', exact: true })).toBeVisible();
  await kept(page);
});

test('a PDF and a picture are looked at in place, gone through by keys, and put into the bin and back', async ({
  page,
  application,
}) => {
  await openMatter(page, application, 'saltm', 'SV-2041');
  await page.getByRole('link', { name: /^Documents \d/ }).click();
  await page.getByRole('link', { name: 'Survey report' }).click();
  const looked = page.getByRole('region', { name: 'The document' });
  await expect(looked.getByText('She was seen ashore, on a dry day')).toBeAttached();
  const ink = async (): Promise<boolean> =>
    looked.locator('canvas').evaluate((canvas: HTMLCanvasElement) => {
      const pixels = canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? [];
      return pixels.some((value, n) => n % 4 === 0 && value < 128);
    });
  await expect.poll(ink).toBe(true);
  await page.keyboard.press('ArrowRight');
  await expect(looked.getByRole('heading', { name: 'Chainplate, starboard' })).toBeVisible();
  await expect(looked.getByRole('img', { name: 'Chainplate, starboard' })).toBeVisible();
  await looked.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('“Chainplate, starboard” is in the bin')).toBeVisible();
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByRole('row', { name: /Chainplate, starboard/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(looked).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Correspondence' })).toBeVisible();
});
