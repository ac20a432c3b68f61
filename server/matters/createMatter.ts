import type { NewMatterJson } from '../../contract/matterTypes.ts';
import type { MatterDetail } from '../../contract/matters.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterId } from '../../core/model/ids.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { findActive } from '../access/peopleQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { insertMatter } from './changeQueries.ts';
import { matterTypes } from './matterTypeQueries.ts';
import { openMatter } from './openMatter.ts';
import { nextReference, refuseUnfree } from './freeReference.ts';
import { readParties, refuse } from './readChange.ts';
import type { MatterServices } from './services.ts';

/** Opens a new matter of a kind. Its reference counts on from the last of the kind, unless one is given. */
export async function createMatter(
  services: MatterServices,
  scope: PersonScope,
  { typeId, title, reference: wanted, responsibleId, parties = [] }: NewMatterJson,
): Promise<MatterDetail> {
  const type = (await matterTypes(scope)).get(typeId)?.type;
  if (!type) throw notFound('matterType');
  const [first] = type.stages;
  const id = asId<MatterId>(services.newId());
  await changing(services, scope, async ({ tx, scope: inside, actor, atUtc, audit, tell }) => {
    const { timeZone } = await readSettings(inside);
    const year = Number(zonedTime(timeZone, atUtc).date.slice(0, 4));
    if (wanted !== undefined) await refuseUnfree(inside, id, wanted);
    const reference = wanted ?? (await nextReference(inside, type.reference ?? 'M-', year));
    const responsible = responsibleId === undefined ? actor : await findActive(inside, responsibleId);
    if (!responsible) return refuse({ code: 'noSuch', what: 'person' });
    await insertMatter(tx, {
      id,
      reference,
      title: title.trim(),
      type,
      stage: first?.key ?? '',
      responsible,
      parties: await readParties(inside, type, parties),
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
