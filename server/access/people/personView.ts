import type { PersonView } from '../../../contract/people.ts';
import type { Services } from '../../platform/services.ts';
import { listPeople } from '../peopleQueries.ts';
import type { Account } from '../peopleQueries.ts';
import { may } from '../rights.ts';
import type { PersonScope } from '../scope.ts';
import { lastSeen } from '../sessionQueries.ts';
import { notFound } from '../../platform/problems/problem.ts';
import { openLinks } from './linkQueries.ts';

/** Everybody who is or was of the practice, as far as whoever asks is told of them. */
export async function readPeople(
  { now }: Pick<Services, 'now'>,
  scope: PersonScope,
): Promise<readonly PersonView[]> {
  const people = await listPeople(scope);
  if (!may(scope.actor, 'people')) return people.map((one) => ({ ...common(one), account: null }));
  const links = await openLinks(scope, now());
  const seen = await lastSeen(scope);
  return people.map((one) => ({
    ...common(one),
    account: {
      linkEndsAtUtc: links.get(one.id) ?? null,
      hasPassword: one.passwordHash !== null,
      secondFactor: one.secondFactor?.confirmed === true,
      signsOnElsewhere: one.signsOnAs !== undefined,
      lastSeenAtUtc: seen.get(one.id) ?? null,
    },
  }));
}

export async function readPerson(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  id: string,
): Promise<PersonView> {
  const person = (await readPeople(services, scope)).find((one) => one.id === id);
  if (!person) throw notFound('person');
  return person;
}

const common = ({ id, name, email, position, phone, role, rights, goneUtc }: Account) => ({
  id,
  name,
  email,
  position,
  phone: phone ?? '',
  role,
  rights: [...rights],
  gone: goneUtc !== undefined,
});
