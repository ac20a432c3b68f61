import { randomBytes } from 'node:crypto';
import { fromJson } from '../database/json.ts';
import { kept, stampAnew } from '../database/kept.ts';
import { sql } from '../database/reads.ts';
import type { Reads } from '../database/reads.ts';
import type { Tx } from '../database/transaction.ts';
import { DEFAULT_SETTINGS } from './practiceSettings.ts';
import type { PracticeSettings } from './practiceSettings.ts';

const KEY = 'practice';

export const readSettings = kept(['settings'], async (reads): Promise<PracticeSettings> => {
  const row = await sql(reads)('settings').where({ key: KEY }).first<{ value: string } | undefined>('value');
  return { ...DEFAULT_SETTINGS, ...(row && fromJson<Partial<PracticeSettings>>(row.value)) };
});

export async function writeSettings(tx: Tx, settings: PracticeSettings): Promise<void> {
  await tx('settings')
    .insert({ key: KEY, value: JSON.stringify(settings) })
    .onConflict('key')
    .merge();
  await stampAnew(tx, 'settings');
}

/** Where the secret of session cookies is kept; it stays out of archives. */
export const SECRET_KEY = 'sessionSecret';

/** What session cookies are signed with: made once for a practice, so that a restart signs nobody out. */
export async function sessionSecret(tx: Tx): Promise<string> {
  const made = JSON.stringify(randomBytes(32).toString('hex'));
  await tx('settings').insert({ key: SECRET_KEY, value: made }).onConflict('key').ignore();
  const row = await tx('settings').where({ key: SECRET_KEY }).first<{ value: string }>('value');
  return fromJson<string>(row.value);
}

const FOLDING_KEY = 'foldedAs';

/** By which folding names are indexed; undefined where nobody has said. */
export async function foldedAs(reads: Reads): Promise<number | undefined> {
  const row = await sql(reads)('settings')
    .where({ key: FOLDING_KEY })
    .first<{ value: string } | undefined>('value');
  return row && fromJson<number>(row.value);
}

export async function writeFoldedAs(tx: Tx, version: number): Promise<void> {
  await tx('settings')
    .insert({ key: FOLDING_KEY, value: JSON.stringify(version) })
    .onConflict('key')
    .merge();
}
