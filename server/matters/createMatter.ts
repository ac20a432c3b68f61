import type { NewMatterJson } from '../../contract/matterTypes.ts';
import type { MatterDetail } from '../../contract/matters.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterId } from '../../core/model/ids.ts';
import type { PersonActor } from '../access/actor.ts';
import { changing } from '../access/change.ts';
import type { Change } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { findActive } from '../access/peopleQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { insertMatter } from './changeQueries.ts';
import { NOTHING_YET } from './matter.ts';
import { matterTypes } from './matterTypeQueries.ts';
import { openMatter } from './openMatter.ts';
import { nextReference, refuseUnfree } from './freeReference.ts';
import { readParties, refuse } from './readChange.ts';
import type { Services } from '../platform/services.ts';
import type { MatterServices } from './services.ts';

/** Opens a new matter of a kind. Its reference counts on from the last of the kind, unless one is given. */
export async function createMatter(
  services: MatterServices,
  scope: PersonScope,
  json: NewMatterJson,
): Promise<MatterDetail> {
  const { id } = await changing(services, scope, (change) => openWithin(services, change, json));
  return openMatter(services, scope, id);
}

/** The same within a change. */
export async function openWithin(
  services: Pick<Services, 'newId'>,
  { tx, scope, actor, atUtc, audit, tell }: Change<PersonActor>,
  { typeId, title, reference: wanted, responsibleId, parties = [] }: NewMatterJson,
): Promise<{ readonly id: MatterId; readonly reference: string }> {
  const type = (await matterTypes(scope)).get(typeId)?.type;
  if (!type) throw notFound('matterType');
  const [first] = type.stages;
  const id = asId<MatterId>(services.newId());
  const { timeZone } = await readSettings(scope);
  const year = Number(zonedTime(timeZone, atUtc).date.slice(0, 4));
  if (wanted !== undefined) await refuseUnfree(scope, id, wanted);
  const reference = wanted ?? (await nextReference(scope, type.reference ?? 'M-', year));
  const responsible = responsibleId === undefined ? actor : await findActive(scope, responsibleId);
  if (!responsible) return refuse({ code: 'noSuch', what: 'person' });
  await insertMatter(tx, {
    id,
    reference,
    title: title.trim(),
    type,
    stage: first?.key ?? '',
    responsible,
    parties: await readParties(scope, type, parties),
    ...NOTHING_YET,
    openedAtUtc: atUtc,
  });
  await audit('matter.opened', 'matter', id, { reference });
  tell({ kind: 'matter', id, matterId: id });
  return { id, reference };
}
