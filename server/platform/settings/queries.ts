import { randomBytes } from 'node:crypto';
import { fromJson } from '../database/json.ts';
import { kept, stampAnew } from '../database/kept.ts';
import { readingFrom, sql } from '../database/reads.ts';
import type { Reads } from '../database/reads.ts';
import type { Tx } from '../database/transaction.ts';
import { DEFAULT_SETTINGS } from './practiceSettings.ts';
import type { PracticeSettings } from './practiceSettings.ts';

const KEY = 'practice';

/** A setting as it is kept, JSON; undefined where it was never set. */
export async function findSetting(reads: Reads, key: string): Promise<string | undefined> {
  const row = await sql(reads)('settings').where({ key }).first<{ value: string } | undefined>('value');
  return row?.value;
}

export async function writeSetting(tx: Tx, key: string, value: unknown): Promise<void> {
  await tx('settings')
    .insert({ key, value: JSON.stringify(value) })
    .onConflict('key')
    .merge();
  await stampAnew(tx, 'settings');
}

export const readSettings = kept(['settings'], async (reads): Promise<PracticeSettings> => {
  const value = await findSetting(reads, KEY);
  return {
    ...DEFAULT_SETTINGS,
    ...(value === undefined ? {} : fromJson<Partial<PracticeSettings>>(value)),
  };
});

/** The settings as a transaction sees them, for what is done in every one that files something. */
export const settingsWithin = (tx: Tx): Promise<PracticeSettings> => readSettings(readingFrom(tx, {}));

export const writeSettings = (tx: Tx, settings: PracticeSettings): Promise<void> =>
  writeSetting(tx, KEY, settings);

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
  const value = await findSetting(reads, FOLDING_KEY);
  return value === undefined ? undefined : fromJson<number>(value);
}

export async function writeFoldedAs(tx: Tx, version: number): Promise<void> {
  await tx('settings')
    .insert({ key: FOLDING_KEY, value: JSON.stringify(version) })
    .onConflict('key')
    .merge();
}
