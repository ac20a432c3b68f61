import { createStore, del, entries, get, set } from 'idb-keyval';

/**
 * Words that the server has not got yet, on this computer alone (Indexed Database API), by person and by what they belong to. They go once
 * the server has them, and when that person signs out.
 */
export interface Unsaved {
  readonly personId: string;
  /** What they belong to: `message:…`, `template:new`. */
  readonly of: string;
  readonly words: unknown;
  readonly atUtc: number;
}

/** A browser that keeps nothing (a private window, a full disk) still lets one write. */
const tried = <T>(work: Promise<T>): Promise<T | undefined> => work.catch(() => undefined);

let opened: ReturnType<typeof createStore> | undefined;
const store = (): ReturnType<typeof createStore> => (opened ??= createStore('officium', 'unsaved'));
const keyOf = (personId: string, of: string): string => `${personId} ${of}`;
const isThere = (): boolean => typeof indexedDB !== 'undefined';

/** Who has signed out here: what their page lays aside as it closes is not kept any more. */
const gone = new Set<string>();

export async function keepUnsaved(personId: string, of: string, words: unknown): Promise<void> {
  if (gone.has(personId)) return;
  const kept: Unsaved = { personId, of, words, atUtc: Date.now() };
  if (isThere()) await tried(set(keyOf(personId, of), kept, store()));
}

export const readUnsaved = async (personId: string, of: string): Promise<Unsaved | undefined> =>
  isThere() ? tried(get<Unsaved>(keyOf(personId, of), store())) : undefined;

export async function dropUnsaved(personId: string, of: string): Promise<void> {
  if (isThere()) await tried(del(keyOf(personId, of), store()));
}

/** All that one person has here, oldest first. */
export async function unsavedOf(personId: string): Promise<readonly Unsaved[]> {
  const all = isThere() ? ((await tried(entries<string, Unsaved>(store()))) ?? []) : [];
  return all
    .map(([, kept]) => kept)
    .filter((kept) => kept.personId === personId)
    .sort((a, b) => a.atUtc - b.atUtc);
}

/** Leaves nothing of a person who signs out on this computer, until they begin anew with another page. */
export async function forgetUnsaved(personId: string): Promise<void> {
  gone.add(personId);
  for (const { of } of await unsavedOf(personId)) await dropUnsaved(personId, of);
}
