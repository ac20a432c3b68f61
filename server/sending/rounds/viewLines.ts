import type { RoundMessage, RoundMessagePage, RoundMessagesQuery } from '../../../contract/rounds.ts';
import { canTakeIn, standingOnItsWay } from '../../../core/rounds/groups.ts';
import type { PersonScope } from '../../access/scope.ts';
import { stateDetail } from '../../messages/messageSummary.ts';
import { listLines } from './lineQueries.ts';
import type { ListedLine } from './lineQueries.ts';
import { roundHere } from './roundHere.ts';

const DEFAULT_PAGE = 100;

export function viewLine(line: ListedLine): RoundMessage {
  const { detail, state } = line;
  const onItsWay = state ? standingOnItsWay(state.kind) : undefined;
  const stands = line.stands === 'waiting' ? 'look' : line.stands;
  return {
    id: line.id,
    matterId: line.matterId,
    matterReference: line.reference,
    matterTitle: line.title,
    hasDraft: line.hasDraft,
    to: [...detail.to],
    channel: detail.channel,
    group: onItsWay ?? stands,
    kind: onItsWay ? '' : line.kind,
    notes: onItsWay ? [] : detail.notes.map((note) => ({ ...note })),
    reasons: detail.reasons.map((reason) => ({ ...reason })),
    answers: { ...line.answers },
    values: { ...detail.values },
    state: state?.kind ?? null,
    stateDetail: state ? stateDetail(state) : {},
    canTakeIn: line.stands === 'out' && canTakeIn(line.kind),
  };
}

/** A page of a round’s messages, all of them or those that stand somewhere, in the order in which they go. */
export async function readRoundMessages(
  scope: PersonScope,
  roundId: string,
  { group, kind, limit, after }: RoundMessagesQuery,
): Promise<RoundMessagePage> {
  await roundHere(scope, roundId);
  const { items, next } = await listLines(scope, roundId, {
    group,
    kind,
    limit: limit ?? DEFAULT_PAGE,
    after,
  });
  return { items: items.filter(({ stands }) => stands !== 'waiting').map(viewLine), next };
}
