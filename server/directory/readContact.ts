import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { ContactDetail } from '../../contract/directory.ts';
import { contactRevision, findContacts } from './contactQueries.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import { notFound } from '../http/httpProblem.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { mattersOfContact } from './queries.ts';
import { toJson } from './contactJson.ts';
import { formalGreeting, familiarGreeting } from '../../core/greetings/greetings.ts';
import { mattersView } from '../matters/mattersOfContact.ts';

/** A contact with the matters it is on and how letters to it would begin. */
export async function readContact(office: Office, person: Account, id: string): Promise<ContactDetail> {
  const revision = await contactRevision(office.db, id);
  const contact = (await findContacts(office.db, [id])).get(asId<ContactId>(id));
  if (!contact || revision === undefined) throw notFound('contact');
  const coupleId = contact.kind === 'person' ? contact.couple?.withId : undefined;
  const other = coupleId && (await findContacts(office.db, [coupleId])).get(coupleId);
  const types = new Map((await listMatterTypes(office.db)).map((type) => [type.id as string, type]));
  const rows = await mattersOfContact(office.db, id, person.id);
  return {
    id,
    revision,
    contact: toJson(contact),
    coupleWith: other ? other.name : null,
    greetings: { formal: formalGreeting([contact]), familiar: familiarGreeting([contact]) },
    matters: mattersView(rows, types),
  };
}
