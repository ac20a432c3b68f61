import type { MatterDetail } from '../../contract/matters.ts';
import type { PersonScope } from '../access/scope.ts';
import { notFound } from '../platform/problems/problem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { filingAddressOf } from './filingAddress.ts';
import { openFollowUps } from './followUpQueries.ts';
import { viewDateline, viewDocument, viewParty, viewValues } from './matterView.ts';
import { namesWithAccess, pastOf } from './careQueries.ts';
import { linkingTo } from './linkQueries.ts';
import { matterTypes } from './matterTypeQueries.ts';
import { findMatter } from './queries.ts';
import { readerFor } from './readerFor.ts';
import type { MatterServices } from './services.ts';

const FIRST_ENTRIES = 60;

/** The matters that stand beside this one, each called by its kind: they say what this one is to them. */
async function linkingFrom(scope: PersonScope, id: string): Promise<MatterDetail['linkedFrom']> {
  const types = await matterTypes(scope);
  return (await linkingTo(scope, id)).flatMap(({ typeId, key, ...other }) => {
    const type = types.get(typeId)?.type;
    // A link that its type has no more is not shown.
    return type?.links?.some((link) => link.key === key) ? [{ label: type.name, ...other }] : [];
  });
}

/** Everything the matter's page shows, in one answer. */
export async function openMatter(
  services: Pick<MatterServices, 'matterParts' | 'now'>,
  scope: PersonScope,
  id: string,
): Promise<MatterDetail> {
  const matter = await findMatter(scope, id);
  if (!matter) throw notFound('matter');
  const settings = await readSettings(scope);
  const { matterParts } = services;
  const reader = readerFor(matter, scope.actor, settings, [], services.now());
  const times = await matterParts.entryTimes(scope, id);
  const count = (direction: string): number => times.filter((time) => time.direction === direction).length;
  return {
    id: matter.id,
    reference: matter.reference,
    title: matter.title,
    type: matter.type.name,
    stage: matter.type.stages.find(({ key }) => key === matter.stage)?.label ?? '',
    responsible: matter.responsible.name,
    restricted: matter.restricted,
    visibleTo: matter.restricted ? await namesWithAccess(scope, matter) : [],
    note: matter.note,
    ...(await pastOf(scope, id)),
    filingAddress:
      settings.filingDomain === ''
        ? null
        : filingAddressOf(matter.reference, matter.filingToken, settings.filingDomain),
    parties: matter.parties.map((party) => viewParty(party, matter)),
    values: viewValues(matter, reader),
    linked: (matter.type.links ?? []).flatMap(({ key, label }) => {
      const other = matter.linked?.[key];
      return other ? [{ label, id: other.id, reference: other.reference, title: other.title }] : [];
    }),
    linkedFrom: await linkingFrom(scope, id),
    documents: matter.documents.map(viewDocument),
    drafts: [...(await matterParts.drafts(scope, id))],
    followUps: await openFollowUps(scope, id),
    counts: { all: times.length, out: count('out'), in: count('in'), note: count('note') },
    correspondence: await matterParts.correspondence(scope, id, FIRST_ENTRIES),
    dateline: viewDateline(matter, reader, settings, times),
  };
}
