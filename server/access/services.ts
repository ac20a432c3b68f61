import type { ChangeEvent } from '../../contract/events.ts';
import type { Services } from '../platform/services.ts';
import type { Change } from './change.ts';
import type { Scope } from './scope.ts';

/** What events need of later capabilities, which access does not know. */
export interface EventServices extends Services {
  /** Whether what an event speaks of is there for an actor. */
  readonly mayHear: (scope: Scope, event: ChangeEvent) => Promise<boolean>;
}

/** A message of the practice to one of its own people; it is filed nowhere. */
export interface HouseMail {
  readonly to: { readonly name: string; readonly address: string };
  readonly subject: string;
  readonly text: string;
}

/** What looking after people needs of later capabilities. */
export interface AccessServices extends Services {
  /** Hands a message over at once; false where no host took it. */
  readonly mailHouse: (scope: Scope, mail: HouseMail) => Promise<boolean>;
  /** Gives one person's open matters and follow-ups to another, within a change. */
  readonly handOver: (change: Change, fromId: string, toId: string) => Promise<HandedOver>;
  /** Whether somebody has open matters or follow-ups of their own, whoever may see them. */
  readonly hasWork: (change: Change, personId: string) => Promise<boolean>;
}

export interface HandedOver {
  readonly matters: number;
  readonly followUps: number;
}
