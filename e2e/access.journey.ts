import type { Page } from '@playwright/test';
import type { Application } from './application.ts';
import { expect, expectAccessible, signInAs, test } from './desk.ts';

interface Listed {
  readonly items: readonly { readonly id: string; readonly version?: number }[];
}

/** The address of every view, each with something of the practice in it. */
async function everyView(page: Page, application: Application): Promise<readonly string[]> {
  const { url } = application;
  await signInAs(page, application, 'maud');
  const first = async (path: string): Promise<string> => {
    const answer = await page.request.get(`${url}/api/v1/${path}`);
    return ((await answer.json()) as Listed).items[0]?.id ?? '';
  };
  const matter = await first('matters?query=SV-2041&limit=1');
  const post = async (path: string, data: object): Promise<{ id: string }> => {
    const answer = await page.request.post(`${url}/api/v1/${path}`, { data, headers: { Origin: url } });
    expect(answer.ok(), await answer.text()).toBe(true);
    return answer.json();
  };
  const started = await page.request.post(`${url}/api/v1/matters/${matter}/messages`, {
    data: { templateId: 'template-report' },
    headers: { Origin: url },
  });
  expect(started.ok(), await started.text()).toBe(true);
  const { id: message } = (await started.json()) as { id: string };
  const [template, passage] = ['template-report', await first('passages')];
  const [contact, type] = [await first('contacts?limit=1'), await first('matter-types')];
  const made = await page.request.post(`${url}/api/v1/rounds`, {
    data: { templateId: 'template-chaser', set: { where: { typeId: 'type-condition-survey' } } },
    headers: { Origin: url },
  });
  const { id: round } = (await made.json()) as { id: string };
  const content = {
    name: 'Close it',
    about: 'A closing message',
    typeIds: [],
    roles: [],
    steps: [{ does: 'send', templateId: 'template-closing' }],
    offeredOn: [{ on: 'overdue', workingDays: 1 }],
  };
  const { id: routine } = await post('routines', { content });
  const { id: plan } = await post('chaser-plans', {
    content: {
      name: 'Once more',
      steps: [{ afterWorkingDays: 5, templateId: 'template-closing' }],
      tellAfter: null,
      tellWhat: '',
      endsAt: [],
    },
  });
  return [
    '/today',
    '/today?whose=all',
    '/matters',
    `/matters/${matter}`,
    `/matters/${matter}/start`,
    `/matters/${matter}/sheet/${message}`,
    `/matters/${matter}/table/findings`,
    '/correspondence',
    '/templates',
    '/templates/new',
    `/templates/${template}`,
    `/templates/${template}/history`,
    `/templates/${template}/matters`,
    '/templates/import',
    '/rounds',
    '/rounds/new',
    `/rounds/${round}`,
    '/routines',
    '/routines/new',
    `/routines/${routine}`,
    `/matters/${matter}/routine/${routine}`,
    '/chaser-plans',
    `/chaser-plans/${plan}`,
    '/passages',
    `/passages/${passage}`,
    '/directory',
    '/directory/new',
    `/directory/${contact}`,
    '/practice',
    '/practice/calendar',
    '/practice/filing',
    '/practice/checks',
    '/practice/people',
    '/practice/sign-in',
    '/practice/sending',
    '/practice/kinds',
    '/practice/archive',
    '/profile',
    `/practice/kinds/${type}`,
    '/in',
    '/out',
  ];
}

/** A page in which nothing has changed for so long has come to rest: what slides in takes less. */
const QUIET_MS = 300;

const atRest = (page: Page): Promise<void> =>
  page.evaluate(
    (quiet) =>
      new Promise((resolve) => {
        let timer = setTimeout(resolve, quiet);
        new MutationObserver(() => {
          clearTimeout(timer);
          timer = setTimeout(resolve, quiet);
        }).observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
      }),
    QUIET_MS,
  );

/** Each view is there, whole within its width, and nothing in it would be stumbled over. */
async function lookThrough(
  page: Page,
  application: Application,
  views: readonly string[],
  rules: readonly string[] = [],
): Promise<void> {
  for (const view of views) {
    await test.step(view, async () => {
      await page.goto(application.url + view);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeAttached();
      await expect(page.getByText('There is nothing at this address')).toHaveCount(0);
      await expect(page.locator('main [aria-busy=true]')).toHaveCount(0);
      await atRest(page);
      await expectAccessible(page, rules);
      const { width, scrolls } = await page.evaluate(() => ({
        width: window.innerWidth,
        scrolls: document.documentElement.scrollWidth,
      }));
      expect(scrolls, 'the page is no wider than its window').toBeLessThanOrEqual(width);
    });
  }
}

/** Answers as a practice would that has nothing yet: what lists anything lists nothing. */
async function emptied(page: Page): Promise<void> {
  const lists =
    /\/api\/v1\/(?:today|matters|correspondence|templates|passages|contacts|matter-types|in-tray|out-tray)(?:\?.*)?$/;
  await page.route(lists, async (route) => {
    if (route.request().method() !== 'GET') return route.fallback();
    const answer = await route.fetch({ maxRetries: 3 });
    const json = (await answer.json()) as Record<string, unknown>;
    const empty = Object.entries(json).map(([name, value]) => [
      name,
      Array.isArray(value) ? [] : name === 'next' ? null : typeof value === 'number' ? 0 : value,
    ]);
    await route.fulfill({ response: answer, json: Object.fromEntries(empty) });
  });
}

test('every view can be used by everyone: on paper', async ({ page, application }) => {
  await lookThrough(page, application, await everyView(page, application));
});

test('every view can be used by everyone: in the dark', async ({ page, application }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  // What is there is what is there on paper: the colours are other.
  await lookThrough(page, application, await everyView(page, application), ['color-contrast']);
});

test('every view can be used by everyone: on a phone', async ({ page, application }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  await lookThrough(page, application, await everyView(page, application));
});

test('every view can be used by everyone: with nothing in it', async ({ page, application }) => {
  const views = await everyView(page, application);
  await emptied(page);
  await lookThrough(
    page,
    application,
    views.filter((view) => /^\/[a-z]+$/.test(view)),
  );
});
