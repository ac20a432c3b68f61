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
    ['server/routes/matters.ts', "export { x } from '../repositories/matters.ts';"],
    ['server/usecases/startMessage.ts', "export { x } from '../routes/matters.ts';"],
    ['server/repositories/matters.ts', "export { x } from '../usecases/startMessage.ts';"],
    ['server/app.ts', "export { x } from '../standins/mailHost.ts';"],
    ['standins/mailHost.ts', "export { x } from '../core/model/money.ts';"],
    ['web/ui/Key.tsx', "export { x } from '../features/sheet/index.ts';"],
    ['web/features/sheet/index.ts', "export { x } from '../shelf/Shelf.tsx';"],
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

  it('lets a feature use another through its index', async () => {
    expect(await complaints('web/features/sheet/index.ts', "export { x } from '../shelf/index.ts';")).toEqual(
      [],
    );
  });
});
