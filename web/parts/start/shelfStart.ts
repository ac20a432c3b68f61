import type { Message, PreviewQuery, StartMessage } from '../../../contract/messages.ts';

/** What the shelf was opened from: who, what or which entry a message is to be about, or the draft it is to begin anew. */
export interface ShelfStart extends Pick<
  StartMessage,
  'inReplyTo' | 'answer' | 'contactIds' | 'documentIds' | 'followUpId' | 'appointmentId' | 'calledOff'
> {
  /** A draft that is given another template of its channel. */
  readonly switching?: string;
  readonly channel?: Message['channel'];
  /** The day it is about: templates that speak of it come first. */
  readonly dayPath?: string;
  /** What it is about, in words, for saying so. */
  readonly about?: string;
}

/** What a message is started from besides its template: what looks at it first is given the same. */
export const startOf = ({
  inReplyTo,
  answer,
  contactIds,
  documentIds,
  followUpId,
  appointmentId,
  calledOff,
}: ShelfStart): PreviewQuery => ({
  ...(inReplyTo === undefined ? {} : { inReplyTo }),
  ...(answer === undefined ? {} : { answer }),
  ...(contactIds === undefined ? {} : { contactIds }),
  ...(documentIds === undefined ? {} : { documentIds }),
  ...(followUpId === undefined ? {} : { followUpId }),
  ...(appointmentId === undefined ? {} : { appointmentId }),
  ...(calledOff === undefined ? {} : { calledOff }),
});
