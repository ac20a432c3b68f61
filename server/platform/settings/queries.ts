import { randomBytes } from 'node:crypto';
import type { Database } from '../database/openDatabase.ts';
import { DEFAULT_SETTINGS } from './practiceSettings.ts';
import type { PracticeSettings } from './practiceSettings.ts';
import { fromJson } from '../database/json.ts';

const KEY = 'practice';

export async function readSettings(db: Database): Promise<PracticeSettings> {
  const row = await db('settings').where({ key: KEY }).first<{ value: string } | undefined>('value');
  return { ...DEFAULT_SETTINGS, ...(row && fromJson<Partial<PracticeSettings>>(row.value)) };
}

export async function writeSettings(db: Database, settings: PracticeSettings): Promise<void> {
  await db('settings')
    .insert({ key: KEY, value: JSON.stringify(settings) })
    .onConflict('key')
    .merge();
}

/** Where the secret of session cookies is kept; it stays out of archives. */
export const SECRET_KEY = 'sessionSecret';

/** What session cookies are signed with: made once for a practice, so that a restart signs nobody out. */
export async function sessionSecret(db: Database): Promise<string> {
  const made = JSON.stringify(randomBytes(32).toString('hex'));
  await db('settings').insert({ key: SECRET_KEY, value: made }).onConflict('key').ignore();
  const row = await db('settings').where({ key: SECRET_KEY }).first<{ value: string }>('value');
  return fromJson<string>(row.value);
}
