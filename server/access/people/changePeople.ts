import type { ChangePerson, NewPerson, PersonView } from '../../../contract/people.ts';
import { asId } from '../../../core/model/ids.ts';
import { isMailAddress } from '../../../core/recipients/address.ts';
import type { Reason } from '../../../core/model/reason.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import { changing } from '../change.ts';
import type { Change } from '../change.ts';
import { findActive, findPersonByEmail, insertPerson, listPeople, updatePerson } from '../peopleQueries.ts';
import type { Account } from '../peopleQueries.ts';
import type { PersonScope } from '../scope.ts';
import type { AccessServices } from '../services.ts';
import { endSessions } from '../sessionQueries.ts';
import { dropLinks } from './linkQueries.ts';
import { readPerson } from './personView.ts';

const refuse = (...because: readonly Reason[]): never => {
  throw new DomainProblem('badPerson', [...because, { code: 'nothingChanged' }]);
};

/** Puts somebody among the people of the practice; they can sign in once they used their link. */
export async function addPerson(
  services: AccessServices,
  scope: PersonScope,
  { name, email, position, phone, role, rights }: NewPerson,
): Promise<PersonView> {
  const id = services.newId();
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    await refuseAddress(inside, email, id);
    const people = await listPeople(inside);
    await insertPerson(tx, {
      id: asId(id),
      name: name.trim(),
      email: email.trim(),
      position: position?.trim() ?? '',
      ...(phone === undefined ? {} : { phone: phone.trim() }),
      role,
      rights: rights ?? [],
      passwordHash: null,
      rank: Math.max(0, ...people.map(({ rank }) => rank)) + 1,
    });
    await audit('person.added', 'person', id, { role });
    tell({ kind: 'person', id });
  });
  return readPerson(services, scope, id);
}

async function refuseAddress(scope: Change['scope'], email: string, id: string): Promise<void> {
  if (!isMailAddress(email.trim())) refuse({ code: 'notAnAddress', value: email });
  const other = await findPersonByEmail(scope, email.trim());
  if (other && other.id !== id) refuse({ code: 'addressOfAnother', name: other.name });
}

/**
 * Changes what somebody is and may do. Whoever leaves is signed out everywhere and their work handed on; a change of role
 * holds from the next request. The last administrator stays one.
 */
export async function changePerson(
  services: AccessServices,
  scope: PersonScope,
  id: string,
  change: ChangePerson,
): Promise<PersonView> {
  await changing(services, scope, async (under) => {
    const { tx, scope: inside, audit, tell, atUtc } = under;
    const people = await listPeople(inside);
    const before = people.find((person) => person.id === id);
    if (!before) throw notFound('person');
    if (change.email !== undefined) await refuseAddress(inside, change.email, id);
    const leaves = change.gone === true && before.goneUtc === undefined;
    const isRuled =
      change.role === undefined ? before.role === 'administrator' : change.role === 'administrator';
    if (!isRuled || leaves) refuseLastAdministrator(people, before);
    if (leaves) await handOn(services, under, before, change.handOverTo);
    await updatePerson(tx, id, {
      name: change.name?.trim(),
      email: change.email?.trim(),
      position: change.position?.trim(),
      phone: change.phone?.trim(),
      role: change.role,
      rights: change.rights,
      secondFactor: change.secondFactor === false ? null : undefined,
      ...(leaves ? { goneUtc: atUtc, passwordHash: null, secondFactor: null, signsOnAs: null } : {}),
      ...(change.gone === false ? { goneUtc: null } : {}),
    });
    if (leaves) {
      await endSessions(tx, id);
      await dropLinks(tx, id);
    }
    const { role, rights, gone, secondFactor } = change;
    await audit('person.changed', 'person', id, {
      ...(role === undefined ? {} : { role: [before.role, role] }),
      ...(rights === undefined ? {} : { rights: [before.rights, rights] }),
      ...(gone === undefined ? {} : { gone }),
      ...(secondFactor === undefined ? {} : { secondFactor }),
    });
    tell({ kind: 'person', id });
  });
  return readPerson(services, scope, id);
}

function refuseLastAdministrator(people: readonly Account[], before: Account): void {
  const others = people.filter(
    ({ id, role, goneUtc }) => role === 'administrator' && goneUtc === undefined && id !== before.id,
  );
  if (before.role === 'administrator' && before.goneUtc === undefined && others.length === 0)
    refuse({ code: 'lastAdministrator', name: before.name });
}

/** Whoever leaves has nothing left that is theirs to do: it goes to somebody, who is named, or there is none. */
async function handOn(
  services: AccessServices,
  change: Change,
  { id, name }: Account,
  toId: string | null | undefined,
): Promise<void> {
  if (toId === id) refuse({ code: 'handedToThemselves' });
  if (toId === undefined || toId === null) {
    if (await services.hasWork(change, id)) refuse({ code: 'workNotHandedOn', name });
    return;
  }
  if (!(await findActive(change.scope, toId))) refuse({ code: 'noSuch', what: 'person' });
  const handed = await services.handOver(change, id, toId);
  await change.audit('person.handedOver', 'person', id, { toId, ...handed });
}
