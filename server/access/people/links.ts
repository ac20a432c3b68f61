import { randomBytes } from 'node:crypto';
import type { Invitation, LinkView } from '../../../contract/people.ts';
import { sha256Hex } from '../../platform/blobs/blobStore.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { personActor } from '../actor.ts';
import { changing } from '../change.ts';
import { hashPassword } from '../passwords.ts';
import { refuseWeak } from '../passwordStrength.ts';
import { findActive, findPersonByEmail, updatePerson } from '../peopleQueries.ts';
import type { Account } from '../peopleQueries.ts';
import { scopedTo } from '../scope.ts';
import type { Scope } from '../scope.ts';
import { unscoped } from '../unscoped.ts';
import type { AccessServices } from '../services.ts';
import { endSessions } from '../sessionQueries.ts';
import { begin } from '../signIn/signIn.ts';
import type { PersonScope } from '../scope.ts';
import { findLink, insertLink, useUp } from './linkQueries.ts';
import type { LinkKind, PersonLink } from './linkQueries.ts';

const HOUR_MS = 3_600_000;
/** A week to come on board; an hour for a password that was forgotten. */
const LASTS_MS: Readonly<Record<LinkKind, number>> = { invitation: 168 * HOUR_MS, reset: HOUR_MS };
/** 256 bits: nobody guesses it. */
const TOKEN_BYTES = 32;

interface MadeLink {
  readonly url: string;
  readonly endsUtc: number;
}

async function makeLink(
  services: AccessServices,
  scope: Scope,
  person: Account,
  kind: LinkKind,
  origin: string,
): Promise<MadeLink> {
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  const madeUtc = services.now();
  const endsUtc = madeUtc + LASTS_MS[kind];
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await insertLink(tx, {
      tokenHash: sha256Hex(token),
      personId: person.id,
      kind,
      madeUtc,
      endsUtc,
      usedUtc: null,
    });
    await audit(kind === 'invitation' ? 'person.invited' : 'person.resetAsked', 'person', person.id);
    tell({ kind: 'person', id: person.id });
  });
  return { url: `${origin}/welcome/${token}`, endsUtc };
}

/** A link with which somebody chooses a password, sent to them where a host takes it, and shown to whoever invites. */
export async function invitePerson(
  services: AccessServices,
  scope: PersonScope,
  id: string,
  origin: string,
): Promise<Invitation> {
  const person = await findActive(scope, id);
  if (!person) throw notFound('person');
  const link = await makeLink(services, scope, person, 'invitation', origin);
  const { practice } = await readSettings(scope);
  const sent = await services.mailHouse(scope, {
    to: { name: person.name, address: person.email },
    subject: `Your access to the files of ${practice.name}`,
    text: [
      `Hello ${person.name},`,
      `${scope.actor.name} asks you to work with the files of ${practice.name}. Choose a password here; the link holds for seven days and can be used once:`,
      link.url,
      'If you did not expect this, leave it: nothing happens without you.',
    ].join('\n\n'),
  });
  return { url: link.url, endsAtUtc: link.endsUtc, sent };
}

/** Sends a link to a new password where somebody of the practice has the address; says nothing of whether there is one. */
export async function askForReset(services: AccessServices, email: string, origin: string): Promise<void> {
  const scope = unscoped(services.db, 'signIn');
  const person = await findPersonByEmail(scope, email.trim());
  if (!person || person.goneUtc !== undefined) return;
  const link = await makeLink(services, scope, person, 'reset', origin);
  const { practice } = await readSettings(scope);
  await services.mailHouse(scope, {
    to: { name: person.name, address: person.email },
    subject: `A new password for the files of ${practice.name}`,
    text: [
      `Hello ${person.name},`,
      'Somebody asked for a new password for you, you yourself we hope. Choose it here; the link holds for an hour and can be used once:',
      link.url,
      'If it was not you, leave it: your password stays as it is.',
    ].join('\n\n'),
  });
}

const over = (): DomainProblem => new DomainProblem('linkOver');

async function openLink(
  services: AccessServices,
  token: string,
): Promise<{ link: PersonLink; person: Account; scope: Scope }> {
  const scope = unscoped(services.db, 'signIn');
  const link = await findLink(scope, sha256Hex(token));
  if (!link) throw over();
  if (link.usedUtc !== null) throw new DomainProblem('linkOver', [{ code: 'linkUsed' }]);
  if (link.endsUtc <= services.now()) throw new DomainProblem('linkOver', [{ code: 'linkEnded' }]);
  const person = await findActive(scope, link.personId);
  if (!person) throw over();
  return { link, person, scope };
}

/** Whom a link is for, so that they see that it is theirs. */
export async function readLink(services: AccessServices, token: string): Promise<LinkView> {
  const { link, person, scope } = await openLink(services, token);
  const { practice } = await readSettings(scope);
  return { kind: link.kind, name: person.name, email: person.email, practice: practice.name };
}

/**
 * Chooses a password by a link, which is used up by it; what was signed in with the former one is signed out. Lets the
 * person in where they have no second factor; undefined where they sign in with it first.
 */
export async function takeLink(
  services: AccessServices,
  token: string,
  password: string,
): Promise<PersonScope | undefined> {
  const { link, person } = await openLink(services, token);
  const { practice } = await readSettings(unscoped(services.db, 'signIn'));
  refuseWeak(password, [person.name, person.email, practice.name]);
  const passwordHash = await hashPassword(password);
  const own = scopedTo(services.db, personActor(person));
  await changing(services, own, async ({ tx, audit, atUtc, tell }) => {
    if (!(await useUp(tx, link.tokenHash, atUtc)))
      throw new DomainProblem('linkOver', [{ code: 'linkUsed' }]);
    await updatePerson(tx, person.id, { passwordHash });
    await endSessions(tx, person.id);
    await audit('person.passwordChosen', 'person', person.id, { by: link.kind });
    tell({ kind: 'person', id: person.id });
  });
  return person.secondFactor?.confirmed ? undefined : begin(services, person, person);
}
