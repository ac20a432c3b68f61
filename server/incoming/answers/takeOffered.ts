import type { OfferedList, OfferedState, TakeOffered } from '../../../contract/answers.ts';
import { postOf, takeBack, takeOver, withPost } from '../../../core/answers/takeOffered.ts';
import type { RecordChange, StoodBefore } from '../../../core/answers/takeOffered.ts';
import { asId } from '../../../core/model/ids.ts';
import type { ContactId } from '../../../core/model/ids.ts';
import type { PersonActor } from '../../access/actor.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { contactRevision, findContacts, updateContact } from '../../directory/contactQueries.ts';
import { applyChange } from '../../matters/changeMatter.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import { findMatter } from '../../matters/queries.ts';
import { plainCopy } from '../../platform/database/plainCopy.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { decideOffered, findOffered } from './offeredQueries.ts';
import type { StoredOffered } from './offeredQueries.ts';
import { addressee, readOffered } from './readOffered.ts';

/** Where each state can be left for: what was taken or left is opened again before it is decided anew. */
const MOVES: Readonly<Record<OfferedState, readonly StoredOffered['state'][]>> = {
  taken: ['open'],
  left: ['open'],
  open: ['taken', 'left'],
};

/**
 * Takes an offered value over into the record, leaves the record as it is, or takes either back. What somebody changed in
 * its place since it was taken stays: it is refused then, and nothing is changed.
 */
export async function takeOffered(
  services: Services,
  scope: PersonScope,
  matterId: string,
  { id, as }: TakeOffered,
): Promise<OfferedList> {
  await changing(services, scope, async (change) => {
    const matter = await findMatter(change.scope, matterId);
    if (!matter) throw notFound('matter');
    const one = await findOffered(change.scope, matterId, id);
    if (!one) throw notFound('offeredValue');
    if (!MOVES[as].includes(one.state)) throw decided();
    const before = await put(change, matter, one, as);
    const atUtc = as === 'open' ? null : change.atUtc;
    if (!(await decideOffered(change.tx, one, { state: as, before, atUtc }))) throw decided();
    await change.audit('answers.offered', 'matter', matterId, { entryId: one.entryId, as });
    change.tell({ kind: 'matter', id: matterId, matterId });
  });
  return readOffered(services, scope, matterId);
}

const decided = (): DomainProblem => new DomainProblem('decidedMeanwhile', [{ code: 'nothingChanged' }]);
const movedOn = (): DomainProblem =>
  new DomainProblem('decidedMeanwhile', [{ code: 'offeredPlaceChanged' }, { code: 'nothingChanged' }]);

/** Puts it where it goes, or what stood there back; gives what stood there. */
async function put(
  change: Change<PersonActor>,
  matter: StoredMatter,
  one: StoredOffered,
  as: OfferedState,
): Promise<StoodBefore | null> {
  const { offered, before } = one;
  if (as === 'left' || (as === 'open' && before === null)) return null;
  if (offered.to === 'address') {
    const text = offered.lines.join('\n');
    if (before?.kind === 'address') await renewPost(change, before.contactId, text, before.value);
    else {
      const contact = addressee(one, offered.role, matter);
      if (!contact) throw notFound('contact');
      const value = await renewPost(change, contact.id, undefined, text);
      return { kind: 'address', contactId: contact.id, value };
    }
    return null;
  }
  if (before !== null) {
    const back = takeBack(offered, before, matter);
    if (!back) throw movedOn();
    await write(change, matter, back);
    return null;
  }
  const taken = takeOver(offered, matter);
  await write(change, matter, taken.change);
  return taken.before;
}

const write = async (
  change: Change<PersonActor>,
  matter: StoredMatter,
  values: RecordChange,
): Promise<void> => {
  await applyChange(change, matter.id, plainCopy({ revision: matter.revision, ...values }));
};

/** Writes a contact's postal address; refused where it is not the one expected any more. Gives what stood there. */
async function renewPost(
  { tx, scope, audit, tell }: Change<PersonActor>,
  contactId: string,
  expected: string | undefined,
  value: string | null,
): Promise<string | null> {
  const id = asId<ContactId>(contactId);
  const contact = (await findContacts(scope, [id])).get(id);
  const revision = await contactRevision(scope, id);
  if (!contact || revision === undefined) throw notFound('contact');
  const was = postOf(contact)?.value ?? null;
  if (expected !== undefined && was !== expected) throw movedOn();
  if (!(await updateContact(tx, { ...contact, addresses: withPost(contact, value) }, revision)))
    throw new DomainProblem('contactChanged');
  await audit('contact.changed', 'contact', id);
  tell({ kind: 'contact', id });
  return was;
}
