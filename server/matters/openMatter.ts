import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { MatterDetail } from '../../contract/matters.ts';
import { findMatter, filingTokenOf } from './queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { readerFor } from '../messages/readerFor.ts';
import { entryTimes } from '../correspondence/queries.ts';
import { filingAddressOf } from './filingAddress.ts';
import { viewParty, viewValues, viewDocument, viewDateline } from './matterView.ts';
import { listDraftsOnMatter } from '../messages/queries.ts';
import { viewSummary } from '../messages/messageSummary.ts';
import { openFollowUps } from './followUpQueries.ts';
import { listCorrespondence } from '../correspondence/listCorrespondence.ts';

const FIRST_ENTRIES = 60;

/** Everything the matter's page shows, in one answer. */
export async function openMatter(office: Office, person: Account, id: string): Promise<MatterDetail> {
  const matter = await findMatter(office.db, id, person.id);
  if (!matter) throw notFound('matter');
  const settings = await readSettings(office.db);
  const reader = readerFor(matter, person, settings, [], office.now());
  const times = await entryTimes(office.db, id);
  const count = (direction: string): number => times.filter((time) => time.direction === direction).length;
  return {
    id: matter.id,
    reference: matter.reference,
    title: matter.title,
    type: matter.type.name,
    stage: matter.type.stages.find(({ key }) => key === matter.stage)?.label ?? '',
    responsible: matter.responsible.name,
    restricted: matter.restricted,
    filingAddress:
      settings.filingDomain === ''
        ? null
        : filingAddressOf(matter.reference, await filingTokenOf(office.db, matter.id), settings.filingDomain),
    parties: matter.parties.map((party) => viewParty(party, matter)),
    values: viewValues(matter, reader),
    documents: matter.documents.map(viewDocument),
    drafts: (await listDraftsOnMatter(office.db, id)).map(viewSummary),
    followUps: await openFollowUps(office.db, id),
    counts: { all: times.length, out: count('out'), in: count('in'), note: count('note') },
    correspondence: await listCorrespondence(office, person, id, { limit: FIRST_ENTRIES }),
    dateline: viewDateline(matter, reader, settings, times),
  };
}
