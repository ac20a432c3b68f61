import { readdir, readFile } from 'node:fs/promises';
import { ESLint } from 'eslint';
import tseslint from 'typescript-eslint';
import { describe, expect, it } from 'vitest';

/**
 * Without types: what is tested needs none, and a typed parser may read a path's file from disk instead of the line it
 * is given (it does where `CI` is set).
 */
const eslint = new ESLint({ overrideConfig: [tseslint.configs.disableTypeChecked] });

/** What lint says of a file with this one line in it, as if it stood at this path. */
async function complaints(filePath: string, code: string): Promise<readonly string[]> {
  const [result] = await eslint.lintText(`${code}\n`, { filePath });
  return (result?.messages ?? []).map(({ ruleId, message }) => ruleId ?? message);
}

describe('lint', () => {
  it.each([
    ['core/model/money.ts', "export * from 'node:fs';"],
    ['core/model/money.ts', "export { x } from '../merge/merge.ts';"],
    ['core/merge/merge.ts', "export { x } from '../../server/app.ts';"],
    ['core/merge/merge.ts', "export { x } from 'knex';"],
    ['contract/messages.ts', "export { x } from '../core/merge/merge.ts';"],
    ['core/compose/compose.ts', "export { x } from '../../contract/messages.ts';"],
    ['core/merge/merge.ts', "export { x } from '../compose/index.ts';"],
    ['server/matters/queries.ts', "export { x } from '../messages/queries.ts';"],
    ['server/messages/enclosures/enclosed.ts', "export { x } from '../../sending/freeze.ts';"],
    ['server/platform/pdf/fonts.ts', "export { x } from '../../access/actor.ts';"],
    ['server/http/openapi.ts', "export { x } from '../access/rights.ts';"],
    ['server/messages/routes.ts', "export { x } from './queries.ts';"],
    ['server/messages/startMessage.ts', "export { sql } from '../platform/database/reads.ts';"],
    ['server/messages/startMessage.ts', "export { x } from '../http/sendFile.ts';"],
    ['server/messages/startMessage.ts', "export { x } from 'express';"],
    ['server/messages/startMessage.ts', "export { x } from '../access/unscoped.ts';"],
    ['server/messages/queries.ts', "export { x } from '../access/unscoped.ts';"],
    ['server/messages/queries.ts', "export { scopedTo } from '../access/scope.ts';"],
    ['server/incoming/readInTray.ts', "export { readingFrom } from '../platform/database/reads.ts';"],
    ['server/app/app.ts', "export { x } from '../../standins/mailHost.ts';"],
    ['standins/mailHost.ts', "export { x } from '../core/model/money.ts';"],
    ['web/ui/Key.tsx', "export { x } from '../state/connection.ts';"],
    ['web/ui/Key.tsx', "export { x } from '../../core/model/money.ts';"],
    ['web/words/en/wording.ts', "export { x } from '../../api/matters.ts';"],
    ['web/words/en/wording.ts', "export { x } from '../../ui/Key.tsx';"],
    ['web/parts/start/StartLink.tsx', "export { x } from '../../pages/matter/MatterPage.tsx';"],
    ['web/pages/out/OutTrayPage.tsx', "export { x } from '../in/useTray.ts';"],
    ['web/pages/matter/sheet/Sheet.tsx', "export { x } from '../../in/useTray.ts';"],
    ['web/pages/out/OutTrayPage.tsx', "export { x } from '../../shell/Frame.tsx';"],
    ['web/api/matters.ts', "export { x } from '../../server/matters/queries.ts';"],
  ])('refuses in %s: %s', async (path, code) => {
    expect(await complaints(path, code)).toContain('no-restricted-imports');
  });

  it.each([
    'export const now = Date.now();',
    'export const now = new Date();',
    'export const n = Math.random();',
  ])('refuses a hidden input in core: %s', async (code) => {
    expect(await complaints('core/model/money.ts', code)).toContain('no-restricted-syntax');
  });

  it.each([
    ['server/sending/queries.ts', "export const x = (scope) => sql(scope)('messages').first();"],
    ['server/today/queries.ts', "export const x = (db) => db('entries').first();"],
    ['server/matters/queries.ts', "export const x = (db) => db.raw('SELECT rowid FROM matters');"],
    ['server/matters/queries.ts', 'export const x = (db) => db.raw(`json_extract(facts, ?)`);'],
    ['server/app/app.ts', "export const x = (error) => error.code === 'SQLITE_FULL';"],
  ])('refuses a way round visibility or the dialect in %s: %s', async (path, code) => {
    expect(await complaints(path, code)).toContain('no-restricted-syntax');
  });

  it.each([
    'export const X = () => <p>Some words</p>;',
    'export const X = () => <input aria-label="Some words" />;',
    'export const X = () => <Field label="Name" />;',
  ])('refuses words in a view, which have one place of their own: %s', async (code) => {
    expect(await complaints('web/pages/out/OutTrayPage.tsx', code)).toContain('no-restricted-syntax');
  });

  it.each([
    ['server/sending/runner.ts', "export { unscoped } from '../access/unscoped.ts';"],
    ['server/messages/queries.ts', "export { sql } from '../platform/database/reads.ts';"],
    ['server/messages/startMessage.ts', "export { x } from '../templates/compiled.ts';"],
    ['server/messages/routes.ts', "export { x } from '../http/sendFile.ts';"],
    ['web/pages/matter/folder/Folder.tsx', "export { x } from '../correspondence/EntryLine.tsx';"],
    ['web/pages/matter/sheet/Sheet.tsx', "export { x } from '../../../parts/start/StartLink.tsx';"],
  ])('lets in %s: %s', async (path, code) => {
    expect(await complaints(path, code)).toEqual([]);
  });

  it('knows every folder there is', async () => {
    const folders = async (of: string) =>
      (await readdir(of, { withFileTypes: true })).filter((one) => one.isDirectory()).map(({ name }) => name);
    const config = await readFile('eslint.config.js', 'utf8');
    const known = (name: string) =>
      [...(new RegExp(`const ${name} = \\[([^\\]]*)\\]`).exec(config)?.[1] ?? '').matchAll(/'([^']+)'/g)]
        .map(([, folder]) => folder ?? '')
        .sort();
    expect(known('SERVER_ORDER')).toEqual((await folders('server')).sort());
    expect(known('PAGES')).toEqual((await folders('web/pages')).sort());
    expect(known('CORE_ORDER')).toEqual((await folders('core')).filter((name) => name !== 'tests').sort());
    expect(known('WEB_ORDER')).toEqual(
      (await folders('web')).filter((name) => name !== 'public' && name !== 'tests').sort(),
    );
    // Nothing lies in the server's root.
    expect((await readdir('server', { withFileTypes: true })).every((one) => one.isDirectory())).toBe(true);
  });

  it('finds a page’s folder from its address', async () => {
    const router = await readFile('web/app/router.tsx', 'utf8');
    const pages = [...router.matchAll(/'\.\.\/pages\/([\w-]+)\//g)].map(([, page]) => page ?? '');
    const addresses = [...router.matchAll(/path: '\/?([\w-]+)/g)].map(([, first]) => first ?? '');
    const IN_PLURAL: Readonly<Record<string, string>> = { matter: 'matters' };
    for (const page of new Set(pages)) expect(addresses).toContain(IN_PLURAL[page] ?? page);
  });
});
