import type { NewRound, RoundSet } from '../../../contract/rounds.ts';
import type { Contact } from '../../../core/model/contact.ts';
import { GENERAL_FILE } from '../../../core/model/generalFile.ts';
import type { RecipientRule } from '../../../core/recipients/recipients.ts';
import type { PersonScope } from '../../access/scope.ts';
import { findContacts } from '../../directory/contactQueries.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import { findMatters, mattersByReference } from '../../matters/queries.ts';
import { setMoment } from '../../matters/sets/countSet.ts';
import { matterIdsIn } from '../../matters/sets/setQueries.ts';
import type { Services } from '../../platform/services.ts';
import type { CompiledTemplate } from '../../templates/compiled.ts';

/** What a line of a round is about: a matter, and somebody on it where it goes to one alone. */
export interface Target {
  readonly matterId: string;
  readonly contactId: string | null;
}

/** Matters read whole at once: what hangs on them is in memory meanwhile. */
const AT_ONCE = 100;

/** A matter that is wanted, by what it was named. */
interface Wanted {
  readonly id: string | undefined;
  readonly reference?: string;
}

/** The matters that a set names, in their order. */
async function mattersOf(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  set: Exclude<RoundSet, { readonly contactIds: readonly string[] }>,
): Promise<readonly Wanted[]> {
  if ('where' in set)
    return (await matterIdsIn(scope, set.where, await setMoment(services, scope))).map((id) => ({ id }));
  if ('matterIds' in set) return [...new Set<string>(set.matterIds)].map((id) => ({ id }));
  const found = await mattersByReference(scope, set.references);
  return set.references.map((reference) => ({ id: found.get(reference)?.id, reference }));
}

/** Everything a round goes to, in order: one line for each matter, or for each person where everybody gets their own. */
export async function targetsOf(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  { set, role, onePer, channels }: NewRound,
  template: CompiledTemplate,
): Promise<{ readonly targets: readonly Target[]; readonly unknown: readonly string[] }> {
  if ('contactIds' in set) {
    const known = await findContacts(scope, set.contactIds);
    const ids = [...new Set<string>(set.contactIds)].filter((id) =>
      [...known.keys()].some((one) => one === id),
    );
    return { targets: ids.map((contactId) => ({ matterId: GENERAL_FILE, contactId })), unknown: [] };
  }
  const wanted = await mattersOf(services, scope, set);
  const ids = [...new Set(wanted.flatMap(({ id }) => id ?? []))];
  const goesByPost = (channels?.[0] ?? template.channel) === 'letter';
  const toEach = onePer === 'person' || template.content.each === true || goesByPost;
  const targets: Target[] = [];
  const seen = new Set<string>();
  for (let at = 0; at < ids.length; at += AT_ONCE) {
    const some = ids.slice(at, at + AT_ONCE);
    const matters = new Map((await findMatters(scope, some)).map((one) => [one.id as string, one]));
    for (const id of some) {
      const matter = matters.get(id);
      if (!matter) continue;
      seen.add(id);
      targets.push(...targetsOn(matter, toEach ? peopleIn(matter, rolesOf(template, role)) : []));
    }
  }
  // One that may not be seen is as unknown as one that is not there.
  const unknown = wanted.flatMap(({ id, reference }) =>
    reference !== undefined && (id === undefined || !seen.has(id)) ? [reference] : [],
  );
  return { targets, unknown };
}

/** The roles that a round writes to: the one named, or those of the template. */
export const rolesOf = (
  { content }: Pick<CompiledTemplate, 'content'>,
  role: string | undefined,
): ReadonlySet<string> => new Set(role === undefined ? content.recipients.to.flatMap(roleOf) : [role]);

const roleOf = (rule: RecipientRule): readonly string[] => ('role' in rule ? [rule.role] : []);

/** The people on a matter in some roles, each once. */
export const peopleIn = ({ parties }: StoredMatter, roles: ReadonlySet<string>): readonly Contact[] => [
  ...new Map(
    parties.filter(({ role }) => roles.has(role)).map(({ contact }) => [contact.id, contact]),
  ).values(),
];

const targetsOn = ({ id }: StoredMatter, people: readonly Contact[]): readonly Target[] =>
  people.length === 0
    ? [{ matterId: id, contactId: null }]
    : people.map((contact) => ({ matterId: id, contactId: contact.id }));
