import type { OfferedList, OfferedView } from '../../../contract/answers.ts';
import { offeredText, postOf, standingText } from '../../../core/answers/takeOffered.ts';
import type { Contact } from '../../../core/model/contact.ts';
import type { PersonScope } from '../../access/scope.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import { findMatter, findMatters } from '../../matters/queries.ts';
import { notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { offeredLately, offeredTo } from './offeredQueries.ts';
import type { StoredOffered } from './offeredQueries.ts';

/** What was decided stands beside what is open for so long, with the way back. */
const DECIDED_SHOWS_MS = 86_400_000;

/** What answers offer to a matter, side by side with what stands there. */
export async function readOffered(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  matterId: string,
): Promise<OfferedList> {
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const offered = await offeredTo(scope, matterId, services.now() - DECIDED_SHOWS_MS);
  return { items: offered.flatMap((one) => viewOffered(one, matter)) };
}

/** What answers offer to the matters in hand. */
export async function readOfferedLately(scope: PersonScope, whose: 'mine' | 'all'): Promise<OfferedList> {
  const offered = await offeredLately(scope, whose === 'mine' ? scope.actor.id : undefined);
  const found = await findMatters(scope, [...new Set(offered.map(({ matterId }) => matterId))]);
  const matters = new Map(found.map((matter) => [matter.id as string, matter]));
  return {
    items: offered.flatMap((one) => {
      const matter = matters.get(one.matterId);
      return matter ? viewOffered(one, matter) : [];
    }),
  };
}

/** Whose address it is: whoever answered, where they hold the role, else the only one who does. */
export function addressee(
  { contactId }: Pick<StoredOffered, 'contactId'>,
  role: string,
  { parties }: StoredMatter,
): Contact | undefined {
  const holders = parties.filter((party) => party.role === role).map(({ contact }) => contact);
  return holders.find(({ id }) => id === contactId) ?? (holders.length === 1 ? holders[0] : undefined);
}

/** Nothing where it can go nowhere any more: its type has lost the place, or nobody holds the role. */
function viewOffered(one: StoredOffered, matter: StoredMatter): OfferedView[] {
  const { id, entryId, who, ask, madeUtc, offered, state } = one;
  if (state === 'replaced') return [];
  const shared = {
    id,
    matterId: matter.id,
    reference: matter.reference,
    title: matter.title,
    entryId,
    who,
    ask,
    atUtc: madeUtc,
    to: offered.to,
    offered: offeredText(offered),
    state,
  };
  if (offered.to === 'address') {
    const contact = addressee(one, offered.role, matter);
    return contact ? [{ ...shared, place: contact.name, now: postOf(contact)?.value ?? null }] : [];
  }
  return placeOf(offered, matter)
    ? [{ ...shared, place: offered.label, now: standingText(offered, matter) ?? null }]
    : [];
}

function placeOf(
  offered: Exclude<StoredOffered['offered'], { readonly to: 'address' }>,
  { type }: StoredMatter,
): boolean {
  const among = (some: readonly { readonly key: string }[], key: string) =>
    some.some((known) => known.key === key);
  switch (offered.to) {
    case 'fact':
      return among(type.facts, offered.key);
    case 'date':
      return among(type.keyDates, offered.key);
    case 'row':
      return among(type.tables.find(({ key }) => key === offered.table)?.columns ?? [], offered.column);
    default:
      return offered satisfies never;
  }
}
