import type { SetWhere } from '../../../contract/rounds.ts';

/** What a round is begun with from elsewhere, handed along with the way to it: a template, and whom it is to go to. */
export interface RoundStart {
  readonly templateId?: string;
  readonly matterIds?: readonly string[];
  readonly contactIds?: readonly string[];
  readonly where?: SetWhere;
  readonly role?: string;
  /** The round whose set is changed; without it, a new one begins. */
  readonly roundId?: string;
}

/** Reads what came along; nothing where one came by oneself. */
export const roundStartOf = (state: unknown): RoundStart =>
  typeof state === 'object' && state !== null ? state : {};
