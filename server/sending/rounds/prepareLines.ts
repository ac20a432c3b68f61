import { pathsOf } from '../../../core/values/conditions.ts';
import type { Contact } from '../../../core/model/contact.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import { findMatters } from '../../matters/queries.ts';
import { findMessage, insertMessage, updateDraft } from '../../messages/queries.ts';
import type { Services } from '../../platform/services.ts';
import { compiledVersion } from '../../templates/compiled.ts';
import { insertLines, nextPlace, updateLine } from './lineQueries.ts';
import { prepareLine, recheckLine } from './prepareLine.ts';
import type { PreparedLine, RoundMakings } from './prepareLine.ts';
import type { StoredLine, StoredRound } from './round.ts';

/** What a set asks of each matter stands beside its line; what an address or a stage says stands there already. */
export const columnsOf = ({ set }: Pick<StoredRound, 'set'>): readonly string[] =>
  'where' in set && set.where.when
    ? [...new Set(pathsOf(set.where.when))].filter((path) => /^(?:fact|date|calculated)\./u.test(path))
    : [];

/** Prepares some lines, or looks at them again, and keeps what came of it in one transaction. */
export async function prepareLines(
  services: Services,
  scope: PersonScope,
  round: StoredRound,
  lines: readonly StoredLine[],
): Promise<void> {
  const template = await compiledVersion(scope, round.templateVersionId);
  if (!template) throw new Error(`round ${round.id} lacks its template`);
  const makings = { round, template, columns: columnsOf(round) };
  const ids = [...new Set(lines.map(({ matterId }) => matterId))];
  const matters = new Map((await findMatters(scope, ids)).map((one) => [one.id as string, one]));
  const prepared: { readonly line: StoredLine; readonly made: PreparedLine }[] = [];
  for (const line of lines) {
    await services.turns.next();
    const made = await prepareOne(services, scope, makings, line, matters.get(line.matterId));
    prepared.push({ line, made });
  }
  await changing(services, scope, async (change) => {
    for (const { line, made } of prepared) await keepLine(services, change, line, made);
    const left = prepared.filter(({ made }) => made.line.stands === 'out').length;
    await change.audit('round.prepared', 'round', round.id, { messages: prepared.length, leftOut: left });
    change.tell({ kind: 'round', id: round.id });
  });
}

async function prepareOne(
  services: Services,
  scope: PersonScope,
  makings: RoundMakings,
  line: StoredLine,
  matter: StoredMatter | undefined,
): Promise<PreparedLine> {
  const draft = line.hasDraft && matter ? await findMessage(scope, line.id) : undefined;
  if (draft?.state.kind === 'draft' && matter)
    return recheckLine(services, scope, makings, line, draft, matter);
  // What is on its way is told by its state, whatever the line says.
  if (draft) return { line: { ...line }, siblings: [] };
  return prepareLine(services, scope, makings, line, matter);
}

async function keepLine(
  services: Pick<Services, 'newId'>,
  { tx, scope, audit }: Change,
  line: StoredLine,
  { line: kept, draft, siblings }: PreparedLine,
): Promise<void> {
  let revision = draft?.revision ?? line.checkedRevision;
  if (draft && !line.hasDraft) {
    await insertMessage(tx, draft);
    const { templateVersionId } = draft;
    await audit('message.started', 'message', draft.id, { matterId: line.matterId, templateVersionId });
  } else if (draft && (await updateDraft(tx, draft, revision))) revision += 1;
  const { stands, kind, detail } = kept;
  const hasDraft = line.hasDraft || draft !== undefined;
  await updateLine(tx, line.id, {
    stands,
    kind,
    detail,
    hasDraft,
    checkedRevision: revision,
    isStale: false,
  });
  if (siblings.length > 0) await insertSiblings(services, tx, scope, line, siblings);
}

async function insertSiblings(
  { newId }: Pick<Services, 'newId'>,
  tx: Change['tx'],
  scope: Change['scope'],
  { roundId, matterId, detail }: StoredLine,
  siblings: readonly Contact[],
): Promise<void> {
  const place = await nextPlace(scope, roundId);
  await insertLines(
    tx,
    siblings.map(({ id }, n) => ({
      id: newId(),
      roundId,
      place: place + n,
      matterId,
      contactId: id,
      detail,
    })),
  );
}
