import type { ChangeFollowUp, NewFollowUp } from '../../contract/matterTypes.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { changing } from '../access/change.ts';
import { findActive } from '../access/peopleQueries.ts';
import type { PersonScope } from '../access/scope.ts';
import { isVisible } from '../access/visibleQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { followUpMatter, insertFollowUp, setFollowUpDone, updateFollowUp } from './followUpQueries.ts';
import { refuse } from './readChange.ts';

const readDay = (text: string): PlainDate => parsePlainDate(text) ?? refuse({ code: 'notADay', value: text });

async function refuseUnknown(scope: PersonScope, personId: string | undefined): Promise<void> {
  if (personId !== undefined && !(await findActive(scope, personId)))
    refuse({ code: 'noSuch', what: 'person' });
}

/** Makes a follow-up by hand: something to do by a day, by whoever writes it unless another is named. */
export async function makeFollowUp(
  services: Services,
  scope: PersonScope,
  matterId: string,
  { what, dueOn, personId, at, minutes, place }: NewFollowUp,
): Promise<{ id: string }> {
  if (!(await isVisible(scope, matterId))) throw notFound('matter');
  await refuseUnknown(scope, personId);
  const id = services.newId();
  const day = readDay(dueOn);
  await changing(services, scope, async ({ tx, actor, atUtc, audit, tell }) => {
    await insertFollowUp(tx, {
      id,
      matterId,
      what: what.trim(),
      dueOn: day,
      personId: personId ?? actor.id,
      messageId: null,
      madeUtc: atUtc,
      at: at ?? undefined,
      minutes,
      place: place?.trim(),
    });
    await audit('followUp.made', 'matter', matterId, { id });
    tell({ kind: 'matter', id: matterId, matterId });
  });
  return { id };
}

/** Marks a follow-up as done or as still to be done; puts it off, words it anew or hands it on. */
export async function changeFollowUp(
  services: Services,
  scope: PersonScope,
  id: string,
  { done, what, dueOn, personId, at, minutes, place }: ChangeFollowUp,
): Promise<Record<string, never>> {
  const matterId = await followUpMatter(scope, id);
  if (matterId === undefined) throw notFound('followUp');
  await refuseUnknown(scope, personId);
  const day = dueOn === undefined ? undefined : readDay(dueOn);
  await changing(services, scope, async ({ tx, audit, tell }) => {
    if (done !== undefined) await setFollowUpDone(tx, id, done ? services.now() : null);
    await updateFollowUp(tx, id, {
      what: what?.trim(),
      dueOn: day,
      personId,
      at,
      minutes,
      place: place?.trim(),
    });
    const event = done === undefined ? 'followUp.changed' : done ? 'followUp.done' : 'followUp.reopened';
    await audit(event, 'matter', matterId, { id });
    tell({ kind: 'matter', id: matterId, matterId });
  });
  return {};
}
