import { isMailHeader } from '../incoming/importMailFiles.ts';
import { knownMessages } from '../incoming/queries.ts';
import { receiveMail } from '../incoming/receiveMail.ts';
import type { Received } from '../incoming/receiveMail.ts';
import { sha256Hex } from '../platform/blobs/blobStore.ts';
import type { Services } from '../platform/services.ts';
import { FIRST_REVISION } from './import.ts';
import type { FileLine, Importer, Planned } from './import.ts';

/** Messages are read, matched and kept one by one: few between others being served. */
const MESSAGES_AT_ONCE = 20;

/** Old correspondence: each message is taken in as one that is dropped on the in-tray, and files itself where it is sure. */
export function mailImporter(services: Services): Importer<Received> {
  /** What became of the messages of this piece, by their lines. */
  let received = new Map<number, Received>();
  return {
    atOnce: MESSAGES_AT_ONCE,

    async prepare(scope, lines) {
      received = new Map();
      for (const { line, message } of lines) {
        if (!message || !isMailHeader(message)) continue;
        const came = await receiveMail(services, scope, { bytes: message, source: 'file', deliveredTo: [] });
        received.set(line, came);
      }
    },

    async plan(scope, lines) {
      const known = await knownMessages(
        scope,
        lines.map(({ message }) => (message ? sha256Hex(message) : '')),
      );
      return lines.map(({ line, message }: FileLine): Planned<Received> => {
        if (!message || !isMailHeader(message))
          return {
            line,
            outcome: 'fault',
            faults: [{ column: 2, why: { code: 'notAMessage' } }],
            parties: 0,
          };
        const came = received.get(line);
        const isKnown = came ? came.outcome === 'known' : known.has(sha256Hex(message));
        return {
          line,
          outcome: isKnown ? 'leave' : 'make',
          faults: [],
          parties: 0,
          ...(came && { subject: came }),
        };
      });
    },

    carryOut: (_change, planned) =>
      Promise.resolve(
        planned.flatMap(({ outcome, subject }) =>
          outcome === 'make' && subject
            ? [
                {
                  kind: 'incoming' as const,
                  subjectId: subject.id,
                  action: 'made' as const,
                  revision: FIRST_REVISION,
                  // Whether it filed itself: what somebody files later is theirs.
                  before: JSON.stringify(subject.outcome),
                },
              ]
            : [],
        ),
      ),
  };
}
