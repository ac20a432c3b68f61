import type { NewMatterJson } from '../../contract/matterTypes.ts';
import type { MatterDetail } from '../../contract/matters.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterId } from '../../core/model/ids.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { notFound } from '../platform/problems/problem.ts';
import { insertMatter } from './changeQueries.ts';
import { matterTypes } from './matterTypeQueries.ts';
import { openMatter } from './openMatter.ts';
import { lastReference, referenceTaken } from './queries.ts';
import { refuse } from './readChange.ts';
import type { MatterServices } from './services.ts';

/** Opens a new matter of a kind. Its reference counts on from the last of the kind, unless one is given. */
export async function createMatter(
  services: MatterServices,
  scope: PersonScope,
  { typeId, title, reference: wanted }: NewMatterJson,
): Promise<MatterDetail> {
  const type = (await matterTypes(scope)).get(typeId)?.type;
  if (!type) throw notFound('matterType');
  const [first] = type.stages;
  const id = asId<MatterId>(services.newId());
  await changing(services, scope, async ({ tx, scope: inside, actor, atUtc, audit, tell }) => {
    const reference = await referenceFor(inside, type.reference ?? 'M-', wanted);
    await insertMatter(tx, {
      id,
      reference,
      title: title.trim(),
      type,
      stage: first?.key ?? '',
      responsible: actor,
      parties: [],
      facts: {},
      dates: {},
      tables: {},
      documents: [],
      restricted: false,
      accessFor: [],
      openedAtUtc: atUtc,
    });
    await audit('matter.opened', 'matter', id, { reference });
    tell({ kind: 'matter', id, matterId: id });
  });
  return openMatter(services, scope, id);
}

/**
 * The next reference, or the one that is asked for. A number that the count has passed is refused whether a matter has it
 * or not, in the same words as one that is taken: what is refused must not tell of a matter that somebody may not see.
 */
async function referenceFor(
  scope: PersonScope,
  beginning: string,
  wanted: string | undefined,
): Promise<string> {
  if (wanted === undefined) return `${beginning}${(await lastReference(scope, beginning)) + 1}`;
  const [, start = '', number = ''] = /^(.*?)(\d+)$/.exec(wanted) ?? [];
  const passed = Number(number) <= (await lastReference(scope, start));
  return passed || (await referenceTaken(scope, wanted))
    ? refuse({ code: 'referenceNotFree', reference: wanted })
    : wanted;
}
