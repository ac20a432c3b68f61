import type { ChangeEvent } from '../../contract/events.ts';
import type { Services } from '../platform/services.ts';
import type { Scope } from './scope.ts';

/** What events need of later capabilities, which access does not know. */
export interface EventServices extends Services {
  /** Whether what an event speaks of is there for an actor. */
  readonly mayHear: (scope: Scope, event: ChangeEvent) => Promise<boolean>;
}
