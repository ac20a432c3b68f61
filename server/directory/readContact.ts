import type { ContactDetail } from '../../contract/directory.ts';
import { familiarGreeting, formalGreeting } from '../../core/greetings/greetings.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import type { PersonScope } from '../access/scope.ts';
import { notFound } from '../platform/problems/problem.ts';
import { toJson } from './contactJson.ts';
import { contactRevision, findContacts } from './contactQueries.ts';
import { plainCopy } from '../platform/database/plainCopy.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { membersOf } from './membershipQueries.ts';
import type { DirectoryServices } from './services.ts';

/** A contact with the matters it is on and how messages to it would begin. */
export async function readContact(
  services: Pick<DirectoryServices, 'mattersOfContact'>,
  scope: PersonScope,
  id: string,
): Promise<ContactDetail> {
  const revision = await contactRevision(scope, id);
  const contact = (await findContacts(scope, [id])).get(asId<ContactId>(id));
  if (!contact || revision === undefined) throw notFound('contact');
  const coupleId = contact.kind === 'person' ? contact.couple?.withId : undefined;
  const other = coupleId && (await findContacts(scope, [coupleId])).get(coupleId);
  const { contactFacts: factsKept } = await readSettings(scope);
  return {
    id,
    revision,
    contact: toJson(contact),
    coupleWith: other ? other.name : null,
    people: contact.kind === 'organisation' ? await membersOf(scope, id) : [],
    factsKept: factsKept.map((fact) => plainCopy(fact)) as ContactDetail['factsKept'],
    greetings: { formal: formalGreeting([contact]), familiar: familiarGreeting([contact]) },
    matters: await services.mattersOfContact(scope, id),
  };
}
