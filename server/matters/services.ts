import type { EntryPage } from '../../contract/correspondence.ts';
import type { MessageSummary } from '../../contract/messages.ts';
import type { Scope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';

export interface EntryTime {
  readonly direction: 'in' | 'out' | 'note';
  readonly occurredAtUtc: number;
}

/** What a matter's page shows of later capabilities, which matters do not know. */
export interface MatterParts {
  readonly correspondence: (scope: Scope, matterId: string, limit: number) => Promise<EntryPage>;
  /** When something went or came, for the dateline. */
  readonly entryTimes: (scope: Scope, matterId: string) => Promise<readonly EntryTime[]>;
  readonly drafts: (scope: Scope, matterId: string) => Promise<readonly MessageSummary[]>;
}

export interface MatterServices extends Services {
  readonly matterParts: MatterParts;
}
